package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.panorama.EnvironmentPreview;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EnvironmentFactsTest {
  private static final int W = 512;
  private static final int H = 256;

  /** A sky over a darker ground, with a disc of light when {@code power} is above 0. */
  private static Pixels sky(double azimuth, double elevation, float power, float ground) {
    float[] rgb = new float[W * H * 3];
    double a0 = Math.toRadians(azimuth);
    double e0 = Math.toRadians(elevation);
    for (int y = 0; y < H; y++) {
      double e = Math.PI * (0.5 - (y + 0.5) / H);
      for (int x = 0; x < W; x++) {
        double a = ((x + 0.5) / W - 0.5) * 2 * Math.PI;
        double cos = Math.sin(e) * Math.sin(e0) + Math.cos(e) * Math.cos(e0) * Math.cos(a - a0);
        float v = e > 0 ? 1 : ground;
        if (power > 0 && cos > Math.cos(Math.toRadians(2))) {
          v = power;
        }
        for (int c = 0; c < 3; c++) {
          rgb[(y * W + x) * 3 + c] = v;
        }
      }
    }
    return Pixels.f32(W, H, 3, rgb);
  }

  @ParameterizedTest
  @CsvSource({"0,20", "-68,14", "95,45", "179,10", "-175,60", "30,80"})
  void theSunIsFoundWhereItStands(double azimuth, double elevation) {
    EnvironmentFacts f = EnvironmentFacts.of(sky(azimuth, elevation, 2000, 0.2f));
    assertThat(f.sun()).isNotNull();
    double off = Math.abs(f.sun().azimuthDegrees() - azimuth);
    assertThat(Math.min(off, 360 - off) * Math.cos(Math.toRadians(elevation))).isLessThan(1);
    assertThat(f.sun().elevationDegrees()).isCloseTo(elevation, within(1.0));
    assertThat(f.sun().share()).isBetween(0.1, 0.9);
    assertThat(f.stops()).isGreaterThan(8);
  }

  @Test
  void softLightHasNoSun() {
    EnvironmentFacts f = EnvironmentFacts.of(sky(0, 40, 0, 0.2f));
    assertThat(f.sun()).isNull();
    assertThat(f.horizonDegrees()).isCloseTo(0, within(1.0));
    assertThat(f.skyShare()).isCloseTo(1 / 1.2, within(0.02));
    assertThat(f.stops()).isCloseTo(Math.log(5) / Math.log(2), within(0.1));
    assertThat(EnvironmentFacts.of(sky(0, 40, 0, 1)).horizonDegrees()).isNull();
  }

  @Test
  void blackHasNothing() {
    EnvironmentFacts f = EnvironmentFacts.of(Pixels.f32(8, 4, 3, new float[96]));
    assertThat(f.sun()).isNull();
    assertThat(f.stops()).isZero();
  }

  @Test
  void theMattBallIsBrightWhereTheLightComesFrom() {
    int side = 200;
    int[] p = EnvironmentPreview.render(sky(0, 60, 4000, 0.1f), side);
    int cx = (int) (side * 0.26);
    int cy = (int) (side * 0.75);
    int r = (int) (side * 0.16);
    assertThat(p[(cy - r) * side + cx] & 255).isGreaterThan((p[(cy + r) * side + cx] & 255) + 40);
    // The same light from the left brightens the left.
    int[] left = EnvironmentPreview.render(sky(-90, 10, 4000, 0.1f), side);
    assertThat(left[cy * side + cx - r] & 255).isGreaterThan((left[cy * side + cx + r] & 255) + 40);
  }
}
