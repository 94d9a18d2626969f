package keepshelf.demo.texture;

import java.util.stream.IntStream;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.pixel.Pixels;

/**
 * All maps of one recipe at one size, physically related: normal and occlusion come from the
 * height, gloss is roughness turned over. Rows from the top; colours sRGB-encoded.
 */
public final class MapSet {
  private final Recipe recipe;
  private final int side;
  private final float[] height;
  private final float[] r;
  private final float[] g;
  private final float[] b;
  private final float[] roughness;
  private final float[] metallic;
  private final float[] opacity;

  /** Bakes {@code recipe} at {@code side} x {@code side} pixels, on all cores. */
  public MapSet(Recipe recipe, int side) {
    this.recipe = recipe;
    this.side = side;
    int n = side * side;
    height = new float[n];
    r = new float[n];
    g = new float[n];
    b = new float[n];
    roughness = new float[n];
    metallic = new float[n];
    opacity = new float[n];
    IntStream.range(0, side)
        .parallel()
        .forEach(y -> {
          Texel t = new Texel();
          for (int x = 0; x < side; x++) {
            t.opacity = 1;
            recipe.at((x + 0.5) / side, (y + 0.5) / side, t);
            int i = y * side + x;
            height[i] = unit(t.height);
            r[i] = unit(t.r);
            g[i] = unit(t.g);
            b[i] = unit(t.b);
            roughness[i] = unit(Math.clamp(t.roughness, 0.04, 1));
            metallic[i] = unit(t.metallic);
            opacity[i] = unit(t.opacity);
          }
        });
  }

  private static float unit(double v) {
    return (float) Math.clamp(v, 0, 1);
  }

  /** What was baked. */
  public Recipe recipe() {
    return recipe;
  }

  /** Pixels a side. */
  public int side() {
    return side;
  }

  /** Base colour, 8-bit RGB. */
  public Pixels baseColour() {
    return rgb(r, g, b);
  }

  /** Roughness, 8-bit grey. */
  public Pixels roughness() {
    return grey8(roughness);
  }

  /** Gloss, 8-bit grey. */
  public Pixels gloss() {
    return grey8(inverted(roughness));
  }

  /** Metallic, 8-bit grey. */
  public Pixels metallic() {
    return grey8(metallic);
  }

  /** Opacity, 8-bit grey. */
  public Pixels opacity() {
    return grey8(opacity);
  }

  /** Height, 16-bit grey. */
  public Pixels height16() {
    short[] out = new short[height.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) Math.round(height[i] * 65535);
    }
    return Pixels.u16(side, side, 1, out);
  }

  /** Height as linear float, grey. */
  public Pixels heightFloat() {
    return Pixels.f32(side, side, 1, height.clone());
  }

  /** Base colour with the opacity in its alpha channel, 8-bit RGBA. */
  public Pixels baseColourWithOpacity() {
    byte[] out = new byte[r.length * 4];
    for (int i = 0; i < r.length; i++) {
      out[4 * i] = (byte) Math.round(r[i] * 255);
      out[4 * i + 1] = (byte) Math.round(g[i] * 255);
      out[4 * i + 2] = (byte) Math.round(b[i] * 255);
      out[4 * i + 3] = (byte) Math.round(opacity[i] * 255);
    }
    return Pixels.u8(side, side, 4, out);
  }

  /** Height, 8-bit grey. */
  public Pixels height8() {
    return grey8(height);
  }

  /** Tangent-space normals, 8-bit RGB. */
  public Pixels normal8(boolean yUp) {
    float[] n = vectors(yUp);
    byte[] out = new byte[n.length];
    for (int i = 0; i < n.length; i++) {
      out[i] = (byte) Math.round((n[i] * 0.5f + 0.5f) * 255);
    }
    return Pixels.u8(side, side, 3, out);
  }

  /** Tangent-space normals, 16-bit RGB. */
  public Pixels normal16(boolean yUp) {
    float[] n = vectors(yUp);
    short[] out = new short[n.length];
    for (int i = 0; i < n.length; i++) {
      out[i] = (short) Math.round((n[i] * 0.5f + 0.5f) * 65535);
    }
    return Pixels.u16(side, side, 3, out);
  }

  private float[] vectors(boolean yUp) {
    float slope = (float) (recipe.reliefMetres() / recipe.tileMetres() * side);
    float[] n = NormalMaps.fromHeight(height, side, side, slope);
    if (!yUp) {
      for (int i = 1; i < n.length; i += 3) {
        n[i] = -n[i];
      }
    }
    return n;
  }

  /** Ambient occlusion from the height at three scales, 8-bit grey. */
  public Pixels occlusion() {
    return grey8(occluded());
  }

  private float[] occluded() {
    float[] out = new float[height.length];
    java.util.Arrays.fill(out, 1);
    double perPixel = recipe.reliefMetres() / recipe.tileMetres() * side;
    for (int radius : new int[] {side / 128, side / 48, side / 18}) {
      float[] around = Blur.tiling(height, side, Math.max(1, radius));
      float k = (float) (perPixel / Math.max(1, radius) * 0.9);
      for (int i = 0; i < out.length; i++) {
        float lower = Math.max(0, around[i] - height[i]) * k;
        out[i] *= 1 / (1 + lower * lower + lower);
      }
    }
    return out;
  }

  /** Occlusion, roughness and metallic in red, green and blue. */
  public Pixels packed() {
    return rgb(occluded(), roughness, metallic);
  }

  /** Diffuse colour of the spec/gloss workflow: black where metallic. */
  public Pixels diffuse() {
    return rgb(notMetal(r), notMetal(g), notMetal(b));
  }

  /**
   * Specular colour of the spec/gloss workflow: the base colour where metallic, else 4 % (encoded).
   */
  public Pixels specular() {
    return rgb(metalOr(r), metalOr(g), metalOr(b));
  }

  private float[] notMetal(float[] c) {
    float[] out = new float[c.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = c[i] * (1 - metallic[i]);
    }
    return out;
  }

  private float[] metalOr(float[] c) {
    float[] out = new float[c.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = c[i] * metallic[i] + 0.222f * (1 - metallic[i]);
    }
    return out;
  }

  private static float[] inverted(float[] v) {
    float[] out = new float[v.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = 1 - v[i];
    }
    return out;
  }

  private Pixels grey8(float[] v) {
    byte[] out = new byte[v.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(v[i] * 255);
    }
    return Pixels.u8(side, side, 1, out);
  }

  private Pixels rgb(float[] x, float[] y, float[] z) {
    byte[] out = new byte[x.length * 3];
    for (int i = 0; i < x.length; i++) {
      out[3 * i] = (byte) Math.round(x[i] * 255);
      out[3 * i + 1] = (byte) Math.round(y[i] * 255);
      out[3 * i + 2] = (byte) Math.round(z[i] * 255);
    }
    return Pixels.u8(side, side, 3, out);
  }
}
