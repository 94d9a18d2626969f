package keepshelf.core.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.folder.OpenMark;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/** Moves a whole shelf, which nobody has open, to another folder or drive. */
public final class ShelfMove {
  private ShelfMove() {}

  /**
   * Moves the shelf in {@code root} to {@code target}, which must not exist or be empty. On another
   * drive every file is copied and compared before the old shelf is deleted. Nobody else writes
   * meanwhile.
   *
   * @throws ShelfException when the shelf stayed where it was
   */
  public static void move(Path root, Path target, ShareProgress progress) throws ShelfException {
    Path from = root.toAbsolutePath().normalize();
    Path to = target.toAbsolutePath().normalize();
    if (to.startsWith(from)) {
      throw stayed(from, Words.of("shelfMove.lies-inside-shelf-itself-choose", to));
    }
    try {
      if (Files.exists(to) && !empty(to)) {
        throw stayed(from, Words.of("shelfMove.not-empty-choose-new-or", to));
      }
      ShelfFolder shelf = new ShelfFolder(from);
      try (OpenMark _ = OpenMark.alone(shelf).orElseThrow(() -> open(from));
          ShelfLock _ = ShelfLock.take(shelf)) {
        Files.createDirectories(to.getParent());
        Files.deleteIfExists(to);
        if (!renamed(from, to)) {
          copied(from, to, progress);
        }
      }
    } catch (IOException e) {
      throw ShelfException.ofDisk(to.toString(), Words.of("shelfMove.moving-shelf", to), e);
    }
  }

  private static ShelfException stayed(Path root, String why) {
    return new ShelfException(
        Problem.error(
            "shelf-stayed", root.toString(), Phrase.of("shelfMove.shelf-stayed-where", why)));
  }

  private static ShelfException open(Path root) {
    return new ShelfException(
        Problem.error(
            "shelf-in-use",
            root.toString(),
            Phrase.of("shelfMove.shelf-stayed-where-another-keep")));
  }

  private static boolean empty(Path folder) throws IOException {
    try (Stream<Path> s = Files.list(folder)) {
      return s.findAny().isEmpty();
    }
  }

  private static boolean renamed(Path from, Path to) {
    try {
      Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
      return true;
    } catch (IOException e) {
      return false;
    }
  }

  /** What belongs to processes, not to the shelf; the log is in the catalogue after its copy. */
  private static final Set<String> LEFT = Set.of("lock", "open", "catalogue.db.opening");

  private static void copied(Path from, Path to, ShareProgress progress)
      throws IOException, ShelfException {
    Path beside = to.resolveSibling(to.getFileName() + ".moving");
    FileTrees.delete(beside);
    Map<Path, FileStamp> copied = new LinkedHashMap<>();
    try {
      List<Path> all;
      try (Stream<Path> s = Files.walk(from)) {
        all = s.filter(p -> !left(from, p)).toList();
      }
      Files.createDirectories(beside);
      for (int i = 0; i < all.size(); i++) {
        Path p = all.get(i);
        Path at = beside.resolve(from.relativize(p).toString());
        progress.report(p.getFileName().toString(), (double) i / all.size());
        if (Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS)) {
          Files.createDirectories(at);
        } else if (Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)) {
          copied.put(p, FileStamp.of(p));
          Files.copy(p, at, StandardCopyOption.COPY_ATTRIBUTES);
          if (!Hashes.sha256(at).equals(Hashes.sha256(p))) {
            throw stayed(from, Words.of("shelfMove.could-not-copied-exactly-check", at));
          }
        } else {
          throw stayed(from, Words.of("shelfMove.link-or-device-which-cannot", p));
        }
      }
      FileTrees.sync(beside);
      refuseChanged(from, copied);
      Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException | ShelfException | RuntimeException e) {
      FileTrees.deleteQuietly(beside);
      throw e;
    }
    deleteOld(from, to, copied);
  }

  private static boolean left(Path from, Path p) {
    Path own = new ShelfFolder(from).own();
    return own.equals(p.getParent()) && LEFT.contains(p.getFileName().toString());
  }

  /** Whatever was written meanwhile, by whomever, would be lost. */
  private static void refuseChanged(Path from, Map<Path, FileStamp> copied)
      throws IOException, ShelfException {
    List<Path> now;
    try (Stream<Path> s = Files.walk(from)) {
      now =
          s.filter(p -> !left(from, p) && !Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS))
              .toList();
    }
    for (Path p : now) {
      if (!copied.containsKey(p) || !copied.get(p).equals(FileStamp.of(p))) {
        throw stayed(from, Words.of("shelfMove.written-while-copied-try-again", p));
      }
    }
    if (now.size() != copied.size()) {
      throw stayed(from, Words.of("shelfMove.files-were-deleted-while-copied"));
    }
  }

  /** Deletes just what was copied; what came since stays, and is named. */
  private static void deleteOld(Path from, Path to, Map<Path, FileStamp> copied)
      throws ShelfException {
    try {
      for (var e : copied.entrySet()) {
        if (e.getValue().equals(FileStamp.of(e.getKey()))) {
          Files.delete(e.getKey());
        }
      }
      for (String own : LEFT) {
        Files.deleteIfExists(new ShelfFolder(from).own().resolve(own));
      }
      FileTrees.deleteEmptyFolders(from);
    } catch (IOException e) {
      throw new ShelfException(
          Problem.warning(
              "old-shelf-left",
              from.toString(),
              Phrase.of("shelfMove.shelf-at-now-but-old", to, from)),
          e);
    }
  }
}
