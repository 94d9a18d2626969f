package keepshelf.desktop.kit;

import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Short ways to the few plain controls the places are made of. */
public final class Kit {
  private Kit() {}

  /** A label with style classes. */
  public static Label label(String text, String... styles) {
    Label l = new Label(text);
    l.getStyleClass().addAll(styles);
    return l;
  }

  /** A label that wraps. */
  public static Label wrapped(String text, String... styles) {
    Label l = label(text, styles);
    l.setWrapText(true);
    l.setMinHeight(Region.USE_PREF_SIZE);
    return l;
  }

  /** A button with an action and style classes. */
  public static Button button(String text, Runnable action, String... styles) {
    Button b = new Button(text);
    b.getStyleClass().addAll(styles);
    b.setOnAction(e -> action.run());
    b.setMinWidth(Region.USE_PREF_SIZE);
    return b;
  }

  /** A field of several lines. Tab leads out of it, as out of every other field. */
  public static TextArea area(String text) {
    TextArea t = new TextArea(text);
    t.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.TAB && !e.isControlDown() && !e.isAltDown()) {
            e.consume();
            // The skin's own keys for it; Tab by itself would be written into the text.
            t.fireEvent(
                new KeyEvent(
                    KeyEvent.KEY_PRESSED,
                    "",
                    "",
                    KeyCode.TAB,
                    e.isShiftDown(),
                    true,
                    false,
                    false));
          }
        });
    return t;
  }

  /** What a screen reader says of a row: all words and signs in it, in their order. */
  public static String spoken(Node row) {
    StringBuilder out = new StringBuilder();
    speak(row, out);
    return out.toString();
  }

  private static void speak(Node n, StringBuilder out) {
    String own = n.getAccessibleText();
    if (own == null && n instanceof Labeled l) {
      own = l.getText();
    }
    if (own != null && !own.isBlank()) {
      out.append(out.isEmpty() ? "" : ", ").append(own);
    } else if (n instanceof Parent p) {
      p.getChildrenUnmodifiable().forEach(c -> speak(c, out));
    }
  }

  /** Room that grows. */
  public static Region spring() {
    Region r = new Region();
    HBox.setHgrow(r, Priority.ALWAYS);
    return r;
  }

  /** Adds a row "name, value" to a record. */
  public static void row(GridPane grid, String name, Node value) {
    int row = grid.getRowCount();
    Label l = label(name, "second");
    l.setMinWidth(84);
    l.setLabelFor(value);
    GridPane.setValignment(l, javafx.geometry.VPos.BASELINE);
    GridPane.setValignment(value, javafx.geometry.VPos.BASELINE);
    grid.add(l, 0, row);
    grid.add(value, 1, row);
    GridPane.setHgrow(value, Priority.ALWAYS);
  }
}
