package keepshelf.desktop;

import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Properties;

/** What the window remembers between starts: place, size, theme. Kept in one small file. */
public final class Settings {
  private final Path file;
  private final Properties values = new Properties();

  /** Reads {@code file} when it is there. */
  public Settings(Path file) {
    this.file = file;
    if (Files.exists(file)) {
      try (Reader in = Files.newBufferedReader(file)) {
        values.load(in);
      } catch (IOException | IllegalArgumentException e) {
        org.slf4j.LoggerFactory.getLogger(Settings.class).warn("settings not read: {}", file, e);
      }
    }
  }

  /** A file of its own beside the settings. */
  public Path beside(String name) {
    return file.resolveSibling(name);
  }

  /** The value of {@code key}, or {@code otherwise}. */
  public String get(String key, String otherwise) {
    return values.getProperty(key, otherwise);
  }

  /** The number at {@code key}, or {@code otherwise}. */
  public double number(String key, double otherwise) {
    try {
      return Double.parseDouble(get(key, ""));
    } catch (NumberFormatException e) {
      return otherwise;
    }
  }

  /** Sets and keeps a value. */
  public void put(String key, String value) {
    if (value.equals(values.getProperty(key))) {
      return;
    }
    values.setProperty(key, value);
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
      try (Writer out = Files.newBufferedWriter(file)) {
        values.store(out, null);
      }
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(Settings.class).warn("settings not kept: {}", file, e);
    }
  }
}
