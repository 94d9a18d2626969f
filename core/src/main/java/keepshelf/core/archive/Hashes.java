package keepshelf.core.archive;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;

/** SHA-256 of files and texts, as lower-case hex. */
public final class Hashes {
  private Hashes() {}

  /** Of a file's content. */
  public static String sha256(Path file) throws IOException {
    return copy(file, OutputStream.nullOutputStream(), Progress.NONE);
  }

  /** Of a text's UTF-8 bytes. */
  public static String sha256(String text) {
    return HexFormat.of()
        .formatHex(
            EntryWriter.sha256().digest(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
  }

  /** Copies {@code file} into {@code out} and returns the hash of what was copied. */
  public static String copy(Path file, OutputStream out, Progress progress) throws IOException {
    MessageDigest digest = EntryWriter.sha256();
    byte[] buffer = new byte[1 << 16];
    try (InputStream in = Files.newInputStream(file)) {
      int n;
      while ((n = in.read(buffer)) > 0) {
        digest.update(buffer, 0, n);
        out.write(buffer, 0, n);
        progress.advanced(n, file.getFileName().toString());
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }
}
