package keepshelf.desktop.shelf;

import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Rectangle;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The head of the shelf: the words that are searched for, and what the boards go by. */
final class ShelfHeader extends HBox {
  private final ShelfModel model;
  private final TextField search = new TextField();

  /** {@code back} goes from the search to the boards. */
  ShelfHeader(ShelfModel model, Runnable back) {
    super(8);
    this.model = model;
    search.setPromptText(Words.of("shelf.search"));
    search.setId("search");
    search.setPrefWidth(280);
    search.setMinWidth(130);
    search.textProperty().bindBidirectional(model.wordsProperty());
    search.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ESCAPE) {
        search.clear();
        back.run();
        e.consume();
      } else if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.DOWN) {
        back.run();
        e.consume();
      }
    });
    Label slash = Kit.label("/", "key");
    slash.setMouseTransparent(true);
    slash
        .visibleProperty()
        .bind(search.focusedProperty().not().and(search.textProperty().isEmpty()));
    StackPane field = new StackPane(search, slash);
    StackPane.setAlignment(slash, Pos.CENTER_RIGHT);
    StackPane.setMargin(slash, new Insets(0, 9, 0, 0));
    Label by = Kit.label(Words.of("shelf.boards"), "second");
    by.setMinWidth(Label.USE_PREF_SIZE);
    HBox pills = new HBox(7, by);
    pills.getStyleClass().add("tight");
    for (Boards.By b : Boards.By.values()) {
      pills.getChildren().add(pill(b));
    }
    pills.setAlignment(Pos.CENTER_RIGHT);
    // In a narrow window the first pills give way; the window itself must not grow.
    pills.setMinWidth(0);
    Rectangle edge = new Rectangle(0, 60);
    edge.widthProperty().bind(pills.widthProperty());
    pills.setClip(edge);
    getChildren().addAll(field, Kit.spring(), pills);
    setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(this, Priority.ALWAYS);
  }

  /** Goes to the words. */
  void search() {
    search.requestFocus();
  }

  private Button pill(Boards.By by) {
    String name = by.name().toLowerCase(Locale.ROOT);
    Button b = Kit.button(Words.of("shelf.by." + name), () -> model.byProperty().set(by), "pill");
    b.setId("by-" + name);
    Runnable mark =
        () -> {
          b.getStyleClass().remove("chosen");
          if (model.byProperty().get() == by) {
            b.getStyleClass().add("chosen");
          }
        };
    model.byProperty().addListener(o -> mark.run());
    mark.run();
    return b;
  }
}
