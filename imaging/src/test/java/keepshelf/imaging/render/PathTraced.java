package keepshelf.imaging.render;

import java.util.SplittableRandom;
import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.solid.Meeting;
import keepshelf.imaging.solid.Solid;

/**
 * The bench's scene by plain Monte Carlo integration, which shares the shapes, the camera and the
 * maps with {@link BenchPicture} and nothing of how light is worked out: no prefiltered light, no
 * split sums, no shade found beforehand, no averaged normals. Each sample is one ray to the light
 * itself; GGX microfacets with height-correlated shadowing (Heitz 2014), their visible normals
 * drawn (Heitz 2018), multiple scattering by Turquin 2019, matt below by albedo scaling. What the
 * object sees of itself is dark, as on the bench; the floor is the light's own ground in the
 * object's shadow.
 */
final class PathTraced {
  private final Surface surface;
  private final BenchScene scene;
  private final int width;
  private final int height;
  private final Solid solid;
  private final CoveredSkin skin;
  private final LightField field;
  private final BenchCamera camera;
  private final float exposure;
  private final DrawnLight drawn;
  private final Floor floor;

  PathTraced(Surface surface, BenchScene scene, int width, int height) {
    this.surface = surface;
    this.scene = scene;
    this.width = width;
    this.height = height;
    solid = scene.shape().of(scene.objectMetres(), scene.view());
    skin = new CoveredSkin(surface, scene.cover());
    field = scene.lighting().light();
    camera = new BenchCamera(scene, solid.half(), width, height);
    exposure = Surround.EXPOSURE * (float) Math.pow(2, scene.lighting().stops());
    drawn = new DrawnLight(field);
    floor = new Floor();
  }

  /**
   * Linear light of each pixel, three values; not a number where not all samples meet the object.
   */
  float[] linear(int side) {
    float[] out = new float[width * height * 3];
    IntStream.range(0, height).parallel().forEach(y -> new Row(y).fill(side, out));
    return out;
  }

  /** Display value 0..1 of exposed linear light. */
  static double display(float linear) {
    return Srgb.linearToByte(ToneCurve.apply(linear)) / 255.0;
  }

  /** Follows the rays of one row. */
  private final class Row {
    private final int y;
    private final SplittableRandom random;
    private final Meeting at = new Meeting();
    private final Meeting other = new Meeting();
    private final float[] d = new float[3];
    private final float[] texel = Surface.texel();
    private final float[] slopes = new float[2];
    private final float[] light = new float[3];
    private final double[] n = new double[3];
    private final double[] right = new double[3];
    private final double[] up = new double[3];
    private final float[] from = new float[3];
    private final float[] to = new float[3];

    Row(int y) {
      this.y = y;
      random = new SplittableRandom(y * 977L + 5);
    }

    void fill(int side, float[] out) {
      double[] sum = new double[3];
      for (int x = 0; x < width; x++) {
        java.util.Arrays.fill(sum, 0);
        int met = 0;
        for (int k = 0; k < side * side; k++) {
          float px = x + (float) ((k % side + random.nextDouble()) / side);
          float py = y + (float) ((k / side + random.nextDouble()) / side);
          camera.direction(px, py, d);
          if (solid.meet(camera.eye, d, 0, skin, 0.5f, false, at)) {
            met++;
            shade(sum);
          }
        }
        for (int c = 0; c < 3; c++) {
          out[(y * width + x) * 3 + c] =
              met < side * side ? Float.NaN : (float) (sum[c] / met) * exposure;
        }
      }
    }

    private void shade(double[] sum) {
      surface.lookUp(skin.s(at.u, at.v), skin.t(at.u, at.v), 0, texel);
      double[] slope = {0, 0, 1};
      if (surface.hasNormals()) {
        for (int c = 0; c < 3; c++) {
          slope[c] = texel[Surface.NORMAL + c];
        }
      } else if (skin.raised()) {
        skin.slopes(at.u, at.v, skin.texel(), slopes);
        slope[0] = -slopes[0];
        slope[1] = -slopes[1];
      }
      for (int c = 0; c < 3; c++) {
        n[c] = at.tangent[c] * slope[0] + at.bitangent[c] * slope[1] + at.normal[c] * slope[2];
      }
      unit(n);
      // Any two directions beside the normal.
      double[] aside = Math.abs(n[1]) < 0.9 ? new double[] {0, 1, 0} : new double[] {1, 0, 0};
      cross(aside, n, right);
      unit(right);
      cross(n, right, up);
      double[] v = {-dot(right, d), -dot(up, d), Math.max(0.02, -dot(n, d))};
      for (int c = 0; c < 3; c++) {
        from[c] = at.point[c] + at.normal[c] * solid.half() * 3e-3f;
        sum[c] += texel[Surface.EMISSION + c];
      }
      coatAndBelow(v, sum);
    }

    private void coatAndBelow(double[] v, double[] sum) {
      Lobes lobes = new Lobes(texel, scene.cover().substance(), v);
      double[] l = new double[3];
      // One direction from each way of drawing; each counts by how well all of them would draw it.
      for (int way = 0; way < 4; way++) {
        if (way == 3) {
          drawn.draw(random, to);
          for (int c = 0; c < 3; c++) {
            l[c] = c == 0 ? dot(right, to) : c == 1 ? dot(up, to) : dot(n, to);
          }
        } else {
          lobes.draw(way, random, l);
          for (int c = 0; c < 3; c++) {
            to[c] = (float) (right[c] * l[0] + up[c] * l[1] + n[c] * l[2]);
          }
        }
        if (l[2] <= 1e-6 || !arrives()) {
          continue;
        }
        double density = drawn.density(to) + lobes.density(l);
        for (int c = 0; c < 3; c++) {
          sum[c] += lobes.value(l, c) * l[2] * light[c] / density;
        }
      }
    }

    /** Whether light comes from {@link #to}, into {@link #light}. */
    private boolean arrives() {
      boolean own = to[0] * at.normal[0] + to[1] * at.normal[1] + to[2] * at.normal[2] <= 0;
      boolean selfish = scene.shape() == BenchScene.Shape.DRAPE || skin.raised();
      if (own && !skin.raised() || selfish && solid.blocked(from, to, 0, skin, 0.5f, other)) {
        return false;
      }
      field.seen(to[0], to[1], to[2], light);
      return to[1] >= -1e-4f || floor();
    }

    /** What the floor sends back instead of the light's ground: less where the object stands. */
    private boolean floor() {
      float reach = (-solid.half() - from[1]) / to[1];
      float share = floor.at((from[0] + to[0] * reach), (from[2] + to[2] * reach));
      for (int c = 0; c < 3; c++) {
        light[c] *= share;
      }
      return share > 0;
    }
  }

  /** Share of the light that gets to the floor, by rays drawn by brightness, on a grid. */
  private final class Floor {
    private static final int SIDE = 56;
    private static final int RAYS = 160;
    private static final double REACH = 4;
    private final float[] share = new float[SIDE * SIDE];

    Floor() {
      IntStream.range(0, SIDE)
          .parallel()
          .forEach(j -> {
            SplittableRandom random = new SplittableRandom(j + 31);
            Meeting m = new Meeting();
            float[] to = new float[3];
            float[] rgb = new float[3];
            for (int i = 0; i < SIDE; i++) {
              float[] p = {at(i), -solid.half() * 0.998f, at(j)};
              double all = 0;
              double free = 0;
              for (int k = 0; k < RAYS; k++) {
                drawn.draw(random, to);
                if (to[1] > 1e-4) {
                  field.seen(to[0], to[1], to[2], rgb);
                  double w =
                      (0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2])
                          * to[1]
                          / drawn.density(to);
                  all += w;
                  free += solid.blocked(p, to, 0, skin, 0.5f, m) ? 0 : w;
                }
              }
              share[j * SIDE + i] = (float) (free / all);
            }
          });
    }

    private float at(int i) {
      return (float) (((i + 0.5) / SIDE * 2 - 1) * REACH * solid.half());
    }

    float at(double x, double z) {
      double i = (x / (REACH * solid.half()) + 1) / 2 * SIDE - 0.5;
      double j = (z / (REACH * solid.half()) + 1) / 2 * SIDE - 0.5;
      if (i < 0 || j < 0 || i >= SIDE - 1 || j >= SIDE - 1) {
        return 1;
      }
      int o = (int) j * SIDE + (int) i;
      double fi = i % 1;
      double fj = j % 1;
      return (float)
          ((share[o] * (1 - fi) + share[o + 1] * fi) * (1 - fj)
              + (share[o + SIDE] * (1 - fi) + share[o + SIDE + 1] * fi) * fj);
    }
  }

  private static double dot(double[] a, float[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static void cross(double[] a, double[] b, double[] out) {
    out[0] = a[1] * b[2] - a[2] * b[1];
    out[1] = a[2] * b[0] - a[0] * b[2];
    out[2] = a[0] * b[1] - a[1] * b[0];
  }

  private static void unit(double[] a) {
    double l = Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
    for (int c = 0; c < 3; c++) {
      a[c] /= l;
    }
  }
}
