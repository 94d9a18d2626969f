package keepshelf.core.making.stuff;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import keepshelf.imaging.units.FoundUnit;
import keepshelf.imaging.units.UnitFinder;
import org.jspecify.annotations.Nullable;

/**
 * The units that an item is made of itself.
 *
 * @param cuts where they are in its tile
 * @param said how many and how large
 */
record WholeUnits(List<Stuff.Cut> cuts, Problem said) {
  /** Pixels of the longer side that are looked at. */
  private static final int LOOKED_AT = 400;

  /**
   * Looks for units by height, mask of units, colour and roughness, whichever tells them best.
   *
   * @param width of a tile in millimetres
   * @param height of a tile in millimetres
   * @throws ShelfException when there are none
   */
  static WholeUnits of(ShelfFolder shelf, ShelvedItem item, double width, double height)
      throws ShelfException, IOException {
    int w = (int) Math.round(LOOKED_AT * Math.min(1, width / height));
    int h = (int) Math.round(LOOKED_AT * Math.min(1, height / width));
    List<float[]> planes = new ArrayList<>();
    for (MapRecord m : item.item().mapsAt(edition(item))) {
      planes.addAll(planes(shelf, item, m, w, h));
    }
    List<FoundUnit> found = UnitFinder.find(w, h, planes);
    if (found.isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "no-units",
              item.item().key(),
              Phrase.of("wholeUnits.no-units-were-found-nothing", item.item().name())));
    }
    List<Stuff.Cut> cuts = new ArrayList<>();
    double along = 0;
    double across = 0;
    for (FoundUnit f : found) {
      Stuff.Cut c =
          new Stuff.Cut(f.left() * width, f.top() * height, f.width() * width, f.height() * height);
      cuts.add(c);
      along += c.width() / found.size();
      across += c.height() / found.size();
    }
    return new WholeUnits(
        cuts,
        Problem.note(
            "units-found",
            item.item().key(),
            Phrase.of(
                "wholeUnits.units-were-found-average",
                found.size(),
                item.item().name(),
                along,
                across)));
  }

  /** The smallest edition that has enough pixels, else the largest. */
  private static @Nullable String edition(ShelvedItem item) {
    String best = null;
    for (String label : item.item().resolutions().reversed()) {
      if (best == null || Resolution.pixels(label) >= LOOKED_AT) {
        best = label;
      }
    }
    return best;
  }

  private static List<float[]> planes(
      ShelfFolder shelf, ShelvedItem item, MapRecord m, int w, int h) throws IOException {
    boolean grey =
        m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP || m.role() == MapRole.ROUGHNESS;
    if (m.tile() != null || !grey && m.role() != MapRole.BASE_COLOUR && m.role() != MapRole.ID) {
      return List.of();
    }
    PixelMemory memory =
        PixelMemory.take((long) m.width() * m.height() * Math.max(1, m.channelCount()) * 4);
    try {
      Pixels p = ImageDecoder.decode(shelf.resolve(item.path(m)));
      if (grey) {
        return List.of(Resampler.area(p.plane(0), p.width(), p.height(), w, h));
      }
      return m.role() == MapRole.ID ? List.of(marked(p, w, h)) : colours(p, w, h);
    } finally {
      memory.release();
    }
  }

  /** One where a mask of units has any, nought where it is black. */
  private static float[] marked(Pixels p, int w, int h) {
    float[] any = new float[p.width() * p.height()];
    for (int i = 0; i < any.length; i++) {
      for (int c = 0; c < Math.min(3, p.channels()); c++) {
        any[i] = p.at(i * p.channels() + c) > 0.02f ? 1 : any[i];
      }
    }
    return Resampler.area(any, p.width(), p.height(), w, h);
  }

  private static List<float[]> colours(Pixels p, int w, int h) {
    float[] linear = Resampler.linear(p, w, h);
    float[][] lab = new float[3][w * h];
    for (int i = 0; i < w * h; i++) {
      OkLab c = OkLab.ofLinear(linear[3 * i], linear[3 * i + 1], linear[3 * i + 2]);
      lab[0][i] = c.l();
      lab[1][i] = c.a();
      lab[2][i] = c.b();
    }
    return List.of(lab);
  }
}
