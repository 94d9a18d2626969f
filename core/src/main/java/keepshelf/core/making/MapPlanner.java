package keepshelf.core.making;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Predicate;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.Family;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.licensing.Licences;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.mend.Fault;
import keepshelf.core.making.mend.Faults;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Plans which maps are worked out of which. */
final class MapPlanner {
  /** Width of a tile in millimetres that is assumed where nobody said one. */
  private static final double ASSUMED_TILE = 1000;

  /** What each role can be worked out of, the best first. */
  private static final Map<MapRole, List<MapRole>> FROM =
      new EnumMap<>(
          Map.of(
              MapRole.NORMAL, List.of(MapRole.HEIGHT, MapRole.BUMP, MapRole.BASE_COLOUR),
              MapRole.HEIGHT, List.of(MapRole.NORMAL, MapRole.BUMP, MapRole.BASE_COLOUR),
              MapRole.BUMP, List.of(MapRole.HEIGHT, MapRole.NORMAL, MapRole.BASE_COLOUR),
              MapRole.AMBIENT_OCCLUSION,
                  List.of(MapRole.HEIGHT, MapRole.NORMAL, MapRole.BUMP, MapRole.BASE_COLOUR),
              MapRole.CAVITY,
                  List.of(MapRole.HEIGHT, MapRole.NORMAL, MapRole.BUMP, MapRole.BASE_COLOUR),
              MapRole.CURVATURE,
                  List.of(MapRole.HEIGHT, MapRole.NORMAL, MapRole.BUMP, MapRole.BASE_COLOUR),
              MapRole.ROUGHNESS, List.of(MapRole.GLOSS, MapRole.BASE_COLOUR),
              MapRole.GLOSS, List.of(MapRole.ROUGHNESS),
              MapRole.METALLIC, List.of(MapRole.BASE_COLOUR)));

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final ShelvedItem item;

  /**
   * The item without what was made: nothing is made of a guess, and nothing goes round in rings.
   */
  private final ShelvedItem delivered;

  private final MapWish wish;
  private final List<PlannedMake> maps = new ArrayList<>();
  private final List<ShelvedItem> replaces = new ArrayList<>();
  private final List<Problem> problems = new ArrayList<>();

  MapPlanner(
      ShelfFolder shelf, Catalogue catalogue, Licences licences, ShelvedItem item, MapWish wish) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.item = item;
    this.wish = wish;
    List<MapRecord> maps = item.item().maps().stream().filter(m -> m.recipe() == null).toList();
    delivered = new ShelvedItem(item.item().withMaps(maps, item.item().problems()), item.pack());
  }

  /** Roles that an item lacks and that can be worked out of what it has, in the usual order. */
  static List<Making.Missing> missing(ShelvedItem s) {
    MapSources has = new MapSources(s.item().maps(), s.item().kind());
    return surface(s) && !has.tiled() ? missing(has::has) : List.of();
  }

  /** Roles that are lacking and can be worked out of those that are there. */
  static List<Making.Missing> missing(Predicate<MapRole> has) {
    List<Making.Missing> out = new ArrayList<>();
    for (MapRole r : MapRole.values()) {
      boolean other =
          r == MapRole.GLOSS && has.test(MapRole.ROUGHNESS)
              || r == MapRole.ROUGHNESS && has.test(MapRole.SPECULAR) && has.test(MapRole.GLOSS)
              || r == MapRole.METALLIC && has.test(MapRole.SPECULAR)
              || r == MapRole.BUMP && has.test(MapRole.HEIGHT);
      MapRole of = FROM.containsKey(r) && !has.test(r) && !other ? from(r, has) : null;
      if (of != null) {
        out.add(new Making.Missing(r, of));
      }
    }
    return out;
  }

  private static boolean surface(ShelvedItem s) {
    return s.item().kind() == ItemKind.MATERIAL || s.item().kind() == ItemKind.PHOTO_TEXTURE;
  }

  private static @Nullable MapRole from(MapRole role, Predicate<MapRole> has) {
    return FROM.getOrDefault(role, List.of()).stream().filter(has).findFirst().orElse(null);
  }

  MapPlan plan() {
    MapSources has = new MapSources(item.item().mapsAt(wish.resolution()), item.item().kind());
    for (MapRole role : MapRole.values()) {
      if (wish.roles().contains(role)) {
        one(role, has);
      }
    }
    return new MapPlan(
        item,
        wish.resolution(),
        maps,
        DerivedLicence.of(List.of(item), licences),
        replaces,
        problems);
  }

  /** Plans to put faults right with these cures. */
  MapPlan mending(Set<Cure> cures) {
    for (Fault f : Faults.of(item, shelf)) {
      Fault some = f.only(cures);
      MapRecord m = some.map();
      if (!some.cures().isEmpty()) {
        replaced(m.role(), m, true);
        Map<String, Object> size = new LinkedHashMap<>();
        if (some.cures().contains(Cure.SIZE)) {
          size.put("width", some.width());
          size.put("height", some.height());
        }
        maps.add(
            new PlannedMake(
                m.role(), Cure.method(some.cures()), m.role(), new Source(m, null), size, false));
      }
    }
    if (maps.isEmpty()) {
      problems.add(
          Problem.warning(
              "nothing-to-mend",
              item.item().key(),
              Phrase.of("mapPlanner.nothing-can-put-right-about", item.item().name())));
    }
    return new MapPlan(
        item, null, maps, DerivedLicence.of(List.of(item), licences), replaces, problems);
  }

  /** What was made of the same in the same way before makes room. */
  private void replaced(MapRole role, MapRecord source, boolean mend) {
    for (MapRecord m : item.item().maps()) {
      if (m.role() == role
          && m.recipe() != null
          && m.recipe().isMend() == mend
          && (mend ? isOf(m, source) : Objects.equals(m.resolution(), source.resolution()))) {
        catalogue.parts(item.item().id()).stream()
            .filter(p ->
                p.item().maps().size() == 1
                    && p.item().maps().getFirst().sha256().equals(m.sha256()))
            .forEach(replaces::add);
      }
    }
  }

  private static boolean isOf(MapRecord made, MapRecord source) {
    return made.recipe() != null
        && made.recipe().parents().stream().anyMatch(p -> source.sha256().equals(p.sha256()));
  }

  private void one(MapRole role, MapSources has) {
    if (!FROM.containsKey(role)) {
      refuse(role, Words.of("mapPlanner.there-no-way-work-out"));
      return;
    }
    if (!surface(item)) {
      refuse(role, Words.of("mapPlanner.maps-worked-out-materials-photo"));
      return;
    }
    if (has.tiled()) {
      refuse(role, Words.of("mapPlanner.comes-udim-tiles-whose-edges"));
      return;
    }
    MapRole of = from(role, has::has);
    if (of == null) {
      refuse(
          role,
          Words.of(
              "mapPlanner.has-none",
              String.join(
                  ", ", FROM.getOrDefault(role, List.of()).stream().map(MapRole::id).toList())));
      return;
    }
    Source source = Objects.requireNonNull(has.at(of, null));
    if (source.map().width() == 0) {
      refuse(role, Words.of("mapPlanner.size-not-known", source.map().fileName()));
      return;
    }
    if (alreadyThere(role, source.map())) {
      return;
    }
    boolean guess = of == MapRole.BASE_COLOUR;
    String way = of == MapRole.BASE_COLOUR ? "colour" : of.id();
    String to = role == MapRole.AMBIENT_OCCLUSION ? "occlusion" : role.id();
    maps.add(
        new PlannedMake(role, way + "-to-" + to, of, source, parameters(role, of, source), guess));
    if (guess) {
      problems.add(
          Problem.note(
              "a-guess",
              item.item().key(),
              Phrase.of("mapPlanner.only-guessed-from-colour-look", role.title())));
    }
  }

  /** Delivered maps stay; what was made before makes room. */
  private boolean alreadyThere(MapRole role, MapRecord source) {
    for (MapRecord m : item.item().maps()) {
      if (m.role() == role && Objects.equals(m.resolution(), source.resolution())) {
        if (m.recipe() == null) {
          refuse(role, Words.of("mapPlanner.has-one-already", m.fileName()));
          return true;
        }
      }
    }
    replaced(role, source, false);
    return false;
  }

  private Map<String, Object> parameters(MapRole role, MapRole of, Source source) {
    Map<String, Object> out = new LinkedHashMap<>();
    Family family = Family.of(item.item());
    if (role == MapRole.METALLIC) {
      out.put("value", family == Family.METAL ? 1.0 : 0.0);
    } else if (role == MapRole.ROUGHNESS && of == MapRole.BASE_COLOUR) {
      out.put("value", usualRoughness(family));
    } else if (of == MapRole.NORMAL) {
      out.put("handedness", "dx".equals(source.map().handedness()) ? "dx" : "gl");
    } else if (of == MapRole.HEIGHT || of == MapRole.BUMP || of == MapRole.BASE_COLOUR) {
      Double tile = item.item().tileMetres();
      double millimetres = tile == null ? ASSUMED_TILE : tile * 1000;
      out.put("relief_mm", rounded(relief(of, millimetres / 1000) * 1000));
      out.put("tile_mm", rounded(millimetres));
      if (of == MapRole.BASE_COLOUR) {
        out.put("coarse", wish.coarse());
      }
    }
    return out;
  }

  /** Metres between black and white. */
  private double relief(MapRole of, double tile) {
    if (wish.reliefMillimetres() != null) {
      return wish.reliefMillimetres() / 1000;
    }
    OptionalDouble known =
        of == MapRole.BASE_COLOUR
            ? OptionalDouble.empty()
            : Relief.known(shelf, delivered, null, wish.resolution(), tile);
    if (known.isPresent()) {
      return known.getAsDouble();
    }
    problems.add(
        Problem.note(
            "relief-assumed",
            item.item().key(),
            Phrase.of("mapPlanner.nobody-said-how-high-relief")));
    return Relief.assumed(tile) * (of == MapRole.BASE_COLOUR ? wish.strength() : 1);
  }

  /** Six digits: enough for any relief, and readable in a record. */
  private static double rounded(double v) {
    return new java.math.BigDecimal(v).round(new java.math.MathContext(6)).doubleValue();
  }

  private static double usualRoughness(Family f) {
    return switch (f) {
      case METAL -> 0.4;
      case WOOD_AND_FIBRE -> 0.7;
      case STONE_AND_SHORE -> 0.8;
      case PAINT_AND_PLASTER -> 0.6;
      case GLASS_AND_PLASTIC -> 0.15;
      default -> 0.6;
    };
  }

  private void refuse(MapRole role, String why) {
    problems.add(
        Problem.warning(
            "cannot-make",
            item.item().key(),
            Phrase.of("mapPlanner.not-made", role.title(), item.item().name(), why)));
  }
}
