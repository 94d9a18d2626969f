package keepshelf.imaging.enlarge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.bond.Variety;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Larger tiles keep what their tile is like, close without a seam, and repeat it less. */
class EnlargingTest {
  private static final int SIDE = 96;

  /** Speckles of several sizes whose values are far from a normal distribution. */
  private static Pixels noise(long seed) {
    Random r = new Random(seed);
    float[] v = new float[SIDE * SIDE];
    for (int i = 0; i < v.length; i++) {
      v[i] = r.nextFloat();
    }
    float[] fine = Ranges.filled(PeriodicBlur.of(v, SIDE, SIDE, 1.2));
    float[] coarse = Ranges.filled(PeriodicBlur.of(v, SIDE, SIDE, 4));
    byte[] rgb = new byte[v.length * 3];
    for (int i = 0; i < v.length; i++) {
      double a = Math.pow(fine[i] * 0.6 + coarse[i] * 0.4, 3);
      rgb[3 * i] = (byte) Math.round(40 + 210 * a);
      rgb[3 * i + 1] = (byte) Math.round(30 + 150 * a);
      rgb[3 * i + 2] = (byte) Math.round(60 + 60 * (1 - a));
    }
    return Pixels.u8(SIDE, SIDE, 3, rgb);
  }

  private static Pixels bricks() {
    BondSpec s =
        new BondSpec(
            Bond.RUNNING,
            200,
            92,
            4,
            8,
            0.5,
            new Joint(8, 4, Joint.Profile.FLAT),
            new Variety(1, 0.5, 25, 0.4, 0, true),
            9);
    return LaidMaps.of(s, Stuff.plain(0x8A5A40, 0.6), Stuff.plain(0xC8C0B0, 0.9), 160, () -> false)
        .colour();
  }

  private static double[] moments(float[] v) {
    double sum = 0;
    double squares = 0;
    for (float f : v) {
      sum += f;
      squares += f * f;
    }
    double mean = sum / v.length;
    return new double[] {mean, Math.sqrt(squares / v.length - mean * mean)};
  }

  @ParameterizedTest
  @CsvSource({"1, 2", "2, 4", "3, 3"})
  void noiseIsBlendedAndKeepsItsHistogram(long seed, int factor) {
    Pixels tile = noise(seed);
    Enlarging e = Enlarging.of(tile, factor, seed);
    assertThat(e.isStructured()).isFalse();
    Pixels large = e.of(tile, Enlarging.Kind.COLOUR);
    assertThat(large.width()).isEqualTo(SIDE * factor);
    for (int c = 0; c < 3; c++) {
      double[] was = moments(tile.plane(c));
      double[] is = moments(large.plane(c));
      assertThat(is[0]).as("mean").isCloseTo(was[0], within(0.03 * was[0]));
      assertThat(is[1]).as("spread").isCloseTo(was[1], within(0.03 * was[1] + 0.002));
    }
    assertThat(e.repetition(large)).isLessThan(0.5);
    assertThat(SeamTest.test(large, false).answer()).isNotEqualTo(SeamTest.Answer.SEAM);
    assertThat(e.of(tile, Enlarging.Kind.COLOUR).rawBytes()).isEqualTo(large.rawBytes());
    assertThat(Enlarging.of(tile, factor, seed + 9).of(tile, Enlarging.Kind.COLOUR).rawBytes())
        .isNotEqualTo(large.rawBytes());
  }

  /** Amplitudes of waves by octaves, the finest first. */
  private static double[] octaves(float[] plane, int w, int h) {
    double[] out = new double[5];
    float[] finer = plane;
    for (int k = 0; k < out.length; k++) {
      float[] blurred = PeriodicBlur.of(plane, w, h, 1 << k);
      double sum = 0;
      for (int i = 0; i < plane.length; i++) {
        sum += (finer[i] - blurred[i]) * (finer[i] - blurred[i]);
      }
      out[k] = Math.sqrt(sum / plane.length);
      finer = blurred;
    }
    return out;
  }

  @ParameterizedTest
  @CsvSource({"1, 2", "2, 4", "4, 4"})
  void wavesOfEveryOctaveStayAsStrong(long seed, int factor) {
    int n = 256;
    Random dice = new Random(seed);
    float[] white = new float[n * n];
    byte[] rgb = new byte[3 * n * n];
    for (int i = 0; i < white.length; i++) {
      white[i] = (float) dice.nextGaussian();
    }
    float[] fine = PeriodicBlur.of(white, n, n, 1.5);
    float[] coarse = PeriodicBlur.of(white, n, n, 5);
    for (int i = 0; i < white.length; i++) {
      double v = 60 * fine[i] + 260 * coarse[i];
      for (int c = 0; c < 3; c++) {
        rgb[3 * i + c] = (byte) Math.clamp(Math.round(128 + v * (1 - 0.15 * c)), 0, 255);
      }
    }
    Pixels tile = Pixels.u8(n, n, 3, rgb);
    Pixels large = Enlarging.of(tile, factor, seed).of(tile, Enlarging.Kind.COLOUR);
    double[] was = octaves(tile.plane(0), n, n);
    double[] is = octaves(large.plane(0), large.width(), large.height());
    for (int k = 0; k < was.length; k++) {
      assertThat(is[k] / was[k]).as("octave %d", k).isCloseTo(1, within(0.03));
    }
  }

  /** Round grains on a dark ground: far from normally distributed, and with sharp edges. */
  private static Pixels pebbles(int n, long seed) {
    Random dice = new Random(seed);
    float[] near = new float[n * n];
    java.util.Arrays.fill(near, n);
    for (int k = 0; k < n * n / 120; k++) {
      int cx = dice.nextInt(n);
      int cy = dice.nextInt(n);
      float grey = 1 + dice.nextFloat();
      for (int dy = -9; dy <= 9; dy++) {
        for (int dx = -9; dx <= 9; dx++) {
          int i = Math.floorMod(cy + dy, n) * n + Math.floorMod(cx + dx, n);
          near[i] = (float) Math.min(near[i], Math.hypot(dx, dy) * grey);
        }
      }
    }
    byte[] rgb = new byte[3 * n * n];
    for (int i = 0; i < near.length; i++) {
      double v = 1 - Math.min(1, near[i] / 9);
      for (int c = 0; c < 3; c++) {
        rgb[3 * i + c] = (byte) Math.round(20 + v * (215 - 30 * c) + dice.nextInt(6));
      }
    }
    return Pixels.u8(n, n, 3, rgb);
  }

  @ParameterizedTest
  @CsvSource({"pebbles, 2", "pebbles, 4", "bricks, 2", "bricks, 3"})
  void octavesMeanAndSpreadStayWithinThreePerCent(String what, int factor) {
    Pixels tile = what.equals("bricks") ? bricks() : pebbles(192, 6);
    Enlarging e = Enlarging.of(tile, factor, 4);
    assertThat(e.isStructured()).as("both have forms").isTrue();
    Pixels large = e.of(tile, Enlarging.Kind.COLOUR);
    assertThat(e.repetition(large)).isLessThan(0.5);
    assertThat(SeamTest.test(large, false).answer()).isNotEqualTo(SeamTest.Answer.SEAM);
    for (int c = 0; c < 3; c++) {
      double[] was = octaves(tile.plane(c), tile.width(), tile.height());
      double[] is = octaves(large.plane(c), large.width(), large.height());
      for (int k = 0; k < was.length; k++) {
        // A tile of 160 pixels has few of the coarsest waves.
        double near = k == was.length - 1 ? 0.045 : 0.03;
        assertThat(is[k] / was[k]).as("octave %d", k).isCloseTo(1, within(near));
      }
      double[] m = moments(tile.plane(c));
      double[] n = moments(large.plane(c));
      assertThat(n[0]).isCloseTo(m[0], within(0.03 * m[0]));
      assertThat(n[1]).isCloseTo(m[1], within(0.03 * m[1]));
    }
  }

  @Test
  void whatOnlyRepeatsIsToldAndBricksAreLaidInPatches() {
    Pixels tile = bricks();
    int w = tile.width();
    int h = tile.height();
    byte[] twice = new byte[w * h * 4 * 3];
    for (int i = 0; i < w * h * 4; i++) {
      int from = (i / (2 * w) % h * w + i % (2 * w) % w) * 3;
      System.arraycopy(tile.rawBytes(), from, twice, 3 * i, 3);
    }
    Enlarging e = Enlarging.of(tile, 2, 3);
    assertThat(e.isStructured()).isTrue();
    assertThat(e.repetition(Pixels.u8(2 * w, 2 * h, 3, twice))).isCloseTo(1, within(0.01));
    Pixels large = e.of(tile, Enlarging.Kind.COLOUR);
    assertThat(e.repetition(large)).isLessThan(0.5);
    Set<Integer> colours = new HashSet<>();
    for (int i = 0; i < w * h; i++) {
      colours.add(rgb(tile, i));
    }
    int strange = 0;
    for (int i = 0; i < w * h * 4; i++) {
      int c = rgb(large, i);
      strange += colours.stream().anyMatch(k -> near(k, c)) ? 0 : 1;
    }
    assertThat(strange * 1.0 / (w * h * 4)).as("little is mixed").isLessThan(0.2);
    assertThat(SeamTest.test(large, false).answer()).isNotEqualTo(SeamTest.Answer.SEAM);
  }

  private static boolean near(int a, int b) {
    return Math.abs((a >> 16) - (b >> 16)) <= 5
        && Math.abs((a >> 8 & 255) - (b >> 8 & 255)) <= 5
        && Math.abs((a & 255) - (b & 255)) <= 5;
  }

  private static int rgb(Pixels p, int i) {
    return p.level(3 * i) << 16 | p.level(3 * i + 1) << 8 | p.level(3 * i + 2);
  }

  @Test
  void allMapsOfASetGoTheSameWay() {
    Pixels tile = noise(5);
    Enlarging e = Enlarging.of(tile, 2, 5);
    // The red channel as a map of its own lies where the colour's does.
    Pixels grey = tile.channel(0);
    float[] large = e.of(grey, Enlarging.Kind.GREY).plane(0);
    float[] red = e.of(tile, Enlarging.Kind.COLOUR).plane(0);
    assertThat(keepshelf.imaging.Fields.correlation(large, red)).isGreaterThan(0.9);
  }

  @ParameterizedTest
  @CsvSource({"noise", "bricks"})
  void marksAreNeverMixed(String what) {
    Pixels tile = what.equals("bricks") ? bricks() : noise(3);
    byte[] marks = new byte[tile.width() * tile.height()];
    for (int i = 0; i < marks.length; i++) {
      marks[i] = (byte) (i % tile.width() / 16 * 40);
    }
    Pixels ids = Pixels.u8(tile.width(), tile.height(), 1, marks);
    Pixels large = Enlarging.of(tile, 2, 5).of(ids, Enlarging.Kind.MARKS);
    Set<Integer> were = new HashSet<>();
    Set<Integer> are = new HashSet<>();
    for (byte b : marks) {
      were.add(b & 255);
    }
    for (int i = 0; i < large.sampleCount(); i++) {
      are.add(large.level(i));
    }
    assertThat(were).containsAll(are);
    assertThat(are).hasSizeGreaterThan(3);
  }

  @Test
  void vectorsStayOfLengthOneAndKeepTheirSlopes() {
    float[] h = keepshelf.imaging.Fields.bumpy(128, 7);
    Pixels normal = keepshelf.imaging.Fields.normals(h, 128, 12, true);
    Pixels grey = keepshelf.imaging.Fields.grey16(h, 128);
    Enlarging e = Enlarging.of(grey, 2, 1);
    Pixels large = e.of(normal, Enlarging.Kind.NORMAL);
    double was = 0;
    double is = 0;
    for (int i = 0; i < large.sampleCount(); i += 3) {
      double x = 2 * large.at(i) - 1;
      double y = 2 * large.at(i + 1) - 1;
      double z = 2 * large.at(i + 2) - 1;
      assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(0.02));
      is += x * x / large.sampleCount();
    }
    for (int i = 0; i < normal.sampleCount(); i += 3) {
      was += Math.pow(2 * normal.at(i) - 1, 2) / normal.sampleCount();
    }
    assertThat(Math.sqrt(is)).isCloseTo(Math.sqrt(was), within(0.1 * Math.sqrt(was)));
    assertThat(e.of(grey, Enlarging.Kind.GREY).fullScale()).isEqualTo(65535);
  }

  @Test
  void sizesThatMakeNoSenseAreRefused() {
    Pixels tile = noise(1);
    assertThatThrownBy(() -> Enlarging.of(tile, 1, 1)).hasMessageContaining("2 to 8");
    Enlarging e = Enlarging.of(tile, 2, 1);
    Pixels other = Pixels.u8(4, 4, 1, new byte[16]);
    assertThatThrownBy(() -> e.of(other, Enlarging.Kind.GREY)).hasMessageContaining("one size");
  }

  @Test
  void aPlainTileStaysPlain() {
    Pixels plain = Pixels.u8(16, 16, 3, new byte[768]);
    Pixels large = Enlarging.of(plain, 2, 1).of(plain, Enlarging.Kind.COLOUR);
    for (int i = 0; i < large.sampleCount(); i++) {
      assertThat(large.level(i)).isZero();
    }
  }
}
