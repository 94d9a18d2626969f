package keepshelf.core.install.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a host should find is worked out from the originals, not from what was written. */
class ExpectedMapTest extends OnSmallShelf {
  private InstallPlan plan(String key, String host) throws Exception {
    HostRecord h = new HostRecord(host, host, dir.resolve(host).toString());
    shelf.installer().addHost(h);
    return shelf.installer().plan(shelf.item(key), h, InstallOptions.NONE);
  }

  private static PlannedMap map(InstallPlan p, MapRole role) {
    return p.maps().stream().filter(m -> m.role() == role).findFirst().orElseThrow();
  }

  private static double mean(Pixels p, int channel) {
    double s = 0;
    for (float v : p.plane(channel)) {
      s += v;
    }
    return s / p.width() / p.height();
  }

  @Test
  void copiesHaveTheMeansOfTheOriginal() throws Exception {
    InstallPlan p = plan("shore_cord", "lanternhouse");
    PlannedMap m = map(p, MapRole.BASE_COLOUR);
    ExpectedMap e = ExpectedMap.of(m, m.use(), p);
    Pixels original = TestPacks.colour(64, 5);
    assertThat(e.width()).isEqualTo(64);
    for (int c = 0; c < 3; c++) {
      assertThat(e.mean()[c]).isCloseTo(mean(original, c), within(1e-6));
    }
  }

  @Test
  void roughnessIsGlossTheOtherWayRound() throws Exception {
    InstallPlan p = plan("shore_cord", "kilnwork");
    PlannedMap m = map(p, MapRole.GLOSS);
    ExpectedMap e = ExpectedMap.of(m, m.use(), p);
    double rough = mean(TestPacks.grey(64, 5 + "roughness".length()), 0);
    assertThat(e.mean()[0]).isCloseTo(1 - rough, within(1e-6));
  }

  @Test
  void flippedGreenIsTheOtherWayRound() throws Exception {
    InstallPlan p = plan("shore_cord", "kilnwork");
    PlannedMap m = map(p, MapRole.NORMAL);
    ExpectedMap e = ExpectedMap.of(m, m.use(), p);
    Pixels n = TestPacks.normal(64, 5, true);
    assertThat(e.mean()[0]).isCloseTo(mean(n, 0), within(1e-3));
    assertThat(e.mean()[1]).isCloseTo(1 - mean(n, 1), within(1e-3));
    assertThat(e.mean()[2]).isCloseTo(mean(n, 2), within(1e-3));
  }

  @Test
  void channelsThatTheItemHasNotAreFilled() throws Exception {
    InstallPlan p = plan("shore_cord", "quickfoot");
    PlannedMap m = map(p, MapRole.PACKED);
    ExpectedMap e = ExpectedMap.of(m, m.use(), p);
    double rough = mean(TestPacks.grey(64, 5 + "roughness".length()), 0);
    assertThat(e.mean()[0]).isCloseTo(1, within(0.01));
    assertThat(e.mean()[1]).isCloseTo(rough, within(0.01));
    assertThat(e.mean()[2]).isCloseTo(0, within(0.01));
  }

  @Test
  void bumpMadeOfNormalsIsAskedOfTheConversionItself() throws Exception {
    InstallPlan p = plan("shore_cord", "draughtroom");
    PlannedMap m = map(p, MapRole.BUMP);
    ExpectedMap e = ExpectedMap.of(m, m.use(), p);
    assertThat(e.mean()).hasSize(1);
    assertThat(e.mean()[0]).isBetween(0.3, 0.7);
  }

  @Test
  void whatTheReaderFindsIsComparedChannelByChannel() {
    ExpectedMap e = new ExpectedMap(4, 4, new double[] {0.2, 0.5, 0.9}, 0.002);
    assertThat(e.agrees(new double[] {0.2, 0.5, 0.9})).isTrue();
    assertThat(e.agrees(new double[] {0.2, 0.5, 0.9, 1})).isTrue();
    assertThat(e.agrees(new double[] {0.2, 0.5})).isFalse();
    assertThat(e.agrees(new double[] {0.2, 0.5, Double.NaN})).isFalse();
    assertThat(e.agrees(new double[0])).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "0.5, 0.5019, true",
    "0.5, 0.5021, false",
    "0.5, 0.4981, true",
    "0.5, 0.4979, false",
    // Of light that is brighter than white it is a share.
    "50, 50.09, true",
    "50, 50.11, false",
    "0, 0.0019, true"
  })
  void theToleranceIsAShareOfWhatIsLarge(double meant, double found, boolean agrees) {
    ExpectedMap e = new ExpectedMap(1, 1, new double[] {meant}, 0.002);
    assertThat(e.agrees(new double[] {found})).isEqualTo(agrees);
  }

  @Test
  void anOriginalThatIsGoneIsSaidAndEverythingIsWorkedOutInTheBackground() throws Exception {
    InstallPlan p = plan("shore_cord", "lanternhouse");
    PlannedMap m = map(p, MapRole.BASE_COLOUR);
    assertThat(Meant.of(p, new Copies(p, asked -> java.util.Set.of())).map(m, m.use()).width())
        .isEqualTo(64);
    Files.delete(m.from());
    assertThatThrownBy(
            () -> Meant.of(p, new Copies(p, asked -> java.util.Set.of())).map(m, m.use()))
        .isInstanceOf(IOException.class);
  }
}
