package keepshelf.core.intake;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import keepshelf.core.archive.UnpackedFile;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Words;

/**
 * One file in a workspace, about to be filed.
 *
 * @param file the file as it arrived
 * @param path relative to the pack
 * @param sha256 of its bytes
 * @param bytes how many
 */
record Staged(SourceFile file, String path, String sha256, long bytes) {
  /** The files of an arrival that was unpacked into its workspace, by the path that is shown. */
  static Map<String, Staged> alreadyIn(Arrival arrival) {
    Map<String, Staged> out = new HashMap<>();
    Path root = Workspace.files(Objects.requireNonNull(arrival.workspace()));
    for (SourceFile f : files(arrival)) {
      UnpackedFile u = Objects.requireNonNull(arrival.unpacked().get(f.path()));
      out.put(f.path(), new Staged(f, relative(root, u.path()), u.sha256(), u.size()));
    }
    return out;
  }

  /** Copies the files of a folder into a workspace. */
  static Map<String, Staged> copyIn(Arrival arrival, Path into, Progress progress)
      throws IOException {
    Map<String, Staged> out = new HashMap<>();
    for (SourceFile f : files(arrival)) {
      Path to = into;
      for (String p : f.parts()) {
        to = to.resolve(p);
      }
      Files.createDirectories(to.getParent());
      if (!Files.exists(f.onDisk())) {
        throw new java.nio.file.NoSuchFileException(
            f.path(), null, Words.of("staged.there-when-folder-read-gone"));
      }
      String hash;
      try (OutputStream o = Files.newOutputStream(to, StandardOpenOption.CREATE_NEW)) {
        hash = Hashes.copy(f.neededOnDisk(), o, progress);
      }
      out.put(f.path(), new Staged(f, relative(into, to), hash, Files.size(to)));
    }
    return out;
  }

  private static String relative(Path root, Path file) {
    List<String> parts = new ArrayList<>();
    root.relativize(file).forEach(p -> parts.add(p.toString()));
    return String.join("/", parts);
  }

  private static List<SourceFile> files(Arrival a) {
    List<SourceFile> out = new ArrayList<>();
    a.recognition().items().forEach(i -> i.maps().forEach(m -> out.add(m.file())));
    a.recognition().loose().forEach(l -> out.add(l.file()));
    return out;
  }

  /** The same files make the same pack, whatever the archive was called. */
  static String packId(Map<String, Staged> staged) {
    String all =
        staged.values().stream()
            .map(s -> s.path() + "\n" + s.sha256())
            .sorted()
            .collect(Collectors.joining("\n"));
    return "p" + Hashes.sha256(all).substring(0, 12);
  }
}
