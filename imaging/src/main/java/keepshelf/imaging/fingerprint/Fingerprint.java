package keepshelf.imaging.fingerprint;

import java.util.Arrays;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.SampleHash;
import keepshelf.imaging.resample.AreaFilter;
import keepshelf.imaging.resample.Resampler;

/**
 * What is kept of a picture to find it again and to compare it.
 *
 * @param descriptor by which it is looked for
 * @param luma 128 x 128 luminance 0..255 of one tile, squeezed to a square, to compare by; of a
 *     normal map how steep it is, which stays the same when it is turned, mirrored or turned over
 * @param colour 32 x 32 x 3 stored colours 0..255 of the same tile, to compare colours where they
 *     are
 */
public record Fingerprint(Descriptor descriptor, byte[] luma, byte[] colour) {
  /** Changes when fingerprints made before can no longer be compared. */
  public static final int VERSION = 5;

  static final int SIDE = 128;

  /** Side of the small picture of colours. */
  static final int COLOURS = 32;

  /** Vectors that were averaged are shorter than one, but hardly shorter than this. */
  private static final double SHORTEST = 0.7;

  private static final int FEATURES = Descriptor.FEATURES;

  /** Side of the picture whose spectrum is asked. */
  static final int SMALL = 64;

  private static final int REACH = 14 * 14 + 14;

  /** The fingerprint of a decoded picture. */
  public static Fingerprint of(Pixels p) {
    return of(p, p.width(), p.height(), SampleHash.of(p));
  }

  /** The fingerprint of a picture that passed by in rows. */
  public static Fingerprint of(LargePicture p) {
    return of(p.means(), p.width(), p.height(), p.hash());
  }

  /** Of {@code p}, which stands for a picture of {@code width} x {@code height}. */
  private static Fingerprint of(Pixels p, int width, int height, long hash) {
    boolean vectors = vectors(p);
    float[] luma = vectors ? steepness(p) : tamed(p);
    int w = p.width();
    int h = p.height();
    float[] small = Resampler.area(luma, w, h, SIDE, SIDE);
    double difference = vectors ? Tiles.DIFFERENCE_OF_VECTORS : Tiles.DIFFERENCE;
    int across = Tiles.across(luma, w, h, small, difference);
    int down = Tiles.down(luma, w, h, small, difference);
    if (across > 1 || down > 1) {
      luma = corner(luma, w, w / across, h / down);
      w /= across;
      h /= down;
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
    float[][] spectrum = spectrum(Resampler.area(small, SIDE, SIDE, SMALL, SMALL));
    return new Fingerprint(
        new Descriptor(
            width,
            height,
            across,
            down,
            features(spectrum),
            means[0],
            means[1],
            means[2],
            deviation,
            hash,
            vectors,
            PhaseClosures.of(spectrum)),
        levels,
        colours(p, w, h));
  }

  /** What was kept by {@link #comparedBy}, with its descriptor, whose closures are made up for. */
  public static Fingerprint of(Descriptor descriptor, byte[] comparedBy) {
    byte[] luma = Arrays.copyOf(comparedBy, SIDE * SIDE);
    return new Fingerprint(
        descriptor.lacksClosures() ? descriptor.with(closures(luma)) : descriptor,
        luma,
        Arrays.copyOfRange(comparedBy, SIDE * SIDE, SIDE * SIDE + 3 * COLOURS * COLOURS));
  }

  private static PhaseClosures closures(byte[] luma) {
    float[] levels = new float[luma.length];
    for (int i = 0; i < luma.length; i++) {
      levels[i] = (luma[i] & 0xFF) / 255f;
    }
    return PhaseClosures.of(spectrum(Resampler.area(levels, SIDE, SIDE, SMALL, SMALL)));
  }

  /** Luminance and colours in one piece, to be kept. */
  public byte[] comparedBy() {
    byte[] out = Arrays.copyOf(luma, luma.length + colour.length);
    System.arraycopy(colour, 0, out, luma.length, colour.length);
    return out;
  }

  /**
   * Whether most pixels are vectors that point out of the surface: of length one, or shorter where
   * several were averaged when a map was made smaller, or blurred by a compression.
   */
  private static boolean vectors(Pixels p) {
    if (p.channels() < 3 || p.depth() == Depth.F32) {
      return false;
    }
    int count = p.width() * p.height();
    int step = Math.max(1, count / 4096);
    int unit = 0;
    int n = 0;
    double red = 0;
    double green = 0;
    for (int i = 0; i < count; i += step) {
      int at = i * p.channels();
      double x = 2 * p.at(at) - 1;
      double y = 2 * p.at(at + 1) - 1;
      double z = 2 * p.at(at + 2) - 1;
      double length = Math.sqrt(x * x + y * y + z * z);
      boolean is = length > SHORTEST && length < 1.1 && z > 0.3 * length;
      unit += is ? 1 : 0;
      red += x;
      green += y;
      n++;
    }
    return unit > 0.75 * n && Math.abs(red / n) < 0.25 && Math.abs(green / n) < 0.25;
  }

  private static float[] steepness(Pixels p) {
    float[] out = new float[p.width() * p.height()];
    float[] row = new float[p.width() * p.channels()];
    for (int line = 0, i = 0; line < p.height(); line++) {
      p.read(0, line, p.width(), row);
      for (int j = 0; j < row.length; j += p.channels()) {
        float x = 2 * row[j] - 1;
        float y = 2 * row[j + 1] - 1;
        float z = 2 * row[j + 2] - 1;
        float length = Math.max((float) SHORTEST, (float) Math.sqrt(x * x + y * y + z * z));
        out[i++] = Math.min(1, (float) Math.sqrt(x * x + y * y) / length);
      }
    }
    return out;
  }

  /** Mean colours of the places of the first {@code w} x {@code h} pixels. */
  private static byte[] colours(Pixels p, int w, int h) {
    AreaFilter[] channels = new AreaFilter[3];
    Arrays.setAll(channels, c -> new AreaFilter(w, h, COLOURS, COLOURS));
    float[] row = new float[w * p.channels()];
    for (int y = 0; y < h; y++) {
      p.read(0, y, w, row);
      if (p.depth() == Depth.F32) {
        for (int i = 0; i < row.length; i++) {
          row[i] = Srgb.fromLinear(Math.clamp(row[i], 0f, 1f));
        }
      }
      for (int c = 0; c < 3; c++) {
        channels[c].add(row, p.channels() < 3 ? 0 : c, p.channels());
      }
    }
    byte[] out = new byte[3 * COLOURS * COLOURS];
    for (int c = 0; c < 3; c++) {
      float[] small = channels[c].plane();
      for (int i = 0; i < small.length; i++) {
        out[3 * i + c] = (byte) Math.clamp(Math.round(small[i] * 255), 0, 255);
      }
    }
    return out;
  }

  private static float[] corner(float[] in, int width, int w, int h) {
    float[] out = new float[w * h];
    for (int y = 0; y < h; y++) {
      System.arraycopy(in, y * width, out, y * w, w);
    }
    return out;
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
    return descriptor.comparable();
  }

  /** The spectrum, real and imaginary, of a 64 x 64 picture in levels of its contrast. */
  private static float[][] spectrum(float[] small) {
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
    return new float[][] {re, im};
  }

  /**
   * The shift-invariant descriptor of a spectrum: for each orbit of frequencies under turning and
   * mirroring, the mean and the spread of the logarithm of their strengths.
   */
  private static float[] features(float[][] spectrum) {
    float[] re = spectrum[0];
    float[] im = spectrum[1];
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
