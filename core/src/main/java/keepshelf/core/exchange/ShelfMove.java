package keepshelf.core.exchange;

import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.stream.Stream;
import keepshelf.core.archive.DiskTrouble;
import keepshelf.core.archive.FileTrees;
import keepshelf.core.archive.Hashes;
import keepshelf.core.archive.ShareProgress;
import keepshelf.core.intake.ShelfFolder;
import keepshelf.core.intake.ShelfLock;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** Moves a whole shelf, which nobody has open, to another folder or drive. */
public final class ShelfMove {
  private ShelfMove() {}

  /**
   * Moves the shelf in {@code root} to {@code target}, which must not exist or be empty. On another
   * drive every file is copied and compared before the old shelf is deleted.
   *
   * @throws ShelfException when the shelf stayed where it was
   */
  public static void move(Path root, Path target, ShareProgress progress) throws ShelfException {
    Path from = root.toAbsolutePath().normalize();
    Path to = target.toAbsolutePath().normalize();
    if (to.startsWith(from)) {
      throw stayed(from, to + " lies inside the shelf itself. Choose another folder.");
    }
    try {
      if (Files.exists(to) && !empty(to)) {
        throw stayed(from, to + " is not empty. Choose a new or an empty folder.");
      }
      try (ShelfLock lock = ShelfLock.take(new ShelfFolder(from))) {
        // Only to be sure that nobody is changing it.
        lock.getClass();
      }
      Files.createDirectories(to.getParent());
      Files.deleteIfExists(to);
      if (!renamed(from, to)) {
        copied(from, to, progress);
      }
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "disk", to.toString(), DiskTrouble.sentence(e, "moving the shelf to " + to)),
          e);
    }
  }

  private static ShelfException stayed(Path root, String why) {
    return new ShelfException(
        Problem.error("shelf-stayed", root.toString(), "The shelf stayed where it was: " + why));
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

  private static void copied(Path from, Path to, ShareProgress progress)
      throws IOException, ShelfException {
    Path beside = to.resolveSibling(to.getFileName() + ".moving");
    FileTrees.delete(beside);
    try {
      List<Path> all;
      try (Stream<Path> s = Files.walk(from)) {
        all = s.toList();
      }
      for (int i = 0; i < all.size(); i++) {
        Path p = all.get(i);
        Path at = beside.resolve(from.relativize(p).toString());
        progress.report(p.getFileName().toString(), (double) i / all.size());
        if (Files.isDirectory(p)) {
          Files.createDirectories(at);
        } else {
          Files.copy(p, at, StandardCopyOption.COPY_ATTRIBUTES);
          if (!Hashes.sha256(at).equals(Hashes.sha256(p))) {
            throw stayed(from, at + " could not be copied exactly. Check the target drive.");
          }
        }
      }
      Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException | ShelfException | RuntimeException e) {
      FileTrees.deleteQuietly(beside);
      throw e;
    }
    try {
      FileTrees.delete(from);
    } catch (DirectoryNotEmptyException e) {
      throw new ShelfException(
          Problem.warning(
              "old-shelf-left",
              from.toString(),
              "The shelf is at "
                  + to
                  + " now, but something was written to its old place "
                  + from
                  + " meanwhile. Look there and delete it yourself."),
          e);
    }
  }
}
