package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.TimeUnit;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.BenchState;
import keepshelf.imaging.render.BenchScene;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The bench in the real window, by mouse and by keys. */
class BenchPlaceTest extends OnBench {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void whatIsChosenLiesThereAndKeysTurnIt(FxRobot robot) throws Exception {
    lay("tarred_rope");
    assertThat(text(robot, "#bench-name")).isEqualTo("Tarred Rope");
    ImageView picture = robot.lookup("#bench-picture .image-view").queryAs(ImageView.class);
    assertThat(fx(picture::getImage)).isNotNull();
    robot.type(KeyCode.DIGIT3);
    assertThat(state().shape()).isEqualTo(BenchScene.Shape.BLOCK);
    assertThat(robot.lookup("#bench-shape-block").queryAs(ToggleButton.class).isSelected())
        .isTrue();
    robot.type(KeyCode.RIGHT, KeyCode.RIGHT, KeyCode.UP, KeyCode.B, KeyCode.R, KeyCode.G);
    assertThat(state().view().turnDegrees()).isEqualTo(30);
    assertThat(state().view().elevationDegrees()).isEqualTo(16.5);
    assertThat(state().backdrop()).isTrue();
    assertThat(state().raised()).isFalse();
    assertThat(state().patches()).isTrue();
    String light = state().light();
    robot.type(KeyCode.L);
    assertThat(state().light()).isNotEqualTo(light);
    robot.type(KeyCode.HOME);
    assertThat(state().view()).isEqualTo(BenchScene.View.FRONT);
  }

  @Test
  void oneChannelAndASecondMapAreSeenOnePixelToOne(FxRobot robot) throws Exception {
    lay("tarred_rope");
    robot.type(KeyCode.P);
    Label value = robot.lookup("#pixel-value").queryAs(Label.class);
    Node pane = robot.lookup("#bench-pixels").query();
    WaitForAsyncUtils.waitFor(
        30,
        TimeUnit.SECONDS,
        () -> {
          act(() -> Event.fireEvent(pane, mouse(MouseEvent.MOUSE_MOVED, 150, false)));
          return fx(() -> value.getText().contains("sRGB"));
        });
    ComboBox<MapRecord> second = robot.lookup("#pixels-second").queryAs(ComboBox.class);
    MapRecord rough =
        second.getItems().stream()
            .filter(m -> m != null && m.role() == MapRole.ROUGHNESS)
            .findFirst()
            .orElseThrow();
    act(() -> second.setValue(rough));
    WaitForAsyncUtils.waitFor(
        30,
        TimeUnit.SECONDS,
        () -> {
          act(() -> Event.fireEvent(pane, mouse(MouseEvent.MOUSE_MOVED, 150, false)));
          return fx(() -> value.getText().matches("\\d+, \\d+ · sRGB .* · Roughness 0\\.\\d+"));
        });
    robot.clickOn("#pixels-channel-g").clickOn("#pixels-channel-g");
    assertThat(robot.lookup("#pixels-channel-g").queryAs(ToggleButton.class).isSelected()).isTrue();
  }

  @Test
  void picturesBlinkAndWhatStandsForScaleChanges(FxRobot robot) throws Exception {
    lay("tarred_rope");
    robot.type(KeyCode.K);
    assertThat(state().beside()).isEqualTo(BenchState.Beside.BLINK);
    robot.type(KeyCode.K, KeyCode.S, KeyCode.S, KeyCode.S);
    Node staff = robot.lookup("#bench-staff").query();
    assertThat(fx(staff::getAccessibleText)).isEqualTo("a person, 1.75 m");
    robot.type(KeyCode.S);
    assertThat(staff.isVisible()).isFalse();
    TextField near = robot.lookup("#bench-neighbour").queryAs(TextField.class);
    act(() -> window.benchRoom().model().finishProperty().get().set(FinishSetting.RELIEF, "8 mm"));
    act(() -> near.setText("wide"));
    assertThat(near.getStyleClass()).contains("wrong");
    act(() -> near.setText("2 mm"));
    assertThat(near.getStyleClass()).doesNotContain("wrong");
    says(robot, "It cuts 2.0 mm into its neighbour.");
    act(() -> near.setText("1 cm"));
    says(robot, "Its neighbour is free by 6.0 mm.");
  }

  private void says(FxRobot robot, String sentence) throws Exception {
    WaitForAsyncUtils.waitFor(
        30,
        TimeUnit.SECONDS,
        () ->
            fx(() ->
                robot.lookup(".label").queryAllAs(Label.class).stream()
                    .anyMatch(l -> l.getText() != null && l.getText().contains(sentence))));
  }

  @Test
  void theMouseTurnsTheObjectAndWithShiftTheLight(FxRobot robot) throws Exception {
    lay("tarred_rope");
    Node stage = robot.lookup("#bench-picture").query();
    robot.moveTo(stage).press(MouseButton.PRIMARY).moveBy(60, 0).release(MouseButton.PRIMARY);
    assertThat(state().view().turnDegrees()).isEqualTo(30);
    act(() -> {
      Event.fireEvent(stage, mouse(MouseEvent.MOUSE_PRESSED, 100, false));
      Event.fireEvent(stage, mouse(MouseEvent.MOUSE_DRAGGED, 60, true));
    });
    assertThat(state().lightDegrees()).isEqualTo(-20);
    assertThat(state().view().turnDegrees()).isEqualTo(30);
  }

  @Test
  void aLineOnThePictureGivesTheTile(FxRobot robot) throws Exception {
    lay("tarred_rope");
    robot.type(KeyCode.M);
    Node drawing = robot.lookup("#measure-drawing").query();
    Button take = robot.lookup("#measure-take").queryButton();
    assertThat(take.isDisabled()).isTrue();
    robot.moveTo(drawing).press(MouseButton.PRIMARY).moveBy(120, 0).release(MouseButton.PRIMARY);
    TextField length = robot.lookup("#measure-length").queryAs(TextField.class);
    double wide =
        fx(() ->
            robot.lookup("#measure-drawing .image-view").queryAs(ImageView.class).getFitWidth());
    act(() -> length.setText("4 x 5 cm"));
    assertThat(take.isDisabled()).isFalse();
    act(take::fire);
    assertThat(fx(() -> window.benchRoom().model().tile()))
        .isCloseTo(0.2 * wide / 120, org.assertj.core.api.Assertions.within(0.01 * wide / 120));
    assertThat(state().beside()).isEqualTo(BenchState.Beside.ALONE);
  }

  @Test
  void onePixelIsOnePixelAndSaysWhatItMeans(FxRobot robot) throws Exception {
    lay("tarred_rope");
    act(() -> robot.lookup("#bench-map-normal").queryAs(ToggleButton.class).fire());
    assertThat(state().beside()).isEqualTo(BenchState.Beside.PIXELS);
    idle();
    WaitForAsyncUtils.waitForFxEvents();
    robot.moveTo("#bench-pixels").moveBy(3, 3);
    WaitForAsyncUtils.waitFor(
        1, TimeUnit.MINUTES, () -> fx(() -> text(robot, "#pixel-value").contains("°")));
    robot.type(KeyCode.ESCAPE);
    assertThat(state().beside()).isEqualTo(BenchState.Beside.ALONE);
  }

  @Test
  void lightsOnTheShelfCanBeChosen(FxRobot robot) throws Exception {
    lay("tarred_rope");
    ComboBox<?> light = robot.lookup("#bench-light").queryComboBox();
    assertThat(light.getItems()).hasSizeGreaterThanOrEqualTo(3);
    act(() -> light.getSelectionModel().select(2));
    assertThat(state().light()).isEqualTo("OVERCAST_SLIP");
  }

  @Test
  void whatWasTriedAndNotKeptIsThereAtTheNextStart(FxRobot robot) throws Exception {
    lay("tarred_rope");
    act(() -> window.benchRoom().model().finishProperty().get().set(FinishSetting.COAT, "0.7"));
    robot.type(KeyCode.DIGIT4);
    act(() -> window.benchRoom().model().remember());
    BenchModel later = new BenchModel(shelf, dir.resolve("bench.json"));
    fx(() -> {
      later.open(item("tarred_rope"));
      return null;
    });
    assertThat(later.finishProperty().get().text(FinishSetting.COAT)).isEqualTo("0.7");
    assertThat(later.stateProperty().get().shape()).isEqualTo(BenchScene.Shape.DRAPE);
    // A file that is no such file is no trouble.
    java.nio.file.Files.writeString(dir.resolve("bench.json"), "[1, 2");
    BenchModel fresh = new BenchModel(shelf, dir.resolve("bench.json"));
    fx(() -> {
      fresh.open(item("tarred_rope"));
      return null;
    });
    assertThat(fresh.finishProperty().get().isUntouched()).isTrue();
  }

  @Test
  void anotherItemStandsBesideUnderTheSameLight(FxRobot robot) throws Exception {
    lay("tarred_rope");
    robot.type(KeyCode.T, KeyCode.S);
    assertThat(state().beside()).isEqualTo(BenchState.Beside.OTHER);
    assertThat(robot.lookup("#bench-staff").query().isVisible()).isTrue();
    ComboBox<BenchModel.Choice> other = robot.lookup("#bench-other").queryComboBox();
    assertThat(other.getItems()).extracting(BenchModel.Choice::title).doesNotContain("Tarred Rope");
    act(() -> other.getSelectionModel().select(0));
    assertThat(fx(() -> window.benchRoom().model().otherProperty().get().item().name()))
        .isEqualTo(other.getItems().getFirst().title());
    drawn();
    robot.type(KeyCode.T);
    assertThat(state().beside()).isEqualTo(BenchState.Beside.ALONE);
  }
}
