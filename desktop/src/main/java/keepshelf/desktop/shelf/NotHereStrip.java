package keepshelf.desktop.shelf;

import java.util.function.Consumer;
import javafx.collections.ListChangeListener;
import javafx.geometry.Orientation;
import javafx.geometry.Pos;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;

/** What is owned and not on the shelf, as outlines below the boards; shown when it is meant. */
final class NotHereStrip extends HBox {
  private static final double SIDE = 78;
  private static final double HEIGHT = 142;
  private static final double PLATE = 106;

  private final ListView<PackNews> list;

  /** Over what {@code model} finds; {@code open} shows one at its source. */
  NotHereStrip(ShelfModel model, Consumer<PackNews> open) {
    super(5);
    setId("not-here");
    getStyleClass().add("not-here");
    list = new ListView<>(model.notHere());
    list.setOrientation(Orientation.HORIZONTAL);
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("shelf.nothere"));
    list.setCellFactory(l -> new Card(open));
    list.setFixedCellSize(SIDE + 34);
    list.setOnKeyPressed(e -> {
      PackNews p = list.getSelectionModel().getSelectedItem();
      if (e.getCode() == KeyCode.ENTER && p != null) {
        open.accept(p);
        e.consume();
      }
    });
    HBox.setHgrow(list, Priority.ALWAYS);
    var count = Kit.label("", "hint");
    VBox plate = new VBox(2, Kit.wrapped(Words.of("shelf.nothere"), "plate"), count);
    plate.setMinWidth(PLATE);
    plate.setMaxWidth(PLATE);
    getChildren().addAll(plate, list);
    setMinHeight(HEIGHT);
    setMaxHeight(HEIGHT);
    model
        .notHere()
        .addListener(
            (ListChangeListener<PackNews>)
                c -> {
                  show(!model.notHere().isEmpty());
                  count.setText(Words.of("shelf.board.count", model.notHere().size()));
                });
    show(false);
  }

  private void show(boolean is) {
    setVisible(is);
    setManaged(is);
  }

  private static final class Card extends ListCell<PackNews> {
    private final Consumer<PackNews> open;

    Card(Consumer<PackNews> open) {
      this.open = open;
    }

    @Override
    protected void updateItem(PackNews p, boolean empty) {
      super.updateItem(p, empty);
      setText(null);
      if (empty || p == null) {
        setGraphic(null);
        setOnMouseClicked(null);
        return;
      }
      Region outline = new Region();
      outline.getStyleClass().add("outline");
      outline.setMinSize(SIDE, SIDE);
      outline.setMaxSize(SIDE, SIDE);
      var name = Kit.label(p.name(), "name");
      name.setMaxWidth(SIDE + 20);
      var from = Kit.label(p.source(), "hint");
      from.setMaxWidth(SIDE);
      HBox line = new HBox(4, from, Signs.staircase(p.resolutions(), p.offered()));
      line.setAlignment(Pos.CENTER_LEFT);
      VBox card = new VBox(3, outline, name, line);
      setGraphic(card);
      setAccessibleText(Words.of("shelf.nothere.spoken", p.name(), p.source()));
      setOnMouseClicked(e -> open.accept(p));
    }
  }
}
