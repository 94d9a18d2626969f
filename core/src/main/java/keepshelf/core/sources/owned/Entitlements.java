package keepshelf.core.sources.owned;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.json.RecordFiles;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/** The entitlements of a shelf, a readable record for each source in {@code records/owned}. */
public final class Entitlements {
  private static final Comparator<Entitlement> BY_NAME =
      Comparator.comparing(Entitlement::source, String.CASE_INSENSITIVE_ORDER)
          .thenComparing(Entitlement::name, String.CASE_INSENSITIVE_ORDER)
          .thenComparing(Entitlement::id);

  private final ShelfFolder shelf;

  /** Those of {@code shelf}. */
  public Entitlements(ShelfFolder shelf) {
    this.shelf = shelf;
  }

  /** What came of adding some: how many are new, how many said more of one that was known. */
  public record Added(int added, int completed, int known) {}

  /** All, by source and name. */
  public List<Entitlement> all() {
    List<Entitlement> out = new ArrayList<>();
    RecordFiles.all(shelf.resolve("records/owned"), Entitlement[].class)
        .forEach(some -> out.addAll(List.of(some)));
    out.sort(BY_NAME);
    return out;
  }

  /** Those of one source. */
  public List<Entitlement> of(String source) {
    return RecordFiles.read(file(source), Entitlement[].class).stream()
        .flatMap(Arrays::stream)
        .sorted(BY_NAME)
        .toList();
  }

  /** The file that has those of a source, whatever the case of its name. */
  private Path file(String source) {
    String key = Hashes.sha256(source.strip().toLowerCase(Locale.ROOT)).substring(0, 12);
    return shelf.resolve("records/owned/s" + key + ".json");
  }

  private static List<Entitlement> read(Path file) throws IOException {
    if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
      return List.of();
    }
    Entitlement[] all = Json.mapper().readValue(Files.readAllBytes(file), Entitlement[].class);
    return all == null ? List.of() : List.of(all);
  }

  /**
   * Adds what is owned. What is known already gets only what was not known of it, so that reading
   * the same list twice changes nothing.
   */
  public Added add(List<Entitlement> more) throws ShelfException {
    Map<String, List<Entitlement>> bySource = new LinkedHashMap<>();
    more.forEach(e ->
        bySource
            .computeIfAbsent(e.source().toLowerCase(Locale.ROOT), s -> new ArrayList<>())
            .add(e));
    int[] counts = new int[3];
    for (List<Entitlement> of : bySource.values()) {
      change(of.getFirst().source(), was -> merged(was, of, counts));
    }
    return new Added(counts[0], counts[1], counts[2]);
  }

  private static List<Entitlement> merged(
      List<Entitlement> was, List<Entitlement> more, int[] counts) {
    List<Entitlement> out = new ArrayList<>(was);
    Map<String, List<Integer>> byName = new HashMap<>();
    for (int i = 0; i < out.size(); i++) {
      byName.computeIfAbsent(Alike.folded(out.get(i).name()), n -> new ArrayList<>()).add(i);
    }
    for (Entitlement e : more) {
      List<Integer> named = byName.computeIfAbsent(Alike.folded(e.name()), n -> new ArrayList<>());
      Integer at = named.stream().filter(i -> out.get(i).same(e)).findFirst().orElse(null);
      if (at == null) {
        named.add(out.size());
        out.add(e);
        counts[0]++;
      } else {
        Entitlement both = out.get(at).and(e);
        counts[both.equals(out.get(at)) ? 2 : 1]++;
        out.set(at, both);
      }
    }
    return out;
  }

  /** Puts one in the place of the one with its identifier, or adds it. */
  public void put(Entitlement e) throws ShelfException {
    change(
        e.source(),
        was -> {
          List<Entitlement> out = new ArrayList<>(was);
          out.removeIf(x -> Objects.equals(x.id(), e.id()));
          out.add(e);
          return out;
        });
  }

  /** Forgets some; what is on the shelf stays. */
  public void remove(String source, Set<String> ids) throws ShelfException {
    change(source, was -> was.stream().filter(e -> !ids.contains(e.id())).toList());
  }

  private void change(String source, UnaryOperator<List<Entitlement>> how) throws ShelfException {
    Path file = file(source);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<Entitlement> now = new ArrayList<>(how.apply(read(file)));
      now.sort(BY_NAME);
      Files.createDirectories(file.getParent());
      if (now.isEmpty()) {
        Files.deleteIfExists(file);
      } else {
        FileTrees.writeAtomically(file, Json.pretty(now));
      }
    } catch (JacksonException e) {
      throw new ShelfException(
          Problem.error(
              "record",
              file.toString(),
              Phrase.of("entitlements.record-what-owned-cannot-read", file)),
          e);
    } catch (IOException e) {
      throw ShelfException.ofDisk(source, Words.of("entitlements.keeping-what-owned", source), e);
    }
  }
}
