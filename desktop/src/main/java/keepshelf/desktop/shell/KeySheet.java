package keepshelf.desktop.shell;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** All keys in columns, one for each place, with a field that finds one. */
final class KeySheet extends VBox {
  /** The long ones first, so that the short ones fill up the columns. */
  private static final List<String> PLACES =
      List.of(
          "arrivals",
          "bench",
          "shelf",
          "duplicates",
          "hosts",
          "projects",
          "sources",
          "everywhere",
          "making");

  /** Points of a column, and at most how many stand side by side. */
  private static final double COLUMN = 252;

  private static final int MOST = 4;
  private static final double GAP = 20;
  private static final double BAR = 14;

  private final List<String> order;
  private final TextField find = new TextField();
  private final HBox columns = new HBox(GAP);
  private final ScrollPane page = new ScrollPane(columns);
  private final Label nothing = Kit.label(Words.of("keys.none"), "second");

  /** A key, or several that belong together, and what it does. */
  private record Line(String keys, String what) {
    boolean speaksOf(String words) {
      return words.isEmpty()
          || what.toLowerCase(Locale.ROOT).contains(words)
          || keys.toLowerCase(Locale.ROOT).contains(words);
    }
  }

  /** A sheet that begins with the keys of a place, which may be null. */
  KeySheet(String place) {
    super(14);
    order = new ArrayList<>(PLACES);
    if (order.remove(place)) {
      order.addFirst(place);
    }
    setId("keys");
    getStyleClass().addAll("notice", "note-edge");
    find.setPromptText(Words.of("keys.find"));
    find.setId("keys-find");
    find.getStyleClass().add("small-field");
    find.setPrefWidth(240);
    find.textProperty().addListener(o -> fill());
    HBox top = new HBox(18, Kit.label(Words.of("keys.title"), "heading"), Kit.spring(), find);
    top.setAlignment(Pos.CENTER_LEFT);
    nothing.managedProperty().bind(nothing.visibleProperty());
    columns.setAlignment(Pos.TOP_LEFT);
    // The scroll bar lies over the page.
    columns.setPadding(new Insets(0, BAR, 0, 0));
    page.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    page.setFitToWidth(true);
    page.setFocusTraversable(false);
    getChildren().addAll(top, page, nothing);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    parentProperty()
        .addListener((o, was, is) -> {
          if (is instanceof Region around) {
            around.widthProperty().addListener(w -> fill());
            fill();
          }
        });
  }

  /** To be called when the sheet is shown. */
  void ready() {
    find.requestFocus();
  }

  /** As many columns as the window has room for, each block in the one that is the shortest. */
  private void fill() {
    double width = getParent() instanceof Region r && r.getWidth() > 0 ? r.getWidth() : 1280;
    int count = (int) Math.clamp((width - 110) / (COLUMN + GAP), 1, MOST);
    String words = find.getText().strip().toLowerCase(Locale.ROOT);
    int[] rows = new int[count];
    List<VBox> all = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      VBox column = new VBox(6);
      column.setMinWidth(COLUMN);
      column.setMaxWidth(COLUMN);
      all.add(column);
    }
    for (String place : order) {
      List<Line> lines =
          lines(Words.of("keys." + place + ".keys")).stream()
              .filter(l -> l.speaksOf(words))
              .toList();
      if (!lines.isEmpty()) {
        int least = 0;
        for (int i = 1; i < count; i++) {
          least = rows[i] < rows[least] ? i : least;
        }
        add(all.get(least), Words.of("keys." + place), lines);
        rows[least] += lines.size() + 2;
      }
    }
    columns.getChildren().setAll(all);
    columns.setPrefWidth(count * COLUMN + (count - 1) * GAP + BAR);
    boolean none = Arrays.stream(rows).sum() == 0;
    nothing.setVisible(none);
    page.setVisible(!none);
  }

  private static void add(VBox column, String title, List<Line> lines) {
    Label head = Kit.label(title, "section");
    head.setPadding(new Insets(column.getChildren().isEmpty() ? 0 : 10, 0, 0, 0));
    GridPane rows = new GridPane(10, 6);
    for (Line l : lines) {
      Label cap = Kit.label(l.keys(), "key-cap");
      cap.setMinWidth(Region.USE_PREF_SIZE);
      Label what = Kit.wrapped(l.what(), "second");
      GridPane.setHgrow(what, Priority.ALWAYS);
      what.setAccessibleText(l.keys() + ": " + l.what());
      rows.addRow(rows.getRowCount(), cap, what);
    }
    column.getChildren().addAll(head, rows);
  }

  /** Lines are written as {@code keys=what}, with bars between them. */
  private static List<Line> lines(String text) {
    List<Line> out = new ArrayList<>();
    for (String l : text.split("\\|")) {
      // The first character may be an equals sign itself.
      int at = l.indexOf('=', 1);
      out.add(new Line(l.substring(0, at), l.substring(at + 1)));
    }
    return out;
  }
}
