package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import keepshelf.imaging.light.Light;
import org.junit.jupiter.api.Test;

class ModelPreviewTest {
  private static final int SIDE = 96;

  /** A square that faces the viewer's half of the room, with texture coordinates as written. */
  private static Mesh board() {
    float[] p = {-1, -1, 0, 1, -1, 0, 1, 1, 0, -1, -1, 0, 1, 1, 0, -1, 1, 0};
    float[] n = new float[18];
    for (int i = 2; i < 18; i += 3) {
      n[i] = 1;
    }
    float[] uv = {0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1};
    return new Mesh(p, n, uv, new int[2]);
  }

  /** Upper half red, lower half blue. */
  private static Surface halves() {
    float[] red = new float[64];
    float[] blue = new float[64];
    Arrays.fill(red, 0, 32, 0.6f);
    Arrays.fill(blue, 32, 64, 0.6f);
    return new Surface.Builder(8, 8).base(red, new float[64], blue).build();
  }

  @Test
  void textureCoordinatesRunRightAndUp() {
    int[] p = ModelPreview.render(board(), List.of(halves()), SIDE, 2, Light.OVERCAST_SLIP, 0);
    int top = p[SIDE / 3 * SIDE + SIDE / 2];
    int low = p[SIDE * 2 / 3 * SIDE + SIDE / 2];
    assertThat(top >> 16 & 255).isGreaterThan((top & 255) + 60);
    assertThat(low & 255).isGreaterThan((low >> 16 & 255) + 60);
  }

  @Test
  void theModelFillsThePictureWhateverItsSize() {
    for (float scale : new float[] {0.001f, 1, 5000}) {
      Mesh b = board();
      float[] q = b.positions().clone();
      for (int i = 0; i < q.length; i++) {
        q[i] *= scale;
      }
      int[] p =
          ModelPreview.render(
              new Mesh(q, b.normals(), b.uvs(), b.slots()),
              List.of(halves()),
              SIDE,
              1,
              Light.OVERCAST_SLIP,
              0);
      long painted =
          Arrays.stream(p).filter(c -> Math.abs((c >> 16 & 255) - (c & 255)) > 30).count();
      assertThat(painted / (double) p.length).as("scale %s", scale).isBetween(0.35, 0.75);
    }
  }

  @Test
  void holesShowWhatIsBehindAndHalfThereIsHalfSeen() {
    float[] red = new float[64];
    Arrays.fill(red, 0.7f);
    int[] grounds = render(new Surface.Builder(8, 8).base(red, new float[64], new float[64]), 0);
    int[] whole = render(new Surface.Builder(8, 8).base(red, new float[64], new float[64]), 1);
    int[] half = render(new Surface.Builder(8, 8).base(red, new float[64], new float[64]), 0.5f);
    int middle = SIDE / 2 * SIDE + SIDE / 2;
    assertThat(red(grounds[middle])).as("a hole").isLessThan(30);
    assertThat(red(whole[middle])).as("no hole").isGreaterThan(90);
    assertThat(red(half[middle])).isBetween(red(whole[middle]) / 3, red(whole[middle]) * 9 / 10);
  }

  private static int red(int argb) {
    return (argb >> 16 & 255) - (argb & 255);
  }

  private static int[] render(Surface.Builder b, float opacity) {
    float[] o = new float[64];
    Arrays.fill(o, opacity);
    Surface s = b.opacity(o).build();
    return ModelPreview.render(board(), List.of(s), SIDE, 4, Light.OVERCAST_SLIP, 0);
  }

  @Test
  void bothSidesAreShadedAndAnUnknownSurfaceIsGrey() {
    Mesh b = board();
    float[] away = b.normals().clone();
    for (int i = 0; i < away.length; i++) {
      away[i] = -away[i];
    }
    int[] front =
        ModelPreview.render(b, Arrays.asList((Surface) null), SIDE, 1, Light.OVERCAST_SLIP, 0);
    int[] back =
        ModelPreview.render(
            new Mesh(b.positions(), away, b.uvs(), b.slots()),
            List.of(),
            SIDE,
            1,
            Light.OVERCAST_SLIP,
            0);
    assertThat(back).isEqualTo(front);
    int middle = front[SIDE / 2 * SIDE + SIDE / 2];
    assertThat((double) (middle >> 16 & 255)).isCloseTo(middle & 255, within(12.0));
  }
}
