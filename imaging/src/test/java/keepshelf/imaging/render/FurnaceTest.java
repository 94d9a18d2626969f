package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FurnaceTest {
  /** In uniform white light a white surface must send back exactly what it gets. */
  @ParameterizedTest
  @CsvSource({"0.1,0", "0.3,0", "0.6,0", "1,0", "0.1,1", "0.3,1", "0.6,1", "1,1"})
  void aWhiteSurfaceVanishesInAWhiteFurnace(float roughness, float metallic) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] texel = new float[Surface.STRIDE];
    texel[Surface.BASE] = texel[Surface.BASE + 1] = texel[Surface.BASE + 2] = 1;
    texel[Surface.METALLIC] = metallic;
    texel[Surface.OCCLUSION] = 1;
    float[] out = new float[3];
    for (double angle = 0; angle < 1.45; angle += 0.1) {
      float[] n = {0, 0, 1};
      float[] v = {(float) Math.sin(angle), 0, (float) Math.cos(angle)};
      shader.shade(n, n, v, texel, roughness, out);
      for (float c : out) {
        assertThat(c).as("at %.1f rad", angle).isCloseTo(1f, within(0.01f));
      }
    }
  }

  @ParameterizedTest
  @CsvSource({"0.05", "0.4", "1"})
  void nothingReflectsMoreThanItGets(float roughness) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] texel = new float[Surface.STRIDE];
    texel[Surface.OCCLUSION] = 1;
    float[] out = new float[3];
    for (float base = 0; base <= 1; base += 0.25f) {
      for (float metallic = 0; metallic <= 1; metallic += 0.5f) {
        texel[Surface.BASE] = texel[Surface.BASE + 1] = texel[Surface.BASE + 2] = base;
        texel[Surface.METALLIC] = metallic;
        shader.shade(
            new float[] {0, 0, 1},
            new float[] {0, 0, 1},
            new float[] {0.6f, 0, 0.8f},
            texel,
            roughness,
            out);
        assertThat(out[0]).isBetween(0f, 1.01f);
      }
    }
  }
}
