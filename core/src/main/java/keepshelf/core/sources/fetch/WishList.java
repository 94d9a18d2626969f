package keepshelf.core.sources.fetch;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;

/**
 * Several wishes made at once: what cannot be fetched is said and the others go on, and no more is
 * wished of a source than its plan has downloads left.
 */
public final class WishList {
  private final List<Fetch> fetches = new ArrayList<>();
  private final List<Problem> problems = new ArrayList<>();
  private final Map<String, Integer> wished = new HashMap<>();

  /** An empty one. */
  public WishList() {}

  /** Wishes for the newest version of a pack; see {@link Wishes#newest}. */
  public void newest(SourceNews source, PackNews pack, String resolution) {
    add(source, pack, () -> List.of(Wishes.newest(source, pack, resolution)));
  }

  /** Wishes for the lost files of a pack; see {@link Wishes#lost}. */
  public void lost(SourceNews source, PackNews pack, Catalogue catalogue) {
    add(source, pack, () -> Wishes.lost(source, pack, catalogue));
  }

  /** Notes that something is not wished for, and why. */
  public void refuse(Problem p) {
    problems.add(p);
  }

  private interface Making {
    List<Fetch> make() throws ShelfException;
  }

  private void add(SourceNews source, PackNews pack, Making how) {
    try {
      List<Fetch> more = how.make();
      String key = source.source().name();
      int before = wished.getOrDefault(key, 0);
      Integer left = source.account() == null ? null : source.account().downloadsLeft();
      if (left != null && before + more.size() > left) {
        problems.add(Wishes.noneLeft(source, pack, before));
        return;
      }
      wished.put(key, before + more.size());
      fetches.addAll(more);
    } catch (ShelfException e) {
      problems.add(e.problem());
    }
  }

  /** What can be fetched, in the order in which it was wished. */
  public List<Fetch> fetches() {
    return List.copyOf(fetches);
  }

  /** Why something cannot. */
  public List<Problem> problems() {
    return List.copyOf(problems);
  }
}
