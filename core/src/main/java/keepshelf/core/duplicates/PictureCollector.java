package keepshelf.core.duplicates;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Hashes;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;

/** Gathers the pictures to be compared, from a shelf or from any folders. */
public final class PictureCollector {
  /** How sure a name has to be of a role to be believed without its pixels. */
  private static final double SURE = 0.85;

  private PictureCollector() {}

  /**
   * The maps of {@code items}, with the hashes that the catalogue keeps.
   *
   * @param root folder of the shelf
   */
  public static List<Picture> ofShelf(Path root, List<ShelvedItem> items) {
    List<Picture> out = new ArrayList<>();
    for (ShelvedItem s : items) {
      for (MapRecord m : s.item().maps()) {
        String path = s.path(m);
        out.add(
            new Picture(path, root.resolve(path), m.bytes(), m.sha256(), s.item().id(), m.role()));
      }
    }
    return out;
  }

  /**
   * All pictures in {@code paths}, which are folders or files; each once. Links are not followed.
   *
   * @param problems receives what could not be read
   */
  public static List<Picture> ofPaths(List<String> paths, List<Problem> problems) {
    Map<Path, Long> found = new LinkedHashMap<>();
    Set<Path> seen = new HashSet<>();
    for (String p : paths) {
      Path root = Path.of(p);
      if (!Files.exists(root)) {
        problems.add(
            Problem.error(
                "not-found", p, Phrase.of("pictureCollector.not-there-check-path-left", p)));
        continue;
      }
      try {
        Files.walkFileTree(
            root,
            new SimpleFileVisitor<>() {
              @Override
              public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
                boolean picture =
                    a.isRegularFile()
                        && ImageFormat.ofName(file.getFileName().toString()).isPresent()
                        && !file.getFileName().toString().startsWith("._");
                if (picture && seen.add(file.toAbsolutePath().normalize())) {
                  found.put(file, a.size());
                }
                return FileVisitResult.CONTINUE;
              }

              @Override
              public FileVisitResult visitFileFailed(Path file, IOException e) {
                problems.add(unreadable(file, e));
                return FileVisitResult.CONTINUE;
              }
            });
      } catch (IOException e) {
        problems.add(unreadable(root, e));
      }
    }
    Map<String, MapRole> roles = roles(found.keySet());
    return found.entrySet().parallelStream()
        .flatMap(e -> hashed(e.getKey(), e.getValue(), roles, problems).stream())
        .toList();
  }

  /** What names surely tell of files that are on no shelf: gloss is looked for as a negative. */
  private static Map<String, MapRole> roles(Set<Path> files) {
    Map<String, MapRole> roles = new HashMap<>();
    List<SourceFile> named = files.stream().map(f -> SourceFile.named(f.toString())).toList();
    for (RecognisedItem item : Recogniser.recognise("", named).items()) {
      for (RecognisedMap m : item.maps()) {
        if (m.verdict().confidence() >= SURE) {
          roles.put(m.file().path(), m.role());
        }
      }
    }
    return roles;
  }

  private static Optional<Picture> hashed(
      Path file, long size, Map<String, MapRole> roles, List<Problem> problems) {
    try {
      MapRole role = roles.get(file.toString());
      return Optional.of(new Picture(file.toString(), file, size, Hashes.sha256(file), null, role));
    } catch (IOException e) {
      synchronized (problems) {
        problems.add(unreadable(file, e));
      }
      return Optional.empty();
    }
  }

  private static Problem unreadable(Path file, IOException e) {
    return Problem.error(
        "unreadable", file.toString(), DiskTrouble.sentence(e, Words.of("doing.reading", file)));
  }
}
