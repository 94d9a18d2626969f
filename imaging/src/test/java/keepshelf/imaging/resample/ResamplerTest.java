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

  /** The definition, without any thought of speed: each pixel weighted by what of it is covered. */
  @Test
  void everySampleIsTheMeanOfWhatItCovers() {
    Random r = new Random(31);
    for (int run = 0; run < 60; run++) {
      int w = 1 + r.nextInt(40);
      int h = 1 + r.nextInt(40);
      int ow = 1 + r.nextInt(50);
      int oh = 1 + r.nextInt(50);
      int stride = 1 + r.nextInt(4);
      float[] in = new float[w * h * stride];
      for (int i = 0; i < in.length; i++) {
        in[i] = r.nextFloat();
      }
      AreaFilter filter = new AreaFilter(w, h, ow, oh);
      for (int y = 0; y < h; y++) {
        filter.add(in, y * w * stride + stride - 1, stride);
      }
      float[] out = filter.plane();
      for (int i = 0; i < out.length; i++) {
        double x0 = (double) (i % ow) * w / ow;
        double x1 = (double) (i % ow + 1) * w / ow;
        double y0 = (double) (i / ow) * h / oh;
        double y1 = (double) (i / ow + 1) * h / oh;
        double sum = 0;
        for (int y = 0; y < h; y++) {
          for (int x = 0; x < w; x++) {
            double covered =
                Math.max(0, Math.min(x + 1, x1) - Math.max(x, x0))
                    * Math.max(0, Math.min(y + 1, y1) - Math.max(y, y0));
            sum += covered * in[(y * w + x) * stride + stride - 1];
          }
        }
        assertThat(out[i])
            .as("%d x %d to %d x %d at %d", w, h, ow, oh, i)
            .isCloseTo((float) (sum / ((x1 - x0) * (y1 - y0))), within(2e-6f));
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
