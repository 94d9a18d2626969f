package keepshelf.imaging.enlarge;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import keepshelf.imaging.derive.PeriodicBlur;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormsTest {
  private static final int SIDE = 160;

  private static float[] noise(double soft, long seed) {
    Random r = new Random(seed);
    float[] v = new float[SIDE * SIDE];
    for (int i = 0; i < v.length; i++) {
      v[i] = (float) r.nextGaussian();
    }
    return PeriodicBlur.of(v, SIDE, SIDE, soft);
  }

  /**
   * The distance from the nearest of some points, from the second nearest, and the first's tone.
   */
  private static float[][] near(int count, long seed) {
    Random r = new Random(seed);
    float[][] out = new float[3][SIDE * SIDE];
    Arrays.fill(out[0], 1e9f);
    Arrays.fill(out[1], 1e9f);
    for (int k = 0; k < count; k++) {
      double px = r.nextDouble() * SIDE;
      double py = r.nextDouble() * SIDE;
      float tone = r.nextFloat();
      for (int i = 0; i < SIDE * SIDE; i++) {
        double dx = Math.abs(i % SIDE - px);
        double dy = Math.abs(i / SIDE - py);
        float d = (float) Math.hypot(Math.min(dx, SIDE - dx), Math.min(dy, SIDE - dy));
        if (d < out[0][i]) {
          out[1][i] = out[0][i];
          out[0][i] = d;
          out[2][i] = tone;
        } else if (d < out[1][i]) {
          out[1][i] = d;
        }
      }
    }
    return out;
  }

  private static float[] texture(String what, long seed) {
    float[] grain = noise(0.6, seed);
    float[] soft = noise(4, seed + 1);
    float[][] n = near(140, seed);
    float[] out = new float[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      float gap = n[1][i] - n[0][i];
      out[i] =
          switch (what) {
            // Dark joints, and stones of many tones within them.
            case "pebbles" -> (0.6f + 0.4f * n[2][i]) * (0.35f + Math.min(gap, 2.5f) / 4);
            case "stone" -> grain[i] + 9 * soft[i];
            // The same with a histogram that leans as much as can be.
            case "leaning" -> (float) Math.exp(2 * grain[i] + 9 * soft[i]);
            case "soft" -> soft[i];
            default -> grain[i];
          };
    }
    return out;
  }

  @ParameterizedTest
  @CsvSource({"pebbles, true", "stone, false", "leaning, false", "soft, false", "grain, false"})
  void outlinesAreFormsAndNoiseIsNot(String what, boolean forms) {
    for (long seed = 1; seed <= 4; seed++) {
      assertThat(Forms.are(texture(what, seed), SIDE, SIDE)).as(what + " " + seed).isEqualTo(forms);
    }
  }
}
