package keepshelf.imaging.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Photographs of surfaces that are known, straightened, evened out and made to tile. */
class PhotoTest {
  /** A texture that does not tile: a piece of a larger one. */
  private static Pixels piece(int side, long seed) {
    Random r = new Random(seed);
    int whole = side * 2;
    float[] v = new float[whole * whole];
    for (int i = 0; i < v.length; i++) {
      v[i] = r.nextFloat();
    }
    float[] s = Ranges.filled(PeriodicBlur.of(v, whole, whole, 2.5));
    byte[] out = new byte[side * side * 3];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        float f = s[y * whole + x];
        out[(y * side + x) * 3] = (byte) Math.round(60 + 130 * f);
        out[(y * side + x) * 3 + 1] = (byte) Math.round(50 + 110 * f);
        out[(y * side + x) * 3 + 2] = (byte) Math.round(40 + 60 * f);
      }
    }
    return Pixels.u8(side, side, 3, out);
  }

  @Test
  void aSquareSeenAslantComesBackAsItWas() {
    Pixels flat = piece(96, 1);
    double[] corners = {52, 40, 210, 22, 236, 190, 30, 160};
    double[] m = Straightened.homography(corners);
    // The photograph: for each of its pixels the place on the square, found by a fine grid.
    byte[] photo = new byte[256 * 220 * 3];
    for (int k = 0; k < 900 * 900; k++) {
      double u = (k % 900 + 0.5) / 900;
      double v = (k / 900 + 0.5) / 900;
      double d = m[6] * u + m[7] * v + 1;
      int x = (int) ((m[0] * u + m[1] * v + m[2]) / d);
      int y = (int) ((m[3] * u + m[4] * v + m[5]) / d);
      for (int c = 0; c < 3; c++) {
        photo[(y * 256 + x) * 3 + c] =
            (byte) flat.level((((int) (v * 96)) * 96 + (int) (u * 96)) * 3 + c);
      }
    }
    Pixels back = Straightened.of(Pixels.u8(256, 220, 3, photo), corners, 96, 96);
    double difference = 0;
    for (int i = 0; i < back.sampleCount(); i++) {
      difference += Math.abs(back.level(i) - flat.level(i)) / (double) back.sampleCount();
    }
    assertThat(difference).isLessThan(4);
  }

  @Test
  void cornersThatSpanNothingAreRefused() {
    Pixels p = piece(16, 1);
    for (double[] c :
        new double[][] {
          {0, 0, 10, 0, 0, 10, 10, 10},
          {0, 0, 5, 5, 10, 10, 15, 15},
          {0, 0, 0, 10, 10, 10, 10, 0},
          {0, 0, 10, 0, 3, 3, 0, 10}
        }) {
      assertThatThrownBy(() -> Straightened.of(p, c, 8, 8)).hasMessageContaining("clockwise");
    }
  }

  @Test
  void lightThatFallsOffIsTakenOutAndTheMeanStays() {
    Pixels flat = piece(128, 3);
    byte[] lit = new byte[flat.sampleCount()];
    for (int i = 0; i < lit.length; i++) {
      double x = i / 3 % 128 / 127.0;
      double y = i / 3 / 128 / 127.0;
      double light = 1 - 0.6 * x - 0.25 * y * y;
      lit[i] = (byte) Srgb.linearToByte((float) (Srgb.byteToLinear(flat.level(i)) * light));
    }
    Pixels even = EvenLight.of(Pixels.u8(128, 128, 3, lit), 1);
    assertThat(side(even, 0)).isCloseTo(side(even, 96), within(0.12 * side(even, 0)));
    assertThat(side(Pixels.u8(128, 128, 3, lit), 0))
        .isGreaterThan(1.4 * side(Pixels.u8(128, 128, 3, lit), 96));
  }

  /** Mean linear light of a quarter of the picture. */
  private static double side(Pixels p, int from) {
    double sum = 0;
    for (int y = 0; y < 128; y++) {
      for (int x = from; x < from + 32; x++) {
        sum += Srgb.linear(p.value(x, y, 1)) / (128 * 32);
      }
    }
    return sum;
  }

  @ParameterizedTest
  @ValueSource(longs = {4, 5, 6})
  void whatDidNotTileDoesAfterwards(long seed) {
    Pixels p = piece(160, seed);
    assertThat(SeamTest.test(p, false).answer()).isEqualTo(SeamTest.Answer.SEAM);
    Tileable cut = Tileable.of(p, 0.2);
    Pixels t = cut.joined(p);
    assertThat(SeamTest.test(t, false).answer()).isNotEqualTo(SeamTest.Answer.SEAM);
    assertThat(t.width()).isEqualTo(128);
    assertThat(t.height()).isEqualTo(128);
    // Another map of the set goes by the same cut.
    Pixels red = cut.joined(p.channel(0));
    assertThat(red.rawBytes()).isEqualTo(t.channel(0).rawBytes());
  }
}
