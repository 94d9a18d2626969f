package keepshelf.desktop.kit;

import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** A rule with a round length in true units, as long as it is in the picture. */
public final class TrueRule extends VBox {
  private static final double LONGEST = 190;

  private final Label length = Kit.label("", "on-picture");
  private final Region bar = new Region();

  /** One that shows nothing yet. */
  public TrueRule() {
    super(3);
    setAlignment(Pos.CENTER_LEFT);
    bar.getStyleClass().add("rule-bar");
    bar.setMinHeight(8);
    bar.setMaxHeight(8);
    getChildren().addAll(length, bar);
    setId("bench-rule");
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setMouseTransparent(true);
  }

  /** Measures a picture. */
  public void show(double metresPerPoint) {
    if (metresPerPoint > 0) {
      double metres = round(LONGEST * metresPerPoint);
      bar.setPrefWidth(metres / metresPerPoint);
      bar.setMinWidth(metres / metresPerPoint);
      bar.setMaxWidth(metres / metresPerPoint);
      length.setText(words(metres));
      setAccessibleText(words(metres));
    }
  }

  /** The greatest of 1, 2, 2.5 and 5 times a power of ten that is not above {@code most}. */
  public static double round(double most) {
    double power = Math.pow(10, Math.floor(Math.log10(most)));
    for (double k : new double[] {5, 2.5, 2}) {
      if (k * power <= most * (1 + 1e-9)) {
        return k * power;
      }
    }
    return power;
  }

  /** A length as people say it. */
  public static String words(double metres) {
    if (metres >= 1) {
      return String.format(Locale.ROOT, metres % 1 == 0 ? "%.0f m" : "%.2f m", metres);
    }
    return metres >= 0.01
        ? String.format(Locale.ROOT, metres * 100 % 1 < 1e-6 ? "%.0f cm" : "%.1f cm", metres * 100)
        : String.format(
            Locale.ROOT, metres * 1000 % 1 < 1e-6 ? "%.0f mm" : "%.1f mm", metres * 1000);
  }
}
