package keepshelf.imaging;

import java.util.Random;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.pixel.Pixels;

/** Tiling height fields for tests, from seeds. */
public final class Fields {
  private Fields() {}

  /** A smooth field 0..1 that varies in both directions and tiles. */
  public static float[] bumpy(int side, long seed) {
    Random r = new Random(seed);
    float[] h = new float[side * side];
    float most = -9;
    float least = 9;
    double[][] waves = new double[14][];
    for (int i = 0; i < waves.length; i++) {
      waves[i] =
          new double[] {
            r.nextInt(9) - 4, r.nextInt(9) - 4, r.nextDouble() * 6.28, 0.3 + r.nextDouble()
          };
    }
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double v = 0;
        for (double[] w : waves) {
          v += w[3] * Math.sin(2 * Math.PI * (w[0] * x + w[1] * y) / side + w[2]);
        }
        h[y * side + x] = (float) v;
        most = Math.max(most, (float) v);
        least = Math.min(least, (float) v);
      }
    }
    for (int i = 0; i < h.length; i++) {
      h[i] = (h[i] - least) / (most - least);
    }
    return h;
  }

  /** Ridges along one direction only. */
  public static float[] corrugated(int side) {
    float[] h = new float[side * side];
    for (int i = 0; i < h.length; i++) {
      h[i] = 0.5f + 0.5f * (float) Math.sin(2 * Math.PI * 8 * (i % side) / side);
    }
    return h;
  }

  /** The 8-bit normal map of a field. */
  public static Pixels normals(float[] h, int side, float slope, boolean yUp) {
    float[] n = NormalMaps.fromHeight(h, side, side, slope);
    byte[] out = new byte[n.length];
    for (int i = 0; i < n.length; i++) {
      float v = i % 3 == 1 && !yUp ? -n[i] : n[i];
      out[i] = (byte) Math.round((v * 0.5f + 0.5f) * 255);
    }
    return Pixels.u8(side, side, 3, out);
  }

  /** A field as a 16-bit grey picture. */
  public static Pixels grey16(float[] h, int side) {
    short[] out = new short[h.length];
    for (int i = 0; i < h.length; i++) {
      out[i] = (short) Math.round(h[i] * 65535);
    }
    return Pixels.u16(side, side, 1, out);
  }

  /** How alike two fields are, -1 to 1. */
  public static double correlation(float[] a, float[] b) {
    double ma = 0;
    double mb = 0;
    for (int i = 0; i < a.length; i++) {
      ma += a[i] / a.length;
      mb += b[i] / b.length;
    }
    double ab = 0;
    double aa = 0;
    double bb = 0;
    for (int i = 0; i < a.length; i++) {
      ab += (a[i] - ma) * (b[i] - mb);
      aa += (a[i] - ma) * (a[i] - ma);
      bb += (b[i] - mb) * (b[i] - mb);
    }
    return ab / Math.sqrt(aa * bb);
  }
}
