package keepshelf.imaging.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines on photographs of flat things that are seen at a slant. */
class MeasuredOnPhotoTest {
  /** Where a place of the unit square is in the picture, by the same numbers as the cut. */
  private static double[] at(double[] corners, double u, double v) {
    double[] m = Straightened.homography(corners);
    double d = m[6] * u + m[7] * v + 1;
    return new double[] {(m[0] * u + m[1] * v + m[2]) / d, (m[3] * u + m[4] * v + m[5]) / d};
  }

  @ParameterizedTest
  @CsvSource({"0, 0, 1, 0, 1", "0.25, 0.5, 0.75, 0.5, 0.5", "0.1, 0.9, 0.4, 0.9, 0.3"})
  void alongTheWidthItIsTheShareOfIt(double u0, double v0, double u1, double v1, double widths) {
    Random r = new Random(7);
    for (int n = 0; n < 50; n++) {
      double[] c = {0, 0, 400, 0, 400, 300, 0, 300};
      for (int i = 0; i < 8; i++) {
        c[i] += r.nextDouble() * 90 - 45;
      }
      double[] a = at(c, u0, v0);
      double[] b = at(c, u1, v1);
      assertThat(Straightened.widths(c, new double[] {a[0], a[1], b[0], b[1]}))
          .isCloseTo(widths, within(1e-9));
    }
  }

  @Test
  void acrossItCountsByTheProportionsOfTheCut() {
    double[] c = {0, 0, 400, 0, 400, 200, 0, 200};
    assertThat(Straightened.widths(c, new double[] {10, 0, 10, 200})).isCloseTo(0.5, within(1e-9));
    assertThat(Straightened.size(c)).containsExactly(400, 200);
  }

  @Test
  void cornersThatCrossAreRefused() {
    double[] crossed = {0, 0, 400, 200, 400, 0, 0, 200};
    assertThatThrownBy(() -> Straightened.widths(crossed, new double[] {0, 0, 1, 1}))
        .hasMessageContaining("clockwise");
  }
}
