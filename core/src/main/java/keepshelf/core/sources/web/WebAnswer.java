package keepshelf.core.sources.web;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpHeaders;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import keepshelf.core.words.Words;

/**
 * What came back: 200, 206, 304 or 416; others are exceptions.
 *
 * @param uri where it came from in the end
 * @param status of HTTP
 * @param headers of HTTP
 * @param body to be read and closed; a line that stands still for too long is an exception
 */
public record WebAnswer(URI uri, int status, HttpHeaders headers, InputStream body)
    implements AutoCloseable {
  private static final Duration MOST_TIME = Duration.ofMinutes(2);

  /** Length of the body as announced. */
  public OptionalLong length() {
    try {
      return headers.firstValueAsLong("Content-Length");
    } catch (NumberFormatException e) {
      return OptionalLong.empty();
    }
  }

  /** A header. */
  public Optional<String> header(String name) {
    return headers.firstValue(name);
  }

  /**
   * All of the body.
   *
   * @throws WebException when it is longer than {@code most} bytes, or takes longer than two
   *     minutes
   */
  public byte[] all(long most) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] piece = new byte[1 << 16];
    long end = System.nanoTime() + MOST_TIME.toNanos();
    int n;
    while ((n = body.read(piece)) >= 0) {
      out.write(piece, 0, n);
      if (out.size() > most) {
        throw WebException.refused(
            uri, Words.of("webAnswer.what-sends-longer-than-mb", most >> 20));
      }
      if (System.nanoTime() > end) {
        throw WebException.later(uri, Words.of("webAnswer.sends-too-slowly-waited"), null);
      }
    }
    return out.toByteArray();
  }

  @Override
  public void close() throws IOException {
    body.close();
  }
}
