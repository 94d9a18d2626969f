package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.edit.Field;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The shelf's place in the real window: finding, looking, editing one and many, undoing. */
class ShelfPlaceTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void aFinishIsTriedKeptChangedAndUndone(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    fire(robot, "#tag-finish-new");
    TextInputControl name = robot.lookup("#finish-name").queryAs(TextInputControl.class);
    TextInputControl roughness = robot.lookup("#finish-roughness").queryAs(TextInputControl.class);
    Slider saturation = robot.lookup("#finish-saturation-slider").queryAs(Slider.class);
    Button keep = robot.lookup("#finish-keep").queryButton();
    act(() -> {
      name.setText("Rain-dark");
      saturation.setValue(0.5);
      roughness.requestFocus();
      roughness.setText("soaked");
    });
    robot.type(KeyCode.ENTER);
    idle();
    assertThat(roughness.getStyleClass()).contains("wrong");
    act(() -> roughness.setText("0..0.4"));
    // Kept by key while it is still being typed.
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    Finish kept = item("tarred_rope").item().marks().finish("rain-dark").orElseThrow();
    assertThat(kept.roughness()).isEqualTo(Finish.Range.of(0, 0.4));
    assertThat(kept.colour().saturation()).isEqualTo(0.5);
    assertThat(keep.isDisabled()).as("nothing more to keep").isTrue();
    act(() -> window.open(window.boards()));
    idle();
    fire(robot, "#tag-finish-rain-dark");
    fire(robot, "#finish-remove");
    assertThat(item("tarred_rope").item().marks().finishes()).isEmpty();
    act(() -> window.open(window.boards()));
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(item("tarred_rope").item().marks().finishes()).containsExactly(kept);
  }

  @Test
  void conditionsNarrowAndAreTakenAwayByTheirChips(FxRobot robot) throws Exception {
    idle();
    assertThat(keys()).containsExactly("net_mesh", "sailcloth", "tarred_rope");
    query("source:brinewell");
    assertThat(keys()).containsExactly("tarred_rope");
    Node chip =
        robot.lookup(".pill").queryAll().stream()
            .filter(n -> n instanceof Button b && b.getText().startsWith("source:brinewell"))
            .findFirst()
            .orElseThrow();
    robot.clickOn(chip);
    idle();
    assertThat(keys()).hasSize(3);
    assertThat(robot.lookup("#shelf-count").queryAs(Label.class).getText()).isEqualTo("3 of 3");
    query("tared");
    assertThat(keys()).containsExactly("tarred_rope");
    assertThat(fx(() -> window.shelfModel().foundProperty().get().hints().getFirst()))
        .contains("tarred");
    query("nothing like that");
    assertThat(keys()).isEmpty();
    act(() -> window.shelfModel().wordsProperty().set(""));
  }

  @Test
  void manyAreEditedAtOnceAndUndone(FxRobot robot) throws Exception {
    idle();
    robot.clickOn("#boards");
    robot.push(KeyCode.CONTROL, KeyCode.A);
    idle();
    assertThat(robot.lookup("#tag-name").queryAs(Label.class).getText()).isEqualTo("3 items");
    type(robot, "tags", "+harbour");
    assertThat(shelf.catalogue().items())
        .allMatch(s -> s.item().marks().tags().equals(List.of("harbour")));
    query("tag:harbour");
    assertThat(keys()).hasSize(3);
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(keys()).isEmpty();
    assertThat(shelf.catalogue().items()).allMatch(s -> s.item().marks().isNone());
    assertThat(fx(() -> window.shelfActions().lastProperty().get().what())).startsWith("Undone");
  }

  @Test
  void oneIsEditedInPlaceAndNonsenseIsMarked(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    type(robot, "tile", "45 cm");
    assertThat(item("tarred_rope").item().tileMetres()).isEqualTo(0.45);
    type(robot, "tile", "huge");
    assertThat(item("tarred_rope").item().tileMetres()).isEqualTo(0.45);
    assertThat(fx(() -> window.work().problems().getFirst().message())).contains("huge");
    assertThat(fx(() -> robot.lookup("#tag-tile").query().getStyleClass())).contains("wrong");
    type(robot, "notes", "for the quay");
    query("quay");
    assertThat(keys()).containsExactly("tarred_rope");
    assertThat(Field.NOTES.read(item("tarred_rope"))).isEqualTo("for the quay");
  }

  @Test
  void whatIsBeingWrittenSurvivesAChangeBesideIt(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    act(() -> {
      TextInputControl notes = robot.lookup("#tag-notes").queryAs(TextInputControl.class);
      notes.requestFocus();
      notes.setText("half a sen");
    });
    fx(() ->
        window.shelfActions().set(List.of(item("tarred_rope").item().id()), Field.TAGS, "rope"));
    idle();
    TextInputControl notes = robot.lookup("#tag-notes").queryAs(TextInputControl.class);
    String written = fx(notes::getText);
    boolean focused = fx(notes::isFocused);
    assertThat(written).isEqualTo("half a sen");
    assertThat(focused).isTrue();
    assertThat(Field.NOTES.read(item("tarred_rope"))).isEmpty();
    assertThat(Field.TAGS.read(item("tarred_rope"))).isEqualTo("rope");
  }

  @Test
  void theTextOfALicenceIsRead(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    fire(robot, "#licence-read");
    WaitForAsyncUtils.waitFor(
        20, TimeUnit.SECONDS, () -> robot.lookup("#licence-words").tryQuery().isPresent());
    assertThat(robot.lookup("#licence-words").queryAs(TextInputControl.class).getText())
        .isNotBlank();
  }

  @Test
  void boardsAreMadeByWhatMatters(FxRobot robot) throws Exception {
    idle();
    for (String by : List.of("source", "colour", "licence", "collection", "tile", "date", "kind")) {
      fire(robot, "#by-" + by);
      assertThat(keys()).as(by).hasSize(3);
    }
    robot.clickOn("#boards");
    robot.type(KeyCode.HOME);
    String first = fx(() -> window.shelfModel().selection().leadProperty().get().id());
    robot.type(KeyCode.RIGHT);
    assertThat(fx(() -> window.shelfModel().selection().leadProperty().get().id()))
        .isNotEqualTo(first);
    robot.type(KeyCode.END);
    robot.type(KeyCode.F);
    idle();
    query("is:favourite");
    assertThat(keys()).hasSize(1);
  }
}
