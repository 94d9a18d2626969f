package keepshelf.core.store;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.JoinedItems;
import keepshelf.core.catalogue.KeptApart;
import keepshelf.core.catalogue.KeptDescriptor;
import keepshelf.core.catalogue.Kinship;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.core.recognise.NamingHabit;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;

/**
 * The catalogue in one SQLite file with a write-ahead log, so that two processes may use it at
 * once; a writer waits up to ten seconds for another.
 */
public final class SqliteCatalogue implements Catalogue {
  private final HikariDataSource pool;
  private final Jdbi jdbi;
  private final java.sql.Connection keepOpen;

  private SqliteCatalogue(CatalogueFile file) {
    pool = file.pool();
    jdbi = Jdbi.create(pool);
    keepOpen = file.keepOpen();
  }

  /**
   * Opens or creates the catalogue in {@code file}.
   *
   * @throws ShelfException when it was written by a newer version, is damaged or cannot be written
   */
  public static SqliteCatalogue open(Path file) throws ShelfException {
    return new SqliteCatalogue(CatalogueFile.open(file));
  }

  private <T> T read(HandleCallback<T, RuntimeException> work) {
    return jdbi.withHandle(work);
  }

  private void change(java.util.function.Consumer<Handle> work) {
    jdbi.useTransaction(work::accept);
  }

  @Override
  public void addPack(PackRecord pack) {
    change(h -> PackTables.insert(h, pack));
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
    change(h -> HostTables.put(h, host));
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
  public void putInstallation(InstallationRecord i) {
    change(h -> HostTables.put(h, i));
  }

  @Override
  public void removeInstallation(String id) {
    change(h -> h.execute("delete from installation where id = ?", id));
  }

  @Override
  public void change(
      List<PackRecord> packs, List<String> gone, List<InstallationRecord> installations) {
    change(h -> {
      gone.forEach(id -> h.execute("delete from pack where id = ?", id));
      List<PackRecord> anew = new ArrayList<>();
      for (PackRecord p : packs) {
        Optional<PackRecord> before = PackTables.load(h, "id", p.id());
        if (before.isEmpty() || !PackTables.update(h, before.get(), p)) {
          anew.add(p);
        }
      }
      // All their items first: one may have gone from one of them to another.
      anew.forEach(p -> h.execute("delete from item where pack_id = ?", p.id()));
      anew.forEach(p -> PackTables.insert(h, p));
      installations.forEach(i -> HostTables.put(h, i));
    });
  }

  @Override
  public Map<String, Kinship> kinships() {
    return read(JoinTables::kinships);
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
    return jdbi.inTransaction(h -> CardReading.read(h, before));
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
  public void putColours(Map<String, OkLab> bySha256) {
    change(h -> CardTables.putColours(h, bySha256));
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
    try (var s = keepOpen.createStatement();
        var r = s.executeQuery("pragma data_version")) {
      return r.getLong(1);
    } catch (SQLException e) {
      throw new IllegalStateException("the catalogue cannot be read: " + e.getMessage(), e);
    }
  }

  @Override
  public void tidy() {
    jdbi.useHandle(IndexTidying::tidy);
  }

  @Override
  public void backUp(Path file) {
    read(h -> h.execute("vacuum into ?", file.toString()));
  }

  @Override
  public List<KeptDescriptor> descriptors(long row) {
    return read(h -> PrintTables.descriptors(h, row));
  }

  @Override
  public Optional<Fingerprint> fingerprint(String sha256) {
    return read(h -> PrintTables.fingerprint(h, sha256));
  }

  @Override
  public Set<String> fingerprinted(Set<String> sha256) {
    return read(h -> PrintTables.known(h, sha256));
  }

  @Override
  public void putFingerprints(Map<String, Fingerprint> bySha256) {
    if (!bySha256.isEmpty()) {
      change(h -> PrintTables.put(h, bySha256));
    }
  }

  @Override
  public Set<KeptApart> keptApart() {
    return read(h -> MemoryTables.keptApart(h));
  }

  @Override
  public void putKeptApart(KeptApart pair) {
    change(h -> MemoryTables.put(h, pair));
  }

  @Override
  public void removeKeptApart(KeptApart pair) {
    change(h -> MemoryTables.remove(h, pair));
  }

  @Override
  public List<NamingHabit> habits() {
    return read(MemoryTables::habits);
  }

  @Override
  public void putHabit(NamingHabit habit) {
    change(h -> MemoryTables.put(h, habit));
  }

  @Override
  public void removeHabit(NamingHabit habit) {
    change(h -> MemoryTables.remove(h, habit));
  }

  @Override
  public Map<String, FileCorrection> corrections() {
    return read(MemoryTables::corrections);
  }

  @Override
  public void putCorrection(FileCorrection c) {
    change(h -> MemoryTables.put(h, c));
  }

  @Override
  public void removeCorrection(String sha256) {
    change(h -> MemoryTables.removeCorrection(h, sha256));
  }

  @Override
  public void close() {
    pool.close();
    try {
      keepOpen.close();
    } catch (SQLException e) {
      org.slf4j.LoggerFactory.getLogger(SqliteCatalogue.class).debug("closing", e);
    }
  }
}
