package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class OverlayingTest {
  private static final int SIDE = 64;

  private static Pixels random(int channels, long seed) {
    byte[] out = new byte[SIDE * SIDE * channels];
    new Random(seed).nextBytes(out);
    return Pixels.u8(SIDE, SIDE, channels, out);
  }

  /** Soft waves that go on over the edges. */
  private static Pixels waves(int across, int down) {
    short[] out = new short[SIDE * SIDE];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double v =
            0.5
                + 0.25 * Math.sin(2 * Math.PI * across * x / SIDE)
                + 0.25 * Math.sin(2 * Math.PI * down * y / SIDE);
        out[y * SIDE + x] = (short) Math.round(v * 65535);
      }
    }
    return Pixels.u16(SIDE, SIDE, 1, out);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 1, 0.5, 0.5, 0, 2, 2", "1, 1, 0.4, 0.4, 0, 3, 3", "1, 1, 2, 2, 0, 1, 1",
    "1, 0.5, 0.5, 0.25, 0, 2, 2", "1, 1, 0.5, 0.25, 90, 4, 2", "1, 1, 0.5, 0.25, -90, 4, 2",
    "1, 1, 0.5, 0.25, 180, 2, 4"
  })
  void itRepeatsAWholeNumberOfTimes(
      double w, double h, double ow, double oh, int turn, int across, int down) {
    Overlaying.Laying l = Overlaying.Laying.of(w, h, ow, oh, turn);
    assertThat(l.across()).isEqualTo(across);
    assertThat(l.down()).isEqualTo(down);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 4})
  void eachRepeatIsLikeTheFirst(int times) {
    float[] over = Overlaying.plane(random(1, 5), new Overlaying.Laying(times, times, 0), 256, 256);
    int step = 256 / times;
    for (int i = 0; i < over.length; i += 37) {
      int x = (i % 256 + step) % 256;
      int y = (i / 256 + step) % 256;
      assertThat(over[y * 256 + x]).isEqualTo(over[i]);
    }
  }

  @Test
  void aQuarterIsCounterClockwise() {
    byte[] one = new byte[SIDE * SIDE];
    one[10 * SIDE + 50] = (byte) 255;
    float[] over =
        Overlaying.plane(Pixels.u8(SIDE, SIDE, 1, one), new Overlaying.Laying(1, 1, 1), SIDE, SIDE);
    // What was at the right, ten from the top, is at the top now, ten from the left.
    assertThat(over[(SIDE - 1 - 50) * SIDE + 10]).isEqualTo(1);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void greyMovesAsFarAsTheAmountSays(long seed) {
    Pixels p = random(1, seed);
    float[] over =
        Overlaying.plane(random(1, seed + 9), new Overlaying.Laying(1, 1, 0), SIDE, SIDE);
    Pixels up = Overlaying.grey(p, over, 0.6);
    Pixels down = Overlaying.grey(p, over, -0.6);
    for (int i = 0; i < over.length; i++) {
      float v = p.at(i);
      assertThat(up.at(i)).isCloseTo(v + (1 - v) * 0.6f * over[i], within(2e-5f));
      assertThat(down.at(i)).isCloseTo(v - v * 0.6f * over[i], within(2e-5f));
    }
  }

  @Test
  void coloursAreMixedInLinearLightAndAlphaStays() {
    Pixels p = random(4, 7);
    float[] over = new float[SIDE * SIDE];
    java.util.Arrays.fill(over, 0.5f);
    Pixels out = Overlaying.colour(p, over, 1, 0xFF0000);
    for (int i = 0; i < 400; i += 4) {
      float r = (Srgb.linear(p.at(i)) + 1) / 2;
      float g = Srgb.linear(p.at(i + 1)) / 2;
      assertThat(Srgb.linear(out.at(i))).isCloseTo(r, within(1e-3f));
      assertThat(Srgb.linear(out.at(i + 1))).isCloseTo(g, within(1e-3f));
      assertThat(out.at(i + 3)).isCloseTo(p.at(i + 3), within(1e-5f));
    }
    assertThat(Overlaying.colour(p, over, 0, 0xFF0000).at(5)).isCloseTo(p.at(5), within(2e-4f));
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void slopesOfTheOverlayAreAddedToThoseOfTheMap(boolean yUp) {
    Pixels mask = waves(2, 1);
    float[] over = Overlaying.plane(mask, new Overlaying.Laying(1, 1, 0), SIDE, SIDE);
    byte[] flat = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < flat.length; i += 3) {
      flat[i] = (byte) 128;
      flat[i + 1] = (byte) 128;
      flat[i + 2] = (byte) 255;
    }
    Pixels n = Overlaying.normals(Pixels.u8(SIDE, SIDE, 3, flat), over, 1, yUp, 1, 0.5, 0.5);
    for (int y = 0; y < SIDE; y += 7) {
      for (int x = 0; x < SIDE; x += 5) {
        // White is a hundredth of the overlay's tile high; a texel is 0.5 m / 64 wide.
        double sx = 0.01 * 0.25 * 2 * Math.PI * 2 / 0.5 * Math.cos(2 * Math.PI * 2 * x / SIDE);
        double down = 0.01 * 0.25 * 2 * Math.PI / 0.5 * Math.cos(2 * Math.PI * y / SIDE);
        int at = (y * SIDE + x) * 3;
        double z = 2 * n.at(at + 2) - 1;
        assertThat((2 * n.at(at) - 1) / z).isCloseTo(-sx, within(0.008));
        assertThat((2 * n.at(at + 1) - 1) / z).isCloseTo(yUp ? down : -down, within(0.008));
      }
    }
  }
}
