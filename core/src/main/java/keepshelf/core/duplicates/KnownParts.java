package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.problem.Problem;

/**
 * The parts, borders and marks that were found last. To look for them takes seconds on a large
 * shelf: that is done when a person asks; what was found before is told again meanwhile, as far as
 * its pictures are still there. Safe for several threads.
 */
public final class KnownParts {
  /** Among so few they are looked for at once, whoever asks. */
  private static final int FEW = 400;

  private List<DuplicatePair> last = List.of();

  private final int few;

  /** None were found yet. */
  public KnownParts() {
    this(FEW);
  }

  /** The same with another number of pictures among which they are looked for at once. */
  KnownParts(int few) {
    this.few = few;
  }

  /**
   * What is not among {@code found} already.
   *
   * @param pictures all with contrast, each file once
   * @param asked whether a person asked for it and waits
   * @param problems is told when there are too many
   */
  synchronized List<DuplicatePair> of(
      List<Picture> pictures,
      List<DuplicatePair> found,
      Prints prints,
      boolean asked,
      List<Problem> problems) {
    List<Picture> telling = PartFinder.telling(pictures);
    last =
        asked || telling.size() <= few
            ? PartFinder.find(telling, found, prints, problems)
            : again(pictures);
    return last;
  }

  private List<DuplicatePair> again(List<Picture> pictures) {
    Map<String, Picture> there = new HashMap<>();
    pictures.forEach(p -> there.put(p.sha256(), p));
    List<DuplicatePair> out = new ArrayList<>();
    for (DuplicatePair p : last) {
      Picture a = there.get(p.a().sha256());
      Picture b = there.get(p.b().sha256());
      if (a != null && b != null) {
        out.add(p.between(a, b));
      }
    }
    return out;
  }
}
