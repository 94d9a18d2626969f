package keepshelf.core.search;

import static keepshelf.core.SmallShelf.find;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FindingTest extends OnSmallShelf {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "|net_mesh sea_worn_brass shore_cord tarred_rope",
        "bras|sea_worn_brass",
        "sea brass|sea_worn_brass",
        "\"worn brass\"|sea_worn_brass",
        "\"brass worn\"|",
        "ass|",
        "rass|sea_worn_brass",
        "pebblejar|net_mesh shore_cord",
        "pebblejar -mesh|shore_cord",
        "seagulls|net_mesh shore_cord",
        "harrow|sea_worn_brass",
        "brss|sea_worn_brass",
        "tared|tarred_rope",
        "source:pebblejar|net_mesh shore_cord",
        "source:none|tarred_rope",
        "-source:none|net_mesh sea_worn_brass shore_cord",
        "source:\"pebblejar\"|net_mesh shore_cord",
        "source:\"pebble\"|",
        "source:\"none\"|tarred_rope",
        "source:pebblejar,\"Gantry Nine\"|net_mesh sea_worn_brass shore_cord",
        "licence:CC0-1.0|net_mesh shore_cord",
        "licence:credit|sea_worn_brass",
        "licence:any|net_mesh shore_cord",
        "licence:unknown|tarred_rope",
        "licence:commercial|net_mesh sea_worn_brass shore_cord",
        "kind:material|net_mesh sea_worn_brass shore_cord tarred_rope",
        "kind:overlay|",
        "maps:normal|shore_cord",
        "maps:base-colour,height|sea_worn_brass",
        "res>=1K|",
        "res:512|net_mesh sea_worn_brass shore_cord tarred_rope",
        "tile<30cm|sea_worn_brass",
        "tile>=0.25|sea_worn_brass",
        "tile:none|net_mesh shore_cord tarred_rope",
        "used:no|net_mesh sea_worn_brass shore_cord tarred_rope",
        "used:yes|",
        "version:1.2|net_mesh shore_cord",
        "version>1|net_mesh shore_cord",
        "got>2020-01|net_mesh sea_worn_brass shore_cord tarred_rope",
        "got<2020-01|",
        "creator:harrow|sea_worn_brass",
        "pack:nets|net_mesh shore_cord",
        "size>1MB|",
        "workflow:metal|net_mesh sea_worn_brass shore_cord tarred_rope",
        "colour:none|",
        "is:unsettled|tarred_rope",
        "board:wood rope|tarred_rope"
      })
  void queriesFindWhatTheySay(String query, String keys) {
    assertThat(String.join(" ", find(shelf, query == null ? "" : query)))
        .isEqualTo(keys == null ? "" : keys);
  }

  @Test
  void nonsenseIsSaidAndTheRestStillFinds() {
    Found f = shelf.search().find(Query.of("mesh res>=huge"));
    assertThat(f.cards()).hasSize(1);
    assertThat(f.hints()).hasSize(1).first().asString().contains("huge").contains("res>=2K");
    assertThat(shelf.search().find(Query.of("brss")).hints().getFirst()).contains("brass");
  }

  @Test
  void facetsCountWhatAnotherChoiceWouldLeave() {
    Found f = shelf.search().find(Query.of("source:pebblejar"));
    assertThat(f.count("source", "Pebblejar")).isEqualTo(2);
    // Its own condition does not hide the other sources, but it does narrow the other facets.
    assertThat(f.count("source", "Gantry Nine")).isEqualTo(1);
    assertThat(f.count("licence", "CC0-1.0")).isEqualTo(2);
    assertThat(f.count("licence", "CC-BY-4.0")).isZero();
    assertThat(f.count("maps", "normal")).isEqualTo(1);
    assertThat(f.count("res", "512")).isEqualTo(2);
    assertThat(f.count("is", "sound") + f.count("is", "faulty")).isEqualTo(2);
  }

  @Test
  void ownWordsAndUseAreFound() throws Exception {
    String rope = SmallShelf.id(shelf, "tarred_rope");
    shelf.editing().set(List.of(rope), Field.TAGS, "wet, mooring");
    shelf.editing().set(List.of(rope), Field.COLLECTIONS, "Harbour wall");
    shelf.editing().set(List.of(rope), Field.PROJECTS, "Tideline, Skerry Light visitor film");
    shelf.editing().set(List.of(rope), Field.NOTES, "nice under grazing light");
    shelf.editing().set(List.of(rope), Field.FAVOURITE, "yes");
    shelf.editing().set(List.of(rope), Field.RATING, "4");
    shelf
        .installer()
        .addHost(new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("h").toString()));
    var plan =
        shelf
            .installer()
            .plan(shelf.item("tarred_rope"), shelf.catalogue().hosts().getFirst(), null, null);
    shelf.installer().install(plan, keepshelf.core.disk.Progress.NONE);
    for (String q :
        List.of(
            "mooring",
            "tag:wet",
            "collection:harbour",
            "grazing",
            "visitor",
            "project:tideline",
            "project:\"Skerry Light visitor film\"",
            "-project:none",
            "is:favourite",
            "rating:4",
            "rating>=3",
            "rating<5",
            "-rating:none",
            "used:yes",
            "in:lantern",
            "used>2026-01",
            "is:installed")) {
      assertThat(find(shelf, q)).as(q).containsExactly("tarred_rope");
    }
    // In quotes a name is whole, so that a job is not taken for another that begins like it.
    assertThat(find(shelf, "project:\"Skerry Light\"")).isEmpty();
    assertThat(find(shelf, "project:none")).hasSize(3);
    assertThat(shelf.search().find(Query.ALL).count("project", "Tideline")).isEqualTo(1);
    assertThat(find(shelf, "used<2026-01")).isEmpty();
    assertThat(shelf.search().lastUsed(rope)).startsWith("20");
    assertThat(find(shelf, "-tag:wet")).hasSize(3);
    assertThat(shelf.search().find(Query.ALL).count("in", "Lanternhouse")).isEqualTo(1);
    assertThat(shelf.search().find(Query.ALL).count("tag", "wet")).isEqualTo(1);
  }

  @Test
  void coloursHaveNeighbours() {
    var card = shelf.search().card(shelf.search().all().getFirst().id());
    assertThat(card.colour()).isNotNull();
    String own = String.format("colour:#%06x", card.colour().toSrgb());
    assertThat(find(shelf, own)).contains(card.key());
    assertThat(find(shelf, "colour:#0000ff")).isEmpty();
  }

  @Test
  void searchesAreKeptByName() throws Exception {
    shelf.savedSearches().put("wet things", "tag:wet res>=2K");
    assertThat(new SavedSearches(shelf.folder()).all())
        .containsEntry("wet things", "tag:wet res>=2K");
    shelf.savedSearches().remove("wet things");
    assertThat(shelf.savedSearches().all()).isEmpty();
  }

  @Test
  void cardsSayWhatTheRecordsSay() {
    for (var c : shelf.catalogue().cards()) {
      var s = shelf.catalogue().item(c.id()).orElseThrow();
      assertThat(c.name()).isEqualTo(s.item().name());
      assertThat(c.roleSet()).isEqualTo(s.item().roles());
      assertThat(c.labels()).isEqualTo(s.item().resolutions());
      assertThat(c.bytes()).isEqualTo(s.item().bytes());
      assertThat(c.state()).isEqualTo(s.item().look());
      assertThat(c.pack().licence()).isEqualTo(s.pack().licence());
      assertThat(c.tileMetres()).isEqualTo(s.item().tileMetres());
    }
  }

  @Test
  void aChangeOfOneItemLeavesTheOthersAndIsFoundByItsWords() throws Exception {
    PackRecord before = shelf.catalogue().pack(shelf.item("tarred_rope").pack().id()).orElseThrow();
    String id = SmallShelf.id(shelf, "tarred_rope");
    PackRecord after =
        before.withItems(
            before.items().stream()
                .map(i -> i.id().equals(id) ? i.named("Pitch cord") : i)
                .toList());
    shelf.catalogue().change(List.of(after), List.of(), List.of());
    assertThat(shelf.catalogue().pack(before.id())).contains(after);
    assertThat(find(shelf, "pitch")).containsExactly("tarred_rope");
    assertThat(shelf.catalogue().cards()).hasSize(4);
    // A change of the pack itself is in the words of all its items.
    shelf
        .catalogue()
        .change(List.of(after.from("Gantry Nine", "Quill Lorne", null)), List.of(), List.of());
    assertThat(find(shelf, "lorne")).hasSize(after.items().size());
    assertThat(shelf.catalogue().pack(before.id()).orElseThrow().items()).isEqualTo(after.items());
  }

  @Test
  void thePacksOfFewAndOfManyItemsAreFound() throws Exception {
    String id = SmallShelf.id(shelf, "tarred_rope");
    String pack = shelf.item("tarred_rope").pack().id();
    List<String> many = new ArrayList<>(List.of(id));
    for (int i = 0; i < 300; i++) {
      many.add("gone" + i);
    }
    assertThat(shelf.catalogue().packsOf(List.of(id, "gone"))).containsOnly(Map.entry(id, pack));
    assertThat(shelf.catalogue().packsOf(many)).containsOnly(Map.entry(id, pack));
    assertThatThrownBy(() -> shelf.editing().set(many, Field.TAGS, "wet"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("gone0");
    assertThat(shelf.item("tarred_rope").item().marks().tags()).isEmpty();
  }
}
