package keepshelf.imaging.fingerprint;

import java.nio.ByteBuffer;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * What is kept of a picture to find it again: a small luminance picture to compare by, a descriptor
 * that does not change when the tile is shifted (wrapping round), turned by quarters, mirrored or
 * made lighter, and a few plain measures.
 *
 * @param width of the picture in pixels
 * @param height of the picture in pixels
 * @param repeats how often one tile stands beside itself in each direction: 1, 2, 4 or 8
 * @param luma 128 x 128 luminance 0..255 of one tile, squeezed to a square
 * @param features 190 descriptor values, see {@link #features(float[])}
 * @param meanRed mean of the stored red (or grey) 0..1
 * @param meanGreen mean of the stored green 0..1
 * @param meanBlue mean of the stored blue 0..1
 * @param deviation standard deviation of the luminance, in levels of 255
 */
public record Fingerprint(
    int width,
    int height,
    int repeats,
    byte[] luma,
    float[] features,
    float meanRed,
    float meanGreen,
    float meanBlue,
    float deviation) {
  /** Changes when fingerprints made before can no longer be compared. */
  public static final int VERSION = 1;

  /** Pictures with less contrast (in levels of 255) say too little to be compared. */
  public static final float LEAST_DEVIATION = 4;

  static final int SIDE = 128;
  static final int FEATURES = 190;
  private static final int SMALL = 64;
  private static final int REACH = 14 * 14 + 14;

  /** The fingerprint of a decoded picture. */
  public static Fingerprint of(Pixels p) {
    float[] luma = tamed(p);
    int w = p.width();
    int h = p.height();
    float[] small = Resampler.area(luma, w, h, SIDE, SIDE);
    int repeats = 1;
    while (repeats < 8 && Math.min(w, h) >= 64 && fourAlike(small)) {
      repeats *= 2;
      luma = corner(luma, w, w / 2, h / 2);
      w /= 2;
      h /= 2;
      small = Resampler.area(luma, w, h, SIDE, SIDE);
    }
    byte[] levels = new byte[SIDE * SIDE];
    double s = 0;
    double s2 = 0;
    for (int i = 0; i < levels.length; i++) {
      int v = Math.clamp(Math.round(small[i] * 255), 0, 255);
      levels[i] = (byte) v;
      s += small[i] * 255;
      s2 += small[i] * 255 * small[i] * 255;
    }
    double mean = s / levels.length;
    float deviation = (float) Math.sqrt(Math.max(0, s2 / levels.length - mean * mean));
    float[] means = new float[3];
    for (int c = 0; c < 3; c++) {
      int channel = p.channels() < 3 ? 0 : c;
      double sum = 0;
      int n = 0;
      int step = Math.max(1, p.width() * p.height() / 65536);
      for (int i = 0; i < p.width() * p.height(); i += step) {
        sum += p.at(i * p.channels() + channel);
        n++;
      }
      means[c] = (float) (sum / n);
    }
    return new Fingerprint(
        p.width(),
        p.height(),
        repeats,
        levels,
        features(Resampler.area(small, SIDE, SIDE, SMALL, SMALL)),
        means[0],
        means[1],
        means[2],
        deviation);
  }

  /** Whether the four quarters of a picture are one and the same, as of a tile laid 2 x 2. */
  private static boolean fourAlike(float[] small) {
    int half = SIDE / 2;
    double s = 0;
    double s2 = 0;
    double d2 = 0;
    for (int y = 0; y < half; y++) {
      for (int x = 0; x < half; x++) {
        float a = small[y * SIDE + x];
        float b = small[y * SIDE + x + half];
        float c = small[(y + half) * SIDE + x];
        float d = small[(y + half) * SIDE + x + half];
        s += a;
        s2 += a * a;
        d2 += Math.max((a - b) * (a - b), Math.max((a - c) * (a - c), (a - d) * (a - d)));
      }
    }
    int n = half * half;
    double variance = s2 / n - s / n * (s / n);
    return variance > 1e-5 && d2 / n < 0.015 * variance;
  }

  private static float[] corner(float[] in, int width, int w, int h) {
    float[] out = new float[w * h];
    for (int y = 0; y < h; y++) {
      System.arraycopy(in, y * width, out, y * w, w);
    }
    return out;
  }

  /** The same as bytes, to be kept; see {@link #ofBytes}. */
  public byte[] toBytes() {
    ByteBuffer b = ByteBuffer.allocate(28 + 4 * features.length + luma.length);
    b.putInt(width).putInt(height).putInt(repeats);
    b.putFloat(meanRed).putFloat(meanGreen).putFloat(meanBlue).putFloat(deviation);
    for (float f : features) {
      b.putFloat(f);
    }
    return b.put(luma).array();
  }

  /**
   * What {@link #toBytes} made.
   *
   * @throws IllegalArgumentException when the bytes are of another length
   */
  public static Fingerprint ofBytes(byte[] bytes) {
    if (bytes.length != 28 + 4 * FEATURES + SIDE * SIDE) {
      throw new IllegalArgumentException("not a fingerprint: " + bytes.length + " bytes");
    }
    ByteBuffer b = ByteBuffer.wrap(bytes);
    int width = b.getInt();
    int height = b.getInt();
    int repeats = b.getInt();
    float[] means = {b.getFloat(), b.getFloat(), b.getFloat()};
    float deviation = b.getFloat();
    float[] features = new float[FEATURES];
    for (int i = 0; i < FEATURES; i++) {
      features[i] = b.getFloat();
    }
    byte[] luma = new byte[SIDE * SIDE];
    b.get(luma);
    return new Fingerprint(
        width, height, repeats, luma, features, means[0], means[1], means[2], deviation);
  }

  /** Luminance 0..1; high dynamic range is compressed. */
  private static float[] tamed(Pixels p) {
    float[] luma = p.luma();
    if (p.depth() == Depth.F32) {
      for (int i = 0; i < luma.length; i++) {
        float v = Math.max(0, luma[i]);
        luma[i] = v <= 1 ? v : 2 - 1 / v;
        luma[i] *= 0.5f;
      }
    }
    return luma;
  }

  /** Whether it has enough contrast to be compared with others. */
  public boolean comparable() {
    return deviation >= LEAST_DEVIATION;
  }

  /**
   * The shift-invariant descriptor of a 64 x 64 luminance picture: for each orbit of frequencies
   * under turning and mirroring, the mean and the spread of the logarithm of their strengths.
   */
  static float[] features(float[] small) {
    double s = 0;
    double s2 = 0;
    for (float v : small) {
      s += v;
      s2 += v * v;
    }
    double mean = s / small.length;
    double deviation = Math.sqrt(Math.max(0, s2 / small.length - mean * mean));
    float[] re = new float[small.length];
    float[] im = new float[small.length];
    for (int i = 0; i < re.length; i++) {
      re[i] = (float) ((small[i] - mean) * 255 / (deviation * 255 + 0.5));
    }
    new Fft(SMALL).transform(re, im, false);
    float[] out = new float[FEATURES];
    int at = 0;
    for (int u = 1; u <= SMALL / 2 && at < FEATURES; u++) {
      for (int v = 0; v <= u && at < FEATURES; v++) {
        if (u * u + v * v > REACH) {
          continue;
        }
        double[] m = {
          strength(re, im, u, v),
          strength(re, im, -u, v),
          strength(re, im, v, u),
          strength(re, im, -v, u)
        };
        boolean two = v == 0 || u == v;
        double a = m[0];
        double b = v == 0 ? m[2] : m[1];
        double sum = two ? (a + b) / 2 : (m[0] + m[1] + m[2] + m[3]) / 4;
        double most = two ? Math.max(a, b) : max(m);
        double least = two ? Math.min(a, b) : -max(new double[] {-m[0], -m[1], -m[2], -m[3]});
        out[at++] = (float) sum;
        out[at++] = (float) (most - least);
      }
    }
    return out;
  }

  private static double max(double[] v) {
    return Math.max(Math.max(v[0], v[1]), Math.max(v[2], v[3]));
  }

  private static double strength(float[] re, float[] im, int u, int v) {
    int i = Math.floorMod(v, SMALL) * SMALL + Math.floorMod(u, SMALL);
    return Math.log(Math.hypot(re[i], im[i]) / SMALL + 0.02);
  }
}
