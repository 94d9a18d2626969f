package keepshelf.core.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/** Unpacks one ZIP on all cores: its entries can be read in any order. */
final class ZipUnpacking {
  private static final int WORKERS = Math.max(1, Runtime.getRuntime().availableProcessors());

  private final Unpacker unpacker;
  private final Path archive;
  private final EntryWriter writer;
  private final String prefix;
  private final List<UnpackedFile> found;

  ZipUnpacking(
      Unpacker unpacker,
      Path archive,
      EntryWriter writer,
      String prefix,
      List<UnpackedFile> found) {
    this.unpacker = unpacker;
    this.archive = archive;
    this.writer = writer;
    this.prefix = prefix;
    this.found = found;
  }

  /** Unpacks all entries that may be unpacked. */
  void run() throws IOException {
    List<ZipArchiveEntry> entries;
    try (ZipFile zip = zipFile(archive)) {
      entries = Collections.list(zip.getEntriesInPhysicalOrder());
    }
    if (entries.stream()
        .anyMatch(e -> !e.isDirectory() && e.getGeneralPurposeBit().usesEncryption())) {
      throw new PasswordRequiredException(archive.toString());
    }
    List<Integer> planned = new ArrayList<>();
    List<List<String>> parts = new ArrayList<>();
    for (int i = 0; i < entries.size(); i++) {
      ZipArchiveEntry e = entries.get(i);
      if (!e.isDirectory()) {
        writer.count();
        List<String> p =
            unpacker.checked(
                zipName(e),
                e.isUnixSymlink() || (e.getUnixMode() & 0xF000) == 0xA000,
                writer,
                prefix);
        if (p != null) {
          planned.add(i);
          parts.add(p);
        }
      }
    }
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

  private static ZipFile zipFile(Path archive) throws IOException {
    return ZipFile.builder()
        .setPath(archive)
        .setCharset(StandardCharsets.UTF_8)
        .setUseUnicodeExtraFields(true)
        .get();
  }

  /**
   * Names without the UTF-8 mark are UTF-8 all the same when they decode as that, else code page
   * 437.
   */
  private static String zipName(ZipArchiveEntry e) {
    byte[] raw = e.getRawName();
    if (raw == null || e.getGeneralPurposeBit().usesUTF8ForNames()) {
      return e.getName();
    }
    try {
      return StandardCharsets.UTF_8.newDecoder().decode(java.nio.ByteBuffer.wrap(raw)).toString();
    } catch (CharacterCodingException notUtf8) {
      return new String(raw, Charset.forName("IBM437"));
    }
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
