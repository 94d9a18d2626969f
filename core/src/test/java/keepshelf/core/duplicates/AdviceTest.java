package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.Test;

class AdviceTest {
  private static MapRecord map(MapRole role, int side, String format, int bits) {
    return new MapRecord(
        role.id() + "." + format,
        role,
        null,
        side / 1024 + "K",
        side,
        side,
        3,
        bits,
        format,
        null,
        null,
        1,
        List.of(),
        role.id() + side,
        1000,
        null);
  }

  private static ShelvedItem item(String name, List<MapRecord> maps, Problem... problems) {
    return new ShelvedItem(
        new ItemRecord(
            name,
            name,
            name,
            ItemKind.MATERIAL,
            Workflow.METAL_ROUGH,
            null,
            null,
            maps,
            List.of(problems)),
        new ShelvedItem.PackSummary(
            "p" + name,
            "pack of " + name,
            null,
            "Pebblejar",
            null,
            "CC0-1.0",
            null,
            "packs/pebblejar/" + name,
            name + ".zip",
            "2026-11-0" + name.length(),
            1000,
            maps.size(),
            null,
            null,
            List.of()));
  }

  private static List<MapRecord> set(int side, String format, int bits) {
    List<MapRecord> maps = new ArrayList<>();
    for (MapRole r : List.of(MapRole.BASE_COLOUR, MapRole.NORMAL, MapRole.ROUGHNESS)) {
      maps.add(map(r, side, format, bits));
    }
    return maps;
  }

  private static Problem low(MapRole role) {
    return Problem.warning("low-detail", role.id() + ".png", "no detail above half of its size");
  }

  private static boolean first(ShelvedItem a, ShelvedItem b) {
    boolean first = Advice.of(a, b, Map.of()).keepFirst();
    assertThat(Advice.of(b, a, Map.of()).keepFirst()).isEqualTo(!first);
    return first;
  }

  @Test
  void whatWasEnlargedIsNoLargerThanWhatItWasMadeOf() {
    ShelvedItem enlarged =
        item(
            "a",
            set(1024, "png", 8),
            low(MapRole.BASE_COLOUR),
            low(MapRole.NORMAL),
            low(MapRole.ROUGHNESS));
    ShelvedItem plain = item("bb", set(512, "png", 8));
    assertThat(first(enlarged, plain)).isFalse();
    assertThat(Advice.of(enlarged, plain, Map.of()).sentence()).doesNotContain("larger");
  }

  @Test
  void oneSmoothMapDoesNotHalveTheWholeItem() {
    ShelvedItem large = item("bb", set(2048, "png", 8), low(MapRole.ROUGHNESS));
    ShelvedItem small = item("a", set(1024, "png", 8));
    assertThat(first(large, small)).isTrue();
  }

  @Test
  void whatWasLostDoesNotComeBackInAnotherFormat() {
    ShelvedItem copy =
        item(
            "bb",
            set(1024, "tiff", 16),
            Problem.warning("jpeg-traces", "base-colour.tiff", "it was a JPEG before"));
    ShelvedItem jpeg = item("a", set(1024, "jpeg", 8));
    Advice advice = Advice.of(copy, jpeg, Map.of());
    assertThat(advice.facts())
        .filteredOn(f -> f.trait() == Advice.Trait.STORED)
        .extracting(Advice.Fact::better)
        .containsExactly(0);
    assertThat(first(copy, jpeg)).isFalse();
    assertThat(first(item("bb", set(1024, "png", 16)), jpeg)).isTrue();
  }

  @Test
  void sidesAreNamedWhereThereAreNone() {
    Advice advice =
        Advice.of(item("a", set(2048, "png", 8)), item("bb", set(1024, "png", 8)), Map.of());
    assertThat(advice.inNames("Rope", "Sail")).contains("keep Rope").doesNotContain("left");
  }
}
