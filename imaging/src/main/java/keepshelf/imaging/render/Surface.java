package keepshelf.imaging.render;

import java.util.Objects;
import keepshelf.imaging.solid.HorizonMap;
import org.jspecify.annotations.Nullable;

/**
 * A tiling metal/rough surface ready for rendering: all properties interleaved per texel, with a
 * pyramid of halves. Built with {@link Builder}; colours are linear light, normals +Y.
 */
public final class Surface {
  static final int BASE = 0;
  static final int ROUGHNESS = 3;
  static final int METALLIC = 4;
  static final int NORMAL = 5;
  static final int OCCLUSION = 8;
  static final int OPACITY = 9;
  static final int EMISSION = 10;
  static final int STRIDE = 13;

  /** What few surfaces have lies apart, behind the rest of a {@link #texel()}. */
  static final int SHEEN = 13;

  /** Below 0 where no map says it. */
  static final int COAT = 16;

  static final int TRANSLUCENCY = 17;
  static final int ANISOTROPY = 20;
  private static final int ALL = 21;
  private static final int MORE = ALL - STRIDE;

  private final float[][] texels;

  /** The rarer channels, level by level; null when there is none. */
  private final float @Nullable [][] more;

  private final int width;
  private final int height;
  private final boolean seeThrough;
  private final float @Nullable [] heights;
  private final boolean normals;
  private final float aspect;

  /** What lies behind this many channels is the same everywhere and is not looked up. */
  private final int used;

  private @Nullable HorizonMap horizon;

  private Surface(Builder b) {
    this.width = b.width;
    this.height = b.height;
    this.seeThrough = b.seeThrough;
    this.heights = b.heights;
    this.normals = b.normals;
    this.aspect = b.aspect;
    this.used = b.used;
    texels = Halves.of(b.texels, width, height, STRIDE);
    more = b.more == null ? null : Halves.of(b.more, width, height, MORE);
  }

  /** Columns of the finest level. */
  public int width() {
    return width;
  }

  /** Rows of the finest level. */
  public int height() {
    return height;
  }

  /** Heights 0..1, rows from the top, or null when there is no height map. */
  float @Nullable [] heights() {
    return heights;
  }

  /** What the relief shades of itself; made when it is first asked for. */
  synchronized HorizonMap horizon() {
    if (horizon == null) {
      horizon = new HorizonMap(Objects.requireNonNull(heights), width, height);
    }
    return horizon;
  }

  /** Whether there is a height map, so that it can be raised. */
  public boolean hasHeights() {
    return heights != null;
  }

  /** Whether there are normals; else the surface is smooth or only raised. */
  boolean hasNormals() {
    return normals;
  }

  boolean seeThrough() {
    return seeThrough;
  }

  int levelCount() {
    return texels.length;
  }

  /**
   * Bilinear look-up at texture coordinates (u right, v up, in tiles; wraps) on a pyramid level.
   *
   * @param out a {@link #texel()}, of which what the surface says something about is overwritten
   */
  void lookUp(float u, float v, int level, float[] out) {
    float[] t = texels[level];
    int w = width >> level;
    int h = height >> level;
    float x = (u - floor(u)) * w - 0.5f;
    float y = (1 - (v - floor(v))) * h - 0.5f;
    int ix = floor(x);
    int iy = floor(y);
    float fx = x - ix;
    float fy = y - iy;
    int x0 = ix < 0 ? w - 1 : Math.min(ix, w - 1);
    int x1 = ix + 1 >= w ? 0 : ix + 1;
    int y0 = (iy < 0 ? h - 1 : Math.min(iy, h - 1)) * w;
    int y1 = (iy + 1 >= h ? 0 : iy + 1) * w;
    int a = y0 + x0;
    int b = y0 + x1;
    int c = y1 + x0;
    int d = y1 + x1;
    float wa = (1 - fx) * (1 - fy);
    float wb = fx * (1 - fy);
    float wc = (1 - fx) * fy;
    float wd = fx * fy;
    if (more != null) {
      float[] m = more[level];
      for (int k = 0; k < MORE; k++) {
        out[STRIDE + k] =
            m[a * MORE + k] * wa
                + m[b * MORE + k] * wb
                + m[c * MORE + k] * wc
                + m[d * MORE + k] * wd;
      }
    }
    a *= STRIDE;
    b *= STRIDE;
    c *= STRIDE;
    d *= STRIDE;
    for (int k = 0; k < used; k++) {
      out[k] = t[a + k] * wa + t[b + k] * wb + t[c + k] * wc + t[d + k] * wd;
    }
  }

  private static int floor(float v) {
    int i = (int) v;
    return v < i ? i - 1 : i;
  }

  /** The opacity at texture coordinates on the finest level, 0 for a hole. */
  float opacity(float u, float v) {
    int x = Math.min(width - 1, (int) ((u - (float) Math.floor(u)) * width));
    int y = Math.min(height - 1, (int) ((1 - (v - (float) Math.floor(v))) * height));
    return texels[0][(y * width + x) * STRIDE + OPACITY];
  }

  /** The level whose texels are as large as {@code texels} of the finest one, to 0.01. */
  static float level(float texels) {
    // From the exponent and, between powers of two, a parabola.
    int bits = Float.floatToRawIntBits(Math.max(1e-6f, texels));
    float m = (bits & 0x7FFFFF) * (1f / 0x800000);
    return (bits >> 23) - 127 + m * (1.34f - 0.34f * m);
  }

  /**
   * The same between two levels, so that what is far or seen at a slant neither flickers nor blurs
   * at once.
   *
   * @param scratch as long as {@code out}
   */
  void lookUp(float u, float v, float level, float[] out, float[] scratch) {
    float l = Math.clamp(level, 0, texels.length - 1f);
    int i = (int) l;
    float f = l - i;
    lookUp(u, v, i, out);
    if (f > 0.02f && i + 1 < texels.length) {
      lookUp(u, v, i + 1, scratch);
      for (int k = STRIDE; more != null && k < ALL; k++) {
        out[k] += (scratch[k] - out[k]) * f;
      }
      for (int k = 0; k < used; k++) {
        out[k] += (scratch[k] - out[k]) * f;
      }
    }
  }

  /** Room for one look-up, filled with what a surface has that says nothing. */
  static float[] texel() {
    float[] out = new float[ALL];
    out[COAT] = -1;
    out[NORMAL + 2] = 1;
    out[OCCLUSION] = 1;
    out[OPACITY] = 1;
    return out;
  }

  /** Height of a tile over its width. */
  float aspect() {
    return aspect;
  }

  /** Collects planes of one size; whatever is not given has a neutral value. */
  public static final class Builder {
    private final int width;
    private final int height;
    private final float[] texels;
    private float @Nullable [] more;
    private boolean seeThrough;
    private float @Nullable [] heights;
    private boolean normals;
    private float aspect;
    private int used = OCCLUSION;

    /** For planes of {@code width} x {@code height} values, rows from the top. */
    public Builder(int width, int height) {
      this.width = width;
      this.height = height;
      this.texels = new float[width * height * STRIDE];
      this.aspect = (float) height / width;
      base(0.5f, 0.5f, 0.5f);
      fill(ROUGHNESS, 0.6f);
      fill(NORMAL + 2, 1);
      fill(OCCLUSION, 1);
      fill(OPACITY, 1);
    }

    private void fill(int channel, float v) {
      for (int i = channel; i < texels.length; i += STRIDE) {
        texels[i] = v;
      }
    }

    private Builder plane(int channel, float[] values) {
      if (values.length != width * height) {
        throw new IllegalArgumentException("a plane of another size");
      }
      used = Math.max(used, channel + 1);
      for (int i = 0, o = channel; i < values.length; i++, o += STRIDE) {
        texels[o] = values[i];
      }
      return this;
    }

    /** A plane of what few surfaces have. */
    private Builder rare(int channel, float[] values) {
      if (values.length != width * height) {
        throw new IllegalArgumentException("a plane of another size");
      }
      if (more == null) {
        more = new float[width * height * MORE];
        for (int i = COAT - STRIDE; i < more.length; i += MORE) {
          more[i] = -1;
        }
      }
      for (int i = 0, o = channel - STRIDE; i < values.length; i++, o += MORE) {
        more[o] = values[i];
      }
      return this;
    }

    /** Linear colour of fine fibres that stand off the surface; black for none. */
    public Builder sheen(float[] r, float[] g, float[] b) {
      return rare(SHEEN, r).rare(SHEEN + 1, g).rare(SHEEN + 2, b);
    }

    /** Amount of a clear layer above, 0..1. */
    public Builder coat(float[] v) {
      return rare(COAT, v);
    }

    /** Linear colour of light that comes through from behind; black for none. */
    public Builder translucency(float[] r, float[] g, float[] b) {
      return rare(TRANSLUCENCY, r).rare(TRANSLUCENCY + 1, g).rare(TRANSLUCENCY + 2, b);
    }

    /** How far reflections are drawn out to the right and left in the maps, 0..1. */
    public Builder anisotropy(float[] v) {
      return rare(ANISOTROPY, v);
    }

    /** Height of a tile over its width, where the planes were brought to another shape. */
    public Builder aspect(double heightOverWidth) {
      aspect = (float) heightOverWidth;
      return this;
    }

    /** One linear base colour everywhere. */
    public Builder base(float r, float g, float b) {
      fill(BASE, r);
      fill(BASE + 1, g);
      fill(BASE + 2, b);
      return this;
    }

    /** Linear base colour planes. */
    public Builder base(float[] r, float[] g, float[] b) {
      return plane(BASE, r).plane(BASE + 1, g).plane(BASE + 2, b);
    }

    /** Linear emitted radiance planes. */
    public Builder emission(float[] r, float[] g, float[] b) {
      return plane(EMISSION, r).plane(EMISSION + 1, g).plane(EMISSION + 2, b);
    }

    /** Roughness 0..1. */
    public Builder roughness(float[] v) {
      return plane(ROUGHNESS, v);
    }

    /** One roughness everywhere. */
    public Builder roughness(float v) {
      fill(ROUGHNESS, v);
      return this;
    }

    /** Metallic 0..1. */
    public Builder metallic(float[] v) {
      return plane(METALLIC, v);
    }

    /** One metallic value everywhere. */
    public Builder metallic(float v) {
      fill(METALLIC, v);
      return this;
    }

    /** Normals as interleaved x, y, z, each -1..1, with y up the picture (+Y). */
    public Builder normal(float[] xyz) {
      normals = true;
      return guessedNormal(xyz);
    }

    /**
     * Normals that only stand in for a relief of unknown height: where the relief is raised, its
     * own slopes go before them.
     */
    public Builder guessedNormal(float[] xyz) {
      if (xyz.length != width * height * 3) {
        throw new IllegalArgumentException("normals of another size");
      }
      for (int i = 0, o = NORMAL; i < xyz.length; i += 3, o += STRIDE) {
        texels[o] = xyz[i];
        texels[o + 1] = xyz[i + 1];
        texels[o + 2] = xyz[i + 2];
      }
      return this;
    }

    /** Ambient occlusion, 1 is open. */
    public Builder occlusion(float[] v) {
      return plane(OCCLUSION, v);
    }

    /** Opacity, 0 is a hole. */
    public Builder opacity(float[] v) {
      for (float o : v) {
        seeThrough |= o < 0.99f;
      }
      return plane(OPACITY, v);
    }

    /** Heights, 0..1 from low to high. */
    public Builder heights(float[] v) {
      if (v.length != width * height) {
        throw new IllegalArgumentException("heights of another size");
      }
      heights = v;
      return this;
    }

    /** The surface; the builder must not be used afterwards. */
    public Surface build() {
      return new Surface(this);
    }
  }
}
