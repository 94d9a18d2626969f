package keepshelf.imaging.render;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.PrefilteredLight;

/**
 * Renders a model with its surfaces: standing on a neutral floor, seen from the front right and a
 * little above, filling the picture, under one of the preview's lights.
 */
public final class ModelPreview {
  private static final double TURN = Math.toRadians(-32);
  private static final double DOWN = Math.toRadians(16);

  /** Share of the picture that the model fills. */
  private static final float FILL = 0.80f;

  private final Mesh mesh;
  private final List<Surface> surfaces;
  private final int size;
  private final int k;
  private final PrefilteredLight light;
  private final float[] depth;
  private final int[] triangle;
  private final float[] corner;
  private final float[] right;
  private final float[] up;
  private final float[] towards;

  private ModelPreview(
      Mesh mesh, List<Surface> surfaces, int side, int samples, PrefilteredLight light) {
    this.mesh = mesh;
    this.surfaces = surfaces;
    this.k = samples;
    this.size = side * samples;
    this.light = light;
    depth = new float[size * size];
    Arrays.fill(depth, Float.POSITIVE_INFINITY);
    triangle = new int[size * size];
    Arrays.fill(triangle, -1);
    float c = (float) Math.cos(TURN);
    float s = (float) Math.sin(TURN);
    float cd = (float) Math.cos(DOWN);
    float sd = (float) Math.sin(DOWN);
    right = new float[] {c, 0, s};
    towards = new float[] {-s * cd, sd, c * cd};
    up = new float[] {s * sd, cd, -c * sd};
    corner = project();
  }

  /**
   * The picture as opaque ARGB, {@code side} x {@code side}, rows from the top.
   *
   * @param surfaces of the slots, in their order; null for a neutral grey one
   * @param samples subpixels per axis, 1 to 4
   */
  public static int[] render(
      Mesh mesh, List<Surface> surfaces, int side, int samples, Light light, double turnDegrees) {
    PrefilteredLight l = PrefilteredLight.of(light).turned(turnDegrees);
    ModelPreview p = new ModelPreview(mesh, surfaces, side, samples, l);
    p.rasterise();
    return p.resolve(side);
  }

  /** Corners on the picture: x right, y down, distance away from the viewer. */
  private float[] project() {
    float[] out = new float[mesh.positions().length];
    float[] least = {Float.MAX_VALUE, Float.MAX_VALUE};
    float[] most = {-Float.MAX_VALUE, -Float.MAX_VALUE};
    for (int i = 0; i < out.length; i += 3) {
      float[] p = mesh.positions();
      out[i] = dot(right, p, i);
      out[i + 1] = -dot(up, p, i);
      out[i + 2] = -dot(towards, p, i);
      for (int a = 0; a < 2; a++) {
        least[a] = Math.min(least[a], out[i + a]);
        most[a] = Math.max(most[a], out[i + a]);
      }
    }
    float extent = Math.max(Math.max(most[0] - least[0], most[1] - least[1]), 1e-9f);
    float scale = size * FILL / extent;
    for (int i = 0; i < out.length; i += 3) {
      out[i] = (out[i] - (least[0] + most[0]) / 2) * scale + size / 2f;
      out[i + 1] = (out[i + 1] - (least[1] + most[1]) / 2) * scale + size / 2f;
    }
    return out;
  }

  private static float dot(float[] d, float[] p, int i) {
    return d[0] * p[i] + d[1] * p[i + 1] + d[2] * p[i + 2];
  }

  private void rasterise() {
    for (int t = 0; t < mesh.triangles(); t++) {
      int a = t * 9;
      int b = a + 3;
      int c = a + 6;
      float ax = corner[a];
      float ay = corner[a + 1];
      float area =
          (corner[b] - ax) * (corner[c + 1] - ay) - (corner[b + 1] - ay) * (corner[c] - ax);
      if (Math.abs(area) < 1e-9f) {
        continue;
      }
      int x0 = (int) Math.max(0, Math.floor(min(ax, corner[b], corner[c])));
      int x1 = (int) Math.min(size - 1, Math.ceil(max(ax, corner[b], corner[c])));
      int y0 = (int) Math.max(0, Math.floor(min(ay, corner[b + 1], corner[c + 1])));
      int y1 = (int) Math.min(size - 1, Math.ceil(max(ay, corner[b + 1], corner[c + 1])));
      for (int y = y0; y <= y1; y++) {
        for (int x = x0; x <= x1; x++) {
          float px = x + 0.5f;
          float py = y + 0.5f;
          float wb = ((px - ax) * (corner[c + 1] - ay) - (py - ay) * (corner[c] - ax)) / area;
          float wc = ((corner[b] - ax) * (py - ay) - (corner[b + 1] - ay) * (px - ax)) / area;
          float wa = 1 - wb - wc;
          if (wa < 0 || wb < 0 || wc < 0) {
            continue;
          }
          float d = wa * corner[a + 2] + wb * corner[b + 2] + wc * corner[c + 2];
          if (d < depth[y * size + x] && !hole(t, wa, wb, wc, x, y)) {
            depth[y * size + x] = d;
            triangle[y * size + x] = t;
          }
        }
      }
    }
  }

  /**
   * Whether a triangle is not there at a subpixel. What is half there is there on half of the
   * subpixels, in an ordered pattern (B. E. Bayer, 1973).
   */
  private boolean hole(int t, float wa, float wb, float wc, int x, int y) {
    int slot = mesh.slots()[t];
    Surface s = slot < surfaces.size() ? surfaces.get(slot) : null;
    if (s == null || !s.seeThrough()) {
      return false;
    }
    int u = t * 6;
    float[] uv = mesh.uvs();
    float opacity =
        s.opacity(
            wa * uv[u] + wb * uv[u + 2] + wc * uv[u + 4],
            wa * uv[u + 1] + wb * uv[u + 3] + wc * uv[u + 5]);
    int i = x & 1;
    int j = y & 1;
    int k = x >> 1 & 1;
    int l = y >> 1 & 1;
    int bayer = 4 * (2 * (i ^ j) + j) + 2 * (k ^ l) + l;
    return opacity < (bayer + 0.5f) / 16;
  }

  private static float min(float a, float b, float c) {
    return Math.min(a, Math.min(b, c));
  }

  private static float max(float a, float b, float c) {
    return Math.max(a, Math.max(b, c));
  }

  private int[] resolve(int side) {
    float[] shadow = shadow();
    int[] out = new int[side * side];
    IntStream.range(0, side)
        .parallel()
        .forEach(y -> {
          Shading s = new Shading();
          float[] sum = new float[3];
          for (int x = 0; x < side; x++) {
            Arrays.fill(sum, 0);
            for (int j = 0; j < k; j++) {
              for (int i = 0; i < k; i++) {
                s.pixel(x * k + i, y * k + j, shadow);
                for (int c = 0; c < 3; c++) {
                  sum[c] += s.out[c];
                }
              }
            }
            int argb = 0xFF;
            for (int c = 0; c < 3; c++) {
              argb = argb << 8 | Srgb.linearToByte(sum[c] / (k * k));
            }
            out[y * side + x] = argb;
          }
        });
    return out;
  }

  /** How much of the surround is left beside the model's foot: a soft ellipse on the floor. */
  private float[] shadow() {
    float[] box = {Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE, Float.MAX_VALUE};
    for (int i = 0; i < corner.length; i += 3) {
      box[0] = Math.min(box[0], corner[i]);
      box[1] = Math.max(box[1], corner[i]);
      box[2] = Math.max(box[2], corner[i + 1]);
      box[3] = Math.min(box[3], corner[i + 1]);
    }
    float wide = Math.max(1, (box[1] - box[0]) / 2);
    return new float[] {
      (box[0] + box[1]) / 2, box[2] - wide * (float) Math.sin(DOWN) * 0.8f, wide * 1.15f
    };
  }

  /** Shades subpixels; has scratch space of its own. */
  private final class Shading {
    private final Shader shader = new Shader(light, false);
    private final float[] texel = Surface.texel();
    private final float[] n = new float[3];
    private final float[] p = new float[3];
    private final float[] out = new float[3];
    private final float[] neutral = neutral();

    private static float[] neutral() {
      float[] t = Surface.texel();
      new Surface.Builder(2, 2).build().lookUp(0, 0, 0, t);
      return t;
    }

    void pixel(int x, int y, float[] shadow) {
      int t = triangle[y * size + x];
      if (t < 0) {
        float dx = (x - shadow[0]) / shadow[2];
        float dy = (y - shadow[1]) / (shadow[2] * (float) Math.sin(DOWN) * 1.6f);
        float shade = 1 - 0.62f * (float) Math.exp(-1.9f * (dx * dx + dy * dy));
        float fade = 1 + 0.05f * ((float) y / size - 0.5f);
        Arrays.fill(out, Surround.GREY * fade * shade);
        return;
      }
      int a = t * 9;
      float ax = corner[a];
      float ay = corner[a + 1];
      float bx = corner[a + 3] - ax;
      float by = corner[a + 4] - ay;
      float cx = corner[a + 6] - ax;
      float cy = corner[a + 7] - ay;
      float area = bx * cy - by * cx;
      float px = x + 0.5f - ax;
      float py = y + 0.5f - ay;
      float wb = (px * cy - py * cx) / area;
      float wc = (bx * py - by * px) / area;
      float wa = 1 - wb - wc;
      for (int c = 0; c < 3; c++) {
        n[c] =
            wa * mesh.normals()[a + c]
                + wb * mesh.normals()[a + 3 + c]
                + wc * mesh.normals()[a + 6 + c];
      }
      int u = t * 6;
      float[] uv = mesh.uvs();
      float s = wa * uv[u] + wb * uv[u + 2] + wc * uv[u + 4];
      float v = wa * uv[u + 1] + wb * uv[u + 3] + wc * uv[u + 5];
      int slot = mesh.slots()[t];
      Surface surface = slot < surfaces.size() ? surfaces.get(slot) : null;
      if (surface == null) {
        System.arraycopy(neutral, 0, texel, 0, texel.length);
      } else {
        surface.lookUp(s, v, level(surface, u, area), texel);
        bend(a, u);
      }
      towardsViewer();
      shader.shade(p, n, towards, texel, Math.clamp(texel[Surface.ROUGHNESS], 0.05f, 1f), out);
      for (int c = 0; c < 3; c++) {
        out[c] = ToneCurve.apply(out[c] * Surround.EXPOSURE);
      }
    }

    /** The pyramid level whose texels are about as large as subpixels. */
    private int level(Surface surface, int u, float area) {
      float[] uv = mesh.uvs();
      float du = (uv[u + 2] - uv[u]) * (uv[u + 5] - uv[u + 1]);
      float dv = (uv[u + 3] - uv[u + 1]) * (uv[u + 4] - uv[u]);
      double texels = Math.abs(du - dv) * surface.width() * (double) surface.height();
      double perPixel = Math.sqrt(texels / Math.max(1e-6, Math.abs(area)));
      int l = perPixel <= 1 ? 0 : (int) Math.round(Math.log(perPixel) / Math.log(2));
      return Math.clamp(l, 0, surface.levelCount() - 1);
    }

    /** Bends the normal by the surface's own, along the triangle's texture axes. */
    private void bend(int a, int u) {
      float mx = texel[Surface.NORMAL];
      float my = texel[Surface.NORMAL + 1];
      if (Math.abs(mx) + Math.abs(my) < 1e-3f) {
        return;
      }
      float[] q = mesh.positions();
      float[] uv = mesh.uvs();
      float du1 = uv[u + 2] - uv[u];
      float dv1 = uv[u + 3] - uv[u + 1];
      float du2 = uv[u + 4] - uv[u];
      float dv2 = uv[u + 5] - uv[u + 1];
      float det = du1 * dv2 - du2 * dv1;
      if (Math.abs(det) < 1e-12f) {
        return;
      }
      float[] tangent = new float[3];
      float[] bitangent = new float[3];
      for (int c = 0; c < 3; c++) {
        float e1 = q[a + 3 + c] - q[a + c];
        float e2 = q[a + 6 + c] - q[a + c];
        tangent[c] = (e1 * dv2 - e2 * dv1) / det;
        bitangent[c] = (e2 * du1 - e1 * du2) / det;
      }
      normalise(tangent);
      normalise(bitangent);
      normalise(n);
      float mz = Math.max(0.05f, texel[Surface.NORMAL + 2]);
      for (int c = 0; c < 3; c++) {
        n[c] = tangent[c] * mx + bitangent[c] * my + n[c] * mz;
      }
    }

    /** Models are often modelled with faces turned away; both sides are shaded alike. */
    private void towardsViewer() {
      normalise(n);
      float d = n[0] * towards[0] + n[1] * towards[1] + n[2] * towards[2];
      if (d < 0) {
        for (int c = 0; c < 3; c++) {
          n[c] = -n[c];
        }
      }
    }

    private static void normalise(float[] v) {
      float l = (float) Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
      if (l > 0) {
        v[0] /= l;
        v[1] /= l;
        v[2] /= l;
      }
    }
  }
}
