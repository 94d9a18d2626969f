package keepshelf.core.archive;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CancellationException;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.zip.UnsupportedZipFeatureException;
import org.tukaani.xz.UnsupportedOptionsException;

/** Unpacks an archive into an empty folder, hashing on the way; archives in it one level down. */
public final class Unpacker {
  private final String shown;
  private final List<UnpackedFile> files = Collections.synchronizedList(new ArrayList<>());
  private final List<Problem> problems = Collections.synchronizedList(new ArrayList<>());
  private final Limits limits;
  private final Progress progress;
  private final String password;

  /** Counts over the archive and all archives in it. */
  private final EntryWriter.Totals totals = new EntryWriter.Totals();

  private Unpacker(String shown, Limits limits, Progress progress, String password) {
    this.shown = shown;
    this.limits = limits;
    this.progress = progress;
    this.password = password;
  }

  /**
   * Unpacks {@code archive} into {@code folder}, which exists and is empty.
   *
   * @param shown the archive as people named it, for messages and entry paths
   * @param password for archives that are protected by one, or null
   * @throws ShelfException when nothing could be taken from it: not an archive, truncated, or
   *     protected ({@code encrypted-archive} without a password, {@code wrong-password} with one
   *     that does not fit)
   * @throws CancellationException when {@code progress} stopped it
   */
  public static UnpackReport unpack(
      Path archive, String shown, Path folder, Limits limits, Progress progress, String password)
      throws ShelfException {
    Unpacker u = new Unpacker(shown, limits, progress, password);
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
      EntryWriter writer = new EntryWriter(folder, limits, Files.size(archive), progress, totals);
      List<UnpackedFile> found = Collections.synchronizedList(new ArrayList<>());
      switch (kind) {
        case ZIP -> new ZipUnpacking(this, archive, writer, prefix, found, password).run();
        case SEVEN_Z -> new SerialUnpacking(this, archive, writer, prefix, found).sevenZ(password);
        case TAR, TAR_GZIP, TAR_XZ, TAR_BZIP2, TAR_ZSTD ->
            new SerialUnpacking(this, archive, writer, prefix, found)
                .tar(kind, Path.of(name.substring(name.lastIndexOf('/') + 1)).toString());
        case RAR ->
            throw refused(
                "unreadable-archive",
                name,
                "is a RAR archive, which cannot be opened here. Unpack it with another program and"
                    + " add the folder");
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
          "encrypted-archive", name, "is protected by a password. Give the password to open it");
    } catch (ZipUnpacking.WrongPasswordException e) {
      throw refused(
          "wrong-password",
          name,
          "does not open with that password. Check the password and try again");
    } catch (EntryWriter.LimitException e) {
      throw refused(
          "archive-bomb",
          name,
          "was refused: "
              + e.getMessage()
              + ". If you trust it, unpack it yourself and add the folder");
    } catch (FileSystemException | EntryWriter.WritingException e) {
      throw ShelfException.ofDisk(name, "unpacking " + name, e);
    } catch (CancellationException e) {
      throw e;
    } catch (OutOfMemoryError e) {
      throw refused(
          "too-large",
          name,
          "needs more memory to be unpacked than there is. Unpack it with another program and add"
              + " the folder");
    } catch (IOException | RuntimeException e) {
      if (DiskTrouble.isFull(e)) {
        throw ShelfException.ofDisk(name, "unpacking " + name, e);
      }
      if (unknownMethod(e)) {
        throw refused(
            "unknown-method",
            name,
            "is packed by a method that is not known here. Unpack it with another program and add"
                + " the folder");
      }
      throw refused(
          "damaged-archive",
          name,
          "is damaged or was cut off while downloading. Fetch it again; nothing was taken from it");
    }
  }

  /** Whether an archive is sound, but packed in a way that its reader does not know. */
  private static boolean unknownMethod(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof UnsupportedZipFeatureException
          || t instanceof UnsupportedOptionsException
          || (t instanceof IOException
              && t.getMessage() != null
              && t.getMessage().startsWith("Unsupported compression method"))) {
        return true;
      }
    }
    return false;
  }

  private static ShelfException refused(String code, String name, String what) {
    return new ShelfException(Problem.error(code, name, name + " " + what + "."));
  }

  /** Opens archives that lie in the archive; what they hold takes their place. */
  private void nested(List<UnpackedFile> found, List<String> below, boolean outer) {
    for (UnpackedFile f : found) {
      boolean inner = ArchiveKind.namedLikeArchive(f.parts().getLast()) && opens(f.path());
      if (inner && !outer) {
        String path = shown + "!/" + f.entry();
        problems.add(
            Problem.note(
                "nested-archive",
                path,
                path
                    + " is an archive two levels down. It is kept with the pack as it is; add it by"
                    + " itself to take its contents in."));
      }
      if (!inner || !outer) {
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
    if (e instanceof EntryWriter.WritingException disk) {
      throw disk;
    }
    if (unknownMethod(e)) {
      problems.add(
          Problem.error(
              "unknown-method",
              path,
              path
                  + " was left out: it is packed by a method that is not known here. Unpack the"
                  + " archive with another program and add the folder."));
      return;
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
