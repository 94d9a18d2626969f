package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class VisibleRepetitionTest {
  private static final int SIDE = 256;

  /** A grey value for each place, as an sRGB picture of one channel. */
  private interface Painted {
    double at(int x, int y);
  }

  private static Pixels picture(Painted p) {
    byte[] out = new byte[SIDE * SIDE];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        out[y * SIDE + x] = (byte) Math.clamp(Math.round(p.at(x, y) * 255), 0, 255);
      }
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  private static Painted noise(long seed, double amount) {
    Random r = new Random(seed);
    double[] v = r.doubles((long) SIDE * SIDE, -amount, amount).toArray();
    return (x, y) -> 0.5 + v[y * SIDE + x];
  }

  /** How much a soft blob darkens a place; it goes on over the edges of the tile. */
  private static double blob(int x, int y, int cx, int cy, double radius) {
    int dx = Math.min(Math.abs(x - cx), SIDE - Math.abs(x - cx));
    int dy = Math.min(Math.abs(y - cy), SIDE - Math.abs(y - cy));
    return Math.exp(-(dx * dx + dy * dy) / (2 * radius * radius));
  }

  private static VisibleRepetition seen(Painted p) {
    return VisibleRepetition.of(picture(p), 1, 1, 2.5);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void aBlobGivesFineNoiseAwayAndIsMarked(long seed) {
    Painted even = noise(seed, 0.05);
    Random r = new Random(seed);
    int cx = r.nextInt(SIDE);
    int cy = r.nextInt(SIDE);
    VisibleRepetition without = seen(even);
    VisibleRepetition with = seen((x, y) -> even.at(x, y) - 0.25 * blob(x, y, cx, cy, 14));
    assertThat(without.contrast()).isLessThan(0.02);
    assertThat(with.contrast()).isGreaterThan(3 * without.contrast());
    VisibleRepetition.Spot s = with.spots().getFirst();
    assertThat(s.contrast()).isNegative();
    assertThat(Math.abs(s.x() - cx / 256.0) % 1).isLessThan(0.03);
    assertThat(Math.abs(s.y() - cy / 256.0) % 1).isLessThan(0.03);
  }

  /** Eight rows of four bricks each, every other row shifted by half a brick. */
  private static double bricks(int x, int y) {
    int row = y / 32;
    int along = Math.floorMod(x + (row % 2) * 32, 64);
    return y % 32 < 4 || along < 4 ? 0.3 : 0.55;
  }

  @Test
  void equalBricksAreStructureAndNoRepetition() {
    VisibleRepetition r = seen(VisibleRepetitionTest::bricks);
    assertThat(r.structure()).isGreaterThan(0.99);
    assertThat(r.contrast()).isLessThan(0.005);
    assertThat(r.spots()).isEmpty();
  }

  @Test
  void oneBrickThatIsDarkerIsMarked() {
    VisibleRepetition r =
        seen(
            (x, y) -> bricks(x, y) - (y / 32 == 4 && x >= 64 && x < 128 && x % 64 >= 4 ? 0.12 : 0));
    assertThat(r.contrast()).isGreaterThan(0.01);
    assertThat(r.spots()).isNotEmpty();
    VisibleRepetition.Spot s = r.spots().getFirst();
    assertThat(s.x()).isBetween(64 / 256.0, 128 / 256.0);
    assertThat(s.y()).isBetween(4 * 32 / 256.0, 5 * 32 / 256.0);
  }

  @Test
  void onePlainColourSaysNothing() {
    VisibleRepetition r = seen((x, y) -> 0.4);
    assertThat(r.contrast()).isCloseTo(0, within(1e-4));
    assertThat(r.spots()).isEmpty();
  }

  @Test
  void whatIsTooFarAwayIsNotSeen() {
    Pixels p = picture((x, y) -> 0.5 - 0.3 * blob(x, y, 90, 140, 20));
    double near = VisibleRepetition.of(p, 1, 1, 2.5).contrast();
    double far = VisibleRepetition.of(p, 1, 1, 4000).contrast();
    assertThat(far).isLessThan(near / 10);
  }

  @ParameterizedTest
  @CsvSource({"0.5, 1", "2, 1", "8, 1", "16, 0.7", "40, 0.06"})
  void whatIsFinerThanEightCyclesADegreeIsSeenLess(double cycles, double wanted) {
    assertThat(VisibleRepetition.sensitivity(cycles)).isCloseTo(wanted, within(0.05));
  }

  @Test
  void turningATileDoesNotChangeIt() {
    Painted p = (x, y) -> 0.5 - 0.2 * blob(x, y, 60, 200, 20) + 0.1 * blob(x, y, 180, 90, 12);
    double a = seen(p).contrast();
    double b = seen((x, y) -> p.at(y, x)).contrast();
    assertThat(a).isCloseTo(b, within(a * 0.02));
  }
}
