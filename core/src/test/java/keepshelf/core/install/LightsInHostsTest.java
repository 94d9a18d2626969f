package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.format.Light;
import keepshelf.core.install.document.SceneMaker;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.analyse.EnvironmentFacts;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A panorama with one small sun over a dim sky and dark ground, set up in every kind of host. */
class LightsInHostsTest extends OnSmallShelf {
  private static final int WIDTH = 256;
  private static final int HEIGHT = 128;
  private static final int SUN_X = 192;
  private static final int SUN_Y = 32;

  private ShelvedItem dawn;

  private static Pixels panorama(boolean sun, int horizonRow) {
    float[] out = new float[WIDTH * HEIGHT * 3];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        boolean in = sun && Math.abs(x - SUN_X) < 2 && Math.abs(y - SUN_Y) < 2;
        float v = in ? 9000 : y < horizonRow ? 0.6f : 0.05f;
        int at = (y * WIDTH + x) * 3;
        out[at] = v;
        out[at + 1] = in ? v * 0.8f : v;
        out[at + 2] = in ? v * 0.6f : v;
      }
    }
    return Pixels.f32(WIDTH, HEIGHT, 3, out);
  }

  private ShelvedItem filed(String name, Pixels p) throws Exception {
    Path hdr = dir.resolve(name + ".hdr");
    ImageEncoder.hdr(p, hdr);
    SmallShelf.file(
        shelf, dir.resolve(name + ".zip"), Map.of(name + ".hdr", Files.readAllBytes(hdr)));
    return shelf.item(name);
  }

  @BeforeEach
  void dawn() throws Exception {
    dawn = filed("quay_dawn", panorama(true, 64));
  }

  private HostRecord host(String profile) {
    HostRecord h = new HostRecord(profile, profile, dir.resolve(profile).toString());
    shelf.installer().addHost(h);
    return h;
  }

  private InstallPlan plan(ShelvedItem item, String profile, InstallOptions options)
      throws ShelfException {
    return shelf.installer().plan(item, host(profile), options);
  }

  private static Light.Dome dome(InstallPlan plan) throws Exception {
    return new SceneMaker(plan)
        .main().lights().stream()
            .filter(l -> l instanceof Light.Dome)
            .map(l -> (Light.Dome) l)
            .findFirst()
            .orElseThrow();
  }

  @ParameterizedTest
  @ValueSource(strings = {"plain-materialx", "plain-usd", "lanternhouse", "proscenia"})
  void hostsThatTakePanoramasGetItBitForBit(String profile) throws Exception {
    InstallPlan plan = plan(dawn, profile, InstallOptions.NONE);
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    Path delivered = shelf.folder().resolve(dawn.pack().folder()).resolve("quay_dawn.hdr");
    assertThat(i.files())
        .filteredOn(f -> f.role() != null)
        .hasSize(1)
        .allSatisfy(
            f -> assertThat(Hashes.sha256(Path.of(f.path()))).isEqualTo(Hashes.sha256(delivered)));
  }

  @ParameterizedTest
  @CsvSource({"0, 1", "35, 1", "-120, 0.25", "180, 8"})
  void turnAndBrightnessReachTheDome(double turn, double brightness) throws Exception {
    InstallPlan plan = plan(dawn, "plain-usd", InstallOptions.NONE.light(turn, brightness, false));
    Light.Dome d = dome(plan);
    assertThat(d.turnDegrees()).isCloseTo(turn, within(1e-9));
    assertThat(d.brightness()).isCloseTo(brightness, within(1e-9));
  }

  /** Where no picture can light, the sun in it does: from where it stands, in its colour. */
  @ParameterizedTest
  @CsvSource({"0", "90", "-45"})
  void aHostWithoutPanoramasGetsTheSunAndASky(double turn) throws Exception {
    InstallPlan plan = plan(dawn, "plain-gltf", InstallOptions.NONE.light(turn, 1, false));
    Light.Sun sun = plan.light();
    EnvironmentFacts facts = EnvironmentFacts.of(panorama(true, 64));
    assertThat(sun.elevationDegrees()).isCloseTo(45, within(1.5));
    assertThat(Math.IEEEremainder(sun.azimuthDegrees() + turn - facts.sun().azimuthDegrees(), 360))
        .isCloseTo(0, within(1e-6));
    assertThat(sun.red()).isCloseTo(1, within(1e-9));
    assertThat(sun.green()).isCloseTo(0.8, within(0.02));
    assertThat(sun.blue()).isCloseTo(0.6, within(0.02));
    assertThat(plan.remarks()).anyMatch(r -> r.contains("set up as a sun"));
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    Pixels sky =
        ImageDecoder.decode(
            Path.of(
                i.files().stream().filter(f -> f.role() != null).findFirst().orElseThrow().path()));
    assertThat(sky.width()).isEqualTo(2 * sky.height());
  }

  @Test
  void withoutASunItIsSaidThatThereIsNoLight() throws Exception {
    ShelvedItem dull = filed("quay_fog", panorama(false, 64));
    InstallPlan plan = plan(dull, "plain-gltf", InstallOptions.NONE);
    assertThat(plan.light()).isNull();
    assertThat(plan.remarks()).anyMatch(r -> r.contains("there is no sun in it"));
  }

  @Test
  void aLowHorizonIsBroughtToTheMiddle() throws Exception {
    ShelvedItem low = filed("quay_low", panorama(false, 80));
    InstallPlan plan = plan(low, "plain-usd", InstallOptions.NONE.light(0, 1, true));
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    Pixels level =
        ImageDecoder.decode(
            Path.of(
                i.files().stream().filter(f -> f.role() != null).findFirst().orElseThrow().path()));
    int row = 0;
    while (level.value(10, row, 0) > 0.3) {
      row++;
    }
    assertThat(row).isBetween(62, 66);
  }

  @Test
  void aDrawingTakesNoLightAndSaysWhy() {
    assertThatThrownBy(() -> plan(dawn, "draughtroom", InstallOptions.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("light");
    assertThat(dir.resolve("draughtroom")).doesNotExist();
  }
}
