package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.desktop.duplicates.Choice;
import keepshelf.desktop.duplicates.DuplicatesModel;
import keepshelf.desktop.duplicates.Finding;
import keepshelf.desktop.kit.FilePicker;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** One material in two colours is shown as such, frees nothing, and can be joined. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class ColourwaysTest {
  private static final String PACK = "GN-BoatPaint_Colourways_1K.7z";

  @TempDir static Path dir;
  private Shelf shelf;
  private MainWindow window;
  private DuplicatesModel model;

  @BeforeAll
  static void pack() throws Exception {
    DemoPacks.into(dir.resolve("downloads"), Set.of(PACK));
    try (Shelf filled = Shelf.open(dir.resolve("shelf"))) {
      filled.file(
          filled.read(dir.resolve("downloads").resolve(PACK).toString(), Progress.NONE),
          Filing.Wishes.NONE,
          Progress.NONE);
    }
  }

  @Start
  void open(Stage primary) throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    window =
        new MainWindow(
            primary, shelf, new Settings(dir.resolve("settings")), FilePicker.ofSystem());
    model = window.duplicatesModel();
    window.show();
  }

  @AfterEach
  void close() throws Exception {
    fx(() -> {
      window.close();
      return null;
    });
  }

  @Test
  void anotherColourIsShownAndJoined(FxRobot robot) throws Exception {
    fx(() -> {
      window.open(window.duplicates());
      return null;
    });
    FxSteps.idle(window);
    FxSteps.idle(window);
    List<Finding> colourways =
        model.shown().stream().filter(f -> f.sort() == Finding.Sort.COLOURWAYS).toList();
    assertThat(colourways).hasSize(1);
    assertThat(model.shown()).noneMatch(f -> f.sort() == Finding.Sort.MATERIALS);
    assertThat(model.bytes()).isZero();
    assertThat(colourways.getFirst().words()).contains("in another colour");
    robot.clickOn("#sort-colourways");
    assertThat(DuplicatesModel.suggestion(model.chosenProperty().get()))
        .isEqualTo(Choice.KEEP_BOTH);
    FxSteps.idle(window);
    assertThat(robot.lookup("#difference").queryAs(Label.class).getText()).contains("dB alike");
    // An item is not let go of for another colour of it.
    robot.type(KeyCode.LEFT, KeyCode.O);
    assertThat(model.choices()).isEmpty();
    robot.clickOn("#do-join");
    assertThat(model.choices()).containsValue(Choice.JOIN);
    fx(() -> {
      ((Button) robot.lookup("#carry-out").query()).fire();
      return null;
    });
    robot.clickOn("#summary-do");
    FxSteps.idle(window);
    FxSteps.idle(window);
    assertThat(shelf.catalogue().items()).hasSize(1);
    assertThat(model.shown()).noneMatch(f -> f.sort() == Finding.Sort.COLOURWAYS);
  }
}
