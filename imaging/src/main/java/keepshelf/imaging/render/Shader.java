package keepshelf.imaging.render;

import keepshelf.imaging.light.PrefilteredLight;
import org.jspecify.annotations.Nullable;

/**
 * Reflected radiance of one surface point under a prefiltered light: GGX with multiple scattering
 * between microfacets (Turquin 2019), Lambert below it, so that a white surface in a uniform
 * environment reflects exactly what arrives. Not thread-safe: holds scratch space.
 */
final class Shader {
  /** From here on so little is diffuse that nobody sees what hides it. */
  private static final float BARE_METAL = 0.995f;

  /** Cosine at which a normal counts as seen. */
  private static final float LEAST_SEEN = 0.03f;

  private static final float[] NOTHING = new float[3];

  /** Reflectance of a clear layer seen straight on, index of refraction 1.5. */
  private static final float COAT_F0 = 0.04f;

  private final PrefilteredLight light;
  private final boolean ground;
  private final float[] ab = new float[2];
  private final float[] spec = new float[3];
  private final float[] diff = new float[3];
  private final GlossRays.Mirrored middle = new GlossRays.Mirrored(new float[3], new float[3]);
  private final GlossRays.Mirrored top = new GlossRays.Mirrored(new float[3], new float[3]);
  private final float[] scratch = new float[3];
  private final float[] lobe = new float[3];
  private final float[] behind = new float[3];
  private final float[] bent = new float[3];
  private float dielectric = COAT_F0;
  private float coat;
  private float coatRoughness = 0.02f;
  private float transmission;
  private float bending = 1;

  /** With {@code ground}, light from below is dimmed where the ball shades the floor. */
  Shader(PrefilteredLight light, boolean ground) {
    this.light = light;
    this.ground = ground;
  }

  /**
   * Gives the surface another substance than the usual one without a coat.
   *
   * @param reflectance of what is no metal, seen straight on, 0..1
   * @param coatAmount 0..1 of a clear layer above
   * @param coatRough roughness of that layer, 0..1
   */
  void substance(float reflectance, float coatAmount, float coatRough) {
    dielectric = reflectance;
    coat = coatAmount;
    coatRoughness = Math.max(0.02f, coatRough);
  }

  /**
   * Lets light through what is no metal, tinted by its colour.
   *
   * @param share 0..1 of what would be diffuse
   * @param index of refraction by which the direction bends once; 1 for a thin sheet
   */
  void clear(float share, float index) {
    transmission = share;
    bending = index;
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
    aim(n, v, roughness);
    aimed(p, n, v, t, roughness, out);
  }

  /** The same for a surface whose reflections may be drawn out across {@code grain}. */
  void shade(
      float[] p, float[] n, float[] v, float[] t, float roughness, float[] grain, float[] out) {
    aim(n, v, roughness, grain, t[Surface.ANISOTROPY]);
    aimed(p, n, v, t, roughness, out);
  }

  private void aimed(float[] p, float[] n, float[] v, float[] t, float roughness, float[] out) {
    float specSeen = 1;
    float diffSeen = 1;
    if (ground) {
      // A reflection that bends into the ball itself, and the shaded floor below.
      float up = lobe[0] * p[0] + lobe[1] * p[1] + lobe[2] * p[2];
      specSeen = Math.clamp(1 + 1.6f * up, 0f, 1f) * floor(p, roughness);
      diffSeen = fromBelow(p, n);
    }
    reflect(n, v, t, roughness, specSeen, diffSeen, NOTHING, out);
  }

  /** Finds the middle of the lobe that a surface reflects; see {@link #lobe}. */
  void aim(float[] n, float[] v, float roughness) {
    float r2 = 2 * (n[0] * v[0] + n[1] * v[1] + n[2] * v[2]);
    // The lobe of a rough surface leans towards the normal (Lagarde and de Rousiers 2014).
    float lean = (1 - roughness) * ((float) Math.sqrt(1 - roughness) + roughness);
    for (int c = 0; c < 3; c++) {
      lobe[c] = n[c] + (n[c] * r2 - v[c] - n[c]) * lean;
    }
  }

  /**
   * The same for a surface whose reflections are drawn out: the normal bends towards the viewer
   * across its grain (after Lagarde and de Rousiers 2014, and McAuley 2015).
   *
   * @param grain unit direction of the grain, in the world
   * @param amount 0..1
   */
  void aim(float[] n, float[] v, float roughness, float[] grain, float amount) {
    if (amount <= 0) {
      aim(n, v, roughness);
      return;
    }
    // What is left of the viewer's direction without the grain's is the normal of a thread.
    float along = grain[0] * v[0] + grain[1] * v[1] + grain[2] * v[2];
    float bend = Math.min(1, amount) * Math.min(1, 5 * roughness);
    float l = 0;
    for (int c = 0; c < 3; c++) {
      behind[c] = v[c] - along * grain[c];
      l += behind[c] * behind[c];
    }
    float inverse = l < 1e-8f ? 0 : 1 / (float) Math.sqrt(l);
    float length = 0;
    for (int c = 0; c < 3; c++) {
      bent[c] = n[c] + (behind[c] * inverse - n[c]) * bend;
      length += bent[c] * bent[c];
    }
    float unit = 1 / (float) Math.sqrt(Math.max(1e-8f, length));
    for (int c = 0; c < 3; c++) {
      bent[c] *= unit;
    }
    aim(bent, v, roughness);
  }

  /** The middle of the lobe that {@link #aim} found, of any length. */
  float[] lobe() {
    return lobe;
  }

  /**
   * Radiance towards the viewer around the lobe that {@link #aim} found.
   *
   * @param specSeen share of the reflected light that gets here, 0..1
   * @param diffSeen share of the diffuse light that gets here, 0..1
   * @param hidden diffuse light (irradiance over pi) that something stands in the way of
   */
  void reflect(
      float[] n,
      float[] v,
      float[] t,
      float roughness,
      float specSeen,
      float diffSeen,
      float[] hidden,
      float[] out) {
    light.specular(lobe[0], lobe[1], lobe[2], roughness, spec, scratch);
    float nv = Math.clamp(n[0] * v[0] + n[1] * v[1] + n[2] * v[2], 0.02f, 1f);
    SplitSum.lookUp(nv, roughness, ab);
    for (int c = 0; c < 3; c++) {
      middle.scale()[c] = spec[c] * specSeen * ab[0];
      middle.bias()[c] = spec[c] * specSeen * ab[1];
    }
    GlossRays.Mirrored layer = layer(t) > 0 ? layerByTable(n, v, nv, specSeen) : null;
    reflect(n, v, t, roughness, middle, layer, diffSeen, hidden, out);
  }

  /**
   * The same with what is mirrored found by the caller.
   *
   * @param mirrored by the surface
   * @param layered by the clear layer above, where there is one
   */
  @SuppressWarnings("NullAway") // A coat has its own mirror.
  void reflect(
      float[] n,
      float[] v,
      float[] t,
      float roughness,
      GlossRays.Mirrored mirrored,
      GlossRays.@Nullable Mirrored layered,
      float diffSeen,
      float[] hidden,
      float[] out) {
    float nv = Math.clamp(n[0] * v[0] + n[1] * v[1] + n[2] * v[2], 0.02f, 1f);
    light.diffuse(n[0], n[1], n[2], diff);
    float ao = Math.clamp(t[Surface.OCCLUSION], 0f, 1f);
    float specAo = ao > 0.998f ? 1 : reflectedOcclusion(nv, ao, roughness);
    SplitSum.lookUp(nv, roughness, ab);
    float lost = (1 - ab[0] - ab[1]) / (ab[0] + ab[1]);
    float metallic = Math.clamp(t[Surface.METALLIC], 0f, 1f);
    float through = strongest(t, Surface.TRANSLUCENCY);
    if (through > 0) {
      light.diffuse(-n[0], -n[1], -n[2], behind);
    }
    if (transmission > 0) {
      throughIt(n, v, roughness);
    }
    for (int c = 0; c < 3; c++) {
      float base = Math.clamp(t[Surface.BASE + c], 0f, 1f);
      float f0 = dielectric + (base - dielectric) * metallic;
      // What goes from facet to facet leaves where the rest does (Turquin 2019).
      float sentBack = Math.min(1f, (f0 * ab[0] + ab[1]) * (1 + f0 * lost));
      float body = base * (1 - metallic) * (1 - sentBack);
      float seenThrough = body * transmission * bent[c];
      body *= 1 - transmission;
      out[c] =
          (f0 * mirrored.scale()[c] + mirrored.bias()[c]) * (1 + f0 * lost) * specAo
              + body * (1 - through) * open(c, hidden) * diffSeen * ao
              + t[Surface.EMISSION + c]
              + seenThrough;
      if (through > 0) {
        // What comes through a thin sheet was not reflected, and metal lets nothing through.
        float open = (1 - metallic) * (1 - sentBack);
        out[c] += t[Surface.TRANSLUCENCY + c] * open * behind[c] * diffSeen;
      }
    }
    float sheen = strongest(t, Surface.SHEEN);
    if (sheen > 0) {
      float share = SheenAlbedo.at(nv);
      for (int c = 0; c < 3; c++) {
        float fibre = Math.clamp(t[Surface.SHEEN + c], 0f, 1f) * share;
        out[c] = out[c] * (1 - sheen * share) + fibre * open(c, hidden) * diffSeen * ao;
      }
    }
    float amount = layer(t);
    if (amount > 0) {
      SplitSum.lookUp(nv, coatRoughness, ab);
      float share = amount * (COAT_F0 * ab[0] + ab[1]);
      for (int c = 0; c < 3; c++) {
        float above = COAT_F0 * layered.scale()[c] + layered.bias()[c];
        out[c] = out[c] * (1 - share) + amount * above;
      }
    }
  }

  /** Whether any light that a surface gives back is diffuse, so that what hides it is seen. */
  static boolean matt(float[] t) {
    return t[Surface.METALLIC] < BARE_METAL || strongest(t, Surface.SHEEN) > 0;
  }

  /** Diffuse light that is not hidden. */
  private float open(int channel, float[] hidden) {
    return Math.max(0, diff[channel] - hidden[channel]);
  }

  /** Amount of the clear layer above, 0..1. */
  float layer(float[] t) {
    return t[Surface.COAT] < 0 ? coat : Math.min(1, t[Surface.COAT]) * (coat > 0 ? coat : 1);
  }

  /** Roughness of the clear layer above, 0..1. */
  float layerRoughness() {
    return coatRoughness;
  }

  /**
   * The light behind the surface in the direction that the viewer's bends to, into {@link #bent}.
   */
  private void throughIt(float[] n, float[] v, float roughness) {
    float cos = n[0] * v[0] + n[1] * v[1] + n[2] * v[2];
    float eta = 1 / bending;
    // From the thinner side there is always a way in.
    float k = (float) Math.sqrt(Math.max(0, 1 - eta * eta * (1 - cos * cos)));
    float along = eta * cos - k;
    light.specular(
        along * n[0] - eta * v[0],
        along * n[1] - eta * v[1],
        along * n[2] - eta * v[2],
        roughness,
        bent,
        scratch);
  }

  /** The strongest of three channels, at most 1. */
  private static float strongest(float[] t, int channel) {
    return Math.min(1, Math.max(t[channel], Math.max(t[channel + 1], t[channel + 2])));
  }

  /** Occlusion of what is reflected (Lagarde and de Rousiers 2014). */
  private static float reflectedOcclusion(float nv, float ao, float roughness) {
    double power = Math.exp(-16 * roughness - 1) * 2;
    return Math.clamp((float) Math.pow(nv + ao, power) - 1 + ao, 0f, 1f);
  }

  /** What a clear layer mirrors, by the middle of its lobe. */
  private GlossRays.Mirrored layerByTable(float[] n, float[] v, float nv, float seen) {
    float bx = lobe[0];
    float by = lobe[1];
    float bz = lobe[2];
    aim(n, v, coatRoughness);
    light.specular(lobe[0], lobe[1], lobe[2], coatRoughness, spec, scratch);
    lobe[0] = bx;
    lobe[1] = by;
    lobe[2] = bz;
    SplitSum.lookUp(nv, coatRoughness, ab);
    for (int c = 0; c < 3; c++) {
      top.scale()[c] = spec[c] * seen * ab[0];
      top.bias()[c] = spec[c] * seen * ab[1];
    }
    return top;
  }

  /** How much light from below is left to a surface at p that faces n, near the shaded floor. */
  float fromBelow(float[] p, float[] n) {
    float below = 0.5f - 0.5f * n[1];
    return 1 - below * below * 0.85f * openness(p);
  }

  /**
   * Roughness that also holds the spread of normals averaged away (after Toksvig 2005).
   *
   * @param normalLength length of the mean of unit normals, 0..1
   */
  static float widened(float roughness, float normalLength) {
    float r = Math.clamp(roughness, 0.03f, 1f);
    float length = Math.clamp(normalLength, 0.3f, 1f);
    float a2 = r * r * r * r + Math.min(0.4f, 2 * (1 - length) / length);
    return (float) Math.sqrt(Math.sqrt(Math.min(1, a2)));
  }

  /** Bends a unit normal that is turned away from the viewer back until it is just seen. */
  static void keepVisible(float[] n, float[] v) {
    float nv = n[0] * v[0] + n[1] * v[1] + n[2] * v[2];
    if (nv >= LEAST_SEEN) {
      return;
    }
    float l = 0;
    for (int c = 0; c < 3; c++) {
      n[c] += v[c] * (LEAST_SEEN - nv);
      l += n[c] * n[c];
    }
    l = 1 / (float) Math.sqrt(l);
    for (int c = 0; c < 3; c++) {
      n[c] *= l;
    }
  }

  /** How much of the floor's light is left at the place that the lobe hits it. */
  float floor(float[] p, float roughness) {
    float lx = lobe[0];
    float ly = lobe[1];
    float lz = lobe[2];
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
