package keepshelf.desktop.bench.settings;

import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Slider;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import keepshelf.core.finish.FinishSetting;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.words.Words;

/** What becomes of occlusion: left to the host, worked into the colour by an amount, or off. */
final class OcclusionRow extends SettingRow {
  private static final String HOST = "";
  private static final String OFF = "off";
  private static final String MULTIPLY = "1";

  private final ComboBox<String> way = new ComboBox<>();
  private final Slider amount = new Slider(0.01, 1, 1);

  OcclusionRow(FinishModel model) {
    super(model, FinishSetting.OCCLUSION);
    way.getItems().setAll(HOST, MULTIPLY, OFF);
    way.setConverter(
        new javafx.util.StringConverter<>() {
          @Override
          public String toString(String s) {
            return s == null ? "" : Words.of("finish.occlusion." + (s.isEmpty() ? "host" : s));
          }

          @Override
          public String fromString(String s) {
            throw new UnsupportedOperationException();
          }
        });
    way.setId("finish-occlusion");
    way.setAccessibleText(name());
    way.getStyleClass().add("small-field");
    way.setMinWidth(96);
    way.valueProperty().addListener((o, was, is) -> say(is.equals(MULTIPLY) ? number() : is));
    amount.setId("finish-occlusion-slider");
    amount.setAccessibleText(Words.of("finish.occlusion.amount"));
    amount.valueProperty().addListener(o -> say(number()));
    HBox.setHgrow(amount, Priority.ALWAYS);
    amount.managedProperty().bind(amount.visibleProperty());
  }

  private String number() {
    return String.format(Locale.ROOT, "%.2f", amount.getValue());
  }

  @Override
  Node main() {
    HBox row = new HBox(8, way, amount);
    row.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    return row;
  }

  @Override
  void shown(String text) {
    boolean multiplied = !text.isEmpty() && !text.equals(OFF);
    amount.setVisible(multiplied);
    way.setValue(multiplied ? MULTIPLY : text);
    if (multiplied) {
      amount.setValue(Double.parseDouble(text));
    }
  }
}
