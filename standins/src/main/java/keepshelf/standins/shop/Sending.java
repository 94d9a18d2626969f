package keepshelf.standins.shop;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Answers without a body, and small ones. */
final class Sending {
  private Sending() {}

  static void status(HttpExchange x, int status) throws IOException {
    x.sendResponseHeaders(status, -1);
  }

  /** A small text with its ETag; 304 when the asker has it. */
  static void text(HttpExchange x, byte[] text) throws IOException {
    String tag = "\"" + sha256(text).substring(0, 16) + "\"";
    x.getResponseHeaders().set("ETag", tag);
    if (tag.equals(x.getRequestHeaders().getFirst("If-None-Match"))) {
      status(x, 304);
      return;
    }
    x.sendResponseHeaders(200, text.length == 0 ? -1 : text.length);
    x.getResponseBody().write(text);
  }

  static String sha256(byte[] b) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(b));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
