package keepshelf.desktop.hosts;

import java.util.List;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicLong;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.desktop.shelf.ShelfModel;

/** The rows of the fitting table: all items, or what a query finds, a collection, a state leave. */
final class HostRows {
  private final ShelfModel shelf;
  private final ObservableList<ItemCard> shown = FXCollections.observableArrayList();
  private final StringProperty words = new SimpleStringProperty("");
  private final StringProperty collection = new SimpleStringProperty("");
  private final BooleanProperty installedOnly = new SimpleBooleanProperty();
  private final AtomicLong asked = new AtomicLong();

  /** Rows out of all items of {@code shelf}. */
  HostRows(ShelfModel shelf) {
    this.shelf = shelf;
    shelf.all().addListener((ListChangeListener<ItemCard>) c -> find());
    words.addListener(o -> find());
    collection.addListener(o -> find());
    installedOnly.addListener(o -> find());
    find();
  }

  /** The rows that are shown, by name. */
  ObservableList<ItemCard> shown() {
    return shown;
  }

  /** What is searched for: a query, as on the shelf. */
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
    shelf.all().forEach(c -> out.addAll(c.marks().collections()));
    return List.copyOf(out);
  }

  private void find() {
    long mine = asked.incrementAndGet();
    String in = collection.get() == null ? "" : collection.get();
    String query =
        words.get()
            + (in.isEmpty() ? "" : " collection:\"" + in + "\"")
            + (installedOnly.get() ? " is:installed" : "");
    if (query.isBlank()) {
      show(shelf.all());
      return;
    }
    shelf.ask(
        query,
        cards -> {
          if (mine == asked.get()) {
            show(cards);
          }
        });
  }

  private void show(List<ItemCard> cards) {
    if (!cards.equals(shown)) {
      shown.setAll(cards);
    }
  }
}
