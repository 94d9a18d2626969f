package keepshelf.core.preview;

import java.io.IOException;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.convert.SpecGloss;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.Surface;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/** Reads the maps of an item into a surface that can be rendered. */
public final class SurfaceMaker {
  private static final int LARGEST = 1024;

  /** Relief that is assumed for a height map without a known one: this share of the tile. */
  private static final float ASSUMED_RELIEF = 0.015f;

  private final Map<MapRole, float[][]> planes = new EnumMap<>(MapRole.class);
  private final @Nullable Finish finish;
  private final Over over;
  private double aspect;
  private int width;
  private int height;

  private SurfaceMaker(@Nullable Finish finish, Over over) {
    this.finish = finish;
    this.over = over;
  }

  /** Lays what a finish lays over maps. */
  @FunctionalInterface
  interface Over {
    /** Nothing. */
    Over NOTHING = (p, role, yUp) -> p;

    /** A map in {@code role} with all that is laid over it. */
    Pixels on(Pixels p, MapRole role, boolean yUp);
  }

  /**
   * A map and its pixels.
   *
   * @param map what it is
   * @param pixels as they are stored; heights of any range brought to 0..1
   */
  record Decoded(MapFile map, Pixels pixels) {
    /** A map as its file has it. */
    static Decoded of(MapFile map, Pixels whole) {
      boolean heights = map.role() == MapRole.HEIGHT || map.role() == MapRole.BUMP;
      return new Decoded(
          map, heights && whole.depth() == Depth.F32 ? HeightMaps.levelled(whole) : whole);
    }
  }

  /**
   * The surface of {@code maps}; maps that cannot be decoded are left out.
   *
   * @throws IOException when none could be decoded
   */
  public static Surface make(List<MapFile> maps) throws IOException {
    SurfaceMaker m = new SurfaceMaker(null, Over.NOTHING);
    IOException trouble = new IOException(Words.of("surfaceMaker.there-no-map-show"));
    for (MapFile f : maps) {
      try {
        Decoded d = Decoded.of(f, f.pixels());
        m.take(d.map(), d.pixels());
      } catch (IOException e) {
        trouble = e;
      }
    }
    if (m.width == 0) {
      throw trouble;
    }
    return m.build();
  }

  /**
   * The surface of maps that are decoded already.
   *
   * @param finish what they are adjusted by, or null
   * @param over lays what the finish lays over them
   */
  static Surface made(List<Decoded> maps, @Nullable Finish finish, Over over) {
    SurfaceMaker m = new SurfaceMaker(finish, over);
    maps.forEach(d -> m.take(d.map(), d.pixels()));
    return m.build();
  }

  /**
   * The surface of maps that were made and are in no file yet, normals with +Y.
   *
   * @param maps each in the encoding that its role is stored in
   */
  public static Surface of(Map<MapRole, Pixels> maps) {
    SurfaceMaker m = new SurfaceMaker(null, Over.NOTHING);
    maps.forEach((role, p) ->
        m.take(new MapFile(role, null, null, role == MapRole.NORMAL ? Handedness.GL : null), p));
    return m.build();
  }

  private void take(MapFile f, Pixels whole) {
    Pixels p =
        over.on(
            Finishing.applied(finish, f.role(), whole), f.role(), f.handedness() != Handedness.DX);
    if (width == 0) {
      aspect = (double) p.height() / p.width();
      width = side(p.width());
      height = side(p.height());
    }
    if (f.role() == MapRole.PACKED && f.channels() != null) {
      f.channels()
          .roles()
          .forEach((c, role) -> {
            int i = Channels.index(c);
            if (i < p.channels()) {
              float[] plane = p.plane(i);
              Finishing.of(finish, role).ifPresent(change -> change.apply(plane, 1));
              Pixels laid = over.on(Pixels.f32(p.width(), p.height(), 1, plane), role, true);
              planes.putIfAbsent(role, new float[][] {scaled(p, laid.plane(0))});
            }
          });
      return;
    }
    boolean cut = f.channels() != null && f.channels().roles().get("a") == MapRole.OPACITY;
    if (cut && p.channels() == 4) {
      float[] alpha = p.plane(3);
      Finishing.of(finish, MapRole.OPACITY).ifPresent(change -> change.apply(alpha, 1));
      planes.putIfAbsent(MapRole.OPACITY, new float[][] {scaled(p, alpha)});
    }
    if (f.role().colour()) {
      planes.putIfAbsent(f.role(), colour(p));
    } else if (f.role() == MapRole.NORMAL && p.channels() >= 3) {
      planes.putIfAbsent(f.role(), new float[][] {normals(p, f.handedness() == Handedness.DX)});
    } else {
      planes.putIfAbsent(f.role(), new float[][] {scaled(p, p.plane(0))});
    }
  }

  /** A power of two, at most 1024 and not above the map's own size. */
  private static int side(int pixels) {
    return Math.min(LARGEST, Integer.highestOneBit(Math.max(8, pixels)));
  }

  private float[] scaled(Pixels p, float[] plane) {
    return Resampler.area(plane, p.width(), p.height(), width, height);
  }

  private float[][] colour(Pixels p) {
    float[][] out = new float[3][];
    boolean linear = p.depth() == Depth.F32;
    for (int c = 0; c < 3; c++) {
      if (c > 0 && p.channels() < 3) {
        out[c] = out[0];
        continue;
      }
      float[] plane = p.plane(c);
      if (!linear) {
        for (int i = 0; i < plane.length; i++) {
          plane[i] = Srgb.byteToLinear(Math.clamp(Math.round(plane[i] * 255), 0, 255));
        }
      }
      out[c] = scaled(p, plane);
    }
    return out;
  }

  private float[] normals(Pixels p, boolean flip) {
    float[][] xyz = new float[3][];
    for (int c = 0; c < 3; c++) {
      xyz[c] = scaled(p, p.plane(c));
    }
    float[] out = new float[width * height * 3];
    for (int i = 0; i < width * height; i++) {
      out[3 * i] = 2 * xyz[0][i] - 1;
      out[3 * i + 1] = (2 * xyz[1][i] - 1) * (flip ? -1 : 1);
      out[3 * i + 2] = 2 * xyz[2][i] - 1;
    }
    return out;
  }

  private Surface build() {
    Surface.Builder b = new Surface.Builder(width, height).aspect(aspect);
    float[][] base = planes.get(MapRole.BASE_COLOUR);
    float[] metallic = first(MapRole.METALLIC);
    if (base != null
        && metallic == null
        && planes.containsKey(MapRole.SPECULAR)
        && first(MapRole.ROUGHNESS) == null) {
      metallic = fromSpecular(base, planes.get(MapRole.SPECULAR));
    }
    float[] mask = first(MapRole.MASK);
    if (base != null && base.length == 3) {
      b.base(shaded(base[0]), shaded(base[1]), shaded(base[2]));
    } else if (mask != null) {
      lacquer(b, mask);
    }
    if (metallic != null) {
      b.metallic(metallic);
    }
    float[] roughness = first(MapRole.ROUGHNESS);
    float[] gloss = first(MapRole.GLOSS);
    if (roughness == null && gloss != null) {
      roughness = gloss.clone();
      for (int i = 0; i < roughness.length; i++) {
        roughness[i] = 1 - roughness[i];
      }
    }
    if (roughness != null) {
      b.roughness(roughness);
    }
    float[] raised = first(MapRole.HEIGHT) != null ? first(MapRole.HEIGHT) : first(MapRole.BUMP);
    if (raised != null) {
      b.heights(raised);
    }
    bumps(b, raised);
    float[] open = first(MapRole.AMBIENT_OCCLUSION);
    if (open != null && occlusion() == null) {
      b.occlusion(open);
    }
    float[] opacity = first(MapRole.OPACITY);
    if (opacity != null) {
      b.opacity(cut(opacity));
    }
    rare(b);
    float[][] glow = planes.get(MapRole.EMISSION);
    if (glow != null && glow.length == 3) {
      b.emission(brightened(glow[0]), brightened(glow[1]), brightened(glow[2]));
    }
    return b.build();
  }

  /** What few surfaces have. */
  private void rare(Surface.Builder b) {
    float[][] fibres = planes.get(MapRole.SHEEN);
    if (fibres != null) {
      b.sheen(fibres[0], fibres[fibres.length > 1 ? 1 : 0], fibres[fibres.length > 2 ? 2 : 0]);
    }
    float[][] through = planes.get(MapRole.TRANSLUCENCY);
    if (through != null) {
      int n = through.length;
      b.translucency(through[0], through[n > 1 ? 1 : 0], through[n > 2 ? 2 : 0]);
    }
    float[] coat = first(MapRole.COAT);
    if (coat != null) {
      b.coat(coat);
    }
    float[] anisotropy = first(MapRole.ANISOTROPY);
    if (anisotropy != null) {
      b.anisotropy(anisotropy);
    }
  }

  private @Nullable Double occlusion() {
    return finish == null ? null : finish.others().occlusion();
  }

  /** A colour with as much occlusion worked in as the finish says. */
  private float[] shaded(float[] colour) {
    float[] open = first(MapRole.AMBIENT_OCCLUSION);
    if (occlusion() == null || open == null) {
      return colour;
    }
    float amount = occlusion().floatValue();
    float[] out = new float[colour.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = colour[i] * (1 - amount * (1 - Math.clamp(open[i], 0f, 1f)));
    }
    return out;
  }

  private float[] cut(float[] opacity) {
    float[] out = opacity.clone();
    Finishing.cut(finish).ifPresent(change -> change.apply(out, 1));
    return out;
  }

  private float[] brightened(float[] light) {
    Double factor = finish == null ? null : finish.others().emission();
    if (factor == null) {
      return light;
    }
    float[] out = light.clone();
    for (int i = 0; i < out.length; i++) {
      out[i] *= factor.floatValue();
    }
    return out;
  }

  /** What is laid over surfaces, on dark lacquer: bright places are dull and a little paler. */
  private static void lacquer(Surface.Builder b, float[] mask) {
    float[] base = new float[mask.length];
    float[] rough = new float[mask.length];
    for (int i = 0; i < mask.length; i++) {
      base[i] = 0.03f + 0.12f * mask[i];
      rough[i] = 0.12f + 0.75f * mask[i];
    }
    b.base(base, base, base);
    b.roughness(rough);
  }

  private void bumps(Surface.Builder b, float @Nullable [] raised) {
    float[] normal = first(MapRole.NORMAL);
    if (normal != null && normal.length == width * height * 3) {
      b.normal(normal);
      return;
    }
    if (raised != null) {
      b.guessedNormal(NormalMaps.fromHeight(raised, width, height, ASSUMED_RELIEF * width));
    }
  }

  private static float[] fromSpecular(float[][] base, float[][] specular) {
    float[] metallic = new float[base[0].length];
    float[] d = new float[3];
    float[] s = new float[3];
    float[] out = new float[3];
    for (int i = 0; i < metallic.length; i++) {
      for (int c = 0; c < 3; c++) {
        d[c] = base[c][i];
        s[c] = specular[c % specular.length][i];
      }
      metallic[i] = SpecGloss.toMetalRough(d, s, out);
      for (int c = 0; c < 3; c++) {
        base[c][i] = out[c];
      }
    }
    return metallic;
  }

  private float @Nullable [] first(MapRole role) {
    float[][] p = planes.get(role);
    return p == null ? null : p[0];
  }
}
