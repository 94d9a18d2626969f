package keepshelf.desktop.shelf;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/**
 * One field of what is chosen, edited in place: Enter or leaving it records it, Esc puts it back.
 */
final class FieldEditor {
  /** Rows of an area for notes; longer ones scroll. */
  private static final int MOST_ROWS = 9;

  private static final int LETTERS_A_ROW = 26;

  private final Field field;
  private final List<ShelvedItem> items;
  private final ShelfActions actions;
  private final String was;
  private final int values;
  private final BooleanSupplier rebuilding;
  private String sent;

  /**
   * For {@code field} of {@code items}.
   *
   * @param rebuilding whether the tag is just being made anew, so that a field that loses the focus
   *     was not left by a person
   */
  FieldEditor(
      Field field, List<ShelvedItem> items, ShelfActions actions, BooleanSupplier rebuilding) {
    this.rebuilding = rebuilding;
    this.field = field;
    this.items = items;
    this.actions = actions;
    Set<String> has = new TreeSet<>();
    items.forEach(s -> has.add(field.read(s)));
    values = has.size();
    was = values > 1 ? "" : has.iterator().next();
    sent = was;
  }

  /** A field of one line. */
  Node line() {
    TextField t = new TextField(was);
    t.setPrefColumnCount(8);
    wire(t);
    t.setOnAction(e -> commit(t));
    return t;
  }

  /** A field of several lines; Ctrl+Enter records it. */
  Node area() {
    TextArea t = Kit.area(was);
    t.setWrapText(true);
    t.setPrefRowCount(Math.clamp(was.lines().mapToInt(FieldEditor::rows).sum(), 2, MOST_ROWS));
    // Squeezed by a row it would scroll, and cut its first line in half.
    t.setMinHeight(TextArea.USE_PREF_SIZE);
    wire(t);
    return t;
  }

  private static int rows(String line) {
    return 1 + line.length() / LETTERS_A_ROW;
  }

  /** A field of one line with known values to choose from. */
  Node choice(List<String> known) {
    ComboBox<String> c = new ComboBox<>();
    c.setEditable(true);
    c.getItems().setAll(known);
    c.setValue(was);
    c.getStyleClass().add("record-field");
    c.setMaxWidth(Double.MAX_VALUE);
    c.setId("tag-" + field.id());
    wire(c.getEditor());
    c.setPromptText(c.getEditor().getPromptText());
    c.setPrefWidth(180);
    c.getEditor().setId("tag-" + field.id() + "-text");
    c.setOnAction(e -> commit(c.getEditor()));
    return c;
  }

  private void wire(TextInputControl t) {
    t.getStyleClass().add("record-field");
    t.setId("tag-" + field.id());
    t.setPromptText(values > 1 ? Words.of("tag.several", values) : prompt());
    if (was.length() > 24) {
      t.setTooltip(new Tooltip(was));
    }
    t.focusedProperty()
        .addListener((o, had, has) -> {
          if (!has && !rebuilding.getAsBoolean()) {
            commit(t);
          }
        });
    t.addEventHandler(
        javafx.scene.input.KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.ESCAPE) {
            t.setText(was);
            leave(t);
            e.consume();
          } else if (e.getCode() == KeyCode.ENTER && e.isShortcutDown()) {
            commit(t);
            e.consume();
          }
        });
  }

  private static void leave(Node t) {
    Node boards = t.getScene().lookup("#boards");
    if (boards != null) {
      boards.requestFocus();
    }
  }

  private String prompt() {
    return switch (field) {
      case TAGS -> Words.of("tag.tags.prompt");
      case COLLECTIONS -> Words.of("tag.collections.prompt");
      case PROJECTS -> Words.of("tag.projects.prompt");
      case NOTES -> Words.of("tag.notes.prompt");
      default -> Words.of("tag.tile.unknown");
    };
  }

  private void commit(TextInputControl t) {
    String text = t.getText() == null ? "" : t.getText().strip();
    if (text.equals(sent) || (values > 1 && text.isEmpty())) {
      return;
    }
    sent = text;
    t.getStyleClass().remove("wrong");
    boolean taken =
        actions.set(
            items.stream().map(s -> s.item().id()).collect(Collectors.toList()), field, text);
    if (!taken) {
      t.getStyleClass().add("wrong");
    }
  }
}
