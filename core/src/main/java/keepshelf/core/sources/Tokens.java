package keepshelf.core.sources;

import com.github.javakeyring.BackendNotSupportedException;
import com.github.javakeyring.Keyring;
import com.github.javakeyring.PasswordAccessException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;

/**
 * What opens accounts at sources. Kept in the system's keyring where there is one, else in a file
 * that only its owner can read, beside this computer's settings; never on a shelf, and never said.
 */
public final class Tokens {
  private static final String SERVICE = "Keep Shelf";
  private static final int PATIENCE_S = 60;

  private final Path file;
  private final boolean keyring;

  /** Those of this computer. */
  public Tokens() {
    this(ComputerSettings.folder().resolve("tokens.json"), keyringLikely());
  }

  /** In {@code file}, when there is no keyring or it is not to be used. */
  public Tokens(Path file, boolean keyring) {
    this.file = file;
    this.keyring = keyring;
  }

  /** On Linux there is none without a session; settings elsewhere are not to reach into it. */
  private static boolean keyringLikely() {
    if (ComputerSettings.isApart()) {
      return false;
    }
    boolean linux =
        System.getProperty("os.name", "").toLowerCase(java.util.Locale.ROOT).contains("linux");
    return !linux || System.getenv("DBUS_SESSION_BUS_ADDRESS") != null;
  }

  /** The token for a feed, by its address. */
  public Optional<String> of(String feed) {
    Optional<String> there = Optional.ofNullable(asked(k -> k.getPassword(SERVICE, feed)));
    return there.isPresent() ? there : Optional.ofNullable(read().get(feed));
  }

  /**
   * Keeps a token, or forgets it when it is null.
   *
   * @throws ShelfException when it cannot be kept anywhere
   */
  public void put(String feed, @Nullable String token) throws ShelfException {
    try {
      Boolean kept =
          asked(k -> {
            if (token == null) {
              k.deletePassword(SERVICE, feed);
            } else {
              k.setPassword(SERVICE, feed, token);
            }
            return true;
          });
      Map<String, String> all = read();
      boolean was = all.remove(feed) != null;
      if (kept == null && token != null) {
        all.put(feed, token);
      } else if (!was) {
        return;
      }
      write(all);
    } catch (IOException e) {
      throw ShelfException.ofDisk(file.toString(), Words.of("tokens.keeping-token", file), e);
    }
  }

  private interface Asking<T> {
    T of(Keyring k) throws PasswordAccessException;
  }

  /** What the keyring says; null when there is none, or it does not have or do it. */
  @SuppressWarnings("try") // Closing it may be interrupted, as asking may.
  private <T> @Nullable T asked(Asking<T> what) {
    if (!keyring) {
      return null;
    }
    Callable<T> ask =
        () -> {
          try (Keyring k = Keyring.create()) {
            return what.of(k);
          } catch (BackendNotSupportedException | PasswordAccessException e) {
            org.slf4j.LoggerFactory.getLogger(Tokens.class).debug("no keyring", e);
            return null;
          }
        };
    FutureTask<T> task = new FutureTask<>(ask);
    // The keyring may ask the person to open it, or never answer.
    Thread.ofPlatform().daemon().name("keepshelf-keyring").start(task);
    try {
      return task.get(PATIENCE_S, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return null;
    } catch (ExecutionException | TimeoutException e) {
      org.slf4j.LoggerFactory.getLogger(Tokens.class).debug("no keyring", e);
      return null;
    }
  }

  @SuppressWarnings("unchecked")
  private Map<String, String> read() {
    try {
      Map<String, String> all =
          Files.isRegularFile(file)
              ? Json.mapper().readValue(Files.readAllBytes(file), TreeMap.class)
              : null;
      return all == null ? new TreeMap<>() : all;
    } catch (IOException | JacksonException e) {
      org.slf4j.LoggerFactory.getLogger(Tokens.class).debug("not read", e);
      return new TreeMap<>();
    }
  }

  private void write(Map<String, String> all) throws IOException {
    Files.createDirectories(file.getParent());
    if (all.isEmpty()) {
      Files.deleteIfExists(file);
      return;
    }
    FileTrees.writePrivately(file, Json.pretty(all));
  }
}
