package keepshelf.desktop.shell;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** All keys in columns, one for each place, with a field that finds one. */
final class KeySheet extends VBox {
  /** Which places stand in a column, one below the other. */
  private static final List<List<String>> PLACES =
      List.of(
          List.of("everywhere", "hosts"),
          List.of("bench"),
          List.of("arrivals"),
          List.of("shelf"),
          List.of("duplicates"));

  /** Rows of a column before it goes on in a second one. */
  private static final int MOST_ROWS = 14;

  private static final double WHAT = 122;

  private final TextField find = new TextField();
  private final HBox columns = new HBox(26);
  private final Label nothing = Kit.label(Words.of("keys.none"), "second");

  /** A key, or several that belong together, and what it does. */
  private record Line(String keys, String what) {
    boolean speaksOf(String words) {
      return words.isEmpty()
          || what.toLowerCase(Locale.ROOT).contains(words)
          || keys.toLowerCase(Locale.ROOT).contains(words);
    }
  }

  KeySheet() {
    super(14);
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
    getChildren().addAll(top, columns, nothing);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    fill();
  }

  /** To be called when the sheet is shown. */
  void ready() {
    find.requestFocus();
  }

  private void fill() {
    String words = find.getText().strip().toLowerCase(Locale.ROOT);
    columns.getChildren().clear();
    for (List<String> places : PLACES) {
      VBox column = new VBox(6);
      for (String place : places) {
        List<Line> lines =
            lines(Words.of("keys." + place + ".keys")).stream()
                .filter(l -> l.speaksOf(words))
                .toList();
        for (int from = 0; from < lines.size(); from += MOST_ROWS) {
          List<Line> some = lines.subList(from, Math.min(lines.size(), from + MOST_ROWS));
          if (from > 0) {
            columns.getChildren().add(column);
            column = new VBox(6);
          }
          add(column, from == 0 ? Words.of("keys." + place) : "", some);
        }
      }
      if (!column.getChildren().isEmpty()) {
        columns.getChildren().add(column);
      }
    }
    nothing.setVisible(columns.getChildren().isEmpty());
  }

  private static void add(VBox column, String title, List<Line> lines) {
    Label head = Kit.label(title, "section");
    head.setPadding(new Insets(column.getChildren().isEmpty() ? 0 : 10, 0, 0, 0));
    GridPane rows = new GridPane(10, 6);
    for (Line l : lines) {
      Label cap = Kit.label(l.keys(), "key-cap");
      cap.setMinWidth(Region.USE_PREF_SIZE);
      Label what = Kit.wrapped(l.what(), "second");
      what.setPrefWidth(WHAT);
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
