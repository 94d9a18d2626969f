package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class LauncherTest {
  @Test
  void whatLiesDeepestSaysWhyThereIsNoWindow() {
    var e =
        new RuntimeException(
            "Exception in Application start method",
            new UnsupportedOperationException("Unable to open DISPLAY"));
    assertThat(Launcher.noWindow(e))
        .startsWith("No window can be opened: Unable to open DISPLAY. ")
        .contains("its commands work without one");
  }

  @Test
  void whatHasNoMessageIsNamed() {
    assertThat(Launcher.noWindow(new IllegalStateException()))
        .contains("java.lang.IllegalStateException. ");
  }

  @Test
  void aFaultOfOursIsNotBlamedOnTheDisplay() {
    assertThat(Launcher.noWindow(new RuntimeException(new IllegalStateException("no scene"))))
        .startsWith("Keep Shelf could not start: no scene. ")
        .endsWith("keepshelf.log")
        .doesNotContain("display");
  }
}
