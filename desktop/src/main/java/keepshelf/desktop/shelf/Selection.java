package keepshelf.desktop.shelf;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.catalogue.ItemCard;

/** Which cards are chosen, and which of them leads: the one that keys act from. */
public final class Selection {
  private final Set<String> chosen = new LinkedHashSet<>();
  private final ReadOnlyObjectWrapper<ItemCard> lead = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Set<String>> ids = new ReadOnlyObjectWrapper<>(Set.of());
  private String anchor;

  /** Identifiers of the chosen items, in the order they were chosen; a new set at each change. */
  public ReadOnlyObjectProperty<Set<String>> idsProperty() {
    return ids.getReadOnlyProperty();
  }

  /** The card that keys act from, or null. */
  public ReadOnlyObjectProperty<ItemCard> leadProperty() {
    return lead.getReadOnlyProperty();
  }

  /** Whether an item is chosen. */
  public boolean has(String id) {
    return chosen.contains(id);
  }

  /** Chooses this card alone; null lets all go. */
  public void only(ItemCard c) {
    chosen.clear();
    if (c != null) {
      chosen.add(c.id());
    }
    anchor = c == null ? null : c.id();
    tell(c);
  }

  /** Adds a card to those chosen, or takes it away. */
  public void toggle(ItemCard c) {
    if (!chosen.remove(c.id())) {
      chosen.add(c.id());
    }
    anchor = c.id();
    tell(c);
  }

  /** Chooses all from where the last choice began to {@code c}, in the order of {@code shown}. */
  public void upTo(ItemCard c, List<ItemCard> shown) {
    int from = at(anchor, shown);
    int to = at(c.id(), shown);
    if (from < 0 || to < 0) {
      only(c);
      return;
    }
    chosen.clear();
    for (int i = from; i != to; i += Integer.signum(to - from)) {
      chosen.add(shown.get(i).id());
    }
    chosen.add(c.id());
    tell(c);
  }

  /** Moves the choice by {@code step} in the order of {@code shown}; {@code more} keeps it too. */
  void move(int step, boolean more, List<ItemCard> shown) {
    if (shown.isEmpty()) {
      return;
    }
    int at = lead.get() == null ? -1 : at(lead.get().id(), shown);
    ItemCard to = shown.get(Math.clamp(at < 0 ? 0 : at + (long) step, 0, shown.size() - 1));
    if (more) {
      upTo(to, shown);
    } else {
      only(to);
    }
  }

  /** Chooses all of them. */
  public void all(List<ItemCard> shown) {
    chosen.clear();
    shown.forEach(c -> chosen.add(c.id()));
    tell(lead.get() != null && chosen.contains(lead.get().id()) ? lead.get() : first(shown));
  }

  /** Keeps what is still shown, among {@code there}; see {@link #keep(List, Function)}. */
  void keep(List<ItemCard> shown, Collection<ItemCard> there) {
    Map<String, ItemCard> byId = HashMap.newHashMap(there.size());
    there.forEach(c -> byId.put(c.id(), c));
    keep(shown, byId::get);
  }

  /**
   * Keeps what is still shown; another one leads when the lead is gone.
   *
   * @param card the card that is shown of an item, by its identifier; null for none
   */
  void keep(List<ItemCard> shown, Function<String, ItemCard> card) {
    chosen.removeIf(id -> card.apply(id) == null);
    ItemCard now = lead.get() == null ? null : card.apply(lead.get().id());
    if (now == null) {
      now = chosen.isEmpty() ? first(shown) : card.apply(chosen.iterator().next());
    }
    if (now != null && chosen.isEmpty()) {
      chosen.add(now.id());
    }
    if (anchor == null || card.apply(anchor) == null) {
      anchor = now == null ? null : now.id();
    }
    tell(now);
  }

  private static ItemCard first(List<ItemCard> shown) {
    return shown.isEmpty() ? null : shown.getFirst();
  }

  private static int at(String id, List<ItemCard> shown) {
    for (int i = 0; i < shown.size(); i++) {
      if (shown.get(i).id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  private void tell(ItemCard c) {
    lead.set(c);
    ids.set(java.util.Collections.unmodifiableSet(new LinkedHashSet<>(chosen)));
  }
}
