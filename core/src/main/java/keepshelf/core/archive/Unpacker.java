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
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.zip.UnsupportedZipFeatureException;
import org.jspecify.annotations.Nullable;
import org.tukaani.xz.UnsupportedOptionsException;

/** Unpacks an archive into an empty folder, hashing on the way; archives in it one level down. */
public final class Unpacker {
  private final String shown;
  private final List<UnpackedFile> files = Collections.synchronizedList(new ArrayList<>());
  private final List<Problem> problems = Collections.synchronizedList(new ArrayList<>());
  private final Limits limits;
  private final Progress progress;
  private final @Nullable String password;

  /** Counts over the archive and all archives in it. */
  private final EntryWriter.Totals totals = new EntryWriter.Totals();

  private Unpacker(String shown, Limits limits, Progress progress, @Nullable String password) {
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
      Path archive,
      String shown,
      Path folder,
      Limits limits,
      Progress progress,
      @Nullable String password)
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
                "unreadable-archive", name, Words.of("unpacker.rar-archive-which-cannot-opened"));
        default ->
            throw refused(
                "unreadable-archive",
                name,
                Files.size(archive) == 0
                    ? Words.of("unpacker.empty-download-probably-interrupted-fetch")
                    : Words.of("unpacker.not-archive-or-picture-known"));
      }
      if (found.isEmpty() && outer && problems.isEmpty()) {
        throw refused("empty-archive", name, Words.of("unpacker.holds-no-files-check-what"));
      }
      nested(found, below, outer);
    } catch (PasswordRequiredException e) {
      throw refused(
          "encrypted-archive", name, Words.of("unpacker.protected-by-password-give-password"));
    } catch (ZipUnpacking.WrongPasswordException e) {
      throw refused("wrong-password", name, Words.of("unpacker.does-not-open-with-password"));
    } catch (EntryWriter.LimitException e) {
      throw refused(
          "archive-bomb", name, Words.of("unpacker.refused-if-you-trust-unpack", e.getMessage()));
    } catch (FileSystemException | EntryWriter.WritingException e) {
      throw ShelfException.ofDisk(name, Words.of("doing.unpacking", name), e);
    } catch (CancellationException e) {
      throw e;
    } catch (OutOfMemoryError e) {
      throw refused("too-large", name, Words.of("unpacker.needs-more-memory-unpacked-than"));
    } catch (IOException | RuntimeException e) {
      if (DiskTrouble.isFull(e)) {
        throw ShelfException.ofDisk(name, Words.of("doing.unpacking", name), e);
      }
      if (unknownMethod(e)) {
        throw refused("unknown-method", name, Words.of("unpacker.packed-by-method-not-known"));
      }
      throw refused("damaged-archive", name, Words.of("unpacker.damaged-or-cut-off-while"));
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
                "nested-archive", path, Phrase.of("unpacker.archive-two-levels-down-kept", path)));
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
                Phrase.of("unpacker.could-not-opened-kept", shown, f.entry(), e.getMessage())));
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
  @Nullable List<String> checked(String name, boolean link, EntryWriter writer, String prefix) {
    String path = shown + "!/" + prefix + name;
    if (link) {
      problems.add(
          Problem.error("unsafe-entry", path, Phrase.of("unpacker.left-out-link-or-device", path)));
      return null;
    }
    try {
      List<String> parts = EntryName.parts(name);
      if (!writer.claim(parts)) {
        problems.add(
            Problem.warning(
                "doubled-entry", path, Phrase.of("unpacker.left-out-archive-holds-another", path)));
        return null;
      }
      return parts;
    } catch (EntryName.UnsafeNameException e) {
      problems.add(
          Problem.error(
              "unsafe-entry", path, Phrase.of("unpacker.left-out", path, e.getMessage())));
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
          Problem.error(
              "archive-bomb", path, Phrase.of("unpacker.left-out", path, limit.getMessage())));
      return;
    }
    if (e instanceof FileAlreadyExistsException
        || e instanceof NotDirectoryException
        || nameClash(e)) {
      problems.add(
          Problem.warning(
              "doubled-entry", path, Phrase.of("unpacker.left-out-archive-holds-another", path)));
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
              "unknown-method", path, Phrase.of("unpacker.left-out-packed-by-method", path)));
      return;
    }
    if (DiskTrouble.isFull(e)) {
      throw new IOException(e);
    }
    problems.add(
        Problem.error(
            "damaged-entry", path, Phrase.of("unpacker.left-out-content-damaged-fetch", path)));
  }
}
