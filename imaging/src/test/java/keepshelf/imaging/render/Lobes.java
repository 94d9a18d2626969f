package keepshelf.imaging.render;

import java.util.SplittableRandom;

/**
 * What a surface point sends back, as published formulas: GGX microfacets with height-correlated
 * shadowing (Heitz 2014), their visible normals drawn (Heitz 2018), multiple scattering after
 * Turquin 2019, matt below by albedo scaling, a clear layer above. Directions stand in a frame
 * whose third axis is the normal.
 */
final class Lobes {
  private final float[] texel;
  private final double[] v;
  private final double reflectance;
  private final double metal;
  private final double a;
  private final double scale;
  private final double bias;
  private final double coat;
  private final double coatA;
  private final double coatShare;

  Lobes(float[] texel, BenchScene.Substance substance, double[] v) {
    this.texel = texel;
    this.v = v;
    double roughness = Math.clamp(texel[Surface.ROUGHNESS], 0.03, 1);
    a = roughness * roughness;
    scale = of(Albedo.SCALE, v[2], roughness);
    bias = of(Albedo.BIAS, v[2], roughness);
    metal = texel[Surface.METALLIC];
    reflectance = substance.reflectance();
    coat = substance.coat();
    double rough = Math.max(0.03, substance.coatRoughness());
    coatA = rough * rough;
    coatShare = coat * (0.04 * of(Albedo.SCALE, v[2], rough) + of(Albedo.BIAS, v[2], rough));
  }

  /** Draws a direction: 0 as the surface reflects, 1 as the layer does, 2 as what is matt does. */
  void draw(int way, SplittableRandom random, double[] l) {
    if (way < 2) {
      visibleNormal(v, way == 0 ? a : coatA, random.nextDouble(), random.nextDouble(), l);
      return;
    }
    double r = Math.sqrt(random.nextDouble());
    double phi = 2 * Math.PI * random.nextDouble();
    l[0] = r * Math.cos(phi);
    l[1] = r * Math.sin(phi);
    l[2] = Math.sqrt(1 - r * r);
  }

  /** Density of all three ways together, per steradian. */
  double density(double[] l) {
    return facets(l, a, true) + facets(l, coatA, true) + l[2] / Math.PI;
  }

  /** Radiance towards the viewer for radiance from {@code l}, per cosine, in a channel. */
  double value(double[] l, int channel) {
    double base = texel[Surface.BASE + channel];
    double f0 = reflectance + (base - reflectance) * metal;
    double vh = half(l);
    double f = f0 + (1 - f0) * Math.pow(1 - vh, 5);
    double more = 1 + f0 * (1 - scale - bias) / (scale + bias);
    double below = base * (1 - metal) * (1 - Math.min(1, (f0 * scale + bias) * more)) / Math.PI;
    double body = f * facets(l, a, false) * more + below * texel[Surface.OCCLUSION];
    double layer = 0.04 + 0.96 * Math.pow(1 - vh, 5);
    return body * (1 - coatShare) + coat * layer * facets(l, coatA, false);
  }

  private double half(double[] l) {
    double x = v[0] + l[0];
    double y = v[1] + l[1];
    double z = v[2] + l[2];
    return Math.min(1, (v[0] * x + v[1] * y + v[2] * z) / Math.sqrt(x * x + y * y + z * z));
  }

  /** D G / (4 nv nl), or the density with which {@link #visibleNormal} draws a direction. */
  private double facets(double[] l, double alpha, boolean density) {
    double x = v[0] + l[0];
    double y = v[1] + l[1];
    double z = v[2] + l[2];
    double nh2 = z * z / (x * x + y * y + z * z);
    double t = 1 + nh2 * (alpha * alpha - 1);
    double d = alpha * alpha / (Math.PI * t * t);
    double lv = lambda(v[2], alpha);
    return density
        ? d / (4 * v[2] * (1 + lv))
        : d / (4 * v[2] * l[2] * (1 + lv + lambda(l[2], alpha)));
  }

  private static double of(double[] table, double nv, double roughness) {
    double x = Math.clamp(nv, 0, 1) * (Albedo.N - 1);
    double y = Math.clamp(roughness, 0, 1) * (Albedo.N - 1);
    int i = Math.min((int) x, Albedo.N - 2);
    int j = Math.min((int) y, Albedo.N - 2);
    double top = table[j * Albedo.N + i] * (1 - x + i) + table[j * Albedo.N + i + 1] * (x - i);
    double low =
        table[j * Albedo.N + Albedo.N + i] * (1 - x + i)
            + table[j * Albedo.N + Albedo.N + i + 1] * (x - i);
    return top * (1 - y + j) + low * (y - j);
  }

  /** Directional albedo of the lobe without Fresnel, by cosine and roughness. */
  private static final class Albedo {
    private static final int N = 24;
    private static final double[] SCALE = new double[N * N];
    private static final double[] BIAS = new double[N * N];

    static {
      SplittableRandom random = new SplittableRandom(7);
      double[] l = new double[3];
      for (int j = 0; j < N; j++) {
        double a = Math.pow(Math.max(0.03, j / (N - 1.0)), 2);
        for (int i = 0; i < N; i++) {
          double nv = Math.max(0.02, i / (N - 1.0));
          double[] v = {Math.sqrt(1 - nv * nv), 0, nv};
          int n = 4000;
          for (int k = 0; k < n; k++) {
            double vh = visibleNormal(v, a, random.nextDouble(), random.nextDouble(), l);
            if (l[2] > 0) {
              double f = Math.pow(1 - vh, 5);
              double g = weight(v[2], l[2], a);
              SCALE[j * N + i] += (1 - f) * g / n;
              BIAS[j * N + i] += f * g / n;
            }
          }
        }
      }
    }
  }

  /** Smith's shadowing of both directions over that of the viewer alone. */
  private static double weight(double nv, double nl, double a) {
    double lv = lambda(nv, a);
    return (1 + lv) / (1 + lv + lambda(nl, a));
  }

  private static double lambda(double cos, double a) {
    double tan2 = (1 - cos * cos) / (cos * cos);
    return (Math.sqrt(1 + a * a * tan2) - 1) / 2;
  }

  /** Draws a visible microfacet and reflects the viewer in it; returns the cosine between them. */
  private static double visibleNormal(double[] v, double a, double r1, double r2, double[] l) {
    double vx = a * v[0];
    double vy = a * v[1];
    double vl = Math.sqrt(vx * vx + vy * vy + v[2] * v[2]);
    vx /= vl;
    vy /= vl;
    double vz = v[2] / vl;
    double flat = vx * vx + vy * vy;
    double t1x = flat > 1e-12 ? -vy / Math.sqrt(flat) : 1;
    double t1y = flat > 1e-12 ? vx / Math.sqrt(flat) : 0;
    double t2x = -vz * t1y;
    double t2y = vz * t1x;
    double t2z = vx * t1y - vy * t1x;
    double r = Math.sqrt(r1);
    double phi = 2 * Math.PI * r2;
    double p1 = r * Math.cos(phi);
    double p2 = r * Math.sin(phi);
    double s = 0.5 * (1 + vz);
    p2 = (1 - s) * Math.sqrt(Math.max(0, 1 - p1 * p1)) + s * p2;
    double p3 = Math.sqrt(Math.max(0, 1 - p1 * p1 - p2 * p2));
    double hx = a * (p1 * t1x + p2 * t2x + p3 * vx);
    double hy = a * (p1 * t1y + p2 * t2y + p3 * vy);
    double hz = Math.max(1e-9, p2 * t2z + p3 * vz);
    double hl = Math.sqrt(hx * hx + hy * hy + hz * hz);
    double vh = (v[0] * hx + v[1] * hy + v[2] * hz) / hl;
    l[0] = 2 * vh * hx / hl - v[0];
    l[1] = 2 * vh * hy / hl - v[1];
    l[2] = 2 * vh * hz / hl - v[2];
    return Math.clamp(vh, 0, 1);
  }
}
