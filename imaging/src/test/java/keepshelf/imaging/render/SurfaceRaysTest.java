package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.solid.Meeting;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a surface sees of a light's directions is what its own frame says of them. */
class SurfaceRaysTest {
  private static final LightRays RAYS = LightRays.fromBelow(PrefilteredLight.uniform(1), 48);

  /** A place whose frame is turned at random. */
  private static Meeting place(Random r) {
    Meeting m = new Meeting();
    double[] n = unit(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
    double[] across = unit(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
    double[] t = cross(n, across);
    t = unit(t[0], t[1], t[2]);
    double[] b = cross(n, t);
    for (int c = 0; c < 3; c++) {
      m.normal[c] = (float) n[c];
      m.tangent[c] = (float) t[c];
      m.bitangent[c] = (float) b[c];
    }
    return m;
  }

  private static double[] unit(double x, double y, double z) {
    double l = Math.sqrt(x * x + y * y + z * z);
    return new double[] {x / l, y / l, z / l};
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double along(float[] axis, int ray) {
    return axis[0] * RAYS.x[ray] + axis[1] * RAYS.y[ray] + axis[2] * RAYS.z[ray];
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 30, 90, 200, -45})
  void everyRayIsSeenFromEveryFrame(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    SurfaceRays seen = new SurfaceRays(RAYS, (float) cos, (float) sin);
    Random r = new Random(17);
    for (int n = 0; n < 40; n++) {
      Meeting m = place(r);
      seen.from(m);
      for (int i = 0; i < RAYS.x.length; i++) {
        double right = along(m.tangent, i);
        double up = along(m.bitangent, i);
        assertThat((double) seen.out[i]).isCloseTo(along(m.normal, i), within(1e-5));
        assertThat((double) seen.flat[i]).isCloseTo(Math.hypot(right, up), within(1e-5));
        double turn = Math.atan2(cos * up - sin * right, cos * right + sin * up) / (2 * Math.PI);
        double off = Math.abs(seen.turn[i] - turn) % 1;
        // As exact as the fitted arctangent: half a degree.
        assertThat(Math.min(off, 1 - off)).as("ray %s", i).isLessThan(0.5 / 360);
      }
    }
  }

  @Test
  void fromTheSameFrameNothingIsWorkedOutAnew() {
    SurfaceRays seen = new SurfaceRays(RAYS, 1, 0);
    Meeting m = place(new Random(3));
    seen.from(m);
    float was = seen.out[5];
    seen.out[5] = 7;
    seen.from(m);
    assertThat(seen.out[5]).isEqualTo(7);
    m.normal[1] = Math.nextUp(m.normal[1]);
    seen.from(m);
    assertThat(seen.out[5]).isCloseTo(was, within(1e-4f));
  }
}
