package keepshelf.desktop.hosts;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import java.util.function.Predicate;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import keepshelf.core.catalogue.ItemCard;

/** The rows of the fitting table: all items, or those that words, a collection, a state leave. */
final class HostRows {
  private final ObservableList<ItemCard> all;
  private final Predicate<ItemCard> installed;
  private final ObservableList<ItemCard> shown = FXCollections.observableArrayList();
  private final StringProperty words = new SimpleStringProperty("");
  private final StringProperty collection = new SimpleStringProperty("");
  private final BooleanProperty installedOnly = new SimpleBooleanProperty();

  /**
   * Rows out of {@code all}.
   *
   * @param installed whether an item is installed anywhere
   */
  HostRows(ObservableList<ItemCard> all, Predicate<ItemCard> installed) {
    this.all = all;
    this.installed = installed;
    all.addListener((ListChangeListener<ItemCard>) c -> again());
    words.addListener(o -> again());
    collection.addListener(o -> again());
    installedOnly.addListener(o -> again());
    again();
  }

  /** The rows that are shown, in the order of the shelf. */
  ObservableList<ItemCard> shown() {
    return shown;
  }

  /** What is searched for in names, sources and kinds. */
  StringProperty wordsProperty() {
    return words;
  }

  /** The collection that is shown, or empty for all. */
  StringProperty collectionProperty() {
    return collection;
  }

  /** Whether only items are shown that are installed somewhere. */
  BooleanProperty installedOnlyProperty() {
    return installedOnly;
  }

  /** Names of all collections. */
  List<String> collections() {
    TreeSet<String> out = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    all.forEach(c -> out.addAll(c.marks().collections()));
    return List.copyOf(out);
  }

  /** Looks again which rows are to be shown. */
  void again() {
    String[] wanted = words.get().toLowerCase(Locale.ROOT).strip().split("\\s+");
    String in = collection.get() == null ? "" : collection.get();
    List<ItemCard> out = new ArrayList<>();
    for (ItemCard c : all) {
      boolean fits =
          (in.isEmpty() || c.marks().collections().contains(in))
              && (!installedOnly.get() || installed.test(c))
              && has(c, wanted);
      if (fits) {
        out.add(c);
      }
    }
    if (!out.equals(shown)) {
      shown.setAll(out);
    }
  }

  private static boolean has(ItemCard c, String[] wanted) {
    if (wanted.length == 1 && wanted[0].isEmpty()) {
      return true;
    }
    String text =
        (c.name() + " " + c.key() + " " + c.pack().source() + " " + c.kind().plural())
            .toLowerCase(Locale.ROOT);
    for (String w : wanted) {
      if (!text.contains(w)) {
        return false;
      }
    }
    return true;
  }
}
