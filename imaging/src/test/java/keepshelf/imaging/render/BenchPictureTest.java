package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.Sequences;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BenchScene.Cover;
import keepshelf.imaging.render.BenchScene.Laying;
import keepshelf.imaging.render.BenchScene.Lighting;
import keepshelf.imaging.render.BenchScene.Shape;
import keepshelf.imaging.render.BenchScene.Substance;
import keepshelf.imaging.render.BenchScene.View;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class BenchPictureTest {
  private static final int SIDE = 96;
  private static final LightField SLIP = LightField.of(Light.OVERCAST_SLIP);

  private static Surface grey(float base, float[] heights) {
    Surface.Builder b = new Surface.Builder(64, 64).base(base, base, base).roughness(0.7f);
    return (heights == null ? b : b.heights(heights)).build();
  }

  private static BenchScene scene(Shape shape, Laying laying) {
    return scene(shape, laying, Lighting.plain(SLIP));
  }

  private static BenchScene scene(Shape shape, Laying laying, Lighting lighting) {
    return new BenchScene(
        shape,
        0.5,
        new Cover(0.5, 0.5, laying, Substance.USUAL),
        lighting,
        new View(0, 0, 1),
        false);
  }

  private static int[] fine(Surface s, BenchScene scene, int passes) {
    BenchPicture p = new BenchPicture(s, scene, SIDE, SIDE);
    for (int i = 0; i < passes; i++) {
      assertThat(p.pass(() -> false)).isTrue();
    }
    assertThat(p.passes()).isEqualTo(passes);
    return p.argb();
  }

  private static int green(int argb) {
    return argb >> 8 & 255;
  }

  private static double mean(int[] argb) {
    return Arrays.stream(argb).map(BenchPictureTest::green).average().orElseThrow();
  }

  @ParameterizedTest
  @EnumSource(Shape.class)
  void theSamePictureComesOutAgainAndTheRoughOneIsLikeIt(Shape shape) {
    float[] h = new float[64 * 64];
    for (int i = 0; i < h.length; i++) {
      h[i] = (float) (0.5 + 0.5 * Math.sin(i % 64 / 64.0 * 12.566));
    }
    BenchScene scene = scene(shape, new Laying(0, 0, 0, 0.01, 0.5));
    Surface s = grey(0.4f, h);
    int[] once = fine(s, scene, 3);
    assertThat(fine(s, scene, 3)).isEqualTo(once);
    int[] rough = new BenchPicture(s, scene, SIDE, SIDE).rough(2);
    assertThat(mean(rough)).isCloseTo(mean(once), within(6.0));
    assertThat(Arrays.stream(once)).allMatch(v -> v >>> 24 == 255);
  }

  @Test
  void aPassThatIsStoppedLeavesThePictureAsItWas() {
    BenchPicture p =
        new BenchPicture(grey(0.5f, null), scene(Shape.BALL, Laying.PLAIN), SIDE, SIDE);
    p.pass(() -> false);
    int[] before = p.argb();
    assertThat(p.pass(() -> true)).isFalse();
    assertThat(p.passes()).isEqualTo(1);
    assertThat(p.argb()).isEqualTo(before);
  }

  /** Half of the tile is raised: the silhouette at the top is where it should be, to a pixel. */
  @ParameterizedTest
  @CsvSource({"0.02", "0.04", "0.06"})
  void reliefIsAsHighAsItSays(double relief) {
    float[] h = new float[64 * 64];
    // The upper half of the tile, which covers the upper half of the slab, is high.
    Arrays.fill(h, 0, 64 * 32, 1f);
    Surface s = grey(0.9f, h);
    int side = 300;
    BenchScene flat = scene(Shape.BLOCK, Laying.PLAIN);
    BenchScene raised = scene(Shape.BLOCK, new Laying(0, 0, 0, relief, 0));
    int wide = width(s, flat, side, 0.25);
    int wider = width(s, raised, side, 0.25);
    double perPixel = new BenchPicture(s, flat, side, side).metresPerPixel();
    assertThat((wider - wide) * perPixel / 2)
        .isCloseTo(outline(relief) - outline(0), within(perPixel * 1.01));
  }

  /**
   * Half the width of a raised block's outline as the eye sees it, brought to the block's middle:
   * the rounded edge in front stands out most, and is nearer.
   */
  private static double outline(double relief) {
    double half = 0.25;
    double eye = 7.2 * half;
    double round = half * 0.08;
    double most = 0;
    for (double a = 0; a < Math.PI / 2; a += 0.001) {
      double x = half - round + (round + relief) * Math.cos(a);
      double z = half - round + (round + relief) * Math.sin(a);
      most = Math.max(most, x / (eye - z) * eye);
    }
    return most;
  }

  /** Pixels that the object covers in a row at a share of the picture from the top. */
  private static int width(Surface s, BenchScene scene, int side, double at) {
    int[] p = new BenchPicture(s, scene, side, side).rough(1);
    int row = (int) (side * at) + 15;
    int n = 0;
    int ground = green(p[row * side]);
    for (int x = 0; x < side; x++) {
      n += Math.abs(green(p[row * side + x]) - ground) > 12 ? 1 : 0;
    }
    return n;
  }

  @Test
  void aReliefShadesItself() {
    float[] h = new float[64 * 64];
    for (int i = 0; i < h.length; i++) {
      h[i] = i % 16 < 8 ? 1 : 0;
    }
    Surface s = grey(0.6f, h);
    double flat = mean(fine(s, scene(Shape.SLAB, Laying.PLAIN), 2));
    double low = mean(fine(s, scene(Shape.SLAB, new Laying(0, 0, 0, 0.004, 0.5)), 2));
    double high = mean(fine(s, scene(Shape.SLAB, new Laying(0, 0, 0, 0.03, 0.5)), 2));
    assertThat(low).isLessThan(flat + 0.5);
    assertThat(high).isLessThan(low - 2);
  }

  @Test
  void twoStopsAreFourTimesTheLight() {
    Surface dark = grey(0.05f, null);
    double[] lit = new double[2];
    for (int i = 0; i < 2; i++) {
      BenchScene s = scene(Shape.SLAB, Laying.PLAIN, new Lighting(SLIP, 0, 2 * i, false));
      int[] p = new BenchPicture(dark, s, SIDE, SIDE).rough(1);
      lit[i] = keepshelf.imaging.colour.Srgb.byteToLinear(green(p[SIDE / 2 * SIDE + SIDE / 2]));
    }
    assertThat(lit[1] / lit[0]).isCloseTo(4, within(0.35));
  }

  @Test
  void holesShowWhatIsBehind() {
    float[] open = new float[64 * 64];
    Surface gone = new Surface.Builder(64, 64).base(1, 0, 0).opacity(open).build();
    int[] p = fine(gone, scene(Shape.BALL, Laying.PLAIN), 1);
    int middle = p[SIDE / 2 * SIDE + SIDE / 2];
    assertThat(Math.abs(green(middle) - (middle >> 16 & 255))).isLessThan(3);
  }

  /** A white surface in a white light is as bright as the light whatever lies on it. */
  @ParameterizedTest
  @CsvSource({"0,0", "0.5,0.1", "1,0.1", "1,0.6"})
  void aCoatLosesNoLight(float coat, float rough) {
    Shader shader = new Shader(PrefilteredLight.uniform(1), false);
    shader.substance(0.04f, coat, rough);
    float[] texel = Surface.texel();
    texel[Surface.BASE] = texel[Surface.BASE + 1] = texel[Surface.BASE + 2] = 1;
    texel[Surface.OCCLUSION] = 1;
    float[] out = new float[3];
    float[] n = {0, 0, 1};
    for (double angle = 0; angle < 1.4; angle += 0.2) {
      float[] v = {(float) Math.sin(angle), 0, (float) Math.cos(angle)};
      shader.shade(n, n, v, texel, 0.4f, out);
      assertThat(out[1]).as("at %.1f rad", angle).isCloseTo(1f, within(0.012f));
    }
  }

  @Test
  void aPanoramaLightsFromWhereItIsBright() {
    int w = 64;
    float[] rgb = new float[w * w / 2 * 3];
    Arrays.fill(rgb, 0.1f);
    // A bright patch to the right of the middle, above the horizon.
    for (int y = 6; y < 12; y++) {
      for (int x = 44; x < 52; x++) {
        Arrays.fill(rgb, (y * w + x) * 3, (y * w + x) * 3 + 3, 30f);
      }
    }
    LightField f = LightField.of("Lamp", Pixels.f32(w, w / 2, 3, rgb));
    BenchScene s = scene(Shape.BALL, Laying.PLAIN, Lighting.plain(f));
    int[] p = new BenchPicture(grey(0.5f, null), s, SIDE, SIDE).rough(1);
    int row = SIDE / 2 * SIDE;
    assertThat(green(p[row + SIDE * 3 / 4])).isGreaterThan(green(p[row + SIDE / 4]) + 10);
    float[] d = new float[3];
    double right = 0;
    for (int i = 0; i < 200; i++) {
      f.draw((i + 0.5f) / 200, 0.5f, 0.5f, d);
      right += d[0] > 0 ? 1 : 0;
    }
    assertThat(right).as("directions are drawn by brightness").isGreaterThan(140);
  }

  /** A light that is white above the horizon and black below is seen so, with a straight edge. */
  @Test
  void theLightIsSeenBehindAsItIs() {
    int w = 256;
    float[] rgb = new float[w * w / 2 * 3];
    Arrays.fill(rgb, 0, rgb.length / 2, 1f);
    Lighting seen = new Lighting(LightField.of("Plain", Pixels.f32(w, w / 2, 3, rgb)), 30, 0, true);
    int[] p =
        new BenchPicture(grey(0.5f, null), scene(Shape.BALL, Laying.PLAIN, seen), SIDE, SIDE)
            .rough(1);
    int edge = -1;
    for (int x : new int[] {0, 1, SIDE - 2, SIDE - 1}) {
      int first = 0;
      while (green(p[first * SIDE + x]) > 90) {
        first++;
      }
      assertThat(edge < 0 || Math.abs(edge - first) <= 1).as("column %s", x).isTrue();
      edge = first;
      assertThat(green(p[x])).isGreaterThan(170);
      assertThat(green(p[(SIDE - 1) * SIDE + x])).isLessThan(20);
    }
    assertThat(edge).isBetween(1, SIDE - 1);
  }

  @Test
  void drawingHasTheDensityThatItSays() {
    // The mean of 1 / density over drawn directions is the whole sphere.
    float[] d = new float[3];
    double sum = 0;
    int n = 20_000;
    for (int i = 0; i < n; i++) {
      sum += 1 / SLIP.draw((i + 0.5f) / n, Sequences.radical(i, 2), Sequences.radical(i, 3), d);
      assertThat(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]).isCloseTo(1, within(1e-4f));
    }
    assertThat(sum / n).isCloseTo(4 * Math.PI, within(0.3));
  }
}
