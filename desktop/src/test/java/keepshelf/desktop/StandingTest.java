package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxToolkit;

/** Where the window stands: where it stood, as far as the screen shows it. */
class StandingTest {
  @TempDir Path dir;
  private Settings settings;
  private Rectangle2D screen;

  @BeforeAll
  static void toolkit() throws Exception {
    FxToolkit.registerPrimaryStage();
  }

  @BeforeEach
  void empty() throws Exception {
    settings = new Settings(dir.resolve("settings.properties"));
    screen = fx(() -> Screen.getPrimary().getVisualBounds());
  }

  private double[] restored() throws Exception {
    return fx(() -> {
      Stage stage = new Stage();
      new Standing(stage, settings).restore();
      return new double[] {stage.getX(), stage.getY()};
    });
  }

  @ParameterizedTest
  @CsvSource({"40, 30, 40, 30", "-140, 67, 0, 67", "12, -15, 12, 0", "-200, -10, 0, 0"})
  void standsWhereItStoodWithItsCornerOnTheScreen(double x, double y, double isX, double isY)
      throws Exception {
    settings.put("x", String.valueOf(x));
    settings.put("y", String.valueOf(y));
    assertThat(restored()).containsExactly(screen.getMinX() + isX, screen.getMinY() + isY);
  }

  @ParameterizedTest
  @CsvSource({"99999, 40", "40, -9999", "NaN, NaN", "'', 20"})
  void aPlaceThatNoScreenShowsIsForgotten(String x, String y) throws Exception {
    settings.put("x", x);
    settings.put("y", y);
    assertThat(restored()).containsExactly(Double.NaN, Double.NaN);
  }

  @Test
  void isAsLargeAsItWasAndNoSmallerThanItNeeds() throws Exception {
    Standing standing = fx(() -> new Standing(new Stage(), settings));
    assertThat(standing.width()).isEqualTo(1280);
    assertThat(standing.height()).isEqualTo(800);
    settings.put("width", "1500");
    settings.put("height", "20");
    assertThat(standing.width()).isEqualTo(1500);
    assertThat(standing.height()).isEqualTo(600);
  }
}
