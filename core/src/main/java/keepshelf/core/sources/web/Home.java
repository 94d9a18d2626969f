package keepshelf.core.sources.web;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Objects;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Where a feed lies, and what may be asked for on its behalf.
 *
 * @param feed its address: {@code https:}, {@code http:} or {@code file:}
 * @param token what opens the account, or null; only ever sent to the feed's own origin
 */
public record Home(URI feed, @Nullable String token) {
  /**
   * Refuses an address that a feed or a redirect may not lead to.
   *
   * @param from what leads there, or null for a person's own wish
   * @throws WebException when it is of another kind than http(s), drops encryption, or lies in the
   *     local network while the feed does not
   */
  public void permit(URI to, @Nullable URI from) throws WebException {
    String scheme = scheme(to);
    if (!scheme.equals("http") && !scheme.equals("https") || to.getHost() == null) {
      throw WebException.refused(to, Words.of("home.feed-leads-which-no-address", shown(to)));
    }
    if (from != null && scheme(from).equals("https") && scheme.equals("http")) {
      throw WebException.refused(
          to, Words.of("home.leads-address-not-encrypted", from.getHost(), shown(to)));
    }
    if (!isLocal() && local(to.getHost())) {
      throw WebException.refused(to, Words.of("home.feed-leads-into-local-network", to.getHost()));
    }
  }

  /**
   * A file beside a feed that is a file itself.
   *
   * @throws WebException when the feed is none, or the file lies outside of the feed's folder
   */
  public Path beside(URI file) throws WebException {
    try {
      Path folder =
          scheme(feed).equals("file")
              ? Objects.requireNonNull(Path.of(feed).getParent()).toRealPath()
              : null;
      Path real = Path.of(file).toRealPath();
      if (folder != null && real.startsWith(folder) && Files.isRegularFile(real)) {
        return real;
      }
    } catch (IOException | IllegalArgumentException e) {
      org.slf4j.LoggerFactory.getLogger(Home.class).debug("{}", file, e);
    }
    throw WebException.refused(file, Words.of("home.no-file-folder-feed-put"));
  }

  /** Whether the feed is a file, or lies on this computer or in its network. */
  public boolean isLocal() {
    return scheme(feed).equals("file") || feed.getHost() != null && local(feed.getHost());
  }

  /**
   * The token for a request to {@code to}; null for any other origin than the feed's own.
   *
   * @throws WebException when it would be sent unencrypted through a network
   */
  @Nullable String tokenFor(URI to) throws WebException {
    if (token == null || !sameOrigin(to)) {
      return null;
    }
    if (scheme(to).equals("http") && !loopback(to.getHost())) {
      throw WebException.refused(to, Words.of("home.address-not-encrypted-token-would"));
    }
    return token;
  }

  private boolean sameOrigin(URI to) {
    return scheme(feed).equals(scheme(to))
        && Objects.equals(lower(feed.getHost()), lower(to.getHost()))
        && port(feed) == port(to);
  }

  private static int port(URI u) {
    return u.getPort() >= 0 ? u.getPort() : scheme(u).equals("https") ? 443 : 80;
  }

  private static @Nullable String lower(String s) {
    return s == null ? null : s.toLowerCase(Locale.ROOT);
  }

  static String scheme(URI u) {
    return u.getScheme() == null ? "" : u.getScheme().toLowerCase(Locale.ROOT);
  }

  private static boolean loopback(String host) {
    try {
      for (InetAddress a : InetAddress.getAllByName(host)) {
        if (!a.isLoopbackAddress()) {
          return false;
        }
      }
      return true;
    } catch (UnknownHostException e) {
      return false;
    }
  }

  /** Whether any address of a host belongs to this computer or a private network. */
  private static boolean local(String host) {
    try {
      for (InetAddress a : InetAddress.getAllByName(host)) {
        byte[] b = a.getAddress();
        // fc00::/7 is private as well, and 100.64/10 belongs to a provider's network.
        boolean unique = b.length == 16 && (b[0] & 0xfe) == 0xfc;
        boolean carrier = b.length == 4 && b[0] == 100 && (b[1] & 0xc0) == 64;
        if (a.isLoopbackAddress()
            || a.isSiteLocalAddress()
            || a.isLinkLocalAddress()
            || a.isAnyLocalAddress()
            || a.isMulticastAddress()
            || unique
            || carrier) {
          return true;
        }
      }
      return false;
    } catch (UnknownHostException e) {
      return false;
    }
  }

  /** An address for people: without what may be secret in it. */
  static String shown(URI u) {
    String port = u.getPort() >= 0 ? ":" + u.getPort() : "";
    return u.getHost() == null
        ? scheme(u) + ":…"
        : scheme(u) + "://" + u.getHost() + port + (u.getRawPath() == null ? "" : u.getRawPath());
  }

  /** Never shows the token. */
  @Override
  public String toString() {
    return "Home[" + shown(feed) + "]";
  }
}
