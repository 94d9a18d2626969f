package keepshelf.core.folder;

import java.nio.file.Path;

/** Where this computer's settings lie, which belong to no shelf. */
public final class ComputerSettings {
  private static final String OWN = "keepshelf.config";

  private ComputerSettings() {}

  /** Keeps a trial's settings apart from a person's own, unless a place was named already. */
  public static void apart(Path folder) {
    if (System.getProperty(OWN) == null) {
      System.setProperty(OWN, folder.toString());
    }
  }

  /** Whether the settings lie in a place of their own. */
  public static boolean isApart() {
    return System.getProperty(OWN) != null;
  }

  /** The folder of the program's settings; it may not be there yet. */
  public static Path folder() {
    String own = System.getProperty(OWN);
    if (own != null && !own.isBlank()) {
      return Path.of(own);
    }
    String xdg = System.getenv("XDG_CONFIG_HOME");
    Path base =
        xdg != null && !xdg.isBlank()
            ? Path.of(xdg)
            : Path.of(System.getProperty("user.home"), ".config");
    return base.resolve("keepshelf");
  }
}
