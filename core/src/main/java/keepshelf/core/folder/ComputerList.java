package keepshelf.core.folder;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.disk.FileTrees;

/**
 * What a person has allowed on this computer, a line each, kept with its settings: a shelf may come
 * from someone else, and must not allow itself anything. Safe for several threads and processes.
 */
public final class ComputerList {
  private static final Object LOCK = new Object();

  private final String name;

  /** Said in this process, also where settings cannot be kept. */
  private final Set<String> said = new LinkedHashSet<>();

  private final Set<String> unsaid = new LinkedHashSet<>();

  /** The list of this name, a plain file name. */
  public ComputerList(String name) {
    this.name = name;
  }

  private Path file() {
    return ComputerSettings.folder().resolve(name);
  }

  /** All lines. */
  public Set<String> all() {
    synchronized (LOCK) {
      Set<String> out = kept();
      out.addAll(said);
      out.removeAll(unsaid);
      return out;
    }
  }

  private Set<String> kept() {
    Set<String> out = new LinkedHashSet<>();
    try {
      Files.readAllLines(file()).stream().filter(l -> !l.isBlank()).forEach(out::add);
    } catch (NoSuchFileException e) {
      return out;
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(ComputerList.class).warn("not read: {}", file(), e);
    }
    return out;
  }

  /** Adds a line; nothing happens when it is there. */
  public void add(String line) {
    synchronized (LOCK) {
      said.add(line);
      unsaid.remove(line);
      change(all -> all.add(line));
    }
  }

  /** Takes a line away. */
  public void remove(String line) {
    synchronized (LOCK) {
      said.remove(line);
      unsaid.add(line);
      change(all -> all.remove(line));
    }
  }

  private void change(Consumer<Set<String>> how) {
    Path file = file();
    try {
      Files.createDirectories(file.getParent());
      try (FileChannel lock =
          FileChannel.open(
              file.resolveSibling(name + ".lock"),
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE)) {
        lock.lock();
        Set<String> was = kept();
        Set<String> now = new LinkedHashSet<>(was);
        how.accept(now);
        if (!now.equals(was)) {
          FileTrees.writeAtomically(file, String.join("\n", now).getBytes(StandardCharsets.UTF_8));
        }
      }
    } catch (IOException e) {
      // It holds as long as this process; the next one asks again.
      org.slf4j.LoggerFactory.getLogger(ComputerList.class).warn("not kept: {}", file, e);
    }
  }
}
