package keepshelf.imaging.fourier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The transform against its definition, for sides of every kind. */
class FftTest {
  @ParameterizedTest
  @CsvSource({"1,1", "2,8", "3,5", "7,16", "12,9", "31,2", "1,13"})
  void isWhatTheDefinitionSays(int w, int h) {
    Random random = new Random(w * 31L + h);
    float[] re = new float[w * h];
    float[] im = new float[w * h];
    for (int i = 0; i < re.length; i++) {
      re[i] = random.nextFloat() - 0.5f;
      im[i] = random.nextFloat() - 0.5f;
    }
    float[] gotRe = re.clone();
    float[] gotIm = im.clone();
    new Fft(w, h).transform(gotRe, gotIm, false);
    for (int v = 0; v < h; v++) {
      for (int u = 0; u < w; u++) {
        double sumRe = 0;
        double sumIm = 0;
        for (int i = 0; i < re.length; i++) {
          double a = -2 * Math.PI * ((double) u * (i % w) / w + (double) v * (i / w) / h);
          sumRe += re[i] * Math.cos(a) - im[i] * Math.sin(a);
          sumIm += re[i] * Math.sin(a) + im[i] * Math.cos(a);
        }
        assertThat(gotRe[v * w + u]).isCloseTo((float) sumRe, within(1e-4f));
        assertThat(gotIm[v * w + u]).isCloseTo((float) sumIm, within(1e-4f));
      }
    }
    new Fft(w, h).transform(gotRe, gotIm, true);
    for (int i = 0; i < re.length; i++) {
      assertThat(gotRe[i] / (w * h)).isCloseTo(re[i], within(1e-5f));
      assertThat(gotIm[i] / (w * h)).isCloseTo(im[i], within(1e-5f));
    }
  }

  @Test
  void largePicturesAreSharedOutAndComeBack() {
    int w = 600;
    int h = 512;
    float[] re = new float[w * h];
    for (int i = 0; i < re.length; i++) {
      re[i] = (float) Math.sin(2 * Math.PI * 7 * (i % w) / w);
    }
    float[] im = new float[re.length];
    new Fft(w, h).transform(re, im, false);
    assertThat(im[7]).as("only one wave is in it").isCloseTo(-w * h / 2f, within(10f));
    assertThat(re[8]).isCloseTo(0, within(1f));
    new Fft(w, h).transform(re, im, true);
    assertThat(re[3] / (w * h)).isCloseTo((float) Math.sin(2 * Math.PI * 7 * 3 / w), within(1e-4f));
  }

  @Test
  void thereIsNoPictureWithoutSamples() {
    assertThatThrownBy(() -> new Fft(0)).isInstanceOf(IllegalArgumentException.class);
  }
}
