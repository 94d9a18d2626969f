package keepshelf.desktop.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.Length;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;

/** What can be set of the finish and of the object, in real units, with what follows from it. */
final class SettingsPane extends ScrollPane {
  /** Least, most and usual value of sliders; settings without one are typed. */
  private static final Map<FinishSetting, double[]> RANGES =
      Map.of(
          FinishSetting.TURN, new double[] {-180, 180, 0},
          FinishSetting.HUE, new double[] {-180, 180, 0},
          FinishSetting.SATURATION, new double[] {0, 2, 1},
          FinishSetting.BRIGHTNESS, new double[] {0, 2, 1},
          FinishSetting.CONTRAST, new double[] {0, 2, 1},
          FinishSetting.NORMAL, new double[] {0, 3, 1},
          FinishSetting.COAT, new double[] {0, 1, 0},
          FinishSetting.COAT_ROUGHNESS, new double[] {0, 1, 0});

  /** Settings under one heading, and what is said of them below. */
  private record Group(String title, List<FinishSetting> settings) {}

  private static final Group SIZE =
      new Group(
          "finish.size",
          List.of(FinishSetting.TILE, FinishSetting.TURN, FinishSetting.RIGHT, FinishSetting.UP));

  private static final Group COLOUR =
      new Group(
          "finish.colour",
          List.of(
              FinishSetting.HUE,
              FinishSetting.SATURATION,
              FinishSetting.BRIGHTNESS,
              FinishSetting.CONTRAST,
              FinishSetting.TINT,
              FinishSetting.INVERT));

  private static final Group SURFACE =
      new Group(
          "finish.surface",
          List.of(
              FinishSetting.ROUGHNESS,
              FinishSetting.NORMAL,
              FinishSetting.REFLECTANCE,
              FinishSetting.IOR,
              FinishSetting.COAT,
              FinishSetting.COAT_ROUGHNESS));

  private static final Group RELIEF = new Group("finish.reliefs", List.of(FinishSetting.RELIEF));

  private final BenchModel model;
  private final VBox all = new VBox(7);
  private final List<SettingRow> rows = new ArrayList<>();
  private final Label repeats = Kit.wrapped("", "second");
  private final Label grows = Kit.wrapped("", "second");
  private final Label trouble = Kit.wrapped("", "attention");
  private final TextField object = new TextField();
  private final SharpBox sharp;
  private Double relief;

  SettingsPane(BenchModel model, Runnable installEnough) {
    this.model = model;
    this.sharp = new SharpBox(model, installEnough);
    setContent(all);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setId("bench-settings");
    setAccessibleText(Words.of("bench.settings"));
    getStyleClass().add("finish-panel");
    setPrefWidth(300);
    setMinWidth(300);
    all.setPadding(new Insets(12, 14, 14, 16));
    object.setId("bench-object");
    object.setAccessibleText(Words.of("bench.object"));
    object.getStyleClass().add("small-field");
    object.setMaxWidth(88);
    object.setOnAction(e -> sized());
    object
        .focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            sized();
          }
        });
    trouble.managedProperty().bind(trouble.visibleProperty());
    trouble.visibleProperty().bind(trouble.textProperty().isNotEmpty());
  }

  /** Shows the finish that is tried now. */
  void show(FinishModel finish) {
    rows.clear();
    trouble.textProperty().bind(finish.troubleProperty());
    GridPane size = group(SIZE, finish);
    size.addRow(size.getRowCount(), Kit.label(Words.of("bench.object")), object);
    all.getChildren().setAll(trouble, heading(SIZE), size, repeats);
    all.getChildren().addAll(heading(COLOUR), group(COLOUR, finish));
    all.getChildren()
        .addAll(
            heading(SURFACE),
            group(SURFACE, finish),
            Kit.wrapped(Words.of("bench.substances"), "hint"));
    all.getChildren().addAll(heading(RELIEF), group(RELIEF, finish), grows);
    all.getChildren().addAll(Kit.label(Words.of("bench.sharp"), "section"), sharp);
    refresh();
  }

  private static Label heading(Group g) {
    return Kit.label(Words.of(g.title()), "section");
  }

  private GridPane group(Group g, FinishModel finish) {
    GridPane grid = grid();
    g.settings().forEach(s -> rows.add(new SettingRow(finish, s, RANGES.get(s), grid)));
    return grid;
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

  /** Fills all rows anew, after a change that did not come from them. */
  void fill() {
    rows.forEach(SettingRow::fill);
  }

  /** The relief as it is drawn, in metres, or null. */
  void relief(Double metres) {
    relief = metres;
    refresh();
  }

  private void sized() {
    String text = object.getText().strip();
    try {
      double metres = Length.metres(text, "m");
      if (metres != model.stateProperty().get().objectMetres()) {
        model.stand(model.stateProperty().get().sized(metres));
      }
      object.getStyleClass().remove("wrong");
    } catch (IllegalArgumentException e) {
      if (!object.getStyleClass().contains("wrong")) {
        object.getStyleClass().add("wrong");
      }
      return;
    }
    refresh();
  }

  /** What follows from the settings, said anew. */
  void refresh() {
    if (model.itemProperty().get() == null) {
      return;
    }
    double metres = model.stateProperty().get().objectMetres();
    if (!object.isFocused()) {
      object.setText(TrueRule.words(metres));
    }
    double tile = model.tile();
    int widest =
        model.itemProperty().get().item().maps().stream().mapToInt(m -> m.width()).max().orElse(0);
    repeats.setText(
        Words.of(
            "bench.repeats",
            TrueRule.words(metres),
            String.format(Locale.ROOT, "%.1f", metres / tile),
            Math.round(widest / tile)));
    grows.setText(
        relief == null
            ? Words.of("bench.norelief")
            : Words.of(
                model.stateProperty().get().raised() ? "bench.grows" : "bench.flat",
                String.format(Locale.ROOT, "%.1f", relief * 1000),
                String.format(Locale.ROOT, "%.1f", relief * 500)));
    sharp.refresh();
  }
}
