package keepshelf.desktop.arrivals;

import javafx.beans.value.ChangeListener;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.intake.Arrival;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What came in, one row each. */
final class ArrivalList extends VBox {
  private final ArrivalsModel model;
  private final ListView<ArrivalEntry> list;

  ArrivalList(ArrivalsModel model) {
    this.model = model;
    Label title = Kit.label(Words.of("place.arrivals"), "heading");
    title.setStyle("-fx-padding: 10 0 6 16;");
    list = new ListView<>(model.entries());
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("place.arrivals"));
    list.setFocusTraversable(false);
    list.setCellFactory(l -> new Row());
    list.setPlaceholder(new Label());
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().addAll(title, list);
    getStyleClass().add("arrival-list");
    setPrefWidth(214);
    setMinWidth(214);
    model
        .chosenProperty()
        .addListener((o, was, is) -> {
          list.refresh();
          if (is != null) {
            list.scrollTo(is);
          }
        });
  }

  private final class Row extends ListCell<ArrivalEntry> {
    private final Label name = Kit.label("", "arrival-name");
    private final Label line = Kit.wrapped("", "second");
    private final ProgressBar bar = new ProgressBar();
    private final VBox box = new VBox(3, name, line, bar);
    private final ChangeListener<Object> tinted = (o, was, is) -> tint();
    private ArrivalEntry shown;

    Row() {
      getStyleClass().add("item-row");
      box.getStyleClass().add("arrival-row");
      box.setPrefWidth(200);
      line.setMaxHeight(62);
      bar.setMaxWidth(Double.MAX_VALUE);
      bar.managedProperty().bind(bar.visibleProperty());
      setOnMouseClicked(e -> {
        if (getItem() != null) {
          model.chosenProperty().set(getItem());
          if (model.sorting().spotProperty().get() == null) {
            model.sorting().lookFirst();
          }
        }
      });
    }

    @Override
    protected void updateItem(ArrivalEntry e, boolean empty) {
      super.updateItem(e, empty);
      if (shown != null) {
        shown.stateProperty().removeListener(tinted);
        shown.arrivalProperty().removeListener(tinted);
        shown.kinProperty().removeListener(tinted);
        line.textProperty().unbind();
        bar.progressProperty().unbind();
        bar.visibleProperty().unbind();
      }
      shown = empty ? null : e;
      if (shown == null) {
        setGraphic(null);
        return;
      }
      name.setText(e.name());
      line.textProperty().bind(e.lineProperty());
      bar.progressProperty().bind(e.progressProperty());
      bar.visibleProperty().bind(e.progressProperty().greaterThanOrEqualTo(0));
      e.stateProperty().addListener(tinted);
      e.arrivalProperty().addListener(tinted);
      e.kinProperty().addListener(tinted);
      tint();
      box.getStyleClass().remove("chosen");
      if (model.chosenProperty().get() == e) {
        box.getStyleClass().add("chosen");
      }
      setGraphic(box);
    }

    private void tint() {
      Arrival a = shown.arrivalProperty().get();
      line.getStyleClass().removeAll("bad", "attention", "remark");
      switch (shown.stateProperty().get()) {
        case FAILED -> line.getStyleClass().add(shown.locked() ? "attention" : "bad");
        case ALREADY_THERE -> line.getStyleClass().add("remark");
        default -> {
          if (a != null && shown.questions() > 0) {
            line.getStyleClass().add("attention");
          } else if (shown.kinProperty().get() != null) {
            line.getStyleClass().add("remark");
          }
        }
      }
    }
  }
}
