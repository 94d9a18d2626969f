package keepshelf.core.store;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.catalogue.JoinedItems;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Records;
import keepshelf.core.catalogue.Remembered;
import keepshelf.core.catalogue.ShelfState;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.kin.KeptPictures;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.StorageException;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteDataSource;

/**
 * The catalogue in one SQLite file with a write-ahead log, so that several processes may use it at
 * once; a writer waits up to half a minute for others. Whatever cannot be done is said by a {@link
 * keepshelf.core.disk.StorageException}, and then nothing was changed.
 */
public final class SqliteCatalogue implements Catalogue {
  private final CatalogueFile file;
  private final Jdbi jdbi;
  private final Records records;
  private final KeptPictures pictures = new PictureTables(this);
  private final Remembered remembered = new RememberedTables(this);

  private SqliteCatalogue(CatalogueFile file, Records records) {
    this.file = file;
    this.records = records;
    jdbi = CatalogueFile.statements(file.pool());
  }

  /** As {@link #open(Path, Records)}, without records beside it. */
  public static SqliteCatalogue open(Path file) throws ShelfException {
    return open(file, Records.NONE);
  }

  /**
   * Opens or creates the catalogue in {@code file}.
   *
   * @param records are written whenever what stands in them changes
   * @throws ShelfException when it was written by a newer version, is damaged or cannot be written
   */
  public static SqliteCatalogue open(Path file, Records records) throws ShelfException {
    return new SqliteCatalogue(CatalogueFile.open(file), records);
  }

  /**
   * Opens a catalogue that cannot be written to, or whose disk is full, for reading.
   *
   * @throws ShelfException when it cannot be read
   */
  public static SqliteCatalogue openToRead(Path file) throws ShelfException {
    return new SqliteCatalogue(CatalogueFile.openToRead(file), Records.NONE);
  }

  /**
   * Waits for what the first statement of a process waits for, the database's library and that
   * around it, on a catalogue that is none.
   */
  public static void makeReady() {
    SQLiteDataSource none = new SQLiteDataSource(CatalogueFile.config());
    none.setUrl("jdbc:sqlite::memory:");
    CatalogueFile.statements(none)
        .useHandle(h -> h.createQuery("select :n").bind("n", 1).mapTo(int.class).one());
  }

  <T> T read(HandleCallback<T, RuntimeException> work) {
    try {
      return jdbi.withHandle(work);
    } catch (JdbiException e) {
      throw StoreTrouble.of(e);
    }
  }

  void change(Consumer<Handle> work) {
    if (file.readOnly()) {
      throw new StorageException(
          StorageException.Kind.READ_ONLY, "the shelf was opened for reading", null);
    }
    try {
      jdbi.useHandle(h -> WriteTransaction.run(h, work));
    } catch (JdbiException e) {
      throw StoreTrouble.of(e);
    }
  }

  /** A change of what stands in records too: both or none. */
  void recorded(Consumer<Handle> work, StateTables.RecordWriting record) {
    change(h -> {
      work.accept(h);
      StateTables.write(h, records, record);
    });
  }

  @Override
  public Optional<ShelfState> state() {
    return read(StateTables::state);
  }

  @Override
  public void claim(UnaryOperator<ShelfState> how) {
    change(h -> {
      ShelfState now = how.apply(StateTables.state(h).orElse(null));
      if (now != null) {
        StateTables.put(h, now);
      }
    });
  }

  @Override
  public void addPack(PackRecord pack, String text) {
    recorded(
        h -> {
          PackTables.insert(h, pack);
          CardTables.putPackText(h, pack.id(), text);
        },
        (r, h) -> {});
  }

  @Override
  public Optional<PackRecord> pack(String id) {
    return read(h -> PackTables.load(h, "id", id));
  }

  @Override
  public Optional<PackRecord> packInFolder(String folder) {
    return read(h -> PackTables.load(h, "folder", folder));
  }

  @Override
  public List<ShelvedItem> items() {
    return read(h -> JoinedItems.of(PackTables.items(h, "1 = 1", "")).items());
  }

  @Override
  public List<ShelvedItem> find(String name) {
    return read(h -> {
      List<ShelvedItem> byId = PackTables.items(h, "i.id = :q", name);
      return JoinTables.joined(h, byId.isEmpty() ? PackLookups.named(h, name) : byId);
    });
  }

  @Override
  public List<HostRecord> hosts() {
    return read(HostTables::hosts);
  }

  @Override
  public void putHost(HostRecord host) {
    recorded(h -> HostTables.put(h, host), (r, h) -> r.hosts(HostTables.hosts(h)));
  }

  @Override
  public List<InstallationRecord> installations() {
    return read(HostTables::installations);
  }

  @Override
  public Optional<InstallationRecord> installation(String id) {
    return read(h -> HostTables.installation(h, id));
  }

  @Override
  public void putInstallation(InstallationRecord i, @Nullable String gone) {
    boolean other = gone != null && !gone.equals(i.id());
    recorded(
        h -> {
          HostTables.put(h, i);
          if (other) {
            h.execute("delete from installation where id = ?", gone);
          }
        },
        (r, h) -> {
          r.installation(i);
          if (other) {
            r.noInstallation(Objects.requireNonNull(gone));
          }
        });
  }

  @Override
  public boolean putProof(InstallationRecord read, InstallationRecord.Proof found) {
    List<InstallationRecord> now = new ArrayList<>();
    recorded(
        h -> HostTables.prove(h, read, found).ifPresent(now::add), (r, h) -> r.installations(now));
    return !now.isEmpty();
  }

  @Override
  public void removeInstallation(String id) {
    recorded(
        h -> h.execute("delete from installation where id = ?", id),
        (r, h) -> r.noInstallation(id));
  }

  @Override
  public void change(
      List<PackRecord> before,
      List<PackRecord> packs,
      List<String> gone,
      List<InstallationRecord> installations) {
    recorded(
        h -> {
          PackChanges.write(h, before, packs, gone);
          installations.forEach(i -> HostTables.put(h, i));
        },
        (r, h) -> r.installations(installations));
  }

  @Override
  public Map<String, Kinship> kinships() {
    return read(JoinTables::kinships);
  }

  @Override
  public List<ShelvedItem.PackSummary> packs() {
    return read(PackTables::summaries);
  }

  @Override
  public List<String> otherVersions(String pack) {
    return read(h -> PackLookups.otherVersions(h, pack));
  }

  @Override
  public Map<String, String> packsOf(Collection<String> items) {
    return read(h -> PackLookups.packsOf(h, items));
  }

  @Override
  public Optional<ShelvedItem> own(String id) {
    return read(h -> PackTables.items(h, "i.id = :q", id).stream().findFirst());
  }

  @Override
  public Optional<ShelvedItem> item(String id) {
    return read(
        h -> JoinTables.joined(h, PackTables.items(h, "i.id = :q", id)).stream().findFirst());
  }

  @Override
  public List<ShelvedItem> parts(String id) {
    return read(h -> JoinTables.parts(h, id));
  }

  @Override
  public List<ShelvedItem> withFiles(Set<String> sha256) {
    return read(h -> JoinTables.joined(h, PackLookups.withFiles(h, sha256)));
  }

  @Override
  public Cards cards(Cards before) {
    try {
      return jdbi.inTransaction(h -> CardReading.read(h, before));
    } catch (JdbiException e) {
      throw StoreTrouble.of(e);
    }
  }

  @Override
  public Glimpse glimpse(int most) {
    return read(h -> GlimpseReading.read(h, most));
  }

  @Override
  public int[] rowsWithWords(String expression, int first, int last) {
    return read(h -> CardTables.matching(h, "words", expression, first, last));
  }

  @Override
  public int[] packRowsWithWords(String expression) {
    return read(h -> CardTables.matching(h, "pack_words", expression, 0, Integer.MAX_VALUE));
  }

  @Override
  public List<String> words() {
    return read(CardTables::terms);
  }

  @Override
  public void putPackText(String pack, String text) {
    change(h -> CardTables.putPackText(h, pack, text));
  }

  @Override
  public long mapCount() {
    return read(h -> h.createQuery("select count(*) from map").mapTo(Long.class).one());
  }

  @Override
  public List<String> packIds() {
    return read(h -> h.createQuery("select id from pack order by id").mapTo(String.class).list());
  }

  @Override
  public List<String> packsWithItems(Set<String> foldedKeys) {
    return read(h -> PackLookups.withKeys(h, foldedKeys));
  }

  @Override
  public List<ShelvedItem> withOrigins() {
    return read(h -> PackTables.items(h, "i.also is not null", ""));
  }

  @Override
  public List<BrokenFile> broken() {
    return read(MemoryTables::broken);
  }

  @Override
  public Set<String> brokenItems() {
    return read(MemoryTables::brokenItems);
  }

  @Override
  public void putBroken(String pack, List<BrokenFile> files) {
    change(h -> MemoryTables.putBroken(h, pack, files));
  }

  @Override
  public synchronized long version() {
    return file.dataVersion();
  }

  @Override
  public void tidy() {
    if (!file.readOnly()) {
      read(h -> {
        IndexTidying.tidy(h);
        return null;
      });
    }
  }

  @Override
  public void backUp(Path file) {
    read(h -> h.execute("vacuum into ?", file.toString()));
  }

  @Override
  public KeptPictures pictures() {
    return pictures;
  }

  @Override
  public Remembered remembered() {
    return remembered;
  }

  @Override
  public void restore(
      List<HostRecord> hosts,
      List<InstallationRecord> installations,
      List<NamingHabit> habits,
      Collection<KeptApart> keptApart,
      Collection<FileCorrection> corrections) {
    change(h -> {
      for (String table :
          List.of("host", "installation", "naming_habit", "kept_apart", "correction")) {
        h.execute("delete from " + table);
      }
      hosts.forEach(x -> HostTables.put(h, x));
      installations.forEach(x -> HostTables.put(h, x));
      habits.forEach(x -> MemoryTables.put(h, x));
      keptApart.forEach(x -> MemoryTables.put(h, x));
      corrections.forEach(x -> MemoryTables.put(h, x));
    });
  }

  @Override
  public boolean readOnly() {
    return file.readOnly();
  }

  @Override
  public boolean sound() {
    return read(h -> h.createQuery("pragma quick_check(1)").mapTo(String.class).one().equals("ok"));
  }

  @Override
  public void close() {
    file.close();
  }
}
