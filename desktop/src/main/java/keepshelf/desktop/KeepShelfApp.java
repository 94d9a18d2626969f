package keepshelf.desktop;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.exchange.ShelfMove;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.WindowStyle;
import keepshelf.desktop.words.Words;

/** The JavaFX application: opens the shelf named on the command line, or the demo's. */
public final class KeepShelfApp extends Application {
  private static final List<String> WITH_VALUE = List.of("--shelf", "--demo");

  private MainWindow window;

  /**
   * What the command line names: the shelf's folder, where settings lie, the demo's folder or null.
   */
  private record Start(Path shelf, Path settings, Path demo) {
    static Start of(List<String> args) {
      String demo = value(args, "--demo", null);
      String home = System.getProperty("user.home");
      Path settings =
          demo != null
              ? Path.of(demo, "settings.properties")
              : Path.of(home, ".config", "keepshelf", "window.properties");
      String usual = demo != null ? demo + "/Skerry shelf" : home + "/Keep Shelf";
      // A shelf that was moved is opened where it was moved to.
      String shelf = value(args, "--shelf", new Settings(settings).get("shelf", usual));
      return new Start(Path.of(shelf), settings, demo == null ? null : Path.of(demo));
    }
  }

  /** Where the settings lie that go with these arguments. */
  static Path settings(List<String> args) {
    return Start.of(args).settings();
  }

  private static CompletableFuture<Shelf> opening;

  /** Begins to open and read the shelf while the toolkit is still starting. */
  static void prepare(List<String> args) {
    opening =
        CompletableFuture.supplyAsync(() -> {
          try {
            Shelf shelf = Shelf.open(Start.of(args).shelf());
            shelf.readAhead();
            return shelf;
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
      show(stage, shelf, start);
      if (args.contains("--report-start")) {
        window.onRead(KeepShelfApp::report);
      }
      if (start.demo() != null) {
        new DemoSetUp(start.demo(), shelf, window).start();
      }
      List<Path> arrivals = given(args);
      if (!arrivals.isEmpty()) {
        window.drop(arrivals);
      }
      if (args.contains("--try")) {
        // Only to see that the window opens, and to collect what a start loads.
        Rehearsal.walk(window, stage);
      }
    } catch (CompletionException e) {
      refuse(stage, e.getCause());
    }
  }

  /** Says how long it took from the start of the process until {@code what} stood there. */
  private static void report(String what) {
    System.err.println(
        what
            + " after "
            + ProcessHandle.current()
                .info()
                .startInstant()
                .map(s -> Duration.between(s, Instant.now()).toMillis())
                .orElse(-1L)
            + " ms");
  }

  private void show(Stage stage, Shelf shelf, Start start) {
    window = new MainWindow(stage, shelf, new Settings(start.settings()), FilePicker.ofSystem());
    shelf.recovered().forEach(window.work().problems()::add);
    window.onBrowse(address -> getHostServices().showDocument(address));
    window.onMove(to -> move(stage, shelf.folder().root(), to, start));
    window.show();
  }

  /** Closes the window, moves the shelf, and opens it where it is then. */
  private void move(Stage stage, Path from, Path into, Start start) {
    window.close();
    window = null;
    var text = Kit.wrapped(Words.of("upkeep.moving", from, into));
    var box = new javafx.scene.layout.VBox(14, Kit.label(Words.of("app.title"), "heading"), text);
    box.setPadding(new javafx.geometry.Insets(24));
    stage.setScene(new javafx.scene.Scene(box, 640, 220));
    WindowStyle.on(stage.getScene());
    Thread.ofPlatform()
        .name("keepshelf-move")
        .start(() -> {
          Path at = from;
          keepshelf.core.problem.Problem said = null;
          try {
            Path to = into.resolve(from.getFileName());
            ShelfMove.move(
                from,
                to,
                (what, share) ->
                    Platform.runLater(() ->
                        text.setText(Words.of("upkeep.moving.at", Math.round(share * 100), what))));
            at = to;
            new Settings(start.settings()).put("shelf", to.toString());
          } catch (ShelfException e) {
            said = e.problem();
          }
          reopen(stage, at, said, start);
        });
  }

  private void reopen(Stage stage, Path at, keepshelf.core.problem.Problem said, Start start) {
    try {
      Shelf shelf = Shelf.open(at);
      Platform.runLater(() -> {
        show(stage, shelf, start);
        if (said != null) {
          window.work().problems().add(said);
        }
      });
    } catch (ShelfException e) {
      Platform.runLater(() -> refuse(stage, e));
    }
  }

  /** Archives and folders that the window was opened with, by their names alone. */
  private static List<Path> given(List<String> args) {
    List<Path> out = new ArrayList<>();
    for (int i = 0; i < args.size(); i++) {
      boolean valued = i > 0 && WITH_VALUE.contains(args.get(i - 1));
      if (!args.get(i).startsWith("--") && !valued && Files.exists(Path.of(args.get(i)))) {
        out.add(Path.of(args.get(i)).toAbsolutePath());
      }
    }
    return out;
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
    WindowStyle.on(scene);
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
