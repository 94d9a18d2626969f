package keepshelf.imaging.light;

import java.util.EnumMap;
import java.util.Map;

/**
 * An environment made ready for shading: radiance averaged over the GGX lobe at nine roughnesses
 * and over the cosine lobe, by filtered importance sampling (Colbert and Krivanek 2007). Scaled so
 * that a level white diffuse surface reflects radiance 1.
 */
public final class PrefilteredLight {
  private static final int LEVELS = 9;
  private static final int[] SIDES = {512, 256, 128, 64, 64, 32, 32, 32, 32};
  private static final int SAMPLES = 160;
  private static final Map<Light, PrefilteredLight> MADE = new EnumMap<>(Light.class);

  private final DirectionMap[] specular;
  private final DirectionMap diffuse;
  private final float cos;
  private final float sin;
  private final float scale;

  /** The prefiltered form of {@code light}, made once. */
  public static PrefilteredLight of(Light light) {
    synchronized (MADE) {
      return MADE.computeIfAbsent(light, l -> new PrefilteredLight(l::radiance, true));
    }
  }

  /** The prefiltered form of radiance from anywhere, scaled. */
  public static PrefilteredLight of(Radiance radiance) {
    return new PrefilteredLight(radiance, true);
  }

  /** The same radiance {@code v} from everywhere: the furnace. */
  public static PrefilteredLight uniform(float v) {
    return new PrefilteredLight(
        (x, y, z, rgb) -> {
          rgb[0] = v;
          rgb[1] = v;
          rgb[2] = v;
        },
        false);
  }

  private PrefilteredLight(PrefilteredLight of, double turnDegrees) {
    specular = of.specular;
    diffuse = of.diffuse;
    scale = of.scale;
    cos = (float) Math.cos(Math.toRadians(turnDegrees));
    sin = (float) Math.sin(Math.toRadians(turnDegrees));
  }

  /** The same, turned about the upright by {@code degrees}, from the front to the right. */
  public PrefilteredLight turned(double degrees) {
    return degrees == 0 ? this : new PrefilteredLight(this, degrees);
  }

  private PrefilteredLight(Radiance source, boolean normalise) {
    cos = 1;
    sin = 0;
    specular = new DirectionMap[LEVELS];
    DirectionMap[] pyramid = pyramid(new DirectionMap(512, source));
    DirectionMap cosine = cosine(pyramid[4]);
    float[] up = new float[3];
    cosine.lookUp(0, 1, 0, up);
    scale = normalise ? 1 / (0.2126f * up[0] + 0.7152f * up[1] + 0.0722f * up[2]) : 1;
    diffuse = scaled(cosine, scale);
    specular[0] = scaled(pyramid[0], scale);
    for (int i = 1; i < LEVELS; i++) {
      Lobe lobe = Lobe.ggx(pyramid, i / (float) (LEVELS - 1));
      specular[i] =
          new DirectionMap(
              SIDES[i],
              (x, y, z, rgb) -> {
                lobe.sum(pyramid, x, y, z, rgb);
                scale(rgb, scale);
              });
    }
  }

  /** Irradiance over pi: the sum over all texels of a small map, each by the angle it spans. */
  private static DirectionMap cosine(DirectionMap of) {
    int n = of.side * of.side;
    float[] d = new float[3 * n];
    float[] rgb = new float[3 * n];
    float[] one = new float[3];
    float all = 0;
    for (int i = 0; i < n; i++) {
      float u = (i % of.side + 0.5f) / of.side * 2 - 1;
      float v = (i / of.side + 0.5f) / of.side * 2 - 1;
      DirectionMap.direction(u, v, one);
      System.arraycopy(one, 0, d, 3 * i, 3);
      // On the octahedron the point lies 1 / (|x| + |y| + |z|) away, and as slanted.
      float far = 1 / (Math.abs(one[0]) + Math.abs(one[1]) + Math.abs(one[2]));
      float angle = 1 / (far * far * far);
      all += angle;
      of.lookUp(one[0], one[1], one[2], one);
      for (int c = 0; c < 3; c++) {
        rgb[3 * i + c] = one[c] * angle;
      }
    }
    // All angles are 4 pi, and irradiance is divided by pi.
    float share = 4 / all;
    return new DirectionMap(
        64,
        (x, y, z, out) -> {
          float r = 0;
          float g = 0;
          float b = 0;
          for (int i = 0; i < 3 * n; i += 3) {
            float cos = x * d[i] + y * d[i + 1] + z * d[i + 2];
            if (cos > 0) {
              r += rgb[i] * cos;
              g += rgb[i + 1] * cos;
              b += rgb[i + 2] * cos;
            }
          }
          out[0] = r * share;
          out[1] = g * share;
          out[2] = b * share;
        });
  }

  private static DirectionMap[] pyramid(DirectionMap base) {
    DirectionMap[] p = new DirectionMap[7];
    p[0] = base;
    for (int i = 1; i < p.length; i++) {
      p[i] = p[i - 1].half();
    }
    return p;
  }

  private static DirectionMap scaled(DirectionMap map, float s) {
    return new DirectionMap(
        map.side,
        (x, y, z, rgb) -> {
          map.lookUp(x, y, z, rgb);
          scale(rgb, s);
        });
  }

  private static void scale(float[] rgb, float s) {
    rgb[0] *= s;
    rgb[1] *= s;
    rgb[2] *= s;
  }

  /** Radiance averaged over the lobe around (x, y, z) at {@code roughness} 0..1. */
  public void specular(float x, float y, float z, float roughness, float[] rgb, float[] scratch) {
    float level = roughness * (LEVELS - 1);
    int i = Math.min((int) level, LEVELS - 2);
    float f = level - i;
    float tx = cos * x - sin * z;
    float tz = sin * x + cos * z;
    specular[i].lookUp(tx, y, tz, rgb);
    if (f > 0) {
      specular[i + 1].lookUp(tx, y, tz, scratch);
      for (int c = 0; c < 3; c++) {
        rgb[c] += (scratch[c] - rgb[c]) * f;
      }
    }
  }

  /** What all radiance was multiplied by, so that a level white surface reflects 1. */
  public float scale() {
    return scale;
  }

  /** Turns a direction of the world's into the light's own. */
  public void toOwn(float[] d) {
    float x = cos * d[0] - sin * d[2];
    d[2] = sin * d[0] + cos * d[2];
    d[0] = x;
  }

  /** Turns a direction of the light's own into the world's. */
  public void toWorld(float[] d) {
    float x = cos * d[0] + sin * d[2];
    d[2] = -sin * d[0] + cos * d[2];
    d[0] = x;
  }

  /** Irradiance over pi for a surface that faces (x, y, z). */
  public void diffuse(float x, float y, float z, float[] rgb) {
    diffuse.lookUp(cos * x - sin * z, y, sin * x + cos * z, rgb);
  }

  /**
   * Directions around a normal at which a lobe looks into the light, each with its share and the
   * level of the pyramid that it is looked up on: the same for every normal.
   */
  private static final class Lobe {
    private final float[] x;
    private final float[] y;
    private final float[] z;
    private final float[] level;
    private final float[] share;
    private final int count;

    private Lobe(float[] x, float[] y, float[] z, float[] level, float[] share, int count) {
      this.x = x;
      this.y = y;
      this.z = z;
      this.level = level;
      this.share = share;
      this.count = count;
    }

    /** The GGX lobe of a roughness, seen along its normal. */
    static Lobe ggx(DirectionMap[] pyramid, float roughness) {
      float a = roughness * roughness;
      float[][] v = new float[5][SAMPLES];
      int n = 0;
      float weight = 0;
      for (int i = 0; i < SAMPLES; i++) {
        float e = (i + 0.5f) / SAMPLES;
        float phi = 6.2831853f * Sequences.halves(i);
        float cosH = (float) Math.sqrt((1 - e) / (1 + (a * a - 1) * e));
        float sinH = (float) Math.sqrt(1 - cosH * cosH);
        float cosL = 2 * cosH * cosH - 1;
        if (cosL <= 0) {
          continue;
        }
        // View = normal, so the light is the normal mirrored at the half vector.
        v[0][n] = 2 * cosH * sinH * (float) Math.cos(phi);
        v[1][n] = 2 * cosH * sinH * (float) Math.sin(phi);
        v[2][n] = cosL;
        float d = a * a / (3.14159265f * sq(cosH * cosH * (a * a - 1) + 1));
        v[3][n] = PrefilteredLight.level(d / 4, pyramid);
        v[4][n] = cosL;
        weight += cosL;
        n++;
      }
      for (int i = 0; i < n; i++) {
        v[4][i] /= weight;
      }
      return new Lobe(v[0], v[1], v[2], v[3], v[4], n);
    }

    /** The light around a direction, weighed by the lobe. */
    void sum(DirectionMap[] pyramid, float nx, float ny, float nz, float[] rgb) {
      float[] frame = frame(nx, ny, nz);
      float[] one = new float[3];
      float r = 0;
      float g = 0;
      float b = 0;
      for (int i = 0; i < count; i++) {
        sample(pyramid, level[i], frame, x[i], y[i], z[i], one);
        r += one[0] * share[i];
        g += one[1] * share[i];
        b += one[2] * share[i];
      }
      rgb[0] = r;
      rgb[1] = g;
      rgb[2] = b;
    }
  }

  /** The pyramid level whose texel is as large as the solid angle one sample stands for. */
  private static float level(float pdf, DirectionMap[] pyramid) {
    float sample = 1 / (SAMPLES * Math.max(pdf, 1e-6f));
    float texel = 12.566371f / (pyramid[0].side * (float) pyramid[0].side);
    float level = 0.5f * (float) (Math.log(sample / texel) / Math.log(2)) + 1f;
    return Math.clamp(level, 0, pyramid.length - 1f);
  }

  private static void sample(
      DirectionMap[] pyramid, float level, float[] f, float x, float y, float z, float[] rgb) {
    float dx = f[0] * x + f[3] * y + f[6] * z;
    float dy = f[1] * x + f[4] * y + f[7] * z;
    float dz = f[2] * x + f[5] * y + f[8] * z;
    int i = Math.min((int) level, pyramid.length - 2);
    float t = level - i;
    pyramid[i].lookUp(dx, dy, dz, rgb);
    float r = rgb[0];
    float g = rgb[1];
    float b = rgb[2];
    pyramid[i + 1].lookUp(dx, dy, dz, rgb);
    rgb[0] = r + (rgb[0] - r) * t;
    rgb[1] = g + (rgb[1] - g) * t;
    rgb[2] = b + (rgb[2] - b) * t;
  }

  /** Tangent, bitangent and normal as one array (Duff et al. 2017). */
  private static float[] frame(float x, float y, float z) {
    float sign = z >= 0 ? 1 : -1;
    float a = -1 / (sign + z);
    float b = x * y * a;
    return new float[] {
      1 + sign * x * x * a, sign * b, -sign * x, b, sign + y * y * a, -y, x, y, z
    };
  }

  private static float sq(float v) {
    return v * v;
  }
}
