package keepshelf.imaging.panorama;

/**
 * Light from all around as a picture in the latitude-longitude layout, to be looked into. The
 * middle column is straight ahead (+z), x is to its right, y up. Immutable.
 */
public final class LatLong {
  private final float[] rgb;
  private final int w;
  private final int h;

  /**
   * Over values of linear light.
   *
   * @param rgb red, green and blue of {@code w} x {@code h} places, rows from the top
   */
  public LatLong(float[] rgb, int w, int h) {
    if (rgb.length != 3 * w * h) {
      throw new IllegalArgumentException("values of another size");
    }
    this.rgb = rgb;
    this.w = w;
    this.h = h;
  }

  /** Writes the light from the unit direction (x, y, z) into {@code out}, bilinear. */
  public void radiance(double x, double y, double z, float[] out) {
    double column = (Math.atan2(x, z) / (2 * Math.PI) + 0.5) * w - 0.5;
    double row = Math.acos(Math.clamp(y, -1.0, 1.0)) / Math.PI * h - 0.5;
    int ix = (int) Math.floor(column);
    int iy = (int) Math.floor(row);
    float fx = (float) (column - ix);
    float fy = (float) (row - iy);
    int x0 = Math.floorMod(ix, w);
    int x1 = Math.floorMod(ix + 1, w);
    int y0 = Math.clamp(iy, 0, h - 1) * w;
    int y1 = Math.clamp(iy + 1, 0, h - 1) * w;
    for (int c = 0; c < 3; c++) {
      float top = rgb[(y0 + x0) * 3 + c] * (1 - fx) + rgb[(y0 + x1) * 3 + c] * fx;
      float low = rgb[(y1 + x0) * 3 + c] * (1 - fx) + rgb[(y1 + x1) * 3 + c] * fx;
      out[c] = top * (1 - fy) + low * fy;
    }
  }
}
