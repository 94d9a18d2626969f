package keepshelf.core.disk;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 of files and texts, as lower-case hex. */
public final class Hashes {
  private Hashes() {}

  /** To be fed piece by piece. */
  public static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Of a file's content. */
  public static String sha256(Path file) throws IOException {
    return copy(file, OutputStream.nullOutputStream(), Progress.NONE);
  }

  /** Of a text's UTF-8 bytes. */
  public static String sha256(String text) {
    return HexFormat.of()
        .formatHex(digest().digest(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
  }

  /** Copies {@code file} into {@code out} and returns the hash of what was copied. */
  public static String copy(Path file, OutputStream out, Progress progress) throws IOException {
    MessageDigest digest = digest();
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
