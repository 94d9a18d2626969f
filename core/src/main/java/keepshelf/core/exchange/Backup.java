package keepshelf.core.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.folder.Unfinished;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.apache.commons.compress.archivers.zip.Zip64Mode;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;

/** A ZIP archive that is a shelf again once it is unpacked. Made while the shelf is in use. */
public final class Backup {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** Backs up {@code shelf}. */
  public Backup(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /**
   * Writes a backup. Nothing is filed or changed meanwhile; looking and searching goes on.
   *
   * @param files whether the packs' files are in it; else only what was recorded
   * @return bytes of the archive
   * @throws ShelfException when there is none afterwards: the disk, or {@code zip} is there already
   */
  public long write(Path zip, boolean files, ShareProgress progress) throws ShelfException {
    if (Files.exists(zip)) {
      throw new ShelfException(
          Problem.error(
              "exists",
              zip.toString(),
              Phrase.of("backup.there-already-left-choose-another", zip)));
    }
    Path beside = zip.resolveSibling(zip.getFileName() + ".part");
    // Beside the archive: the shelf's own disk may be full.
    Path copy = zip.resolveSibling(zip.getFileName() + ".catalogue");
    try (Unfinished _ =
            Unfinished.note(beside, copy, copy.resolveSibling(copy.getFileName() + "-journal"));
        ShelfLock _ = catalogue.readOnly() ? null : ShelfLock.take(shelf)) {
      Files.deleteIfExists(copy);
      catalogue.backUp(copy);
      List<Path> all = contents(files);
      try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(beside)) {
        out.setUseZip64(Zip64Mode.AsNeeded);
        out.setEncoding("UTF-8");
        put(out, copy, ".keepshelf/catalogue.db", true);
        for (int i = 0; i < all.size(); i++) {
          String name = name(all.get(i));
          progress.report(name, (double) i / all.size());
          // Pictures are compressed already; texts are worth it.
          put(out, all.get(i), name, name.matches(".*\\.(json|txt|md|csv|html?|obj|mtl|mtlx)$"));
        }
      }
      Files.move(beside, zip, StandardCopyOption.ATOMIC_MOVE);
      return Files.size(zip);
    } catch (IOException | StorageException e) {
      throw ShelfException.ofDisk(zip.toString(), Words.of("doing.writing", zip), e);
    } finally {
      FileTrees.deleteQuietly(copy);
      FileTrees.deleteQuietly(beside);
    }
  }

  private List<Path> contents(boolean files) throws IOException {
    List<Path> out = new ArrayList<>();
    try (Stream<Path> all = Files.walk(shelf.packs())) {
      all.filter(p -> Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS))
          .filter(p -> files || record(shelf.packs().relativize(p)))
          .forEach(out::add);
    }
    try (Stream<Path> own = Files.list(shelf.own())) {
      own.filter(p -> p.getFileName().toString().endsWith(".json")).forEach(out::add);
    }
    if (Files.isDirectory(shelf.records())) {
      try (Stream<Path> all = Files.walk(shelf.records())) {
        all.filter(p -> Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)).forEach(out::add);
      }
    }
    out.sort(Path::compareTo);
    return out;
  }

  private static boolean record(Path below) {
    return below.getNameCount() == 2 && below.toString().endsWith(".pack.json")
        || below.getNameCount() > 2 && below.getName(1).toString().endsWith(".papers");
  }

  private String name(Path file) {
    List<String> parts = new ArrayList<>();
    shelf.root().relativize(file).forEach(p -> parts.add(p.toString()));
    return String.join("/", parts);
  }

  private static void put(ZipArchiveOutputStream out, Path file, String name, boolean squeeze)
      throws IOException {
    ZipArchiveEntry e = new ZipArchiveEntry(name);
    e.setSize(Files.size(file));
    e.setLastModifiedTime(Files.getLastModifiedTime(file));
    out.setLevel(squeeze ? Deflater.DEFAULT_COMPRESSION : Deflater.NO_COMPRESSION);
    out.putArchiveEntry(e);
    Files.copy(file, out);
    out.closeArchiveEntry();
  }
}
