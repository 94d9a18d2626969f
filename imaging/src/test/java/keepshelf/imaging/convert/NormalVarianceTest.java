package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NormalVarianceTest {
  /** Normals that tilt to the left and to the right in turn, by the slope. */
  private static Pixels ridges(int side, double slope) {
    short[] s = new short[side * side * 3];
    double l = Math.sqrt(slope * slope + 1);
    for (int i = 0; i < side * side; i++) {
      double x = (i % 2 == 0 ? slope : -slope) / l;
      s[3 * i] = (short) Math.round((x * 0.5 + 0.5) * 65535);
      s[3 * i + 1] = (short) 32768;
      s[3 * i + 2] = (short) Math.round((1 / l * 0.5 + 0.5) * 65535);
    }
    return Pixels.u16(side, side, 3, s);
  }

  @Test
  void flatNormalsChangeNothing() {
    for (float l : NormalVariance.lengths(ridges(16, 0), 4, 4)) {
      assertThat(l).isCloseTo(1, within(1e-4f));
    }
    assertThat(NormalVariance.raised(0.3f, 1)).isEqualTo(0.3f);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.05, 0.2, 0.6})
  void whatTheNormalsLoseComesBackAsRoughness(double slope) {
    float[] l = NormalVariance.lengths(ridges(16, slope), 8, 8);
    // The mean of two unit vectors that lean apart is as long as their shared part.
    assertThat(l[0]).isCloseTo((float) (1 / Math.sqrt(slope * slope + 1)), within(1e-3f));
    float r = NormalVariance.raised(0.1f, l[0]);
    assertThat(r).isGreaterThan(0.1f).isLessThanOrEqualTo(1);
    // Toksvig: 1 / s' = 1 / s + (1 - |n|) / |n|.
    double s = 2 / Math.pow(0.1, 4) - 2;
    double less = 1 / (1 / s + (1 - l[0]) / l[0]);
    assertThat(Math.pow(r, 4)).isCloseTo(2 / (less + 2), within(1e-4));
  }

  @Test
  void moreReliefMeansMoreRoughnessAndRoughStaysRough() {
    float before = 0;
    for (double slope = 0; slope < 2; slope += 0.1) {
      float r = NormalVariance.raised(0.2f, (float) (1 / Math.sqrt(slope * slope + 1)));
      assertThat(r).isGreaterThanOrEqualTo(before);
      before = r;
    }
    assertThat(NormalVariance.raised(1, 0.5f)).isEqualTo(1);
    assertThat(NormalVariance.raised(0.5f, 0)).isEqualTo(1);
  }

  @Test
  void onlyTheOneChannelChangesAndGlossSinks() {
    byte[] b = new byte[4 * 4 * 3];
    java.util.Arrays.fill(b, (byte) 64);
    float[] l = NormalVariance.lengths(ridges(8, 0.5), 4, 4);
    Pixels p = NormalVariance.applied(Pixels.u8(4, 4, 3, b), 1, false, l);
    assertThat(p.depth()).isEqualTo(Depth.U16);
    assertThat(p.at(0)).isCloseTo(64 / 255f, within(1e-4f));
    assertThat(p.at(1)).isGreaterThan(64 / 255f);
    Pixels gloss = NormalVariance.applied(Pixels.u8(4, 4, 3, b), 0, true, l);
    assertThat(gloss.at(0)).isLessThanOrEqualTo(64 / 255f);
  }
}
