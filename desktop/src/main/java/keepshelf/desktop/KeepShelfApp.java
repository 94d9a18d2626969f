package keepshelf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
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

  /**
   * What the command line names: the shelf's folder, where settings lie, the demo's folder or null.
   */
  private record Start(Path shelf, Path settings, Path demo) {
    static Start of(List<String> args) {
      String demo = value(args, "--demo", null);
      if (demo != null) {
        return new Start(
            Path.of(demo, "Skerry shelf"), Path.of(demo, "settings.properties"), Path.of(demo));
      }
      String home = System.getProperty("user.home");
      return new Start(
          Path.of(value(args, "--shelf", home + "/Keep Shelf")),
          Path.of(home, ".config", "keepshelf", "window.properties"),
          null);
    }
  }

  private static CompletableFuture<Shelf> opening;

  /** Begins to open the shelf while the toolkit is still starting. */
  static void prepare(List<String> args) {
    opening =
        CompletableFuture.supplyAsync(() -> {
          try {
            return Shelf.open(Start.of(args).shelf());
          } catch (ShelfException e) {
            throw new CompletionException(e);
          }
        });
  }

  @Override
  public void start(Stage stage) {
    List<String> args = getParameters().getRaw();
    Start start = Start.of(args);
    try {
      Shelf shelf = opening.join();
      window = new MainWindow(stage, shelf, new Settings(start.settings()), FilePicker.ofSystem());
      shelf.recovered().forEach(window.work().problems()::add);
      window.show();
      if (args.contains("--report-start")) {
        System.err.println(
            "window after "
                + ProcessHandle.current()
                    .info()
                    .startInstant()
                    .map(s -> java.time.Duration.between(s, java.time.Instant.now()).toMillis())
                    .orElse(-1L)
                + " ms");
      }
      if (start.demo() != null) {
        new DemoSetUp(start.demo(), shelf, window).start();
      }
      if (args.contains("--try")) {
        // Only to see that the window opens, and to collect what a start loads.
        Platform.runLater(() -> Platform.runLater(Platform::exit));
      }
    } catch (CompletionException e) {
      refuse(stage, e.getCause());
    }
  }

  /** The value after {@code option}. */
  static String value(java.util.List<String> args, String option, String otherwise) {
    int i = args.indexOf(option);
    return i >= 0 && i + 1 < args.size() ? args.get(i + 1) : otherwise;
  }

  /** A window that only says why the shelf could not be opened. */
  private static void refuse(Stage stage, Throwable e) {
    var text = Kit.wrapped(e.getMessage());
    text.setMaxWidth(480);
    var box =
        new javafx.scene.layout.VBox(
            14,
            Kit.label(Words.of("app.title"), "heading"),
            text,
            Kit.button(Words.of("notice.close"), stage::close, "main"));
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
