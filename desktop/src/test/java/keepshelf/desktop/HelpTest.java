package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.control.Hyperlink;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.desktop.help.About;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;

/** The guide under F1, and what About copies. */
class HelpTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private static boolean isOpen(FxRobot robot, String page) throws Exception {
    return fx(() -> robot.lookup("#guide-" + page).queryAs(ToggleButton.class).isSelected());
  }

  @Test
  void theGuideOpensAtThePlaceAndItsLinksLeadOn(FxRobot robot) throws Exception {
    idle();
    act(() -> window.open(window.duplicates()));
    robot.type(KeyCode.F1);
    assertThat(isOpen(robot, "duplicates")).isTrue();
    assertThat(robot.lookup("#guide .image-view").queryAllAs(ImageView.class)).isNotEmpty();
    act(() -> robot.lookup("#guide-start").queryAs(ToggleButton.class).fire());
    act(() ->
        robot.lookup("#guide .hyperlink").queryAllAs(Hyperlink.class).iterator().next().fire());
    assertThat(isOpen(robot, "arrivals")).isTrue();
    // A second click on the open page leaves it open.
    act(() -> robot.lookup("#guide-arrivals").queryAs(ToggleButton.class).fire());
    assertThat(isOpen(robot, "arrivals")).isTrue();
    assertThat(fx(() -> robot.lookup("#guide .scroll-pane").queryAs(ScrollPane.class).getVvalue()))
        .isZero();
    robot.type(KeyCode.ESCAPE);
    assertThat(robot.lookup("#guide").tryQuery()).isEmpty();
  }

  @Test
  void aboutCopiesWhatHelpsAndNoPaths(FxRobot robot) throws Exception {
    idle();
    act(window.menu()::about);
    fire(robot, "#about-copy");
    String copied = fx(() -> Clipboard.getSystemClipboard().getString());
    assertThat(copied)
        .contains("Keep Shelf: " + About.version())
        .contains("theme:")
        .doesNotContain(dir.toString());
    robot.type(KeyCode.ESCAPE);
    assertThat(robot.lookup("#about").tryQuery()).isEmpty();
  }
}
