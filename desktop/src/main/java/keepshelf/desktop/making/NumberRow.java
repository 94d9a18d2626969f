package keepshelf.desktop.making;

import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.DoublePredicate;
import java.util.function.DoubleSupplier;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import keepshelf.desktop.kit.Kit;

/** A number with its unit: a slider over the usual range, and a field for any. */
final class NumberRow {
  private final Slider slider;
  private final TextField field = new TextField();
  private final DoubleSupplier read;
  private final DoublePredicate write;
  private final double step;
  private boolean filling;

  /**
   * Where a number moves.
   *
   * @param least of the slider
   * @param most of the slider
   * @param step it is rounded to
   * @param unit shown behind it
   */
  record Range(double least, double most, double step, String unit) {}

  /**
   * Adds the row to {@code grid}.
   *
   * @param write sets the number; false when it makes no sense
   */
  NumberRow(
      GridPane grid,
      String id,
      String name,
      Range range,
      DoubleSupplier read,
      DoublePredicate write) {
    this.read = read;
    this.write = write;
    this.step = range.step();
    slider = new Slider(range.least(), range.most(), range.least());
    slider.setId(id + "-slider");
    slider.setAccessibleText(name);
    slider
        .valueProperty()
        .addListener(o -> {
          if (!filling) {
            set(Math.round(slider.getValue() / step) * step);
          }
        });
    field.setId(id);
    field.setAccessibleText(name);
    field.getStyleClass().add("small-field");
    field.setPrefColumnCount(4);
    field.setMaxWidth(64);
    field.setOnAction(e -> typed());
    field
        .focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            typed();
          }
        });
    Label label = Kit.label(name);
    label.setMinWidth(86);
    label.setLabelFor(field);
    int row = grid.getRowCount();
    grid.add(label, 0, row);
    grid.add(slider, 1, row);
    grid.add(field, 2, row);
    grid.add(Kit.label(range.unit(), "second"), 3, row);
  }

  private void typed() {
    if (filling || field.getText().strip().equals(text(read.getAsDouble()))) {
      return;
    }
    try {
      set(Double.parseDouble(field.getText().strip().replace(',', '.')));
    } catch (NumberFormatException e) {
      field.getStyleClass().add("wrong");
    }
  }

  private void set(double v) {
    field.getStyleClass().remove("wrong");
    if (write.test(v)) {
      fill();
    } else {
      field.getStyleClass().add("wrong");
    }
  }

  /** Tells when the slider begins and ends to be dragged. */
  void onDrag(Consumer<Boolean> what) {
    slider.valueChangingProperty().addListener((o, was, is) -> what.accept(is));
  }

  /** Shows the number as it is. */
  void fill() {
    filling = true;
    double v = read.getAsDouble();
    field.getStyleClass().remove("wrong");
    field.setText(text(v));
    slider.setValue(v);
    filling = false;
  }

  private static String text(double v) {
    return v == Math.rint(v)
        ? String.format(Locale.ROOT, "%.0f", v)
        : String.valueOf(Math.round(v * 1000) / 1000.0);
  }
}
