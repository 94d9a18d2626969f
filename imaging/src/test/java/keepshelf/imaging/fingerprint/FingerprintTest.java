package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class FingerprintTest {
  private static final int SIDE = 128;

  /** A bumpy field with grain, as 8-bit grey. */
  private static float[] stone(long seed) {
    float[] h = Fields.bumpy(SIDE, seed);
    Random r = new Random(seed);
    for (int i = 0; i < h.length; i++) {
      h[i] = Math.clamp(0.2f + 0.5f * h[i] + 0.25f * r.nextFloat(), 0f, 1f);
    }
    return h;
  }

  private interface From {
    float at(int x, int y);
  }

  private static Pixels grey(From f) {
    byte[] out = new byte[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.clamp(Math.round(255 * f.at(i % SIDE, i / SIDE)), 0, 255);
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  private static float at(float[] h, int x, int y) {
    return h[Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE)];
  }

  private static Fingerprint of(From f) {
    return Fingerprint.of(grey(f));
  }

  private static Match compare(From a, From b) {
    return new Matcher().compare(of(a), of(b));
  }

  @Test
  void theTransformComesBackAndKeepsEnergy() {
    int n = 32;
    Random r = new Random(5);
    float[] re = new float[n * n];
    float[] im = new float[n * n];
    double energy = 0;
    for (int i = 0; i < re.length; i++) {
      re[i] = r.nextFloat() - 0.5f;
      energy += re[i] * re[i];
    }
    float[] before = re.clone();
    Fft fft = new Fft(n);
    fft.transform(re, im, false);
    double spectrum = 0;
    for (int i = 0; i < re.length; i++) {
      spectrum += re[i] * re[i] + im[i] * im[i];
    }
    assertThat(spectrum / (n * n)).isCloseTo(energy, within(1e-3));
    fft.transform(re, im, true);
    for (int i = 0; i < re.length; i++) {
      assertThat(re[i] / (n * n)).isCloseTo(before[i], within(1e-4f));
    }
  }

  @Test
  void theDescriptorDoesNotChangeUnderShiftTurnAndMirror() {
    for (long seed = 0; seed < 6; seed++) {
      float[] h = stone(seed);
      float[] f = of((x, y) -> at(h, x, y)).descriptor().features();
      float[] moved = of((x, y) -> at(h, x + 37, y + 11)).descriptor().features();
      float[] turned = of((x, y) -> at(h, y, SIDE - 1 - x)).descriptor().features();
      float[] mirrored = of((x, y) -> at(h, SIDE - 1 - x, y)).descriptor().features();
      float[] lighter = of((x, y) -> 0.1f + 0.8f * at(h, x, y)).descriptor().features();
      float[] other = of((x, y) -> 0.5f + 0f).descriptor().features();
      for (int k = 0; k < f.length; k++) {
        assertThat(turned[k]).isCloseTo(f[k], within(0.02f));
        assertThat(mirrored[k]).isCloseTo(f[k], within(0.02f));
      }
      assertThat(distance(f, moved)).isLessThan(9);
      assertThat(distance(f, lighter)).isLessThan(3);
      assertThat(distance(f, other)).isGreaterThan(20);
    }
  }

  private static double distance(float[] a, float[] b) {
    double s = 0;
    for (int i = 0; i < a.length; i++) {
      s += (a[i] - b[i]) * (a[i] - b[i]);
    }
    return Math.sqrt(s);
  }

  @Test
  void eachChangeIsNamedWithItsAmount() {
    float[] h = stone(9);
    From whole = (x, y) -> at(h, x, y);
    Match same = compare(whole, whole);
    assertThat(same.same()).isTrue();
    assertThat(same.shifted()).isFalse();
    assertThat(same.turns()).isZero();
    assertThat(same.mirrored()).isFalse();
    Match shifted = compare(whole, (x, y) -> at(h, x - 32, y - 16));
    assertThat(shifted.same()).isTrue();
    assertThat(shifted.shiftX()).isCloseTo(0.25, within(0.01));
    assertThat(shifted.shiftY()).isCloseTo(0.125, within(0.01));
    Match turned = compare(whole, (x, y) -> at(h, y, SIDE - 1 - x));
    assertThat(turned.same()).isTrue();
    assertThat(turned.turns() % 2).isEqualTo(1);
    Match mirrored = compare(whole, (x, y) -> at(h, SIDE - 1 - x, y));
    assertThat(mirrored.mirrored()).isTrue();
    Match lighter = compare(whole, (x, y) -> 0.3f + 0.6f * at(h, x, y));
    assertThat(lighter.same()).isTrue();
    assertThat(lighter.colourDifference()).isGreaterThan(0.03);
    byte[] four = new byte[4 * SIDE * SIDE];
    for (int i = 0; i < four.length; i++) {
      four[i] = (byte) Math.round(255 * at(h, i % (2 * SIDE), i / (2 * SIDE)));
    }
    Fingerprint laid = Fingerprint.of(Pixels.u8(2 * SIDE, 2 * SIDE, 1, four));
    Match tiled = new Matcher().compare(of(whole), laid);
    assertThat(tiled.same()).isTrue();
    assertThat(tiled.tiling()).isEqualTo(2);
  }

  @Test
  void otherStonesOfOneKindAreNotTheSame() {
    List<Fingerprint> all = new ArrayList<>();
    for (long seed = 100; seed < 130; seed++) {
      float[] h = stone(seed);
      all.add(of((x, y) -> at(h, x, y)));
    }
    Matcher m = new Matcher();
    for (int i = 0; i < all.size(); i++) {
      for (int j = i + 1; j < all.size(); j++) {
        assertThat(m.compare(all.get(i), all.get(j)).same()).isFalse();
      }
    }
  }

  @Test
  void theIndexProposesCopiesAmongMany() {
    List<Descriptor> all = new ArrayList<>();
    for (long seed = 200; seed < 260; seed++) {
      float[] h = stone(seed);
      all.add(of((x, y) -> at(h, x, y)).descriptor());
    }
    float[] h = stone(217);
    all.add(of((x, y) -> 0.1f + 0.8f * at(h, y + 20, SIDE - 1 - x)).descriptor());
    assertThat(new Index(all).pairs()).contains(new Index.Pair(17, 60));
    assertThat(new Index(List.of()).pairs()).isEmpty();
    Index before = new Index(all.subList(0, 60));
    assertThat(before.near(all.getLast())).contains(17);
    before.add(all.getLast());
    assertThat(before.size()).isEqualTo(61);
    assertThat(before.near(all.get(17))).contains(17, 60);
  }

  @Test
  void theSamePixelsHaveTheSameHash() {
    float[] h = stone(12);
    From whole = (x, y) -> at(h, x, y);
    long hash = of(whole).descriptor().pixels();
    assertThat(of(whole).descriptor().pixels()).isEqualTo(hash);
    From oneOff = (x, y) -> at(h, x, y) + (x == 5 && y == 70 ? 2 / 255f : 0);
    assertThat(of(oneOff).descriptor().pixels()).isNotEqualTo(hash);
    Descriptor back = Descriptor.ofBytes(of(whole).descriptor().toBytes());
    assertThat(back).usingRecursiveComparison().isEqualTo(of(whole).descriptor());
    assertThatThrownBy(() -> Descriptor.ofBytes(new byte[3]))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void flatPicturesAreNotCompared() {
    assertThat(of((x, y) -> 0.5f).comparable()).isFalse();
    float[] h = stone(3);
    assertThat(of((x, y) -> at(h, x, y)).comparable()).isTrue();
  }
}
