package keepshelf.imaging.convert;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;

/**
 * A grey map laid over others: where it is white they change as far as an amount says, where it is
 * black not at all. Results have 16 bits. It repeats a whole number of times, so that what comes
 * out still tiles.
 */
public final class Overlaying {
  /** Height of what is white, as a share of the overlay's own tile, at the full amount. */
  private static final double RAISED = 0.01;

  private Overlaying() {}

  /**
   * How an overlay lies on a tile.
   *
   * @param across times it repeats along the width
   * @param down times it repeats along the height
   * @param quarters by how many right angles it is turned, counter-clockwise
   */
  public record Laying(int across, int down, int quarters) {
    /**
     * The whole repeats that come nearest.
     *
     * @param tileWidth of what it is laid on, in metres; likewise its height
     * @param ownWidth of the overlay before it is turned; likewise its height
     * @param turnDegrees a multiple of 90
     */
    public static Laying of(
        double tileWidth, double tileHeight, double ownWidth, double ownHeight, int turnDegrees) {
      int quarters = Math.floorMod(turnDegrees / 90, 4);
      boolean lying = quarters % 2 == 1;
      double w = lying ? ownHeight : ownWidth;
      double h = lying ? ownWidth : ownHeight;
      return new Laying(
          Math.max(1, (int) Math.round(tileWidth / w)),
          Math.max(1, (int) Math.round(tileHeight / h)),
          quarters);
    }
  }

  /** The overlay's values, 0..1, over a picture of {@code w} x {@code h}, rows from the top. */
  public static float[] plane(Pixels mask, Laying laying, int w, int h) {
    Pixels turned = turned(Maps.grey(mask), laying.quarters());
    int tw = Math.max(1, Math.round((float) w / laying.across()));
    int th = Math.max(1, Math.round((float) h / laying.down()));
    Pixels tile = Resize.to(turned, tw, th, Resize.Holds.DATA);
    float[] out = new float[w * h];
    for (int y = 0; y < h; y++) {
      int ty = (int) ((y + 0.5) * laying.down() * th / h) % th;
      for (int x = 0; x < w; x++) {
        int tx = (int) ((x + 0.5) * laying.across() * tw / w) % tw;
        out[y * w + x] = Math.clamp(tile.at(ty * tw + tx), 0f, 1f);
      }
    }
    return out;
  }

  private static Pixels turned(Pixels p, int quarters) {
    Pixels out = p;
    for (int i = 0; i < quarters; i++) {
      out = quarter(out);
    }
    return out;
  }

  /** Turned by a right angle, counter-clockwise. */
  private static Pixels quarter(Pixels p) {
    int w = p.height();
    int h = p.width();
    short[] out = new short[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        out[y * w + x] = stored(p.value(h - 1 - y, x, 0));
      }
    }
    return Pixels.u16(w, h, 1, out);
  }

  private static short stored(float v) {
    return (short) Math.round(Math.clamp(v, 0f, 1f) * 65535);
  }

  /** Brings grey values towards 1, or for an amount below 0 towards 0. */
  public static Pixels grey(Pixels p, float[] over, double amount) {
    float a = (float) amount;
    int n = p.channels();
    short[] out = new short[p.sampleCount()];
    boolean alpha = n == 2 || n == 4;
    for (int i = 0; i < out.length; i++) {
      float v = Math.clamp(p.at(i), 0f, 1f);
      float m = alpha && i % n == n - 1 ? 0 : a * over[i / n];
      out[i] = stored(m >= 0 ? v + (1 - v) * m : v + v * m);
    }
    return Pixels.u16(p.width(), p.height(), n, out);
  }

  /**
   * Mixes colours with one colour in linear light.
   *
   * @param p through the sRGB curve, three channels or more
   * @param rgb sRGB {@code 0xRRGGBB}
   */
  public static Pixels colour(Pixels p, float[] over, double amount, int rgb) {
    int n = p.channels();
    float a = (float) Math.abs(amount);
    float[] to = new float[3];
    for (int c = 0; c < 3; c++) {
      to[c] = Srgb.byteToLinear(rgb >> (16 - 8 * c) & 255);
    }
    short[] out = new short[p.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      int c = i % n;
      float v = Math.clamp(p.at(i), 0f, 1f);
      if (c < 3) {
        float linear = Srgb.linear(v);
        v = Srgb.encoded(linear + (to[c] - linear) * a * over[i / n]);
      }
      out[i] = stored(v);
    }
    return Pixels.u16(p.width(), p.height(), n, out);
  }

  /**
   * Adds the slopes of what is white raised to those of a normal map of three channels.
   *
   * @param yUp whether green faces up
   * @param ownTile width of the overlay's tile in metres
   * @param tileWidth of the normal map's tile in metres; likewise its height
   */
  public static Pixels normals(
      Pixels p,
      float[] over,
      double amount,
      boolean yUp,
      double ownTile,
      double tileWidth,
      double tileHeight) {
    int w = p.width();
    int h = p.height();
    int n = p.channels();
    double high = amount * RAISED * ownTile;
    float right = (float) (high * w / (2 * tileWidth));
    float up = (float) (high * h / (2 * tileHeight)) * (yUp ? 1 : -1);
    short[] out = new short[w * h * 3];
    for (int y = 0; y < h; y++) {
      int above = (y + h - 1) % h * w;
      int below = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        int at = (y * w + x) * n;
        float z = Math.max(0.02f, 2 * p.at(at + 2) - 1);
        float sx =
            (2 * p.at(at) - 1) / z
                - (over[y * w + (x + 1) % w] - over[y * w + (x + w - 1) % w]) * right;
        float sy = (2 * p.at(at + 1) - 1) / z - (over[above + x] - over[below + x]) * up;
        float l = 1 / (float) Math.sqrt(sx * sx + sy * sy + 1);
        int to = (y * w + x) * 3;
        out[to] = stored(sx * l * 0.5f + 0.5f);
        out[to + 1] = stored(sy * l * 0.5f + 0.5f);
        out[to + 2] = stored(l * 0.5f + 0.5f);
      }
    }
    return Pixels.u16(w, h, 3, out);
  }
}
