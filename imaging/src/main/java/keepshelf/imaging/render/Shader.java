package keepshelf.imaging.render;

/**
 * Reflected radiance of one surface point under a prefiltered light: GGX with multiple scattering
 * between microfacets (Fdez-Agüera 2019), Lambert below it, so that a white surface in a uniform
 * environment reflects exactly what arrives. Not thread-safe: holds scratch space.
 */
final class Shader {
  private final PrefilteredLight light;
  private final boolean ground;
  private final float[] ab = new float[2];
  private final float[] spec = new float[3];
  private final float[] diff = new float[3];
  private final float[] scratch = new float[3];

  /** With {@code ground}, light from below is dimmed where the ball shades the floor. */
  Shader(PrefilteredLight light, boolean ground) {
    this.light = light;
    this.ground = ground;
  }

  /**
   * Radiance towards the viewer.
   *
   * @param p position (unit ball standing on y = -1), n shading normal, g geometric normal, v unit
   *     vector to the viewer
   * @param t the texel, see {@link Surface}
   * @param roughness the roughness to use (already widened for lost normal detail)
   */
  void shade(float[] p, float[] n, float[] v, float[] t, float roughness, float[] out) {
    float nv = Math.clamp(n[0] * v[0] + n[1] * v[1] + n[2] * v[2], 0.02f, 1f);
    float r2 = 2 * (n[0] * v[0] + n[1] * v[1] + n[2] * v[2]);
    float rx = n[0] * r2 - v[0];
    float ry = n[1] * r2 - v[1];
    float rz = n[2] * r2 - v[2];
    // The lobe of a rough surface leans towards the normal (Lagarde and de Rousiers 2014).
    float lean = (1 - roughness) * ((float) Math.sqrt(1 - roughness) + roughness);
    float lx = n[0] + (rx - n[0]) * lean;
    float ly = n[1] + (ry - n[1]) * lean;
    float lz = n[2] + (rz - n[2]) * lean;
    light.specular(lx, ly, lz, roughness, spec, scratch);
    light.diffuse(n[0], n[1], n[2], diff);

    float specSeen = 1;
    float diffSeen = 1;
    if (ground) {
      // A reflection that bends into the ball itself, and the shaded floor below.
      float up = lx * p[0] + ly * p[1] + lz * p[2];
      specSeen = Math.clamp(1 + 1.6f * up, 0f, 1f) * floor(p, lx, ly, lz, roughness);
      float below = 0.5f - 0.5f * n[1];
      diffSeen = 1 - below * below * 0.85f * openness(p);
    }
    float ao = Math.clamp(t[Surface.OCCLUSION], 0f, 1f);
    float specAo =
        Math.clamp((float) Math.pow(nv + ao, Math.exp(-16 * roughness - 1) * 2) - 1 + ao, 0f, 1f);

    SplitSum.lookUp(nv, roughness, ab);
    float ess = ab[0] + ab[1];
    float ems = 1 - ess;
    float metallic = Math.clamp(t[Surface.METALLIC], 0f, 1f);
    float fresnel = (float) Math.pow(1 - nv, 5);
    for (int c = 0; c < 3; c++) {
      float base = Math.clamp(t[Surface.BASE + c], 0f, 1f);
      float f0 = 0.04f + (base - 0.04f) * metallic;
      float ks = f0 + Math.max(0, Math.max(1 - roughness, f0) - f0) * fresnel;
      float single = Math.min(1f, ks * ab[0] + ab[1]);
      float average = f0 + (1 - f0) / 21;
      float multiple = ems * single * average / (1 - average * ems);
      float body = base * (1 - metallic) * Math.max(0, 1 - single - multiple);
      out[c] =
          single * spec[c] * specSeen * specAo
              + (multiple + body) * diff[c] * diffSeen * ao
              + t[Surface.EMISSION + c];
    }
  }

  /** How much of the floor's light is left at the place that direction l hits it. */
  private float floor(float[] p, float lx, float ly, float lz, float roughness) {
    if (ly >= -0.01f) {
      return 1;
    }
    float reach = (-1.0f - p[1]) / ly;
    float gx = p[0] + lx * reach;
    float gz = p[2] + lz * reach;
    float d2 = gx * gx + gz * gz + 1;
    float open = 1 - 0.9f / (d2 * (float) Math.sqrt(d2));
    return open + (1 - open) * 0.3f * roughness;
  }

  /** 1 at the foot of the ball, where the floor is dark, towards 0 at its waist. */
  private static float openness(float[] p) {
    return Math.clamp(0.65f - 0.65f * p[1], 0f, 1f);
  }
}
