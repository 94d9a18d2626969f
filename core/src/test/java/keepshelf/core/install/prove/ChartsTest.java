package keepshelf.core.install.prove;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.disk.Hashes;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * What a reader makes of the chart tells what a document makes of the picture that it stands for.
 */
class ChartsTest {
  private static final int SIDE = 128;

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    Map<String, byte[]> scales = new LinkedHashMap<>();
    scales.put("fish_scales_basecolor.png", TestPacks.png(TestPacks.colour(SIDE, 1)));
    scales.put("fish_scales_normal_gl.png", TestPacks.png(TestPacks.normal(SIDE, 2, true)));
    scales.put("fish_scales_gloss.png", TestPacks.png(TestPacks.colour(SIDE, 3).channel(1)));
    SmallShelf.file(shelf, dir.resolve("scales.zip"), scales);
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private InstallPlan plan(String host) throws Exception {
    HostRecord h = new HostRecord(host, host, dir.resolve(host).toString());
    shelf.installer().addHost(h);
    return shelf.installer().plan(shelf.item("fish_scales"), h, InstallOptions.NONE.tile(1.0));
  }

  private Map<String, Path> charts(InstallPlan plan) throws Exception {
    return new Copies(plan, shelf.catalogue().pictures()::fingerprinted).charts();
  }

  /** Slopes of the chart at each of its pixels, from the lower left; {x, y} by signs and turn. */
  private static double[] slopes(int right, int up, boolean turned) throws Exception {
    Pixels p = ImageDecoder.decode(Charts.of(MapRole.NORMAL));
    int n = p.width();
    double[] out = new double[2 * n * n];
    for (int j = 0; j < n; j++) {
      for (int i = 0; i < n; i++) {
        int x = turned ? j : i;
        int y = turned ? i : n - 1 - j;
        int at = (y * n + x) * 3;
        double z = 2 * p.at(at + 2) - 1;
        out[2 * (j * n + i)] = -right * (2 * p.at(at) - 1) / z;
        out[2 * (j * n + i) + 1] = -up * (2 * p.at(at + 1) - 1) / z;
      }
    }
    return out;
  }

  private ProvedInput judged(double[] found) throws Exception {
    HostReader.Relief relief = new HostReader.Relief("normals", found, true);
    return LitSlopes.compare(plan("lanternhouse"), 0, relief).orElseThrow();
  }

  @Test
  void theChartAsItIsPassesAndIsNamed() throws Exception {
    ProvedInput p = judged(slopes(1, 1, false));
    assertThat(p.equal()).as(p.toString()).isTrue();
    assertThat(p.expected()).contains("chart");
  }

  @ParameterizedTest
  @CsvSource({"1,-1,false", "-1,1,false", "-1,-1,false", "1,1,true", "-1,1,true", "1,-1,true"})
  void theChartTurnedOrTurnedOverDoesNot(int right, int up, boolean turned) throws Exception {
    assertThat(judged(slopes(right, up, turned)).equal()).isFalse();
  }

  @Test
  void heightsOfTheChartFillMostOfTheirRangeAndTile() throws Exception {
    Pixels p = ImageDecoder.decode(Charts.of(MapRole.HEIGHT));
    float low = 1;
    float high = 0;
    for (float v : p.plane(0)) {
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
    assertThat(low).isBetween(0.01f, 0.3f);
    assertThat(high).isBetween(0.7f, 0.99f);
  }

  @Test
  void onlyWhatIsCopiedHasAChart() throws Exception {
    InstallPlan plan = plan("lanternhouse");
    assertThat(charts(plan))
        .containsOnlyKeys(
            plan.maps().stream()
                .filter(m -> m.role() == MapRole.BASE_COLOUR || m.role() == MapRole.NORMAL)
                .map(m -> m.source().sha256())
                .toList());
    // All maps become another format there.
    assertThat(charts(plan("kilnwork"))).isEmpty();
  }

  @Test
  void chartsThatWereClearedAwayAreWrittenAgain() throws Exception {
    Path chart = Charts.of(MapRole.NORMAL);
    String before = Hashes.sha256(chart);
    Files.delete(chart);
    assertThat(Hashes.sha256(Charts.of(MapRole.NORMAL))).isEqualTo(before);
  }

  @Test
  void aPictureThatWasNeverDecodedWholeIsDecoded() throws Exception {
    byte[] whole = TestPacks.png(TestPacks.colour(SIDE, 5));
    Map<String, byte[]> cut = new LinkedHashMap<>();
    java.util.Arrays.fill(whole, whole.length / 2, whole.length / 2 + 64, (byte) 0x5A);
    cut.put("wet_sand_basecolor.png", whole);
    Path rough = dir.resolve("r.png");
    ImageEncoder.png(TestPacks.colour(SIDE, 6).channel(0), rough, 1);
    cut.put("wet_sand_roughness.png", Files.readAllBytes(rough));
    SmallShelf.file(shelf, dir.resolve("sand.zip"), cut);
    HostRecord h = new HostRecord("lanternhouse", "lanternhouse", dir.resolve("l").toString());
    shelf.installer().addHost(h);
    InstallPlan plan =
        shelf.installer().plan(shelf.item("wet_sand"), h, InstallOptions.NONE.tile(1.0));
    assertThat(plan.maps()).allMatch(m -> m.copied()).isNotEmpty();
    String roughness =
        plan.maps().stream()
            .filter(m -> m.role() == MapRole.ROUGHNESS)
            .findFirst()
            .orElseThrow()
            .source()
            .sha256();
    assertThat(charts(plan)).containsOnlyKeys(roughness);
    // Nothing is known of what was decoded, as after the catalogue was made anew.
    assertThat(new Copies(plan, asked -> Set.of()).charts()).isEmpty();
  }
}
