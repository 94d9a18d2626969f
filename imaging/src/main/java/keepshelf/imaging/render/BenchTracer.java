package keepshelf.imaging.render;

import keepshelf.imaging.solid.HorizonMap;
import keepshelf.imaging.solid.Meeting;
import keepshelf.imaging.solid.Solid;

/** Follows the rays of a bench picture. Holds scratch space: one for each row. */
final class BenchTracer {
  /** What is the same for all rows of a picture. */
  record Around(
      Solid solid,
      CoveredSkin skin,
      PrefilteredLight light,
      LightRays rays,
      GroundShade ground,
      FoldShade folds,
      BenchCamera camera) {}

  private final Surface surface;
  private final BenchScene scene;
  private final Solid solid;
  private final CoveredSkin skin;
  private final PrefilteredLight light;
  private final LightRays rays;
  private final BenchCamera camera;
  private final GroundShade ground;
  private final FoldShade folds;
  private final HorizonMap horizon;
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
  private final float[] p = new float[3];
  private final float[] hidden = new float[3];
  private final float[] slopes = new float[2];
  private final float[] texel = Surface.texel();
  private final float[] texel2 = Surface.texel();

  /**
   * Follows rays.
   *
   * @param footprint side of the square that a sample stands for, in pixels
   * @param quick whether the relief may be met less exactly
   */
  BenchTracer(
      Surface surface,
      BenchScene scene,
      Around around,
      float exposure,
      float footprint,
      boolean quick) {
    this.surface = surface;
    this.scene = scene;
    this.solid = around.solid();
    this.skin = around.skin();
    this.light = around.light();
    this.rays = around.rays();
    this.camera = around.camera();
    this.ground = around.ground();
    this.folds = around.folds();
    this.horizon = skin.raised() ? surface.horizon() : null;
    this.exposure = exposure;
    this.footprint = footprint;
    this.quick = quick;
    turnCos = (float) Math.cos(Math.toRadians(scene.cover().laying().turnDegrees()));
    turnSin = (float) Math.sin(Math.toRadians(scene.cover().laying().turnDegrees()));
    shader = new Shader(light, true);
    BenchScene.Substance s = scene.cover().substance();
    shader.substance((float) s.reflectance(), (float) s.coat(), (float) s.coatRoughness());
    shader.clear((float) s.transmission(), (float) s.bending());
  }

  /**
   * Linear colour at a place in the picture, exposed; the tone curve comes last, over all samples.
   *
   * @param chance 0..1, decides whether what is half open is seen through
   */
  void trace(float x, float y, float chance, float[] out) {
    camera.direction(x, y, d);
    if (!solid.meet(camera.eye, d, 0, skin, chance, quick, at)) {
      background(y, out);
      return;
    }
    surfaceColour(out);
    for (int c = 0; c < 3; c++) {
      out[c] *= exposure;
    }
  }

  private void surfaceColour(float[] out) {
    float half = solid.half();
    for (int c = 0; c < 3; c++) {
      v[c] = -d[c];
      p[c] = at.point[c] / half;
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
    float[] lobe = shader.lobe();
    float above = lobe[0] * at.normal[0] + lobe[1] * at.normal[1] + lobe[2] * at.normal[2];
    float seen = shader.floor(p, roughness) * Math.clamp(1 + 3f * above, 0f, 1f);
    float open = shader.fromBelow(p, n);
    if (folds != null) {
      float free = folds.at(at.point);
      seen *= free;
      open *= free;
    }
    hidden[0] = 0;
    hidden[1] = 0;
    hidden[2] = 0;
    if (horizon != null) {
      int place = horizon.place(s, t);
      hide(place);
      // The lobe is as wide as it is rough: so soft is the edge of its shadow.
      seen *= inSight(place, lobe[0], lobe[1], lobe[2], 0.15f + roughness);
    }
    shader.reflect(n, v, texel, roughness, seen, open, hidden, out);
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

  /** Takes away the diffuse light of all directions that the relief stands in the way of. */
  private void hide(int place) {
    for (int i = 0; i < rays.x.length; i++) {
      float x = rays.x[i];
      float y = rays.y[i];
      float z = rays.z[i];
      float cos = n[0] * x + n[1] * y + n[2] * z;
      if (cos > 0) {
        float lost = cos * (1 - inSight(place, x, y, z, 0.12f));
        if (lost > 0) {
          hidden[0] += rays.rgb[3 * i] * lost;
          hidden[1] += rays.rgb[3 * i + 1] * lost;
          hidden[2] += rays.rgb[3 * i + 2] * lost;
        }
      }
    }
  }

  /** Whether the relief lets a direction through, 0..1 with an edge of {@code soft} in slope. */
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
    // Compared where neither end of the scale is far away: the sines would need two more roots.
    float in = (out - slope * flat) / (soft * (flat + out * out)) + 0.5f;
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
