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

  private static final Map<String, List<FinishSetting>> GROUPS =
      ordered(
          "finish.size",
          List.of(FinishSetting.TILE, FinishSetting.TURN, FinishSetting.RIGHT, FinishSetting.UP),
          "finish.colour",
          List.of(
              FinishSetting.HUE,
              FinishSetting.SATURATION,
              FinishSetting.BRIGHTNESS,
              FinishSetting.CONTRAST,
              FinishSetting.TINT,
              FinishSetting.INVERT),
          "finish.surface",
          List.of(
              FinishSetting.ROUGHNESS,
              FinishSetting.NORMAL,
              FinishSetting.REFLECTANCE,
              FinishSetting.IOR,
              FinishSetting.COAT,
              FinishSetting.COAT_ROUGHNESS),
          "finish.reliefs",
          List.of(FinishSetting.RELIEF));

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
    trouble.setVisible(false);
  }

  private static Map<String, List<FinishSetting>> ordered(
      String a,
      List<FinishSetting> as,
      String b,
      List<FinishSetting> bs,
      String c,
      List<FinishSetting> cs,
      String d,
      List<FinishSetting> ds) {
    Map<String, List<FinishSetting>> out = new java.util.LinkedHashMap<>();
    out.put(a, as);
    out.put(b, bs);
    out.put(c, cs);
    out.put(d, ds);
    return out;
  }

  /** Shows the finish that is tried now. */
  void show(FinishModel finish) {
    all.getChildren().clear();
    rows.clear();
    all.getChildren().add(trouble);
    GROUPS.forEach((title, settings) -> {
      all.getChildren().add(Kit.label(Words.of(title), "section"));
      GridPane grid = grid();
      settings.forEach(s -> rows.add(new SettingRow(finish, s, RANGES.get(s), grid)));
      if (title.equals("finish.size")) {
        Kit.row(grid, Words.of("bench.object"), object);
      }
      all.getChildren().add(grid);
      if (title.equals("finish.size")) {
        all.getChildren().add(repeats);
      } else if (title.equals("finish.surface")) {
        all.getChildren().add(Kit.wrapped(Words.of("bench.substances"), "hint"));
      } else if (title.equals("finish.reliefs")) {
        all.getChildren().add(grows);
      }
    });
    all.getChildren().addAll(Kit.label(Words.of("bench.sharp"), "section"), sharp);
    finish
        .troubleProperty()
        .addListener(o -> {
          trouble.setText(finish.troubleProperty().get());
          trouble.setVisible(!trouble.getText().isEmpty());
        });
    refresh();
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
      object.setText(Rule.words(metres));
    }
    double tile = model.tile();
    int widest =
        model.itemProperty().get().item().maps().stream().mapToInt(m -> m.width()).max().orElse(0);
    repeats.setText(
        Words.of(
            "bench.repeats",
            Rule.words(metres),
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
