package keepshelf.core.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Field;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever becomes of the catalogue's file, what a person typed and did comes back by itself. */
class HealedCatalogueTest {
  @TempDir Path dir;
  private Path root;
  private Map<String, String> all;

  @BeforeEach
  void shelf() throws Exception {
    root = dir.resolve("shelf");
    Path zip = TestPacks.zip(dir.resolve("Wet_Kelp_v1.2.zip"), TestPacks.kelpSet());
    try (Shelf s = Shelf.open(root)) {
      s.file(s.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      var item = s.catalogue().items().getFirst();
      s.editing().set(List.of(item.item().id()), Field.NOTES, "dries to a crust");
      HostRecord host = new HostRecord("Plain", "plain-gltf", dir.resolve("host").toString());
      s.installer().addHost(host);
      s.installer()
          .install(
              s.installer().plan(s.catalogue().items().getFirst(), host, null, null),
              Progress.NONE);
      s.catalogue().remembered().putKeptApart(KeptApart.of("x", "y"));
      s.catalogue().remembered().putHabit(new NamingHabit("Pebblejar", "kehr", MapRole.ROUGHNESS));
      s.catalogue()
          .remembered()
          .putCorrection(new FileCorrection("ab12", MapRole.GLOSS, null, null));
      all = everything(s);
    }
  }

  /** All that a person said and did, as text. */
  private static Map<String, String> everything(Shelf s) {
    Map<String, String> m = new TreeMap<>();
    for (String id : s.catalogue().packIds()) {
      PackRecord p = s.catalogue().pack(id).orElseThrow();
      m.put("pack " + id, p.toString());
    }
    s.catalogue().hosts().forEach(h -> m.put("host " + h.name(), h.toString()));
    s.catalogue().installations().forEach(i -> m.put("installation " + i.id(), i.toString()));
    m.put("apart", s.catalogue().remembered().keptApart().toString());
    m.put("habits", s.catalogue().remembered().habits().toString());
    m.put("corrections", s.catalogue().remembered().corrections().toString());
    return m;
  }

  private Path own(String name) {
    return root.resolve(".keepshelf").resolve(name);
  }

  private void comesBack(String code) throws Exception {
    try (Shelf s = Shelf.open(root)) {
      assertThat(everything(s)).isEqualTo(all);
      assertThat(s.recovered()).extracting(Problem::code).contains(code);
    }
    try (Shelf s = Shelf.open(root)) {
      assertThat(everything(s)).isEqualTo(all);
      assertThat(s.recovered()).isEmpty();
    }
  }

  @Test
  void aLostOne() throws Exception {
    for (String part : List.of("catalogue.db", "catalogue.db-wal", "catalogue.db-shm")) {
      Files.deleteIfExists(own(part));
    }
    comesBack("rebuilt");
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 20, 60, 100, 3000})
  void aDamagedBeginning(int at) throws Exception {
    byte[] b = Files.readAllBytes(own("catalogue.db"));
    for (int i = at; i < at + 90; i++) {
      b[i] ^= 0x5A;
    }
    Files.write(own("catalogue.db"), b);
    try (Shelf s = Shelf.open(root)) {
      // Damage that nothing has met yet is found by a rebuild, at the latest.
      s.catalogue().packIds();
    }
    Shelf.mendCatalogue(root);
    try (Shelf s = Shelf.open(root)) {
      s.rebuild();
      assertThat(everything(s)).isEqualTo(all);
    }
  }

  @Test
  void damageDeepInside() throws Exception {
    byte[] b = Files.readAllBytes(own("catalogue.db"));
    for (int i = 4096 * 3; i < b.length; i += 7) {
      b[i] ^= 0x33;
    }
    Files.write(own("catalogue.db"), b);
    assertThat(Shelf.mendCatalogue(root)).extracting(Problem::code).contains("damaged-catalogue");
    try (Shelf s = Shelf.open(root)) {
      assertThat(everything(s)).isEqualTo(all);
    }
    try (var aside = Files.newDirectoryStream(own(""), "catalogue-damaged-*")) {
      assertThat(aside).isNotEmpty();
    }
  }

  @Test
  void anEarlierCopyOfIt() throws Exception {
    Path old = Files.copy(own("catalogue.db"), dir.resolve("old.db"));
    try (Shelf s = Shelf.open(root)) {
      var item = s.catalogue().items().getFirst();
      s.editing().set(List.of(item.item().id()), Field.NOTES, "washed since");
      s.catalogue().remembered().removeKeptApart(KeptApart.of("x", "y"));
      s.catalogue().remembered().putKeptApart(KeptApart.of("p", "q"));
      all = everything(s);
    }
    Files.deleteIfExists(own("catalogue.db-wal"));
    Files.copy(old, own("catalogue.db"), StandardCopyOption.REPLACE_EXISTING);
    comesBack("rebuilt");
  }

  @Test
  void aLogThatWasLostOrGarbled() throws Exception {
    for (boolean lost : new boolean[] {true, false}) {
      Path copy = dir.resolve("at-work-" + lost);
      try (Shelf s = Shelf.open(root)) {
        var item = s.catalogue().items().getFirst();
        s.editing().set(List.of(item.item().id()), Field.NOTES, "note " + lost);
        all = everything(s);
        // As a machine leaves it that is switched off now.
        copy(root, copy);
      }
      Path log = copy.resolve(".keepshelf/catalogue.db-wal");
      assertThat(Files.size(log)).isPositive();
      if (lost) {
        Files.delete(log);
      } else {
        byte[] b = Files.readAllBytes(log);
        for (int i = 40; i < b.length; i += 11) {
          b[i] ^= 0x77;
        }
        Files.write(log, b);
      }
      Files.deleteIfExists(copy.resolve(".keepshelf/catalogue.db-shm"));
      try (Shelf s = Shelf.open(copy)) {
        assertThat(everything(s)).isEqualTo(all);
      }
    }
  }

  private static void copy(Path from, Path to) throws Exception {
    try (var every = Files.walk(from)) {
      for (Path p : every.toList()) {
        Path at = to.resolve(from.relativize(p).toString());
        if (Files.isDirectory(p)) {
          Files.createDirectories(at);
        } else {
          Files.copy(p, at);
        }
      }
    }
  }

  @Test
  void thatOfAnotherShelf() throws Exception {
    Path other = dir.resolve("other");
    Map<String, byte[]> set = TestPacks.kelpSet();
    Path zip =
        TestPacks.zip(
            dir.resolve("Sea_Brass_v3.zip"),
            Map.of(
                "brass_Color.png",
                set.values().stream().filter(b -> b[0] == (byte) 0x89).findFirst().orElseThrow()));
    try (Shelf s = Shelf.open(other)) {
      s.file(s.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    }
    Files.copy(
        other.resolve(".keepshelf/catalogue.db"),
        own("catalogue.db"),
        StandardCopyOption.REPLACE_EXISTING);
    comesBack("other-catalogue");
    try (var aside = Files.newDirectoryStream(own(""), "catalogue-of-another-shelf-*")) {
      assertThat(aside).isNotEmpty();
    }
  }

  @Test
  void aShelfOfAnEarlierVersionWritesDownWhatOnlyItsCatalogueKnew() throws Exception {
    try (var every = Files.walk(root.resolve("records"))) {
      for (Path p : every.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
    Files.delete(own("state.json"));
    try (var c = java.sql.DriverManager.getConnection("jdbc:sqlite:" + own("catalogue.db"));
        var s = c.createStatement()) {
      s.execute("delete from shelf_state");
    }
    Shelf.open(root).close();
    aLostOne();
  }
}
