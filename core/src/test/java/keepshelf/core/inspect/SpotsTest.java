package keepshelf.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import keepshelf.core.TestPacks;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A finding is shown where it is worst. */
class SpotsTest {
  private static final int SIDE = 240;

  private static Problem finding(String code) {
    return Problem.warning(code, "a.png", "said");
  }

  private interface Value {
    int at(int x, int y);
  }

  private static Pixels grey(Value v) {
    byte[] out = new byte[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) v.at(i % SIDE, i / SIDE);
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  /** Whether the pixel lies in the square of 20 that begins there. */
  private static boolean in(int x, int y, int left, int top) {
    return x >= left && x < left + 20 && y >= top && y < top + 20;
  }

  private static void isCell(Optional<Spots.Region> found, int left, int top) {
    Spots.Region r = found.orElseThrow();
    assertThat((int) Math.round(r.x() * SIDE)).isEqualTo(left);
    assertThat((int) Math.round(r.y() * SIDE)).isEqualTo(top);
    assertThat(r.width()).isEqualTo(1 / 12.0);
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "100, 40", "220, 220", "60, 200"})
  void greyBetweenMetalAndNoneIsFoundWhereItIs(int left, int top) {
    Pixels p = grey((x, y) -> in(x, y, left, top) ? 128 : x % 2 == 0 ? 0 : 255);
    isCell(Spots.of(finding("metallic-not-binary"), p), left, top);
  }

  @Test
  void whereNothingShowsNothingIsMarked() {
    assertThat(Spots.of(finding("metallic-not-binary"), grey((x, y) -> 255))).isEmpty();
    assertThat(Spots.of(finding("low-detail"), grey((x, y) -> 77))).isEmpty();
  }

  @Test
  void vectorsOfAWrongLengthAreFound() {
    Pixels n = TestPacks.normal(SIDE, 2, true);
    byte[] v = n.rawBytes().clone();
    for (int y = 120; y < 140; y++) {
      for (int x = 40; x < 60; x++) {
        v[3 * (y * SIDE + x)] = (byte) 255;
        v[3 * (y * SIDE + x) + 1] = (byte) 255;
      }
    }
    isCell(Spots.of(finding("normal-not-unit"), Pixels.u8(SIDE, SIDE, 3, v)), 40, 120);
    assertThat(Spots.of(finding("normal-not-unit"), grey((x, y) -> x))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"jpeg-traces", "normal-as-jpeg"})
  void stepsAtTheEdgesOfBlocksAreFound(String code) {
    Pixels p = grey((x, y) -> in(x, y, 140, 60) ? 100 + x / 8 % 2 * 60 : 100);
    isCell(Spots.of(finding(code), p), 140, 60);
  }

  @Test
  void coloursThatAreTooDarkOrTooBrightAreFound() {
    Pixels p = grey((x, y) -> in(x, y, 20, 180) ? 255 : 120);
    isCell(Spots.of(finding("albedo-range"), p), 20, 180);
  }

  @Test
  void theStrongestEdgeOfAPictureWithoutDetailIsFound() {
    Pixels p = grey((x, y) -> in(x, y, 80, 100) ? x % 2 * 40 + 100 : x / 8 + 50);
    isCell(Spots.of(finding("low-detail"), p), 80, 100);
  }

  @Test
  void aSeamIsMarkedAtTheEdgeWhereItIs() {
    Pixels across = grey((x, y) -> Math.min(255, 20 + x));
    Spots.Region right = Spots.of(finding("not-tileable"), across).orElseThrow();
    assertThat(right.x()).isGreaterThan(0.9);
    assertThat(right.height()).isEqualTo(1);
    Pixels down = grey((x, y) -> Math.min(255, 20 + y));
    Spots.Region bottom = Spots.of(finding("not-tileable"), down).orElseThrow();
    assertThat(bottom.y()).isGreaterThan(0.9);
    assertThat(bottom.width()).isEqualTo(1);
  }

  @Test
  void findingsThatConcernAllOfItHaveNoSpot() {
    assertThat(Spots.of(finding("eight-bit-in-sixteen"), grey((x, y) -> x))).isEmpty();
  }

  @Test
  void picturesSmallerThanTheGridAreSearchedToo() {
    Pixels tiny = Pixels.u8(3, 2, 1, new byte[] {0, (byte) 128, 0, 0, 0, 0});
    Spots.Region r = Spots.of(finding("metallic-not-binary"), tiny).orElseThrow();
    assertThat(r.x()).isBetween(0.0, 1.0);
  }
}
