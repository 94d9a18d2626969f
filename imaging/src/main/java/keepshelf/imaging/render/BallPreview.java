package keepshelf.imaging.render;

import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.SmoothStep;

/**
 * Renders the preview picture: a ball half a metre across, covered at true tile size, on a neutral
 * floor (sRGB 119 fading slightly) with a soft contact shadow. Deterministic for the same input, on
 * any number of cores.
 */
public final class BallPreview {
  /** Diameter of the ball in metres. */
  public static final float DIAMETER_METRES = 0.5f;

  private static final float DISTANCE = 7.2f;
  private static final float LOOK_AT_Y = -0.10f;
  private static final float ELEVATION = 0.20f;

  /** Columns of the subpixels that are taken first, a row each, no two in one column. */
  private static final int[][] ROOKS = {
    {0},
    {0, 1},
    {1, 2, 0},
    {1, 3, 0, 2},
    {1, 3, 0, 2, 4},
    {1, 3, 5, 0, 2, 4},
    {1, 3, 5, 0, 2, 4, 6},
    {1, 3, 5, 7, 0, 2, 4, 6}
  };

  /** Difference of square roots of linear light below which subpixels are alike. */
  private static final float AGREED = 0.03f;

  /**
   * What to render.
   *
   * @param side width and height in pixels
   * @param light the environment
   * @param tileMetres width of one tile of the surface
   * @param samples subpixels per axis, 1 to 8; 3 or 4 look clean
   * @param turnDegrees how far the light is turned about the upright, from the front to the right
   * @param patternDegrees how far the surface's maps are turned on the ball, counter-clockwise
   */
  public record Settings(
      int side,
      Light light,
      double tileMetres,
      int samples,
      double turnDegrees,
      double patternDegrees) {
    /** With the light where it stands. */
    public Settings(int side, Light light, double tileMetres, int samples) {
      this(side, light, tileMetres, samples, 0, 0);
    }

    /** Settings of a swatch card. */
    public static Settings card(int side, double tileMetres) {
      return new Settings(side, Light.LAMP_ROOM_WINDOW, tileMetres, 4);
    }

    /** The same with the maps turned, counter-clockwise. */
    public Settings pattern(double degrees) {
      return new Settings(side, light, tileMetres, samples, turnDegrees, degrees);
    }
  }

  private final Surface surface;
  private final Settings settings;
  private final PrefilteredLight light;
  private final float[] keyLight;
  private final float level;
  private final float[] eye;
  private final float[] right = {1, 0, 0};
  private final float[] up;
  private final float[] forward;
  private final float lens;
  private final float patternCos;
  private final float patternSin;

  private BallPreview(Surface surface, Settings settings) {
    this.surface = surface;
    this.settings = settings;
    this.light = PrefilteredLight.of(settings.light()).turned(settings.turnDegrees());
    this.keyLight = turned(settings.light().key(), settings.turnDegrees());
    float c = (float) Math.cos(ELEVATION);
    float s = (float) Math.sin(ELEVATION);
    eye = new float[] {0, LOOK_AT_Y + DISTANCE * s, DISTANCE * c};
    forward = new float[] {0, -s, -c};
    up = new float[] {0, c, -s};
    patternCos = (float) Math.cos(Math.toRadians(settings.patternDegrees()));
    patternSin = (float) Math.sin(Math.toRadians(settings.patternDegrees()));
    // The ball fills 84 % of the picture's width.
    lens = 1.19f / (float) Math.sqrt(DISTANCE * DISTANCE - 1);
    double ballPixels = settings.side() / 1.19;
    double texels = DIAMETER_METRES / settings.tileMetres() * surface.width();
    double perSample = texels / (ballPixels * settings.samples());
    level = Surface.level((float) perSample) + 0.2f;
  }

  private static float[] turned(float[] d, double degrees) {
    float c = (float) Math.cos(Math.toRadians(degrees));
    float s = (float) Math.sin(Math.toRadians(degrees));
    return new float[] {c * d[0] + s * d[2], d[1], -s * d[0] + c * d[2]};
  }

  /** The picture as opaque ARGB, {@code side} x {@code side}, rows from the top. */
  public static int[] render(Surface surface, Settings settings) {
    return new BallPreview(surface, settings).run();
  }

  private int[] run() {
    int side = settings.side();
    int[] out = new int[side * side];
    IntStream.range(0, side).parallel().forEach(y -> new Row(y).fill(out));
    return out;
  }

  /** One row of pixels with its own scratch space. */
  private final class Row {
    private final int y;
    private final Shader shader = new Shader(light, true);
    private final float[] p = new float[3];
    private final float[] n = new float[3];
    private final float[] v = new float[3];
    private final float[] grain = new float[3];
    private final float[] texel = Surface.texel();
    private final float[] between = Surface.texel();
    private final float[] sample = new float[3];
    private final float[] sum = new float[3];
    private final float[] least = new float[3];
    private final float[] most = new float[3];
    private final float[] behind = new float[3];

    Row(int y) {
      this.y = y;
    }

    void fill(int[] out) {
      for (int x = 0; x < settings.side(); x++) {
        out[y * settings.side() + x] = pixel(x);
      }
    }

    /** Where a few subpixels agree, the others would say the same. */
    private int pixel(int x) {
      int k = settings.samples();
      java.util.Arrays.fill(sum, 0);
      java.util.Arrays.fill(least, Float.MAX_VALUE);
      java.util.Arrays.fill(most, 0);
      for (int j = 0; j < k; j++) {
        subpixel(x, ROOKS[k - 1][j], j);
      }
      int taken = k;
      if (k > 1 && !agree()) {
        for (int j = 0; j < k; j++) {
          for (int i = 0; i < k; i++) {
            if (i != ROOKS[k - 1][j]) {
              subpixel(x, i, j);
            }
          }
        }
        taken = k * k;
      }
      int argb = 0xFF;
      for (int c = 0; c < 3; c++) {
        argb = argb << 8 | Srgb.linearToByte(sum[c] / taken);
      }
      return argb;
    }

    private void subpixel(int x, int i, int j) {
      float side = settings.side();
      float k = settings.samples();
      trace((x + (i + 0.5f) / k) / side * 2 - 1, 1 - (y + (j + 0.5f) / k) / side * 2);
      for (int c = 0; c < 3; c++) {
        sum[c] += sample[c];
        least[c] = Math.min(least[c], sample[c]);
        most[c] = Math.max(most[c], sample[c]);
      }
    }

    /** Whether all subpixels so far are so alike that the eye sees no difference. */
    private boolean agree() {
      for (int c = 0; c < 3; c++) {
        // Square roots are about as far apart as the eye finds two lightnesses.
        if (Math.sqrt(most[c]) - Math.sqrt(least[c]) > AGREED) {
          return false;
        }
      }
      return true;
    }

    /** Display-linear colour of one subpixel into {@code sample}. */
    private void trace(float sx, float sy) {
      float dx = forward[0] + lens * (sx * right[0] + sy * up[0]);
      float dy = forward[1] + lens * (sx * right[1] + sy * up[1]);
      float dz = forward[2] + lens * (sx * right[2] + sy * up[2]);
      float l = 1 / (float) Math.sqrt(dx * dx + dy * dy + dz * dz);
      dx *= l;
      dy *= l;
      dz *= l;
      float b = eye[0] * dx + eye[1] * dy + eye[2] * dz;
      float c = eye[0] * eye[0] + eye[1] * eye[1] + eye[2] * eye[2] - 1;
      float disc = b * b - c;
      if (disc <= 0) {
        surround(sy, dx, dy, dz, sample);
        return;
      }
      float root = (float) Math.sqrt(disc);
      v[0] = -dx;
      v[1] = -dy;
      v[2] = -dz;
      float opacity = hit(-b - root, dx, dy, dz, 1, sample);
      if (opacity >= 0.999f) {
        return;
      }
      surround(sy, dx, dy, dz, behind);
      float r = behind[0];
      float g = behind[1];
      float bl = behind[2];
      float front0 = sample[0];
      float front1 = sample[1];
      float front2 = sample[2];
      float back = hit(-b + root, dx, dy, dz, -1, sample);
      sample[0] = mix(mix(r, sample[0] * 0.6f, back), front0, opacity);
      sample[1] = mix(mix(g, sample[1] * 0.6f, back), front1, opacity);
      sample[2] = mix(mix(bl, sample[2] * 0.6f, back), front2, opacity);
    }

    /** Shades the ball where the ray meets it; returns the opacity there. */
    private float hit(float t, float dx, float dy, float dz, float facing, float[] out) {
      p[0] = eye[0] + dx * t;
      p[1] = eye[1] + dy * t;
      p[2] = eye[2] + dz * t;
      // Azimuthal equidistant coordinates around the point that faces the viewer: true lengths
      // from the middle outwards, no pole in sight.
      float nx = p[0];
      float ny = p[1] * up[1] + p[2] * up[2];
      float nz = -(p[1] * forward[1] + p[2] * forward[2]);
      float sin = (float) Math.sqrt(nx * nx + ny * ny);
      // The far side, seen through holes, mirrors the near one: nothing is drawn out there.
      float near = nz < 0 ? -1 : 1;
      float along = Math.abs(nz);
      float theta = (float) Math.atan2(sin, along);
      float s = sin < 1e-5f ? 1 : theta / sin;
      float tiles = DIAMETER_METRES / 2 / (float) settings.tileMetres();
      float px = nx * s * tiles;
      // A tile is as much higher than wide as its maps are.
      float py = ny * s * tiles / surface.aspect();
      surface.lookUp(
          patternCos * px + patternSin * py + 0.5f,
          patternCos * py - patternSin * px + 0.5f,
          // At a slant a sample covers more of the surface: half of that, for it is long and
          // narrow.
          level - 0.5f * Surface.level(Math.clamp(along, 0.06f, 1f)),
          texel,
          between);
      float cosPhi = sin < 1e-5f ? 1 : nx / sin;
      float sinPhi = sin < 1e-5f ? 0 : ny / sin;
      // Tangent along u, bitangent along v, in the viewer's frame, then in the world's.
      float er = along * cosPhi;
      float tx = cosPhi * er + sinPhi * sinPhi;
      float ty = cosPhi * along * sinPhi - sinPhi * cosPhi;
      float tz = -cosPhi * sin * near;
      float bx = sinPhi * er - cosPhi * sinPhi;
      float by = sinPhi * along * sinPhi + cosPhi * cosPhi;
      float bz = -sinPhi * sin * near;
      // The slopes turn with the maps.
      float mx = patternCos * texel[Surface.NORMAL] - patternSin * texel[Surface.NORMAL + 1];
      float my = patternSin * texel[Surface.NORMAL] + patternCos * texel[Surface.NORMAL + 1];
      float mz = Math.max(0.05f, texel[Surface.NORMAL + 2]);
      float wx = tx * mx + bx * my + nx * mz;
      float wy = ty * mx + by * my + ny * mz;
      float wz = tz * mx + bz * my + nz * mz;
      float length = (float) Math.sqrt(mx * mx + my * my + mz * mz);
      float inv = facing / (float) Math.sqrt(wx * wx + wy * wy + wz * wz);
      n[0] = wx * inv;
      n[1] = (wy * up[1] - wz * forward[1]) * inv;
      n[2] = (wy * up[2] - wz * forward[2]) * inv;
      Shader.keepVisible(n, v);
      // The grain runs upwards in the maps: reflections are drawn out to the right.
      float gx = patternCos * bx - patternSin * tx;
      float gy = patternCos * by - patternSin * ty;
      float gz = patternCos * bz - patternSin * tz;
      grain[0] = gx;
      grain[1] = gy * up[1] - gz * forward[1];
      grain[2] = gy * up[2] - gz * forward[2];
      float rough = Shader.widened(texel[Surface.ROUGHNESS], length);
      shader.shade(p, n, v, texel, rough, grain, out);
      for (int c = 0; c < 3; c++) {
        out[c] = ToneCurve.apply(out[c] * Surround.EXPOSURE);
      }
      return surface.seeThrough() ? Math.clamp(texel[Surface.OPACITY], 0f, 1f) : 1;
    }
  }

  private static float mix(float a, float b, float t) {
    return a + (b - a) * t;
  }

  /** The neutral backdrop and floor, display-linear. */
  private void surround(float sy, float dx, float dy, float dz, float[] out) {
    float shade = 1;
    if (dy < -1e-4f) {
      float t = (-1 - eye[1]) / dy;
      float gx = eye[0] + dx * t;
      float gz = eye[2] + dz * t;
      shade = contact(gx, gz) * key(gx, gz);
    }
    float g = Surround.at(sy) * shade;
    out[0] = g;
    out[1] = g;
    out[2] = g;
  }

  /** Light of the whole sky left at a floor point beside the ball (form factor of a sphere). */
  private static float contact(float x, float z) {
    float d2 = x * x + z * z + 1;
    float hidden = 1 / (d2 * (float) Math.sqrt(d2));
    return 1 - 0.82f * hidden;
  }

  /** Light of the main source left at a floor point, softened by the source's size. */
  private float key(float x, float z) {
    float[] k = keyLight;
    float cx = -x;
    float cz = -z;
    float along = cx * k[0] + k[1] + cz * k[2];
    if (along <= 0) {
      return 1;
    }
    float px = cx - along * k[0];
    float py = 1 - along * k[1];
    float pz = cz - along * k[2];
    float miss = (float) Math.sqrt(px * px + py * py + pz * pz);
    float soft = Math.max(0.02f, along * settings.light().keyRadius());
    float covered = SmoothStep.at(1 + soft, 1 - soft, miss);
    // A wide source is never wholly hidden.
    return 1 - settings.light().keyShare() * 0.7f * covered / (1 + soft * soft);
  }
}
