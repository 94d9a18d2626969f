package keepshelf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.DriverManager;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.PaperItem;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.imaging.fingerprint.Fingerprint;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SqliteCatalogueTest {
  private static final String MIGRATIONS = "classpath:keepshelf/core/store/migration";

  @TempDir Path dir;

  /** As a program of that version left it. */
  private Path older(int version) throws Exception {
    Path file = dir.resolve("catalogue.db");
    String url = "jdbc:sqlite:" + file;
    Flyway.configure()
        .dataSource(url, null, null)
        .locations(MIGRATIONS)
        .target(String.valueOf(version))
        .load()
        .migrate();
    try (var c = DriverManager.getConnection(url);
        var s = c.createStatement()) {
      s.execute("pragma user_version = " + version);
    }
    return file;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4})
  void aShelfOfAnOlderProgramIsBroughtUpToDate(int version) throws Exception {
    FileCorrection said = new FileCorrection("ab", MapRole.GLOSS, null, null);
    try (SqliteCatalogue c = SqliteCatalogue.open(older(version))) {
      c.remembered().putCorrection(said);
      Fingerprint print = Fingerprint.of(TestPacks.colour(128, 4));
      c.pictures().putFingerprints(Map.of("ab", print));
      c.pictures().putFingerprints(Map.of("ab", print, "cd", print));
      assertThat(c.pictures().fingerprinted(Set.of("ab", "ef"))).containsExactly("ab");
      assertThat(c.pictures().descriptors(0))
          .extracting(KeptDescriptor::sha256)
          .contains("ab", "cd")
          .hasSize(2);
      assertThat(c.pictures().descriptors(c.pictures().descriptors(0).getLast().row())).isEmpty();
      assertThat(c.pictures().fingerprint("cd").orElseThrow())
          .usingRecursiveComparison()
          .isEqualTo(print);
      assertThat(c.remembered().keptApart()).isEmpty();
      c.remembered().putKeptApart(KeptApart.of("y", "x"));
      assertThat(c.remembered().keptApart()).containsExactly(new KeptApart("x", "y"));
      assertThat(c.remembered().corrections()).containsEntry("ab", said);
      assertThat(c.remembered().habits()).isEmpty();
    }
  }

  @Test
  void theVersionOfTheTablesIsThatOfTheLastMigration() {
    var all =
        Flyway.configure()
            .dataSource("jdbc:sqlite::memory:", null, null)
            .locations(MIGRATIONS)
            .load()
            .info()
            .all();
    String last = all[all.length - 1].getVersion().getVersion();
    assertThat(last).isEqualTo(String.valueOf(CatalogueFile.SCHEMA));
  }

  @Test
  void aCorrectionIsReplacedAndForgotten() throws Exception {
    try (SqliteCatalogue c = SqliteCatalogue.open(dir.resolve("new.db"))) {
      c.remembered().putCorrection(new FileCorrection("ab", MapRole.GLOSS, null, null));
      c.remembered().putCorrection(new FileCorrection("ab", MapRole.ROUGHNESS, null, null));
      assertThat(c.remembered().corrections().get("ab").role()).isEqualTo(MapRole.ROUGHNESS);
      c.remembered().removeCorrection("ab");
      assertThat(c.remembered().corrections()).isEmpty();
    }
  }

  /** The items of a shelf that an older program filled are found at once. */
  @Test
  void cardsAreMadeForItemsThatHadNone() throws Exception {
    Path file = older(4);
    try (var c = DriverManager.getConnection("jdbc:sqlite:" + file);
        var s = c.createStatement()) {
      s.execute(
          "insert into pack(id, name, folder, taken_in, bytes, file_count) values ('p1', 'Ropes',"
              + " 'packs/x/ropes', '2026-03-04T00:00:00Z', 10, 1)");
      s.execute(
          "insert into item(id, pack_id, position, key, name, kind, workflow, problems) values"
              + " ('i1', 'p1', 0, 'tarred_rope', 'Tarred Rope', 'material', 'metal-rough', '[]')");
    }
    try (SqliteCatalogue c = SqliteCatalogue.open(file)) {
      assertThat(c.cards()).hasSize(1);
      assertThat(c.rowsWithWords("\"tarr\"*", 0, Integer.MAX_VALUE))
          .containsExactly(c.cards().getFirst().row());
      assertThat(c.words()).contains("tarred", "ropes");
    }
  }

  private static PackRecord pack(int number, int items) {
    List<ItemRecord> all = new ArrayList<>();
    for (int i = 0; i < items; i++) {
      all.add(PaperItem.of("net_mesh_" + number + "x" + i).item());
    }
    String id = "p" + number;
    return new PackRecord(
        id,
        "Nets " + number,
        null,
        null,
        null,
        null,
        null,
        "packs/" + id,
        null,
        "2026-03-04T00:00:00Z",
        all,
        List.of(),
        null,
        null,
        List.of());
  }

  private static PackRecord tagged(PackRecord p, String tag) {
    return p.withItems(
        p.items().stream().map(i -> i.marked(i.marks().withTags(List.of(tag)))).toList());
  }

  private static PackRecord renamed(PackRecord p) {
    return p.withItems(p.items().stream().map(i -> i.named("Other " + i.name())).toList());
  }

  /** A few cards are taken out one by one, most of them all at once: what is found is the same. */
  @ParameterizedTest
  @CsvSource({
    "0, false",
    "1, false",
    "6, false",
    "11, false",
    "12, false",
    "1, true",
    "6, true",
    "11, true",
    "12, true"
  })
  void afterAChangeOfAnySizeTheWordsAreThoseOfTheItems(int changed, boolean renamed)
      throws Exception {
    try (SqliteCatalogue c = SqliteCatalogue.open(dir.resolve("new.db"))) {
      List<PackRecord> packs = new ArrayList<>();
      for (int n = 0; n < 12; n++) {
        packs.add(tagged(pack(n, 50), "oldknot"));
      }
      c.change(packs, List.of(), List.of());
      Cards before = c.cards(Cards.NONE);
      List<PackRecord> after =
          packs.subList(0, changed).stream()
              .map(p -> tagged(p, "newknot"))
              .map(p -> renamed ? renamed(p) : p)
              .toList();
      c.change(after, List.of(), List.of());

      assertThat(found(c, "newknot")).hasSize(50 * changed);
      assertThat(found(c, "oldknot")).hasSize(50 * (12 - changed));
      assertThat(found(c, "mesh")).hasSize(600);
      assertThat(found(c, "other")).hasSize(renamed ? 50 * changed : 0);
      // One who has seen the cards before learns of every one that is another row now.
      Cards now = c.cards(before);
      assertThat(now.shown()).hasSize(600);
      Map<Integer, String> known = new HashMap<>();
      before.shown().forEach(i -> known.put(i.row(), i.id()));
      assertThat(now.shown()).allMatch(i -> known.getOrDefault(i.row(), i.id()).equals(i.id()));
      Set<String> rows = new HashSet<>();
      now.shown().forEach(i -> rows.add(i.id() + "@" + i.row()));
      c.cards(Cards.NONE).shown().forEach(i -> assertThat(rows).contains(i.id() + "@" + i.row()));
      assertThat(c.pack("p0").orElseThrow().items().getFirst().marks().tags())
          .containsExactly(changed > 0 ? "newknot" : "oldknot");
    }
  }

  /** Identifiers of the items that have a word. */
  private static Set<String> found(SqliteCatalogue c, String word) {
    Set<Integer> rows = new HashSet<>();
    for (int r : c.rowsWithWords("\"" + word + "\"", 0, Integer.MAX_VALUE)) {
      rows.add(r);
    }
    Set<String> out = new HashSet<>();
    c.cards().stream().filter(i -> rows.contains(i.row())).forEach(i -> out.add(i.id()));
    assertThat(out).as("rows that are no card's").hasSize(rows.size());
    return out;
  }

  @Test
  void theMainQueriesUseTheirIndexes() throws Exception {
    Path file = dir.resolve("catalogue.db");
    SqliteCatalogue.open(file).close();
    Map<String, String> plans =
        Map.of(
            "select m.* from map m join item i on i.id = m.item_id where i.id = 'x' order by"
                + " m.item_id, m.position",
            "SEARCH m USING PRIMARY KEY",
            "select i.* from item i join pack p on p.id = i.pack_id where i.pack_id = 'x' order by"
                + " i.position",
            "SEARCH i USING INDEX item_pack",
            "select item_id from card where key = 'x' collate nocase",
            "USING INDEX card_key",
            "select item_id from card where name = 'x' collate nocase",
            "USING INDEX card_name",
            "select item_id from map where sha256 = 'x'",
            "USING COVERING INDEX map_sha",
            "select rowid from words where words match 'x*'",
            "VIRTUAL TABLE INDEX",
            "select distinct i.id from broken_file b cross join item i on i.pack_id = b.pack_id"
                + " cross join map m on m.item_id = i.id and m.path = b.path",
            "SEARCH i USING INDEX item_pack",
            "update card set l = 1, a = 1, b = 1 where colour_of = 'x'",
            "USING INDEX card_colour");
    try (var c = DriverManager.getConnection("jdbc:sqlite:" + file);
        var s = c.createStatement()) {
      for (var e : plans.entrySet()) {
        StringBuilder plan = new StringBuilder();
        try (var r = s.executeQuery("explain query plan " + e.getKey())) {
          while (r.next()) {
            plan.append(r.getString(4)).append('\n');
          }
        }
        assertThat(plan.toString()).as(e.getKey()).contains(e.getValue());
      }
    }
  }
}
