package keepshelf.desktop.photo;

import java.util.Locale;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;

/** A photograph becomes a material: corners and a line on it, what follows at the right. */
public final class PhotoPlace implements Place {
  private static final double SIDE = 248;
  private static final int LAID = 512;

  private final PhotoModel model;
  private final PhotoStage stage;
  private final BorderPane content = new BorderPane();
  private final HBox header = new HBox(10);
  private final TextField name = new TextField();
  private final TextField length = new TextField();
  private final CheckBox sheet = new CheckBox(Words.of("photo.sheet"));
  private final Label facts = Kit.wrapped("");
  private final Label trouble = Kit.wrapped("", "bad");
  private final PictureBox tile = new PictureBox(SIDE);
  private final PictureBox ball = new PictureBox(SIDE);
  private final Button put;
  private boolean filling;

  /** The place; {@code back} goes back to where it was opened from. */
  public PhotoPlace(PhotoModel model, Runnable back) {
    this.model = model;
    stage = new PhotoStage(model);
    name.setId("photo-name");
    name.setAccessibleText(Words.of("lay.called"));
    name.getStyleClass().add("small-field");
    name.setPrefColumnCount(16);
    name.textProperty().addListener((o, was, is) -> typed(name, () -> model.name(is)));
    Node goBack = Kit.button(Words.of("lay.back"), back);
    goBack.setId("photo-back");
    put = Kit.button(Words.of("lay.put"), model::make, "main");
    put.setId("photo-put");
    Label title = Kit.label(Words.of("photo.title"), "heading");
    title.setMinWidth(Label.USE_PREF_SIZE);
    header.getChildren().addAll(title, name, Kit.spring(), goBack, put);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    content.setCenter(stage);
    content.setRight(right());
    model.cutProperty().addListener(o -> fill());
    model.shownProperty().addListener(o -> show());
  }

  private Node right() {
    length.setId("photo-length");
    length.setPromptText(Words.of("bench.measure.prompt"));
    length.textProperty().addListener((o, was, is) -> typed(length, () -> model.length(is)));
    sheet.setId("photo-sheet");
    sheet.setOnAction(e -> model.sheet(sheet.isSelected()));
    facts.setId("photo-facts");
    trouble.setId("photo-trouble");
    trouble.managedProperty().bind(trouble.textProperty().isNotEmpty());
    GridPane g = new GridPane();
    g.setHgap(6);
    Kit.row(g, Words.of("photo.length"), length);
    VBox all =
        new VBox(
            8,
            Kit.label(Words.of("photo.cut"), "section"),
            Kit.wrapped(Words.of("photo.how"), "hint"),
            g,
            sheet,
            trouble,
            Kit.label(Words.of("lay.result"), "section"),
            facts,
            tile,
            ball,
            Kit.wrapped(Words.of("photo.guess"), "second"));
    all.setPadding(new Insets(12, 14, 14, 16));
    ScrollPane scroll = new ScrollPane(all);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setPrefWidth(296);
    scroll.setMinWidth(296);
    scroll.getStyleClass().add("finish-panel");
    return scroll;
  }

  private void typed(TextField field, Runnable what) {
    if (!filling && field.isFocused()) {
      what.run();
    }
  }

  /** Begins with the picture of an item. */
  public void begin(ShelvedItem item) {
    model.begin(item);
  }

  private void fill() {
    filling = true;
    PhotoModel.Cut c = model.cutProperty().get();
    if (!name.isFocused()) {
      name.setText(c.name());
    }
    if (!length.isFocused()) {
      length.setText(c.length());
    }
    sheet.setSelected(c.sheet());
    filling = false;
  }

  private void show() {
    PhotoModel.Shown s = model.shownProperty().get();
    put.setDisable(s == null || s.trouble() != null);
    trouble.setText(s == null || s.trouble() == null ? "" : s.trouble());
    if (s == null || s.tile() == null) {
      facts.setText(s == null ? Words.of("photo.reading") : "");
      tile.setVisible(false);
      ball.setVisible(false);
      return;
    }
    facts.setText(
        Words.of(
            s.of().sheet() ? "photo.facts.sheet" : "photo.facts",
            String.format(Locale.ROOT, "%.2f", s.widthMetres()),
            String.format(Locale.ROOT, "%.2f", s.heightMetres())));
    tile.setVisible(true);
    ball.setVisible(true);
    tile.show(new SimpleObjectProperty<>(PhotoStage.laid(s.tile(), LAID)));
    ball.show(new SimpleObjectProperty<>(s.ball()));
  }

  @Override
  public String name() {
    return Words.of("place.bench");
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
  public ObservableValue<String> status() {
    return new SimpleStringProperty(Words.of("photo.status"));
  }

  @Override
  public String keys() {
    return Words.of("photo.hint");
  }

  @Override
  public void opened() {
    stage.requestFocus();
  }

  @Override
  public void key(KeyEvent e) {
    if (e.isShortcutDown() && e.getCode() == KeyCode.Z) {
      model.undo();
      e.consume();
    }
  }
}
