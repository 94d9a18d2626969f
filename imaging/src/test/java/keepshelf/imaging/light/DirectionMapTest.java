package keepshelf.imaging.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The octahedral map has no seam, and the sequences that light is sampled by lie evenly. */
class DirectionMapTest {
  private static final Radiance SMOOTH =
      (x, y, z, rgb) -> {
        rgb[0] = 1 + x;
        rgb[1] = 2 + y * z;
        rgb[2] = 3 + x * x - y;
      };

  private static float[] random(Random r) {
    double y = r.nextDouble() * 2 - 1;
    double phi = r.nextDouble() * 2 * Math.PI;
    double s = Math.sqrt(1 - y * y);
    return new float[] {(float) (s * Math.cos(phi)), (float) y, (float) (s * Math.sin(phi))};
  }

  @Test
  void whatIsLookedUpIsWhatWasStored() {
    DirectionMap m = new DirectionMap(128, SMOOTH);
    Random r = new Random(1);
    float[] found = new float[3];
    float[] meant = new float[3];
    for (int i = 0; i < 5000; i++) {
      float[] d = random(r);
      m.lookUp(d[0], d[1], d[2], found);
      SMOOTH.at(d[0], d[1], d[2], meant);
      assertThat(found).containsExactly(meant, within(0.02f));
      // The length of a direction says nothing.
      float[] longer = new float[3];
      m.lookUp(7 * d[0], 7 * d[1], 7 * d[2], longer);
      assertThat(longer).containsExactly(found, within(1e-4f));
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 32, 64})
  void thereIsNoSeamAtTheFold(int side) {
    DirectionMap m = new DirectionMap(side, SMOOTH);
    float[] above = new float[3];
    float[] below = new float[3];
    for (int i = 0; i < 360; i++) {
      float x = (float) Math.cos(Math.toRadians(i));
      float z = (float) Math.sin(Math.toRadians(i));
      m.lookUp(x, 1e-5f, z, above);
      m.lookUp(x, -1e-5f, z, below);
      assertThat(above).containsExactly(below, within(1e-3f));
    }
  }

  @Test
  void coordinatesBeyondTheEdgeFoldOver() {
    Random r = new Random(2);
    float[] d = new float[3];
    for (int i = 0; i < 2000; i++) {
      float u = r.nextFloat() * 2.2f - 1.1f;
      float v = r.nextFloat() * 2.2f - 1.1f;
      DirectionMap.direction(u, v, d);
      assertThat(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]).isCloseTo(1, within(1e-5f));
    }
    float[] inside = new float[3];
    DirectionMap.direction(0.9f, -0.3f, inside);
    DirectionMap.direction(1.1f, 0.3f, d);
    assertThat(d).containsExactly(inside, within(1e-5f));
  }

  @Test
  void theMiddleIsUpAndTheCornersAreDown() {
    float[] d = new float[3];
    DirectionMap.direction(0, 0, d);
    assertThat(d).containsExactly(new float[] {0, 1, 0}, within(1e-6f));
    for (float u : new float[] {-1, 1}) {
      for (float v : new float[] {-1, 1}) {
        DirectionMap.direction(u, v, d);
        assertThat(d[1]).isCloseTo(-1, within(1e-6f));
      }
    }
  }

  @Test
  void halfTheSizeHasTheSameMean() {
    DirectionMap m = new DirectionMap(64, SMOOTH);
    DirectionMap h = m.half();
    assertThat(h.side).isEqualTo(32);
    Random r = new Random(3);
    float[] a = new float[3];
    float[] b = new float[3];
    for (int i = 0; i < 1000; i++) {
      float[] d = random(r);
      m.lookUp(d[0], d[1], d[2], a);
      h.lookUp(d[0], d[1], d[2], b);
      assertThat(a).containsExactly(b, within(0.08f));
    }
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "1, 0.5", "2, 0.25", "3, 0.75", "4, 0.125", "7, 0.875"})
  void halvesAreBitsTurnedRound(int i, float value) {
    assertThat(Sequences.halves(i)).isEqualTo(value);
  }

  @ParameterizedTest
  @CsvSource({"0, 3, 0.333333", "1, 3, 0.666667", "2, 3, 0.111111", "3, 3, 0.444444", "0, 5, 0.2"})
  void radicalsAreDigitsTurnedRound(int i, int base, float value) {
    assertThat(Sequences.radical(i, base)).isCloseTo(value, within(1e-5f));
  }

  @ParameterizedTest
  @ValueSource(ints = {16, 256, 4096})
  void everySliceGetsItsNumber(int n) {
    BitSet slices = new BitSet();
    for (int i = 0; i < n; i++) {
      slices.set((int) (Sequences.halves(i) * n));
    }
    assertThat(slices.cardinality()).isEqualTo(n);
  }

  @ParameterizedTest
  @CsvSource({
    "0, 1, -1, 0",
    "0, 1, 0, 0",
    "0, 1, 0.5, 0.5",
    "0, 1, 1, 1",
    "0, 1, 9, 1",
    "1, 0, 0.25, 0.84375"
  })
  void aStepIsLevelAtBothEnds(float from, float to, float at, float value) {
    assertThat(SmoothStep.at(from, to, at)).isEqualTo(value);
    assertThat(SmoothStep.at(from, to, from + 1e-3f * (to - from))).isLessThan(1e-5f);
  }
}
