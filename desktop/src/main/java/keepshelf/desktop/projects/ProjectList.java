package keepshelf.desktop.projects;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.projects.Verdict;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The jobs, each with what wants attention. */
final class ProjectList extends VBox {
  private static final double WIDTH = 214;

  private final ProjectsModel model;
  private final ListView<ProjectsModel.Row> list;

  ProjectList(ProjectsModel model, Runnable add) {
    this.model = model;
    getStyleClass().add("arrival-list");
    setMinWidth(WIDTH);
    setMaxWidth(WIDTH);
    list = new ListView<>(model.rows());
    list.setId("projects");
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("place.projects"));
    list.setFocusTraversable(false);
    list.setCellFactory(l -> new Row());
    VBox.setVgrow(list, Priority.ALWAYS);
    var fresh = Kit.button(Words.of("projects.add"), add);
    fresh.setId("project-add");
    HBox head = new HBox(Kit.label(Words.of("place.projects"), "heading"));
    head.setStyle("-fx-padding: 12 14 10 16;");
    HBox foot = new HBox(fresh);
    foot.setStyle("-fx-padding: 10 14 12 16;");
    getChildren().addAll(head, list, foot);
    model.chosenProperty().addListener(o -> list.refresh());
  }

  /** What wants attention, in a few words, and how bad it is. */
  static Label says(ProjectsModel.Row r) {
    List<String> out = new ArrayList<>();
    long not = r.counts().get(Verdict.NOT_ALLOWED);
    long unknown = r.counts().get(Verdict.UNKNOWN);
    long credit = r.counts().get(Verdict.CREDIT);
    if (not > 0) {
      out.add(Words.of("projects.list.not", not));
    }
    if (unknown > 0) {
      out.add(Words.of("projects.list.unknown", unknown));
    }
    if (out.isEmpty() && r.uses() > 0) {
      out.add(Words.of("projects.list.all"));
    }
    if (credit > 0) {
      out.add(Words.of("projects.list.credit", credit));
    }
    return Kit.wrapped(
        r.uses() == 0 ? Words.of("projects.list.none") : String.join(" · ", out),
        "hint",
        not > 0 ? "bad" : unknown > 0 ? "attention" : "hint");
  }

  private final class Row extends ListCell<ProjectsModel.Row> {
    @Override
    protected void updateItem(ProjectsModel.Row r, boolean empty) {
      super.updateItem(r, empty);
      setText(null);
      setGraphic(empty || r == null ? null : row(r));
    }

    private Node row(ProjectsModel.Row r) {
      VBox box = new VBox(2, Kit.wrapped(r.project().name(), "arrival-name"), says(r));
      box.getStyleClass().add("arrival-row");
      if (r.equals(model.chosenProperty().get())) {
        box.getStyleClass().add("chosen");
      }
      box.setMaxWidth(WIDTH - 2);
      box.setAccessibleText(Kit.spoken(box));
      box.setOnMouseClicked(e -> model.chosenProperty().set(r));
      return box;
    }
  }
}
