package keepshelf.desktop.help;

import java.nio.file.Path;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Where the log lies, and what is written into it at the start. */
public final class Log {
  private static final String FILE = "keepshelf.log";

  private Log() {}

  /** Directs the log to its file; before anything is logged. */
  public static void begin() {
    System.setProperty("keepshelf.log", file().toString());
    System.setProperty("logback.configurationFile", "keepshelf/desktop/logback.xml");
    // What is logged while the log is made ready is kept and written then; that needs no word.
    System.setProperty("slf4j.internal.verbosity", "ERROR");
    Thread.setDefaultUncaughtExceptionHandler((t, e) -> log().error("not caught", e));
    // Making a log ready takes as long as a fifth of a start; nothing waits for it.
    Thread.ofPlatform().daemon().name("keepshelf-log").start(() -> log().info("started"));
  }

  private static Logger log() {
    return LoggerFactory.getLogger(Log.class);
  }

  /** The file: where the system keeps such files of a person's programs. */
  public static Path file() {
    String home = System.getProperty("user.home");
    String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
    if (os.contains("mac")) {
      return Path.of(home, "Library", "Logs", "keepshelf", FILE);
    }
    String local =
        os.contains("win") ? System.getenv("LOCALAPPDATA") : System.getenv("XDG_STATE_HOME");
    Path base =
        local == null || local.isBlank() ? Path.of(home, ".local", "state") : Path.of(local);
    return base.resolve("keepshelf").resolve(FILE);
  }
}
