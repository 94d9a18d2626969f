package keepshelf.desktop;

import javafx.application.Application;

/** Starts the application; no Application itself, so that the class path is enough. */
public final class Launcher {
  private Launcher() {}

  /** {@code --shelf DIR}, {@code --demo DIR [--fresh]}; see the launcher script. */
  public static void main(String[] args) {
    Application.launch(KeepShelfApp.class, args);
  }
}
