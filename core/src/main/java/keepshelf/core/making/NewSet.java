package keepshelf.core.making;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.Patterned;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.enlarge.Enlarging;
import keepshelf.imaging.photo.Tileable;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** New materials of whole sets of maps: a larger tile that does not repeat, or one that tiles. */
public final class NewSet {
  private static final int VERSION = 1;

  /** Of the larger tile, while it is made: itself, and planes of floats. */
  private static final long BYTES_PER_PIXEL = 24;

  /** The second one brings every octave to the strength that it had. */
  private static final int ENLARGE_VERSION = 2;

  /** Pixels of the longest side that is made. */
  private static final int LARGEST = 8192;

  /** Share of a side that is laid over to make a set tile. */
  private static final double OVERLAP = 0.18;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final NewItem items;

  NewSet(ShelfFolder shelf, Catalogue catalogue, Licences licences, NewItem items) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.items = items;
  }

  /**
   * A larger tile out of an item's, in which repetition is broken up.
   *
   * @param factor how many times as large a side becomes, 2 to 8
   * @param resolution label of the edition it is made of, or null for the largest that fits
   * @param name of the new item, or null for one that follows
   * @throws ShelfException when nothing was changed
   */
  public Making.Made enlarge(
      ShelvedItem item, int factor, @Nullable String resolution, long seed, String name)
      throws ShelfException {
    DerivedLicence licence = DerivedLicence.of(List.of(item), licences);
    Making.refuseForbidden(licence);
    SetMaps set = new SetMaps(shelf, item, resolution == null ? fitting(item, factor) : resolution);
    if (Math.max(set.width(), set.height()) * factor > LARGEST) {
      throw new ShelfException(
          Problem.error(
              "too-large",
              item.item().key(),
              Phrase.of(
                  "newSet.would-become-pixels-wide-at",
                  item.item().name(),
                  set.width() * factor,
                  LARGEST)));
    }
    Pixels base = Maps.encoded(set.read(MapRole.BASE_COLOUR));
    Enlarging way;
    try {
      way = Enlarging.of(base, factor, seed);
    } catch (IllegalArgumentException e) {
      throw new ShelfException(
          Problem.error("use", item.item().key(), String.valueOf(e.getMessage())));
    }
    Pixels large = enlarged(way, factor, base, Enlarging.Kind.COLOUR);
    List<Problem> said = new ArrayList<>(set.said());
    double repeats = way.repetition(large);
    said.add(
        Problem.note(
            "repetition",
            item.item().key(),
            Phrase.of("newSet.repetition-at-whole-tiles", repeats, way.isStructured() ? 1 : 0)));
    live(item, way::isPatterned).ifPresent(said::add);
    Map<MapRole, Supplier<Pixels>> maps = new LinkedHashMap<>();
    maps.put(MapRole.BASE_COLOUR, () -> large);
    for (MapRole r : set.roles()) {
      if (r != MapRole.BASE_COLOUR) {
        maps.put(r, later(set, r, p -> enlarged(way, factor, p, kind(r))));
      }
    }
    Map<String, Object> parameters = new LinkedHashMap<>();
    parameters.put("factor", factor);
    parameters.put("way", way.isStructured() ? "patches" : "blending");
    double tile = item.item().tileMetres() == null ? 1 : item.item().tileMetres();
    return file(
        item,
        new NewItem.Draft(
            named(name, item, Words.of("newSet.times-large", factor)),
            tile * factor,
            relief(item, tile),
            maps,
            new Recipe("enlarge", ENLARGE_VERSION, parameters, seed, set.parents()),
            Phrase.of("newSet.larger-tile-made-here", item.item().name())),
        licence,
        said);
  }

  /** Within the memory that all pictures share. */
  private static Pixels enlarged(Enlarging way, int factor, Pixels p, Enlarging.Kind kind) {
    PixelMemory memory =
        PixelMemory.take(BYTES_PER_PIXEL * p.width() * factor * p.height() * factor);
    try {
      return way.of(p, kind);
    } finally {
      memory.release();
    }
  }

  private static Enlarging.Kind kind(MapRole r) {
    return switch (r) {
      case NORMAL -> Enlarging.Kind.NORMAL;
      case ID -> Enlarging.Kind.MARKS;
      default -> r.colour() ? Enlarging.Kind.COLOUR : Enlarging.Kind.GREY;
    };
  }

  /**
   * Says in which hosts an item's repetition can be broken up without a larger tile, by nodes that
   * do it while the material is shown; nothing for what has a pattern, which they would cut
   * through.
   */
  public Optional<Problem> live(ShelvedItem item) {
    return live(item, () -> Patterned.is(shelf, item));
  }

  private Optional<Problem> live(ShelvedItem item, BooleanSupplier patterned) {
    List<String> hosts = new ArrayList<>();
    for (HostRecord h : catalogue.hosts()) {
      if (HostProfile.find(h.profile()).filter(HostProfile::breaksUp).isPresent()) {
        hosts.add(h.name());
      }
    }
    if (hosts.isEmpty() || patterned.getAsBoolean()) {
      return Optional.empty();
    }
    return Optional.of(
        Problem.note(
            "live-instead",
            item.item().key(),
            Phrase.of(
                "newSet.no-larger-tile-needed-installed",
                String.join(", ", hosts),
                item.item().name())));
  }

  /**
   * The same material with a tile that closes: all maps joined by one cut.
   *
   * @throws ShelfException when nothing was changed
   */
  public Making.Made tiling(ShelvedItem item, String name) throws ShelfException {
    DerivedLicence licence = DerivedLicence.of(List.of(item), licences);
    Making.refuseForbidden(licence);
    SetMaps set = new SetMaps(shelf, item, null);
    Tileable cut = Tileable.of(Maps.encoded(set.read(MapRole.BASE_COLOUR)), OVERLAP);
    Map<MapRole, Supplier<Pixels>> maps = new LinkedHashMap<>();
    for (MapRole r : set.roles()) {
      maps.put(r, later(set, r, cut::joined));
    }
    double tile = item.item().tileMetres() == null ? 1 : item.item().tileMetres();
    int band = Math.max(2, (int) (set.width() * OVERLAP));
    return file(
        item,
        new NewItem.Draft(
            named(name, item, Words.of("newSet.tiling")),
            tile * (set.width() - band) / set.width(),
            relief(item, tile),
            maps,
            new Recipe("mend-seam", VERSION, Map.of("overlap", OVERLAP), null, set.parents()),
            Phrase.of("newSet.with-seam-closed-made-here", item.item().name())),
        licence,
        set.said());
  }

  private interface Way {
    Pixels of(Pixels p);
  }

  /** Read and worked out when it is its turn. */
  private static Supplier<Pixels> later(SetMaps set, MapRole role, Way way) {
    return NewItem.later(() -> {
      Pixels p = set.read(role);
      return way.of(role.colour() ? Maps.encoded(p) : p);
    });
  }

  private Making.Made file(
      ShelvedItem item, NewItem.Draft d, DerivedLicence licence, List<Problem> said)
      throws ShelfException {
    return items.file(d.in(item.item().workflow()), licence, said);
  }

  private static String named(String name, ShelvedItem item, String what) {
    return name == null || name.isBlank() ? item.item().name() + what : name.strip();
  }

  /** Millimetres of the relief, so that it stays what it was. */
  private @Nullable Double relief(ShelvedItem item, double tile) {
    var known = Relief.known(shelf, item, null, null, tile);
    return known.isPresent() ? Double.valueOf(Math.round(known.getAsDouble() * 1e6) / 1e3) : null;
  }

  /** The largest edition of which the result is not too large. */
  private static @Nullable String fitting(ShelvedItem item, int factor) {
    String best = null;
    for (String label : item.item().resolutions()) {
      if (best == null || Resolution.pixels(label) * factor <= LARGEST) {
        best = label;
      }
    }
    return best;
  }
}
