package keepshelf.desktop;

import java.util.List;
import javafx.application.Application;

/** Starts the application; no Application itself, so that the class path is enough. */
public final class Launcher {
  private Launcher() {}

  /** {@code --shelf DIR}, {@code --demo DIR [--fresh]}; see the launcher script. */
  public static void main(String[] args) {
    System.setProperty("logback.configurationFile", "keepshelf/desktop/logback.xml");
    KeepShelfApp.prepare(List.of(args));
    Application.launch(KeepShelfApp.class, args);
  }
}
