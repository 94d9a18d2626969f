package keepshelf.imaging.likeness;

/**
 * How the picture is grained, level by level of a pyramid: contrast, skew and peakedness of what
 * each level adds (J. Portilla and E. P. Simoncelli, "A parametric texture model based on joint
 * statistics of complex wavelet coefficients", 2000), and how often each kind of neighbourhood
 * occurs, whichever way it is turned (T. Ojala et al., "Multiresolution gray-scale and rotation
 * invariant texture classification with local binary patterns", 2002).
 */
final class GrainLook {
  private static final int LEVELS = 4;
  private static final int TONES = 3;
  private static final int PATTERNS = 10;

  /** Less than a level of 255 is no step. */
  private static final float STEP = 1 / 512f;

  /** Numbers that {@link #of} puts. */
  static final int LENGTH = LEVELS * (3 + PATTERNS + 3) + TONES;

  private GrainLook() {}

  /** Puts them into {@code out} from {@code at}; returns where the next begin. */
  static int of(SmallView v, float[] out, int at) {
    int n = at;
    float[] light = v.light();
    int side = v.side();
    for (int level = 0; level < LEVELS; level++) {
      float[] half = SmallView.half(light, side);
      n = moments(light, half, side, out, n);
      n = patterns(light, side, out, n);
      light = half;
      side /= 2;
    }
    float[] a = v.a();
    float[] b = v.b();
    side = v.tones();
    for (int level = 0; level < TONES; level++) {
      float[] halfA = SmallView.half(a, side);
      float[] halfB = SmallView.half(b, side);
      out[n++] = log(Math.sqrt(power(a, halfA, side) + power(b, halfB, side)));
      a = halfA;
      b = halfB;
      side /= 2;
    }
    return n;
  }

  private static double power(float[] plane, float[] half, int side) {
    double sum = 0;
    for (int i = 0; i < plane.length; i++) {
      double d = plane[i] - half[i / side / 2 * (side / 2) + i % side / 2];
      sum += d * d;
    }
    return sum / plane.length;
  }

  /** Contrast, skew and peakedness of what a level adds. */
  private static int moments(float[] plane, float[] half, int side, float[] out, int at) {
    double m2 = 0;
    double m3 = 0;
    double m4 = 0;
    for (int i = 0; i < plane.length; i++) {
      double d = plane[i] - half[i / side / 2 * (side / 2) + i % side / 2];
      m2 += d * d;
      m3 += d * d * d;
      m4 += d * d * d * d;
    }
    m2 = m2 / plane.length + 1e-8;
    out[at] = log(Math.sqrt(m2));
    out[at + 1] = (float) Math.cbrt(m3 / plane.length / Math.pow(m2, 1.5));
    out[at + 2] = (float) Math.log(1 + m4 / plane.length / (m2 * m2));
    return at + 3;
  }

  private static float log(double deviation) {
    return (float) Math.log(deviation + 0.002);
  }

  /** Kinds of neighbourhood by how many of eight are lighter, when those stand together; edges. */
  private static int patterns(float[] l, int s, float[] out, int at) {
    int[] found = new int[PATTERNS];
    int[] around = {-s - 1, -s, -s + 1, 1, s + 1, s, s - 1, -1};
    double edge = 0;
    double edges = 0;
    double roots = 0;
    int count = (s - 2) * (s - 2);
    for (int y = 1; y < s - 1; y++) {
      for (int x = 1; x < s - 1; x++) {
        int i = y * s + x;
        int lighter = 0;
        int changes = 0;
        boolean before = l[i + around[7]] > l[i] + STEP;
        for (int k = 0; k < 8; k++) {
          boolean now = l[i + around[k]] > l[i] + STEP;
          lighter += now ? 1 : 0;
          changes += now == before ? 0 : 1;
          before = now;
        }
        found[changes <= 2 ? lighter : 9]++;
        float gx = l[i + 1] - l[i - 1];
        float gy = l[i + s] - l[i - s];
        double g = Math.sqrt(gx * gx + gy * gy);
        edge += g;
        edges += g * g;
        roots += Math.sqrt(g);
      }
    }
    int n = at;
    for (int f : found) {
      out[n++] = (float) Math.sqrt((double) f / count);
    }
    double mean = edge / count + 1e-5;
    out[n++] = log(mean);
    // How gathered the edges are: flat areas with a few strong ones, or the same everywhere.
    out[n++] = (float) Math.log(edges / count / (mean * mean) + 0.1);
    out[n++] = (float) Math.log(roots / count / Math.sqrt(mean) + 0.1);
    return n;
  }
}
