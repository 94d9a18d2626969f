package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.MapRole;
import keepshelf.core.projects.Project;
import keepshelf.desktop.bench.BenchModel;
import keepshelf.desktop.bench.BenchState;
import keepshelf.desktop.kit.RangeBar;
import keepshelf.imaging.render.BenchScene;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The bench in the real window, by mouse and by keys. */
class BenchPlaceTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private void lay(String key) throws Exception {
    idle();
    choose(key);
    act(() -> window.open(window.bench()));
    drawn();
  }

  /** Waits for the first picture; the fine one goes on. */
  private void drawn() throws Exception {
    WaitForAsyncUtils.waitFor(
        2,
        TimeUnit.MINUTES,
        () -> fx(() -> window.bench().status().getValue().startsWith("preview")));
  }

  private BenchState state() throws Exception {
    return fx(() -> window.benchModel().stateProperty().get());
  }

  private static String text(FxRobot robot, String id) {
    return robot.lookup(id).queryAs(Label.class).getText();
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

  private String tried(FinishSetting s) throws Exception {
    return fx(() -> window.benchModel().finishProperty().get().text(s));
  }

  @Test
  void rangesHaveTwoThumbsForMouseAndKeys(FxRobot robot) throws Exception {
    lay("tarred_rope");
    RangeBar bar = robot.lookup("#finish-roughness-bar").queryAs(RangeBar.class);
    List<Node> thumbs = List.copyOf(bar.lookupAll(".range-thumb"));
    act(() -> thumbs.getFirst().requestFocus());
    robot.type(KeyCode.RIGHT, 3);
    act(() -> thumbs.getLast().requestFocus());
    robot.type(KeyCode.LEFT, 2);
    assertThat(tried(FinishSetting.ROUGHNESS)).isEqualTo("0.03..0.98");
    assertThat(robot.lookup("#finish-roughness").queryAs(TextField.class).getText())
        .isEqualTo("0.03..0.98");
    robot.drag(bar, MouseButton.PRIMARY).moveBy(-10, 0).release(MouseButton.PRIMARY);
    assertThat(fx(() -> bar.endsProperty().get().first())).isBetween(0.3, 0.5);
    act(() -> robot.lookup("#bench-picture").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(tried(FinishSetting.ROUGHNESS)).isEmpty();
    assertThat(fx(() -> bar.endsProperty().get())).isEqualTo(RangeBar.Ends.WHOLE);
  }

  @Test
  void mapsAreTurnedRoundByAMenuAndManyTilesShowWhatRepeats(FxRobot robot) throws Exception {
    lay("tarred_rope");
    MenuButton menu = robot.lookup("#finish-inverted").queryAs(MenuButton.class);
    act(() -> ((CheckMenuItem) menu.getItems().getFirst()).setSelected(true));
    String role = tried(FinishSetting.INVERTED);
    assertThat(MapRole.ofId(role)).isPresent();
    assertThat(fx(menu::getText)).isEqualTo(MapRole.ofId(role).orElseThrow().title());
    WaitForAsyncUtils.waitFor(
        30, TimeUnit.SECONDS, () -> fx(robot.lookup("#bench-numbers").query()::isVisible));
    robot.clickOn("#bench-beside-tiles");
    Label said = robot.lookup("#bench-tiles-said").queryAs(Label.class);
    WaitForAsyncUtils.waitFor(
        30, TimeUnit.SECONDS, () -> fx(() -> said.getText().contains("contrast of")));
    assertThat(fx(said::getText)).startsWith("5 × ");
    robot.moveTo("#bench-many-tiles").scroll(1, VerticalDirection.DOWN);
    assertThat(fx(() -> said.getText().split(" ")[0])).isNotEqualTo("5");
    assertThat(robot.lookup("#bench-picture").query().isVisible()).isFalse();
    robot.clickOn("#bench-beside-alone");
    assertThat(robot.lookup("#bench-picture").query().isVisible()).isTrue();
  }

  @Test
  void mapsOfOtherItemsAreLaidOverAndTakenOff(FxRobot robot) throws Exception {
    lay("tarred_rope");
    MenuButton add = robot.lookup("#finish-overlay-add").queryAs(MenuButton.class);
    MenuItem sail =
        add.getItems().stream()
            .filter(i -> i.getText().equals("Net Mesh"))
            .findFirst()
            .orElseThrow();
    act(sail::fire);
    assertThat(tried(FinishSetting.OVERLAY_1)).isEqualTo("net_mesh; amount 0.5; roughness");
    act(() -> robot.lookup("#finish-overlay-1-colour").queryAs(ToggleButton.class).fire());
    TextField hex = robot.lookup("#finish-overlay-1-colour-hex").queryAs(TextField.class);
    assertThat(hex.isVisible()).isTrue();
    act(() -> {
      hex.setText("c0ffee");
      hex.fireEvent(new javafx.event.ActionEvent());
      robot.lookup("#finish-overlay-1-amount").queryAs(Slider.class).setValue(-0.25);
      robot.lookup("#finish-overlay-1-tile").queryAs(TextField.class).setText("20 cm");
      robot
          .lookup("#finish-overlay-1-tile")
          .queryAs(TextField.class)
          .fireEvent(new javafx.event.ActionEvent());
    });
    assertThat(tried(FinishSetting.OVERLAY_1))
        .isEqualTo("net_mesh; tile 0.2 m; amount -0.25; roughness, colour #c0ffee");
    act(() -> robot.lookup("#bench-picture").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(robot.lookup("#finish-overlay-1").tryQuery()).isEmpty();
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
    act(() -> window.benchModel().finishProperty().get().set(FinishSetting.RELIEF, "8 mm"));
    act(() -> near.setText("wide"));
    assertThat(near.getStyleClass()).contains("wrong");
    act(() -> near.setText("2 mm"));
    assertThat(near.getStyleClass()).doesNotContain("wrong");
  }

  @Test
  void theDensityThatAJobWantsIsSaidAsMetOrNot(FxRobot robot) throws Exception {
    Project p = Project.named("Visitor film");
    shelf
        .projects()
        .put(
            new Project(
                p.name(),
                null,
                null,
                null,
                1,
                null,
                null,
                null,
                null,
                List.of(),
                new Project.Needs(false, 100_000.0)));
    shelf.projects().use(shelf.projects().need("Visitor film"), List.of(item("tarred_rope")), null);
    act(() -> window.refresh());
    idle();
    lay("tarred_rope");
    VBox said = robot.lookup("#bench-densities").queryAs(VBox.class);
    WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> fx(() -> !said.getChildren().isEmpty()));
    assertThat(fx(() -> ((Label) said.getChildren().getFirst()).getText()))
        .startsWith("Visitor film wants 100,000 px/m: it has only ");
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

  private static MouseEvent mouse(EventType<MouseEvent> type, double x, boolean shift) {
    return new MouseEvent(
        type,
        x,
        100,
        x,
        100,
        MouseButton.PRIMARY,
        1,
        shift,
        false,
        false,
        false,
        true,
        false,
        false,
        true,
        false,
        true,
        null);
  }

  @Test
  void aSettingIsTakenBackAndWhatWasTriedComesBackWithTheItem(FxRobot robot) throws Exception {
    lay("tarred_rope");
    TextField tile = robot.lookup("#finish-tile").queryAs(TextField.class);
    act(() -> {
      tile.requestFocus();
      tile.setText("25 cm");
    });
    robot.type(KeyCode.ENTER);
    assertThat(fx(() -> window.benchModel().tile())).isEqualTo(0.25);
    act(() -> window.benchModel().finishProperty().get().set(FinishSetting.HUE, "20"));
    act(() -> robot.lookup("#bench-picture").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(fx(() -> window.benchModel().finishProperty().get().text(FinishSetting.HUE)))
        .isEmpty();
    robot.type(KeyCode.DIGIT2);
    choose("sailcloth");
    assertThat(text(robot, "#bench-name")).isEqualTo("Sailcloth");
    choose("tarred_rope");
    assertThat(fx(() -> window.benchModel().tile())).isEqualTo(0.25);
    assertThat(state().shape()).isEqualTo(BenchScene.Shape.SLAB);
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
    assertThat(fx(() -> window.benchModel().tile()))
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
  void aShotTellsWhichEditionIsEnough(FxRobot robot) throws Exception {
    lay("tarred_rope");
    act(() -> {
      robot.lookup("#sharp-distance").queryAs(TextField.class).setText("40 m");
      robot.lookup("#sharp-output").queryAs(TextField.class).setText("1280 px");
      robot.lookup("#sharp-lens").queryAs(TextField.class).setText("24 mm");
      robot
          .lookup("#sharp-lens")
          .queryAs(TextField.class)
          .fireEvent(new javafx.event.ActionEvent());
    });
    // 1280 px * 24 / 36 / 40 m
    assertThat(text(robot, "#sharp-said")).contains("21 px/m").contains("512");
    act(() -> robot.lookup("#sharp-distance").queryAs(TextField.class).setText("far"));
    act(() ->
        robot
            .lookup("#sharp-distance")
            .queryAs(TextField.class)
            .fireEvent(new javafx.event.ActionEvent()));
    assertThat(text(robot, "#sharp-said")).contains("2.5 m");
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
    act(() -> window.benchModel().finishProperty().get().set(FinishSetting.COAT, "0.7"));
    robot.type(KeyCode.DIGIT4);
    act(() -> window.benchModel().remember());
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
  void installingGoesOnWithTheEditionAndTheFinish(FxRobot robot) throws Exception {
    act(() ->
        shelf
            .installer()
            .addHost(
                new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("host").toString())));
    act(window::refresh);
    lay("tarred_rope");
    act(() -> window.benchModel().finishProperty().get().set(FinishSetting.TILE, "0.25 m"));
    act(() -> window.benchModel().resolutionProperty().set("512"));
    fire(robot, "#bench-install");
    idle();
    var plan = fx(() -> window.hostsModel().plans().values().iterator().next());
    assertThat(plan.resolution()).isEqualTo("512");
    assertThat(plan.options().finish().tileMetres()).isEqualTo(0.25);
    assertThat(item("tarred_rope").item().marks().finishes())
        .containsExactly(plan.options().finish());
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
    assertThat(fx(() -> window.benchModel().otherProperty().get().item().name()))
        .isEqualTo(other.getItems().getFirst().title());
    drawn();
    robot.type(KeyCode.T);
    assertThat(state().beside()).isEqualTo(BenchState.Beside.ALONE);
  }
}
