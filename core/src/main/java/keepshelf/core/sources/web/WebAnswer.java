package keepshelf.core.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpHeaders;
import java.util.Optional;
import java.util.OptionalLong;

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
   * @throws WebException when it is longer than {@code most} bytes
   */
  public byte[] all(long most) throws IOException {
    byte[] b = body.readNBytes((int) Math.min(most + 1, Integer.MAX_VALUE - 8));
    if (b.length > most) {
      throw WebException.refused(uri, "what it sends is longer than " + (most >> 20) + " MB");
    }
    return b;
  }

  @Override
  public void close() throws IOException {
    body.close();
  }
}
