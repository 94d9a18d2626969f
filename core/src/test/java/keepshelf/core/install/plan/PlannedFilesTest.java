package keepshelf.core.install.plan;

import static keepshelf.core.model.MapRole.BASE_COLOUR;
import static keepshelf.core.model.MapRole.HEIGHT;
import static keepshelf.core.model.MapRole.ROUGHNESS;
import static keepshelf.core.model.MapRole.SHEEN;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.PaperItem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How large and in which form the files of a plan are, by records alone: no picture is read. */
class PlannedFilesTest extends OnPaper {
  @ParameterizedTest
  @CsvSource({
    // Host, side, what comes out
    "quickfoot, 8192, 4096",
    "quickfoot, 2890, 2048",
    "quickfoot, 2900, 4096",
    "quickfoot, 1000, 1024",
    "draughtroom, 8192, 2048",
    "draughtroom, 3000, 2048",
    "draughtroom, 1000, 1000",
    "lanternhouse, 16384, 16384"
  })
  void sidesAreBroughtWithinTheLimitsOfTheHost(String host, int side, int expected) {
    Planner p = planned(PaperItem.of("plank").maps(side, BASE_COLOUR), host);
    assertThat(p.maps()).extracting(PlannedMap::width).containsExactly(expected);
    assertThat(p.maps().getFirst().conversions().contains(Conversion.RESIZE))
        .isEqualTo(side != expected);
  }

  @Test
  void theLongerSideIsWhatTheLimitMeans() {
    PaperItem wide =
        PaperItem.of("strip").map(PaperItem.map("strip", BASE_COLOUR, "png", 8192, 1024, 3, 8));
    PlannedMap m = planned(wide, "draughtroom").maps().getFirst();
    assertThat(List.of(m.width(), m.height())).containsExactly(2048, 256);
  }

  @Test
  void smallerRoughnessShowsWhatSmallerNormalsLose() {
    PaperItem large =
        PaperItem.of("grit")
            .maps(8192, BASE_COLOUR, ROUGHNESS)
            .map(PaperItem.normal("grit", "gl", 8192));
    assertThat(done(planned(large, "quickfoot")))
        .containsEntry("metallicRoughnessTexture", "pack resize normal-variance")
        .containsEntry("normalTexture", "resize");
    PaperItem flat = PaperItem.of("grit").maps(8192, BASE_COLOUR, ROUGHNESS);
    assertThat(done(planned(flat, "quickfoot")))
        .containsEntry("metallicRoughnessTexture", "pack resize");
  }

  @ParameterizedTest
  @CsvSource({
    "png, 3, 16, draughtroom, depth",
    "png, 3, 16, lanternhouse, copied",
    "tiff, 3, 8, quickfoot, format",
    "jpeg, 3, 8, quickfoot, copied",
    "jpeg, 3, 8, kilnwork, format",
    // Inks, and greys where colour is wanted, are understood by few readers.
    "jpeg, 4, 8, lanternhouse, format",
    "png, 1, 8, lanternhouse, format",
    "webp, 3, 8, lanternhouse, format",
    // Light is brought to what is seen.
    "exr, 3, 16, lanternhouse, format",
    "hdr, 3, 32, lanternhouse, format"
  })
  void coloursAreWrittenAnewOnlyWhereTheHostCouldNotReadThem(
      String format, int channels, int bits, String host, String done) {
    PaperItem one =
        PaperItem.of("sign")
            .map(PaperItem.map("sign", BASE_COLOUR, format, 1024, 1024, channels, bits));
    Planner p = planned(one, host);
    assertThat(done(p).values()).containsExactly(done);
    String ending = done.equals("copied") ? (format.equals("jpeg") ? "jpg" : format) : null;
    if (ending != null) {
      assertThat(p.maps().getFirst().file()).endsWith("." + ending);
    } else {
      assertThat(p.maps().getFirst().format()).isEqualTo(host.equals("kilnwork") ? "tiff" : "png");
    }
  }

  @Test
  void heightsOfFloatsAreLevelled() {
    PaperItem one =
        PaperItem.of("dune")
            .maps(1024, BASE_COLOUR)
            .map(PaperItem.map("dune", HEIGHT, "exr", 1024, 1024, 1, 32));
    assertThat(done(planned(one, "lanternhouse"))).containsEntry("displacement", "level-height");
  }

  @Test
  void aGreySheenIsAnAmount() {
    PaperItem grey =
        PaperItem.of("felt")
            .maps(512, BASE_COLOUR)
            .map(PaperItem.map("felt", SHEEN, "png", 512, 512, 1, 8));
    assertThat(done(planned(grey, "lanternhouse"))).containsEntry("sheen", "copied");
    PaperItem coloured = PaperItem.of("felt").maps(512, BASE_COLOUR, SHEEN);
    assertThat(done(planned(coloured, "lanternhouse"))).containsEntry("sheen_color", "copied");
    assertThat(done(planned(grey, "plain-openpbr"))).containsEntry("fuzz_weight", "copied");
  }

  @Test
  void udimTilesAreWrittenOneByOneUnderTheirNumbers() {
    PaperItem tiles =
        PaperItem.of("hull")
            .map(PaperItem.tile("hull", BASE_COLOUR, 1024, 1001))
            .map(PaperItem.tile("hull", BASE_COLOUR, 1024, 1002))
            .map(PaperItem.tile("hull", ROUGHNESS, 1024, 1002));
    Planner p = planned(tiles, "lanternhouse");
    assertThat(p.tiled()).isTrue();
    assertThat(p.maps())
        .extracting(PlannedMap::file)
        .containsExactly(
            "hull_base_color.1001.png",
            "hull_base_color.1002.png",
            "hull_specular_roughness.1002.png");
  }
}
