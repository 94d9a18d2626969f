package keepshelf.imaging.solid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rays meet the shapes where they should, flat and raised, and coordinates are true lengths. */
class SolidTest {
  static Stream<Solid> shapes() {
    return Stream.of(
        new Ball(0.5, 0, 11.5),
        new Ball(3, 40, 0),
        new Box(0.25, 0.25, 0.25, 0.02, 0),
        new Box(1, 1, 0.06, 0.02, 35),
        new Drape(0.5, 0),
        new Drape(4, -30));
  }

  /** A relief of waves, in metres. */
  private static Skin waves(float height, float length) {
    return new Skin() {
      @Override
      public float height(float u, float v) {
        return height * (float) (Math.sin(u / length * 6.2832) * Math.sin(v / length * 6.2832));
      }

      @Override
      public float lowest() {
        return -height;
      }

      @Override
      public float highest() {
        return height;
      }

      @Override
      public boolean hole(float u, float v, float chance) {
        return false;
      }
    };
  }

  /** A flat skin that lets every ray through where it is met first. */
  private static Skin openOnce() {
    return new Skin() {
      private int met;

      @Override
      public float height(float u, float v) {
        return 0;
      }

      @Override
      public float lowest() {
        return 0;
      }

      @Override
      public float highest() {
        return 0;
      }

      @Override
      public boolean hole(float u, float v, float chance) {
        return met++ == 0;
      }
    };
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void theFarSideIsSeenThroughHoles(Solid s) {
    if (s instanceof Drape) {
      return;
    }
    Random r = new Random(9);
    float[] eye = {0, s.half() * 0.4f, s.half() * 6};
    for (int n = 0; n < 400; n++) {
      float[] d = {
        (r.nextFloat() - 0.5f) * s.half() * 0.9f - eye[0],
        (r.nextFloat() - 0.5f) * s.half() * 0.9f - eye[1],
        -eye[2]
      };
      float l = (float) Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
      for (int c = 0; c < 3; c++) {
        d[c] /= l;
      }
      Meeting near = new Meeting();
      Meeting far = new Meeting();
      if (s.meet(eye, d, 0, Skin.FLAT, 0, false, near)) {
        assertThat(s.meet(eye, d, 0, openOnce(), 0, false, far)).isTrue();
        assertThat(far.t).isGreaterThan(near.t);
      }
    }
  }

  @Test
  void theFarSideOfABallMirrorsTheNearOne() {
    Ball ball = new Ball(2, 0, 0);
    Solid.Foot near = new Solid.Foot();
    Solid.Foot far = new Solid.Foot();
    Random r = new Random(3);
    for (int n = 0; n < 200; n++) {
      float x = r.nextFloat() * 1.2f - 0.6f;
      float y = r.nextFloat() * 1.2f - 0.6f;
      float z = (float) Math.sqrt(1 - x * x - y * y);
      ball.foot(x, y, z, near);
      ball.foot(x, y, -z, far);
      assertThat(far.u).isCloseTo(near.u, within(1e-4f));
      assertThat(far.v).isCloseTo(near.v, within(1e-4f));
      assertThat(Math.hypot(near.u, near.v)).isLessThan(Math.PI / 2 + 1e-3);
    }
  }

  private static Skin raised(float by) {
    return new Skin() {
      @Override
      public float height(float u, float v) {
        return by;
      }

      @Override
      public float lowest() {
        return 0;
      }

      @Override
      public float highest() {
        return by;
      }

      @Override
      public boolean hole(float u, float v, float chance) {
        return false;
      }
    };
  }

  private static float[] unit(double x, double y, double z) {
    double l = Math.sqrt(x * x + y * y + z * z);
    return new float[] {(float) (x / l), (float) (y / l), (float) (z / l)};
  }

  private static float dot(float[] a, float[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void whereARayMeetsTheShapeLiesTheShape(Solid s) {
    Random r = new Random(7);
    Meeting m = new Meeting();
    Solid.Foot f = new Solid.Foot();
    Skin skin = waves(s.half() * 0.02f, s.half() * 0.4f);
    int met = 0;
    int off = 0;
    for (int i = 0; i < 600; i++) {
      float[] o = {0, 0, 8 * s.half()};
      float[] d = unit(r.nextGaussian() * 0.1, r.nextGaussian() * 0.1, -1);
      if (!s.meet(o, d, 0, skin, 0.5f, false, m)) {
        continue;
      }
      met++;
      s.foot(m.point[0], m.point[1], m.point[2], f);
      off += Math.abs(f.distance - skin.height(m.u, m.v)) > s.half() * 1e-3f ? 1 : 0;
      assertThat(dot(m.normal, m.normal)).isCloseTo(1, within(1e-3f));
      assertThat(dot(m.tangent, m.tangent)).isCloseTo(1, within(2e-3f));
      assertThat(dot(m.normal, m.tangent)).isCloseTo(0, within(2e-3f));
      assertThat(dot(m.normal, m.bitangent)).isCloseTo(0, within(2e-3f));
    }
    assertThat(met).isGreaterThan(150);
    // Only where two faces of a box meet does the relief break, as its pattern does.
    assertThat(off).isLessThanOrEqualTo(s instanceof Box ? met / 25 : 0);
  }

  /** What rays beside it tell of the free way spares work and moves nothing. */
  @ParameterizedTest
  @MethodSource("shapes")
  void aFreeWayLeavesTheCrossingWhereItWas(Solid s) {
    Random r = new Random(11);
    Meeting plain = new Meeting();
    Meeting told = new Meeting();
    Skin skin = waves(s.half() * 0.02f, s.half() * 0.4f);
    int met = 0;
    int moved = 0;
    for (int i = 0; i < 600; i++) {
      float[] o = {0, 0.2f * s.half(), 8 * s.half()};
      float[] d = unit(r.nextGaussian() * 0.08, r.nextGaussian() * 0.08, -1);
      if (!s.meet(o, d, 0, skin, 0.5f, false, plain)) {
        continue;
      }
      met++;
      // Now and then a wrong one: it ends within the shape, and all is looked at after all.
      boolean wrong = s instanceof Ball && dot(plain.normal, d) < -0.5f && i % 3 == 0;
      float free = plain.t + s.half() * (wrong ? 0.05f : -0.02f * (i % 5));
      assertThat(s.meet(o, d, 0, free, skin, 0.5f, false, told)).as("ray %s", i).isTrue();
      moved += Math.abs(told.t - plain.t) > s.half() * 2e-3f ? 1 : 0;
    }
    assertThat(met).isGreaterThan(150);
    // A ray along a slope may find another wave of it first.
    assertThat(moved).isLessThanOrEqualTo(met / 50);
  }

  /** Rays that just touch the outline, where distances vanish in rounding. */
  @ParameterizedTest
  @MethodSource("shapes")
  void aGrazingRayMeetsASoundPlaceOrNone(Solid s) {
    Meeting m = new Meeting();
    Random r = new Random(5);
    float[] o = {0, 0.3f * s.half(), 7.2f * s.half()};
    for (int i = 0; i < 60_000; i++) {
      float[] d = unit((r.nextDouble() - 0.5) * 0.35, (r.nextDouble() - 0.5) * 0.35, -1);
      if (s.meet(o, d, 0, Skin.FLAT, 0.5f, i % 2 == 0, m)) {
        float sum = m.t + m.u + m.v;
        for (int c = 0; c < 3; c++) {
          sum += m.point[c] + m.normal[c] + m.tangent[c] + m.bitangent[c];
        }
        assertThat(sum).as("ray %s", i).isFinite();
      }
    }
  }

  /** One step along the tangent is one metre a metre of u, and turns not into v. */
  @ParameterizedTest
  @MethodSource("shapes")
  void coordinatesAreTrueLengthsInTheMiddle(Solid s) {
    Meeting m = new Meeting();
    Solid.Foot f = new Solid.Foot();
    float[] d = {0, 0, -1};
    float step = s.half() * 0.01f;
    assertThat(s.meet(new float[] {0, 0, 8 * s.half()}, d, 0, Skin.FLAT, 0.5f, false, m)).isTrue();
    s.foot(m.point[0], m.point[1], m.point[2], f);
    float u = f.u;
    float v = f.v;
    for (int axis = 0; axis < 2; axis++) {
      float[] t = axis == 0 ? m.tangent : m.bitangent;
      s.foot(m.point[0] + t[0] * step, m.point[1] + t[1] * step, m.point[2] + t[2] * step, f);
      assertThat((axis == 0 ? f.u - u : f.v - v) / step).isCloseTo(1, within(0.04f));
      assertThat((axis == 0 ? f.v - v : f.u - u) / step).isCloseTo(0, within(0.04f));
    }
  }

  @Test
  void aBallThatIsRaisedEverywhereIsALargerBall() {
    Solid ball = new Ball(1, 0, 0);
    Meeting m = new Meeting();
    float[] o = {0, 0, 5};
    for (double a = 0; a < 0.105; a += 0.01) {
      float[] d = unit(Math.sin(a), 0, -Math.cos(a));
      double b = 5 * Math.cos(a);
      double root = b * b - 25 + 0.55 * 0.55;
      boolean met = ball.meet(o, d, 0, raised(0.05f), 0.5f, false, m);
      assertThat(met).isEqualTo(root > 0);
      if (met) {
        assertThat((double) m.t).isCloseTo(b - Math.sqrt(root), within(1.5e-3));
      }
    }
  }

  @Test
  void whatIsHalfOpenLetsHalfOfAllChancesThrough() {
    Solid ball = new Ball(1, 0, 0);
    Skin mesh =
        new Skin() {
          @Override
          public float height(float u, float v) {
            return 0;
          }

          @Override
          public float lowest() {
            return 0;
          }

          @Override
          public float highest() {
            return 0;
          }

          @Override
          public boolean hole(float u, float v, float chance) {
            return 0.5f < chance;
          }
        };
    Meeting m = new Meeting();
    float[] o = {0, 0, 5};
    float[] d = {0, 0, -1};
    int through = 0;
    for (int i = 0; i < 100; i++) {
      through += ball.meet(o, d, 0, mesh, (i + 0.5f) / 100, false, m) ? 0 : 1;
    }
    assertThat(through).isEqualTo(50);
  }

  @Test
  void aBlockHasFlatFacesAndTheSameNormalAllOverThem() {
    Solid block = new Box(0.5, 0.5, 0.5, 0.04, 0);
    Meeting m = new Meeting();
    float[] d = {0, 0, -1};
    for (float x = -0.44f; x <= 0.44f; x += 0.11f) {
      assertThat(block.meet(new float[] {x, x / 2, 4}, d, 0, Skin.FLAT, 0.5f, false, m)).isTrue();
      assertThat(m.point[2]).isCloseTo(0.5f, within(1e-3f));
      assertThat(m.normal[2]).isCloseTo(1f, within(1e-4f));
      assertThat(m.u).isCloseTo(x, within(1e-3f));
      assertThat(m.v).isCloseTo(x / 2, within(1e-3f));
    }
    assertThat(block.meet(new float[] {0.51f, 0, 4}, d, 0, Skin.FLAT, 0.5f, false, m)).isFalse();
  }

  @Test
  void theFoldsOfADrapeHideEachOtherAndABallHidesNothingOfItself() {
    Solid drape = new Drape(0.8, 35);
    Meeting m = new Meeting();
    Meeting other = new Meeting();
    float[] slopes = new float[HorizonMap.DIRECTIONS];
    float[] frame = new float[4];
    Random r = new Random(3);
    int hidden = 0;
    int alike = 0;
    int all = 0;
    float[] ahead = unit(-Math.sin(Math.toRadians(35)), 0, -Math.cos(Math.toRadians(35)));
    for (int i = 0; i < 600; i++) {
      float x = r.nextFloat() * 0.7f - 0.35f;
      float[] o = {
        -ahead[2] * x - 3 * ahead[0], r.nextFloat() * 0.7f - 0.35f, ahead[0] * x - 3 * ahead[2]
      };
      if (!drape.meet(o, ahead, 0, Skin.FLAT, 0.5f, false, m)) {
        continue;
      }
      assertThat(drape.folds(m, slopes, frame)).isTrue();
      float[] to = unit(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
      float[] from = new float[3];
      float above = 0;
      for (int c = 0; c < 3; c++) {
        from[c] = m.point[c] + m.normal[c] * 0.003f;
        above += m.normal[c] * to[c];
      }
      if (above < 0.05f) {
        continue;
      }
      float right = frame[0] * to[0] + frame[1] * to[2];
      float out = frame[2] * to[0] + frame[3] * to[2];
      float flat = (float) Math.sqrt(right * right + to[1] * to[1]);
      boolean seen = out > HorizonMap.slope(slopes, 0, right, to[1]) * flat;
      boolean blocked = drape.blocked(from, to, 0, Skin.FLAT, 0.5f, other);
      hidden += blocked ? 1 : 0;
      alike += seen != blocked ? 1 : 0;
      all++;
    }
    assertThat(hidden).isGreaterThan(all / 10);
    assertThat((double) alike / all).isGreaterThan(0.96);
    assertThat(new Ball(1, 0, 0).folds(m, slopes, frame)).isFalse();
  }

  @Test
  void theTurnOfADirectionIsFoundToHalfADegree() {
    for (int i = 0; i < 720; i++) {
      double a = i * Math.PI / 360;
      assertThat((double) HorizonMap.turn((float) Math.cos(a), (float) Math.sin(a)))
          .isCloseTo(a / (2 * Math.PI), within(0.5 / 360));
    }
  }

  @Test
  void lengthsRoundAnEdgeAreThoseOfTheArc() {
    for (int i = 0; i <= 1000; i++) {
      float v = i / 1000f;
      assertThat(Box.arctangent(v)).isCloseTo((float) Math.atan(v), within(3e-6f));
    }
  }
}
