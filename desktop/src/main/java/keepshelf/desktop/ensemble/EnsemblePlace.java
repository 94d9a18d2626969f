package keepshelf.desktop.ensemble;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.MakingFrame;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.light.Light;

/** Items are put together: parts at the left, the whole, and what comes of it at the right. */
public final class EnsemblePlace extends MakingFrame {
  private static final double EDGE = 14;

  private final EnsembleModel model;
  private final EnsembleParts parts;
  private final ImageView picture = new ImageView();
  private final Label drawing = Kit.label(Words.of("ensemble.drawing"), "on-picture");
  private final StackPane stage = new StackPane(picture, drawing);
  private final VBox result = new VBox(6);
  private final ToggleGroup lights = new ToggleGroup();

  /**
   * The place.
   *
   * @param all the shelf's items
   * @param items reads one by its identifier, or null when it is gone
   * @param back goes back to where it was opened from
   */
  public EnsemblePlace(
      EnsembleModel model,
      Supplier<List<ItemCard>> all,
      Function<String, ShelvedItem> items,
      Runnable back) {
    super("ensemble", Words.of("ensemble.called"), back, model::make);
    this.model = model;
    parts = new EnsembleParts(model, all, items);
    name.setPromptText(Words.of("ensemble.called"));
    name.textProperty()
        .addListener((o, was, is) -> {
          if (name.isFocused()) {
            model.name(is);
          }
        });
    stage();
    result.setPadding(new Insets(12, 14, 14, 16));
    content.setLeft(parts);
    content.setCenter(stage);
    right(result, 284);
    model.stateProperty().addListener(o -> fill());
    model.shownProperty().addListener(o -> show());
  }

  private void stage() {
    stage.getStyleClass().add("bench-stage");
    stage.setId("ensemble-stage");
    stage.setFocusTraversable(true);
    stage.setAccessibleText(Words.of("ensemble.stage"));
    stage.setMinSize(0, 0);
    picture.setPreserveRatio(true);
    picture.setSmooth(true);
    picture.setManaged(false);
    stage.widthProperty().addListener(o -> fit());
    stage.heightProperty().addListener(o -> fit());
    HBox ways = new HBox(6);
    for (Light l : Light.values()) {
      ToggleButton b = new ToggleButton(l.title());
      b.setToggleGroup(lights);
      b.setUserData(l);
      b.setId("ensemble-light-" + l.ordinal());
      b.getStyleClass().add("on-picture-button");
      b.setOnAction(e -> model.light(new Previews.Lit(l, 0)));
      ways.getChildren().add(b);
    }
    ways.setPickOnBounds(false);
    ways.setMaxSize(HBox.USE_PREF_SIZE, HBox.USE_PREF_SIZE);
    StackPane.setAlignment(ways, Pos.TOP_LEFT);
    StackPane.setMargin(ways, new Insets(EDGE));
    stage.getChildren().add(ways);
    model.litProperty().addListener(o -> lit());
    lit();
  }

  private void lit() {
    lights.getToggles().stream()
        .filter(t -> t.getUserData() == model.litProperty().get().light())
        .findFirst()
        .ifPresent(lights::selectToggle);
  }

  private void fit() {
    double side = Math.min(stage.getWidth(), stage.getHeight());
    picture.setFitWidth(side);
    picture.setFitHeight(side);
    picture.relocate((stage.getWidth() - side) / 2, (stage.getHeight() - side) / 2);
  }

  /** Begins with these items, or with the parts of the ensemble that is the only one. */
  public void begin(List<ShelvedItem> items) {
    parts.begin();
    model.begin(items);
  }

  private void fill() {
    EnsembleModel.State s = model.stateProperty().get();
    title.setText(Words.of(s.before() == null ? "ensemble.title" : "ensemble.change"));
    if (!name.isFocused()) {
      name.setText(s.name());
    }
  }

  private void show() {
    EnsembleModel.Shown s = model.shownProperty().get();
    result.getChildren().clear();
    picture.setImage(s == null || s.picture() == null ? null : Images.image(s.picture()));
    drawing.setVisible(s == null);
    put.setDisable(s == null || s.draft() == null);
    if (s == null) {
      return;
    }
    result.getChildren().add(Kit.label(Words.of("lay.result"), "section"));
    if (s.trouble() != null) {
      Label why = Kit.wrapped(s.trouble(), "bad");
      why.setId("ensemble-trouble");
      result.getChildren().add(why);
      return;
    }
    result
        .getChildren()
        .add(
            Kit.wrapped(
                s.of().before() == null
                    ? Words.of("ensemble.new", s.of().parts().size())
                    : Words.of(
                        "ensemble.next", s.draft().version(), s.of().before().item().name())));
    var licence = s.draft().licence();
    String who = licence.credits() == null ? Words.of("lay.nobody") : licence.credits();
    Label terms =
        Kit.wrapped(
            Words.of(
                "ensemble.licence",
                licence.licence() == null
                    ? Words.of("ensemble.unsettled")
                    : licence.licence().title(),
                who),
            "second");
    terms.setId("ensemble-licence");
    result.getChildren().add(terms);
    licence.said().forEach(p -> result.getChildren().add(Kit.wrapped(p.message(), "attention")));
    result.getChildren().add(Kit.label(Words.of("ensemble.hosts"), "section"));
    result.getChildren().add(Kit.wrapped(Words.of("ensemble.installed"), "second"));
    s.cannot().forEach(c -> result.getChildren().add(Kit.wrapped(c, "attention")));
  }

  @Override
  public ObservableValue<String> status() {
    return new SimpleStringProperty(Words.of("ensemble.status"));
  }

  @Override
  public String keys() {
    return Words.of("ensemble.hint");
  }

  @Override
  public void opened() {
    if (model.stateProperty().get() != null && model.stateProperty().get().name().isEmpty()) {
      name.requestFocus();
    } else {
      stage.requestFocus();
    }
  }

  @Override
  protected void undo() {
    model.undo();
  }

  @Override
  protected boolean pressed(KeyCode key) {
    switch (key) {
      case L -> model.light(model.litProperty().get().next());
      case R -> model.renew();
      default -> {
        return false;
      }
    }
    return true;
  }
}
