package keepshelf.imaging.render;

import java.util.ArrayList;
import java.util.List;

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

  private final List<float[]> levels = new ArrayList<>();
  private final int width;
  private final int height;
  private final boolean seeThrough;

  private Surface(int width, int height, float[] texels, boolean seeThrough) {
    this.width = width;
    this.height = height;
    this.seeThrough = seeThrough;
    levels.add(texels);
    int w = width;
    int h = height;
    while (w % 2 == 0 && h % 2 == 0 && Math.min(w, h) > 8) {
      levels.add(half(levels.getLast(), w, h));
      w /= 2;
      h /= 2;
    }
  }

  /** Columns of the finest level. */
  public int width() {
    return width;
  }

  /** Rows of the finest level. */
  public int height() {
    return height;
  }

  boolean seeThrough() {
    return seeThrough;
  }

  int levelCount() {
    return levels.size();
  }

  private static float[] half(float[] in, int w, int h) {
    int ow = w / 2;
    float[] out = new float[ow * (h / 2) * STRIDE];
    for (int y = 0; y < h / 2; y++) {
      for (int x = 0; x < ow; x++) {
        int o = (y * ow + x) * STRIDE;
        int i = (2 * y * w + 2 * x) * STRIDE;
        int below = i + w * STRIDE;
        for (int c = 0; c < STRIDE; c++) {
          out[o + c] =
              (in[i + c] + in[i + STRIDE + c] + in[below + c] + in[below + STRIDE + c]) / 4;
        }
      }
    }
    return out;
  }

  /**
   * Bilinear look-up at texture coordinates (u right, v up, in tiles; wraps) on a pyramid level.
   */
  void lookUp(float u, float v, int level, float[] out) {
    float[] t = levels.get(level);
    int w = width >> level;
    int h = height >> level;
    float x = (u - (float) Math.floor(u)) * w - 0.5f;
    float y = (1 - (v - (float) Math.floor(v))) * h - 0.5f;
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    float fx = x - ix;
    float fy = y - iy;
    int x0 = Math.floorMod(ix, w);
    int x1 = Math.floorMod(ix + 1, w);
    int y0 = Math.floorMod(iy, h) * w;
    int y1 = Math.floorMod(iy + 1, h) * w;
    int a = (y0 + x0) * STRIDE;
    int b = (y0 + x1) * STRIDE;
    int c = (y1 + x0) * STRIDE;
    int d = (y1 + x1) * STRIDE;
    float wa = (1 - fx) * (1 - fy);
    float wb = fx * (1 - fy);
    float wc = (1 - fx) * fy;
    float wd = fx * fy;
    for (int k = 0; k < STRIDE; k++) {
      out[k] = t[a + k] * wa + t[b + k] * wb + t[c + k] * wc + t[d + k] * wd;
    }
  }

  /** Collects planes of one size; whatever is not given has a neutral value. */
  public static final class Builder {
    private final int width;
    private final int height;
    private final float[] texels;
    private boolean seeThrough;

    /** For planes of {@code width} x {@code height} values, rows from the top. */
    public Builder(int width, int height) {
      this.width = width;
      this.height = height;
      this.texels = new float[width * height * STRIDE];
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
      for (int i = 0, o = channel; i < values.length; i++, o += STRIDE) {
        texels[o] = values[i];
      }
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

    /** The surface; the builder must not be used afterwards. */
    public Surface build() {
      return new Surface(width, height, texels, seeThrough);
    }
  }
}
