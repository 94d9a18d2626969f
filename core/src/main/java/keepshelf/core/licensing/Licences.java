package keepshelf.core.licensing;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;

/**
 * The licences that are known: the common ones that ship with the program, and one's own, kept in
 * {@code .keepshelf/licences.json}. One's own entry of the same identifier comes before a shipped
 * one. Safe for use by several threads.
 */
public final class Licences {
  private static final TypeReference<List<Licence>> LIST = new TypeReference<>() {};

  private static final Map<String, Licence> SHIPPED = byId(shipped());

  private final Path file;
  private Map<String, Licence> own;

  /** Those of {@code shelf}. */
  public Licences(ShelfFolder shelf) {
    this(shelf.own().resolve("licences.json"));
  }

  Licences(Path file) {
    this.file = file;
    this.own = byId(read(file));
  }

  private static List<Licence> shipped() {
    try (InputStream in = Licences.class.getResourceAsStream("licences.json")) {
      return Json.mapper().readValue(in, LIST);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  private static List<Licence> read(Path file) {
    try {
      return Files.exists(file)
          ? Json.mapper().readValue(Files.readAllBytes(file), LIST)
          : List.of();
    } catch (IOException | JacksonException e) {
      org.slf4j.LoggerFactory.getLogger(Licences.class).warn("not read: {}", file, e);
      return List.of();
    }
  }

  private static Map<String, Licence> byId(List<Licence> list) {
    Map<String, Licence> out = new TreeMap<>();
    list.forEach(l -> out.put(l.id().toLowerCase(Locale.ROOT), l));
    return out;
  }

  /** The licence with this identifier, whatever the case. */
  public synchronized Optional<Licence> find(String id) {
    if (id == null || id.isBlank()) {
      return Optional.empty();
    }
    String key = id.strip().toLowerCase(Locale.ROOT);
    return Optional.ofNullable(own.getOrDefault(key, SHIPPED.get(key)));
  }

  /**
   * What people call the licence {@code id}: its name, or the identifier without what only tells
   * machines that it is one's own.
   */
  public String title(String id) {
    return find(id).orElseGet(() -> Licence.unsettled(id)).title();
  }

  /** How free something under {@code id} is; a name without entered terms is limited. */
  public LicenceClass glance(String id) {
    return id == null || id.isBlank()
        ? LicenceClass.UNKNOWN
        : find(id).map(Licence::glance).orElseGet(() -> LicenceClass.of(id));
  }

  /** All, one's own first, each by name. */
  public synchronized List<Licence> all() {
    List<Licence> out = new ArrayList<>(own.values());
    out.sort(Comparator.comparing(Licence::name, String.CASE_INSENSITIVE_ORDER));
    List<Licence> shipped = new ArrayList<>(SHIPPED.values());
    shipped.removeIf(l -> own.containsKey(l.id().toLowerCase(Locale.ROOT)));
    shipped.sort(Comparator.comparing(Licence::name, String.CASE_INSENSITIVE_ORDER));
    out.addAll(shipped);
    return out;
  }

  /** One's own. */
  public synchronized List<Licence> own() {
    return List.copyOf(own.values());
  }

  /** Whether this is one's own entry. */
  public synchronized boolean isOwn(String id) {
    return own.containsKey(id.toLowerCase(Locale.ROOT));
  }

  /** Adds one's own licence or replaces the one of the same identifier. */
  public synchronized void put(Licence licence) throws ShelfException {
    Map<String, Licence> next = byId(read(file));
    next.put(licence.id().toLowerCase(Locale.ROOT), licence);
    write(next);
  }

  /** Forgets one's own licence; a shipped one of the same identifier shows again. */
  public synchronized void remove(String id) throws ShelfException {
    Map<String, Licence> next = byId(read(file));
    next.remove(id.toLowerCase(Locale.ROOT));
    write(next);
  }

  private void write(Map<String, Licence> next) throws ShelfException {
    try {
      FileTrees.writeAtomically(file, Json.pretty(List.copyOf(next.values())));
      own = next;
    } catch (IOException e) {
      throw ShelfException.ofDisk(file.toString(), Words.of("licences.keeping-licences"), e);
    }
  }
}
