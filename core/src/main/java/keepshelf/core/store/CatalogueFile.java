package keepshelf.core.store;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.flywaydb.core.Flyway;
import org.jdbi.v3.core.Jdbi;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;

/**
 * The catalogue's file, opened, and brought to the tables of this version.
 *
 * @param pool connections that stay open
 * @param keepOpen one more, which sees whether others have changed something
 */
record CatalogueFile(HikariDataSource pool, Connection keepOpen) {
  /** Version of the tables that this program writes; kept in SQLite's {@code user_version}. */
  static final int SCHEMA = 6;

  /**
   * More than the threads that ever ask at once: each core for a search, and what goes on beside.
   */
  private static final int MOST_CONNECTIONS = Runtime.getRuntime().availableProcessors() + 16;

  /**
   * Opens or creates the catalogue in {@code file}.
   *
   * @throws ShelfException when it was written by a newer version, is damaged or cannot be written
   */
  static CatalogueFile open(Path file) throws ShelfException {
    SQLiteConfig config = new SQLiteConfig();
    config.setJournalMode(SQLiteConfig.JournalMode.WAL);
    config.setSynchronous(SQLiteConfig.SynchronousMode.NORMAL);
    config.enforceForeignKeys(true);
    config.setBusyTimeout(10_000);
    SQLiteDataSource source = new SQLiteDataSource(config);
    source.setUrl("jdbc:sqlite:" + file);
    try {
      Connection keep = source.getConnection();
      try {
        migrate(file, source, keep);
      } catch (ShelfException | SQLException | RuntimeException e) {
        keep.close();
        throw e;
      }
      Jdbi.create(source).useTransaction(CardTables::fill);
      return new CatalogueFile(pool(source), keep);
    } catch (SQLException | RuntimeException e) {
      throw new ShelfException(Problem.error("catalogue", file.toString(), trouble(file, e)), e);
    }
  }

  /** Connections that stay open: a fresh one costs more than most of the questions asked of it. */
  private static HikariDataSource pool(SQLiteDataSource source) {
    HikariConfig config = new HikariConfig();
    config.setDataSource(source);
    config.setPoolName("catalogue");
    config.setMaximumPoolSize(MOST_CONNECTIONS);
    config.setMinimumIdle(0);
    // As long as a writer waits for another: then the disk is gone, and that is to be said.
    config.setConnectionTimeout(10_000);
    config.setInitializationFailTimeout(-1);
    return new HikariDataSource(config);
  }

  private static void migrate(Path file, SQLiteDataSource source, Connection c)
      throws SQLException, ShelfException {
    int version;
    try (var s = c.createStatement();
        var r = s.executeQuery("pragma user_version")) {
      version = r.getInt(1);
    }
    if (version > SCHEMA) {
      throw new ShelfException(
          Problem.error(
              "newer-shelf",
              file.toString(),
              "The shelf was written by a newer Keep Shelf (catalogue version "
                  + version
                  + ", this program knows "
                  + SCHEMA
                  + "): "
                  + file
                  + ". Update the program; nothing was changed."));
    }
    if (version < SCHEMA) {
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

  private static String trouble(Path file, Exception e) {
    String m = String.valueOf(e.getMessage());
    if (m.contains("not a database") || m.contains("malformed")) {
      return "The catalogue "
          + file
          + " is damaged. Move it away and open the shelf again: it is made anew from the pack"
          + " records.";
    }
    if (m.contains("readonly") || m.contains("unable to open") || m.contains("READONLY")) {
      return "The catalogue "
          + file
          + " cannot be opened for writing. Check that its folder exists and may be written to.";
    }
    if (m.contains("locked") || m.contains("BUSY")) {
      return "The catalogue "
          + file
          + " is in use by another program for too long. Close the other Keep Shelf and try again.";
    }
    return keepshelf.core.archive.DiskTrouble.sentence(e, "opening " + file);
  }
}
