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
    assertThat(tiled.tilingX()).isEqualTo(2);
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

  /** What two designs have in common when one layer of noise was laid over both. */
  @Test
  void aSharedLayerOfNoiseMakesNoCopies() {
    int wrong = 0;
    for (long seed = 0; seed < 40; seed++) {
      float[] one = Fields.bumpy(SIDE, 500 + seed);
      float[] two = Fields.bumpy(SIDE, 900 + seed);
      float[] noise = new float[SIDE * SIDE];
      Random r = new Random(seed);
      for (int i = 0; i < noise.length; i++) {
        noise[i] = 0.08f * r.nextFloat();
      }
      Match m =
          compare(
              (x, y) -> 0.7f * at(one, x, y) + at(noise, x, y),
              (x, y) -> 0.7f * at(two, x, y) + at(noise, x, y));
      wrong += m.same() ? 1 : 0;
    }
    assertThat(wrong).isZero();
  }

  private static Pixels colour(float[] h, float red, float green, float blue) {
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < h.length; i++) {
      out[3 * i] = (byte) Math.round(255 * red * h[i]);
      out[3 * i + 1] = (byte) Math.round(255 * green * h[i]);
      out[3 * i + 2] = (byte) Math.round(255 * blue * h[i]);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  /** Half of it brown, half of it green, and the other way round: the mean colour is one. */
  @Test
  void coloursAreComparedWhereTheyAre() {
    float[] h = stone(3);
    byte[] a = new byte[SIDE * SIDE * 3];
    byte[] b = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < h.length; i++) {
      boolean left = i % SIDE < SIDE / 2;
      for (int c = 0; c < 3; c++) {
        float brown = new float[] {0.8f, 0.5f, 0.4f}[c];
        float green = new float[] {0.5f, 0.63f, 0.4f}[c];
        a[3 * i + c] = (byte) Math.round(255 * h[i] * (left ? brown : green));
        b[3 * i + c] = (byte) Math.round(255 * h[i] * (left ? green : brown));
      }
    }
    Match m =
        new Matcher()
            .compare(
                Fingerprint.of(Pixels.u8(SIDE, SIDE, 3, a)),
                Fingerprint.of(Pixels.u8(SIDE, SIDE, 3, b)));
    assertThat(m.recoloured()).isTrue();
    Match dyed =
        new Matcher()
            .compare(
                Fingerprint.of(colour(h, 0.9f, 0.6f, 0.4f)),
                Fingerprint.of(colour(h, 0.5f, 0.75f, 0.5f)));
    assertThat(dyed.recoloured()).isTrue();
  }

  /** Stripes and gradients have no peak of their own; saved again they are still the same. */
  @Test
  void picturesOfOneDirectionAreFoundAsTheyLie() {
    List<From> flat =
        List.of(
            (x, y) -> x / 128f,
            (x, y) -> y / 128f,
            (x, y) -> x / 8 % 2,
            (x, y) -> y / 16 % 2 * 0.6f,
            (x, y) -> Math.abs(x - 64) / 64f);
    Random r = new Random(2);
    for (int i = 0; i < flat.size(); i++) {
      for (int j = 0; j < flat.size(); j++) {
        From a = flat.get(i);
        From b = flat.get(j);
        Match m = compare(a, (x, y) -> b.at(x, y) + 0.004f * (r.nextFloat() - 0.5f));
        if (i == j) {
          assertThat(m.same()).as("%s with itself", i).isTrue();
          assertThat(m.turns()).isZero();
          assertThat(m.mirrored()).isFalse();
          assertThat(m.shifted()).isFalse();
        }
      }
    }
  }

  @Test
  void onlyTheWidthMayBeAnother() {
    float[] h = stone(8);
    byte[] half = new byte[SIDE * SIDE / 2];
    for (int i = 0; i < half.length; i++) {
      half[i] = (byte) Math.round(255 * h[i / SIDE * 2 * SIDE + i % SIDE]);
    }
    Match m =
        new Matcher()
            .compare(of((x, y) -> at(h, x, y)), Fingerprint.of(Pixels.u8(SIDE, SIDE / 2, 1, half)));
    assertThat(m.same()).isTrue();
    assertThat(m.resized()).isTrue();
    assertThat(m.scaleX()).isEqualTo(1);
    assertThat(m.scaleY()).isEqualTo(0.5);
  }

  @Test
  void aNormalMapOfTheOtherHandednessIsKnown() {
    Pixels up = normal(4, 1);
    Pixels down = normal(4, -1);
    Match m = new Matcher().compare(Fingerprint.of(up), Fingerprint.of(down));
    assertThat(m.same()).isTrue();
    assertThat(m.greenTurnedOver()).isTrue();
    assertThat(m.recoloured()).isFalse();
    Match same = new Matcher().compare(Fingerprint.of(up), Fingerprint.of(up));
    assertThat(same.greenTurnedOver()).isFalse();
    assertThat(new Matcher().compare(Fingerprint.of(up), Fingerprint.of(normal(5, 1))).same())
        .isFalse();
  }

  private static Pixels normal(long seed, int green) {
    float[] h = stone(seed);
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        float dx = 2 * (at(h, x + 1, y) - at(h, x - 1, y));
        float dy = 2 * green * (at(h, x, y + 1) - at(h, x, y - 1));
        float l = (float) Math.sqrt(dx * dx + dy * dy + 1);
        int i = (y * SIDE + x) * 3;
        out[i] = (byte) Math.round(127.5f * (1 - dx / l));
        out[i + 1] = (byte) Math.round(127.5f * (1 + dy / l));
        out[i + 2] = (byte) Math.round(127.5f * (1 + 1 / l));
      }
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }
}
