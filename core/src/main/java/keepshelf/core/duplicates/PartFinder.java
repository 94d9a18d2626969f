package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.parts.Part;
import keepshelf.imaging.parts.PartIndex;
import keepshelf.imaging.parts.PartIndex.Candidate;
import keepshelf.imaging.parts.PartMatcher;

/**
 * Finds pictures that show a part of others, have a border, or carry a mark or writing. Of an item
 * the base colour is looked at, for all its maps are cut alike; without one, each of its maps.
 */
final class PartFinder {
  /** Agreeing blocks below which something was laid on. */
  private static final double NOTHING_LAID_ON = 0.97;

  /** Parts of more pictures would take longer to find than all the rest. */
  private static final int MOST = 8_000;

  private final List<Picture> pictures;
  private final Prints prints;
  private final Set<List<String>> known = new HashSet<>();

  private PartFinder(List<Picture> pictures, Prints prints) {
    this.pictures = pictures;
    this.prints = prints;
  }

  /**
   * What is not among {@code found} already.
   *
   * @param telling what {@link #telling} leaves of all pictures with contrast
   * @param problems is told when there are too many
   */
  static List<DuplicatePair> find(
      List<Picture> telling, List<DuplicatePair> found, Prints prints, List<Problem> problems) {
    if (telling.size() > MOST) {
      problems.add(
          Problem.note(
              "parts-left-out",
              null,
              Phrase.of("partFinder.parts-borders-marks-were-not", telling.size(), MOST)));
      return List.of();
    }
    PartFinder finder = new PartFinder(telling, prints);
    found.forEach(p -> {
      finder.known.add(List.of(p.a().sha256(), p.b().sha256()));
      finder.known.add(List.of(p.b().sha256(), p.a().sha256()));
    });
    return finder.find();
  }

  /** Of an item that has one the base colour alone. */
  static List<Picture> telling(List<Picture> all) {
    Set<String> coloured = new HashSet<>();
    all.stream()
        .filter(p -> p.role() == MapRole.BASE_COLOUR && p.item() != null)
        .forEach(p -> coloured.add(p.item()));
    return all.stream()
        .filter(p ->
            p.item() == null || p.role() == MapRole.BASE_COLOUR || !coloured.contains(p.item()))
        .toList();
  }

  private List<DuplicatePair> find() {
    Map<Integer, List<Candidate>> byFirst = new HashMap<>();
    PartIndex index = new PartIndex(pictures.size(), this::print);
    for (Candidate c : index.candidates()) {
      Picture a = pictures.get(c.a());
      Picture b = pictures.get(c.b());
      if (DuplicateFinder.comparable(a, b) && !known.contains(List.of(a.sha256(), b.sha256()))) {
        byFirst.computeIfAbsent(c.a(), x -> new ArrayList<>()).add(c);
      }
    }
    return byFirst.entrySet().parallelStream()
        .flatMap(e -> compared(e.getKey(), e.getValue()))
        .toList();
  }

  private Optional<Fingerprint> print(int i) {
    return prints.of(pictures.get(i).sha256());
  }

  private Stream<DuplicatePair> compared(int a, List<Candidate> candidates) {
    Optional<Fingerprint> first = print(a);
    if (first.isEmpty()) {
      return Stream.empty();
    }
    boolean vectors = first.get().descriptor().vectors();
    PartMatcher matcher = new PartMatcher(first.get());
    return candidates.stream()
        .flatMap(c ->
            print(c.b())
                .filter(b -> b.descriptor().vectors() == vectors)
                .flatMap(b -> matcher.part(b, c.placement()))
                .map(p -> pair(pictures.get(a), pictures.get(c.b()), p))
                .stream());
  }

  private static DuplicatePair pair(Picture a, Picture b, Part p) {
    boolean marked = p.whole() && p.agreeing() < NOTHING_LAID_ON && !otherFrame(p);
    double confidence = Math.round(1000 * Math.min(0.97, p.likeness())) / 1000.0;
    return new DuplicatePair(
        a, b, marked ? Relation.MARKED : Relation.CROPPED, confidence, sentence(a, b, p), null, p);
  }

  private static boolean otherFrame(Part p) {
    return p.firstFramed() != p.secondFramed();
  }

  private static String sentence(Picture a, Picture b, Part p) {
    String first = DuplicateFinder.fileName(a);
    String second = DuplicateFinder.fileName(b);
    List<String> said = new ArrayList<>();
    if (p.secondIsPart()) {
      said.add(Words.of("partFinder.shows", second, share(p.inFirst()), first));
    } else if (p.firstIsPart()) {
      said.add(Words.of("partFinder.shows", first, share(p.inSecond()), second));
    } else if (!p.whole()) {
      said.add(
          Words.of("partFinder.of-is-of", share(p.inFirst()), first, share(p.inSecond()), second));
    }
    if (otherFrame(p)) {
      said.add(Words.of("partFinder.has-border-around", p.firstFramed() ? first : second));
    }
    if (p.agreeing() < NOTHING_LAID_ON) {
      said.add(Words.of("partFinder.something-lies-what-both-show", 100 * (1 - p.agreeing())));
    }
    return said.isEmpty()
        ? Words.of("partFinder.both-show-same-but-their")
        : String.join("; ", said);
  }

  private static String share(Part.Area a) {
    return String.format(Locale.ROOT, "%.0f × %.0f %%", 100 * a.width(), 100 * a.height());
  }
}
