package keepshelf.desktop.hosts;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.search.Condition;
import keepshelf.desktop.shelf.ShelfModel;

/** The rows of the fitting table: all items, or what a query, a group and a state leave. */
final class HostRows {
  /**
   * A named group of items.
   *
   * @param key of the condition that asks for it; empty for all items
   * @param name of the project or collection
   */
  record Group(String key, String name) {
    /** All items. */
    static final Group ALL = new Group("", "");

    private String condition() {
      return Condition.typed(key, name);
    }
  }

  private final ShelfModel shelf;
  private final ObservableList<ItemCard> shown = FXCollections.observableArrayList();
  private final ObservableList<Group> groups = FXCollections.observableArrayList();
  private final StringProperty words = new SimpleStringProperty("");
  private final ObjectProperty<Group> group = new SimpleObjectProperty<>(Group.ALL);
  private final BooleanProperty installedOnly = new SimpleBooleanProperty();
  private final AtomicLong asked = new AtomicLong();

  /** Rows out of all items of {@code shelf}. */
  HostRows(ShelfModel shelf) {
    this.shelf = shelf;
    groups.setAll(allGroups());
    shelf
        .all()
        .addListener(
            (ListChangeListener<ItemCard>)
                c -> {
                  List<Group> now = allGroups();
                  if (!now.equals(groups)) {
                    groups.setAll(now);
                  }
                  find();
                });
    words.addListener(o -> find());
    group.addListener(o -> find());
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

  /** The group that is shown. */
  ObjectProperty<Group> groupProperty() {
    return group;
  }

  /** Whether only items are shown that are installed somewhere. */
  BooleanProperty installedOnlyProperty() {
    return installedOnly;
  }

  /** All groups there are: everything, the projects, the collections. */
  ObservableList<Group> groups() {
    return groups;
  }

  private List<Group> allGroups() {
    List<Group> out = new ArrayList<>(List.of(Group.ALL));
    shelf.projects().forEach(n -> out.add(new Group("project", n)));
    shelf.collections().forEach(n -> out.add(new Group("collection", n)));
    return out;
  }

  private void find() {
    long mine = asked.incrementAndGet();
    String query =
        words.get()
            + (group.get() == Group.ALL ? "" : " " + group.get().condition())
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
