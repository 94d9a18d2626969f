package keepshelf.desktop.shelf;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What of a query was not understood, and what was done last, with a way to undo it. */
final class SaidLine extends VBox {
  private final Label hints = Kit.wrapped("", "hint-readable");
  private final Label said = Kit.label("", "second");
  private final Button undo;
  private final HBox last;

  /** Follows {@code model} and {@code actions}; takes no room when there is nothing to say. */
  SaidLine(ShelfModel model, ShelfActions actions) {
    super(2);
    undo = Kit.button(Words.of("shelf.undo"), actions::undo, "quiet");
    undo.setId("shelf-undo");
    last = new HBox(8, said, undo);
    last.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(hints, last);
    getStyleClass().add("shelf-line");
    model.foundProperty().addListener((o, was, is) -> show(is.hints(), actions));
    actions
        .lastProperty()
        .addListener(o -> {
          var found = model.foundProperty().get();
          show(found == null ? List.of() : found.hints(), actions);
        });
    show(List.of(), actions);
  }

  private void show(List<String> notUnderstood, ShelfActions actions) {
    ShelfActions.Last l = actions.lastProperty().get();
    hints.setText(String.join(" ", notUnderstood));
    said.setText(l == null ? "" : l.what());
    there(undo, l != null && l.undoable());
    there(last, l != null);
    there(hints, !notUnderstood.isEmpty());
    there(this, l != null || !notUnderstood.isEmpty());
  }

  private static void there(Node n, boolean is) {
    n.setVisible(is);
    n.setManaged(is);
  }
}
