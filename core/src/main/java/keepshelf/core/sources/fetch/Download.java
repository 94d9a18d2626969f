package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.sources.web.WebAnswer;
import keepshelf.core.sources.web.WebException;
import keepshelf.core.words.Words;

/**
 * Fetches one file whose size and SHA-256 its feed has promised. What came stays on disk through
 * breaks and restarts; only when the hash of the whole is right is it handed on.
 */
final class Download {
  /** Breaks in a row, without a byte in between, after which it is given up. */
  private static final int MOST_BREAKS = 6;

  private static final int MOST_WAITS = 20;
  private static final Duration LONGEST_WAIT = Duration.ofHours(1);
  private static final int BUFFER = 1 << 17;
  private static final Pattern RANGE = Pattern.compile("bytes (\\d+)-(\\d+)/(\\d+|\\*)");

  private final Web web;
  private final Home home;
  private final Waiting waiting;
  private final Path parts;

  /** Waits, or is told not to. */
  interface Waiting {
    /**
     * Waits for so long.
     *
     * @throws java.util.concurrent.CancellationException when it is not wished any more
     */
    void sleep(Duration time);
  }

  /** Hears how far it is. */
  interface Hearing {
    /** So many bytes are there. */
    void at(long bytes);

    /** It waits, for what is said to people. */
    void waits(String why);
  }

  Download(Web web, Home home, Waiting waiting, Path parts) {
    this.web = web;
    this.home = home;
    this.waiting = waiting;
    this.parts = parts;
  }

  /**
   * Fetches {@code file} to {@code to}.
   *
   * @throws ShelfException when it cannot be had or is not what was promised
   */
  void fetch(Feed.Part file, Path to, Hearing hearing) throws ShelfException {
    try {
      if (isThere(file, to)) {
        hearing.at(file.bytes());
        return;
      }
      Files.createDirectories(parts);
      PartFile part =
          PartFile.open(part(file), file.bytes())
              .orElseThrow(
                  () -> no("fetch-busy", file, Words.of("download.being-fetched-by-another-keep")));
      try (part) {
        attempt(file, to, part, hearing);
      } finally {
        if (part.length() == 0) {
          part.delete();
        }
      }
    } catch (WebException e) {
      throw new ShelfException(
          Problem.error("fetch", file.path(), String.valueOf(e.getMessage())), e);
    } catch (IOException e) {
      if (Thread.currentThread().isInterrupted()) {
        // A channel is closed under whoever is interrupted while writing to it.
        throw new CancellationException();
      }
      throw ShelfException.ofDisk(file.path(), Words.of("doing.fetching", file.name()), e);
    }
  }

  /** Whether it was fetched before a restart; proved once more, as anything may have happened. */
  private static boolean isThere(Feed.Part file, Path to) throws IOException {
    return Files.isRegularFile(to, LinkOption.NOFOLLOW_LINKS)
        && Files.size(to) == file.bytes()
        && Hashes.sha256(to).equals(file.sha256());
  }

  /** Bytes that have to come yet, as far as is known without reading what is there. */
  long missing(Feed.Part file) throws IOException {
    Path part = part(file);
    return Math.max(0, file.bytes() - (Files.exists(part) ? Files.size(part) : 0));
  }

  private Path part(Feed.Part file) {
    return parts.resolve(file.sha256() + ".part");
  }

  private void attempt(Feed.Part file, Path to, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    whole(file, part, hearing);
    if (!prove(file, part, hearing)) {
      throw no("wrong-hash", file, Words.of("download.not-what-feed-promised-sha"));
    }
    part.finish(to);
  }

  static ShelfException no(String code, Feed.Part file, String why) {
    return new ShelfException(Problem.error(code, file.path(), file.name() + " " + why + "."));
  }

  /** Once more from the start when what came in pieces does not fit together. */
  private boolean prove(Feed.Part file, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    if (part.sha256().equals(file.sha256())) {
      return true;
    }
    boolean again = part.resumed();
    part.clear();
    if (again) {
      whole(file, part, hearing);
      if (part.sha256().equals(file.sha256())) {
        return true;
      }
    }
    part.delete();
    return false;
  }

  private void whole(Feed.Part file, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    int breaks = 0;
    int waits = 0;
    hearing.at(part.length());
    while (part.length() < file.bytes()) {
      long before = part.length();
      try {
        some(file, part, hearing);
      } catch (WebException e) {
        if (e.kind() != WebException.Kind.LATER) {
          throw e;
        }
        part.broken();
        if (part.length() > before) {
          breaks = 0;
          waits = 0;
        }
        if (e.waiting() != null) {
          if (++waits > MOST_WAITS || e.waiting().compareTo(LONGEST_WAIT) > 0) {
            throw e;
          }
          hearing.waits(String.valueOf(e.getMessage()));
          waiting.sleep(e.waiting());
        } else {
          if (++breaks > MOST_BREAKS) {
            throw e;
          }
          hearing.waits(String.valueOf(e.getMessage()));
          waiting.sleep(web.breath().multipliedBy(1L << breaks));
        }
      }
    }
  }

  /** As much as comes before the line breaks. */
  private void some(Feed.Part file, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    URI uri = URI.create(file.path());
    if ("file".equalsIgnoreCase(uri.getScheme())) {
      local(file, uri, part, hearing);
      return;
    }
    Map<String, String> headers = new HashMap<>();
    if (part.length() > 0) {
      headers.put("Range", "bytes=" + part.length() + "-");
      String tag = part.tag();
      if (tag != null) {
        headers.put("If-Range", tag);
      }
    }
    try (WebAnswer a = web.get(uri, home, headers)) {
      if (a.status() == 416 || a.status() == 304) {
        if (part.length() == 0) {
          throw WebException.refused(uri, Words.of("download.gives-nothing-file", a.status()));
        }
        part.clear();
        return;
      }
      if (a.status() == 206) {
        begins(a, file, part);
      } else {
        if (part.length() > 0) {
          // It does not give parts, or has another state of the file by now.
          part.clear();
        }
        sized(file, a.length().orElse(file.bytes()));
        part.tag(a.header("ETag").filter(t -> t.startsWith("\"")).orElse(null));
      }
      copy(a.body(), file, part, hearing);
      if (part.length() < file.bytes()) {
        if (a.length().isPresent()) {
          throw WebException.later(uri, Words.of("download.broke-off-while-sending"), null);
        }
        throw WebException.later(uri, Words.of("download.sent-less-than-feed-says"), null);
      }
    }
  }

  private static void begins(WebAnswer a, Feed.Part file, PartFile part)
      throws IOException, ShelfException {
    Matcher m = RANGE.matcher(a.header("Content-Range").orElse(""));
    if (!m.matches() || Long.parseLong(m.group(1)) != part.length()) {
      part.clear();
      throw WebException.later(a.uri(), Words.of("download.sent-another-part-than-asked"), null);
    }
    if (!m.group(3).equals("*")) {
      sized(file, Long.parseLong(m.group(3)));
    }
  }

  private static void sized(Feed.Part file, long length) throws ShelfException {
    if (length != file.bytes()) {
      throw no(
          "wrong-size",
          file,
          Words.of("download.bytes-long-where-feed-says", length, file.bytes()));
    }
  }

  private static void copy(InputStream in, Feed.Part file, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    byte[] buffer = new byte[BUFFER];
    int n;
    while ((n = in.read(buffer)) >= 0) {
      if (part.length() + n > file.bytes()) {
        part.delete();
        throw no(
            "wrong-size", file, Words.of("download.goes-after-bytes-feed-promised", file.bytes()));
      }
      part.write(buffer, n);
      hearing.at(part.length());
    }
  }

  /** A file beside a feed that is a file itself. */
  private void local(Feed.Part file, URI uri, PartFile part, Hearing hearing)
      throws IOException, ShelfException {
    Path from = home.beside(uri);
    sized(file, Files.size(from));
    try (InputStream in = Files.newInputStream(from)) {
      in.skipNBytes(part.length());
      copy(in, file, part, hearing);
    }
  }
}
