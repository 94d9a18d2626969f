package keepshelf.imaging.pixel;

/**
 * One number for all samples of a picture and its layout, whatever file they are stored in (mixed
 * as by MurmurHash3's finaliser, A. Appleby, public domain).
 */
public final class SampleHash {
  private final boolean floats;
  private final float full;
  private long h;

  /** Begins a picture. */
  public SampleHash(int width, int height, int channels, Depth depth) {
    floats = depth == Depth.F32;
    full = depth == Depth.U8 ? 255 : 65535;
    h = ((long) width << 32 | height) * 31 + channels * 7L + depth.ordinal();
  }

  /** The hash of a whole picture. */
  public static long of(Pixels p) {
    SampleHash s = new SampleHash(p.width(), p.height(), p.channels(), p.depth());
    byte[] bytes = p.rawBytes();
    short[] shorts = p.rawShorts();
    if (bytes != null) {
      for (byte b : bytes) {
        s.mix(b & 0xFF);
      }
    } else if (shorts != null) {
      for (short v : shorts) {
        s.mix(v & 0xFFFF);
      }
    } else {
      for (int i = 0; i < p.sampleCount(); i++) {
        s.mix(Float.floatToRawIntBits(p.at(i)));
      }
    }
    return s.h;
  }

  /** Takes the next {@code n} samples, integer depths scaled to 0..1. */
  public void add(float[] samples, int n) {
    for (int i = 0; i < n; i++) {
      mix(floats ? Float.floatToRawIntBits(samples[i]) : (int) (samples[i] * full + 0.5f));
    }
  }

  private void mix(long v) {
    h = (h ^ v) * 0xff51afd7ed558ccdL;
    h ^= h >>> 32;
  }

  /** What was taken so far. */
  public long value() {
    return h;
  }
}
