package keepshelf.imaging.render;

import java.util.Arrays;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.solid.HorizonMap;
import keepshelf.imaging.solid.Meeting;
import keepshelf.imaging.solid.Solid;
import org.jspecify.annotations.Nullable;

/** Follows the rays of a bench picture. Holds scratch space: one for each row. */
final class BenchTracer {
  /** What is the same for all rows of a picture. */
  record Around(
      Solid solid,
      CoveredSkin skin,
      PrefilteredLight light,
      LightRays rays,
      LightRays below,
      GroundShade ground,
      BenchCamera camera) {}

  private final Surface surface;
  private final BenchScene scene;
  private final Solid solid;
  private final CoveredSkin skin;
  private final PrefilteredLight light;
  private final LightRays rays;
  private final LightRays below;

  /** The rays as a raised surface sees them; null for others. */
  private final @Nullable SurfaceRays fromHere;

  /** Null where one look along the middle of the lobe has to do. */
  private final @Nullable GlossRays gloss;

  private final @Nullable GlossRays layer;

  private final GlossRays.Sight sight;
  private final BenchCamera camera;
  private final GroundShade ground;
  private final @Nullable HorizonMap horizon;
  private final float exposure;
  private final float footprint;
  private final boolean quick;
  private final float turnCos;
  private final float turnSin;
  private final Shader shader;
  private final Meeting at = new Meeting();
  private final float[] d = new float[3];
  private final float[] n = new float[3];
  private final float[] v = new float[3];
  private final float[] grain = new float[3];
  private final float[] hidden = new float[3];
  private final float[] folds = new float[HorizonMap.DIRECTIONS];
  private final float[] foldFrame = new float[4];
  private boolean folded;
  private float rotation;
  private int place;
  private float soft;
  private final float[] slopes = new float[2];
  private final float[] lost = new float[3];
  private final float[] met = new float[3];
  private final float[] scratch = new float[3];
  private final float[] texel = Surface.texel();
  private final float[] texel2 = Surface.texel();

  /**
   * Follows rays.
   *
   * @param footprint side of the square that a sample stands for, in pixels
   * @param pass whose directions are looked into, or -1 for a coarse picture
   */
  BenchTracer(
      Surface surface, BenchScene scene, Around around, float exposure, float footprint, int pass) {
    this.surface = surface;
    this.scene = scene;
    this.solid = around.solid();
    this.skin = around.skin();
    this.light = around.light();
    this.rays = around.rays();
    this.below = around.below();
    sight = this::sight;
    gloss = pass < 0 ? null : new GlossRays(light, pass);
    layer = pass < 0 ? null : new GlossRays(light, pass);
    this.camera = around.camera();
    this.ground = around.ground();
    this.horizon = skin.raised() ? surface.horizon() : null;
    this.exposure = exposure;
    this.footprint = footprint;
    this.quick = pass < 0;
    turnCos = (float) Math.cos(Math.toRadians(scene.cover().laying().turnDegrees()));
    turnSin = (float) Math.sin(Math.toRadians(scene.cover().laying().turnDegrees()));
    fromHere = horizon == null ? null : new SurfaceRays(rays, turnCos, turnSin);
    shader = new Shader(light, true);
    BenchScene.Substance s = scene.cover().substance();
    shader.substance((float) s.reflectance(), (float) s.coat(), (float) s.coatRoughness());
    shader.clear((float) s.transmission(), (float) s.bending());
  }

  /**
   * Linear colour at a place in the picture, exposed; the tone curve comes last, over all samples.
   *
   * @param chance 0..1, decides whether what is half open is seen through
   * @param turn 0..1, by which the places that a rough surface looks into are turned
   * @param free metres from the eye in which nothing was met around there
   * @return metres from the eye to what would be met a pixel beside, were it as flat as here; 0
   *     where nothing was met
   */
  float trace(float x, float y, float chance, float turn, float free, float[] out) {
    rotation = turn;
    camera.direction(x, y, d);
    if (!solid.meet(camera.eye, d, 0, free, skin, chance, quick, at)) {
      background(y, out);
      return 0;
    }
    surfaceColour(out);
    for (int c = 0; c < 3; c++) {
      out[c] *= exposure;
    }
    return at.t - camera.pixelAngle() * at.t * leaning();
  }

  /** How much nearer the shape comes across, over how far. */
  private float leaning() {
    float facing = 0;
    for (int c = 0; c < 3; c++) {
      facing -= at.normal[c] * d[c];
    }
    facing = Math.max(0.03f, Math.abs(facing));
    return (float) Math.sqrt(1 - Math.min(1, facing * facing)) / facing;
  }

  @SuppressWarnings("NullAway") // What a relief or a coat needs is there with it.
  private void surfaceColour(float[] out) {
    for (int c = 0; c < 3; c++) {
      v[c] = -d[c];
    }
    float facing = Math.max(0.08f, at.normal[0] * v[0] + at.normal[1] * v[1] + at.normal[2] * v[2]);
    float metres = camera.pixelAngle() * at.t * footprint / (float) Math.sqrt(facing);
    float level = Surface.level(metres / skin.texel());
    float s = skin.s(at.u, at.v);
    float t = skin.t(at.u, at.v);
    surface.lookUp(s, t, level, texel, texel2);
    float length = normal(metres);
    Shader.keepVisible(n, v);
    float roughness = Shader.widened(texel[Surface.ROUGHNESS], length);
    grain();
    shader.aim(n, v, roughness, grain, texel[Surface.ANISOTROPY]);
    folded = solid.folds(at, folds, foldFrame);
    place = horizon == null ? -1 : horizon.place(s, t);
    if (Shader.matt(texel)) {
      hide();
    } else {
      Arrays.fill(hidden, 0);
    }
    // The lobe is as wide as it is rough: so soft is the edge of its shadow.
    soft = 0.15f + roughness;
    if (gloss == null || texel[Surface.ANISOTROPY] > 0) {
      float[] lobe = shader.lobe();
      float seen = sight(lobe[0], lobe[1], lobe[2]);
      shader.reflect(n, v, texel, roughness, seen, 1, hidden, out);
      return;
    }
    soft = 0.15f + 0.5f * roughness;
    GlossRays.Mirrored mirrored = gloss.gather(n, v, roughness, rotation, sight);
    GlossRays.Mirrored layered =
        shader.layer(texel) > 0
            ? layer.gather(n, v, shader.layerRoughness(), rotation, sight)
            : null;
    shader.reflect(n, v, texel, roughness, mirrored, layered, 1, hidden, out);
  }

  /** How much of what is reflected in a direction comes from the light. */
  private float sight(float x, float y, float z) {
    float above = x * at.normal[0] + y * at.normal[1] + z * at.normal[2];
    // What is bent into the object by a normal map only.
    float seen = Math.clamp(1 + 3f * above, 0f, 1f);
    if (folded) {
      seen *= pastFolds(x, y, z, soft);
    }
    if (place >= 0) {
      seen *= inSight(place, x, y, z, soft);
    }
    return seen > 0 && y < -1e-3f ? seen * floor(x, y, z) : seen;
  }

  /** Share of its light that the floor has where a direction meets it. */
  private float floor(float x, float y, float z) {
    float reach = (-solid.half() - at.point[1]) / y;
    return reach < 0 ? 1 : ground.at(at.point[0] + x * reach, at.point[2] + z * reach);
  }

  /** The grain, upwards in the maps as they lie on the object, into {@link #grain}. */
  private void grain() {
    for (int c = 0; c < 3; c++) {
      grain[c] = turnCos * at.bitangent[c] - turnSin * at.tangent[c];
    }
  }

  /** The shading normal into {@link #n}; returns the length of the mean of normals, 0..1. */
  private float normal(float metres) {
    float mx;
    float my;
    float mz;
    float length;
    if (surface.hasNormals()) {
      float tx = texel[Surface.NORMAL];
      float ty = texel[Surface.NORMAL + 1];
      // The slopes turn with the maps.
      mx = turnCos * tx - turnSin * ty;
      my = turnSin * tx + turnCos * ty;
      mz = Math.max(0.05f, texel[Surface.NORMAL + 2]);
      length = (float) Math.sqrt(mx * mx + my * my + mz * mz);
    } else if (skin.raised()) {
      skin.slopes(at.u, at.v, Math.max(skin.texel(), metres / 2), slopes);
      mx = -slopes[0];
      my = -slopes[1];
      mz = 1;
      length = 1;
    } else {
      // Shown flat: what stands in for the relief would be of a height that nobody said.
      System.arraycopy(at.normal, 0, n, 0, 3);
      return 1;
    }
    float l = 0;
    for (int c = 0; c < 3; c++) {
      n[c] = at.tangent[c] * mx + at.bitangent[c] * my + at.normal[c] * mz;
      l += n[c] * n[c];
    }
    l = 1 / (float) Math.sqrt(l);
    for (int c = 0; c < 3; c++) {
      n[c] *= l;
    }
    return Math.min(1, length);
  }

  /** Takes away the diffuse light that the relief stands in the way of, and the floor's shade. */
  @SuppressWarnings("NullAway") // What a relief or a coat needs is there with it.
  private void hide() {
    Arrays.fill(hidden, 0);
    for (int i = 0; i < below.x.length; i++) {
      float cos = n[0] * below.x[i] + n[1] * below.y[i] + n[2] * below.z[i];
      if (cos > 0) {
        float dark = cos * (1 - floor(below.x[i], below.y[i], below.z[i]));
        for (int c = 0; c < 3; c++) {
          hidden[c] += below.rgb[3 * i + c] * dark;
        }
      }
    }
    lune();
    if (place < 0 && !folded) {
      return;
    }
    Arrays.fill(met, 0);
    Arrays.fill(lost, 0);
    if (place >= 0) {
      fromHere.from(at);
    }
    for (int i = 0; i < rays.x.length; i++) {
      float x = rays.x[i];
      float y = rays.y[i];
      float z = rays.z[i];
      float cos = n[0] * x + n[1] * y + n[2] * z;
      if (cos > 0) {
        float seen = place < 0 ? 1 : pastRelief(i);
        seen *= folded ? pastFolds(x, y, z, 0.12f) : 1;
        float dark = cos * (y < -1e-3f ? floor(x, y, z) : 1) * (1 - seen);
        for (int c = 0; c < 3; c++) {
          met[c] += rays.rgb[3 * i + c] * cos;
          lost[c] += rays.rgb[3 * i + c] * dark;
        }
      }
    }
    // As a share, so that few directions never take away more than there is.
    light.diffuse(n[0], n[1], n[2], scratch);
    for (int c = 0; c < 3; c++) {
      hidden[c] += met[c] > 0 ? scratch[c] * lost[c] / met[c] : 0;
    }
  }

  /** Whether the relief lets the light of a ray through, as {@link #inSight}. */
  @SuppressWarnings("NullAway") // What a relief or a coat needs is there with it.
  private float pastRelief(int ray) {
    float slope = horizon.slope(place, fromHere.turn[ray]) * skin.steepness();
    float flat = fromHere.flat[ray];
    return past(fromHere.out[ray], slope * flat, flat, 0.12f);
  }

  /** What a normal that leans sees behind the object's own horizon. */
  private void lune() {
    float cos = n[0] * at.normal[0] + n[1] * at.normal[1] + n[2] * at.normal[2];
    if (cos > 0.995f || place >= 0) {
      return;
    }
    // The middle of that: level on the object, towards where the normal leans away from.
    light.specular(
        n[0] - at.normal[0] * cos,
        n[1] - at.normal[1] * cos,
        n[2] - at.normal[2] * cos,
        0.6f,
        lost,
        scratch);
    for (int c = 0; c < 3; c++) {
      hidden[c] += lost[c] * (1 - cos) / 2;
    }
  }

  /** Whether the shape itself lets a direction through, as {@link #inSight}. */
  private float pastFolds(float x, float y, float z, float edge) {
    float right = foldFrame[0] * x + foldFrame[1] * z;
    float out = foldFrame[2] * x + foldFrame[3] * z;
    float flat = (float) Math.sqrt(right * right + y * y);
    return past(out, HorizonMap.slope(folds, 0, right, y) * flat, flat, edge);
  }

  /** Whether the relief lets a direction through, 0..1 with an edge of {@code soft} in slope. */
  @SuppressWarnings("NullAway") // What a relief or a coat needs is there with it.
  private float inSight(int place, float x, float y, float z, float soft) {
    float[] a = at.tangent;
    float[] b = at.bitangent;
    float[] c = at.normal;
    float right = a[0] * x + a[1] * y + a[2] * z;
    float up = b[0] * x + b[1] * y + b[2] * z;
    float out = c[0] * x + c[1] * y + c[2] * z;
    float flat = (float) Math.sqrt(right * right + up * up);
    float slope =
        horizon.slope(place, turnCos * right + turnSin * up, turnCos * up - turnSin * right)
            * skin.steepness();
    return past(out, slope * flat, flat, soft);
  }

  private static float past(float out, float edge, float flat, float soft) {
    // Compared where neither end of the scale is far away: the sines would need two more roots.
    float in = (out - edge) / (soft * (flat + out * out)) + 0.5f;
    return in < 0 ? 0 : in > 1 ? 1 : in;
  }

  private void background(float y, float[] out) {
    float shade = 1;
    if (d[1] < -1e-4f) {
      float t = (-solid.half() - camera.eye[1]) / d[1];
      float gx = camera.eye[0] + d[0] * t;
      float gz = camera.eye[2] + d[2] * t;
      shade = ground.at(gx, gz);
      if (scene.patches() && patch(gx / solid.half(), gz / solid.half(), shade, out)) {
        return;
      }
    }
    if (scene.lighting().backdrop()) {
      // The light itself, its ground with the object's shadow on it.
      light.toOwn(d);
      scene.lighting().light().seen(d[0], d[1], d[2], out);
      for (int c = 0; c < 3; c++) {
        out[c] *= exposure * shade;
      }
      return;
    }
    float grey = Surround.at(1 - y / camera.rows() * 2) * shade;
    out[0] = grey;
    out[1] = grey;
    out[2] = grey;
  }

  /** A white and an 18 % grey patch that lie in front at the right, lit as everything else. */
  private boolean patch(float x, float z, float shade, float[] out) {
    float albedo;
    float front = scene.shape() == BenchScene.Shape.BLOCK ? 1.05f : 0.72f;
    if (z < front || z > front + 0.34f || x < 0.62f || x > 1.08f) {
      return false;
    } else if (x < 0.84f) {
      albedo = 0.9f;
    } else if (x > 0.86f) {
      albedo = 0.18f;
    } else {
      return false;
    }
    light.diffuse(0, 1, 0, out);
    for (int c = 0; c < 3; c++) {
      out[c] *= albedo * shade * exposure;
    }
    return true;
  }
}
