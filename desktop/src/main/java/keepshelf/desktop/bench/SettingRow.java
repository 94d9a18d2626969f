package keepshelf.desktop.bench;

import java.util.Locale;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import keepshelf.core.finish.FinishSetting;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** One setting of a finish: its name, a slider where it has a usual range, and its value. */
final class SettingRow {
  private final FinishModel model;
  private final FinishSetting setting;
  private final TextField field = new TextField();
  private final double usual;
  private final CheckBox box = new CheckBox();
  private final Region swatch = new Region();
  private Slider slider;
  private boolean filling;

  /**
   * Adds the row to {@code grid}.
   *
   * @param range least, most and usual value of the slider; null for none
   */
  SettingRow(FinishModel model, FinishSetting setting, double[] range, GridPane grid) {
    this.model = model;
    this.setting = setting;
    Label name = Kit.label(Words.of("finish." + setting.id()));
    name.setMinWidth(82);
    field.setId("finish-" + setting.id());
    field.getStyleClass().add("small-field");
    field.setPromptText(Words.of("finish.asis"));
    field.setTooltip(
        new javafx.scene.control.Tooltip(Words.of("finish.example", setting.example())));
    listen();
    this.usual = range == null ? 0 : range[2];
    int row = grid.getRowCount();
    grid.add(name, 0, row);
    if (setting == FinishSetting.INVERT) {
      box.setId("finish-invert");
      box.setAccessibleText(name.getText());
      box.selectedProperty()
          .addListener(o -> {
            if (!filling) {
              model.set(setting, box.isSelected() ? "yes" : "");
            }
          });
      grid.add(box, 1, row);
    } else if (setting == FinishSetting.TINT) {
      swatch.getStyleClass().add("tint-swatch");
      swatch.setMinSize(44, 18);
      swatch.setMaxSize(44, 18);
      grid.add(field, 1, row);
      grid.add(swatch, 2, row);
    } else if (range == null) {
      grid.add(field, 1, row, 2, 1);
    } else {
      slider = new Slider(range[0], range[1], range[2]);
      slider.setId("finish-" + setting.id() + "-slider");
      slider.setAccessibleText(name.getText());
      slider.valueProperty().addListener(o -> slid());
      field.setPromptText(String.format(Locale.ROOT, "%.0f", range[2]));
      field.setPrefColumnCount(4);
      field.setMaxWidth(72);
      grid.add(slider, 1, row);
      grid.add(field, 2, row);
    }
    fill();
  }

  private void listen() {
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

  private void slid() {
    if (!filling) {
      double v = slider.getValue();
      double step = slider.getMax() - slider.getMin() > 50 ? 1 : 0.01;
      double rounded = Math.round(v / step) * step;
      String text =
          Math.abs(rounded - usual) < step / 2
              ? ""
              : String.format(Locale.ROOT, step == 1 ? "%.0f" : "%.2f", rounded);
      if (model.set(setting, text)) {
        fill();
      }
    }
  }

  /** Shows what the finish says. */
  void fill() {
    filling = true;
    String text = model.text(setting);
    field.getStyleClass().remove("wrong");
    field.setText(text);
    box.setSelected(!text.isEmpty());
    swatch.setStyle(
        setting == FinishSetting.TINT && !text.isEmpty() ? "-fx-background-color: " + text : "");
    if (slider != null) {
      slider.setValue(text.isEmpty() ? usual : Double.parseDouble(text));
    }
    filling = false;
  }
}
