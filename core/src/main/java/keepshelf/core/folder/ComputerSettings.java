package keepshelf.core.folder;

import java.nio.file.Path;

/** Where this computer's settings lie, which belong to no shelf. */
public final class ComputerSettings {
  private ComputerSettings() {}

  /** The folder of the program's settings; it may not be there yet. */
  public static Path folder() {
    String own = System.getProperty("keepshelf.config");
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
