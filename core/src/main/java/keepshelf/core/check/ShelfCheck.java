package keepshelf.core.check;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.BrokenFile.State;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Compares the files of the shelf with what was delivered. */
public final class ShelfCheck {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** Checks {@code shelf}. */
  public ShelfCheck(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /**
   * Looks at every file of every pack, and for those that are gone at the files that belong to no
   * pack; what is found is remembered until the next check.
   *
   * @param deep whether contents are read and hashed; else only sizes are compared
   */
  public CheckResult run(boolean deep, ShareProgress progress) throws ShelfException {
    try {
      List<String> ids = catalogue.packIds();
      Set<String> mine = new HashSet<>();
      Map<String, List<BrokenFile>> broken = new HashMap<>();
      Map<String, FileRecord> lost = new HashMap<>();
      int files = 0;
      for (int n = 0; n < ids.size(); n++) {
        PackRecord p = catalogue.pack(ids.get(n)).orElse(null);
        if (p == null) {
          continue;
        }
        progress.report(p.name(), (double) n / ids.size());
        List<FileRecord> there = p.files().stream().filter(f -> f.elsewhere() == null).toList();
        files += there.size();
        State[] states = states(p, there, deep);
        List<BrokenFile> of = new ArrayList<>();
        for (int i = 0; i < states.length; i++) {
          String at = p.folder() + "/" + there.get(i).path();
          mine.add(at);
          if (states[i] != null) {
            of.add(new BrokenFile(p.id(), there.get(i).path(), states[i], null));
            if (states[i] == State.MISSING) {
              lost.put(at, there.get(i));
            }
          }
        }
        broken.put(p.id(), of);
      }
      List<String> strangers = strangers(mine);
      Map<String, String> found = found(lost, strangers);
      List<BrokenFile> all = new ArrayList<>();
      for (String id : ids) {
        List<BrokenFile> of = broken.getOrDefault(id, List.of());
        String folder = of.isEmpty() ? "" : catalogue.pack(id).map(PackRecord::folder).orElse("");
        List<BrokenFile> told =
            of.stream()
                .map(b -> {
                  String at = found.get(folder + "/" + b.path());
                  return at == null ? b : new BrokenFile(id, b.path(), State.MOVED, at);
                })
                .toList();
        all.addAll(told);
      }
      remember(ids, all);
      strangers.removeAll(new HashSet<>(found.values()));
      return new CheckResult(ids.size(), files, all, strangers);
    } catch (IOException e) {
      throw ShelfException.ofDisk(
          shelf.root().toString(), Words.of("shelfCheck.checking-shelf"), e);
    }
  }

  private void remember(List<String> packs, List<BrokenFile> all) {
    Map<String, List<BrokenFile>> now = new HashMap<>();
    all.forEach(b -> now.computeIfAbsent(b.pack(), p -> new ArrayList<>()).add(b));
    Set<String> touched = new HashSet<>(now.keySet());
    catalogue.broken().forEach(b -> touched.add(b.pack()));
    touched.retainAll(packs);
    touched.forEach(p -> catalogue.putBroken(p, now.getOrDefault(p, List.of())));
  }

  private State[] states(PackRecord p, List<FileRecord> files, boolean deep) {
    return IntStream.range(0, files.size())
        .parallel()
        .mapToObj(i -> state(p.folder() + "/" + files.get(i).path(), files.get(i), deep))
        .toArray(State[]::new);
  }

  private @Nullable State state(String path, FileRecord f, boolean deep) {
    try {
      return state(shelf.resolve(path), f, deep);
    } catch (OutsideShelfException e) {
      // Nothing of this shelf can lie there.
      return State.MISSING;
    }
  }

  /** What is wrong with a file, or null. */
  static @Nullable State state(Path file, FileRecord f, boolean deep) {
    try {
      if (!Files.isRegularFile(file)) {
        return State.MISSING;
      }
      if (Files.size(file) != f.bytes() || (deep && !Hashes.sha256(file).equals(f.sha256()))) {
        return State.ALTERED;
      }
      return null;
    } catch (IOException e) {
      // A file that cannot be read is as good as another one, until somebody looks.
      return State.ALTERED;
    }
  }

  private List<String> strangers(Set<String> mine) throws IOException {
    List<String> out = new ArrayList<>();
    Files.walkFileTree(
        shelf.packs(),
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes a) {
            return dir.getFileName().toString().endsWith(".papers")
                ? FileVisitResult.SKIP_SUBTREE
                : FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
            String at = relative(file);
            boolean record = at.endsWith(".pack.json") && at.split("/").length == 3;
            // A link is nobody's file: what it leads to may be anywhere.
            if (a.isRegularFile() && !record && !mine.contains(at)) {
              out.add(at);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) {
            return FileVisitResult.CONTINUE;
          }
        });
    out.sort(String::compareTo);
    return out;
  }

  private String relative(Path file) {
    List<String> parts = new ArrayList<>();
    shelf.root().relativize(file).forEach(p -> parts.add(p.toString()));
    return String.join("/", parts);
  }

  /** Where the contents of lost files lie now, by the places they are missing from. */
  private Map<String, String> found(Map<String, FileRecord> lost, List<String> strangers)
      throws IOException {
    Map<Long, List<String>> bySize = new HashMap<>();
    lost.forEach((at, f) -> bySize.computeIfAbsent(f.bytes(), s -> new ArrayList<>()).add(at));
    Map<String, String> out = new HashMap<>();
    for (String s : strangers) {
      Path file = shelf.resolve(s);
      List<String> candidates = bySize.getOrDefault(Files.size(file), List.of());
      if (candidates.isEmpty()) {
        continue;
      }
      String sha = Hashes.sha256(file);
      // Of several places the one with the same file name comes first.
      candidates.stream()
          .filter(at -> Objects.requireNonNull(lost.get(at)).sha256().equals(sha))
          .filter(at -> !out.containsKey(at))
          .min(java.util.Comparator.comparing(at -> !name(at).equals(name(s))))
          .ifPresent(at -> out.put(at, s));
    }
    return out;
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }
}
