package keepshelf.desktop.shell;

import java.util.List;
import javafx.scene.Scene;
import javafx.scene.text.Font;

/** The fonts and the stylesheet of all windows. */
public final class WindowStyle {
  private static final List<String> FONTS =
      List.of(
          "HankenGrotesk-Regular",
          "HankenGrotesk-SemiBold",
          "Bitter-Medium",
          "Bitter-Bold",
          "JetBrainsMono-Regular");

  private WindowStyle() {}

  /** Loads the shipped fonts and puts the stylesheet on a scene. */
  public static void on(Scene scene) {
    for (String f : FONTS) {
      Font.loadFont(
          WindowStyle.class.getResourceAsStream("/keepshelf/core/fonts/" + f + ".ttf"), 13);
    }
    scene
        .getStylesheets()
        .add(WindowStyle.class.getResource("/keepshelf/desktop/tokens.css").toExternalForm());
  }
}
