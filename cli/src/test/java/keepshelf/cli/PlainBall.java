package keepshelf.cli;

import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * A ball with an installed surface, by plain Monte Carlo integration that shares nothing with the
 * program: its own pictures, light, camera, coordinates and microfacets. What a scene on the bench
 * is stands in these lines once more: a ball seen 11.5 degrees from above over a floor that sends
 * back the light's own ground where the ball does not stand in its light; coordinates in metres,
 * azimuthal equidistant around the point that faces the viewer.
 *
 * <p>GGX with height-correlated shadowing (Heitz 2014), energy lost between facets put back as
 * Turquin 2019 does, what is matt below scaled by what is not reflected.
 */
final class PlainBall {
  private static final double SIN = Math.sin(Math.toRadians(11.5));
  private static final double COS = Math.cos(Math.toRadians(11.5));
  private static final double AWAY = 7.2;
  private static final double LENS = 1.27 / Math.sqrt(AWAY * AWAY - 1);
  private static final int N = 20;

  private final PlainSurface surface;
  private final SkyPicture sky;
  private final double radius;
  private final double[] origin;

  /**
   * @param origin where the ball's foremost point is in its coordinates, in metres to the right and
   *     upwards
   */
  PlainBall(PlainSurface surface, SkyPicture sky, double metres, double... origin) {
    this.origin = origin.clone();
    this.surface = surface;
    this.sky = sky;
    this.radius = metres / 2;
  }

  /** Linear light for the display, three values a pixel; not a number beside the ball. */
  double[] picture(int side, int samples) {
    double[] out = new double[side * side * 3];
    IntStream.range(0, side).parallel().forEach(y -> row(y, side, samples, out));
    return out;
  }

  private void row(int y, int side, int samples, double[] out) {
    SplittableRandom random = new SplittableRandom(y * 31L + 7);
    double[] eye = {0, -0.15 + AWAY * SIN, AWAY * COS};
    for (int x = 0; x < side; x++) {
      double[] sum = new double[3];
      boolean whole = true;
      for (int k = 0; k < samples * samples && whole; k++) {
        double px = x + (k % samples + random.nextDouble()) / samples;
        double py = y + (k / samples + random.nextDouble()) / samples;
        double sx = (2 * px - side) / side * LENS;
        double sy = (side - 2 * py) / side * LENS;
        double[] d = unit(new double[] {sx, -SIN + sy * COS, -COS - sy * SIN});
        double t = meets(eye, d);
        whole = t > 0;
        if (whole) {
          double[] at = {eye[0] + d[0] * t, eye[1] + d[1] * t, eye[2] + d[2] * t};
          add(at, d, random, sum);
        }
      }
      for (int c = 0; c < 3; c++) {
        double light = sum[c] / samples / samples * 0.86;
        out[(y * side + x) * 3 + c] = whole ? light : Double.NaN;
      }
    }
  }

  /** The way to the unit ball, or a negative number. */
  private static double meets(double[] from, double[] d) {
    double b = dot(from, d);
    double q = b * b - dot(from, from) + 1;
    return q < 0 ? -1 : -b - Math.sqrt(q);
  }

  private void add(double[] p, double[] d, SplittableRandom random, double[] sum) {
    double ahead = SIN * p[1] + COS * p[2];
    double above = COS * p[1] - SIN * p[2];
    double sine = Math.max(1e-9, Math.hypot(p[0], above));
    double angle = Math.atan2(sine, ahead);
    double u = p[0] / sine * angle * radius + origin[0];
    double v = above / sine * angle * radius + origin[1];
    // Outwards along the circle from the middle, and around it.
    double cx = p[0] / sine;
    double cy = above / sine;
    double[] out = world(cx * ahead, cy * ahead, -sine);
    double[] around = world(-cy, cx, 0);
    double[] n = new double[3];
    double[] leaning = surface.normal(u, v);
    for (int c = 0; c < 3; c++) {
      double right = cx * out[c] - cy * around[c];
      double up = cy * out[c] + cx * around[c];
      n[c] = leaning[0] * right + leaning[1] * up + leaning[2] * p[c];
    }
    unit(n);
    double[] emission = surface.emission(u, v);
    double[] base = surface.base(u, v);
    Facets f = new Facets(surface.roughness(u, v), Math.max(0.02, -dot(n, d)));
    double metal = surface.metallic(u, v);
    double[] x =
        unit(cross(Math.abs(n[1]) < 0.9 ? new double[] {0, 1, 0} : new double[] {1, 0, 0}, n));
    double[] y = cross(n, x);
    // The frame in which the viewer has no second coordinate.
    double vx = -dot(x, d);
    double vy = -dot(y, d);
    double l = Math.max(1e-9, Math.hypot(vx, vy));
    for (int way = 0; way < 2; way++) {
      double[] w = way == 0 ? f.mirrored(random) : matt(random);
      if (w[2] <= 1e-6) {
        continue;
      }
      double[] to = new double[3];
      for (int c = 0; c < 3; c++) {
        double along = (w[0] * vx - w[1] * vy) / l;
        double across = (w[0] * vy + w[1] * vx) / l;
        to[c] = x[c] * along + y[c] * across + n[c] * w[2];
      }
      if (dot(to, p) <= 0) {
        continue;
      }
      double[] light = light(p, to, random);
      double density = f.density(w) + w[2] / Math.PI;
      for (int c = 0; c < 3; c++) {
        double f0 = surface.reflectance() + (base[c] - surface.reflectance()) * metal;
        sum[c] += f.sentBack(w, f0, base[c] * (1 - metal)) * w[2] * light[c] / density;
      }
    }
    for (int c = 0; c < 3; c++) {
      sum[c] += emission[c];
    }
  }

  private static double[] world(double x, double y, double z) {
    return new double[] {x, COS * y + SIN * z, -SIN * y + COS * z};
  }

  private double[] light(double[] p, double[] to, SplittableRandom random) {
    double[] rgb = sky.from(to);
    if (to[1] >= 0) {
      return rgb;
    }
    double t = (-1 - p[1]) / to[1];
    double[] foot = {p[0] + to[0] * t, -1, p[2] + to[2] * t};
    double free = 0;
    for (int k = 0; k < 2; k++) {
      double[] m = matt(random);
      double[] up = {m[0], m[2], m[1]};
      if (meets(foot, up) <= 0) {
        free += SkyPicture.luminance(sky.from(up), 0) / 2;
      }
    }
    for (int c = 0; c < 3; c++) {
      rgb[c] *= free;
    }
    return rgb;
  }

  private static double[] matt(SplittableRandom random) {
    double r = Math.sqrt(random.nextDouble());
    double phi = 2 * Math.PI * random.nextDouble();
    return new double[] {r * Math.cos(phi), r * Math.sin(phi), Math.sqrt(1 - r * r)};
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double[] unit(double[] a) {
    double l = Math.sqrt(dot(a, a));
    for (int c = 0; c < 3; c++) {
      a[c] /= l;
    }
    return a;
  }

  /** Microfacets of one roughness, seen from (√(1 - z²), 0, z). */
  private static final class Facets {
    private final double a;
    private final double vx;
    private final double vz;
    private final double plain;
    private final double grazing;

    Facets(double roughness, double vz) {
      double r = Math.max(0.03, roughness);
      a = r * r;
      this.vz = vz;
      vx = Math.sqrt(1 - vz * vz);
      plain = Albedo.of(Albedo.PLAIN, r, vz);
      grazing = Albedo.of(Albedo.GRAZING, r, vz);
    }

    private double lambda(double z) {
      return (Math.sqrt(1 + a * a * (1 - z * z) / (z * z)) - 1) / 2;
    }

    private double bulk(double[] w) {
      double hx = vx + w[0];
      double hz = vz + w[2];
      double k = hz * hz / (hx * hx + w[1] * w[1] + hz * hz) * (a * a - 1) + 1;
      return a * a / (Math.PI * k * k) / (4 * vz);
    }

    double density(double[] w) {
      return bulk(w) / (1 + lambda(vz));
    }

    private double fresnel(double[] w) {
      double hx = vx + w[0];
      double hz = vz + w[2];
      double vh = (vx * hx + vz * hz) / Math.sqrt(hx * hx + w[1] * w[1] + hz * hz);
      return Math.pow(1 - Math.min(1, vh), 5);
    }

    /** What goes towards the viewer of light from {@code w}, per cosine. */
    double sentBack(double[] w, double f0, double matt) {
      double once = f0 * plain + (1 - f0) * grazing;
      double more = 1 + f0 * (1 - plain) / plain;
      double mirror =
          (f0 + (1 - f0) * fresnel(w)) * bulk(w) / (w[2] * (1 + lambda(vz) + lambda(w[2])));
      return mirror * more + matt / Math.PI * Math.max(0, 1 - once * more);
    }

    /** A direction that a visible facet mirrors to (Heitz 2018). */
    double[] mirrored(SplittableRandom random) {
      double[] v = unit(new double[] {a * vx, 0, vz});
      double r = Math.sqrt(random.nextDouble());
      double phi = 2 * Math.PI * random.nextDouble();
      double t1 = r * Math.cos(phi);
      double s = (1 + v[2]) / 2;
      double t2 = (1 - s) * Math.sqrt(1 - t1 * t1) + s * r * Math.sin(phi);
      double up = Math.sqrt(Math.max(0, 1 - t1 * t1 - t2 * t2));
      // First axis (0, 1, 0), second (-v.z, 0, v.x).
      double[] h = {a * (-v[2] * t2 + v[0] * up), a * t1, Math.max(1e-9, v[0] * t2 + v[2] * up)};
      unit(h);
      double vh = vx * h[0] + vz * h[2];
      return new double[] {2 * vh * h[0] - vx, 2 * vh * h[1], 2 * vh * h[2] - vz};
    }
  }

  /** Share of white light that is mirrored once: without Fresnel, and weighted by (1 - vh)⁵. */
  private static final class Albedo {
    static final double[] PLAIN = new double[N * N];
    static final double[] GRAZING = new double[N * N];

    static {
      SplittableRandom random = new SplittableRandom(3);
      for (int i = 0; i < N * N; i++) {
        Facets f = facets((i / N + 0.0) / (N - 1), Math.max(0.02, i % N / (N - 1.0)));
        for (int k = 0; k < 5000; k++) {
          double[] w = f.mirrored(random);
          if (w[2] > 1e-6) {
            double share = (1 + f.lambda(f.vz)) / (1 + f.lambda(f.vz) + f.lambda(w[2]));
            PLAIN[i] += share / 5000;
            GRAZING[i] += share * f.fresnel(w) / 5000;
          }
        }
      }
    }

    private static Facets facets(double roughness, double vz) {
      return new Facets(roughness, vz);
    }

    static double of(double[] table, double roughness, double vz) {
      double y = Math.min(1, roughness) * (N - 1);
      double x = vz * (N - 1);
      int j = Math.min(N - 2, (int) y);
      int i = Math.min(N - 2, (int) x);
      double low = table[j * N + i] * (1 - x + i) + table[j * N + i + 1] * (x - i);
      double high = table[j * N + N + i] * (1 - x + i) + table[j * N + N + i + 1] * (x - i);
      return low * (1 - y + j) + high * (y - j);
    }
  }
}
