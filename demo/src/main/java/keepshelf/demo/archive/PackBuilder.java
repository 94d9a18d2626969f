package keepshelf.demo.archive;

import com.github.luben.zstd.ZstdOutputStream;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.CRC32;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZMethod;
import org.apache.commons.compress.archivers.sevenz.SevenZOutputFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorOutputStream;
import org.apache.commons.compress.compressors.gzip.GzipParameters;
import org.apache.commons.compress.compressors.xz.XZCompressorOutputStream;
import org.jspecify.annotations.Nullable;
import org.tukaani.xz.LZMA2Options;

/** Collects the entries of one pack and writes them as an archive; deterministic byte for byte. */
public final class PackBuilder {
  private final Map<String, byte[]> entries = new LinkedHashMap<>();
  private final Path work;
  private @Nullable String password;

  /** Encodes pictures through files in {@code work}, an existing folder. */
  public PackBuilder(Path work) {
    this.work = work;
  }

  /** Adds a text file. */
  public PackBuilder text(String name, String text) {
    entries.put(name, text.getBytes(StandardCharsets.UTF_8));
    return this;
  }

  /** Adds raw bytes. */
  public PackBuilder bytes(String name, byte[] bytes) {
    entries.put(name, bytes);
    return this;
  }

  /** Adds an archive of what {@code inner} holds, of the kind that {@code name} ends in. */
  public PackBuilder archive(String name, PackBuilder inner) {
    try {
      Path folder = Files.createTempDirectory(work, "inner");
      Path file = folder.resolve(name.substring(name.lastIndexOf('/') + 1));
      inner.write(file);
      entries.put(name, Files.readAllBytes(file));
      Files.delete(file);
      Files.delete(folder);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return this;
  }

  /** A builder for an archive inside this one. */
  public PackBuilder inner() {
    return new PackBuilder(work);
  }

  /** Protects the archive by a password; only for zip. */
  public PackBuilder password(String word) {
    password = word;
    return this;
  }

  /** Adds a picture in the format that {@code name} ends in: png, jpg, hdr, exr or tif. */
  public PackBuilder picture(String name, Pixels pixels) {
    try {
      Path file = Files.createTempFile(work, "picture", ".bin");
      if (name.endsWith(".png")) {
        ImageEncoder.png(pixels, file, 1);
      } else if (name.endsWith(".jpg")) {
        ImageEncoder.jpeg(pixels, file, 0.92f);
      } else if (name.endsWith(".hdr")) {
        ImageEncoder.hdr(pixels, file);
      } else if (name.endsWith(".exr")) {
        ImageEncoder.exr(pixels, file);
      } else {
        ImageEncoder.tiff(pixels, file);
      }
      entries.put(name, Files.readAllBytes(file));
      Files.delete(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return this;
  }

  /** Writes the archive in the kind that its name ends in: zip, 7z, tar.gz, tar.xz or tar.zst. */
  public void write(Path to) throws IOException {
    String name = to.getFileName().toString();
    if (name.endsWith(".zip") && password != null) {
      protectedZip(to, password);
    } else if (name.endsWith(".zip")) {
      zip(to);
    } else if (name.endsWith(".7z")) {
      sevenZ(to);
    } else {
      tar(to, name.substring(name.lastIndexOf('.') + 1));
    }
  }

  private void zip(Path to) throws IOException {
    try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(to)) {
      for (var e : entries.entrySet()) {
        ZipArchiveEntry entry = new ZipArchiveEntry(e.getKey());
        entry.setTime(1_767_225_600_000L);
        boolean picture = e.getKey().matches(".*\\.(png|jpg)");
        if (picture) {
          CRC32 crc = new CRC32();
          crc.update(e.getValue());
          entry.setMethod(ZipArchiveEntry.STORED);
          entry.setSize(e.getValue().length);
          entry.setCrc(crc.getValue());
        }
        out.putArchiveEntry(entry);
        out.write(e.getValue());
        out.closeArchiveEntry();
      }
    }
  }

  private static OutputStream packed(OutputStream file, String packing) throws IOException {
    return switch (packing) {
      case "xz" ->
          XZCompressorOutputStream.builder()
              .setOutputStream(file)
              .setLzma2Options(new LZMA2Options(0))
              .get();
      case "zst" -> new ZstdOutputStream(file, 1);
      default -> new GzipCompressorOutputStream(file, fast());
    };
  }

  private void protectedZip(Path to, String word) throws IOException {
    ZipParameters p = new ZipParameters();
    p.setEncryptFiles(true);
    p.setEncryptionMethod(EncryptionMethod.AES);
    p.setLastModifiedFileTime(1_767_225_600_000L);
    try (ZipFile zip = new ZipFile(to.toFile(), word.toCharArray())) {
      for (var e : entries.entrySet()) {
        p.setFileNameInZip(e.getKey());
        zip.addStream(new ByteArrayInputStream(e.getValue()), p);
      }
    }
  }

  private void sevenZ(Path to) throws IOException {
    Files.deleteIfExists(to);
    try (SevenZOutputFile out = new SevenZOutputFile(to.toFile())) {
      out.setContentCompression(SevenZMethod.DEFLATE);
      for (var e : entries.entrySet()) {
        SevenZArchiveEntry entry = new SevenZArchiveEntry();
        entry.setName(e.getKey());
        entry.setHasStream(true);
        out.putArchiveEntry(entry);
        out.write(e.getValue());
        out.closeArchiveEntry();
      }
    }
  }

  /** Pictures are compressed already: the least effort is enough. */
  private static GzipParameters fast() {
    GzipParameters p = new GzipParameters();
    p.setCompressionLevel(1);
    return p;
  }

  private void tar(Path to, String packing) throws IOException {
    try (OutputStream file = new BufferedOutputStream(Files.newOutputStream(to));
        OutputStream packed = packed(file, packing);
        TarArchiveOutputStream out = new TarArchiveOutputStream(packed, "UTF-8")) {
      out.setLongFileMode(TarArchiveOutputStream.LONGFILE_POSIX);
      for (var e : entries.entrySet()) {
        TarArchiveEntry entry = new TarArchiveEntry(e.getKey());
        entry.setSize(e.getValue().length);
        entry.setModTime(1_767_225_600_000L);
        out.putArchiveEntry(entry);
        out.write(e.getValue());
        out.closeArchiveEntry();
      }
    }
  }
}
