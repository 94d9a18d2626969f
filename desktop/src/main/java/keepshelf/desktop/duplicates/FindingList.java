package keepshelf.desktop.duplicates;

import java.util.Locale;
import javafx.collections.MapChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** Everything that is there twice, a row each, most bytes first. */
final class FindingList extends VBox {
  private static final double WIDTH = 262;
  private static final double THUMB = 40;

  private final DuplicatesModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final ListView<Finding> rows;
  private final Label facts = Kit.label("", "second");

  FindingList(DuplicatesModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    getStyleClass().add("arrival-list");
    setMinWidth(WIDTH);
    setMaxWidth(WIDTH);
    rows = new ListView<>(model.shown());
    rows.getStyleClass().add("plain-list");
    rows.setAccessibleText(Words.of("place.duplicates"));
    rows.setFocusTraversable(false);
    rows.setCellFactory(l -> new Row());
    VBox.setVgrow(rows, Priority.ALWAYS);
    HBox second = new HBox(6, facts, Kit.spring(), least());
    second.setAlignment(Pos.CENTER_LEFT);
    VBox head = new VBox(2, Kit.label(Words.of("duplicates.title"), "heading"), second);
    head.setStyle("-fx-padding: 12 14 10 16;");
    getChildren().addAll(head, rows);
    model.chosenProperty().addListener(o -> reveal());
    model.choices().addListener((MapChangeListener<Finding, Choice>) c -> rows.refresh());
    model.shown().addListener((javafx.collections.ListChangeListener<Finding>) c -> count());
    model.findingsProperty().addListener(o -> count());
    count();
  }

  /** Shows only what frees at least so much. */
  private Node least() {
    ComboBox<Long> box = new ComboBox<>();
    box.setId("least-bytes");
    box.setAccessibleText(Words.of("spoken.least"));
    box.getStyleClass().add("small-field");
    box.getItems().setAll(0L, 1_000_000L, 10_000_000L, 100_000_000L);
    box.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(Long bytes) {
            return bytes == null || bytes == 0
                ? Words.of("duplicates.any.size")
                : Words.of("duplicates.from.size", bytes / 1_000_000);
          }

          @Override
          public Long fromString(String s) {
            return 0L;
          }
        });
    box.setValue(model.leastProperty().get());
    box.valueProperty().addListener((o, was, is) -> model.leastProperty().set(is));
    box.setFocusTraversable(false);
    return box;
  }

  private void count() {
    facts.setText(
        Words.of(
            "duplicates.facts",
            model.shown().size(),
            Words.bytes(model.shown().stream().mapToLong(Finding::bytes).sum())));
  }

  private void reveal() {
    int at = model.shown().indexOf(model.chosenProperty().get());
    rows.refresh();
    if (at >= 0) {
      rows.scrollTo(Math.max(0, at - 3));
    }
  }

  private final class Row extends ListCell<Finding> {
    @Override
    protected void updateItem(Finding f, boolean empty) {
      super.updateItem(f, empty);
      setText(null);
      setGraphic(empty || f == null ? null : row(f));
    }

    private Node row(Finding f) {
      Label title = Kit.label(f.title(), "arrival-name");
      VBox words = new VBox(1, title, Kit.wrapped(f.words(), "hint"));
      words.setMinWidth(0);
      HBox.setHgrow(words, Priority.ALWAYS);
      Choice c = model.choices().get(f);
      Label right =
          Kit.label(
              c != null
                  ? Words.of("duplicates.mark." + c.name().toLowerCase(Locale.ROOT))
                  : f.bytes() == 0 ? "" : Words.bytes(f.bytes()),
              c == null ? "second" : "good");
      right.setMinWidth(Label.USE_PREF_SIZE);
      HBox box = new HBox(10, Images.view(picture(f), THUMB), words, right);
      box.setAlignment(Pos.CENTER_LEFT);
      box.getStyleClass().add("arrival-row");
      if (f == model.chosenProperty().get()) {
        box.getStyleClass().add("chosen");
      }
      box.setMaxWidth(WIDTH - 2);
      box.setAccessibleText(f.title() + ", " + f.words());
      box.setOnMouseClicked(e -> model.chosenProperty().set(f));
      return box;
    }

    private javafx.beans.value.ObservableValue<keepshelf.core.preview.Previews.Picture> picture(
        Finding f) {
      if (f instanceof Finding.Twins t) {
        ShelvedItem s = t.side(t.advice().keepFirst());
        return pictures.get(ComparePane.cardKey(s), () -> shelf.previews().of(s, 256));
      }
      return pictures.thumbnail(f.pair().a().file(), 96);
    }
  }
}
