package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.light.PrefilteredLight;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FurnaceTest {
  /** In uniform white light a white surface must send back exactly what it gets. */
  @ParameterizedTest
  @CsvSource({"0.1,0", "0.3,0", "0.6,0", "1,0", "0.1,1", "0.3,1", "0.6,1", "1,1"})
  void aWhiteSurfaceVanishesInAWhiteFurnace(float roughness, float metallic) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] texel = Surface.texel();
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

  /** White fibres, white light through a sheet, a layer by a map: none loses or makes light. */
  @ParameterizedTest
  @CsvSource({"0.3, sheen", "0.8, sheen", "0.3, translucency", "1, translucency", "0.4, coat"})
  void whatFewSurfacesHaveVanishesInAWhiteFurnaceToo(float roughness, String lobe) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] texel = Surface.texel();
    for (int c = 0; c < 3; c++) {
      texel[Surface.BASE + c] = 1;
      texel[Surface.SHEEN + c] = lobe.equals("sheen") ? 1 : 0;
      texel[Surface.TRANSLUCENCY + c] = lobe.equals("translucency") ? 1 : 0;
    }
    texel[Surface.COAT] = lobe.equals("coat") ? 1 : -1;
    float[] out = new float[3];
    float[] n = {0, 0, 1};
    for (double angle = 0; angle < 1.45; angle += 0.1) {
      float[] v = {(float) Math.sin(angle), 0, (float) Math.cos(angle)};
      shader.shade(n, n, v, texel, roughness, out);
      assertThat(out[1]).as("%s at %.1f rad", lobe, angle).isCloseTo(1f, within(0.012f));
    }
  }

  @ParameterizedTest
  @CsvSource({"0.1, 1", "0.5, 1.5", "0.9, 2.4"})
  void whatIsClearVanishesToo(float roughness, float index) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    shader.clear(0.8f, index);
    float[] texel = Surface.texel();
    texel[Surface.BASE] = texel[Surface.BASE + 1] = texel[Surface.BASE + 2] = 1;
    float[] out = new float[3];
    float[] n = {0, 0, 1};
    for (double angle = 0; angle < 1.45; angle += 0.1) {
      float[] v = {(float) Math.sin(angle), 0, (float) Math.cos(angle)};
      shader.shade(n, n, v, texel, roughness, out);
      assertThat(out[0]).as("at %.1f rad", angle).isCloseTo(1f, within(0.012f));
    }
  }

  /** Half the sky is bright: a sheet shows it where it is, glass shows it moved. */
  @Test
  void aSheetDoesNotBendWhatIsBehindItAndGlassDoes() {
    PrefilteredLight right =
        PrefilteredLight.of(
            (x, y, z, rgb) -> java.util.Arrays.fill(rgb, 0, 3, z < 0 && x > 0.25f ? 1 : 0.05f));
    float[] texel = Surface.texel();
    texel[Surface.BASE] = 1;
    float[] n = {-0.5f, 0, (float) Math.sqrt(0.75)};
    float[] v = {0, 0, 1};
    float[] sheet = new float[3];
    float[] glass = new float[3];
    Shader shader = new Shader(right, false);
    shader.clear(1, 1);
    shader.shade(n, n, v, texel, 0.05f, sheet);
    shader.clear(1, 1.8f);
    shader.shade(n, n, v, texel, 0.05f, glass);
    assertThat(glass[0]).isGreaterThan(2 * sheet[0]);
  }

  @Test
  void fibresShowMostAtTheEdge() {
    float before = 1.01f;
    for (float cos = 0.15f; cos <= 1; cos += 0.05f) {
      float share = SheenAlbedo.at(cos);
      assertThat(share).isBetween(0f, before);
      before = share;
    }
    assertThat(SheenAlbedo.at(0.1f)).isGreaterThan(5 * SheenAlbedo.at(0.9f));
  }

  @Test
  void metalLetsNothingThrough() {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] plain = Surface.texel();
    plain[Surface.METALLIC] = 1;
    float[] lit = plain.clone();
    lit[Surface.TRANSLUCENCY] = 1;
    float[] a = new float[3];
    float[] b = new float[3];
    float[] n = {0, 0, 1};
    float[] v = {0.6f, 0, 0.8f};
    shader.shade(n, n, v, plain, 0.4f, a);
    shader.shade(n, n, v, lit, 0.4f, b);
    assertThat(b).containsExactly(a);
  }

  /** Light from behind the viewer only: where the surface tilts along its grain it is lost. */
  @Test
  void reflectionsAreDrawnOutAcrossTheGrain() {
    PrefilteredLight spot =
        PrefilteredLight.of(
            (x, y, z, rgb) -> java.util.Arrays.fill(rgb, 0, 3, z > 0.97f ? 30 : 0.1f));
    Shader shader = new Shader(spot, false);
    float[] texel = Surface.texel();
    texel[Surface.METALLIC] = 1;
    texel[Surface.BASE] = texel[Surface.BASE + 1] = texel[Surface.BASE + 2] = 1;
    texel[Surface.ANISOTROPY] = 1;
    float[] v = {0, 0, 1};
    float[] grain = {1, 0, 0};
    float[] alongGrain = new float[3];
    float[] across = new float[3];
    float[] plain = new float[3];
    float tilt = 0.3f;
    float[] right = {(float) Math.sin(tilt), 0, (float) Math.cos(tilt)};
    float[] up = {0, (float) Math.sin(tilt), (float) Math.cos(tilt)};
    float[] tilted = {(float) Math.cos(tilt), 0, (float) -Math.sin(tilt)};
    shader.shade(right, right, v, texel, 0.25f, tilted, alongGrain);
    shader.shade(up, up, v, texel, 0.25f, grain, across);
    texel[Surface.ANISOTROPY] = 0;
    shader.shade(up, up, v, texel, 0.25f, grain, plain);
    assertThat(across[0]).isGreaterThan(3 * plain[0]).isGreaterThan(1.3f * alongGrain[0]);
  }

  @ParameterizedTest
  @CsvSource({"0.05", "0.4", "1"})
  void nothingReflectsMoreThanItGets(float roughness) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    float[] texel = Surface.texel();
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
