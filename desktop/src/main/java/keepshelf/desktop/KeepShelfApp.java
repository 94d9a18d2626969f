package keepshelf.desktop;

import java.nio.file.Path;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;

/** The JavaFX application: opens the shelf named on the command line, or the demo's. */
public final class KeepShelfApp extends Application {
  private MainWindow window;

  @Override
  public void start(Stage stage) {
    var named = getParameters().getNamed();
    var raw = getParameters().getRaw();
    String demo = value(raw, "--demo", named.get("demo"));
    String folder = value(raw, "--shelf", named.get("shelf"));
    Path root = demo != null ? Path.of(demo, "Skerry shelf") : Path.of(folder == null ? System.getProperty("user.home") + "/Keep Shelf" : folder);
    Path settings = demo != null ? Path.of(demo, "settings.properties") : Path.of(System.getProperty("user.home"), ".config", "keepshelf", "window.properties");
    try {
      Shelf shelf = Shelf.open(root);
      window = new MainWindow(stage, shelf, new Settings(settings), FilePicker.ofSystem());
      shelf.recovered().forEach(window.work().problems()::add);
      window.show();
      if (demo != null) {
        new DemoSetUp(Path.of(demo), shelf, window).start();
      }
      if (raw.contains("--report-start")) {
        Platform.runLater(() -> System.err.println("window after " + ProcessHandle.current().info().startInstant()
            .map(s -> java.time.Duration.between(s, java.time.Instant.now()).toMillis()).orElse(-1L) + " ms"));
      }
    } catch (ShelfException e) {
      refuse(stage, e);
    }
  }

  /** The value after {@code option}. */
  static String value(java.util.List<String> args, String option, String otherwise) {
    int i = args.indexOf(option);
    return i >= 0 && i + 1 < args.size() ? args.get(i + 1) : otherwise;
  }

  /** A window that only says why the shelf could not be opened. */
  private static void refuse(Stage stage, ShelfException e) {
    var text = Kit.wrapped(e.getMessage());
    text.setMaxWidth(480);
    var box = new javafx.scene.layout.VBox(14, Kit.label(Words.of("app.title"), "heading"), text, Kit.button(Words.of("notice.close"), stage::close, "main"));
    box.setPadding(new javafx.geometry.Insets(24));
    var scene = new javafx.scene.Scene(box, 560, 260);
    MainWindow.style(scene);
    stage.setTitle(Words.of("app.title"));
    stage.setScene(scene);
    stage.show();
    System.err.println("error: " + e.getMessage());
  }

  @Override
  public void stop() {
    if (window != null) {
      window.close();
    }
  }
}
