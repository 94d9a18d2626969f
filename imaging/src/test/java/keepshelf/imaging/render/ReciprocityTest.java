package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import keepshelf.imaging.light.PrefilteredLight;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Light goes the same way in both directions, and none is made on the way. */
class ReciprocityTest {
  private static final float WIDE = 0.985f;

  private static float[] direction(double degrees, double azimuth) {
    double a = Math.toRadians(degrees);
    double b = Math.toRadians(azimuth);
    return new float[] {
      (float) (Math.sin(a) * Math.cos(b)), (float) (Math.sin(a) * Math.sin(b)), (float) Math.cos(a)
    };
  }

  private static PrefilteredLight lamp(float[] to) {
    return PrefilteredLight.of(
        (x, y, z, rgb) -> Arrays.fill(rgb, 0, 3, x * to[0] + y * to[1] + z * to[2] > WIDE ? 1 : 0));
  }

  private static float[] texel(String lobe) {
    float[] t = Surface.texel();
    Arrays.fill(t, 0, 3, 0.6f);
    if (lobe.equals("metal")) {
      t[Surface.METALLIC] = 1;
    } else if (lobe.equals("sheen")) {
      Arrays.fill(t, Surface.SHEEN, Surface.SHEEN + 3, 0.8f);
    } else if (lobe.equals("coat")) {
      t[Surface.COAT] = 1;
    }
    return t;
  }

  /** What a viewer at {@code v} sees of a lamp at {@code l}, for each lit part of the surface. */
  private static double seen(String lobe, float roughness, float[] v, float[] l) {
    PrefilteredLight light = lamp(l);
    Shader shader = new Shader(light, false);
    shader.substance(0.04f, 0, 0.4f);
    float[] n = {0, 0, 1};
    float[] texel = texel(lobe);
    float[] out = new float[3];
    double sum = 0;
    int passes = 256;
    for (int pass = 0; pass < passes; pass++) {
      GlossRays body = new GlossRays(light, pass);
      GlossRays above = new GlossRays(light, pass);

      shader.reflect(
          n,
          v,
          texel,
          roughness,
          body.gather(n, v, roughness, 0, (x, y, z) -> 1),
          above.gather(n, v, 0.4f, 0, (x, y, z) -> 1),
          1,
          new float[3],
          out);
      sum += out[1] / passes;
    }
    // The light is scaled by what a level surface gets; only the lamp's own slant is to stay.
    return sum / (l[2] * light.scale());
  }

  /**
   * What is given back for light that went from facet to facet is worked out from the viewer's side
   * alone (Turquin 2019), so that rough metal keeps this only roughly, and a lamp of ten degrees is
   * no single direction.
   */
  @ParameterizedTest
  @CsvSource({
    "matt, 1, 10, 60, 180, 0.06", "matt, 0.6, 25, 50, 90, 0.06", "matt, 0.4, 40, 55, 180, 0.12",
    "metal, 0.7, 15, 50, 180, 0.1", "metal, 0.5, 35, 50, 160, 0.16", "metal, 1, 10, 60, 45, 0.2",
    "sheen, 0.8, 20, 55, 180, 0.2", "coat, 0.7, 25, 50, 180, 0.15"
  })
  void viewerAndLampCanChangePlaces(
      String lobe, float roughness, double one, double other, double azimuth, double limit) {
    float[] a = direction(one, 0);
    float[] b = direction(other, azimuth);
    double there = seen(lobe, roughness, a, b);
    double back = seen(lobe, roughness, b, a);
    assertThat(there / back).isCloseTo(1, within(limit));
  }
}
