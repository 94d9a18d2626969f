package keepshelf.imaging.light;

import keepshelf.imaging.panorama.LatLong;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * Light from all around that surfaces are judged under: one of the program's own, or an environment
 * light as a picture. Scaled so that a level white diffuse surface reflects radiance 1. Immutable;
 * making one from a picture takes a second or two.
 */
public final class LightField {
  private static final int WIDTH = 1024;

  /** Columns of the grid that directions are drawn from; half as many rows. */
  private static final int GRID = 64;

  private final String title;
  private final PrefilteredLight light;
  private final Radiance sharp;

  /** Growing sums over the grid, row by row, up to 1. */
  private final float[] sums = new float[GRID * GRID / 2];

  private LightField(String title, PrefilteredLight light, Radiance sharp) {
    this.title = title;
    this.light = light;
    this.sharp = sharp;
    float[] rgb = new float[3];
    float[] scratch = new float[3];
    float[] d = new float[3];
    double sum = 0;
    for (int i = 0; i < sums.length; i++) {
      direction(i, 0.5f, 0.5f, d);
      light.specular(d[0], d[1], d[2], 0.12f, rgb, scratch);
      sum += (luminance(rgb) + 0.02f) * solidAngle(i);
      sums[i] = (float) sum;
    }
    for (int i = 0; i < sums.length; i++) {
      sums[i] /= (float) sum;
    }
  }

  /** One of the program's own lights. */
  public static LightField of(Light light) {
    return new LightField(light.title(), PrefilteredLight.of(light), light::radiance);
  }

  /**
   * A light from a panorama.
   *
   * @param panorama latitude-longitude, its middle seen straight ahead, that is behind the object;
   *     floats are linear light, integers are sRGB
   */
  public static LightField of(String title, Pixels panorama) {
    int w = Math.min(WIDTH, panorama.width());
    int h = Math.max(1, w / 2);
    LatLong all = new LatLong(Resampler.linear(panorama, w, h), w, h);
    // Ahead is away from the viewer: -z.
    Radiance sharp = (x, y, z, out) -> all.radiance(x, y, -z, out);
    return new LightField(title, PrefilteredLight.of(sharp), sharp);
  }

  /** Writes what is seen of the light itself in a direction of its own, before it is turned. */
  public void seen(float x, float y, float z, float[] rgb) {
    sharp.at(x, y, z, rgb);
    for (int c = 0; c < 3; c++) {
      rgb[c] *= light.scale();
    }
  }

  /** Its name. */
  public String title() {
    return title;
  }

  /** The same made ready for shading. */
  public PrefilteredLight light() {
    return light;
  }

  private static float luminance(float[] rgb) {
    return 0.2126f * rgb[0] + 0.7152f * rgb[1] + 0.0722f * rgb[2];
  }

  private static void direction(int cell, float fx, float fy, float[] d) {
    double azimuth = (cell % GRID + fx) / GRID * 2 * Math.PI;
    double polar = (cell / GRID + fy) / (GRID / 2.0) * Math.PI;
    d[0] = (float) (Math.sin(polar) * Math.sin(azimuth));
    d[1] = (float) Math.cos(polar);
    d[2] = (float) (Math.sin(polar) * Math.cos(azimuth));
  }

  private static double solidAngle(int cell) {
    int row = cell / GRID;
    double rows = GRID / 2.0;
    return (Math.cos(row / rows * Math.PI) - Math.cos((row + 1) / rows * Math.PI))
        * 2
        * Math.PI
        / GRID;
  }

  /**
   * Draws a direction, bright ones more often.
   *
   * @param chance 0..1
   * @param fx where in its cell, 0..1
   * @param d receives the unit direction, before the light is turned
   * @return probability density per steradian
   */
  public float draw(float chance, float fx, float fy, float[] d) {
    int low = 0;
    int high = sums.length - 1;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (sums[middle] < chance) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    direction(low, fx, fy, d);
    float share = low == 0 ? sums[0] : sums[low] - sums[low - 1];
    return (float) (share / solidAngle(low));
  }
}
