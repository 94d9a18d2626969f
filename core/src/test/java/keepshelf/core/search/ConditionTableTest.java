package keepshelf.core.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.colour.OkLab;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every condition over three cards: one with everything said, one with nothing, and a third. */
class ConditionTableTest {
  @TempDir static Path dir;

  private static final ItemCard KELP =
      card(
          "kelp",
          ItemKind.MATERIAL,
          Workflow.METAL_ROUGH,
          0.5,
          // 1K and 4K
          0b1010,
          bits(MapRole.BASE_COLOUR, MapRole.AMBIENT_OCCLUSION, MapRole.NORMAL),
          2_500_000,
          Problem.Severity.WARNING,
          OkLab.ofSrgb(0x4a7f6b),
          new Marks(
              List.of("wet", "shore line"),
              List.of("Harbour"),
              List.of("Tideline"),
              true,
              4,
              null,
              null,
              List.of()),
          new ItemCard.PackCard(
              1,
              "p1",
              "Boathouse Sampler",
              "1.2.3",
              "Tinder & Tarn",
              "M. Harrow",
              "CC-BY-4.0",
              "2026-03-14",
              "2027-02-01"));
  private static final ItemCard BARE =
      card(
          "bare",
          ItemKind.OVERLAY,
          Workflow.UNKNOWN,
          null,
          0,
          0,
          0,
          null,
          null,
          Marks.NONE,
          new ItemCard.PackCard(2, "p2", "Odds", null, null, null, null, null, null));
  private static final ItemCard BRASS =
      card(
          "brass",
          ItemKind.MATERIAL,
          Workflow.SPEC_GLOSS,
          2.0,
          0b100,
          bits(MapRole.BASE_COLOUR, MapRole.GLOSS, MapRole.HEIGHT),
          900,
          Problem.Severity.NOTE,
          OkLab.ofSrgb(0xb5a642),
          new Marks(List.of(), List.of(), List.of(), false, 2, null, null, List.of()),
          new ItemCard.PackCard(
              3,
              "p3",
              "Harbour Metals",
              "2",
              "Gantry Nine",
              "Harrowgate",
              "CC0-1.0",
              "2025-12-31",
              null));

  private static int bits(MapRole... roles) {
    int b = 0;
    for (MapRole r : roles) {
      b |= 1 << r.bit();
    }
    return b;
  }

  private static ItemCard card(
      String id,
      ItemKind kind,
      Workflow workflow,
      Double tile,
      int resolutions,
      int roles,
      long bytes,
      Problem.Severity worst,
      OkLab colour,
      Marks marks,
      ItemCard.PackCard pack) {
    return new ItemCard(
        0,
        id,
        id,
        id,
        kind,
        workflow,
        kind == ItemKind.MATERIAL ? "Metal" : "Overlays",
        tile,
        resolutions,
        roles,
        3,
        bytes,
        worst,
        "s",
        colour,
        marks,
        id.equals("bare"),
        pack,
        List.of());
  }

  private static CardFacts facts() {
    return new CardFacts(
        new Licences(new ShelfFolder(dir)),
        Map.of("kelp", Set.of("Lanternhouse", "Quickfoot")),
        Map.of("kelp", "2026-05-20T10:00:00Z"),
        Set.of("brass"),
        Set.of("brass"));
  }

  private static String found(String typed) {
    Query q = Query.of(typed);
    assertThat(q.hints()).isEmpty();
    Stream<ItemCard> cards = Stream.of(KELP, BARE, BRASS);
    for (Condition c : q.conditions()) {
      cards = cards.filter(c.over(facts()));
    }
    return String.join(" ", cards.map(ItemCard::id).toList());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '\'',
      value = {
        "kind:material | kelp brass",
        "kind:over | bare",
        "kind:Overlays | bare",
        "kind:material,overlay | kelp bare brass",
        "-kind:material | bare",
        "source:gantry | brass",
        "source:tarn | kelp",
        "source:arn | ",
        "source:none | bare",
        "source:\"Gantry Nine\" | brass",
        "source:\"Gantry\" | ",
        "vendor:gantry,tinder | kelp brass",
        "creator:harrow | kelp brass",
        "creator:\"M. Harrow\" | kelp",
        "pack:harbour | brass",
        "board:metal | kelp brass",
        "licence:CC | kelp brass",
        "licence:CC0-1.0 | brass",
        "licence:\"CC0-1.0\" | brass",
        "licence:credit | kelp",
        "licence:any | brass",
        "licence:free | brass",
        "licence:unknown | bare",
        "licence:none | bare",
        "licence:commercial | kelp brass",
        "license:credit | kelp",
        "maps:height | brass",
        "maps:normal,ao | kelp",
        "maps:occlusion | kelp",
        "maps:colour | kelp brass",
        "maps:\"Base colour\" | kelp brass",
        "maps:basecolour | kelp brass",
        "maps:height,normal | ",
        "-maps:normal | bare brass",
        "res:1K | kelp",
        "res:2k | brass",
        "res:8K | ",
        "res>=2K | kelp brass",
        "res>2K | kelp",
        "res<=2K | brass",
        "res<4096 | brass",
        "res:4096 | kelp",
        "tile:0.5m | kelp",
        "tile:50cm | kelp",
        "tile<1m | kelp",
        "tile>=2 | brass",
        "tile<=2 | kelp brass",
        "tile:unknown | bare",
        "used:yes | kelp",
        "used:no | bare brass",
        "used:never | bare brass",
        "used>=2026-05 | kelp",
        "used<2026-05 | ",
        "used:2026 | kelp",
        "in:lantern | kelp",
        "in:none | bare brass",
        "host:quickfoot | kelp",
        "is:broken | brass",
        "is:favourite | kelp",
        "is:favorite | kelp",
        "is:faulty | kelp",
        "is:sound | bare brass",
        "is:older | brass",
        "is:newest | kelp bare",
        "is:not-here | ",
        "is:made | bare",
        "is:installed | kelp",
        "is:unsettled | bare",
        "rating:4 | kelp",
        "rating>=2 | kelp brass",
        "rating<4 | brass",
        "rating:none | bare",
        "rating:0 | bare",
        "tag:wet | kelp",
        "tag:line | kelp",
        "tag:none | bare brass",
        "tag:\"shore line\" | kelp",
        "tag:\"shore\" | ",
        "collection:harb | kelp",
        "project:tide | kelp",
        "colour:#4a7f6b | kelp",
        "colour:4b806c | kelp",
        "color:none | bare",
        "got:2026 | kelp",
        "got:2026-03 | kelp",
        "got>2026-03 | ",
        "got<2026-01 | brass",
        "got<=2026-03-14 | kelp brass",
        "until<2027-03 | kelp",
        "until>=2027-02-01 | kelp",
        "version:1.2 | kelp",
        "version:v1.2 | kelp",
        "version:1.20 | ",
        "version:2 | brass",
        "version>=1.10 | brass",
        "version>1.2.2 | kelp brass",
        "version:none | bare",
        "workflow:spec | brass",
        "workflow:metal-rough | kelp",
        "workflow:unknown | bare",
        "size>1MB | kelp",
        "size:900 | brass",
        "size<1k | bare brass",
        "size>=2.5M | kelp",
        "kind:material is:favourite | kelp",
        "-is:favourite -is:made | brass"
      })
  void conditionsFindWhatTheySay(String typed, String ids) {
    assertThat(found(typed)).isEqualTo(ids == null ? "" : ids);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "kind:sofa",
        "maps:sound",
        "res:3K",
        "res:x",
        "tile:wide",
        "used:perhaps",
        "is:shiny",
        "rating:7",
        "rating:good",
        "colour:teal",
        "got:yesterday",
        "got:26-03",
        "workflow:artistic",
        "size:huge",
        "size:1 0"
      })
  void nonsenseIsAnsweredWithASentenceAndAnExample(String typed) {
    Condition c = Query.of(typed).conditions().getFirst();
    if (typed.equals("size:1 0")) {
      assertThat(found("size:1")).isEmpty();
      return;
    }
    assertThatThrownBy(() -> c.over(facts()))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("“" + c.values().getFirst().text() + "”");
  }

  @Test
  void everyExampleThatIsShownIsUnderstood() {
    for (Map.Entry<String, String> e : Condition.KEYS.entrySet()) {
      Query q = Query.of(e.getValue());
      assertThat(q.conditions()).as(e.getValue()).isNotEmpty();
      assertThat(q.hints()).isEmpty();
      for (Condition c : q.conditions()) {
        assertThat(c.key()).isEqualTo(e.getKey());
        assertThat(c.over(facts())).isNotNull();
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "source, Tinder & Tarn",
    "source, Gantry",
    "tag, shore line",
    "tag, a\"b",
    "board, Metal",
    "res, 2K",
    "colour, #4a7f6b",
    "in, My Host"
  })
  void whatAFacetTypesFindsJustThat(String key, String value) {
    Query q = Query.of(Condition.typed(key, value));
    assertThat(q.conditions()).hasSize(1);
    assertThat(q.words()).isEmpty();
    assertThat(q.conditions().getFirst().names(value.replace("\"", ""))).isTrue();
    boolean name = !key.equals("res") && !key.equals("colour");
    assertThat(q.conditions().getFirst().names(value.replace("\"", "") + " other"))
        .isEqualTo(!name);
  }

  @Test
  void aConditionWithoutAValueWaitsForOne() {
    assertThat(Query.of("kind:").hints()).singleElement().asString().contains("waits for a value");
    assertThat(Query.of("\"kind:\"").hints()).isEmpty();
  }
}
