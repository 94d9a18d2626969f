package keepshelf.imaging.render;

import keepshelf.imaging.solid.Skin;
import org.jspecify.annotations.Nullable;

/** The height and opacity maps of a surface, laid on an object in metres. */
final class CoveredSkin implements Skin {
  private final Surface surface;
  private final BenchScene.Laying laying;
  private final float @Nullable [] heights;
  private final int w;
  private final int h;
  private final float tileWidth;
  private final float tileHeight;
  private final float cos;
  private final float sin;
  private final float relief;
  private final float middle;
  private final float threshold;
  private float least = Float.MAX_VALUE;
  private float most = -Float.MAX_VALUE;

  CoveredSkin(Surface surface, BenchScene.Cover cover) {
    this.surface = surface;
    this.laying = cover.laying();
    this.heights = laying.relief() > 0 ? surface.heights() : null;
    this.w = surface.width();
    this.h = surface.height();
    tileWidth = (float) cover.tileWidth();
    tileHeight = (float) cover.tileHeight();
    cos = (float) Math.cos(Math.toRadians(laying.turnDegrees()));
    sin = (float) Math.sin(Math.toRadians(laying.turnDegrees()));
    relief = (float) laying.relief();
    middle = (float) laying.middle();
    threshold = (float) cover.substance().opacityThreshold();
    if (heights == null) {
      least = 0;
      most = 0;
    } else {
      for (float v : heights) {
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
      least = (least - middle) * relief;
      most = (most - middle) * relief;
    }
  }

  boolean raised() {
    return heights != null;
  }

  /** Texture coordinate to the right, in tiles, of a place in metres. */
  float s(float u, float v) {
    float x = u - (float) laying.right();
    float y = v - (float) laying.up();
    return (cos * x + sin * y) / tileWidth + 0.5f;
  }

  /** Texture coordinate upwards, in tiles. */
  float t(float u, float v) {
    float x = u - (float) laying.right();
    float y = v - (float) laying.up();
    return (cos * y - sin * x) / tileHeight + 0.5f;
  }

  @Override
  public float height(float u, float v) {
    if (heights == null) {
      return 0;
    }
    return (value(s(u, v), t(u, v)) - middle) * relief;
  }

  private static int floor(float v) {
    int i = (int) v;
    return v < i ? i - 1 : i;
  }

  @SuppressWarnings("NullAway") // Asked only where there are heights.
  private float value(float s, float t) {
    float x = (s - floor(s)) * w - 0.5f;
    float y = (1 - (t - floor(t))) * h - 0.5f;
    int ix = floor(x);
    int iy = floor(y);
    float fx = x - ix;
    float fy = y - iy;
    int x0 = ix < 0 ? w - 1 : ix;
    int x1 = ix + 1 >= w ? 0 : ix + 1;
    int y0 = (iy < 0 ? h - 1 : iy) * w;
    int y1 = (iy + 1 >= h ? 0 : iy + 1) * w;
    float top = heights[y0 + x0] * (1 - fx) + heights[y0 + x1] * fx;
    float low = heights[y1 + x0] * (1 - fx) + heights[y1 + x1] * fx;
    return top + (low - top) * fy;
  }

  /**
   * The slopes of the relief where there is no normal map: change of height over metres on the
   * surface, along u and v.
   *
   * @param step metres between the places that are compared
   */
  void slopes(float u, float v, float step, float[] out) {
    out[0] = (height(u + step, v) - height(u - step, v)) / (2 * step);
    out[1] = (height(u, v + step) - height(u, v - step)) / (2 * step);
  }

  /** What makes a change of heights (0..1) a texel a slope in metres. */
  float steepness() {
    return relief * w / tileWidth;
  }

  /** Metres between two texels. */
  float texel() {
    return Math.min(tileWidth / w, tileHeight / h);
  }

  @Override
  public float lowest() {
    return least;
  }

  @Override
  public float highest() {
    return most;
  }

  @Override
  public boolean hole(float u, float v, float chance) {
    return surface.seeThrough()
        && surface.opacity(s(u, v), t(u, v)) < (threshold >= 0 ? threshold : chance);
  }
}
