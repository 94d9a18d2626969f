package keepshelf.core.likeness;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.disk.StorageException;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
import keepshelf.core.duplicates.PictureSearch;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.likeness.Look;
import keepshelf.imaging.likeness.LookIndex;

/**
 * Finds items that look alike. The looks of all items are kept in memory, about 160 bytes each;
 * what is new on the shelf is looked at when it is first asked for. Safe for several threads.
 */
public final class Alikes {
  private static final int BATCH = 64;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final PictureSearch search;

  private final MissingColours colours;

  /** Looks, or none, of items on a shelf that they cannot be kept on; they live as it is open. */
  private final Map<String, Optional<Look>> unkept = new HashMap<>();

  private List<String> items = List.of();
  private Map<String, Look> looks = Map.of();
  private LookIndex index = new LookIndex(List.of());
  private long version = Long.MIN_VALUE;

  /** On {@code shelf}. */
  public Alikes(ShelfFolder shelf, Catalogue catalogue, PictureSearch search) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.search = search;
    this.colours = new MissingColours(shelf, catalogue);
  }

  /** What looks at items whose colour is not known. */
  public MissingColours colours() {
    return colours;
  }

  /**
   * Looks at all items that have not been looked at, so that a question is answered at once.
   *
   * @param left is told how many are still to be looked at, and may stop the work by throwing
   * @param problems receives what could not be read
   */
  public synchronized void lookAtNew(IntConsumer left, List<Problem> problems) {
    List<String> missing =
        catalogue.pictures().withoutLook().stream().filter(id -> !unkept.containsKey(id)).toList();
    LookMaker maker = new LookMaker(shelf, search, problems);
    for (int from = 0; from < missing.size(); from += BATCH) {
      left.accept(missing.size() - from);
      List<String> some = missing.subList(from, Math.min(missing.size(), from + BATCH));
      keep(
          some.parallelStream()
              .collect(
                  Collectors.toConcurrentMap(
                      id -> id, id -> catalogue.own(id).flatMap(maker::of))));
    }
    if (!missing.isEmpty() || version != catalogue.version()) {
      looks = new HashMap<>(catalogue.pictures().looks());
      unkept.forEach((id, look) -> look.ifPresent(l -> looks.putIfAbsent(id, l)));
      Set<String> shown = catalogue.cards().stream().map(ItemCard::id).collect(Collectors.toSet());
      items = looks.keySet().stream().filter(shown::contains).sorted().toList();
      index = new LookIndex(items.stream().map(looks::get).toList());
      version = catalogue.version();
    }
  }

  /** Whether things of one kind can take the place of things of the other. */
  public static boolean interchangeable(ItemKind a, ItemKind b) {
    return surface(a) ? surface(b) : a == b;
  }

  private static boolean surface(ItemKind k) {
    return k == ItemKind.MATERIAL || k == ItemKind.PHOTO_TEXTURE;
  }

  private void keep(Map<String, Optional<Look>> made) {
    Map<String, Look> found = new HashMap<>();
    made.forEach((id, look) -> look.ifPresent(l -> found.put(id, l)));
    try {
      catalogue
          .pictures()
          .putLooks(found, made.keySet().stream().filter(id -> !found.containsKey(id)).toList());
    } catch (StorageException e) {
      unkept.putAll(made);
      org.slf4j.LoggerFactory.getLogger(Alikes.class).info("looks are not kept", e);
    }
  }

  /**
   * What looks like an item, best first, itself left out; nothing when it has no picture.
   *
   * @param which items are wanted
   */
  public synchronized List<AlikeItem> like(String item, int most, Predicate<String> which) {
    Look look = looks.get(item);
    return look == null ? List.of() : like(look, most, id -> !id.equals(item) && which.test(id));
  }

  /**
   * What looks like a picture, best first.
   *
   * @throws ShelfException when it cannot be read
   */
  public List<AlikeItem> like(Path picture, int most) throws ShelfException {
    List<Problem> problems = new ArrayList<>();
    List<Picture> found = PictureCollector.ofPaths(List.of(picture.toString()), problems);
    Optional<Fingerprint> print =
        found.size() == 1 ? search.print(found.getFirst(), problems) : Optional.empty();
    if (print.isEmpty()) {
      throw new ShelfException(
          problems.isEmpty()
              ? Problem.error(
                  "no-picture",
                  picture.toString(),
                  Phrase.of("alikes.no-picture-can-read-give", picture))
              : problems.getFirst());
    }
    synchronized (this) {
      return like(Look.of(print.get()), most, id -> true);
    }
  }

  private List<AlikeItem> like(Look look, int most, Predicate<String> which) {
    List<AlikeItem> out = new ArrayList<>();
    // What is not wanted is seldom much; all are asked for only when that was too few.
    for (int room = Math.min(items.size(), 4 * most + 16); ; room = items.size()) {
      for (LookIndex.Alike a : index.nearest(look, room)) {
        if (out.size() < most && which.test(items.get(a.at()))) {
          out.add(new AlikeItem(items.get(a.at()), a.likeness()));
        }
      }
      if (out.size() == most || room == items.size()) {
        return out;
      }
      out.clear();
    }
  }
}
