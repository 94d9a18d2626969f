package keepshelf.desktop.finish;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/**
 * A material as it was delivered beside itself with a finish that is tried, under one light. The
 * item's own files never change.
 */
public final class FinishPane extends BorderPane {
  private static final double BALL = 400;
  private static final double PANEL = 330;
  private static final int STEP = 15;

  /** Least, most and usual value of sliders; settings without one are typed. */
  private static final Map<FinishSetting, double[]> RANGES =
      Map.of(
          FinishSetting.TURN, new double[] {-180, 180, 0},
          FinishSetting.HUE, new double[] {-180, 180, 0},
          FinishSetting.SATURATION, new double[] {0, 2, 1},
          FinishSetting.BRIGHTNESS, new double[] {0, 2, 1},
          FinishSetting.CONTRAST, new double[] {0, 2, 1},
          FinishSetting.NORMAL, new double[] {0, 3, 1});

  private static final List<Group> GROUPS =
      List.of(
          new Group(
              "finish.size",
              List.of(
                  FinishSetting.TILE, FinishSetting.TURN, FinishSetting.RIGHT, FinishSetting.UP)),
          new Group(
              "finish.colour",
              List.of(
                  FinishSetting.HUE,
                  FinishSetting.SATURATION,
                  FinishSetting.BRIGHTNESS,
                  FinishSetting.CONTRAST,
                  FinishSetting.TINT,
                  FinishSetting.INVERT)),
          new Group(
              "finish.surface",
              List.of(FinishSetting.ROUGHNESS, FinishSetting.NORMAL, FinishSetting.RELIEF)));

  private record Group(String title, List<FinishSetting> settings) {}

  /** Keeps finishes of the item. */
  public interface Keeper {
    /** Keeps a finish in the place of the one named {@code insteadOf}, which may be null. */
    void keep(Finish finish, String insteadOf);

    /** Removes the finish of this name. */
    void remove(String name);
  }

  private final FinishModel model;
  private final Keeper keeper;
  private final Runnable close;
  private final TriedPictures pictures;
  private final List<SettingRow> rows = new ArrayList<>();
  private final ComboBox<String> which = new ComboBox<>();
  private final TextField name = new TextField();
  private final Button keep;
  private final Button remove;
  private final Label trouble = Kit.wrapped("", "attention");
  private Lit lit;
  private double dragFrom;
  private int turnedFrom;
  private boolean filling;

  /**
   * Shows what {@code model} tries.
   *
   * @param lit the light to begin with; dragging turns it
   * @param close is called when a person wants to go back
   */
  public FinishPane(
      FinishModel model, Shelf shelf, WorkList work, Lit lit, Keeper keeper, Runnable close) {
    this.model = model;
    this.lit = lit;
    this.keeper = keeper;
    this.close = close;
    this.pictures = new TriedPictures(shelf, model.item(), work);
    keep = Kit.button(Words.of("finish.keep"), this::keep, "main");
    keep.setId("finish-keep");
    remove = Kit.button(Words.of("finish.remove"), this::remove);
    remove.setId("finish-remove");
    setId("finish");
    getStyleClass().add("look");
    setFocusTraversable(true);
    setCenter(balls());
    setRight(panel());
    setBottom(foot());
    model.draftProperty().addListener(o -> refresh());
    model.nameProperty().addListener(o -> buttons());
    model
        .troubleProperty()
        .addListener(o -> {
          trouble.setText(model.troubleProperty().get());
          trouble.setVisible(!trouble.getText().isEmpty());
        });
    trouble.setVisible(false);
    // Also from its fields, whose keys do not go to the place.
    setOnKeyPressed(this::key);
    fill();
  }

  /** Whether a picture is still being made. */
  public boolean isBusy() {
    return pictures.isBusy();
  }

  private Node balls() {
    HBox h =
        new HBox(
            22,
            ball(pictures.delivered(), "finish.delivered"),
            ball(pictures.finished(), "finish.tried"));
    h.setAlignment(Pos.CENTER);
    h.setPadding(new Insets(14));
    h.setMinWidth(0);
    h.getStyleClass().add("finish-balls");
    h.setOnMousePressed(e -> {
      dragFrom = e.getX();
      turnedFrom = lit.turnDegrees();
      requestFocus();
    });
    h.setOnMouseDragged(e -> {
      int turn = turnedFrom + (int) Math.round((e.getX() - dragFrom) / 3 / STEP) * STEP;
      light(lit.turned(Math.floorMod(turn + 180, 360) - 180));
    });
    return h;
  }

  private static Node ball(
      javafx.beans.value.ObservableValue<keepshelf.core.preview.Previews.Picture> of, String key) {
    PictureBox box = new PictureBox(BALL);
    box.show(of);
    Label caption = Kit.label(Words.of(key), "strong");
    VBox v = new VBox(8, box, caption);
    v.setAlignment(Pos.CENTER);
    return v;
  }

  private void light(Lit next) {
    if (!next.equals(lit)) {
      lit = next;
      pictures.want(model.draftProperty().get(), lit);
    }
  }

  private Node panel() {
    Label title = Kit.wrapped(model.item().item().name(), "heading");
    which.setId("finish-which");
    which.setMaxWidth(Double.MAX_VALUE);
    which.setOnAction(e -> {
      int at = which.getSelectionModel().getSelectedIndex();
      if (!filling && at >= 0) {
        model.choose(at < model.all().size() ? model.all().get(at).name() : null);
        fill();
      }
    });
    name.setId("finish-name");
    name.textProperty().bindBidirectional(model.nameProperty());
    VBox v = new VBox(8, title, Kit.label(Words.of("finish.untouched"), "second"));
    GridPane names = grid();
    Kit.row(names, Words.of("finish.which"), which);
    Kit.row(names, Words.of("finish.name"), name);
    v.getChildren().add(names);
    for (Group g : GROUPS) {
      v.getChildren().add(Kit.label(Words.of(g.title()), "section"));
      GridPane grid = grid();
      for (FinishSetting s : g.settings()) {
        rows.add(new SettingRow(model, s, RANGES.get(s), grid));
      }
      v.getChildren().add(grid);
    }
    v.getChildren().add(Kit.wrapped(Words.of("finish.relief.hint"), "hint"));
    v.setPadding(new Insets(14, 16, 14, 16));
    ScrollPane scroll = new ScrollPane(v);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    HBox buttons =
        new HBox(8, keep, remove, Kit.spring(), Kit.button(Words.of("finish.close"), close));
    buttons.setAlignment(Pos.CENTER_LEFT);
    VBox low = new VBox(6, trouble, buttons);
    trouble.managedProperty().bind(trouble.visibleProperty());
    low.setPadding(new Insets(8, 16, 12, 16));
    BorderPane all = new BorderPane(scroll);
    all.setBottom(low);
    all.setPrefWidth(PANEL);
    all.getStyleClass().add("finish-panel");
    return all;
  }

  private static GridPane grid() {
    GridPane g = new GridPane();
    g.setHgap(8);
    g.setVgap(5);
    ColumnConstraints wide = new ColumnConstraints();
    wide.setHgrow(Priority.ALWAYS);
    g.getColumnConstraints().addAll(new ColumnConstraints(), wide);
    return g;
  }

  private Node foot() {
    Label keys = Kit.label(Words.of("finish.keys"), "second");
    HBox h = new HBox(keys);
    h.setPadding(new Insets(8, 18, 8, 18));
    return h;
  }

  private void keep() {
    // What is still being typed is taken first.
    requestFocus();
    if (!model.isChanged() || !model.isNameFree()) {
      return;
    }
    Finish f = model.result();
    keeper.keep(f, model.kept() == null ? null : model.kept().name());
    model.wasKept(f);
    fill();
  }

  private void remove() {
    keeper.remove(model.kept().name());
    model.wasKept(null);
    fill();
  }

  private void fill() {
    filling = true;
    which.getItems().setAll(model.all().stream().map(Finish::name).toList());
    which.getItems().add(Words.of("finish.new"));
    which
        .getSelectionModel()
        .select(model.kept() == null ? model.all().size() : model.all().indexOf(model.kept()));
    filling = false;
    rows.forEach(SettingRow::fill);
    refresh();
  }

  private void refresh() {
    buttons();
    pictures.want(model.draftProperty().get(), lit);
  }

  private void buttons() {
    keep.setDisable(!model.isChanged() || !model.isNameFree());
    remove.setDisable(model.kept() == null);
  }

  /** A key while this is open; keys for its fields are left to them. */
  public void key(KeyEvent e) {
    boolean writing = e.getTarget() instanceof javafx.scene.control.TextInputControl;
    switch (e.getCode()) {
      case ESCAPE -> close.run();
      case ENTER -> {
        if (!e.isShortcutDown()) {
          return;
        }
        keep();
      }
      case L -> {
        if (writing || e.isShortcutDown()) {
          return;
        }
        light(lit.next());
      }
      default -> {
        return;
      }
    }
    e.consume();
  }
}
