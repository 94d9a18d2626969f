package keepshelf.imaging.resample;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class ResamplerTest {
  @Test
  void theMeanIsKeptAtAnySize() {
    Random r = new Random(4);
    for (int run = 0; run < 40; run++) {
      int w = 2 + r.nextInt(60);
      int h = 2 + r.nextInt(60);
      float[] in = new float[w * h];
      for (int i = 0; i < in.length; i++) {
        in[i] = r.nextFloat();
      }
      int ow = 1 + r.nextInt(w);
      int oh = 1 + r.nextInt(h);
      assertThat(mean(Resampler.area(in, w, h, ow, oh))).isCloseTo(mean(in), within(1e-4));
    }
  }

  @Test
  void halvingAveragesFourPixels() {
    assertThat(Resampler.area(new float[] {0, 1, 1, 0}, 2, 2, 1, 1)).containsExactly(0.5f);
  }

  @Test
  void wholeBlocksAreTheirMeans() {
    Random r = new Random(8);
    int[][] sizes = {{48, 36, 12, 9}, {64, 64, 1, 1}, {30, 8, 30, 2}, {9, 40, 3, 40}};
    for (int[] s : sizes) {
      float[] in = new float[s[0] * s[1]];
      for (int i = 0; i < in.length; i++) {
        in[i] = r.nextFloat() * 4 - 2;
      }
      float[] out = Resampler.area(in, s[0], s[1], s[2], s[3]);
      int fx = s[0] / s[2];
      int fy = s[1] / s[3];
      for (int i = 0; i < out.length; i++) {
        double sum = 0;
        for (int k = 0; k < fx * fy; k++) {
          sum += in[(i / s[2] * fy + k / fx) * s[0] + i % s[2] * fx + k % fx];
        }
        assertThat(out[i]).isCloseTo((float) (sum / (fx * fy)), within(1e-5f));
      }
    }
  }

  private static double mean(float[] v) {
    double s = 0;
    for (float x : v) {
      s += x;
    }
    return s / v.length;
  }
}
