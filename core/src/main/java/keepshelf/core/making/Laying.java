package keepshelf.core.making;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.Progress;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.licensing.Licences;
import keepshelf.core.making.stuff.StuffOf;
import keepshelf.core.making.stuff.UnitMemory;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;

/** Lays units cut from items of the shelf, and puts the result on it as a new material. */
public final class Laying {
  private static final int VERSION = 1;

  /** Bytes of each pixel while a tile is laid and its maps are worked out. */
  private static final long BYTES_PER_PIXEL = 40;

  /** Times that a unit may be stretched before it is said. */
  private static final double SEEN = 1.1;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final NewItem items;
  private final UnitMemory memory;

  Laying(
      ShelfFolder shelf, Catalogue catalogue, Licences licences, NewItem items, UnitMemory memory) {
    this.memory = memory;
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.items = items;
  }

  /**
   * What would be laid.
   *
   * @param tile width and height in millimetres
   * @param pixels along and down
   * @param parents items that it is cut from
   * @param licence that follows
   */
  public record Plan(
      double[] tile, int[] pixels, List<ShelvedItem> parents, DerivedLicence licence) {}

  /**
   * Plans an order.
   *
   * @throws ShelfException when the bond cannot close or an item is not there
   */
  public Plan plan(BondOrder order) throws ShelfException {
    List<ShelvedItem> parents = new ArrayList<>();
    for (Piece p : List.of(order.unit(), order.joint())) {
      for (String name : p.items()) {
        parents.add(item(name));
      }
    }
    try {
      return new Plan(
          LaidMaps.tile(order.spec()),
          LaidMaps.size(order.spec(), Resolution.pixels(order.resolution())),
          parents,
          DerivedLicence.of(parents, licences));
    } catch (IllegalArgumentException e) {
      throw cannot(order, e);
    }
  }

  private static ShelfException cannot(BondOrder order, IllegalArgumentException e) {
    return new ShelfException(
        Problem.error(
            "cannot-lay",
            order.name(),
            Phrase.of("laying.cannot-laid", order.name(), e.getMessage())));
  }

  private ShelvedItem item(String name) throws ShelfException {
    List<ShelvedItem> found = catalogue.find(name);
    if (found.size() != 1) {
      throw new ShelfException(
          Problem.error(
              found.isEmpty() ? "no-such-item" : "several-items",
              name,
              Phrase.of("laying.no-item-shelf-called-use", found.isEmpty() ? 1 : 0, name)));
    }
    return found.getFirst();
  }

  /**
   * The pieces of an order, read.
   *
   * @param units what units are cut from, each from one of these
   * @param joint what lies between them
   * @param parents the maps that were read
   * @param said what is assumed
   */
  public record Pieces(
      List<Stuff> units, Stuff joint, List<Recipe.Parent> parents, List<Problem> said) {}

  /**
   * Reads the pieces of an order at a density.
   *
   * @param longer pixels of the longer side of the tile
   */
  public Pieces pieces(BondOrder order, int longer) throws ShelfException {
    double[] tile = plan(order).tile();
    double perPixel = Math.max(tile[0], tile[1]) / longer;
    List<Recipe.Parent> parents = new ArrayList<>();
    List<Problem> said = new ArrayList<>();
    List<Stuff> units = read(order.unit(), perPixel, parents, said);
    Stuff joint = read(order.joint(), perPixel, parents, said).getFirst();
    return new Pieces(units, joint, parents, said);
  }

  private List<Stuff> read(
      Piece p, double perPixel, List<Recipe.Parent> parents, List<Problem> said)
      throws ShelfException {
    if (p.item() == null) {
      return List.of(Stuff.plain(p.rgb(), p.roughness()));
    }
    List<Stuff> out = new ArrayList<>();
    for (String name : p.items()) {
      StuffOf s =
          p.whole()
              ? StuffOf.units(shelf, item(name), perPixel, memory)
              : StuffOf.item(shelf, item(name), perPixel);
      parents.addAll(s.parents());
      said.addAll(s.said());
      out.add(s.stuff());
    }
    return out;
  }

  /** The tile with that many pixels along its longer side, of pieces that were read before. */
  public LaidMaps laid(BondOrder order, Pieces pieces, int longer, BooleanSupplier stop)
      throws ShelfException {
    try {
      return LaidMaps.of(order.spec(), pieces.units(), pieces.joint(), longer, stop);
    } catch (IllegalArgumentException e) {
      throw cannot(order, e);
    }
  }

  /**
   * Lays it at its full size and puts it on the shelf.
   *
   * @throws ShelfException when nothing was changed
   */
  public Making.Made make(BondOrder order, Progress progress) throws ShelfException {
    Plan plan = plan(order);
    Making.refuseForbidden(plan.licence());
    int longer = Math.max(plan.pixels()[0], plan.pixels()[1]);
    PixelMemory memory = PixelMemory.take(BYTES_PER_PIXEL * plan.pixels()[0] * plan.pixels()[1]);
    try {
      progress.advanced(0, order.name());
      Pieces pieces = pieces(order, longer);
      LaidMaps m = laid(order, pieces, longer, () -> Thread.currentThread().isInterrupted());
      Set<Recipe.Parent> parents = new LinkedHashSet<>(pieces.parents());
      Recipe recipe =
          new Recipe(
              "bond",
              VERSION,
              BondFile.parameters(order),
              order.spec().seed(),
              List.copyOf(parents));
      NewItem.Draft draft =
          new NewItem.Draft(
              order.name(),
              m.width() / 1000,
              Math.round(m.reliefMillimetres() * 1000) / 1000.0,
              maps(m),
              recipe,
              Phrase.of("laying.laid-here-units-bond", m.units(), order.spec().bond().id()));
      List<Problem> said = new ArrayList<>(pieces.said());
      stretched(order, m).ifPresent(said::add);
      return items.file(draft, plan.licence(), said);
    } finally {
      memory.release();
    }
  }

  /** Says how much whole units are stretched, when it is enough to be seen. */
  public static Optional<Problem> stretched(BondOrder order, LaidMaps m) {
    return m.stretched() < SEEN
        ? Optional.empty()
        : Optional.of(
            Problem.note(
                "units-stretched",
                order.name(),
                Phrase.of("laying.its-units-are-stretched-times", m.stretched())));
  }

  private static Map<MapRole, Supplier<Pixels>> maps(LaidMaps m) {
    Map<MapRole, Supplier<Pixels>> out = new LinkedHashMap<>();
    out.put(MapRole.BASE_COLOUR, m::colour);
    out.put(MapRole.ROUGHNESS, m::roughness);
    if (m.metallic() != null) {
      out.put(MapRole.METALLIC, m::metallic);
    }
    out.put(MapRole.NORMAL, m::normal);
    out.put(MapRole.HEIGHT, m::heights);
    out.put(MapRole.AMBIENT_OCCLUSION, m::occlusion);
    out.put(MapRole.ID, m::ids);
    return out;
  }
}
