package keepshelf.imaging.render;

/**
 * Share of uniform light that a layer of fine fibres sends back to the viewer: the distribution of
 * Estevez and Kulla, "Production Friendly Microfacet Sheen BRDF", 2017, with the visibility of
 * Neubelt and Pettineo, 2013, at the roughness that open formats give a sheen without one (0.3).
 */
final class SheenAlbedo {
  private static final int N = 64;
  private static final int STEPS = 256;
  private static final double ALPHA = 0.3 * 0.3;
  private static final float[] TABLE = table();

  private SheenAlbedo() {}

  /** By the cosine between normal and viewer, 0..1; never above 1. */
  static float at(float cosView) {
    float x = Math.clamp(cosView, 0f, 1f) * (N - 1);
    int i = Math.min((int) x, N - 2);
    return TABLE[i] + (TABLE[i + 1] - TABLE[i]) * (x - i);
  }

  private static float[] table() {
    float[] out = new float[N];
    for (int i = 0; i < N; i++) {
      out[i] = (float) Math.min(1, integral(Math.max(0.02, i / (N - 1.0))));
    }
    return out;
  }

  /** Over the light's directions: the cosine of its angle and its azimuth from the viewer's. */
  private static double integral(double nv) {
    double sv = Math.sqrt(1 - nv * nv);
    double sum = 0;
    for (int j = 0; j < STEPS; j++) {
      double nl = (j + 0.5) / STEPS;
      double sl = Math.sqrt(1 - nl * nl);
      for (int k = 0; k < STEPS; k++) {
        double phi = Math.PI * (k + 0.5) / STEPS;
        double vl = sv * sl * Math.cos(phi) + nv * nl;
        double nh = Math.min(1, (nv + nl) / Math.sqrt(2 + 2 * vl));
        double sin = Math.sqrt(1 - nh * nh);
        double d = (2 + 1 / ALPHA) * Math.pow(sin, 1 / ALPHA) / (2 * Math.PI);
        sum += d / (4 * (nl + nv - nl * nv)) * nl;
      }
    }
    // Half the azimuths, twice.
    return 2 * sum * Math.PI / ((double) STEPS * STEPS);
  }
}
