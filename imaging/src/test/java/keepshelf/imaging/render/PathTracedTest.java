package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;

import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.render.BenchScene.Cover;
import keepshelf.imaging.render.BenchScene.Laying;
import keepshelf.imaging.render.BenchScene.Lighting;
import keepshelf.imaging.render.BenchScene.Shape;
import keepshelf.imaging.render.BenchScene.Substance;
import keepshelf.imaging.render.BenchScene.View;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the bench shows is what plain Monte Carlo integration of the same scene shows. */
class PathTracedTest {
  private static final int SIDE = 24;

  static Surface surface(String kind) {
    Surface.Builder b = new Surface.Builder(64, 64);
    switch (kind) {
      case "matt" -> b.base(0.35f, 0.25f, 0.18f).roughness(0.9f);
      case "satin" -> b.base(0.2f, 0.3f, 0.28f).roughness(0.35f);
      case "polished" -> b.base(0.05f, 0.05f, 0.06f).roughness(0.12f);
      case "copper" -> b.base(0.93f, 0.62f, 0.52f).roughness(0.4f).metallic(1f);
      case "mirror" -> b.base(0.9f, 0.9f, 0.88f).roughness(0.1f).metallic(1f);
      case "cast" -> b.base(0.55f, 0.55f, 0.56f).roughness(0.8f).metallic(1f);
      case "dimpled" -> b.base(0.4f, 0.35f, 0.3f).roughness(0.5f).normal(dimples());
      case "waves" -> b.base(0.45f, 0.4f, 0.35f).roughness(0.55f).heights(waves());
      default -> throw new IllegalArgumentException(kind);
    }
    return b.build();
  }

  private static float[] dimples() {
    float[] out = new float[64 * 64 * 3];
    for (int i = 0; i < 64 * 64; i++) {
      double x = -0.5 * Math.cos(i % 64 / 64.0 * 8 * Math.PI);
      double y = -0.5 * Math.cos(i / 64 / 64.0 * 8 * Math.PI);
      double l = Math.sqrt(x * x + y * y + 1);
      out[3 * i] = (float) (x / l);
      out[3 * i + 1] = (float) (y / l);
      out[3 * i + 2] = (float) (1 / l);
    }
    return out;
  }

  /** Waves in both directions, 0..1. */
  private static float[] waves() {
    float[] out = new float[64 * 64];
    for (int i = 0; i < out.length; i++) {
      double x = Math.sin(i % 64 / 64.0 * 6 * Math.PI);
      double y = Math.sin(i / 64 / 64.0 * 4 * Math.PI + 0.5);
      out[i] = (float) (0.5 + 0.25 * (x + y));
    }
    return out;
  }

  /** The limit holds what is left of grain in the integration as well. */
  @ParameterizedTest
  @CsvSource({
    "BALL,  matt,     LAMP_ROOM_WINDOW, 0,     0",
    "BALL,  satin,    HARBOUR_DAWN,     0,     0",
    "BALL,  polished, OVERCAST_SLIP,    0,     0",
    "BALL,  copper,   HARBOUR_DAWN,     0,     0",
    "BALL,  mirror,   OVERCAST_SLIP,    0,     0",
    "BALL,  dimpled,  LAMP_ROOM_WINDOW, 0,     0",
    "BALL,  matt,     HARBOUR_DAWN,     0,     1",
    "SLAB,  satin,    LAMP_ROOM_WINDOW, 0,     0",
    "SLAB,  copper,   OVERCAST_SLIP,    0,     0",
    "SLAB,  waves,    LAMP_ROOM_WINDOW, 0.012, 0",
    "BLOCK, cast,     OVERCAST_SLIP,    0,     0",
    "BLOCK, satin,    LAMP_ROOM_WINDOW, 0,     0.7",
    "BLOCK, waves,    OVERCAST_SLIP,    0.012, 0",
    "DRAPE, matt,     LAMP_ROOM_WINDOW, 0,     0",
    "DRAPE, satin,    OVERCAST_SLIP,    0,     0",
  })
  void theBenchShowsWhatIntegrationShows(
      Shape shape, String kind, Light light, double relief, double coat) {
    Substance substance = new Substance(0.04, coat, 0.15, 0, 1, -1);
    Laying laying = new Laying(0, 0, 0, relief, 0.5);
    assertThat(difference(surface(kind), shape, laying, substance, light)).isLessThan(0.0125);
  }

  static double difference(
      Surface s, Shape shape, Laying laying, Substance substance, Light light) {
    BenchScene scene =
        new BenchScene(
            shape,
            0.5,
            new Cover(0.5, 0.5, laying, substance),
            Lighting.plain(LightField.of(light)),
            new View(25, 14, 1),
            false);
    float[] truth = new PathTraced(s, scene, SIDE, SIDE).linear(26);
    BenchPicture p = new BenchPicture(s, scene, SIDE, SIDE);
    while (!p.isDone()) {
      p.pass(() -> false);
    }
    int[] shown = p.argb();
    double sum = 0;
    int n = 0;
    for (int i = 0; i < shown.length; i++) {
      if (!Float.isNaN(truth[3 * i])) {
        for (int c = 0; c < 3; c++) {
          double is = (shown[i] >> 16 - 8 * c & 255) / 255.0;
          sum += Math.abs(is - PathTraced.display(truth[3 * i + c]));
          n++;
        }
      }
    }
    assertThat(n).isGreaterThan(SIDE * SIDE / 3);
    return sum / n;
  }
}
