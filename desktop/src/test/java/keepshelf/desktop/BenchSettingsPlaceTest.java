package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.MapRole;
import keepshelf.core.projects.Project;
import keepshelf.desktop.kit.RangeBar;
import keepshelf.imaging.render.BenchScene;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Settings of a finish at the bench, in the real window, and what follows from them. */
class BenchSettingsPlaceTest extends OnBench {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
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
    act(add::show);
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
  void aSettingIsTakenBackAndWhatWasTriedComesBackWithTheItem(FxRobot robot) throws Exception {
    lay("tarred_rope");
    TextField tile = robot.lookup("#finish-tile").queryAs(TextField.class);
    act(() -> {
      tile.requestFocus();
      tile.setText("25 cm");
    });
    robot.type(KeyCode.ENTER);
    assertThat(fx(() -> window.benchRoom().model().tile())).isEqualTo(0.25);
    act(() -> window.benchRoom().model().finishProperty().get().set(FinishSetting.HUE, "20"));
    act(() -> robot.lookup("#bench-picture").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(fx(() -> window.benchRoom().model().finishProperty().get().text(FinishSetting.HUE)))
        .isEmpty();
    robot.type(KeyCode.DIGIT2);
    choose("sailcloth");
    assertThat(text(robot, "#bench-name")).isEqualTo("Sailcloth");
    choose("tarred_rope");
    assertThat(fx(() -> window.benchRoom().model().tile())).isEqualTo(0.25);
    assertThat(state().shape()).isEqualTo(BenchScene.Shape.SLAB);
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
  void installingGoesOnWithTheEditionAndTheFinish(FxRobot robot) throws Exception {
    act(() ->
        shelf
            .installer()
            .addHost(
                new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("host").toString())));
    act(window::refresh);
    lay("tarred_rope");
    act(() -> window.benchRoom().model().finishProperty().get().set(FinishSetting.TILE, "0.25 m"));
    act(() -> window.benchRoom().model().resolutionProperty().set("512"));
    fire(robot, "#bench-install");
    idle();
    var plan = fx(() -> window.hostsModel().plans().values().iterator().next());
    assertThat(plan.resolution()).isEqualTo("512");
    assertThat(plan.options().finish().tileMetres()).isEqualTo(0.25);
    assertThat(item("tarred_rope").item().marks().finishes())
        .containsExactly(plan.options().finish());
  }
}
