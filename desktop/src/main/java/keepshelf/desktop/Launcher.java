package keepshelf.desktop;

import java.util.List;
import javafx.application.Application;
import keepshelf.desktop.help.Log;

/** Starts the application; no Application itself, so that the class path is enough. */
public final class Launcher {
  private Launcher() {}

  /** {@code --shelf DIR}, {@code --demo DIR [--fresh]}; see the launcher script. */
  public static void main(String[] args) {
    Log.begin();
    KeepShelfApp.prepare(List.of(args));
    // Asking the desktop may take a while; the shelf is being read meanwhile.
    TextScale.follow(new Settings(KeepShelfApp.settings(List.of(args))));
    Application.launch(KeepShelfApp.class, args);
  }
}
