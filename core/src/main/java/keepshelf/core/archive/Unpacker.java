package keepshelf.core.archive;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CancellationException;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.apache.commons.compress.compressors.xz.XZCompressorInputStream;

/** Unpacks an archive into an empty folder, hashing on the way; archives in it one level down. */
public final class Unpacker {
  /** xz may ask for up to this much memory in KiB for its dictionary. */
  private static final int XZ_MEMORY_KIB = 256 * 1024;

  private final String shown;
  private final List<UnpackedFile> files = Collections.synchronizedList(new ArrayList<>());
  private final List<Problem> problems = Collections.synchronizedList(new ArrayList<>());
  private final Limits limits;
  private final Progress progress;

  private Unpacker(String shown, Limits limits, Progress progress) {
    this.shown = shown;
    this.limits = limits;
    this.progress = progress;
  }

  /**
   * Unpacks {@code archive} into {@code folder}, which exists and is empty.
   *
   * @param shown the archive as people named it, for messages and entry paths
   * @throws ShelfException when nothing could be taken from it: not an archive, truncated,
   *     encrypted
   * @throws CancellationException when {@code progress} stopped it
   */
  public static UnpackReport unpack(
      Path archive, String shown, Path folder, Limits limits, Progress progress)
      throws ShelfException {
    Unpacker u = new Unpacker(shown, limits, progress);
    u.open(archive, "", List.of(), folder, true);
    List<UnpackedFile> sorted = new ArrayList<>(u.files);
    sorted.sort((a, b) -> a.entry().compareTo(b.entry()));
    return new UnpackReport(sorted, new ArrayList<>(u.problems));
  }

  private void open(Path archive, String prefix, List<String> below, Path folder, boolean outer)
      throws ShelfException {
    String name =
        prefix.isEmpty() ? shown : shown + "!/" + prefix.substring(0, prefix.length() - 2);
    try {
      ArchiveKind kind = ArchiveKind.of(archive);
      EntryWriter writer = new EntryWriter(folder, limits, Files.size(archive), progress);
      List<UnpackedFile> found = Collections.synchronizedList(new ArrayList<>());
      switch (kind) {
        case ZIP -> new ZipUnpacking(this, archive, writer, prefix, found).run();
        case SEVEN_Z -> sevenZ(archive, writer, prefix, found);
        case TAR, TAR_GZIP, TAR_XZ, TAR_BZIP2 -> tar(archive, kind, writer, prefix, found);
        case RAR ->
            throw refused(
                "unreadable-archive",
                name,
                "is a RAR archive, which cannot be opened here. Unpack it with another program and"
                    + " add the folder");
        case TAR_ZSTD ->
            throw refused(
                "unreadable-archive",
                name,
                "is compressed with Zstandard, which cannot be opened here yet. Unpack it with"
                    + " another program and add the folder");
        default ->
            throw refused(
                "unreadable-archive",
                name,
                Files.size(archive) == 0
                    ? "is empty. The download was probably interrupted; fetch it again"
                    : "is not an archive or picture that is known here. Check what was downloaded");
      }
      if (found.isEmpty() && outer && problems.isEmpty()) {
        throw refused("empty-archive", name, "holds no files. Check what was downloaded");
      }
      nested(found, below, outer);
    } catch (PasswordRequiredException e) {
      throw refused(
          "encrypted-archive",
          name,
          "is protected by a password. Unpack it with its password and add the folder");
    } catch (EntryWriter.LimitException e) {
      throw refused(
          "archive-bomb",
          name,
          "was refused: "
              + e.getMessage()
              + ". If you trust it, unpack it yourself and add the folder");
    } catch (FileSystemException e) {
      throw new ShelfException(
          Problem.error("disk", name, DiskTrouble.sentence(e, "unpacking " + name)), e);
    } catch (CancellationException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      if (DiskTrouble.isFull(e)) {
        throw new ShelfException(
            Problem.error("disk", name, DiskTrouble.sentence(e, "unpacking " + name)), e);
      }
      throw refused(
          "damaged-archive",
          name,
          "is damaged or was cut off while downloading. Fetch it again; nothing was taken from it");
    }
  }

  private static ShelfException refused(String code, String name, String what) {
    return new ShelfException(Problem.error(code, name, name + " " + what + "."));
  }

  /** Opens archives that lie in the archive; what they hold takes their place. */
  private void nested(List<UnpackedFile> found, List<String> below, boolean outer) {
    for (UnpackedFile f : found) {
      boolean inner = outer && ArchiveKind.namedLikeArchive(f.parts().getLast()) && opens(f.path());
      if (!inner) {
        files.add(f);
        continue;
      }
      Path folder = f.path().resolveSibling(f.parts().getLast() + "!");
      int before = files.size();
      try {
        Files.createDirectory(folder);
        open(f.path(), f.entry() + "!/", f.parts(), folder, false);
        // Only now are the parts below the outer folder known.
        for (int i = before; i < files.size(); i++) {
          UnpackedFile g = files.get(i);
          List<String> parts = new ArrayList<>(f.parts().subList(0, f.parts().size() - 1));
          parts.add(folder.getFileName().toString());
          parts.addAll(g.parts());
          files.set(i, new UnpackedFile(g.entry(), parts, g.path(), g.size(), g.sha256()));
        }
        Files.delete(f.path());
      } catch (ShelfException e) {
        problems.add(e.problem());
        FileTrees.deleteQuietly(folder);
        while (files.size() > before) {
          files.removeLast();
        }
        files.add(f);
      } catch (IOException e) {
        problems.add(
            Problem.warning(
                "damaged-archive",
                shown + "!/" + f.entry(),
                shown
                    + "!/"
                    + f.entry()
                    + " could not be opened: "
                    + e.getMessage()
                    + ". It is kept as it is."));
        files.add(f);
      }
    }
  }

  private static boolean opens(Path file) {
    try {
      return ArchiveKind.of(file).openable();
    } catch (IOException e) {
      return false;
    }
  }

  // ---- 7z and TAR, one entry after another

  private void sevenZ(Path archive, EntryWriter writer, String prefix, List<UnpackedFile> found)
      throws IOException {
    try (SevenZFile seven =
        SevenZFile.builder().setPath(archive).setMaxMemoryLimitKiB(XZ_MEMORY_KIB * 4).get()) {
      SevenZArchiveEntry e;
      while ((e = seven.getNextEntry()) != null) {
        if (e.isDirectory() || e.isAntiItem()) {
          continue;
        }
        writer.count();
        boolean link =
            e.getHasWindowsAttributes() && (e.getWindowsAttributes() >>> 16 & 0xF000) == 0xA000;
        List<String> p = checked(e.getName() == null ? "" : e.getName(), link, writer, prefix);
        if (p == null) {
          continue;
        }
        InputStream in = seven.getInputStream(e);
        writeNext(
            writer,
            prefix + e.getName(),
            p,
            in,
            e.getHasCrc() ? e.getCrcValue() & 0xFFFFFFFFL : -1,
            found);
      }
    }
  }

  private void tar(
      Path archive, ArchiveKind kind, EntryWriter writer, String prefix, List<UnpackedFile> found)
      throws IOException {
    try (InputStream raw = new BufferedInputStream(Files.newInputStream(archive), 1 << 16);
        InputStream plain = decompressed(raw, kind);
        TarArchiveInputStream tar = new TarArchiveInputStream(plain, "UTF-8")) {
      TarArchiveEntry e;
      while ((e = tar.getNextEntry()) != null) {
        if (e.isDirectory()) {
          continue;
        }
        writer.count();
        boolean odd =
            e.isSymbolicLink()
                || e.isLink()
                || !e.isFile()
                || e.isCharacterDevice()
                || e.isBlockDevice()
                || e.isFIFO();
        List<String> p = checked(e.getName(), odd, writer, prefix);
        if (p != null) {
          writeNext(writer, prefix + e.getName(), p, tar, -1, found);
        }
      }
    }
  }

  /** Trouble with one entry is noted; a stream that breaks off ends the whole archive. */
  private void writeNext(
      EntryWriter writer,
      String name,
      List<String> parts,
      InputStream in,
      long crc,
      List<UnpackedFile> found)
      throws IOException {
    try {
      found.add(writer.write(name, parts, in, -1, crc));
    } catch (EntryWriter.LimitException | FileSystemException e) {
      damaged(name, e);
    }
  }

  private static InputStream decompressed(InputStream in, ArchiveKind kind) throws IOException {
    return switch (kind) {
      case TAR_GZIP ->
          GzipCompressorInputStream.builder()
              .setInputStream(in)
              .setDecompressConcatenated(true)
              .get();
      case TAR_XZ ->
          XZCompressorInputStream.builder()
              .setInputStream(in)
              .setDecompressConcatenated(true)
              .setMemoryLimitKiB(XZ_MEMORY_KIB)
              .get();
      case TAR_BZIP2 -> new BZip2CompressorInputStream(in, true);
      default -> in;
    };
  }

  /** The parts of a name that may be written, or null with a problem noted. */
  List<String> checked(String name, boolean link, EntryWriter writer, String prefix) {
    String path = shown + "!/" + prefix + name;
    if (link) {
      problems.add(
          Problem.error(
              "unsafe-entry", path, path + " was left out: it is a link or a device, not a file."));
      return null;
    }
    try {
      List<String> parts = EntryName.parts(name);
      if (!writer.claim(parts)) {
        problems.add(
            Problem.warning(
                "doubled-entry",
                path,
                path
                    + " was left out: the archive holds another entry of that name, which was"
                    + " taken."));
        return null;
      }
      return parts;
    } catch (EntryName.UnsafeNameException e) {
      problems.add(
          Problem.error("unsafe-entry", path, path + " was left out: " + e.getMessage() + "."));
      return null;
    }
  }

  /** A file where another entry needs a folder. */
  private static boolean nameClash(Exception e) {
    return e instanceof FileSystemException f
        && f.getReason() != null
        && f.getReason().contains("Not a directory");
  }

  /**
   * One damaged entry is named and left out; limits on the whole and a full disk end everything.
   */
  void damaged(String name, Exception e) throws IOException {
    String path = shown + "!/" + name;
    if (e instanceof CancellationException c) {
      throw c;
    }
    if (e instanceof EntryWriter.LimitException limit) {
      if (limit.whole) {
        throw limit;
      }
      problems.add(
          Problem.error("archive-bomb", path, path + " was left out: " + limit.getMessage() + "."));
      return;
    }
    if (e instanceof FileAlreadyExistsException
        || e instanceof NotDirectoryException
        || nameClash(e)) {
      problems.add(
          Problem.warning(
              "doubled-entry",
              path,
              path
                  + " was left out: the archive holds another entry of that name, which was"
                  + " taken."));
      return;
    }
    if (e instanceof FileSystemException disk) {
      throw disk;
    }
    if (DiskTrouble.isFull(e)) {
      throw new IOException(e);
    }
    problems.add(
        Problem.error(
            "damaged-entry",
            path,
            path + " was left out: its content is damaged. Fetch the archive again."));
  }
}
