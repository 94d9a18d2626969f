package keepshelf.standins.shop;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Hands out files with parts, tags and bad manners. */
final class FileCounter {
  private static final Pattern RANGE = Pattern.compile("bytes=(\\d+)-(\\d*)");
  private static final int BUFFER = 1 << 17;
  private static final int TIMES = 2;
  private static final int SLOW_BYTES = 20_000;

  private final Map<String, Integer> asked = new ConcurrentHashMap<>();
  private final AtomicLong sent = new AtomicLong();

  long sent() {
    return sent.get();
  }

  void forget() {
    asked.clear();
  }

  void serve(HttpExchange x, Path file, Mode mode) throws IOException {
    int times = asked.merge(x.getRequestURI().getPath(), 1, Integer::sum);
    switch (mode) {
      case BUSY -> {
        if (times <= TIMES) {
          x.getResponseHeaders().set("Retry-After", "0");
          Sending.status(x, 429);
          return;
        }
      }
      case OUT_OF_ORDER -> {
        if (times <= TIMES) {
          Sending.status(x, 500);
          return;
        }
      }
      case BROKEN -> {
        Sending.status(x, 500);
        return;
      }
      case LOOP -> {
        boolean first = x.getRequestURI().getQuery() == null;
        moved(x, x.getRequestURI().getPath() + (first ? "?again" : ""));
        return;
      }
      case TO_FILE -> {
        moved(x, "file:///etc/hostname");
        return;
      }
      default -> {
        // Sent below.
      }
    }
    send(x, file, mode, times);
  }

  private static void moved(HttpExchange x, String to) throws IOException {
    x.getResponseHeaders().set("Location", to);
    Sending.status(x, 302);
  }

  private void send(HttpExchange x, Path file, Mode mode, int times) throws IOException {
    long size = Files.size(file);
    String tag = "\"" + size + "-" + Files.getLastModifiedTime(file).toMillis() + "\"";
    x.getResponseHeaders().set("ETag", tag);
    x.getResponseHeaders().set("Accept-Ranges", mode == Mode.NO_PARTS ? "none" : "bytes");
    String wish = x.getRequestHeaders().getFirst("Range");
    String unless = x.getRequestHeaders().getFirst("If-Range");
    Matcher m = RANGE.matcher(wish == null ? "" : wish);
    boolean part = m.matches() && mode != Mode.NO_PARTS && (unless == null || unless.equals(tag));
    long from = part ? Long.parseLong(m.group(1)) : 0;
    long to =
        part && !m.group(2).isEmpty() ? Math.min(size - 1, Long.parseLong(m.group(2))) : size - 1;
    if (part && from >= size) {
      x.getResponseHeaders().set("Content-Range", "bytes */" + size);
      Sending.status(x, 416);
      return;
    }
    long length = to - from + 1;
    if (part) {
      x.getResponseHeaders().set("Content-Range", "bytes " + from + "-" + to + "/" + size);
    }
    boolean stalls = mode == Mode.STALLS && times <= TIMES;
    long announced =
        switch (mode) {
          case WRONG_SIZE -> length + 1000;
          case ENDLESS -> 0;
          default -> length == 0 ? -1 : length;
        };
    x.sendResponseHeaders(part ? 206 : 200, announced);
    long end =
        switch (mode) {
          case DROPS -> ThreadLocalRandom.current().nextLong(length + 1);
          case STALLS -> stalls ? length / 2 : length;
          default -> length;
        };
    body(x, file, from, end, mode);
    if (stalls) {
      x.getResponseBody().flush();
      pause(60_000);
    }
    if (mode == Mode.DROPS && end < length) {
      // Closing without the rest is a broken line.
      throw new IOException("dropped");
    }
  }

  private void body(HttpExchange x, Path file, long from, long length, Mode mode)
      throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      in.skipNBytes(from);
      OutputStream out = x.getResponseBody();
      byte[] b = new byte[mode == Mode.SLOW ? SLOW_BYTES : BUFFER];
      long left = length;
      while (left > 0) {
        int n = in.read(b, 0, (int) Math.min(b.length, left));
        if (n < 0) {
          break;
        }
        if (mode == Mode.WRONG_HASH && left == length) {
          b[0] ^= 1;
        }
        out.write(b, 0, n);
        sent.addAndGet(n);
        left -= n;
        pause(mode == Mode.SLOW ? 100 : 0);
      }
      out.flush();
      while (mode == Mode.ENDLESS || mode == Mode.WRONG_SIZE && left++ < 1) {
        out.write(b, 0, mode == Mode.ENDLESS ? b.length : 1000);
      }
    }
  }

  private static void pause(long ms) throws IOException {
    try {
      Thread.sleep(ms);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("the shop was closed", e);
    }
  }
}
