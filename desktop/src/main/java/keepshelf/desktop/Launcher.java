package keepshelf.desktop;

import java.nio.file.Path;
import java.util.List;
import javafx.application.Application;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.desktop.help.Log;
import keepshelf.desktop.words.Words;
import org.slf4j.LoggerFactory;

/** Starts the application; no Application itself, so that the class path is enough. */
public final class Launcher {
  /** Exit code of what this machine cannot do. */
  private static final int NOT_POSSIBLE = 3;

  private Launcher() {}

  /** {@code --shelf DIR}, {@code --demo DIR [--fresh]}; see the launcher script. */
  public static void main(String[] args) {
    List<String> named = List.of(args);
    String demo = KeepShelfApp.value(named, "--demo", null);
    if (demo != null) {
      // Nothing of the demo stands among a person's own settings.
      ComputerSettings.apart(Path.of(demo, "settings"));
    }
    Log.begin();
    KeepShelfApp.prepare(named);
    // Asking the desktop may take a while; the shelf is being read meanwhile.
    TextScale.follow(new Settings(KeepShelfApp.settings(named)));
    try {
      Application.launch(KeepShelfApp.class, args);
    } catch (RuntimeException e) {
      LoggerFactory.getLogger(Launcher.class).error("no window", e);
      System.err.println("error: " + noWindow(e));
      System.exit(NOT_POSSIBLE);
    }
  }

  /**
   * Why there is no window, by what lies deepest below {@code e}: the toolkit says with an
   * unsupported operation that there is no display; anything else is a fault of ours.
   */
  static String noWindow(Throwable e) {
    Throwable deepest = e;
    while (deepest.getCause() != null) {
      deepest = deepest.getCause();
    }
    String why = deepest.getMessage() == null ? deepest.toString() : deepest.getMessage();
    return deepest instanceof UnsupportedOperationException
        ? Words.of("app.no-window", why)
        : Words.of("app.not-started", why, Log.file());
  }
}
