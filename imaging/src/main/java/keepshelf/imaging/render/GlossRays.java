package keepshelf.imaging.render;

import java.util.Arrays;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.Sequences;

/**
 * What a rough surface reflects, from a few directions in which its visible microfacets mirror the
 * viewer (Heitz, "Sampling the GGX Distribution of Visible Normals", 2018), each looked up in the
 * light as blurred as the few leave gaps (after Křivánek and Colbert 2008). Unlike one look-up
 * along the middle of the lobe this has the lobe's true shape: at a slant a highlight is long and
 * narrow. Holds scratch space: one for each row.
 */
final class GlossRays {
  /** How much of what is sent in a direction gets there. */
  interface Sight {
    /** 0..1 for a unit direction. */
    float share(float x, float y, float z);
  }

  /**
   * Mirrored light that reaches the viewer, red, green and blue.
   *
   * @param scale for each part of the reflectance seen straight on
   * @param bias whatever that reflectance is
   */
  record Mirrored(float[] scale, float[] bias) {}

  private static final int COUNT = 4;

  /**
   * Directions that a picture has at the least: the light is looked up as blurred as so many leave
   * gaps between them, wider where they lie thin (filtered importance sampling).
   */
  private static final float GAPS = 48;

  /** What is left of the lobe's width for the directions: together both are as wide. */
  private static final float SPREAD = (float) Math.sqrt(1 - 1 / GAPS);

  /** Not wider than so many times the surface's own roughness. */
  private static final float MOST_BLUR = 1.4f;

  private final PrefilteredLight light;
  private final float[] diskX = new float[COUNT];
  private final float[] diskY = new float[COUNT];
  private final float[] rgb = new float[3];
  private final float[] scratch = new float[3];

  private final Mirrored found = new Mirrored(new float[3], new float[3]);

  GlossRays(PrefilteredLight light, int pass) {
    this.light = light;
    // Four passes look to four sides in each ring, sixteen to sixteen.
    float turn = Sequences.halves(pass);
    for (int i = 0; i < COUNT; i++) {
      float r = (float) Math.sqrt((i + Sequences.radical(pass, 3)) / COUNT);
      double phi = 2 * Math.PI * (turn + i * 0.6180339887);
      diskX[i] = r * (float) Math.cos(phi);
      diskY[i] = r * (float) Math.sin(phi);
    }
  }

  /**
   * Looks into the light; what it gives is overwritten by the next look.
   *
   * @param n shading normal, v direction to the viewer, both of length one
   * @param roughness 0..1
   * @param turn 0..1, by which the places that are looked into are turned
   */
  Mirrored gather(float[] n, float[] v, float roughness, float turn, Sight sight) {
    float cos = (float) Math.cos(6.2831853f * turn);
    float sin = (float) Math.sin(6.2831853f * turn);
    float sign = n[2] >= 0 ? 1 : -1;
    float q = -1 / (sign + n[2]);
    float w = n[0] * n[1] * q;
    float rx = 1 + sign * n[0] * n[0] * q;
    float ry = sign * w;
    float rz = -sign * n[0];
    float uy = sign + n[1] * n[1] * q;
    float uz = -n[1];
    float x = rx * v[0] + ry * v[1] + rz * v[2];
    float y = w * v[0] + uy * v[1] + uz * v[2];
    float z = Math.max(0.02f, n[0] * v[0] + n[1] * v[1] + n[2] * v[2]);
    float a = roughness * roughness;
    float spread = SPREAD * a;
    float sx = spread * x;
    float sy = spread * y;
    float sl = 1 / root(sx * sx + sy * sy + z * z);
    sx *= sl;
    sy *= sl;
    float sz = z * sl;
    float flat = sx * sx + sy * sy;
    float fl = flat > 1e-12f ? 1 / root(flat) : 0;
    float ax = flat > 1e-12f ? -sy * fl : 1;
    float ay = flat > 1e-12f ? sx * fl : 0;
    float bx = -sz * ay;
    float by = sz * ax;
    float bz = sx * ay - sy * ax;
    float own = 1 + lambda(z, a);
    float[] scale = found.scale;
    float[] bias = found.bias;
    Arrays.fill(scale, 0);
    Arrays.fill(bias, 0);
    for (int i = 0; i < COUNT; i++) {
      float p = cos * diskX[i] - sin * diskY[i];
      float across = sin * diskX[i] + cos * diskY[i];
      float half = 0.5f * (1 + sz);
      float o = (1 - half) * root(Math.max(0, 1 - p * p)) + half * across;
      float up = root(Math.max(0, 1 - p * p - o * o));
      float hx = spread * (p * ax + o * bx + up * sx);
      float hy = spread * (p * ay + o * by + up * sy);
      float hz = Math.max(1e-6f, o * bz + up * sz);
      float hl = 1 / root(hx * hx + hy * hy + hz * hz);
      float vh = (x * hx + y * hy + z * hz) * hl;
      float lz = 2 * vh * hz * hl - z;
      if (lz <= 0) {
        continue;
      }
      float lx = 2 * vh * hx * hl - x;
      float ly = 2 * vh * hy * hl - y;
      float dx = rx * lx + w * ly + n[0] * lz;
      float dy = ry * lx + uy * ly + n[1] * lz;
      float dz = rz * lx + uz * ly + n[2] * lz;
      float seen = sight.share(dx, dy, dz);
      if (seen > 0) {
        light.specular(dx, dy, dz, blur(hz * hl, z, a, own), rgb, scratch);
        float c = 1 - Math.min(1, vh);
        float fresnel = c * c * c * c * c;
        float share = seen * own / (own + lambda(lz, a)) / COUNT;
        for (int k = 0; k < 3; k++) {
          scale[k] += rgb[k] * share * (1 - fresnel);
          bias[k] += rgb[k] * share * fresnel;
        }
      }
    }
    return found;
  }

  /** The roughness whose lobe fills the gap around a direction. */
  private static float blur(float cosHalf, float cosView, float a, float own) {
    float t = 1 + cosHalf * cosHalf * (a * a - 1);
    float density = a * a / (12.566371f * t * t * cosView * own);
    float angle = 1 / (GAPS * density);
    return Math.min(Math.min(0.95f, MOST_BLUR * root(a)), root(root(angle / 12.566371f)));
  }

  /** Smith's auxiliary function of GGX (Heitz 2014). */
  private static float lambda(float cos, float a) {
    float c2 = Math.min(1, cos * cos);
    return (root(1 + a * a * (1 - c2) / c2) - 1) / 2;
  }

  private static float root(float v) {
    return (float) Math.sqrt(v);
  }
}
