package keepshelf.desktop.kit;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What lists of rows with columns are made of, and the counts above them. */
public final class Rows {
  /** Room that the scroll bar of a list takes. */
  private static final double BAR = 14;

  private Rows() {}

  /**
   * Cells in columns: the first ones as wide as said, the next one as wide as there is room, any
   * after that as wide as they are.
   */
  public static GridPane columns(double gap, double[] widths, Node... cells) {
    GridPane g = new GridPane();
    g.setHgap(gap);
    for (int i = 0; i < cells.length; i++) {
      ColumnConstraints c = new ColumnConstraints();
      if (i < widths.length) {
        c.setMinWidth(widths[i]);
        c.setMaxWidth(widths[i]);
      } else if (i == widths.length) {
        c.setHgrow(Priority.ALWAYS);
        c.setMinWidth(0);
      }
      g.getColumnConstraints().add(c);
      g.add(cells[i], i, 0);
    }
    g.setAlignment(Pos.CENTER_LEFT);
    return g;
  }

  /** The names of columns above such rows. */
  public static GridPane head(double gap, double[] widths, String... names) {
    Node[] cells = new Node[names.length];
    for (int i = 0; i < names.length; i++) {
      cells[i] = Kit.label(names[i], "column-head");
    }
    GridPane head = columns(gap, widths, cells);
    head.getStyleClass().addAll("table-row", "head");
    head.setStyle(
        "-fx-border-color: -ks-rule transparent -ks-rule transparent; -fx-padding: 5 14 5 14;");
    return head;
  }

  /** Makes a row as wide as its list, and says it to those who hear it. */
  public static GridPane in(ListView<?> list, GridPane row, boolean chosen) {
    row.getStyleClass().add("table-row");
    choose(row, "lead-row", chosen);
    row.setAccessibleText(Kit.spoken(row));
    row.maxWidthProperty().bind(list.widthProperty().subtract(BAR));
    row.prefWidthProperty().bind(list.widthProperty().subtract(BAR));
    return row;
  }

  /** Shows a row as chosen or not, by {@code style}; nothing is laid out anew for that. */
  public static void choose(Node row, String style, boolean chosen) {
    if (chosen != row.getStyleClass().contains(style)) {
      if (chosen) {
        row.getStyleClass().add(style);
      } else {
        row.getStyleClass().remove(style);
      }
    }
  }

  /** A number with what it counts below it. */
  public static VBox count(String n, String what, String style) {
    VBox box = new VBox(Kit.label(n, "big", style), Kit.label(what, "hint"));
    box.setMinWidth(Region.USE_PREF_SIZE);
    box.setAlignment(Pos.CENTER_LEFT);
    return box;
  }
}
