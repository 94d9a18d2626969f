package keepshelf.desktop.sources;

import javafx.scene.Node;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Rows;
import keepshelf.desktop.words.Words;

/** The sources, each with its news. */
final class SourceList extends VBox {
  private static final double WIDTH = 214;

  private final SourcesModel model;
  private final ListView<SourceNews> list;

  SourceList(SourcesModel model, Runnable add) {
    this.model = model;
    getStyleClass().add("arrival-list");
    setMinWidth(WIDTH);
    setMaxWidth(WIDTH);
    list = new ListView<>(model.rows());
    list.setId("sources");
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("place.sources"));
    list.setFocusTraversable(false);
    list.setCellFactory(l -> new Row());
    VBox.setVgrow(list, Priority.ALWAYS);
    var fresh = Kit.button(Words.of("sources.add"), add);
    fresh.setId("source-add");
    HBox head = new HBox(Kit.label(Words.of("place.sources"), "heading"));
    head.setStyle("-fx-padding: 12 14 10 16;");
    HBox foot = new HBox(fresh);
    foot.setStyle("-fx-padding: 10 14 12 16;");
    getChildren().addAll(head, list, foot);
  }

  private final class Row extends ListCell<SourceNews> {
    Row() {
      model.chosenProperty().addListener(o -> mark());
    }

    private void mark() {
      if (getGraphic() != null) {
        Rows.choose(getGraphic(), "chosen", getItem() == model.chosenProperty().get());
      }
    }

    @Override
    protected void updateItem(SourceNews n, boolean empty) {
      super.updateItem(n, empty);
      setText(null);
      setGraphic(empty || n == null ? null : row(n));
    }

    private Node row(SourceNews n) {
      boolean ended = n.until() != null && SourceTexts.past(n.until());
      boolean wants = n.count(State.LOST) > 0 || ended;
      VBox box =
          new VBox(
              2,
              Kit.wrapped(n.source().name(), "arrival-name"),
              Kit.wrapped(SourceTexts.line(n), "hint", wants ? "bad" : "hint"));
      box.getStyleClass().add("arrival-row");
      Rows.choose(box, "chosen", n == model.chosenProperty().get());
      box.setMaxWidth(WIDTH - 2);
      box.setAccessibleText(Kit.spoken(box));
      box.setOnMouseClicked(e -> model.chosenProperty().set(n));
      return box;
    }
  }
}
