package keepshelf.imaging.enlarge;

import java.util.stream.IntStream;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** One way to make a larger tile out of one, the same for all maps of a set. */
public final class Enlarging {
  /** A tile that is at least so much like itself somewhere else has a structure. */
  private static final double STRUCTURED = 0.4;

  /** What a map is to the surface, for how its values are mixed. */
  public enum Kind {
    /** Colour through the sRGB curve: mixed in linear light, along its own axes. */
    COLOUR,
    /** One grey value. */
    GREY,
    /** Colours or greys that stand for something, such as parts: taken as they are, never mixed. */
    MARKS,
    /** Vectors, mixed as slopes and brought to length one. */
    NORMAL
  }

  private final int w;
  private final int h;
  private final int factor;
  private final double own;
  private final boolean structured;
  private final Weave weave;

  private Enlarging(int w, int h, int factor, double own, boolean structured, Weave weave) {
    this.own = own;
    this.w = w;
    this.h = h;
    this.factor = factor;
    this.structured = structured;
    this.weave = weave;
  }

  /**
   * Chooses the way by the colour: blending for textures that are noise, patches for those that
   * repeat something within the tile or have forms.
   *
   * @param colour of the set
   * @param factor how many times as large a side becomes, 2 to 8
   */
  public static Enlarging of(Pixels colour, int factor, long seed) {
    if (factor < 2 || factor > 8) {
      throw new IllegalArgumentException("A tile becomes 2 to 8 times as large a side.");
    }
    int w = colour.width();
    int h = colour.height();
    float[] guide = guide(colour);
    double own = selfLikeness(guide, w, h);
    boolean structured = own >= STRUCTURED || Forms.are(colour.luma(), w, h);
    Weave weave =
        structured
            ? new Patches(guide, colour.luma(), w, h, factor, seed)
            : new Triangles(w, h, factor, seed);
    return new Enlarging(w, h, factor, own, structured, weave);
  }

  /** Whether something repeats within {@code colour}, as courses of a wall do. */
  public static boolean structured(Pixels colour) {
    return selfLikeness(guide(colour), colour.width(), colour.height()) >= STRUCTURED;
  }

  /** As {@link #structured} of the colour that the way was chosen by. */
  public boolean isPatterned() {
    return own >= STRUCTURED;
  }

  /** Whether patches are laid, because the texture has a structure. */
  public boolean isStructured() {
    return structured;
  }

  /** Lightness without what is larger than a fifth of the tile. */
  private static float[] guide(Pixels p) {
    float[] luma = p.luma();
    float[] large = PeriodicBlur.of(luma, p.width(), p.height(), p.width() / 10.0);
    for (int i = 0; i < luma.length; i++) {
      luma[i] -= large[i];
    }
    return luma;
  }

  /** The best correlation of a plane with itself at any shift that is not small, -1 to 1. */
  static double selfLikeness(float[] plane, int w, int h) {
    float[] re = plane.clone();
    float[] im = new float[re.length];
    Fft fft = new Fft(w, h);
    fft.transform(re, im, false);
    for (int i = 0; i < re.length; i++) {
      re[i] = re[i] * re[i] + im[i] * im[i];
      im[i] = 0;
    }
    re[0] = 0;
    fft.transform(re, im, true);
    double far = Math.min(w, h) / 10.0;
    double most = 0;
    for (int i = 0; i < re.length; i++) {
      int dx = Math.min(i % w, w - i % w);
      int dy = Math.min(i / w, h - i / w);
      if (dx * dx + dy * dy >= far * far) {
        most = Math.max(most, re[i]);
      }
    }
    return re[0] <= 0 ? 0 : most / re[0];
  }

  /**
   * How much a larger tile repeats the one it was made of: the strongest correlation with itself at
   * whole tiles, beyond what the texture's own structure has at its best; 1 where it only repeats.
   *
   * @param larger the larger tile
   */
  public double repetition(Pixels larger) {
    float[] g = guide(larger);
    int lw = larger.width();
    double most = 0;
    for (int ty = 0; ty < factor; ty++) {
      for (int tx = 0; tx < factor; tx++) {
        if (tx + ty == 0) {
          continue;
        }
        double ab = 0;
        double aa = 0;
        for (int y = 0; y < larger.height(); y += 3) {
          int oy = (y + ty * h) % larger.height();
          for (int x = 0; x < lw; x += 3) {
            float a = g[y * lw + x];
            ab += a * g[oy * lw + (x + tx * w) % lw];
            aa += a * a;
          }
        }
        most = Math.max(most, aa == 0 ? 0 : ab / aa);
      }
    }
    double like = Math.min(own, 0.99);
    return Math.max(0, (most - like) / (1 - like));
  }

  /**
   * The larger tile of one map, at the map's own depth (floats at 16 bits are not made: they stay
   * floats).
   *
   * @throws IllegalArgumentException when the map has another size than the colour
   */
  public Pixels of(Pixels map, Kind kind) {
    if (map.width() != w || map.height() != h) {
      throw new IllegalArgumentException("maps of one set have one size");
    }
    Channels in = Channels.of(map, kind);
    if (!structured && kind != Kind.MARKS) {
      in.blended();
    }
    int n = map.channels();
    int lw = w * factor;
    int lh = h * factor;
    Writer out = new Writer(lw, lh, n, map.depth());
    IntStream.range(0, lh)
        .parallel()
        .forEach(y -> {
          int[] sx = new int[Weave.MOST];
          int[] sy = new int[Weave.MOST];
          float[] weight = new float[Weave.MOST];
          float[] sum = new float[in.count()];
          float[] pixel = new float[n];
          for (int x = 0; x < lw; x++) {
            int many = weave.at(x, y, sx, sy, weight);
            in.mix(many, sx, sy, weight, w, sum);
            in.store(sum, pixel);
            out.pixel(y * lw + x, pixel);
          }
        });
    if (kind != Kind.MARKS) {
      bring(map, kind, out);
    }
    return out.done();
  }

  /**
   * Mixing adds fine grain where values are far from a normal distribution, and chance has its part
   * in coarse waves and in how often what is laid: all octaves are brought to what they were.
   */
  private void bring(Pixels map, Kind kind, Writer out) {
    int count = kind == Kind.NORMAL ? 2 : map.channels();
    for (int c = 0; c < count; c++) {
      Spectrum was = Spectrum.of(map.plane(c), w, h);
      float[] plane = out.plane(c);
      was.impose(plane, w * factor, h * factor);
      out.put(c, plane);
    }
    if (kind == Kind.NORMAL) {
      out.unit();
    }
  }

  /** Samples that are gathered at a depth. */
  private static final class Writer {
    private final int w;
    private final int h;
    private final int n;
    private final byte @Nullable [] small;
    private final short @Nullable [] deep;
    private final float @Nullable [] floats;

    Writer(int w, int h, int n, Depth depth) {
      this.w = w;
      this.h = h;
      this.n = n;
      small = depth == Depth.U8 ? new byte[w * h * n] : null;
      deep = depth == Depth.U16 ? new short[w * h * n] : null;
      floats = depth == Depth.F32 ? new float[w * h * n] : null;
    }

    void pixel(int i, float[] samples) {
      for (int c = 0; c < n; c++) {
        put(i * n + c, samples[c]);
      }
    }

    @SuppressWarnings("NullAway") // The array of its depth is there.
    private float at(int i) {
      return small != null
          ? (small[i] & 255) / 255f
          : deep != null ? (deep[i] & 65535) / 65535f : floats[i];
    }

    @SuppressWarnings("NullAway") // The array of its depth is there.
    private void put(int i, float v) {
      if (small != null) {
        small[i] = (byte) Math.round(Math.clamp(v, 0f, 1f) * 255);
      } else if (deep != null) {
        deep[i] = (short) Math.round(Math.clamp(v, 0f, 1f) * 65535);
      } else {
        floats[i] = v;
      }
    }

    float[] plane(int c) {
      float[] out = new float[w * h];
      for (int i = 0; i < out.length; i++) {
        out[i] = at(i * n + c);
      }
      return out;
    }

    void put(int c, float[] plane) {
      for (int i = 0; i < plane.length; i++) {
        put(i * n + c, plane[i]);
      }
    }

    /** Third components that make vectors one long. */
    void unit() {
      for (int i = 0; i < w * h; i++) {
        float x = 2 * at(i * n) - 1;
        float y = 2 * at(i * n + 1) - 1;
        put(i * n + 2, (float) Math.sqrt(Math.max(0, 1 - x * x - y * y)) / 2 + 0.5f);
      }
    }

    @SuppressWarnings("NullAway") // The array of its depth is there.
    Pixels done() {
      return small != null
          ? Pixels.u8(w, h, n, small)
          : deep != null ? Pixels.u16(w, h, n, deep) : Pixels.f32(w, h, n, floats);
    }
  }
}
