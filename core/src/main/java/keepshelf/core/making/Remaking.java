package keepshelf.core.making;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.Progress;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.licensing.Licences;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.stuff.UnitMemory;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * Makes things again by their recipes, of what their parents are now. Of the same parents the same
 * comes out; of others the next version, beside which the former one stays.
 */
public final class Remaking {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final Making making;
  private final Newest newest;

  Remaking(ShelfFolder shelf, Catalogue catalogue, Licences licences, Making making) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.making = making;
    this.newest = new Newest(catalogue);
  }

  /** Why what was made of an item, or an item that was made, is not as it would be now. */
  public enum Reason {
    /** A parent's file is not on the shelf any more, or another one now. */
    CHANGED,
    /** A newer version of a parent is on the shelf. */
    NEWER
  }

  /**
   * A map that is not as it would be now.
   *
   * @param map as it was made
   * @param reason why
   */
  public record Outdated(MapRecord map, Reason reason) {}

  /** Maps of an item that would be made of something else now. */
  public List<Outdated> outdated(ShelvedItem item) {
    List<Outdated> out = new ArrayList<>();
    Map<String, Boolean> newer = new LinkedHashMap<>();
    for (MapRecord m : item.item().maps()) {
      if (m.recipe() == null) {
        continue;
      }
      boolean changed =
          m.recipe().parents().stream()
              .anyMatch(p -> isItem(p) && catalogue.withFiles(Set.of(p.sha256())).isEmpty());
      boolean later =
          m.recipe().parents().stream()
              .anyMatch(p -> newer.computeIfAbsent(p.item(), this::hasNewer));
      if (changed || later) {
        out.add(new Outdated(m, changed ? Reason.CHANGED : Reason.NEWER));
      }
    }
    return out;
  }

  private static boolean isItem(Recipe.Parent p) {
    return p.item() != null && !p.item().equals(Recipe.PHOTOGRAPH);
  }

  private boolean hasNewer(String id) {
    return catalogue.item(id).flatMap(newest::of).isPresent();
  }

  /** The item that a parent is now. */
  private ShelvedItem now(Recipe.Parent p) throws ShelfException {
    ShelvedItem was =
        catalogue
            .item(p.item())
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "parent-gone", p.item(), Phrase.of("remaking.what-made-not-shelf-any"))));
    return newest.of(was).orElse(was);
  }

  /**
   * Makes an item, or the maps that were made of it, again.
   *
   * @throws ShelfException when nothing was changed: nothing of it was made here, a parent is gone,
   *     or the source of a photograph is not kept
   */
  public Making.Made again(ShelvedItem item, Progress progress) throws ShelfException {
    Recipe whole =
        item.item().maps().stream()
            .map(MapRecord::recipe)
            .filter(r -> r != null && isWhole(r))
            .findFirst()
            .orElse(null);
    try {
      return whole == null ? maps(item, progress) : whole(item, whole, progress);
    } catch (IllegalArgumentException e) {
      throw new ShelfException(
          Problem.error(
              "recipe",
              item.item().key(),
              Phrase.of("remaking.recipe-cannot-followed", item.item().name(), e.getMessage())));
    }
  }

  private static boolean isWhole(Recipe r) {
    return Set.of("bond", "enlarge", "mend-seam", "companion", "photo").contains(r.method());
  }

  private Making.Made whole(ShelvedItem item, Recipe r, Progress progress) throws ShelfException {
    NewItem as = making.newItem(item);
    String name = item.item().name();
    if (r.method().equals("photo")) {
      return new PhotoMaking(catalogue, licences, as).again(item, r, photograph(item, r));
    }
    if (r.method().equals("bond")) {
      BondOrder o = BondFile.ofParameters(r.parameters(), name, r.seed() == null ? 1 : r.seed());
      BondOrder now = new BondOrder(name, o.spec(), now(o.unit()), now(o.joint()), o.resolution());
      return new Laying(shelf, catalogue, licences, as, new UnitMemory()).make(now, progress);
    }
    Recipe.Parent first = r.parents().getFirst();
    ShelvedItem parent = now(first);
    if (r.method().equals("companion")) {
      Object relief = r.parameters().get("relief_of");
      return new Companion(shelf, licences, as)
          .make(
              parent,
              Companion.Pick.of(r.parameters()),
              name,
              relief == null ? null : now(new Recipe.Parent(relief.toString(), null, null, null)));
    }
    NewSet sets = new NewSet(shelf, catalogue, licences, as);
    if (r.method().equals("mend-seam")) {
      return sets.tiling(parent, name);
    }
    int factor = ((Number) Objects.requireNonNull(r.parameters().get("factor"))).intValue();
    return sets.enlarge(
        parent, factor, edition(first, parent), r.seed() == null ? 1 : r.seed(), name);
  }

  /** The photograph that an item was made of, as it is now. */
  private Path photograph(ShelvedItem item, Recipe r) throws ShelfException {
    Recipe.Parent of = r.parents().getFirst();
    if (isItem(of)) {
      ShelvedItem now = now(of);
      MapRecord picture =
          now.item().maps().stream()
              .filter(m -> m.sha256().equals(of.sha256()))
              .findFirst()
              .or(() -> now.item().seen())
              .orElseThrow(() -> noPhotograph(item));
      return shelf.resolve(now.path(picture));
    }
    Object kept = r.parameters().get("kept");
    if (kept == null) {
      throw noPhotograph(item);
    }
    return shelf.resolve(item.pack().folder() + "/" + kept);
  }

  private static ShelfException noPhotograph(ShelvedItem item) {
    return new ShelfException(
        Problem.error(
            "photograph",
            item.item().key(),
            Phrase.of("remaking.photograph-not-kept-shelf-make", item.item().name())));
  }

  private Piece now(Piece p) throws ShelfException {
    if (p.item() == null) {
      return p;
    }
    List<String> items = new ArrayList<>();
    for (String name : p.items()) {
      Optional<ShelvedItem> named = catalogue.find(name).stream().findFirst();
      String id = named.map(s -> s.item().id()).orElse(name);
      items.add(now(new Recipe.Parent(id, null, null, null)).item().id());
    }
    return Piece.of(items).whole(p.whole());
  }

  /** The edition that was used, where the parent still has it. */
  private @Nullable String edition(Recipe.Parent p, ShelvedItem now) {
    return catalogue
        .item(p.item())
        .flatMap(
            s -> s.item().maps().stream().filter(m -> m.sha256().equals(p.sha256())).findFirst())
        .map(MapRecord::resolution)
        .filter(now.item().resolutions()::contains)
        .orElse(null);
  }

  /** Maps that stand with the item they were made of: those of all kinds at once. */
  private Making.Made maps(ShelvedItem item, Progress progress) throws ShelfException {
    ShelvedItem target = newest.of(item).orElse(item);
    Making.Made last = null;
    Set<Cure> cures = EnumSet.noneOf(Cure.class);
    Map<MapWish, Set<MapRole>> wishes = new LinkedHashMap<>();
    for (MapRecord m : item.item().maps()) {
      if (m.recipe() != null && m.recipe().isMend()) {
        cures.addAll(Cure.ofMethod(m.recipe().method()));
      } else if (m.recipe() != null) {
        wishes.computeIfAbsent(wish(m, target), w -> EnumSet.noneOf(MapRole.class)).add(m.role());
      }
    }
    for (Map.Entry<MapWish, Set<MapRole>> w : wishes.entrySet()) {
      MapWish k = w.getKey();
      MapWish wish =
          new MapWish(
              w.getValue(), k.resolution(), k.reliefMillimetres(), k.strength(), k.coarse());
      last = making.make(making.plan(target, wish), progress);
      target = last.item();
    }
    boolean mendable =
        making.faults(target).stream().anyMatch(f -> !f.only(cures).cures().isEmpty());
    if (mendable) {
      last = making.make(making.planMending(target, cures), progress);
    }
    if (last == null) {
      throw new ShelfException(
          Problem.error(
              "nothing-made",
              item.item().key(),
              Phrase.of("remaking.nothing-made-again-would-made", item.item().name())));
    }
    return last;
  }

  /** What was wished for when a map was made, without its role. */
  private static MapWish wish(MapRecord m, ShelvedItem target) {
    Map<String, Object> p = Objects.requireNonNull(m.recipe()).parameters();
    Object relief = p.get("relief_mm");
    Object coarse = p.get("coarse");
    boolean has = target.item().resolutions().contains(m.resolution());
    return new MapWish(
        Set.of(),
        has ? m.resolution() : null,
        relief == null ? null : ((Number) relief).doubleValue(),
        1,
        coarse == null ? MapWish.COARSE : ((Number) coarse).doubleValue());
  }
}
