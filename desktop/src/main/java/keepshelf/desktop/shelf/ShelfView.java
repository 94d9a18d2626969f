package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.work.Pictures;

/** The boards, the search and the tag. */
public final class ShelfView implements Place {
  private final ShelfModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final Consumer<ShelvedItem> install;
  private final TextField search = new TextField();
  private final VBox boards = new VBox();
  private final ScrollPane scroll = new ScrollPane(boards);
  private final BorderPane content = new BorderPane();
  private final HBox header = new HBox(10);
  private final List<SwatchCard> cards = new ArrayList<>();

  /** Shows {@code model}; {@code install} is called to install an item. */
  public ShelfView(
      ShelfModel model, Shelf shelf, Pictures pictures, Consumer<ShelvedItem> install) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    this.install = install;
    buildHeader();
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.getStyleClass().add("boards");
    boards.getStyleClass().add("boards");
    content.setCenter(scroll);
    content.setRight(new TagPane(model, shelf, pictures, install));
    model
        .boards()
        .addListener((javafx.collections.ListChangeListener<ShelfModel.Board>) c -> fill());
    model.chosenProperty().addListener(o -> markChosen());
    fill();
  }

  private void buildHeader() {
    search.setPromptText(Words.of("shelf.search"));
    search.setId("search");
    search.setPrefWidth(430);
    search.textProperty().bindBidirectional(model.wordsProperty());
    search.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ESCAPE) {
        search.clear();
        scroll.requestFocus();
        e.consume();
      } else if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.DOWN) {
        scroll.requestFocus();
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
    StackPane.setMargin(slash, new javafx.geometry.Insets(0, 9, 0, 0));
    Label count = Kit.label("", "second");
    count
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                () -> Words.of("shelf.count", model.shown().size(), model.all().size()),
                model.boards(),
                model.all()));
    header
        .getChildren()
        .addAll(
            field,
            count,
            Kit.spring(),
            Kit.label(Words.of("shelf.boards"), "second"),
            pill(Words.of("shelf.by.kind"), ShelfModel.BoardsBy.KIND),
            pill(Words.of("shelf.by.source"), ShelfModel.BoardsBy.SOURCE));
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
  }

  private Button pill(String text, ShelfModel.BoardsBy by) {
    Button b = Kit.button(text, () -> model.byProperty().set(by), "pill");
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

  private void fill() {
    cards.clear();
    List<Node> rows = new ArrayList<>();
    for (ShelfModel.Board b : model.boards()) {
      Label title = Kit.wrapped(b.title(), "plate");
      VBox plate =
          new VBox(
              2,
              title,
              Kit.label(Words.of("shelf.board.count", b.items().size()), "hint"),
              Kit.label(Words.bytes(b.bytes()), "hint"));
      plate.setMinWidth(106);
      plate.setPrefWidth(106);
      plate.setMaxWidth(106);
      FlowPane flow = new FlowPane(6, 10);
      flow.prefWrapLengthProperty().bind(scroll.widthProperty().subtract(160));
      for (ShelvedItem s : b.items()) {
        flow.getChildren().add(card(s));
      }
      HBox row = new HBox(6, plate, flow);
      HBox.setHgrow(flow, Priority.ALWAYS);
      row.getStyleClass().add("board");
      rows.add(row);
    }
    if (rows.isEmpty() && model.wasRead()) {
      Label empty =
          Kit.wrapped(Words.of(model.all().isEmpty() ? "shelf.empty" : "shelf.none"), "empty");
      StackPane middle = new StackPane(empty);
      middle.setMinHeight(420);
      rows.add(middle);
    }
    boards.getChildren().setAll(rows);
    markChosen();
  }

  private SwatchCard card(ShelvedItem s) {
    String key =
        "card|" + s.item().id() + "|" + s.item().tileMetres() + "|" + s.item().maps().hashCode();
    SwatchCard card = new SwatchCard(s, pictures.get(key, () -> shelf.previews().of(s, 256)));
    card.setOnMouseClicked(e -> {
      model.chosenProperty().set(s);
      card.requestFocus();
      if (e.getClickCount() == 2) {
        install.accept(s);
      }
    });
    card.focusedProperty()
        .addListener((o, was, is) -> {
          if (is) {
            model.chosenProperty().set(s);
          }
        });
    cards.add(card);
    return card;
  }

  private void markChosen() {
    for (SwatchCard c : cards) {
      boolean on =
          model.chosenProperty().get() != null
              && c.item().item().id().equals(model.chosenProperty().get().item().id());
      c.choose(on);
      if (on) {
        reveal(c);
      }
    }
  }

  private void reveal(Node card) {
    double all = boards.getHeight();
    double seen = scroll.getViewportBounds().getHeight();
    if (all <= seen || seen <= 0) {
      return;
    }
    Bounds b = boards.sceneToLocal(card.localToScene(card.getBoundsInLocal()));
    double top = scroll.getVvalue() * (all - seen);
    if (b.getMinY() < top) {
      scroll.setVvalue((b.getMinY() - 12) / (all - seen));
    } else if (b.getMaxY() > top + seen) {
      scroll.setVvalue((b.getMaxY() + 12 - seen) / (all - seen));
    }
  }

  @Override
  public String name() {
    return Words.of("place.shelf");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return content;
  }

  @Override
  public ObservableValue<Number> attention() {
    return new SimpleIntegerProperty(0);
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () ->
            Words.of(
                "shelf.status",
                shelf.folder().root().getFileName().toString(),
                model.all().size(),
                Words.bytes(model.all().stream().mapToLong(s -> s.item().bytes()).sum())),
        model.all());
  }

  @Override
  public String keys() {
    return Words.of("shelf.hint");
  }

  @Override
  public void opened() {
    scroll.requestFocus();
  }

  @Override
  public void key(KeyEvent e) {
    switch (e.getCode()) {
      // Later, so that the sign itself is not typed into the field.
      case SLASH, DIVIDE -> javafx.application.Platform.runLater(search::requestFocus);
      case RIGHT -> model.move(1);
      case LEFT -> model.move(-1);
      case DOWN -> model.moveBoard(1);
      case UP -> model.moveBoard(-1);
      case ENTER -> {
        if (model.chosenProperty().get() != null) {
          install.accept(model.chosenProperty().get());
        }
      }
      default -> {
        return;
      }
    }
    e.consume();
  }
}
