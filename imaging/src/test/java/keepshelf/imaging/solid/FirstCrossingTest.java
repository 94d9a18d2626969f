package keepshelf.imaging.solid;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A ray stops where it first comes upon a shape: not behind a fold or an edge that it passed. */
class FirstCrossingTest {
  /** Stones with upright edges, as a height map has them, whose joints are a tenth of them. */
  private static final class Stones implements Skin {
    private final float tall;
    private final float wide;

    Stones(float tall, float wide) {
      this.tall = tall;
      this.wide = wide;
    }

    @Override
    public float height(float u, float v) {
      float x = u / wide - (float) Math.floor(u / wide);
      float y = v / wide - (float) Math.floor(v / wide);
      return x < 0.1f || y < 0.1f ? -tall / 2 : tall / 2;
    }

    @Override
    public float lowest() {
      return -tall / 2;
    }

    @Override
    public float highest() {
      return tall / 2;
    }

    @Override
    public boolean hole(float u, float v, float chance) {
      return false;
    }
  }

  static Stream<Solid> shapes() {
    return Stream.of(
        new Ball(0.5, 0, 11.5),
        new Box(0.25, 0.25, 0.25, 0.02, 30),
        new Box(1, 1, 0.06, 0.02, 35),
        new Drape(0.5, 30),
        new Drape(4, -50),
        new Drape(1, 0));
  }

  private static float[] unit(double x, double y, double z) {
    double l = Math.sqrt(x * x + y * y + z * z);
    return new float[] {(float) (x / l), (float) (y / l), (float) (z / l)};
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void nothingOfTheShapeIsWithinWhatIsCalledFree(Solid s) {
    Random r = new Random(21);
    Solid.Foot f = new Solid.Foot();
    int far = 0;
    for (int i = 0; i < 20_000; i++) {
      float[] p = new float[3];
      for (int c = 0; c < 3; c++) {
        p[c] = (2.4f * r.nextFloat() - 1.2f) * s.half();
      }
      s.foot(p[0], p[1], p[2], f);
      float side = Math.signum(f.distance);
      float free = f.free;
      far += free > 0.05f * s.half() ? 1 : 0;
      for (int k = 0; k < 6; k++) {
        float[] d = unit(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        float[] q = new float[3];
        boolean inside = true;
        for (int c = 0; c < 3; c++) {
          q[c] = p[c] + d[c] * free * 0.97f;
          // A cloth ends at its edges, whatever its coordinates say beyond them.
          inside &= !(s instanceof Drape) || Math.abs(p[c]) < s.half() && Math.abs(q[c]) < s.half();
        }
        s.foot(q[0], q[1], q[2], f);
        assertThat(inside && Math.signum(f.distance) * side < 0 && Math.abs(f.distance) > 1e-4f)
            .as("%s from %s %s %s", free, p[0], p[1], p[2])
            .isFalse();
      }
    }
    assertThat(far).as("it is of use").isGreaterThan(4000);
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void theCrossingIsTheFirstThatAFineSearchFinds(Solid s) {
    Random r = new Random(22);
    Skin skin = new Stones(0.024f * s.half(), 0.3f * s.half());
    Meeting m = new Meeting();
    Solid.Foot f = new Solid.Foot();
    float step = s.half() * 1e-3f;
    int met = 0;
    int past = 0;
    for (int i = 0; i < 400; i++) {
      float[] o = {0, 1.3f * s.half(), 7 * s.half()};
      float[] d = unit(r.nextGaussian() * 0.08, -0.18 + r.nextGaussian() * 0.08, -1);
      if (!s.meet(o, d, 0, skin, 0.5f, false, m)) {
        continue;
      }
      met++;
      float[] range = new float[2];
      assertThat(s.within(o, d, 0.1f * s.half(), range)).isTrue();
      float t = range[0];
      float gap = 1;
      for (; t < m.t + 2 * step && gap > 0; t += step) {
        s.foot(o[0] + d[0] * t, o[1] + d[1] * t, o[2] + d[2] * t, f);
        gap = f.distance - skin.height(f.u, f.v);
      }
      past += t < m.t - 0.02f * s.half() ? 1 : 0;
    }
    assertThat(met).isGreaterThan(120);
    // Corners that a ray only cuts are narrower than the steps now and then.
    assertThat(past).isLessThanOrEqualTo(met / 100);
  }

  @Test
  void nothingHangsBelowTheHemOfACloth() {
    Solid cloth = new Drape(0.5, 30);
    Skin skin = new Stones(0.03f, 0.11f);
    Random r = new Random(23);
    Meeting m = new Meeting();
    int met = 0;
    for (int i = 0; i < 20_000; i++) {
      float[] o = {0, 0.3f, 1.8f};
      float[] d = unit((r.nextDouble() - 0.5) * 0.35, -0.3 + (r.nextDouble() - 0.5) * 0.1, -1);
      if (cloth.meet(o, d, 0, skin, 0.5f, i % 2 == 0, m)) {
        met++;
        assertThat(m.point[1]).isGreaterThan(-0.25f - 1e-4f);
      }
    }
    assertThat(met).isBetween(2000, 18_000);
  }
}
