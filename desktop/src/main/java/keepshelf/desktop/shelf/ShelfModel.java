package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.search.Family;
import keepshelf.core.search.WordFilter;
import keepshelf.desktop.Words;
import keepshelf.desktop.work.WorkList;

/** What stands on the shelf, filtered by words and put on boards. */
public final class ShelfModel {
  /** What boards are made by. */
  public enum BoardsBy {
    KIND,
    SOURCE
  }

  /**
   * One board.
   *
   * @param title on its plate
   * @param items on it, by name
   */
  public record Board(String title, List<ShelvedItem> items) {
    /** Bytes of all maps on it. */
    public long bytes() {
      return items.stream().mapToLong(i -> i.item().bytes()).sum();
    }
  }

  private final Shelf shelf;
  private final WorkList work;
  private final ObservableList<ShelvedItem> all = FXCollections.observableArrayList();
  private final ObservableList<Board> boards = FXCollections.observableArrayList();
  private final StringProperty words = new SimpleStringProperty("");
  private final ObjectProperty<BoardsBy> by = new SimpleObjectProperty<>(BoardsBy.KIND);
  private final ObjectProperty<ShelvedItem> chosen = new SimpleObjectProperty<>();
  private List<InstallationRecord> installations = List.of();
  private boolean read;

  /** Over {@code shelf}; call {@link #refresh()} to read it. */
  public ShelfModel(Shelf shelf, WorkList work) {
    this.shelf = shelf;
    this.work = work;
    words.addListener(o -> arrange());
    by.addListener(o -> arrange());
  }

  /** Whether the shelf was read at all yet. */
  public boolean wasRead() {
    return read;
  }

  /** Every item. */
  public ObservableList<ShelvedItem> all() {
    return all;
  }

  /** The boards with what the words find. */
  public ObservableList<Board> boards() {
    return boards;
  }

  /** What is searched for. */
  public StringProperty wordsProperty() {
    return words;
  }

  /** What boards are made by. */
  public ObjectProperty<BoardsBy> byProperty() {
    return by;
  }

  /** The item whose tag is shown. */
  public ObjectProperty<ShelvedItem> chosenProperty() {
    return chosen;
  }

  /** The items on the boards, in order. */
  public List<ShelvedItem> shown() {
    return boards.stream().flatMap(b -> b.items().stream()).toList();
  }

  /** Where an item is installed. */
  public List<InstallationRecord> installationsOf(ShelvedItem s) {
    return installations.stream().filter(i -> i.item().equals(s.item().id())).toList();
  }

  /** Reads the shelf anew, keeping what is chosen. */
  public void refresh() {
    String id = chosen.get() == null ? null : chosen.get().item().id();
    read = true;
    installations = shelf.catalogue().installations();
    all.setAll(shelf.catalogue().items());
    arrange();
    chosen.set(all.stream().filter(s -> s.item().id().equals(id)).findFirst().orElse(null));
    if (chosen.get() == null && !shown().isEmpty()) {
      chosen.set(shown().getFirst());
    }
  }

  private void arrange() {
    WordFilter filter = new WordFilter(words.get());
    Map<String, List<ShelvedItem>> found =
        by.get() == BoardsBy.KIND
            ? new LinkedHashMap<>()
            : new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    if (by.get() == BoardsBy.KIND) {
      for (Family f : Family.values()) {
        found.put(f.title(), new ArrayList<>());
      }
    }
    for (ShelvedItem s : all) {
      if (filter.test(s)) {
        found.computeIfAbsent(title(s), t -> new ArrayList<>()).add(s);
      }
    }
    boards.setAll(
        found.entrySet().stream()
            .filter(e -> !e.getValue().isEmpty())
            .map(e -> new Board(e.getKey(), e.getValue()))
            .toList());
    if (chosen.get() != null && !shown().contains(chosen.get()) && !shown().isEmpty()) {
      chosen.set(shown().getFirst());
    }
  }

  private String title(ShelvedItem s) {
    if (by.get() == BoardsBy.SOURCE) {
      return s.pack().source() == null ? Words.of("shelf.nosource") : s.pack().source();
    }
    return Family.board(s.item());
  }

  /** Moves the choice by {@code step} items along the boards. */
  public void move(int step) {
    List<ShelvedItem> shown = shown();
    if (shown.isEmpty()) {
      return;
    }
    int at = shown.indexOf(chosen.get());
    chosen.set(shown.get(Math.clamp(at < 0 ? 0 : at + (long) step, 0, shown.size() - 1)));
  }

  /** Moves the choice to the board above (-1) or below (1), keeping the column. */
  public void moveBoard(int step) {
    for (int b = 0; b < boards.size(); b++) {
      int column = boards.get(b).items().indexOf(chosen.get());
      int to = b + step;
      if (column >= 0 && to >= 0 && to < boards.size()) {
        List<ShelvedItem> items = boards.get(to).items();
        chosen.set(items.get(Math.min(column, items.size() - 1)));
        return;
      }
    }
  }

  /**
   * Records a tile width in metres for the chosen item; blank forgets it. Returns false for
   * nonsense.
   */
  public boolean setTile(String typed) {
    ShelvedItem s = chosen.get();
    Double metres = null;
    String t = typed.trim().replace(',', '.').replaceFirst("\\s*m$", "");
    if (!t.isEmpty()) {
      try {
        metres = Double.valueOf(t);
      } catch (NumberFormatException e) {
        return false;
      }
      if (!(metres > 0 && metres < 10_000)) {
        return false;
      }
    }
    Double value = metres;
    work.start(
        Words.of("tag.tile"),
        job -> {
          shelf.setTileMetres(s.item().id(), value);
          work.ui(this::refresh);
        });
    return true;
  }
}
