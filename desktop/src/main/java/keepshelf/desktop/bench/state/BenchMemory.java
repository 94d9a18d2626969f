package keepshelf.desktop.bench.state;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.json.Json;
import tools.jackson.core.JacksonException;

/**
 * How the bench was left, kept from one start to the next in a file of this computer: how it stood
 * for each item, and finishes that were tried and not kept.
 */
final class BenchMemory {
  /** Items that are remembered; of more, any are forgotten. */
  private static final int MOST = 500;

  /**
   * A finish that was tried.
   *
   * @param kept name of the one it began as, or null
   * @param finish as it was tried
   */
  record Tried(String kept, Finish finish) {}

  /** The file. */
  record Kept(Map<String, BenchState> states, Map<String, Tried> tried) {
    Kept {
      states = states == null ? Map.of() : states;
      tried = tried == null ? Map.of() : tried;
    }
  }

  private final Path file;
  private final Kept kept;

  private BenchMemory(Path file, Kept kept) {
    this.file = file;
    this.kept = kept;
  }

  /** Reads the file; what cannot be read is forgotten. */
  static BenchMemory read(Path file) {
    Kept k = new Kept(null, null);
    if (Files.isRegularFile(file)) {
      try {
        k = Json.mapper().readValue(Files.readAllBytes(file), Kept.class);
      } catch (IOException | JacksonException | IllegalArgumentException e) {
        org.slf4j.LoggerFactory.getLogger(BenchMemory.class).warn("not read: {}", file, e);
      }
    }
    return new BenchMemory(file, k);
  }

  Map<String, BenchState> states() {
    return kept.states();
  }

  /** The finish of an item as it was tried last, or a new one. */
  FinishModel restored(ShelvedItem s) {
    Tried t = kept.tried().get(s.item().id());
    FinishModel m = new FinishModel(s, t == null ? null : t.kept());
    if (t != null && t.finish() != null) {
      m.resume(t.finish());
    }
    return m;
  }

  /** Writes what is to be remembered; what was remembered of other items stays. */
  void write(Map<String, BenchState> states, Map<String, FinishModel> drafts) {
    Map<String, Tried> tried = new HashMap<>(kept.tried());
    drafts.forEach((item, m) -> {
      tried.remove(item);
      if (m.isChanged() && !m.isUntouched()) {
        tried.put(item, new Tried(m.kept() == null ? null : m.kept().name(), m.result()));
      }
    });
    Map<String, BenchState> some = new LinkedHashMap<>();
    states.entrySet().stream().limit(MOST).forEach(e -> some.put(e.getKey(), e.getValue()));
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
      FileTrees.writeAtomically(file, Json.pretty(new Kept(some, tried)));
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(BenchMemory.class).warn("not kept: {}", file, e);
    }
  }
}
