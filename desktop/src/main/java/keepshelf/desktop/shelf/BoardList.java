package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The boards as rows of cards; only the rows in sight exist as nodes. */
final class BoardList extends ListView<BoardList.Row> {
  private static final double PLATE = 106;
  private static final double MARGINS = 18 + 12 + 6 + 10;
  private static final double GAP = 5;

  /**
   * One row of a board.
   *
   * @param board it belongs to
   * @param from position of its first card on the board
   * @param to position after its last
   */
  record Row(Boards.Board board, int from, int to) {
    boolean first() {
      return from == 0;
    }

    boolean last() {
      return to == board.count();
    }
  }

  private final ShelfModel model;
  private final SwatchCard.Host host;
  private final ObservableList<Row> rows = FXCollections.observableArrayList();
  private double side = 116;
  private int columns = 1;

  BoardList(ShelfModel model, SwatchCard.Host host) {
    this.model = model;
    this.host = host;
    getStyleClass().addAll("boards", "plain-list");
    setAccessibleText(Words.of("spoken.boards"));
    setId("boards");
    setItems(rows);
    setCellFactory(l -> new Cell());
    setFixedCellSize(height());
    setFocusTraversable(true);
    model.boards().addListener((ListChangeListener<Boards.Board>) c -> cut());
    widthProperty().addListener(o -> cutWhenColumnsChange());
  }

  /** Hears the keys that a list would use for itself: arrows move between cards, not rows. */
  void onKeys(Consumer<KeyEvent> place) {
    addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          switch (e.getCode()) {
            case UP, DOWN, LEFT, RIGHT, HOME, END, PAGE_UP, PAGE_DOWN, SPACE, ENTER, A ->
                place.accept(e);
            default -> {}
          }
        });
  }

  /** Shows cards of {@code points} points. */
  void size(double points) {
    side = points;
    setFixedCellSize(height());
    setCellFactory(l -> new Cell());
    columns = 0;
    cutWhenColumnsChange();
  }

  /** All rows are as high: a list that had to measure its rows would draw cards out of sight. */
  private double height() {
    return side + (side >= SwatchCard.LEAST_WITH_LINE ? 82 : 52);
  }

  private int fitting() {
    return Math.max(
        1, (int) ((getWidth() - PLATE - MARGINS + GAP) / (side + SwatchCard.EDGES + GAP)));
  }

  private void cutWhenColumnsChange() {
    if (fitting() != columns) {
      cut();
    }
  }

  private void cut() {
    columns = fitting();
    List<Row> next = new ArrayList<>();
    for (Boards.Board b : model.boards()) {
      for (int from = 0; from < b.items().size(); from += columns) {
        next.add(new Row(b, from, Math.min(b.items().size(), from + columns)));
      }
    }
    rows.setAll(next);
  }

  /** Marks what is chosen in the rows in sight. */
  void mark() {
    for (var n : lookupAll(".board-row")) {
      if (n.getUserData() instanceof Cell c) {
        c.mark();
      }
    }
  }

  /** Scrolls so that the leading card is in sight. */
  void reveal() {
    Spot at = lead();
    if (at != null && !inSight(at.row())) {
      scrollTo(Math.max(0, at.row() - (rows.get(at.row()).first() ? 0 : 1)));
    }
  }

  /** Where the leading card stands: its row, and its position in it. */
  private record Spot(int row, int column) {}

  private Spot lead() {
    ItemCard lead = model.selection().leadProperty().get();
    for (int i = 0; lead != null && i < rows.size(); i++) {
      Row r = rows.get(i);
      for (int k = r.from(); k < r.to(); k++) {
        if (r.board().items().get(k).id().equals(lead.id())) {
          return new Spot(i, k - r.from());
        }
      }
    }
    return null;
  }

  private boolean inSight(int row) {
    for (var n : lookupAll(".board-row")) {
      if (n.getUserData() instanceof Cell c && c.getIndex() == row && !c.isEmpty()) {
        var b = c.localToScene(c.getBoundsInLocal());
        var v = localToScene(getBoundsInLocal());
        return b.getMinY() >= v.getMinY() - 1 && b.getMaxY() <= v.getMaxY() + 1;
      }
    }
    return false;
  }

  /** The card a row above (-1) or below (1) the leading one, in the same column; or null. */
  ItemCard beside(int step) {
    Spot at = lead();
    if (at == null || at.row() + step < 0 || at.row() + step >= rows.size()) {
      return null;
    }
    Row next = rows.get(at.row() + step);
    return next.board().items().get(Math.min(next.from() + at.column(), next.to() - 1));
  }

  /** Rows that fit into the window. */
  int page() {
    return Math.max(1, (int) (getHeight() / height()));
  }

  private final class Cell extends ListCell<Row> {
    private final VBox plate = new VBox(2);
    private final HBox cards = new HBox(GAP);
    private final HBox row = new HBox(GAP, plate, cards);
    private final List<SwatchCard> made = new ArrayList<>();

    Cell() {
      getStyleClass().add("board-row");
      setUserData(this);
      plate.setMinWidth(PLATE);
      plate.setPrefWidth(PLATE);
      plate.setMaxWidth(PLATE);
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(Row r, boolean empty) {
      super.updateItem(r, empty);
      getStyleClass().removeAll("board-first", "board-last");
      if (empty || r == null) {
        setGraphic(null);
        return;
      }
      plate.getChildren().clear();
      if (r.first()) {
        getStyleClass().add("board-first");
        plate
            .getChildren()
            .setAll(
                Kit.wrapped(r.board().title(), "plate"),
                Kit.label(Words.of("shelf.board.count", r.board().count()), "hint"),
                Kit.label(Words.bytes(r.board().bytes()), "hint"));
      }
      if (r.last()) {
        getStyleClass().add("board-last");
      }
      int n = r.to() - r.from();
      while (made.size() < n) {
        made.add(new SwatchCard(host, side));
      }
      cards.getChildren().setAll(made.subList(0, n));
      for (int i = 0; i < n; i++) {
        made.get(i).show(r.board().items().get(r.from() + i));
      }
      mark();
      setGraphic(row);
      setAccessibleText(Kit.spoken(row));
    }

    void mark() {
      ItemCard lead = model.selection().leadProperty().get();
      for (var n : cards.getChildren()) {
        SwatchCard c = (SwatchCard) n;
        c.choose(
            model.selection().has(c.card().id()), lead != null && lead.id().equals(c.card().id()));
      }
    }
  }
}
