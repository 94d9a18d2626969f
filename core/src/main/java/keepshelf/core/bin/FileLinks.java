package keepshelf.core.bin;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/**
 * Lets identical files share their bytes on the disk (hard links): each keeps its place and name,
 * and only one copy is stored.
 */
public final class FileLinks {
  private final ShelfFolder shelf;

  /** Links files on {@code shelf}; what was linked is noted in its bin. */
  public FileLinks(ShelfFolder shelf) {
    this.shelf = shelf;
  }

  /**
   * Replaces every file of {@code paths} but the first by a link to the first, after comparing
   * their contents.
   *
   * @param name what they are called together
   * @param paths relative to the shelf
   * @throws ShelfException when the disk cannot link or a file is not what it was; what was linked
   *     before that stays linked, which changes no file's content
   */
  public BinEntry link(String name, List<String> paths) throws ShelfException {
    Path first = shelf.resolve(paths.getFirst());
    List<BinEntry.Linked> done = new ArrayList<>();
    String id = "l" + UUID.randomUUID().toString().substring(0, 13);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      String hash = Hashes.sha256(first);
      for (String p : paths.subList(1, paths.size())) {
        Path file = shelf.resolve(p);
        if (Files.isSameFile(first, file)) {
          continue;
        }
        if (!Hashes.sha256(file).equals(hash)) {
          throw new ShelfException(
              Problem.error(
                  "not-identical",
                  p,
                  Phrase.of("fileLinks.not-identical-any-more-both", p, paths.getFirst())));
        }
        long bytes = Files.size(file);
        Path beside = file.resolveSibling(file.getFileName() + ".link");
        Files.deleteIfExists(beside);
        Files.createLink(beside, first);
        Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE);
        done.add(new BinEntry.Linked(p, paths.getFirst(), bytes));
        Bin.write(shelf, entry(id, name, done));
      }
    } catch (UnsupportedOperationException e) {
      throw new ShelfException(
          Problem.error("no-links", name, Phrase.of("fileLinks.disk-holds-shelf-cannot-let")), e);
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("fileLinks.storing-once", name), e);
    }
    return entry(id, name, done);
  }

  private static BinEntry entry(String id, String name, List<BinEntry.Linked> links) {
    return new BinEntry(
        id,
        Instant.now().truncatedTo(ChronoUnit.MILLIS).toString(),
        name,
        null,
        null,
        null,
        links.stream().mapToLong(BinEntry.Linked::bytes).sum(),
        List.of(),
        List.of(),
        links);
  }

  /** Gives every file of {@code entry} bytes of its own again. */
  public void part(BinEntry entry) throws ShelfException {
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      for (BinEntry.Linked l : entry.links()) {
        Path file = shelf.resolve(l.path());
        Path beside = file.resolveSibling(file.getFileName() + ".own");
        if (Files.exists(file)) {
          Files.copy(file, beside, StandardCopyOption.REPLACE_EXISTING);
          Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE);
        }
      }
      FileTrees.deleteQuietly(Bin.folder(shelf, entry));
    } catch (IOException e) {
      throw ShelfException.ofDisk(entry.name(), Words.of("fileLinks.storing-files-apart-again"), e);
    }
  }
}
