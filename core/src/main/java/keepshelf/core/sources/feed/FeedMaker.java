package keepshelf.core.sources.feed;

import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyPair;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import keepshelf.core.archive.ArchiveKind;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.json.Json;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.names.FolderScope;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.versions.VersionOrder;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Makes a feed of a folder of archives. Archives of one name are one pack; what their names and
 * texts say of version and resolution makes its versions and editions. Beside an archive may lie a
 * picture ({@code slate-1.2.png}) and notes ({@code slate-1.2.txt}) of the same name.
 */
public final class FeedMaker {
  private static final long MOST_NOTES = 64 * 1024;
  private static final List<String> PICTURES = List.of(".png", ".jpg", ".jpeg");

  private final Path folder;
  private final Path out;
  private final List<Problem> problems = new ArrayList<>();

  /**
   * Of {@code folder}, to be written to {@code out}.
   *
   * @throws ShelfException when the folder does not lie where the feed can name it
   */
  public FeedMaker(Path folder, Path out) throws ShelfException {
    this.folder = folder.toAbsolutePath().normalize();
    this.out = out.toAbsolutePath().normalize();
    if (!Files.isDirectory(this.folder) || !this.folder.startsWith(this.out.getParent())) {
      throw new ShelfException(
          Problem.error(
              "feed-folder",
              folder.toString(),
              Phrase.of("feedMaker.no-folder-beside-or-below", folder, out)));
    }
  }

  /** What was made: the feed and what was left out. */
  public record Made(Feed feed, List<Problem> problems) {}

  private record Read(
      String name,
      String version,
      @Nullable String resolution,
      @Nullable String creator,
      @Nullable String page,
      Feed.@Nullable Terms terms,
      Feed.Part part,
      Path file) {}

  /**
   * Reads the archives and writes the feed, and its signature when there are keys.
   *
   * @param source name of the source
   * @param licence of all that do not say their own, or null
   * @param keys to sign it with, or null
   */
  public Made make(String source, String licence, KeyPair keys) throws ShelfException {
    try {
      Map<String, List<Read>> byName = new TreeMap<>();
      for (Path p : archives()) {
        Read r = read(p, licence);
        if (r != null) {
          byName.computeIfAbsent(Alike.folded(r.name), n -> new ArrayList<>()).add(r);
        }
      }
      List<Feed.Item> items = new ArrayList<>();
      for (List<Read> of : byName.values()) {
        items.add(item(of));
      }
      Feed feed =
          new Feed(
              Feed.FORM,
              Instant.now().truncatedTo(ChronoUnit.MILLIS).toString(),
              new Feed.SourceInfo(source, null, null, null),
              null,
              null,
              items);
      byte[] page = Json.pretty(feed);
      FileTrees.writeAtomically(out, page);
      Path sig = out.resolveSibling(out.getFileName() + ".sig");
      if (keys == null) {
        Files.deleteIfExists(sig);
      } else {
        FileTrees.writeAtomically(sig, FeedKey.sign(page, keys).text());
      }
      return new Made(feed, List.copyOf(problems));
    } catch (IOException e) {
      throw ShelfException.ofDisk(folder.toString(), Words.of("feedMaker.making-feed", folder), e);
    }
  }

  private List<Path> archives() throws IOException {
    List<Path> found = new ArrayList<>();
    try (var all = Files.walk(folder)) {
      for (Path p : all.filter(Files::isRegularFile).sorted().toList()) {
        if (Files.size(p) > 0 && ArchiveKind.of(p) != ArchiveKind.NONE) {
          found.add(p);
        }
      }
    }
    return found;
  }

  private @Nullable Read read(Path p, String licence) throws IOException {
    Path work = TempFolders.create("feed");
    try {
      Arrival a =
          ArrivalReader.read(p.toString(), work, null, List.of(), PixelWitness.NONE, Progress.NONE);
      if (a.failed()) {
        problems.addAll(a.problems());
        return null;
      }
      String file = p.getFileName().toString();
      NameParts parts = NameParts.ofPack(stem(p));
      String version =
          parts.version() != null
              ? parts.version()
              : a.recognition().version() != null
                  ? a.recognition().version()
                  : a.text().version() == null ? "" : a.text().version();
      List<Feed.Held> holds =
          a.unpacked().values().stream()
              .map(u -> new Feed.Held(u.entry(), u.size(), u.sha256()))
              .toList();
      String own = a.text().licence() != null ? a.text().licence() : licence;
      return new Read(
          NameParts.title(parts.key(), stem(p)),
          version,
          parts.resolution() != null ? parts.resolution() : resolution(a),
          a.text().creator(),
          a.text().page(),
          own == null ? null : new Feed.Terms(own, null, null),
          new Feed.Part(relative(p), Files.size(p), Hashes.sha256(p), holds),
          p);
    } finally {
      FileTrees.deleteQuietly(work);
    }
  }

  private static String stem(Path p) {
    return FolderScope.stripArchive(p.getFileName().toString());
  }

  /** The resolution of most maps; null when none was read. */
  private static @Nullable String resolution(Arrival a) {
    Map<String, Integer> count = new HashMap<>();
    a.recognition()
        .items()
        .forEach(i ->
            i.maps().stream()
                .map(RecognisedMap::resolution)
                .filter(r -> r != null)
                .forEach(r -> count.merge(r, 1, Integer::sum)));
    return count.entrySet().stream()
        .max(Map.Entry.comparingByValue())
        .map(Map.Entry::getKey)
        .orElse(null);
  }

  private String relative(Path p) {
    String path =
        Objects.requireNonNull(out.getParent()).relativize(p).toString().replace('\\', '/');
    try {
      return new URI(null, null, "/" + path, null).getRawPath().substring(1);
    } catch (URISyntaxException e) {
      throw new IllegalStateException(e);
    }
  }

  private Feed.Item item(List<Read> of) throws IOException {
    Map<String, List<Read>> byVersion = new LinkedHashMap<>();
    of.stream()
        .sorted(Comparator.comparing(Read::version, VersionOrder.NUMBERS).reversed())
        .forEach(r -> byVersion.computeIfAbsent(r.version, v -> new ArrayList<>()).add(r));
    List<Feed.Version> versions = new ArrayList<>();
    for (Map.Entry<String, List<Read>> e : byVersion.entrySet()) {
      versions.add(version(e.getKey(), e.getValue()));
    }
    Read first = of.getFirst();
    return new Feed.Item(
        first.name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-"),
        first.name,
        first.creator,
        first.page,
        null,
        true,
        null,
        versions);
  }

  private Feed.Version version(String name, List<Read> of) throws IOException {
    of.sort(Comparator.comparingInt(r -> Resolution.pixels(r.resolution)));
    List<Feed.Edition> editions = new ArrayList<>();
    for (Read r : of) {
      String called = r.resolution == null ? "all" : r.resolution;
      long same = editions.stream().filter(e -> e.name().startsWith(called)).count();
      editions.add(
          new Feed.Edition(
              same == 0 ? called : called + " (" + (same + 1) + ")",
              r.resolution,
              List.of(r.part)));
    }
    Read r = of.getFirst();
    String day =
        Files.getLastModifiedTime(r.file)
            .toInstant()
            .atZone(ZoneOffset.UTC)
            .toLocalDate()
            .toString();
    return new Feed.Version(name, day, notes(of), preview(of), r.terms, editions);
  }

  private static @Nullable String notes(List<Read> of) throws IOException {
    for (Read r : of) {
      Path p = r.file.resolveSibling(stem(r.file) + ".txt");
      if (Files.isRegularFile(p) && Files.size(p) <= MOST_NOTES) {
        return new String(Files.readAllBytes(p), StandardCharsets.UTF_8).strip();
      }
    }
    return null;
  }

  private Feed.@Nullable Part preview(List<Read> of) throws IOException {
    for (Read r : of) {
      for (String ending : PICTURES) {
        Path p = r.file.resolveSibling(stem(r.file) + ending);
        if (Files.isRegularFile(p)) {
          return new Feed.Part(relative(p), Files.size(p), Hashes.sha256(p), List.of());
        }
      }
    }
    return null;
  }
}
