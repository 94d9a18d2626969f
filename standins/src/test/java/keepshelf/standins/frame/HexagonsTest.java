package keepshelf.standins.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.enlarge.Enlarging;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class HexagonsTest {
  /** Grain of several sizes, with a stain that gives a tile away. */
  private static float[] grain(int side, long seed) {
    SplittableRandom r = new SplittableRandom(seed);
    float[] out = new float[side * side];
    for (double size : new double[] {0.6, 2, 5}) {
      float[] noise = new float[side * side];
      for (int i = 0; i < noise.length; i++) {
        noise[i] = (float) (r.nextDouble() - 0.5);
      }
      float[] soft = PeriodicBlur.of(noise, side, side, size);
      for (int i = 0; i < out.length; i++) {
        out[i] += soft[i] * (float) size;
      }
    }
    for (int i = 0; i < out.length; i++) {
      boolean stain = Math.hypot(i % side - side / 3.0, i / side - side / 4.0) < side / 16.0;
      out[i] = Math.clamp(0.5f + out[i] * 0.4f - (stain ? 0.2f : 0), 0f, 1f);
    }
    return out;
  }

  private static Pixels pixels(float[] plane, int side) {
    byte[] all = new byte[plane.length * 3];
    for (int i = 0; i < all.length; i++) {
      all[i] = (byte) Math.round(plane[i / 3] * 255);
    }
    return Pixels.u8(side, side, 3, all);
  }

  private static double mean(float[] p) {
    double sum = 0;
    for (float v : p) {
      sum += v;
    }
    return sum / p.length;
  }

  @ParameterizedTest
  @ValueSource(longs = {3, 14, 159})
  void repetitionFallsByHalfAndTheMeanStays(long seed) {
    int side = 128;
    float[] tile = grain(side, seed);
    float[] laid = new Hexagons(1, 4, side, side).laid(tile)[0];
    Enlarging measure = Enlarging.of(pixels(tile, side), 4, 1);
    float[] only = new Hexagons(0, 4, side, side).laid(tile)[0];
    assertThat(measure.repetition(pixels(only, 4 * side))).isCloseTo(1, within(0.02));
    assertThat(measure.repetition(pixels(laid, 4 * side))).isLessThan(0.5);
    assertThat(mean(laid)).isCloseTo(mean(tile), within(0.02));
  }

  @Test
  void unshiftedHexagonsAreTheTileAgainAndAgain() {
    float[] tile = grain(64, 2);
    float[] laid = new Hexagons(0, 2, 64, 64).laid(tile)[0];
    for (int i = 0; i < laid.length; i++) {
      assertThat(laid[i]).isCloseTo(tile[i / 128 % 64 * 64 + i % 64], within(1e-4f));
    }
  }

  @Test
  void allMapsGoOverAtTheSamePlaces() {
    float[] a = grain(64, 7);
    float[] b = new float[a.length];
    for (int i = 0; i < a.length; i++) {
      b[i] = 1 - a[i] / 2;
    }
    float[][] laid = new Hexagons(1, 2, 64, 64).laid(a, b);
    for (int i = 0; i < laid[0].length; i++) {
      assertThat(laid[1][i]).isCloseTo(1 - laid[0][i] / 2, within(1e-4f));
    }
  }

  /** Worked out by hand in single steps of the definition, at middles and borders of hexagons. */
  @ParameterizedTest
  @CsvSource({
    "0, 0, 1, 0, 0", // a corner of the grid is the middle of one hexagon
    "0.14433757, 0.08333333, 0.3333333, 0.3333333, 0.3333333"
  })
  void weightsFollowTheGrid(double u, double v, double one, double two, double three) {
    double[] w = Hexagons.at(u, v, 1).weights();
    double[] sorted = w.clone();
    Arrays.sort(sorted);
    assertThat(sorted[2]).isCloseTo(one, within(1e-6));
    assertThat(sorted[1]).isCloseTo(two, within(1e-6));
    assertThat(sorted[0]).isCloseTo(three, within(1e-6));
  }

  @Test
  void weightsAreOneTogetherEverywhere() {
    SplittableRandom r = new SplittableRandom(9);
    for (int i = 0; i < 2000; i++) {
      Hexagons.Place p = Hexagons.at(r.nextDouble(-9, 9), r.nextDouble(-9, 9), 1);
      assertThat(Arrays.stream(p.weights()).sum()).isCloseTo(1, within(1e-9));
      assertThat(Arrays.stream(p.weights()).min().orElseThrow()).isNotNegative();
      assertThat(Arrays.stream(p.shifts()).allMatch(s -> s >= 0 && s < 1)).isTrue();
    }
  }

  @Test
  void whatIsShownGoesOverWithoutSteps() {
    Hexagons h = new Hexagons(1, 1, 1, 1);
    assertThat(h.laid(new float[] {0.25f})[0][0]).isCloseTo(0.25f, within(1e-6f));
    double step = 1e-5;
    SplittableRandom r = new SplittableRandom(4);
    for (int i = 0; i < 2000; i++) {
      double u = r.nextDouble(5);
      double v = r.nextDouble(5);
      assertThat(seen(u + step, v)).isCloseTo(seen(u, v), within(0.01));
    }
  }

  /** Of a tile that is a wave. */
  private static double seen(double u, double v) {
    Hexagons.Place p = Hexagons.at(u, v, 1);
    double sum = 0;
    for (int k = 0; k < 3; k++) {
      sum += p.weights()[k] * Math.sin(2 * Math.PI * (u + p.shifts()[2 * k]));
    }
    return sum;
  }
}
