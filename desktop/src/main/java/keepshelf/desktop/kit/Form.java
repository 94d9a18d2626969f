package keepshelf.desktop.kit;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.desktop.words.Words;

/** A form on a notice: named fields, what is wrong with them, and two buttons. */
public class Form extends VBox {
  private final GridPane grid = new GridPane();
  private final Label wrong = Kit.wrapped("", "bad");

  /**
   * An empty form.
   *
   * @param id of the form, for the tests and the stylesheet
   * @param width at most, in points
   */
  protected Form(String id, double width) {
    super(10);
    setId(id);
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(width, USE_PREF_SIZE);
    setStyle("-fx-padding: 16;");
    grid.setVgap(7);
    grid.setHgap(8);
    wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
  }

  /** Adds a field with its name. */
  protected final void row(String name, Node field) {
    Kit.row(grid, name, field);
  }

  /**
   * Puts it together, once all fields are added.
   *
   * @param keepId identifier of the button that keeps
   * @param keep keeps what was typed; an {@link IllegalArgumentException} says what is wrong
   * @param hints that stand below the fields
   */
  protected final void fill(
      String title, String keepId, Runnable keep, Runnable close, Node... hints) {
    Button main =
        Kit.button(
            Words.of("form.keep"),
            () -> {
              try {
                keep.run();
                close.run();
              } catch (IllegalArgumentException e) {
                wrong.setText(e.getMessage());
              }
            },
            "main");
    main.setId(keepId);
    main.setDefaultButton(true);
    HBox buttons = new HBox(8, Kit.spring(), Kit.button(Words.of("form.cancel"), close), main);
    getChildren().addAll(Kit.label(title, "heading"), grid);
    getChildren().addAll(hints);
    getChildren().addAll(wrong, buttons);
  }

  /** A field with an identifier. */
  protected static TextField field(String id) {
    TextField f = new TextField();
    f.setId(id);
    return f;
  }

  /** What was typed, or null for nothing. */
  protected static String typed(TextInputControl f) {
    return f.getText() == null || f.getText().isBlank() ? null : f.getText().strip();
  }

  /** A text, empty for null. */
  protected static String text(Object s) {
    return s == null ? "" : s.toString();
  }
}
