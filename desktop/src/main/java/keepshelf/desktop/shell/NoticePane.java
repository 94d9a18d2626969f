package keepshelf.desktop.shell;

import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Problems as sheets above the foot line; they stay until they are closed, and can be copied. */
final class NoticePane extends VBox {
  private static final int MOST = 4;

  NoticePane(ObservableList<Problem> problems) {
    super(6);
    setPickOnBounds(false);
    setAlignment(Pos.BOTTOM_RIGHT);
    StackPane.setMargin(this, new Insets(0, 16, 34, 0));
    problems.addListener((ListChangeListener<Problem>) c -> fill(problems));
    fill(problems);
  }

  private void fill(ObservableList<Problem> problems) {
    getChildren().clear();
    int from = Math.max(0, problems.size() - MOST);
    for (Problem p : problems.subList(from, problems.size())) {
      var text = Kit.wrapped(p.message());
      text.setMaxWidth(380);
      HBox.setHgrow(text, Priority.ALWAYS);
      HBox buttons =
          new HBox(
              Kit.button(Words.of("notice.copy"), () -> copy(p.message()), "quiet"),
              Kit.button(Words.of("notice.close"), () -> problems.remove(p), "quiet"));
      HBox box = new HBox(10, text, buttons);
      box.setAlignment(Pos.CENTER_LEFT);
      box.getStyleClass()
          .addAll("notice", p.severity() == Problem.Severity.NOTE ? "note-edge" : "bad-edge");
      box.setMaxWidth(520);
      getChildren().add(box);
    }
  }

  private static void copy(String text) {
    ClipboardContent c = new ClipboardContent();
    c.putString(text);
    try {
      Clipboard.getSystemClipboard().setContent(c);
    } catch (UnsupportedOperationException e) {
      org.slf4j.LoggerFactory.getLogger(NoticePane.class).debug("no clipboard here", e);
    }
  }
}
