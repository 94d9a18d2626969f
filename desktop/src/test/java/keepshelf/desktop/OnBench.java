package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;

import java.util.concurrent.TimeUnit;
import javafx.event.EventType;
import javafx.scene.control.Label;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import keepshelf.core.finish.FinishSetting;
import keepshelf.desktop.bench.state.BenchState;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** An item laid on the bench of the real window. */
abstract class OnBench extends OnShelfPlace {
  void lay(String key) throws Exception {
    idle();
    choose(key);
    act(() -> window.open(window.bench()));
    drawn();
  }

  /** Waits for the first picture; the fine one goes on. */
  void drawn() throws Exception {
    WaitForAsyncUtils.waitFor(
        2,
        TimeUnit.MINUTES,
        () -> fx(() -> window.bench().status().getValue().startsWith("preview")));
  }

  BenchState state() throws Exception {
    return fx(() -> window.benchRoom().model().stateProperty().get());
  }

  static String text(FxRobot robot, String id) {
    return robot.lookup(id).queryAs(Label.class).getText();
  }

  String tried(FinishSetting s) throws Exception {
    return fx(() -> window.benchRoom().model().finishProperty().get().text(s));
  }

  static MouseEvent mouse(EventType<MouseEvent> type, double x, boolean shift) {
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
}
