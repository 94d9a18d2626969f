package keepshelf.imaging.render;

import java.util.Objects;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.Sequences;
import keepshelf.imaging.solid.Skin;
import keepshelf.imaging.solid.Solid;
import org.jspecify.annotations.Nullable;

/**
 * One picture of the bench. {@link #rough} gives a coarse one at once, for following the hand; each
 * {@link #pass} then adds one sample to every pixel that still needs one: a pixel is done when
 * neither its own samples nor those beside it leave its mean in doubt. The same scene gives the
 * same picture on any number of cores. Used by one thread at a time.
 */
public final class BenchPicture {
  /** Most samples of a pixel. */
  public static final int PASSES = 64;

  /** Every pixel gets so many. */
  private static final int LEAST_PASSES = 4;

  /**
   * A pixel is done when the spread of its samples (of square roots of linear light) is below this
   * times their number: they are laid out so evenly that the error falls nearly as that rises.
   */
  private static final float SURE = 0.018f;

  /** Shares of a pass, more than any computer has cores for. */
  private static final int WORKERS = 64;

  /** Of the object's half, by which looking for the surface begins before where it was met. */
  private static final float PAD = 1e-3f;

  private static final float PAD_RELIEF = 0.05f;

  private static final int FINE_GRID = 56;
  private static final int COARSE_GRID = 26;

  /**
   * Directions of the light that each sample looks into. They are the same for all samples: edges
   * of shadows are soft, so that these melt into each other, and a pixel is sooner sure.
   */
  private static final int FINE_RAYS = 24;

  /** Edges of large folds lie further apart. */
  private static final int FOLD_RAYS = 80;

  private static final int COARSE_RAYS = 8;

  private final Surface surface;
  private final BenchScene scene;
  private final int width;
  private final int height;
  private final Solid solid;
  private final CoveredSkin skin;
  private final PrefilteredLight light;
  private final BenchCamera camera;
  private final float exposure;
  private final LightRays fineRays;
  private final LightRays below;
  private final float[] sum;
  private final float[] darkest;
  private final float[] brightest;
  private final byte[] taken;
  private final FreeWay free;
  private boolean @Nullable [] open;
  private @Nullable GroundShade ground;
  private int grid;
  private int passes;

  /** A picture of {@code surface} in {@code scene}, nothing of it drawn yet. */
  public BenchPicture(Surface surface, BenchScene scene, int width, int height) {
    this.surface = surface;
    this.scene = scene;
    this.width = width;
    this.height = height;
    solid = scene.shape().of(scene.objectMetres(), scene.view());
    skin = new CoveredSkin(surface, scene.cover());
    light = scene.lighting().light().light().turned(scene.lighting().degrees());
    camera = new BenchCamera(scene, solid.half(), width, height);
    exposure = Surround.EXPOSURE * (float) Math.pow(2, scene.lighting().stops());
    sum = new float[width * height * 3];
    darkest = new float[width * height];
    brightest = new float[width * height];
    taken = new byte[width * height];
    free =
        new FreeWay(
            width, height, solid.half() * PAD + PAD_RELIEF * (skin.highest() - skin.lowest()));
    java.util.Arrays.fill(darkest, Float.MAX_VALUE);
    boolean folds = scene.shape() == BenchScene.Shape.DRAPE && !skin.raised();
    LightField field = scene.lighting().light();
    fineRays = new LightRays(field, light, folds ? FOLD_RAYS : FINE_RAYS);
    below = LightRays.fromBelow(light, COARSE_RAYS);
  }

  /**
   * Takes over what {@code before} has found of the shade around the object, when that is the same:
   * while a finish is tried or the viewer goes nearer, nothing of it changes.
   */
  public void takeOver(BenchPicture before) {
    boolean same =
        before.scene.shape() == scene.shape()
            && before.scene.objectMetres() == scene.objectMetres()
            && before.scene.lighting().light() == scene.lighting().light()
            && before.scene.lighting().degrees() == scene.lighting().degrees()
            && before.scene.view().turnDegrees() == scene.view().turnDegrees()
            && !surface.seeThrough()
            && !before.surface.seeThrough();
    if (same && before.grid > grid) {
      ground = before.ground;
      grid = before.grid;
    }
  }

  /** Metres at the object's middle that one pixel covers. */
  public double metresPerPixel() {
    return camera.metresPerPixel();
  }

  /** Rows from the top at which the middle of the object's foot is seen. */
  public double footRow() {
    return camera.footRow();
  }

  /** How many passes were added. */
  public int passes() {
    return passes;
  }

  /** Whether another pass would change nothing that an eye would see. */
  public boolean isDone() {
    return passes >= PASSES || passes >= LEAST_PASSES && open == null;
  }

  /**
   * A coarse picture: one sample for each square of {@code step} pixels, under few directions of
   * the light. Opaque ARGB, rows from the top.
   */
  public int[] rough(int step) {
    shade(COARSE_GRID);
    LightRays rays = new LightRays(scene.lighting().light(), light, COARSE_RAYS);
    int w = (width + step - 1) / step;
    int h = (height + step - 1) / step;
    int[] small = new int[w * h];
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          BenchTracer t = tracer(rays, step, -1);
          float[] rgb = new float[3];
          for (int x = 0; x < w; x++) {
            t.trace((x + 0.5f) * step, (y + 0.5f) * step, 0.5f, 0, 0, rgb);
            small[y * w + x] = argb(rgb[0], rgb[1], rgb[2]);
          }
        });
    if (step == 1) {
      return small;
    }
    int[] out = new int[width * height];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        out[y * width + x] = small[y / step * w + x / step];
      }
    }
    return out;
  }

  /**
   * Adds one sample to each pixel that still needs one.
   *
   * @param stop asked for each row; when it says yes the pass is given up
   * @return false when it was given up: the picture then is as it was
   */
  public boolean pass(BooleanSupplier stop) {
    shade(FINE_GRID);
    int n = passes;
    float ox = Sequences.radical(n, 2);
    float oy = Sequences.radical(n, 3);
    float[] added = new float[sum.length];
    float[] met = new float[taken.length];
    AtomicInteger next = new AtomicInteger();
    // Rows are fetched one by one: those with the object take longer than others.
    boolean whole =
        IntStream.range(0, WORKERS)
            .parallel()
            .allMatch(w -> {
              BenchTracer t = tracer(fineRays, 0.5f, n);
              float[] rgb = new float[3];
              for (int y = next.getAndIncrement(); y < height; y = next.getAndIncrement()) {
                if (stop.getAsBoolean()) {
                  return false;
                }
                for (int x = 0; x < width; x++) {
                  int i = y * width + x;
                  if (needs(i)) {
                    float chance = spread(y * 7919 + x, n);
                    met[i] = t.trace(x + ox, y + oy, chance, turn(x, y), free.at(i), rgb);
                    System.arraycopy(rgb, 0, added, 3 * i, 3);
                  }
                }
              }
              return true;
            });
    if (whole) {
      if (passes < LEAST_PASSES && !surface.seeThrough()) {
        free.met(met);
      }
      take(added);
      passes++;
      open = passes < LEAST_PASSES ? null : unsure();
    }
    return whole;
  }

  private boolean needs(int pixel) {
    return passes < LEAST_PASSES || open != null && open[pixel];
  }

  private void take(float[] added) {
    for (int i = 0; i < taken.length; i++) {
      if (needs(i)) {
        float light = 0;
        for (int c = 3 * i; c < 3 * i + 3; c++) {
          sum[c] += added[c];
          light = Math.max(light, added[c]);
        }
        float root = (float) Math.sqrt(Math.max(0, light));
        darkest[i] = Math.min(darkest[i], root);
        brightest[i] = Math.max(brightest[i], root);
        taken[i]++;
      }
    }
  }

  /** The pixels that go on, with those beside them; null for none. */
  private boolean @Nullable [] unsure() {
    boolean[] out = new boolean[taken.length];
    boolean any = false;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int i = y * width + x;
        if (brightest[i] - darkest[i] > SURE * taken[i]) {
          any = true;
          out[i] = true;
          out[y * width + Math.max(0, x - 1)] = true;
          out[y * width + Math.min(width - 1, x + 1)] = true;
          out[Math.max(0, y - 1) * width + x] = true;
          out[Math.min(height - 1, y + 1) * width + x] = true;
        }
      }
    }
    return any ? out : null;
  }

  /** The mean of all samples as opaque ARGB, rows from the top. */
  public int[] argb() {
    int[] out = new int[width * height];
    for (int i = 0; i < out.length; i++) {
      float k = 1f / Math.max(1, taken[i]);
      out[i] = argb(sum[3 * i] * k, sum[3 * i + 1] * k, sum[3 * i + 2] * k);
    }
    return out;
  }

  private static int argb(float r, float g, float b) {
    return 0xFF000000
        | Srgb.linearToByte(ToneCurve.apply(r)) << 16
        | Srgb.linearToByte(ToneCurve.apply(g)) << 8
        | Srgb.linearToByte(ToneCurve.apply(b));
  }

  private void shade(int side) {
    if (skin.raised()) {
      // Here, and not by the first of many rows while the others wait.
      surface.horizon();
    }
    if (grid < side) {
      // The relief is small against the shape: its shadow on the floor is the shape's, with holes.
      Skin cover =
          surface.seeThrough() ? new CoveredSkin(surface, scene.cover().flat()) : Skin.FLAT;
      ground = new GroundShade(solid, cover, light, side, side > COARSE_GRID ? 160 : 48);
      grid = side;
    }
  }

  private BenchTracer tracer(LightRays rays, float footprint, int pass) {
    return new BenchTracer(
        surface,
        scene,
        new BenchTracer.Around(
            solid, skin, light, rays, below, Objects.requireNonNull(ground), camera),
        exposure,
        footprint,
        pass);
  }

  /** Numbers 0..1 that are spread evenly over the samples of a pixel, and differ between pixels. */
  private static float spread(int pixel, int sample) {
    int h = pixel * 0x9E3779B1;
    h ^= h >>> 15;
    h *= 0x85EBCA77;
    h ^= h >>> 13;
    float v = (h >>> 8) * (1f / (1 << 24)) + sample * 0.61803399f;
    return v - (float) Math.floor(v);
  }

  /** Numbers 0..1 of which neighbouring pixels have ones far apart (Jimenez 2014). */
  private static float turn(int x, int y) {
    float v = 0.06711056f * x + 0.00583715f * y;
    v = 52.9829189f * (v - (float) Math.floor(v));
    return v - (float) Math.floor(v);
  }
}
