package keepshelf.desktop;

import java.nio.file.Path;
import java.util.List;
import javafx.application.Application;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.desktop.help.Log;

/** Starts the application; no Application itself, so that the class path is enough. */
public final class Launcher {
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
    Application.launch(KeepShelfApp.class, args);
  }
}
