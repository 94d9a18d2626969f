package keepshelf.imaging.fourier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SquareFftTest {
  @ParameterizedTest
  @CsvSource({"2,true", "2,false", "4,true", "16,false", "64,true", "64,false", "128,true"})
  void givesWhatTheOtherTransformGives(int n, boolean inverse) {
    Random r = new Random(n);
    float[] re = noise(r, n);
    float[] im = noise(r, n);
    float[] expectedRe = re.clone();
    float[] expectedIm = im.clone();
    new Fft(n).transform(expectedRe, expectedIm, inverse);

    new SquareFft(n).transform(re, im, inverse);

    assertThat(re).containsExactly(expectedRe, within(n * 2e-5f));
    assertThat(im).containsExactly(expectedIm, within(n * 2e-5f));
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 64})
  void comesBack(int n) {
    Random r = new Random(3);
    float[] was = noise(r, n);
    float[] re = was.clone();
    float[] im = new float[n * n];
    SquareFft fft = new SquareFft(n);
    fft.transform(re, im, false);
    fft.transform(re, im, true);
    for (int i = 0; i < re.length; i++) {
      assertThat(re[i] / (n * n)).isCloseTo(was[i], within(1e-5f));
      assertThat(im[i] / (n * n)).isCloseTo(0, within(1e-5f));
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 3, 100})
  void onlyPowersOfTwo(int n) {
    assertThatThrownBy(() -> new SquareFft(n)).hasMessage(n + " is no power of two");
  }

  private static float[] noise(Random r, int n) {
    float[] out = new float[n * n];
    for (int i = 0; i < out.length; i++) {
      out[i] = r.nextFloat() - 0.5f;
    }
    return out;
  }
}
