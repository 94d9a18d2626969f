package keepshelf.desktop.duplicates;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.duplicates.Advice;
import keepshelf.core.duplicates.Findings;
import keepshelf.core.duplicates.ItemTwins;

/** Puts what a search found into rows: of three that are the same, two. */
final class FindingRows {
  private FindingRows() {}

  /**
   * All that was found, what frees most first.
   *
   * @param used names of the hosts that an item is installed in, by the item
   */
  static List<Finding> of(Findings found, Map<String, List<String>> used) {
    List<Finding> rows = new ArrayList<>();
    Map<String, String> root = new HashMap<>();
    List<ItemTwins> close =
        found.twins().stream().sorted(Comparator.comparing(ItemTwins::relation)).toList();
    for (ItemTwins t : close) {
      String a = root(root, t.a().item().id());
      String b = root(root, t.b().item().id());
      // Of three that are the same two pairs are enough; the third shows when one is gone.
      if (!a.equals(b)) {
        root.put(a, b);
        rows.add(twins(t, used));
      }
    }
    root.clear();
    for (ItemTwins t : found.colourways()) {
      String a = root(root, t.a().item().id());
      String b = root(root, t.b().item().id());
      if (!a.equals(b)) {
        root.put(a, b);
        rows.add(new Finding.Colourway(t));
      }
    }
    found.files().forEach(g -> rows.add(new Finding.Files(g)));
    found.pictures().forEach(p -> rows.add(new Finding.Pictures(p)));
    rows.sort(Comparator.comparingLong((Finding f) -> -f.bytes()).thenComparing(Finding::title));
    return rows;
  }

  /** The one that should stay at the left. */
  private static Finding twins(ItemTwins t, Map<String, List<String>> used) {
    Advice advice = Advice.of(t.a(), t.b(), used);
    if (advice.keepFirst()) {
      return new Finding.Twins(t, advice);
    }
    ItemTwins turned = new ItemTwins(t.b(), t.a(), t.relation(), t.pairs(), t.reasons());
    return new Finding.Twins(turned, Advice.of(t.b(), t.a(), used));
  }

  private static String root(Map<String, String> roots, String id) {
    String at = id;
    while (roots.containsKey(at)) {
      at = roots.get(at);
    }
    return at;
  }
}
