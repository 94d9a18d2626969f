package keepshelf.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.catalogue.Edition;
import keepshelf.core.catalogue.Family;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import org.junit.jupiter.api.Test;

class SearchTest {
  private static MapRecord map(
      String path, MapRole role, String resolution, String format, int bits, String hand) {
    return new MapRecord(
        path,
        role,
        null,
        resolution,
        64,
        64,
        3,
        bits,
        format,
        hand,
        null,
        0.9,
        List.of(),
        "x",
        10,
        null);
  }

  private static ShelvedItem item(String key, String name, MapRecord... maps) {
    return new ShelvedItem(
        new ItemRecord(
            "i1",
            key,
            name,
            ItemKind.MATERIAL,
            Workflow.METAL_ROUGH,
            null,
            null,
            List.of(maps),
            List.of()),
        new ShelvedItem.PackSummary(
            "p1",
            "Harbour Metals",
            "1.2",
            "Brinewell Surfaces",
            null,
            "CC0-1.0",
            null,
            "packs/x",
            null,
            "2026-03-03T00:00:00Z",
            10,
            1,
            null,
            null,
            List.of()));
  }

  @Test
  void familiesComeFromNames() {
    assertThat(Family.of(item("boat_paint_red", "Boat Paint Red").item()))
        .isEqualTo(Family.PAINT_AND_PLASTER);
    assertThat(Family.of(item("slate_shingle", "Slate Shingle").item()))
        .isEqualTo(Family.STONE_AND_SHORE);
    assertThat(Family.of(item("zzz", "Zzz").item())).isEqualTo(Family.OTHER);
  }

  @Test
  void licencesAtAGlance() {
    assertThat(LicenceClass.of("CC0-1.0")).isEqualTo(LicenceClass.ANY_USE);
    assertThat(LicenceClass.of("CC-BY-4.0")).isEqualTo(LicenceClass.CREDIT);
    assertThat(LicenceClass.of("CC-BY-NC-4.0")).isEqualTo(LicenceClass.LIMITED);
    assertThat(LicenceClass.of("LicenseRef-Gantry-Nine")).isEqualTo(LicenceClass.LIMITED);
    assertThat(LicenceClass.of(" ")).isEqualTo(LicenceClass.UNKNOWN);
  }

  @Test
  void resolutionsHaveTheirLabels() {
    assertThat(List.of(64, 512, 1000, 1024, 2048, 3000, 4096, 8192, 16384, 30000))
        .map(Resolution::label)
        .containsExactly("512", "512", "1K", "1K", "2K", "4K", "4K", "8K", "16K", "16K");
    assertThat(Resolution.pixels("4K")).isEqualTo(4096);
    assertThat(Resolution.pixels(null)).isZero();
  }

  @Test
  void theBestMapOfEachRoleIsUsed() {
    ItemRecord i =
        item(
                "k",
                "K",
                map("2k.jpg", MapRole.BASE_COLOUR, "2K", "jpeg", 8, null),
                map("2k.png", MapRole.BASE_COLOUR, "2K", "png", 8, null),
                map("4k.png", MapRole.BASE_COLOUR, "4K", "png", 8, null),
                map("ndx.png", MapRole.NORMAL, "2K", "png", 8, "dx"),
                map("ngl.png", MapRole.NORMAL, "2K", "png", 8, "gl"))
            .item();
    assertThat(i.mapsAt("2K")).extracting(MapRecord::path).containsExactly("2k.png", "ngl.png");
    assertThat(i.mapsAt(null)).extracting(MapRecord::path).containsExactly("4k.png", "ngl.png");
    assertThat(i.mapsAt("1K")).extracting(MapRecord::path).containsExactly("2k.png", "ngl.png");
    assertThat(i.editions()).contains(new Edition("4K", "png"), new Edition("2K", "png"));
    assertThat(i.resolutions()).containsExactly("2K", "4K");
  }
}
