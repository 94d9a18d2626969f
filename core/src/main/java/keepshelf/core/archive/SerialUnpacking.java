package keepshelf.core.archive;

import com.github.luben.zstd.ZstdInputStream;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.disk.DiskTrouble;
import org.apache.commons.compress.PasswordRequiredException;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.tar.TarUtils;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.apache.commons.compress.compressors.xz.XZCompressorInputStream;
import org.jspecify.annotations.Nullable;

/** Unpacks 7z and TAR, whose entries must be read one after another, and single packed files. */
final class SerialUnpacking {
  /** xz may ask for up to this much memory in KiB for its dictionary. */
  private static final int XZ_MEMORY_KIB = 256 * 1024;

  private static final int TAR_BLOCK = 512;

  private final Unpacker unpacker;
  private final Path archive;
  private final EntryWriter writer;
  private final String prefix;
  private final List<UnpackedFile> found;

  SerialUnpacking(
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

  /**
   * Unpacks a 7z archive.
   *
   * @param password or null
   * @throws PasswordRequiredException when it is protected and no password is known
   * @throws ZipUnpacking.WrongPasswordException when the password does not open it
   */
  void sevenZ(@Nullable String password) throws IOException {
    var builder = SevenZFile.builder().setPath(archive).setMaxMemoryLimitKiB(XZ_MEMORY_KIB * 4);
    if (password != null) {
      builder.setPassword(password.toCharArray());
    }
    try (SevenZFile seven = builder.get()) {
      SevenZArchiveEntry e;
      while ((e = seven.getNextEntry()) != null) {
        if (e.isDirectory() || e.isAntiItem()) {
          continue;
        }
        writer.count();
        boolean link =
            e.getHasWindowsAttributes() && (e.getWindowsAttributes() >>> 16 & 0xF000) == 0xA000;
        String name = e.getName() == null ? "" : e.getName();
        List<String> p = unpacker.checked(name, link, writer, prefix);
        if (p != null) {
          long crc = e.getHasCrc() ? e.getCrcValue() & 0xFFFFFFFFL : -1;
          writeNext(prefix + name, p, seven.getInputStream(e), crc);
        }
      }
    } catch (PasswordRequiredException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      boolean disk =
          e instanceof FileSystemException
              || e instanceof EntryWriter.WritingException
              || DiskTrouble.isFull(e);
      if (password != null && !disk && !(e instanceof EntryWriter.LimitException)) {
        throw new ZipUnpacking.WrongPasswordException();
      }
      throw e;
    }
  }

  /** Unpacks a TAR, or the one file that was packed without a TAR around it. */
  void tar(ArchiveKind kind, String fileName) throws IOException {
    try (InputStream raw = new BufferedInputStream(Files.newInputStream(archive), 1 << 16);
        BufferedInputStream plain = new BufferedInputStream(decompressed(raw, kind), 1 << 16)) {
      plain.mark(TAR_BLOCK);
      byte[] head = plain.readNBytes(TAR_BLOCK);
      plain.reset();
      boolean tar = head.length == TAR_BLOCK && TarUtils.verifyCheckSum(head);
      if (kind != ArchiveKind.TAR && !tar && head.length > 0) {
        single(plain, fileName);
      } else {
        entries(plain);
      }
    }
  }

  private void single(InputStream in, String fileName) throws IOException {
    writer.count();
    String name = fileName.replaceFirst("(?i)\\.(?:gz|xz|bz2|zst)$", "");
    List<String> p = unpacker.checked(name, false, writer, prefix);
    if (p != null) {
      writeNext(prefix + name, p, in, -1);
    }
  }

  private void entries(InputStream plain) throws IOException {
    try (TarArchiveInputStream tar = new TarArchiveInputStream(plain, "UTF-8")) {
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
        List<String> p = unpacker.checked(e.getName(), odd, writer, prefix);
        if (p != null) {
          writeNext(prefix + e.getName(), p, tar, -1);
        }
      }
    }
  }

  /** Trouble with one entry is noted; a stream that breaks off ends the whole archive. */
  private void writeNext(String name, List<String> parts, InputStream in, long crc)
      throws IOException {
    try {
      found.add(writer.write(name, parts, in, -1, crc));
    } catch (EntryWriter.LimitException | FileSystemException e) {
      unpacker.damaged(name, e);
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
      case TAR_ZSTD -> new ZstdInputStream(in);
      default -> in;
    };
  }
}
