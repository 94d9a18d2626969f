package keepshelf.core.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import net.lingala.zip4j.exception.ZipException;
import net.lingala.zip4j.model.FileHeader;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.jspecify.annotations.Nullable;

/** Unpacks one ZIP on all cores: its entries can be read in any order. */
final class ZipUnpacking {
  private static final int WORKERS = Math.max(1, Runtime.getRuntime().availableProcessors());

  private final Unpacker unpacker;
  private final Path archive;
  private final EntryWriter writer;
  private final String prefix;
  private final List<UnpackedFile> found;
  private final @Nullable String password;
  private Charset charset = StandardCharsets.UTF_8;

  ZipUnpacking(
      Unpacker unpacker,
      Path archive,
      EntryWriter writer,
      String prefix,
      List<UnpackedFile> found,
      @Nullable String password) {
    this.unpacker = unpacker;
    this.archive = archive;
    this.writer = writer;
    this.prefix = prefix;
    this.found = found;
    this.password = password;
  }

  /**
   * Unpacks all entries that may be unpacked.
   *
   * @throws PasswordRequiredException when it is protected and no password is known
   * @throws WrongPasswordException when the password does not open it
   */
  void run() throws IOException {
    List<ZipArchiveEntry> entries;
    try (ZipFile zip = zipFile(archive)) {
      entries = Collections.list(zip.getEntriesInPhysicalOrder());
    }
    charset = NameCharset.of(entries.stream().filter(this::unmarked).map(e -> raw(e)).toList());
    boolean encrypted =
        entries.stream()
            .anyMatch(e -> !e.isDirectory() && e.getGeneralPurposeBit().usesEncryption());
    if (encrypted && password == null) {
      throw new PasswordRequiredException(archive.toString());
    }
    List<Integer> planned = new ArrayList<>();
    List<List<String>> parts = new ArrayList<>();
    for (int i = 0; i < entries.size(); i++) {
      ZipArchiveEntry e = entries.get(i);
      if (!e.isDirectory()) {
        writer.count();
        boolean link = e.isUnixSymlink() || (e.getUnixMode() & 0xF000) == 0xA000;
        List<String> p = unpacker.checked(zipName(e), link, writer, prefix);
        if (p != null) {
          planned.add(i);
          parts.add(p);
        }
      }
    }
    if (encrypted && password != null) {
      decrypt(entries, planned, parts, password);
    } else {
      unpackOnAllCores(planned, parts);
    }
  }

  private void unpackOnAllCores(List<Integer> planned, List<List<String>> parts)
      throws IOException {
    AtomicInteger next = new AtomicInteger();
    Callable<Void> worker =
        () -> {
          // A reader of its own for every thread: the reader locks its channel.
          try (ZipFile zip = zipFile(archive)) {
            List<ZipArchiveEntry> own = Collections.list(zip.getEntriesInPhysicalOrder());
            int i;
            while ((i = next.getAndIncrement()) < planned.size()) {
              ZipArchiveEntry e = own.get(planned.get(i));
              String name = prefix + zipName(e);
              try (InputStream in = zip.getInputStream(e)) {
                found.add(writer.write(name, parts.get(i), in, e.getCompressedSize(), e.getCrc()));
              } catch (IOException | RuntimeException ex) {
                unpacker.damaged(name, ex);
              }
            }
          }
          return null;
        };
    runAll(worker);
  }

  /** One entry after another, through a library that knows the encryptions in use. */
  private void decrypt(
      List<ZipArchiveEntry> entries,
      List<Integer> planned,
      List<List<String>> parts,
      String password)
      throws IOException {
    try (var zip = new net.lingala.zip4j.ZipFile(archive.toFile(), password.toCharArray())) {
      Map<Long, FileHeader> byOffset = new HashMap<>();
      zip.getFileHeaders().forEach(h -> byOffset.put(h.getOffsetLocalHeader(), h));
      int broken = 0;
      for (int i = 0; i < planned.size(); i++) {
        ZipArchiveEntry e = entries.get(planned.get(i));
        String name = prefix + zipName(e);
        FileHeader header = byOffset.get(e.getLocalHeaderOffset());
        try (InputStream in = zip.getInputStream(header)) {
          // A strong encryption has a check of its own in place of the sum.
          found.add(writer.write(name, parts.get(i), in, e.getCompressedSize(), -1));
        } catch (IOException | RuntimeException ex) {
          if (wrong(ex)) {
            throw new WrongPasswordException();
          }
          broken += ex instanceof EntryWriter.LimitException ? 0 : 1;
          if (broken == planned.size()) {
            throw new WrongPasswordException();
          }
          unpacker.damaged(name, ex);
        }
      }
    }
  }

  private static boolean wrong(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof ZipException z && z.getType() == ZipException.Type.WRONG_PASSWORD) {
        return true;
      }
    }
    return false;
  }

  /** The password that was given does not open the archive. */
  static final class WrongPasswordException extends IOException {
    private static final long serialVersionUID = 1;
  }

  private static ZipFile zipFile(Path archive) throws IOException {
    return ZipFile.builder()
        .setPath(archive)
        .setCharset(StandardCharsets.UTF_8)
        .setUseUnicodeExtraFields(true)
        .get();
  }

  private boolean unmarked(ZipArchiveEntry e) {
    return !e.getGeneralPurposeBit().usesUTF8ForNames()
        && e.getNameSource() == ZipArchiveEntry.NameSource.NAME;
  }

  private static byte[] raw(ZipArchiveEntry e) {
    return e.getRawName() == null ? e.getName().getBytes(StandardCharsets.UTF_8) : e.getRawName();
  }

  private String zipName(ZipArchiveEntry e) {
    return unmarked(e) ? new String(raw(e), charset) : e.getName();
  }

  private static void runAll(Callable<Void> worker) throws IOException {
    ExecutorService pool = Executors.newFixedThreadPool(WORKERS);
    try {
      List<Future<Void>> running = new ArrayList<>();
      for (int i = 0; i < WORKERS; i++) {
        running.add(pool.submit(worker));
      }
      for (Future<Void> f : running) {
        f.get();
      }
    } catch (ExecutionException e) {
      switch (e.getCause()) {
        case IOException io -> throw io;
        case RuntimeException r -> throw r;
        case null, default -> throw new IOException(e.getCause());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } finally {
      pool.shutdownNow();
      pool.close();
    }
  }
}
