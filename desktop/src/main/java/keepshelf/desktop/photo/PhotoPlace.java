package keepshelf.desktop.photo;

import java.util.Locale;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.shell.MakingFrame;
import keepshelf.desktop.words.Words;

/** A photograph becomes a material: corners and a line on it, what follows at the right. */
public final class PhotoPlace extends MakingFrame {
  private static final double SIDE = 248;
  private static final int LAID = 512;

  private final PhotoModel model;
  private final PhotoStage stage;
  private final TextField length = new TextField();
  private final CheckBox sheet = new CheckBox(Words.of("photo.sheet"));
  private final Label facts = Kit.wrapped("");
  private final Label trouble = Kit.wrapped("", "bad");
  private final PictureBox tile = new PictureBox(SIDE);
  private final PictureBox ball = new PictureBox(SIDE);
  private boolean filling;

  /** The place; {@code back} goes back to where it was opened from. */
  public PhotoPlace(PhotoModel model, Runnable back) {
    super("photo", Words.of("lay.called"), back, model::make);
    this.model = model;
    stage = new PhotoStage(model);
    title.setText(Words.of("photo.title"));
    name.textProperty().addListener((o, was, is) -> typed(name, () -> model.name(is)));
    content.setCenter(stage);
    right(panel(), 296);
    model.cutProperty().addListener(o -> fill());
    model.shownProperty().addListener(o -> show());
  }

  private VBox panel() {
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
    return all;
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
  protected void undo() {
    model.undo();
  }
}
