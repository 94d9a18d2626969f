package keepshelf.core.search;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;

/** Queries that were given a name; kept in {@code .keepshelf/searches.json}. */
public final class SavedSearches {
  private final Path file;

  /** Those of {@code shelf}. */
  public SavedSearches(ShelfFolder shelf) {
    this.file = shelf.own().resolve("searches.json");
  }

  /** The texts of the queries by their names, in order. */
  public Map<String, String> all() {
    Map<String, String> out = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    try {
      if (Files.exists(file)) {
        out.putAll(
            Json.mapper()
                .readValue(Files.readAllBytes(file), new TypeReference<Map<String, String>>() {}));
      }
    } catch (IOException | JacksonException e) {
      org.slf4j.LoggerFactory.getLogger(SavedSearches.class).warn("not read: {}", file, e);
    }
    return out;
  }

  /** Keeps a query under a name, replacing the one of that name. */
  public synchronized void put(String name, String query) throws ShelfException {
    Map<String, String> all = all();
    all.put(name.strip(), query.strip());
    write(all);
  }

  /** Forgets the query of this name. */
  public synchronized void remove(String name) throws ShelfException {
    Map<String, String> all = all();
    all.remove(name);
    write(all);
  }

  private void write(Map<String, String> all) throws ShelfException {
    try {
      FileTrees.writeAtomically(file, Json.pretty(all));
    } catch (IOException e) {
      throw ShelfException.ofDisk(file.toString(), Words.of("savedSearches.keeping-search"), e);
    }
  }
}
