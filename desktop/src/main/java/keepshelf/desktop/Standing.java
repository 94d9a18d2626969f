package keepshelf.desktop;

import javafx.stage.Screen;
import javafx.stage.Stage;

/** Remembers where the window stands and how large it is. */
final class Standing {
  private static final double LEAST_WIDTH = 900;
  private static final double LEAST_HEIGHT = 600;

  private final Stage stage;
  private final Settings settings;

  Standing(Stage stage, Settings settings) {
    this.stage = stage;
    this.settings = settings;
  }

  /** Points that the window was wide. */
  double width() {
    return Math.max(LEAST_WIDTH, settings.number("width", 1280));
  }

  /** Points that the window was high. */
  double height() {
    return Math.max(LEAST_HEIGHT, settings.number("height", 800));
  }

  /** Puts the window where it stood last, if a screen still shows most of that place. */
  void restore() {
    stage.setMinWidth(LEAST_WIDTH);
    stage.setMinHeight(LEAST_HEIGHT);
    double x = settings.number("x", Double.NaN);
    double y = settings.number("y", Double.NaN);
    Screen.getScreensForRectangle(x + 60, y + 20, 200, 60).stream()
        .map(Screen::getVisualBounds)
        .findFirst()
        .ifPresent(b -> {
          // What hung over the edge of a smaller screen begins at the edge of this one.
          stage.setX(Math.max(b.getMinX(), x));
          stage.setY(Math.max(b.getMinY(), y));
        });
    stage.setMaximized(settings.get("maximized", "no").equals("yes"));
  }

  /** Keeps how it stands now. */
  void keep() {
    settings.put("maximized", stage.isMaximized() ? "yes" : "no");
    if (stage.getScene() != null && !stage.isMaximized()) {
      settings.put("x", String.valueOf(Math.round(stage.getX())));
      settings.put("y", String.valueOf(Math.round(stage.getY())));
      settings.put("width", String.valueOf(Math.round(stage.getScene().getWidth())));
      settings.put("height", String.valueOf(Math.round(stage.getScene().getHeight())));
    }
  }
}
