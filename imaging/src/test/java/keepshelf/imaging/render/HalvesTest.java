package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HalvesTest {
  @ParameterizedTest
  @CsvSource({
    "64, 64, 4",
    "64, 32, 3",
    "9, 64, 1",
    "64, 7, 1",
    "8, 8, 1",
    "16, 8, 1",
    "16, 16, 2",
    "24, 40, 3",
    "20, 20, 3",
    "1, 1, 1"
  })
  void itGoesDownToWhereASideIsOddOrSmall(int w, int h, int levels) {
    float[][] all = Halves.of(new float[w * h * 2], w, h, 2);
    assertThat(all.length).isEqualTo(levels);
    for (int i = 0; i < all.length; i++) {
      assertThat(all[i]).hasSize((w >> i) * (h >> i) * 2);
    }
  }

  @Test
  void eachLevelKeepsTheMeanOfEachChannel() {
    Random r = new Random(4);
    float[] in = new float[32 * 16 * 3];
    for (int i = 0; i < in.length; i++) {
      in[i] = r.nextFloat() + i % 3;
    }
    float[][] all = Halves.of(in, 32, 16, 3);
    for (int c = 0; c < 3; c++) {
      for (float[] level : all) {
        assertThat(mean(level, c)).isCloseTo(mean(in, c), within(1e-4));
      }
    }
    assertThat(all[1][0]).isCloseTo((in[0] + in[3] + in[96] + in[99]) / 4, within(1e-6f));
  }

  private static double mean(float[] values, int channel) {
    double sum = 0;
    for (int i = channel; i < values.length; i += 3) {
      sum += values[i];
    }
    return sum * 3 / values.length;
  }
}
