package keepshelf.desktop.shell;

import javafx.beans.binding.Bindings;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;

/** The work that is being done, at the right of the foot line: what, how far, a way to stop it. */
final class WorkLine extends HBox {
  private final WorkList work;

  WorkLine(WorkList work) {
    super(8);
    this.work = work;
    setAlignment(Pos.CENTER_RIGHT);
    work.jobs().addListener(new javafx.collections.WeakListChangeListener<>(listener));
    fill();
  }

  private final ListChangeListener<Job> listener = c -> fill();

  private void fill() {
    getChildren().clear();
    if (work.jobs().isEmpty()) {
      getChildren().add(Kit.label(Words.of("foot.idle"), "second"));
      return;
    }
    Job job = work.jobs().getFirst();
    int more = work.jobs().size() - 1;
    Label title = Kit.label("", "second");
    title.setMaxWidth(300);
    String all = more == 0 ? job.title() : Words.of("foot.more", job.title(), more);
    title
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                () ->
                    job.detailProperty().get().isEmpty() || more > 0
                        ? all
                        : all + " · " + job.detailProperty().get(),
                job.detailProperty()));
    title.setOnMouseClicked(e -> list(title));
    title.setStyle("-fx-cursor: hand;");
    ProgressBar bar = new ProgressBar();
    bar.setPrefWidth(70);
    bar.progressProperty().bind(job.progressProperty());
    Button stop = Kit.button(Words.of("foot.stop"), job::stop, "quiet");
    getChildren().addAll(title, bar, stop);
  }

  /** All work, each with a way to stop it. */
  private void list(Label at) {
    ContextMenu menu = new ContextMenu();
    for (Job j : work.jobs()) {
      MenuItem m = new MenuItem(Words.of("foot.stop") + ": " + j.title());
      m.setOnAction(e -> j.stop());
      menu.getItems().add(m);
    }
    menu.show(at, javafx.geometry.Side.TOP, 0, 0);
  }
}
