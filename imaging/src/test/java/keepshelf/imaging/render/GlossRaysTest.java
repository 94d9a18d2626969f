package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import keepshelf.imaging.light.PrefilteredLight;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GlossRaysTest {
  private static final PrefilteredLight WHITE = PrefilteredLight.uniform(1);

  private static float[] towards(double degrees) {
    double a = Math.toRadians(degrees);
    return new float[] {(float) Math.sin(a), 0, (float) Math.cos(a)};
  }

  private static float[] mean(
      PrefilteredLight light, float[] n, float[] v, float roughness, GlossRays.Sight sight) {
    float[] out = new float[2];
    for (int pass = 0; pass < 64; pass++) {
      GlossRays.Mirrored m = new GlossRays(light, pass).gather(n, v, roughness, 0.3f, sight);
      out[0] += m.scale()[1] / 64;
      out[1] += m.bias()[1] / 64;
    }
    return out;
  }

  /** In uniform light the drawn directions come to what the table of the lobe holds. */
  @ParameterizedTest
  @CsvSource({"0.1, 0", "0.1, 60", "0.4, 0", "0.4, 45", "0.4, 75", "0.8, 10", "0.8, 60", "1, 30"})
  void inUniformLightTheyComeToTheTable(float roughness, double degrees) {
    float[] got = mean(WHITE, new float[] {0, 0, 1}, towards(degrees), roughness, (x, y, z) -> 1);
    float[] table = new float[2];
    SplitSum.lookUp((float) Math.cos(Math.toRadians(degrees)), roughness, table);
    assertThat(got[0]).isCloseTo(table[0], within(0.025f));
    assertThat(got[1]).isCloseTo(table[1], within(0.02f));
  }

  /** Whichever way the surface faces, the frame of its lobe is no matter. */
  @Test
  void theLobeTurnsWithTheSurface() {
    float[] v = towards(40);
    float[] up = mean(WHITE, new float[] {0, 0, 1}, v, 0.5f, (x, y, z) -> 1);
    float[] down =
        mean(WHITE, new float[] {0, 0, -1}, new float[] {v[0], v[1], -v[2]}, 0.5f, (x, y, z) -> 1);
    float[] aside =
        mean(WHITE, new float[] {0, 1, 0}, new float[] {v[0], v[2], 0}, 0.5f, (x, y, z) -> 1);
    assertThat(down[0]).isCloseTo(up[0], within(0.01f));
    assertThat(aside[0]).isCloseTo(up[0], within(0.01f));
  }

  /** A smooth surface looks along the mirrored direction, and asks what stands in the way there. */
  @Test
  void whatStandsInTheWayIsTakenAway() {
    float[] n = {0, 0, 1};
    float[] v = towards(50);
    GlossRays.Sight left = (x, y, z) -> x < 0 ? 0 : 1;
    assertThat(mean(WHITE, n, v, 0.1f, left)[0]).as("mirrored to the left").isZero();
    float all = mean(WHITE, n, v, 0.1f, (x, y, z) -> 1)[0];
    assertThat(mean(WHITE, n, v, 0.1f, (x, y, z) -> 0.25f)[0]).isCloseTo(all / 4, within(1e-3f));
    assertThat(mean(WHITE, n, v, 0.1f, (x, y, z) -> x < 0 ? 1 : 0)[0])
        .isCloseTo(all, within(1e-3f));
  }

  /** At a slant a highlight is long along the slant and narrow across. */
  @Test
  void atASlantAHighlightIsLongAndNarrow() {
    float[] v = towards(65);
    double along = lit(v, 14, 0);
    double across = lit(v, 0, 14);
    assertThat(along).isGreaterThan(1.5 * across);
  }

  /** What is seen of a lamp that stands some degrees beside the mirrored direction. */
  private static double lit(float[] v, double more, double aside) {
    double polar = Math.toRadians(65 + more);
    double azimuth = Math.toRadians(180 + aside / Math.sin(Math.toRadians(65)));
    float lx = (float) (Math.sin(polar) * Math.cos(azimuth));
    float ly = (float) (Math.sin(polar) * Math.sin(azimuth));
    float lz = (float) Math.cos(polar);
    PrefilteredLight lamp =
        PrefilteredLight.of((x, y, z, rgb) ->
            Arrays.fill(rgb, 0, 3, x * lx + y * ly + z * lz > 0.998f ? 1 : 0.0001f));
    return mean(lamp, new float[] {0, 0, 1}, v, 0.3f, (x, y, z) -> 1)[0] / lamp.scale();
  }
}
