package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Nothing that was met lies in what is called free. */
class FreeWayTest {
  private static final int WIDTH = 9;
  private static final int HEIGHT = 7;
  private static final float PAD = 0.1f;

  private final FreeWay way = new FreeWay(WIDTH, HEIGHT, PAD);

  private static float[] all(float met) {
    float[] out = new float[WIDTH * HEIGHT];
    Arrays.fill(out, met);
    return out;
  }

  @Test
  void oneSampleIsTooFewToTell() {
    way.met(all(3));
    assertThat(way.at(WIDTH)).isZero();
    way.met(all(2.5f));
    assertThat(way.at(WIDTH)).isCloseTo(2.5f - PAD, within(1e-6f));
  }

  @Test
  void whatWentPastTellsNothingToItsNeighbours() {
    float[] met = all(4);
    met[3 * WIDTH + 4] = 0;
    way.met(met);
    way.met(all(4));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        boolean beside = Math.abs(x - 4) <= 1 && Math.abs(y - 3) <= 1;
        assertThat(way.at(y * WIDTH + x))
            .as("%s, %s", x, y)
            .isCloseTo(beside ? 0 : 4 - PAD, within(1e-6f));
      }
    }
  }

  @Test
  void theNearestOfNineInAnyPassIsWhatCounts() {
    Random r = new Random(5);
    float[] least = all(Float.MAX_VALUE);
    for (int pass = 0; pass < 4; pass++) {
      float[] met = new float[WIDTH * HEIGHT];
      for (int i = 0; i < met.length; i++) {
        met[i] = 1 + r.nextFloat();
        least[i] = Math.min(least[i], met[i]);
      }
      way.met(met);
    }
    for (int i = 0; i < least.length; i++) {
      float nine = Float.MAX_VALUE;
      for (int y = Math.max(0, i / WIDTH - 1); y <= Math.min(HEIGHT - 1, i / WIDTH + 1); y++) {
        for (int x = Math.max(0, i % WIDTH - 1); x <= Math.min(WIDTH - 1, i % WIDTH + 1); x++) {
          nine = Math.min(nine, least[y * WIDTH + x]);
        }
      }
      assertThat(way.at(i)).isCloseTo(nine - PAD, within(1e-6f));
    }
  }

  @Test
  void neverLessThanNothing() {
    way.met(all(0.02f));
    way.met(all(0.02f));
    assertThat(way.at(0)).isZero();
  }
}
