package keepshelf.desktop.bench.settings;

import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import keepshelf.core.finish.FinishSetting;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.RangeBar;
import keepshelf.desktop.words.Words;

/** One setting of a finish: its name, what it is changed by, and its value as text. */
class SettingRow {
  final FinishModel model;
  final FinishSetting setting;
  final TextField field = new TextField();
  private final Label name;
  private boolean filling;

  /** A row whose value is typed; it is not in a grid yet. */
  SettingRow(FinishModel model, FinishSetting setting) {
    this.model = model;
    this.setting = setting;
    name = Kit.label(Words.of("finish." + setting.id()));
    name.setMinWidth(82);
    field.setId("finish-" + setting.id());
    field.setAccessibleText(name.getText());
    field.getStyleClass().add("small-field");
    field.setPromptText(Words.of("finish.asis"));
    field.setTooltip(new Tooltip(Words.of("finish.example", setting.example())));
    field.setOnAction(e -> typed());
    field
        .focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            typed();
          }
        });
    field.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ESCAPE && !field.getText().equals(model.text(setting))) {
        fill();
        e.consume();
      }
    });
  }

  /** Adds the row to {@code grid}. */
  final void into(GridPane grid) {
    int row = grid.getRowCount();
    grid.add(name, 0, row);
    Node main = main();
    Node beside = beside();
    grid.add(main, 1, row, beside == null ? 2 : 1, 1);
    if (beside != null) {
      grid.add(beside, 2, row);
    }
    fill();
  }

  /** What stands in the middle. */
  Node main() {
    return field;
  }

  /** What stands at the end of the row, or null. */
  Node beside() {
    return null;
  }

  /** The row's name for people. */
  final String name() {
    return name.getText();
  }

  /** Has the setting say {@code text}, unless the row is only being filled. */
  final void say(String text) {
    if (!filling && model.set(setting, text)) {
      fill();
    }
  }

  private void typed() {
    if (!filling && !field.getText().strip().equals(model.text(setting))) {
      field.getStyleClass().remove("wrong");
      if (model.set(setting, field.getText())) {
        fill();
      } else {
        field.getStyleClass().add("wrong");
      }
    }
  }

  /** Shows what the finish says. */
  final void fill() {
    filling = true;
    String text = model.text(setting);
    field.getStyleClass().remove("wrong");
    field.setText(text);
    shown(text);
    filling = false;
  }

  /** Shows {@code text} by what else is in the row. */
  void shown(String text) {}

  private void narrow(String usual, int columns) {
    field.setPromptText(usual);
    field.setPrefColumnCount(columns);
    field.setMinWidth(columns * 8.5);
    field.setMaxWidth(84);
  }

  /** A row with a slider between {@code least} and {@code most}. */
  static SettingRow slider(
      FinishModel model, FinishSetting setting, double least, double most, double usual) {
    return new SettingRow(model, setting) {
      private final Slider slider = new Slider(least, most, usual);

      @Override
      Node main() {
        slider.setId("finish-" + setting.id() + "-slider");
        slider.setAccessibleText(name());
        slider.valueProperty().addListener(o -> slid());
        return slider;
      }

      @Override
      Node beside() {
        super.narrow(
            usual == Math.rint(usual)
                ? String.format(Locale.ROOT, "%.0f", usual)
                : String.valueOf(usual),
            4);
        return field;
      }

      private void slid() {
        double step = most - least > 50 ? 1 : 0.01;
        double rounded = Math.round(slider.getValue() / step) * step;
        say(
            Math.abs(rounded - usual) < step / 2
                ? ""
                : String.format(Locale.ROOT, step == 1 ? "%.0f" : "%.2f", rounded));
      }

      @Override
      void shown(String text) {
        slider.setValue(text.isEmpty() ? usual : Double.parseDouble(text));
      }
    };
  }

  /** A row with a bar of two ends. */
  static SettingRow range(FinishModel model, FinishSetting setting) {
    return new SettingRow(model, setting) {
      private final RangeBar bar =
          new RangeBar(name(), Words.of("finish.range.low"), Words.of("finish.range.high"));

      @Override
      Node main() {
        bar.setId("finish-" + setting.id() + "-bar");
        bar.endsProperty().addListener((o, was, is) -> say(text(is)));
        return bar;
      }

      @Override
      Node beside() {
        super.narrow("0..1", 9);
        return field;
      }

      private static String text(RangeBar.Ends e) {
        return e.equals(RangeBar.Ends.WHOLE)
            ? ""
            : String.format(Locale.ROOT, "%.2f..%.2f", e.first(), e.second());
      }

      @Override
      void shown(String text) {
        int dots = text.indexOf("..");
        if (dots < 0) {
          bar.set(0, 1);
        } else {
          bar.set(
              Double.parseDouble(text.substring(0, dots)),
              Double.parseDouble(text.substring(dots + 2)));
        }
      }
    };
  }

  /**
   * A row with a box to tick.
   *
   * @param ticked what the setting says when it is ticked
   * @param clear what it says else
   */
  static SettingRow box(FinishModel model, FinishSetting setting, String ticked, String clear) {
    return new SettingRow(model, setting) {
      private final CheckBox box = new CheckBox();

      @Override
      Node main() {
        box.setId("finish-" + setting.id());
        box.setAccessibleText(name());
        box.selectedProperty().addListener((o, was, is) -> say(is ? ticked : clear));
        return box;
      }

      @Override
      void shown(String text) {
        box.setSelected(text.equals(ticked));
      }
    };
  }

  /** A row that shows the colour it says. */
  static SettingRow tint(FinishModel model, FinishSetting setting) {
    return new SettingRow(model, setting) {
      private final Region swatch = new Region();

      @Override
      Node beside() {
        swatch.getStyleClass().add("tint-swatch");
        swatch.setMinSize(44, 18);
        swatch.setMaxSize(44, 18);
        return swatch;
      }

      @Override
      void shown(String text) {
        swatch.setStyle(text.isEmpty() ? "" : "-fx-background-color: " + text);
      }
    };
  }
}
