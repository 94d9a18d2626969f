package keepshelf.core.archive;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.zip.CRC32;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.words.Words;

/**
 * Writes entries below one folder while counting and hashing what really comes out: declared sizes
 * are not believed. Used by several threads at once.
 */
final class EntryWriter {
  /** Thrown when an entry or the whole archive goes over a limit; the message says which. */
  static final class LimitException extends IOException {
    private static final long serialVersionUID = 1;
    final boolean whole;

    LimitException(String why, boolean whole) {
      super(why);
      this.whole = whole;
    }
  }

  /** Thrown when the disk did not take what came out; tells it from trouble with what comes in. */
  static final class WritingException extends IOException {
    private static final long serialVersionUID = 1;

    WritingException(IOException cause) {
      super(cause.getMessage(), cause);
    }
  }

  /** What came out of an archive and the archives in it, counted by all their writers. */
  static final class Totals {
    private final AtomicLong bytes = new AtomicLong();
    private final AtomicInteger entries = new AtomicInteger();
  }

  private final Path folder;
  private final Limits limits;
  private final long archiveBytes;
  private final Progress progress;
  private final AtomicLong own = new AtomicLong();
  private final Totals totals;

  /** Claimed paths, folded; true for folders. */
  private final Map<String, Boolean> taken = new HashMap<>();

  EntryWriter(Path folder, Limits limits, long archiveBytes, Progress progress, Totals totals) {
    this.totals = totals;
    this.folder = folder;
    this.limits = limits;
    this.archiveBytes = Math.max(1, archiveBytes);
    this.progress = progress;
  }

  /** Counts one more entry. */
  void count() throws LimitException {
    if (totals.entries.incrementAndGet() > limits.entries()) {
      throw new LimitException(
          Words.of("entryWriter.holds-more-than-entries", limits.entries()), true);
    }
  }

  /**
   * False when another entry has this path already, or one that differs in case only, or needs it
   * as a folder where this one is a file. Decided before anything is written, so that it does not
   * depend on which thread comes first.
   */
  synchronized boolean claim(List<String> parts) {
    String path = EntryName.folded(parts);
    if (taken.containsKey(path)) {
      return false;
    }
    for (int i = 1; i < parts.size(); i++) {
      if (Boolean.FALSE.equals(taken.get(EntryName.folded(parts.subList(0, i))))) {
        return false;
      }
    }
    for (int i = 1; i < parts.size(); i++) {
      taken.put(EntryName.folded(parts.subList(0, i)), true);
    }
    taken.put(path, false);
    return true;
  }

  /**
   * Writes one entry to its place.
   *
   * @param crc expected CRC-32, or -1
   */
  UnpackedFile write(String entry, List<String> parts, InputStream in, long compressed, long crc)
      throws IOException {
    Path to = folder;
    for (String p : parts) {
      to = to.resolve(p);
    }
    if (!to.normalize().startsWith(folder.normalize())) {
      throw new IOException(Words.of("entryWriter.path-leaves-folder"));
    }
    Files.createDirectories(to.getParent());
    MessageDigest digest = Hashes.digest();
    CRC32 check = new CRC32();
    long size = 0;
    boolean done = false;
    OutputStream open =
        Files.newOutputStream(
            to,
            java.nio.file.StandardOpenOption.CREATE_NEW,
            java.nio.file.StandardOpenOption.WRITE);
    try (OutputStream out = new Watched(open)) {
      byte[] buffer = new byte[1 << 16];
      int n;
      while ((n = in.read(buffer)) > 0) {
        size += n;
        guard(size, n, compressed);
        digest.update(buffer, 0, n);
        check.update(buffer, 0, n);
        out.write(buffer, 0, n);
        progress.advanced(n, parts.getLast());
      }
      done = crc < 0 || crc == check.getValue();
    } finally {
      if (!done) {
        Files.deleteIfExists(to);
      }
    }
    if (!done) {
      throw new IOException(Words.of("entryWriter.content-does-not-match-checksum"));
    }
    return new UnpackedFile(entry, parts, to, size, HexFormat.of().formatHex(digest.digest()));
  }

  /** Says of trouble that it came from the disk. */
  private static final class Watched extends FilterOutputStream {
    Watched(OutputStream out) {
      super(out);
    }

    @Override
    public void write(byte[] b, int off, int len) throws IOException {
      try {
        out.write(b, off, len);
      } catch (IOException e) {
        throw new WritingException(e);
      }
    }

    @Override
    public void close() throws IOException {
      try {
        out.close();
      } catch (IOException e) {
        throw new WritingException(e);
      }
    }
  }

  private void guard(long entrySize, int n, long compressed) throws LimitException {
    if (entrySize > limits.entryBytes()) {
      throw new LimitException(
          Words.of("entryWriter.unpacks-more-than-mb", limits.entryBytes() >> 20), false);
    }
    if (compressed > 0
        && entrySize > limits.ratioFrom()
        && entrySize / compressed > limits.ratio()) {
      throw new LimitException(
          Words.of("entryWriter.unpacks-more-than-times-size", limits.ratio()), false);
    }
    if (totals.bytes.addAndGet(n) > limits.totalBytes()) {
      throw new LimitException(
          Words.of("entryWriter.unpacks-more-than-gb", limits.totalBytes() >> 30), true);
    }
    long all = own.addAndGet(n);
    if (all > limits.ratioFrom() && all / archiveBytes > limits.ratio()) {
      throw new LimitException(
          Words.of("entryWriter.unpacks-more-than-times-size", limits.ratio()), true);
    }
  }
}
