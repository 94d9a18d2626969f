package keepshelf.core.making.stuff;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.derive.SlopeIntegral;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/**
 * An item as stuff that units are cut from, at the density that is needed.
 *
 * @param stuff its pixels
 * @param parents the maps that were read
 * @param said what is assumed
 */
public record StuffOf(Stuff stuff, List<Recipe.Parent> parents, List<Problem> said) {
  private static final double ASSUMED_TILE = 1000;
  private static final double USUAL_ROUGHNESS = 0.6;

  /**
   * Reads an item.
   *
   * @param perPixel millimetres of a pixel of what is made
   * @throws ShelfException when it has no colour, or a map cannot be read
   */
  public static StuffOf item(ShelfFolder shelf, ShelvedItem item, double perPixel)
      throws ShelfException {
    MapSources has = new MapSources(item.item().mapsAt(null), item.item().kind());
    Source base = has.at(MapRole.BASE_COLOUR, null);
    if (base == null || has.tiled()) {
      throw new ShelfException(
          Problem.error(
              "no-stuff",
              item.item().key(),
              Phrase.of(
                  "stuffOf.nothing-can-cut-from-comes", item.item().name(), has.tiled() ? 1 : 0)));
    }
    try {
      return new Reading(shelf, item, has).read(base, perPixel);
    } catch (IOException e) {
      throw unreadable(item, e);
    }
  }

  /**
   * Reads an item of which only its own units are taken.
   *
   * @throws ShelfException also when none are found
   */
  public static StuffOf units(
      ShelfFolder shelf, ShelvedItem item, double perPixel, UnitMemory memory)
      throws ShelfException {
    StuffOf all = item(shelf, item, perPixel);
    try {
      WholeUnits units = memory.of(shelf, item, all.stuff.width(), all.stuff.height());
      List<Problem> said = new ArrayList<>(all.said);
      said.add(units.said());
      return new StuffOf(all.stuff.of(units.cuts()), all.parents, said);
    } catch (IOException e) {
      throw unreadable(item, e);
    }
  }

  private static ShelfException unreadable(ShelvedItem item, IOException e) {
    return new ShelfException(
        Problem.error(
            "map-unreadable",
            item.item().key(),
            Phrase.of(
                "stuffOf.cannot-read-nothing-made-check", item.item().name(), e.getMessage())),
        e);
  }

  private static final class Reading {
    private final ShelfFolder shelf;
    private final ShelvedItem item;
    private final MapSources has;
    private final List<Recipe.Parent> parents = new ArrayList<>();
    private final List<Problem> said = new ArrayList<>();
    private double tile;
    private int w;
    private int h;

    Reading(ShelfFolder shelf, ShelvedItem item, MapSources has) {
      this.shelf = shelf;
      this.item = item;
      this.has = has;
    }

    StuffOf read(Source base, double perPixel) throws IOException {
      Double known = item.item().tileMetres();
      tile = known == null ? ASSUMED_TILE : known * 1000;
      if (known == null) {
        said.add(
            Problem.note(
                "tile-unknown",
                item.item().key(),
                Phrase.of("stuffOf.nobody-said-how-wide-tile", item.item().name())));
      }
      Pixels colour = decoded(MapRole.BASE_COLOUR, base);
      w = Math.clamp(Math.round(tile / perPixel), 1, colour.width());
      h = Math.max(1, (int) Math.round((double) w * colour.height() / colour.width()));
      double high = tile * h / w;
      float[] linear = Resampler.linear(colour, w, h);
      float[] roughness = plane(MapRole.ROUGHNESS, false);
      if (roughness == null) {
        roughness = plane(MapRole.GLOSS, true);
      }
      if (roughness == null) {
        roughness = new float[w * h];
        java.util.Arrays.fill(roughness, (float) USUAL_ROUGHNESS);
      }
      Stuff s =
          new Stuff(w, h, tile, high, linear, roughness, plane(MapRole.METALLIC, false), relief());
      return new StuffOf(s, parents, said);
    }

    private Pixels decoded(MapRole role, Source s) throws IOException {
      MapRecord m = s.map();
      PixelMemory memory =
          PixelMemory.take((long) m.width() * m.height() * Math.max(1, m.channelCount()) * 4);
      try {
        parents.add(
            new Recipe.Parent(item.item().id(), role.id(), item.pack().version(), m.sha256()));
        return role == MapRole.NORMAL
            ? NormalStates.vectors(shelf, item, m)
            : ImageDecoder.decode(shelf.resolve(item.path(m)));
      } finally {
        memory.release();
      }
    }

    /** A grey map at the size that is needed, or null when there is none. */
    private float @Nullable [] plane(MapRole role, boolean inverted) throws IOException {
      Source s = has.at(role, null);
      if (s == null) {
        return null;
      }
      Pixels p = decoded(role, s);
      float[] out = scaled(p, p.plane(s.channel() == null ? 0 : Channels.index(s.channel())));
      for (int i = 0; inverted && i < out.length; i++) {
        out[i] = 1 - out[i];
      }
      return out;
    }

    private float[] scaled(Pixels p, float[] plane) {
      return Resampler.area(plane, p.width(), p.height(), w, h);
    }

    /** Heights in millimetres about nought, or null when nothing says any. */
    private float @Nullable [] relief() throws IOException {
      MapRole role = has.has(MapRole.HEIGHT) ? MapRole.HEIGHT : MapRole.BUMP;
      Source s = has.at(role, null);
      if (s == null) {
        return integrated();
      }
      Pixels p = decoded(role, s);
      int channel = s.channel() == null ? 0 : Channels.index(s.channel());
      Pixels one = p.channels() == 1 ? p : p.channel(channel);
      if (one.depth() == Depth.F32) {
        one = HeightMaps.levelled(one);
      }
      OptionalDouble known = Relief.known(shelf, item, null, null, tile / 1000);
      double relief = known.orElse(Relief.assumed(tile / 1000)) * 1000;
      float[] out = scaled(one, one.plane(0));
      centre(out, relief);
      return out;
    }

    private float @Nullable [] integrated() throws IOException {
      Source s = has.at(MapRole.NORMAL, null);
      if (s == null) {
        return null;
      }
      Pixels p = decoded(MapRole.NORMAL, s);
      if (p.channels() < 3) {
        return null;
      }
      SlopeIntegral z = SlopeIntegral.of(p, !"dx".equals(s.map().handedness()));
      float[] out = scaled(p, z.heights());
      centre(out, tile / p.width());
      return out;
    }

    /** Scales by {@code factor} and takes the mean away. */
    private static void centre(float[] v, double factor) {
      double sum = 0;
      for (float f : v) {
        sum += f;
      }
      double mean = sum / v.length;
      for (int i = 0; i < v.length; i++) {
        v[i] = (float) ((v[i] - mean) * factor);
      }
    }
  }
}
