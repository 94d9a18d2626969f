package keepshelf.core.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.net.ProxySelector;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import javax.net.ssl.SSLException;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Asks for addresses. Requests carry the address, a token where there is one, and nothing else; the
 * system's proxy is used; certificates are checked as the platform does. Redirects are followed
 * here, one by one, as {@link Home} permits them.
 */
public final class Web implements AutoCloseable {
  private static final int MOST_HOPS = 5;
  private static final int BREATHS = 160;
  private static final Duration CONNECT = Duration.ofSeconds(15);
  private static final Duration FIRST_BYTE = Duration.ofSeconds(60);

  static {
    if (System.getProperty("java.net.useSystemProxies") == null) {
      System.setProperty("java.net.useSystemProxies", "true");
    }
  }

  private final Duration still;

  /** Made when something is asked for first: until then no certificates are read. */
  private @Nullable HttpClient client;

  /** With the patience that fits the world. */
  public Web() {
    this(Duration.ofSeconds(40));
  }

  /**
   * A line on which nothing came for {@code still} counts as broken; after a break it is waited.
   */
  public Web(Duration still) {
    this.still = still;
  }

  private synchronized HttpClient client() {
    if (client == null) {
      HttpClient.Builder b =
          HttpClient.newBuilder()
              .followRedirects(HttpClient.Redirect.NEVER)
              .connectTimeout(CONNECT);
      ProxySelector proxies = ProxySelector.getDefault();
      if (proxies != null) {
        b.proxy(proxies);
      }
      client = b.build();
    }
    return client;
  }

  /**
   * Asks for {@code uri} on behalf of {@code home}.
   *
   * @param headers what is asked for, as a range; none of them says anything of the shelf
   * @throws WebException when there is nothing to be had
   * @throws CancellationException when the thread was interrupted
   */
  public WebAnswer get(URI uri, Home home, Map<String, String> headers) throws IOException {
    URI at = uri;
    URI from = null;
    Set<URI> seen = new HashSet<>();
    for (int hop = 0; hop <= MOST_HOPS; hop++) {
      home.permit(at, from);
      if (!seen.add(at)) {
        break;
      }
      HttpResponse<InputStream> r = send(request(at, home, headers), at);
      boolean moved = r.statusCode() / 100 == 3 && r.statusCode() != 304;
      if (!moved) {
        return answer(at, r);
      }
      r.body().close();
      String to = r.headers().firstValue("Location").orElse("");
      from = at;
      at = target(at, to);
    }
    throw WebException.refused(uri, Words.of("web.leads-circle-or-from-one"));
  }

  /** How long to wait after a first break; longer after each further one. */
  public Duration breath() {
    return still.dividedBy(BREATHS);
  }

  private static URI target(URI at, String to) throws WebException {
    try {
      // Many write addresses with blanks in them.
      return at.resolve(to.strip().replace(" ", "%20"));
    } catch (IllegalArgumentException e) {
      throw WebException.refused(at, Words.of("web.leads-address-none"));
    }
  }

  private static HttpRequest request(URI at, Home home, Map<String, String> headers)
      throws WebException {
    try {
      HttpRequest.Builder b =
          HttpRequest.newBuilder(at)
              .GET()
              .timeout(FIRST_BYTE)
              .header("User-Agent", "keepshelf")
              .header("Accept-Encoding", "identity");
      if (Home.scheme(at).equals("http")) {
        b.version(HttpClient.Version.HTTP_1_1);
      }
      headers.forEach(b::header);
      String token = home.tokenFor(at);
      if (token != null) {
        b.header("Authorization", "Bearer " + token);
      }
      return b.build();
    } catch (IllegalArgumentException e) {
      throw WebException.refused(at, Words.of("web.no-address-can-asked"));
    }
  }

  private HttpResponse<InputStream> send(HttpRequest r, URI at) throws IOException {
    try {
      return client().send(r, HttpResponse.BodyHandlers.ofInputStream());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } catch (SSLException e) {
      throw new WebException(
          WebException.Kind.REFUSED,
          Words.of("web.not-used-cannot-prove-nothing", Home.shown(at), at.getHost(), reason(e)),
          null,
          e);
    } catch (HttpConnectTimeoutException e) {
      throw WebException.later(at, Words.of("web.does-not-answer"), e);
    } catch (HttpTimeoutException e) {
      throw WebException.later(at, Words.of("web.took-longer-than-minute-answer"), e);
    } catch (IOException e) {
      throw WebException.later(at, Words.of("web.cannot-reached", reason(e)), e);
    }
  }

  private static String reason(Throwable e) {
    Throwable t = e;
    while (t.getMessage() == null && t.getCause() != null) {
      t = t.getCause();
    }
    if (t instanceof java.nio.channels.UnresolvedAddressException) {
      return Words.of("web.no-such-host-known");
    }
    return t.getMessage() == null ? Words.of("web.line-broke") : t.getMessage();
  }

  private WebAnswer answer(URI at, HttpResponse<InputStream> r) throws IOException {
    int s = r.statusCode();
    if (s == 200 || s == 206 || s == 304 || s == 416) {
      String coded = r.headers().firstValue("Content-Encoding").orElse("identity");
      if (!coded.equalsIgnoreCase("identity")) {
        r.body().close();
        throw WebException.refused(at, Words.of("web.sends-what-asked-another-coding", coded));
      }
      return new WebAnswer(at, s, r.headers(), new PatientStream(r.body(), at, still));
    }
    r.body().close();
    Duration wait = r.headers().firstValue("Retry-After").map(Web::wait).orElse(null);
    throw switch (s) {
      case 401, 403 ->
          new WebException(
              WebException.Kind.NO_ENTRY,
              Words.of("web.does-not-let-account-check", Home.shown(at), s),
              null,
              null);
      case 404, 410 ->
          new WebException(
              WebException.Kind.GONE, Words.of("web.not-there", Home.shown(at), s), null, null);
      case 429 ->
          new WebException(
              WebException.Kind.LATER,
              Words.of("web.asks-wait-asked-too-often", Home.shown(at)),
              wait == null ? Duration.ofSeconds(30) : wait,
              null);
      default ->
          s >= 500
              ? new WebException(
                  WebException.Kind.LATER, Words.of("web.out-order", Home.shown(at), s), wait, null)
              : WebException.refused(at, Words.of("web.answered-with", s));
    };
  }

  /** Seconds or a day and time, RFC 9110 section 10.2.3. */
  static @Nullable Duration wait(String text) {
    String t = text.strip();
    if (t.matches("\\d{1,9}")) {
      return Duration.ofSeconds(Long.parseLong(t));
    }
    try {
      Instant then = ZonedDateTime.parse(t, DateTimeFormatter.RFC_1123_DATE_TIME).toInstant();
      Duration d = Duration.between(Instant.now(), then);
      return d.isNegative() ? Duration.ZERO : d;
    } catch (DateTimeException e) {
      return null;
    }
  }

  @Override
  public synchronized void close() {
    if (client != null) {
      client.shutdownNow();
    }
  }
}
