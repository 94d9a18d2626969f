package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.Observable;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.ReadAhead;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.preview.Previews;
import keepshelf.core.search.Found;
import keepshelf.core.search.Query;
import keepshelf.core.search.Search;
import keepshelf.core.sources.NotHere;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.work.WorkList;

/**
 * What stands on the shelf, found by a query and put on boards. Reading and searching are done in
 * the background; everything here changes on the interface thread.
 */
public final class ShelfModel {
  /** Records of more items than this are not read to be shown together. */
  private static final int MOST_TOGETHER = 500;

  private final Shelf shelf;
  private final WorkList work;
  private final ObservableList<PackNews> notHere = FXCollections.observableArrayList();
  private List<PackNews> elsewhere = List.of();
  private final ObservableList<ItemCard> all = FXCollections.observableArrayList();
  private final ObservableList<Boards.Board> boards = FXCollections.observableArrayList();
  private final StringProperty words = new SimpleStringProperty("");
  private final ObjectProperty<Boards.By> by = new SimpleObjectProperty<>(Boards.By.KIND);
  private final ObjectProperty<Previews.Lit> lit = new SimpleObjectProperty<>(Previews.Lit.USUAL);
  private final ReadOnlyObjectWrapper<Found> found = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<List<ShelvedItem>> tagged =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyBooleanWrapper busy = new ReadOnlyBooleanWrapper();
  private final Selection selection = new Selection();
  private final AtomicLong read = new AtomicLong();
  private final AtomicLong looked = new AtomicLong();
  private Known known = Known.NOTHING;
  private Glimpse glimpse = Glimpse.NONE;
  private Search search;

  /** What was read last; used only where reading is done. */
  private Search newest;

  /** What is asked for; whatever was asked before is not shown any more. */
  private volatile Boards.Asked now;

  private List<ItemCard> shown = List.of();
  private long version = -1;
  private int open;

  /** Over {@code shelf}; call {@link #refresh()} to read it. */
  public ShelfModel(Shelf shelf, WorkList work) {
    this.shelf = shelf;
    this.work = work;
    words.addListener(o -> find());
    by.addListener(o -> find());
    find();
    selection.idsProperty().addListener(o -> readTag());
  }

  /** Whether the shelf was read at all yet. */
  public boolean wasRead() {
    return search != null;
  }

  /** Whether something is being read or searched. */
  public ReadOnlyBooleanProperty busyProperty() {
    return busy.getReadOnlyProperty();
  }

  /** How many items there are, as far as is known yet. */
  int count() {
    return search == null ? glimpse.items() : search.all().size();
  }

  /** Bytes of all their maps. */
  long bytes() {
    return search == null
        ? glimpse.bytes()
        : search.all().stream().mapToLong(ItemCard::bytes).sum();
  }

  /** Every item, by name. */
  public ObservableList<ItemCard> all() {
    return all;
  }

  /** The boards with what the query finds. */
  ObservableList<Boards.Board> boards() {
    return boards;
  }

  /** Becomes invalid when boards are shown, be it only the first of them. */
  public Observable boardsRead() {
    return boards;
  }

  /** The query, as text. */
  public StringProperty wordsProperty() {
    return words;
  }

  /** What boards are made by. */
  ObjectProperty<Boards.By> byProperty() {
    return by;
  }

  /** The light that all previews stand under. */
  public ObjectProperty<Previews.Lit> litProperty() {
    return lit;
  }

  /** What was found last, with its counts; null before the shelf was read. */
  public ReadOnlyObjectProperty<Found> foundProperty() {
    return found.getReadOnlyProperty();
  }

  /** What is chosen. */
  public Selection selection() {
    return selection;
  }

  /** The records of what is chosen, once they are read; empty when too many are chosen. */
  public ReadOnlyObjectProperty<List<ShelvedItem>> taggedProperty() {
    return tagged.getReadOnlyProperty();
  }

  /** The items on the boards, in order; one that stands on several boards comes once for each. */
  public List<ItemCard> shown() {
    return shown;
  }

  /** Chooses the item with this identifier alone. */
  public void choose(String id) {
    if (search != null) {
      selection.only(search.card(id));
    }
  }

  /** How free the use of an item is. */
  public keepshelf.core.licensing.LicenceClass glance(ItemCard c) {
    return shelf.licences().glance(c.pack().licence());
  }

  /** Whether files of an item were found missing or altered. */
  public boolean broken(ItemCard c) {
    return search != null && search.broken(c.id());
  }

  /** Whether a newer version of an item stands on the shelf. */
  public boolean older(ItemCard c) {
    return search != null && search.older(c.id());
  }

  /** Whether an item of another pack has the same name. */
  public boolean namedAlike(ItemCard c) {
    return known.alike().contains(c.name().toLowerCase(Locale.ROOT));
  }

  /** Where an item is installed. */
  public List<InstallationRecord> installationsOf(String item) {
    return search == null ? List.of() : search.installationsOf(item);
  }

  /** What the records of all items have. */
  Known known() {
    return known;
  }

  /** Names of all projects. */
  public List<String> projects() {
    return known.projects();
  }

  /** Names of all collections. */
  public List<String> collections() {
    return known.collections();
  }

  /** The card of an item, or null. */
  public ItemCard card(String item) {
    return search == null ? null : search.card(item);
  }

  /**
   * Reads the shelf for the first time. What is being read ahead is shown as it comes: the top of
   * the boards, then everything; nothing that is asked for meanwhile has to wait for it.
   *
   * @param laidOut runs something after what is shown was laid out
   */
  public void begin(Consumer<Runnable> laidOut) {
    Optional<ReadAhead> ahead = shelf.ahead();
    if (ahead.isEmpty()) {
      refresh();
      return;
    }
    open++;
    busy.set(true);
    Runnable pressing = work.press();
    Runnable all =
        () ->
            work.ui(() -> {
              refresh();
              pressing.run();
              busy.set(--open > 0);
            });
    ahead
        .get()
        .glimpse(g ->
            work.ui(() -> {
              show(g);
              laidOut.accept(() -> ahead.get().readOn(all));
            }));
  }

  private void show(Glimpse g) {
    glimpse = g;
    if (search == null && words.get().isEmpty() && by.get() == Boards.By.KIND) {
      boards.setAll(Boards.of(g));
      shown = boards.stream().flatMap(b -> b.items().stream()).toList();
      selection.keep(shown, shown);
    }
  }

  /** Reads the shelf anew in the background, keeping what is chosen. */
  public void refresh() {
    long mine = read.incrementAndGet();
    background(() -> {
      if (mine != read.get()) {
        return;
      }
      long at = shelf.catalogue().version();
      Search next = shelf.search(newest);
      newest = next;
      Known has = Known.of(next.all());
      // What was asked for is found at once, so that the boards wait for nothing else.
      Boards.Asked last = now;
      Boards.Asked.Answer first = last.of(next);
      work.ui(() -> {
        version = at;
        search = next;
        known = has;
        if (now == last) {
          show(first);
        } else {
          find();
        }
        all.setAll(next.all());
      });
      work.quietly(shelf.catalogue()::tidy);
    });
  }

  /** Does something on the lane of short work; {@link #busyProperty()} is true meanwhile. */
  private void background(Runnable what) {
    open++;
    busy.set(true);
    work.note(() -> {
      try {
        what.run();
      } finally {
        work.ui(() -> busy.set(--open > 0));
      }
    });
  }

  /**
   * Reads something on the same lane and hands it over on the interface thread; what is asked for
   * first is there first.
   */
  public <T> void read(Supplier<T> what, Consumer<T> to) {
    background(() -> {
      T value = what.get();
      work.ui(() -> to.accept(value));
    });
  }

  /** What is owned and not on the shelf, as far as it was asked for. */
  public ObservableList<PackNews> notHere() {
    return notHere;
  }

  /** Hands over what a query finds, by name; everything as long as the shelf was not read. */
  public void ask(String query, Consumer<List<ItemCard>> to) {
    Search over = search;
    if (over == null) {
      to.accept(all);
      return;
    }
    read(() -> over.find(Query.of(query)).cards(), to);
  }

  /** Reads the shelf anew when something was changed, be it by another program. */
  public void refreshWhenChanged() {
    if (search != null && !busy.get() && shelf.catalogue().version() != version) {
      refresh();
    }
  }

  /** Asks the query and makes the boards, in the background: either may take a while. */
  private void find() {
    Boards.Asked mine = new Boards.Asked(Query.of(words.get()), by.get());
    now = mine;
    Search over = search;
    if (over == null) {
      return;
    }
    background(() -> {
      if (mine == now) {
        Boards.Asked.Answer a = mine.of(over);
        work.ui(() -> {
          if (mine == now) {
            show(a);
          }
        });
      }
    });
  }

  private void show(Boards.Asked.Answer a) {
    found.set(a.found());
    shown = a.inOrder();
    boards.setAll(a.boards());
    notHere.setAll(NotHere.found(elsewhere, a.found().query()));
    if (selection.idsProperty().get().size() > MOST_TOGETHER) {
      selection.keep(shown, a.found().cards());
    } else {
      selection.keep(shown, id -> found(id, a.found(), a.over()));
    }
  }

  /** Says what is owned and not on the shelf, so that it can be found; by name. */
  public void ownedElsewhere(List<PackNews> all) {
    elsewhere = List.copyOf(all);
    notHere.setAll(NotHere.found(elsewhere, Query.of(words.get())));
  }

  private static ItemCard found(String id, Found f, Search over) {
    ItemCard c = over.card(id);
    return f.has(c) ? c : null;
  }

  /** Reads the records of what is chosen, for the tag. */
  private void readTag() {
    long mine = looked.incrementAndGet();
    List<String> ids = List.copyOf(selection.idsProperty().get());
    if (ids.isEmpty() || ids.size() > MOST_TOGETHER) {
      tagged.set(List.of());
      return;
    }
    background(() -> {
      if (mine != looked.get()) {
        return;
      }
      List<ShelvedItem> items = new ArrayList<>();
      ids.forEach(id -> shelf.catalogue().item(id).ifPresent(items::add));
      work.ui(() -> {
        if (mine == looked.get()) {
          tagged.set(items);
        }
      });
    });
  }

  /** Measures something in the background and hands it to {@code to} on the interface thread. */
  <T> void measure(Supplier<T> what, Consumer<T> to) {
    work.quietly(() -> {
      T value = what.get();
      work.ui(() -> to.accept(value));
    });
  }

  /** Moves the choice along the boards; {@code more} keeps what was chosen. */
  public void move(int step, boolean more) {
    selection.move(step, more, shown);
  }
}
