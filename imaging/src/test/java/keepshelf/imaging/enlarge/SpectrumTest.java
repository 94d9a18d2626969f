package keepshelf.imaging.enlarge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.derive.PeriodicBlur;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpectrumTest {
  private static float[] noise(int w, int h, double soft, long seed) {
    Random r = new Random(seed);
    float[] out = new float[w * h];
    for (int i = 0; i < out.length; i++) {
      out[i] = 0.5f + 0.1f * (float) r.nextGaussian();
    }
    return PeriodicBlur.of(out, w, h, soft);
  }

  @ParameterizedTest
  @CsvSource({"64, 64, 1", "96, 64, 2", "48, 72, 1.5", "128, 128, 3"})
  void aPlaneIsBroughtToTheStrengthsOfAnother(int w, int h, double soft) {
    Spectrum wanted = Spectrum.of(noise(w, h, soft, 1), w, h);
    float[] other = noise(2 * w, 2 * h, soft, 2);
    for (int i = 0; i < other.length; i++) {
      other[i] = 0.3f + (other[i] - 0.5f) * 1.4f;
    }
    wanted.impose(other, 2 * w, 2 * h);
    double[] was = wanted.strengths();
    double[] is = Spectrum.of(other, 2 * w, 2 * h).strengths();
    // Chance has its part in the coarsest, of which there are few.
    for (int k = 0; k < was.length - 2; k++) {
      double near = k < was.length - 4 ? 0.03 : 0.06;
      assertThat(is[k] / was[k]).as("octave %d", k).isCloseTo(1, within(near));
    }
    double mean = 0;
    for (float v : other) {
      mean += v / other.length;
    }
    assertThat(mean).isCloseTo(0.5, within(0.01));
  }

  @Test
  void whatIsAsStrongAlreadyStaysAsItIs() {
    float[] p = noise(64, 64, 1, 5);
    float[] same = p.clone();
    Spectrum.of(p, 64, 64).impose(same, 64, 64);
    for (int i = 0; i < p.length; i++) {
      assertThat(same[i]).isCloseTo(p[i], within(1e-4f));
    }
  }

  @Test
  void aFlatPlaneStaysFlatWhateverIsWanted() {
    float[] flat = new float[32 * 32];
    Spectrum.of(noise(32, 32, 1, 3), 32, 32).impose(flat, 32, 32);
    for (float v : flat) {
      assertThat(v).isCloseTo(0.5f, within(0.05f));
    }
  }

  @Test
  void aSmallTileHasItsMeanAndSpreadOnly() {
    assertThat(Spectrum.of(new float[] {0, 1, 0, 1}, 2, 2).strengths()).hasSize(3);
  }
}
