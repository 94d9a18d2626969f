package keepshelf.core.search;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.ItemCard;

/** Cards in the order of their names, which is kept when only a few of very many change. */
final class ByName {
  /** More changes than this are sorted in with all the others. */
  private static final int FEW = 2_000;

  private static final Comparator<ItemCard> ORDER =
      Comparator.comparing((ItemCard c) -> c.name().toLowerCase(Locale.ROOT))
          .thenComparing(ItemCard::id);

  private ByName() {}

  private record Named(String name, ItemCard card) {}

  /** {@code cards} by name. */
  static List<ItemCard> of(List<ItemCard> cards) {
    return cards.parallelStream()
        .map(c -> new Named(c.name().toLowerCase(Locale.ROOT), c))
        .sorted(Comparator.comparing(Named::name).thenComparing(n -> n.card().id()))
        .map(Named::card)
        .toList();
  }

  /** The cards of {@code now} by name, where {@code sorted} are those of {@code before}. */
  static List<ItemCard> renewed(List<ItemCard> sorted, Cards before, Cards now) {
    List<ItemCard> came = new ArrayList<>();
    Set<String> went = new HashSet<>();
    compare(before.shown(), now.shown(), came, went);
    if (came.isEmpty() && went.isEmpty()) {
      return sorted;
    }
    if (came.size() > FEW) {
      return of(now.shown());
    }
    List<ItemCard> out = new ArrayList<>(sorted.size() + came.size());
    for (ItemCard c : sorted) {
      if (!went.contains(c.id())) {
        out.add(c);
      }
    }
    for (ItemCard c : came) {
      int at = Collections.binarySearch(out, c, ORDER);
      out.add(at < 0 ? -at - 1 : at, c);
    }
    return Collections.unmodifiableList(out);
  }

  /** Whether {@code card} is one of {@code sorted}, which are by name. */
  static boolean has(List<ItemCard> sorted, ItemCard card) {
    int at = Collections.binarySearch(sorted, card, ORDER);
    return at >= 0 && sorted.get(at) == card;
  }

  /** Both are by row; a card that is the same is the same object. */
  private static void compare(
      List<ItemCard> before, List<ItemCard> now, List<ItemCard> came, Set<String> went) {
    int b = 0;
    for (ItemCard n : now) {
      while (b < before.size() && before.get(b).row() < n.row()) {
        went.add(before.get(b++).id());
      }
      boolean there = b < before.size() && before.get(b).row() == n.row();
      if (!there || before.get(b) != n) {
        came.add(n);
        if (there) {
          went.add(before.get(b).id());
        }
      }
      b += there ? 1 : 0;
    }
    while (b < before.size()) {
      went.add(before.get(b++).id());
    }
  }
}
