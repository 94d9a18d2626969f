package keepshelf.core.format.usd;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;
import java.util.zip.ZipEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;

/**
 * One file of a stage with its pictures inside: a ZIP without compression or encryption in which
 * every file begins at a multiple of 64 bytes and the stage comes first (USDZ file format
 * specification).
 */
public final class UsdzPackage {
  private static final int ALIGNMENT = 64;

  private UsdzPackage() {}

  /**
   * Packs {@code files}, named relative to {@code folder}, the stage first.
   *
   * @throws IOException when one cannot be read
   */
  public static void write(Path folder, List<String> files, Path to) throws IOException {
    try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(to)) {
      for (String name : files) {
        Path file = folder.resolve(name);
        ZipArchiveEntry e = new ZipArchiveEntry(name);
        e.setMethod(ZipEntry.STORED);
        e.setAlignment(ALIGNMENT);
        e.setSize(Files.size(file));
        e.setCrc(checksum(file));
        out.putArchiveEntry(e);
        Files.copy(file, out);
        out.closeArchiveEntry();
      }
    }
  }

  private static long checksum(Path file) throws IOException {
    CRC32 crc = new CRC32();
    try (CheckedInputStream in = new CheckedInputStream(Files.newInputStream(file), crc)) {
      in.transferTo(java.io.OutputStream.nullOutputStream());
    }
    return crc.getValue();
  }
}
