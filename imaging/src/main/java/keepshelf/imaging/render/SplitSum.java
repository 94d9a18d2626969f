package keepshelf.imaging.render;

import keepshelf.imaging.light.Sequences;

/**
 * The directional albedo of the GGX microfacet lobe (height-correlated Smith shadowing) as scale
 * and bias to F0 (Karis 2013), tabulated over cos(view) and roughness.
 */
final class SplitSum {
  private static final int N = 48;
  private static final int SAMPLES = 512;
  private static final float[] TABLE = table();

  private SplitSum() {}

  /** Scale to F0 into out[0], bias into out[1]; both arguments 0..1. */
  static void lookUp(float cosView, float roughness, float[] out) {
    float x = Math.clamp(cosView, 0f, 1f) * (N - 1);
    float y = Math.clamp(roughness, 0f, 1f) * (N - 1);
    int ix = Math.min((int) x, N - 2);
    int iy = Math.min((int) y, N - 2);
    float fx = x - ix;
    float fy = y - iy;
    for (int c = 0; c < 2; c++) {
      int o = (iy * N + ix) * 2 + c;
      float top = TABLE[o] + (TABLE[o + 2] - TABLE[o]) * fx;
      float bottom = TABLE[o + N * 2] + (TABLE[o + N * 2 + 2] - TABLE[o + N * 2]) * fx;
      out[c] = top + (bottom - top) * fy;
    }
  }

  private static float[] table() {
    float[] t = new float[N * N * 2];
    // On one thread: worker threads would wait for this very class to be initialised.
    for (int j = 0; j < N; j++) {
      for (int i = 0; i < N; i++) {
        integrate(Math.max(1e-3f, i / (N - 1f)), Math.max(1e-2f, j / (N - 1f)), t, (j * N + i) * 2);
      }
    }
    return t;
  }

  private static void integrate(float nv, float roughness, float[] t, int at) {
    double a = roughness * roughness;
    double vx = Math.sqrt(1 - nv * nv);
    double scale = 0;
    double bias = 0;
    for (int i = 0; i < SAMPLES; i++) {
      double e = (i + 0.5) / SAMPLES;
      double phi = 2 * Math.PI * Sequences.halves(i);
      double cosH = Math.sqrt((1 - e) / (1 + (a * a - 1) * e));
      double sinH = Math.sqrt(1 - cosH * cosH);
      double vh = vx * sinH * Math.cos(phi) + nv * cosH;
      double nl = 2 * vh * cosH - nv;
      if (nl <= 0 || vh <= 0) {
        continue;
      }
      double lambdaV = nl * Math.sqrt(nv * nv * (1 - a * a) + a * a);
      double lambdaL = nv * Math.sqrt(nl * nl * (1 - a * a) + a * a);
      double visibility = 2 * nl * vh * nv / ((lambdaV + lambdaL) * cosH * nv);
      double fresnel = Math.pow(1 - vh, 5);
      scale += (1 - fresnel) * visibility;
      bias += fresnel * visibility;
    }
    t[at] = (float) (scale / SAMPLES);
    t[at + 1] = (float) (bias / SAMPLES);
  }
}
