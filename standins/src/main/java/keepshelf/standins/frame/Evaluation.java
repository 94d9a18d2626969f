package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.Surface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;

/** Evaluates a read surface texel by texel. */
public final class Evaluation {
  private static final int LARGEST = 512;

  /** Pixels a side of several tiles that are laid. */
  private static final int LARGEST_LAID = 2048;

  private static final float DIELECTRIC = 0.04f;

  private final ReadSurface surface;
  private final Pictures pictures;
  private int width;
  private int height;
  private final int tiles;
  private Hexagons hexagons;

  private Evaluation(ReadSurface surface, Pictures pictures, int tiles) {
    this.surface = surface;
    this.pictures = pictures;
    this.tiles = tiles;
  }

  /** The file to open for a name that may stand for many tiles. */
  public static Path firstTile(Path file) {
    return Path.of(file.toString().replace("<UDIM>", "1001"));
  }

  /**
   * The surface as the renderer takes it.
   *
   * @param tiles how many tiles a side it shows: more than one where they are not alike
   */
  static Surface of(ReadSurface surface, Pictures pictures, int tiles) throws IOException {
    return new Evaluation(surface, pictures, tiles).run();
  }

  private Surface run() throws IOException {
    for (Input i : surface.inputs()) {
      if (i.file() != null && width == 0) {
        Pixels p = pictures.of(i.file());
        int most = Math.min(LARGEST, LARGEST_LAID / tiles);
        width = Math.min(most, Integer.highestOneBit(p.width()));
        height = Math.min(most, Integer.highestOneBit(p.height()));
      }
    }
    if (width == 0) {
      width = 8;
      height = 8;
    }
    if (tiles > 1) {
      double amount = surface.hexagons() == null ? 0 : surface.hexagons();
      hexagons = new Hexagons(amount, tiles, width, height);
    }
    Surface.Builder b = new Surface.Builder(width * tiles, height * tiles);
    base(b);
    Input emission = surface.meaning(Meaning.EMISSION);
    if (emission != null && emission.file() != null) {
      float[][] p = planes(emission, 3, true);
      p = laid(p);
      b.emission(p[0], p[1], p[2]);
    }
    grey(Meaning.ROUGHNESS, 0, false, b::roughness);
    grey(Meaning.GLOSS, 0, true, b::roughness);
    grey(Meaning.ROUGHNESS_METALLIC, 1, false, b::roughness);
    grey(Meaning.ROUGHNESS_METALLIC, 2, false, b::metallic);
    grey(Meaning.METALLIC, 0, false, b::metallic);
    grey(Meaning.OPACITY, 0, false, b::opacity);
    normal(b, Meaning.NORMAL_UP, 1);
    normal(b, Meaning.NORMAL_DOWN, -1);
    bump(b);
    return b.build();
  }

  /** Colour; with a specular colour beside it, the strong reflections are taken for metal. */
  private void base(Surface.Builder b) throws IOException {
    Input colour = surface.meaning(Meaning.COLOUR);
    if (colour == null || colour.file() == null) {
      return;
    }
    float[][] p = planes(colour, 3, true);
    if (surface.isSeenThroughColour() && pictures.of(colour.file()).channels() == 4) {
      Pixels whole = pictures.of(colour.file());
      float[] alpha = Averages.plane(whole, 3, false, width, height);
      b.opacity(laid(alpha)[0]);
    }
    Input specular = surface.meaning(Meaning.SPECULAR);
    if (specular != null && specular.file() != null) {
      float[][] s = planes(specular, 3, true);
      float[] metal = new float[width * height];
      for (int i = 0; i < metal.length; i++) {
        float strongest = Math.max(s[0][i], Math.max(s[1][i], s[2][i]));
        metal[i] = Math.clamp((strongest - 2 * DIELECTRIC) / 0.3f, 0f, 1f);
        for (int c = 0; c < 3; c++) {
          p[c][i] += (s[c][i] - p[c][i]) * metal[i];
        }
      }
      b.metallic(laid(metal)[0]);
    }
    p = laid(p);
    b.base(p[0], p[1], p[2]);
  }

  private void normal(Surface.Builder b, Meaning m, int up) throws IOException {
    Input normal = surface.meaning(m);
    if (normal == null || normal.file() == null) {
      return;
    }
    float[][] p = planes(normal, 3, false);
    // Vectors stand in the frame of the surface; the renderer turns them with the pictures.
    double turn = surface.placement() == null ? 0 : surface.placement().turn();
    float cos = (float) Math.cos(Math.toRadians(turn));
    float sin = (float) Math.sin(Math.toRadians(turn));
    p = hexagons == null ? p : slopes(p);
    float[] xyz = new float[p[0].length * 3];
    for (int i = 0; i < p[0].length; i++) {
      float x = 2 * p[0][i] - 1;
      float y = up * (2 * p[1][i] - 1);
      xyz[3 * i] = cos * x + sin * y;
      xyz[3 * i + 1] = cos * y - sin * x;
      xyz[3 * i + 2] = 2 * p[2][i] - 1;
    }
    b.normal(xyz);
  }

  /** Heights lean the surface where there are no vectors that do. */
  private void bump(Surface.Builder b) throws IOException {
    Optional<Input> bump = surface.bump();
    boolean vectors =
        surface.meaning(Meaning.NORMAL_UP) != null || surface.meaning(Meaning.NORMAL_DOWN) != null;
    if (bump.isEmpty() || vectors || hexagons != null) {
      return;
    }
    float[] heights = planes(bump.get(), 1, false)[0];
    double tile = surface.placement() == null ? 1 : surface.placement().tile();
    double rise = surface.bumpMetres(bump.get()) * width / tile;
    b.normal(NormalMaps.fromHeight(heights, width, height, (float) rise));
  }

  /** What one tile shows, as it is laid. */
  private float[][] laid(float[]... planes) {
    return hexagons == null ? planes : hexagons.laid(planes);
  }

  /** Vectors as they are stored, brought together by their slopes. */
  private float[][] slopes(float[][] p) {
    float[][] slopes = new float[2][p[0].length];
    for (int i = 0; i < p[0].length; i++) {
      float z = Math.max(2 * p[2][i] - 1, 1e-3f);
      slopes[0][i] = (2 * p[0][i] - 1) / z;
      slopes[1][i] = (2 * p[1][i] - 1) / z;
    }
    float[][] all = hexagons.laid(slopes);
    float[][] out = new float[3][all[0].length];
    for (int i = 0; i < all[0].length; i++) {
      double z = 1 / Math.sqrt(1 + all[0][i] * all[0][i] + all[1][i] * all[1][i]);
      out[0][i] = (float) (all[0][i] * z * 0.5 + 0.5);
      out[1][i] = (float) (all[1][i] * z * 0.5 + 0.5);
      out[2][i] = (float) (z * 0.5 + 0.5);
    }
    return out;
  }

  private void grey(Meaning m, int channel, boolean inverted, Consumer<float[]> to)
      throws IOException {
    Input in = surface.meaning(m);
    if (in == null) {
      return;
    }
    float[] flat = new float[width * height];
    if (in.file() != null) {
      Pixels p = pictures.of(in.file());
      flat = Averages.plane(p, p.channels() < 3 ? 0 : channel, false, width, height);
    } else if (in.value() != null) {
      java.util.Arrays.fill(flat, in.value().floatValue());
    }
    for (int i = 0; inverted && i < flat.length; i++) {
      flat[i] = 1 - flat[i];
    }
    to.accept(laid(flat)[0]);
  }

  private float[][] planes(Input in, int count, boolean srgb) throws IOException {
    Pixels p = pictures.of(in.file());
    float[][] out = new float[count][];
    for (int c = 0; c < count; c++) {
      out[c] = Averages.plane(p, p.channels() < 3 ? 0 : c, srgb, width, height);
    }
    return out;
  }
}
