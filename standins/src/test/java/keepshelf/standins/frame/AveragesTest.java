package keepshelf.standins.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AveragesTest {
  private static Pixels noise(int w, int h, int n, int bits) {
    Random r = new Random(w * 13L + n);
    int count = w * h * n;
    byte[] b = new byte[count];
    short[] s = new short[count];
    float[] f = new float[count];
    r.nextBytes(b);
    for (int i = 0; i < count; i++) {
      s[i] = (short) r.nextInt();
      f[i] = r.nextFloat() * 3 - 1;
    }
    return switch (bits) {
      case 8 -> Pixels.u8(w, h, n, b);
      case 16 -> Pixels.u16(w, h, n, s);
      default -> Pixels.f32(w, h, n, f);
    };
  }

  @ParameterizedTest
  @CsvSource({"16, 8, 3, 8", "7, 5, 1, 8", "16, 16, 4, 16", "9, 4, 3, 32", "3, 3, 2, 16"})
  void meansAreThoseOfAllSamples(int w, int h, int n, int bits) {
    Pixels p = noise(w, h, n, bits);
    for (int c = 0; c < n; c++) {
      double sum = 0;
      for (int i = 0; i < w * h; i++) {
        sum += p.at(i * n + c);
      }
      assertThat(Averages.of(p)).hasSize(n);
      assertThat(Averages.of(p).get(c)).isCloseTo(sum / (w * h), within(1e-6));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "32, 16, 8, 8, 3, 8, true",
    "32, 16, 8, 8, 3, 8, false",
    "32, 32, 32, 32, 1, 8, true",
    "30, 20, 7, 6, 3, 8, true",
    "64, 64, 16, 16, 4, 16, false",
    "12, 12, 6, 4, 2, 32, false"
  })
  void planesAreMeansOverTheirParts(int w, int h, int to, int down, int n, int bits, boolean srgb) {
    Pixels p = noise(w, h, n, bits);
    float[] small = Averages.plane(p, n - 1, srgb, to, down);
    for (int y = 0; y < down; y++) {
      for (int x = 0; x < to; x++) {
        double sum = 0;
        // As parts of pixels, in steps of a sixtieth of a part.
        int steps = 60;
        for (int j = 0; j < steps; j++) {
          for (int i = 0; i < steps; i++) {
            int px = (int) ((x + (i + 0.5) / steps) * w / to);
            int py = (int) ((y + (j + 0.5) / steps) * h / down);
            float v = p.value(px, py, n - 1);
            sum += srgb ? Srgb.byteToLinear(Math.round(v * 255)) : v;
          }
        }
        assertThat(small[y * to + x]).isCloseTo((float) (sum / (steps * steps)), within(0.02f));
      }
    }
  }
}
