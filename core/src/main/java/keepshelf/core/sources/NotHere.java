package keepshelf.core.sources;

import java.util.List;
import java.util.Locale;
import keepshelf.core.search.Condition;
import keepshelf.core.search.Query;
import keepshelf.core.sources.PackNews.State;

/** Finds what is owned and not on the shelf, by the same words as what is. */
public final class NotHere {
  private NotHere() {}

  /** Whether a query may mean it: it has words, or asks for it. */
  public static boolean isAskedBy(Query q) {
    return asks(q) || q.words().stream().anyMatch(w -> !w.not());
  }

  private static boolean asks(Query q) {
    return q.conditions().stream()
        .anyMatch(c -> c.key().equals("is") && !c.not() && c.names("not-here"));
  }

  /** All of it, by name. */
  public static List<PackNews> of(List<SourceNews> all) {
    return all.stream()
        .flatMap(n -> n.packs().stream())
        .filter(p -> p.states().contains(State.NOT_HERE))
        .sorted((a, b) -> String.CASE_INSENSITIVE_ORDER.compare(a.name(), b.name()))
        .toList();
  }

  /**
   * What a query finds of it, in the same order. Of conditions, those about source, licence and
   * whether it is here are understood; any other one, as about pictures, holds for nothing that is
   * not here.
   */
  public static List<PackNews> found(List<PackNews> all, Query q) {
    if (!isAskedBy(q)) {
      return List.of();
    }
    return all.stream()
        .filter(p -> q.words().stream().allMatch(w -> holds(w, p)))
        .filter(p -> q.conditions().stream().allMatch(c -> holds(c, p)))
        .toList();
  }

  private static boolean holds(Query.Word w, PackNews p) {
    String text = " " + (p.name() + " " + p.source()).toLowerCase(Locale.ROOT);
    String plain = text.replaceAll("[^\\p{L}\\p{N}]+", " ");
    String asked = w.text().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", " ").strip();
    return plain.contains(" " + asked) != w.not();
  }

  private static boolean holds(Condition c, PackNews p) {
    boolean is =
        switch (c.key()) {
          case "is" -> c.names("not-here");
          case "source" -> c.names(p.source());
          case "licence" -> c.names(p.licence());
          default -> false;
        };
    return is != c.not();
  }
}
