package keepshelf.core.store;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.StorageException.Kind;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import org.flywaydb.core.Flyway;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.statement.SqlStatements;
import org.jdbi.v3.core.statement.TemplateEngine;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;

/**
 * The catalogue's file, opened, and brought to the tables of this version.
 *
 * @param pool connections that stay open
 * @param keepOpen one more, which sees whether others have changed something; null when there can
 *     be one only
 * @param copy folder of a copy that is read in the catalogue's place, or null
 * @param readOnly whether nothing can be changed
 */
record CatalogueFile(
    HikariDataSource pool, @Nullable Connection keepOpen, @Nullable Path copy, boolean readOnly) {
  /** Version of the tables that this program writes; kept in SQLite's {@code user_version}. */
  static final int SCHEMA = 12;

  /**
   * More than the threads that ever ask at once: each core for a search, and what goes on beside.
   */
  private static final int MOST_CONNECTIONS = Runtime.getRuntime().availableProcessors() + 16;

  /** How long a writer waits for another one. */
  static final int PATIENCE_MS = 30_000;

  /**
   * Opens or creates the catalogue in {@code file}.
   *
   * @throws ShelfException when it was written by a newer version, is damaged or cannot be written
   */
  static CatalogueFile open(Path file) throws ShelfException {
    SQLiteDataSource source = source(config(), file);
    try {
      Connection keep = connected(file, source);
      try {
        migrate(file, source, keep);
        fill(source);
      } catch (ShelfException | SQLException | IOException | RuntimeException e) {
        keep.close();
        throw e;
      }
      return new CatalogueFile(pool(source, MOST_CONNECTIONS), keep, null, false);
    } catch (SQLException | IOException | RuntimeException e) {
      throw trouble(file, e);
    }
  }

  /**
   * Opens a catalogue whose disk is full or cannot be written to, for reading: a copy of it in the
   * system's place for temporary files, or itself without the memory that connections share, by one
   * connection, where there is no room for that either.
   *
   * @throws ShelfException when it cannot be read
   */
  static CatalogueFile openToRead(Path file) throws ShelfException {
    Path copy = null;
    try {
      try {
        copy = TempFolders.create("catalogue");
        Path there = copy.resolve(file.getFileName().toString());
        Path log = file.resolveSibling(file.getFileName() + "-wal");
        if (Files.exists(log)) {
          Files.copy(log, copy.resolve(log.getFileName().toString()));
        }
        Files.copy(file, there);
        CatalogueFile opened = open(there);
        return new CatalogueFile(opened.pool, opened.keepOpen, copy, true);
      } catch (IOException e) {
        if (copy != null) {
          FileTrees.deleteQuietly(copy);
        }
        SQLiteConfig config = config();
        config.setLockingMode(SQLiteConfig.LockingMode.EXCLUSIVE);
        HikariDataSource one = pool(source(config, file), 1);
        try (Connection c = one.getConnection()) {
          refuseNewer(file, version(c));
        }
        return new CatalogueFile(one, null, null, true);
      }
    } catch (SQLException | RuntimeException e) {
      throw trouble(file, e);
    }
  }

  /** Closes all connections. */
  void close() {
    pool.close();
    try {
      if (keepOpen != null) {
        keepOpen.close();
      }
    } catch (SQLException e) {
      org.slf4j.LoggerFactory.getLogger(CatalogueFile.class).debug("closing", e);
    }
    if (copy != null) {
      FileTrees.deleteQuietly(copy);
    }
  }

  static SQLiteConfig config() {
    SQLiteConfig config = new SQLiteConfig();
    config.setJournalMode(SQLiteConfig.JournalMode.WAL);
    config.setSynchronous(SQLiteConfig.SynchronousMode.NORMAL);
    config.enforceForeignKeys(true);
    config.setBusyTimeout(PATIENCE_MS);
    return config;
  }

  private static SQLiteDataSource source(SQLiteConfig config, Path file) {
    SQLiteDataSource source = new SQLiteDataSource(config);
    source.setUrl("jdbc:sqlite:" + file);
    return source;
  }

  /** Switching a new file to a write-ahead log does not wait for others, so one at a time does. */
  private static Connection connected(Path file, SQLiteDataSource source)
      throws SQLException, IOException {
    if (Files.exists(file) && Files.size(file) > 0) {
      try {
        return source.getConnection();
      } catch (SQLException e) {
        if (StoreTrouble.kind(e) != Kind.BUSY) {
          throw e;
        }
      }
    }
    try (OpeningLock _ = OpeningLock.take(file)) {
      return source.getConnection();
    }
  }

  /** Connections that stay open: a fresh one costs more than most of the questions asked of it. */
  private static HikariDataSource pool(SQLiteDataSource source, int most) {
    HikariConfig config = new HikariConfig();
    config.setDataSource(source);
    config.setPoolName("catalogue");
    config.setMaximumPoolSize(most);
    config.setMinimumIdle(0);
    // After that the disk is gone, and that is to be said.
    config.setConnectionTimeout(10_000);
    config.setInitializationFailTimeout(-1);
    return new HikariDataSource(config);
  }

  private static int version(Connection c) throws SQLException {
    try (var s = c.createStatement();
        var r = s.executeQuery("pragma user_version")) {
      return r.getInt(1);
    }
  }

  private static void refuseNewer(Path file, int version) throws ShelfException {
    if (version > SCHEMA) {
      throw new ShelfException(
          Problem.error(
              "newer-shelf",
              file.toString(),
              Words.of("catalogueFile.newer", version, SCHEMA, file)));
    }
  }

  private static void migrate(Path file, SQLiteDataSource source, Connection c)
      throws SQLException, IOException, ShelfException {
    refuseNewer(file, version(c));
    if (version(c) == SCHEMA) {
      return;
    }
    try (OpeningLock _ = OpeningLock.take(file)) {
      // Another process may have done it while this one waited.
      if (version(c) < SCHEMA) {
        Flyway.configure()
            .dataSource(source)
            .locations("classpath:keepshelf/core/store/migration")
            .loggers("slf4j")
            .load()
            .migrate();
        try (var s = c.createStatement()) {
          s.execute("pragma user_version = " + SCHEMA);
        }
      }
    }
  }

  /** What runs statements. They are no templates: looking for places to fill in takes long. */
  static Jdbi statements(DataSource source) {
    return Jdbi.create(source)
        .configure(SqlStatements.class, s -> s.setTemplateEngine(TemplateEngine.NOP));
  }

  /** Makes cards of items that have none; in one transaction that begins as a writer's. */
  private static void fill(SQLiteDataSource source) {
    statements(source)
        .useHandle(h -> {
          if (CardTables.incomplete(h)) {
            WriteTransaction.run(h, CardTables::fill);
          }
        });
  }

  private static ShelfException trouble(Path file, Exception e) {
    var trouble = StoreTrouble.of(e);
    String said =
        switch (trouble.kind()) {
          case DAMAGED -> Words.of("catalogueFile.damaged", file);
          case READ_ONLY -> Words.of("catalogueFile.read-only", file);
          case BUSY -> Words.of("catalogueFile.busy", file);
          default ->
              DiskTrouble.sentence(
                  e instanceof IOException ? e : trouble, Words.of("doing.opening", file));
        };
    String code = trouble.kind() == Kind.DAMAGED ? "damaged-catalogue" : "catalogue";
    return new ShelfException(
        Problem.error(code, file.toString(), said), e instanceof IOException ? e : trouble);
  }

  /** Grows when another connection has changed something; always nought when none can. */
  synchronized long dataVersion() {
    if (keepOpen == null) {
      // Nobody else can change what is held by one connection alone.
      return 0;
    }
    try (var s = keepOpen.createStatement();
        var r = s.executeQuery("pragma data_version")) {
      return r.getLong(1);
    } catch (SQLException e) {
      throw StoreTrouble.of(e);
    }
  }
}
