package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class DifferenceTest {
  private static final int SIDE = 256;
  private final float[] stone = grained();

  /** A bumpy field with some grain, so that it can be told from others. */
  private static float[] grained() {
    float[] h = Fields.bumpy(SIDE, 31);
    Random r = new Random(31);
    float[] coarse = new float[SIDE * SIDE];
    for (int i = 0; i < coarse.length; i++) {
      coarse[i] = r.nextFloat();
    }
    for (int i = 0; i < h.length; i++) {
      h[i] = 0.6f * h[i] + 0.4f * coarse[i / SIDE / 4 * 4 * SIDE + i % SIDE / 4 * 4];
    }
    return h;
  }

  private interface From {
    float at(int x, int y);
  }

  private float at(int x, int y) {
    return 0.2f + 0.6f * stone[Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE)];
  }

  private static Pixels picture(From f) {
    byte[] out = new byte[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.clamp(Math.round(255 * f.at(i % SIDE, i / SIDE)), 0, 255);
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  private static Difference between(Pixels a, Pixels b) {
    Match m = new Matcher().compare(Fingerprint.of(a), Fingerprint.of(b));
    assertThat(m.same()).isTrue();
    return Difference.of(a, b, m, SIDE);
  }

  @Test
  void shiftTurnAndMirrorAreTakenOutExactly() {
    Pixels a = picture(this::at);
    From[] changes = {
      this::at,
      (x, y) -> at(x - 61, y - 17),
      (x, y) -> at(y, SIDE - 1 - x),
      (x, y) -> at(SIDE - 1 - x, y),
      (x, y) -> at(SIDE - 1 - y + 30, SIDE - 1 - x),
    };
    for (From f : changes) {
      Difference d = between(a, picture(f));
      assertThat(d.decibels()).isEqualTo(99);
      assertThat(d.share()).isZero();
    }
    Difference shifted = between(a, picture(changes[1]));
    assertThat(shifted.shiftX() * SIDE).isCloseTo(61, within(1e-6));
    assertThat(shifted.shiftY() * SIDE).isCloseTo(17, within(1e-6));
  }

  @Test
  void brightnessIsNoDifferenceButAStainIs() {
    Pixels a = picture(this::at);
    assertThat(between(a, picture((x, y) -> at(x, y) + 0.1f)).decibels()).isGreaterThan(50);
    Difference stained =
        between(a, picture((x, y) -> x < 32 && y < 32 ? Math.min(1, at(x, y) + 0.3f) : at(x, y)));
    assertThat(stained.share()).isCloseTo(32 * 32 / (double) (SIDE * SIDE), within(0.001));
    assertThat(stained.amount()[10 * SIDE + 10]).isGreaterThan(0.2f);
    assertThat(stained.amount()[200 * SIDE + 200]).isLessThan(0.02f);
  }

  @Test
  void noiseIsSaidInDecibels() {
    Random r = new Random(4);
    Pixels a = picture(this::at);
    Difference d = between(a, picture((x, y) -> at(x, y) + (float) r.nextGaussian() * 0.01f));
    assertThat(d.decibels()).isCloseTo(40, within(0.6));
  }
}
