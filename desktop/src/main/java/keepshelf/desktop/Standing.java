package keepshelf.desktop;

import java.util.List;
import javafx.scene.Parent;
import javafx.stage.Screen;
import javafx.stage.Stage;
import keepshelf.desktop.shell.Place;

/**
 * What a window keeps from one start to the next: where it stands, its theme, the place that is
 * open.
 */
final class Standing {
  private static final String LAMP = "lamp";
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

  /** The place that was open last, else {@code usual}. */
  Place place(List<Place> all, Place usual) {
    String name = settings.get("place", usual.name());
    return all.stream().filter(p -> p.name().equals(name)).findFirst().orElse(usual);
  }

  /** Puts on the theme that was chosen last. */
  void theme(Parent root) {
    if (settings.get("theme", "day").equals(LAMP)) {
      root.getStyleClass().add(LAMP);
    }
  }

  /** Day to lamp and back, at once. */
  void switchTheme(Parent root) {
    var classes = root.getStyleClass();
    if (!classes.remove(LAMP)) {
      classes.add(LAMP);
    }
    settings.put("theme", classes.contains(LAMP) ? LAMP : "day");
  }

  /** Keeps how it stands now, with {@code open} in it. */
  void keep(Place open) {
    settings.put("place", open.name());
    settings.put("maximized", stage.isMaximized() ? "yes" : "no");
    if (stage.getScene() != null && !stage.isMaximized()) {
      settings.put("x", String.valueOf(Math.round(stage.getX())));
      settings.put("y", String.valueOf(Math.round(stage.getY())));
      settings.put("width", String.valueOf(Math.round(stage.getScene().getWidth())));
      settings.put("height", String.valueOf(Math.round(stage.getScene().getHeight())));
    }
  }
}
