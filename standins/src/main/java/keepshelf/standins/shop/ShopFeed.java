package keepshelf.standins.shop;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The feed of one source: with an account, in pages, signed, or broken. */
final class ShopFeed {
  private static final byte[] DEEP =
      ("{\"form\":" + "[".repeat(1000) + "]".repeat(1000) + "}").getBytes(StandardCharsets.UTF_8);

  private static final JsonMapper JSON = new JsonMapper();

  private final Path folder;
  private final Counter counter;
  private final KeyPair keys;
  private final KeyPair others = keys();
  private final Set<String> fetched = ConcurrentHashMap.newKeySet();

  ShopFeed(Path folder) {
    this.folder = folder;
    Path own = folder.resolve("shop.json");
    try {
      this.counter =
          Files.isRegularFile(own)
              ? JSON.readValue(Files.readAllBytes(own), Counter.class)
              : Counter.OPEN;
      this.keys = kept(folder.resolve("shop.key"));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static KeyPair keys() {
    try {
      return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The shop's own keys, the same after a restart. */
  private static KeyPair kept(Path file) throws IOException {
    if (!Files.isDirectory(file.getParent())) {
      return keys();
    }
    if (!Files.exists(file)) {
      KeyPair made = keys();
      Files.write(
          file,
          List.of(
              Base64.getEncoder().encodeToString(made.getPublic().getEncoded()),
              Base64.getEncoder().encodeToString(made.getPrivate().getEncoded())));
      return made;
    }
    List<String> lines = Files.readAllLines(file);
    try {
      KeyFactory f = KeyFactory.getInstance("Ed25519");
      return new KeyPair(
          f.generatePublic(new X509EncodedKeySpec(Base64.getDecoder().decode(lines.get(0)))),
          f.generatePrivate(new PKCS8EncodedKeySpec(Base64.getDecoder().decode(lines.get(1)))));
    } catch (GeneralSecurityException e) {
      throw new IOException(e);
    }
  }

  private boolean knows(HttpExchange x) {
    return counter.token() != null
        && ("Bearer " + counter.token()).equals(x.getRequestHeaders().getFirst("Authorization"));
  }

  /** Whether the asker is let in. */
  boolean lets(HttpExchange x) {
    String said = x.getRequestHeaders().getFirst("Authorization");
    return said == null ? !counter.closed() : counter.token() == null || knows(x);
  }

  /** Notes that a file was fetched, once for each. */
  void fetched(String file) {
    fetched.add(file);
  }

  void serve(HttpExchange x, String name, Mode mode) throws IOException {
    if (!lets(x)) {
      Sending.status(x, 401);
    } else if (mode == Mode.ENDLESS_FEED) {
      endless(x);
    } else if (!Files.isRegularFile(folder.resolve("feed.json"))) {
      Sending.status(x, 404);
    } else {
      byte[] page = mode == Mode.DEEP_FEED ? DEEP : page(number(x), knows(x), mode);
      if (!name.endsWith(".sig")) {
        Sending.text(x, page);
      } else if (counter.signed() && mode != Mode.UNSIGNED) {
        Sending.text(x, signature(page, mode));
      } else {
        Sending.status(x, 404);
      }
    }
  }

  private static void endless(HttpExchange x) throws IOException {
    x.sendResponseHeaders(200, 0);
    byte[] b = " ".repeat(1 << 16).getBytes(StandardCharsets.UTF_8);
    OutputStream out = x.getResponseBody();
    while (true) {
      out.write(b);
    }
  }

  private static int number(HttpExchange x) {
    String q = x.getRequestURI().getQuery();
    return q != null && q.matches("page=\\d{1,4}") ? Integer.parseInt(q.substring(5)) : 1;
  }

  private byte[] page(int number, boolean known, Mode mode) throws IOException {
    ObjectNode feed = (ObjectNode) JSON.readTree(Files.readAllBytes(folder.resolve("feed.json")));
    if (known && counter.account() != null) {
      Map<String, Object> account = new LinkedHashMap<>(counter.account());
      if (account.get("downloads_left") instanceof Integer left) {
        account.put("downloads_left", Math.max(0, left - fetched.size()));
      }
      feed.set("account", JSON.valueToTree(account));
    }
    ArrayNode items = (ArrayNode) feed.get("items");
    items.forEach(i -> mark((ObjectNode) i, known));
    int size = counter.pageSize();
    if (size > 0) {
      ArrayNode some = JSON.createArrayNode();
      for (int i = (number - 1) * size; i < Math.min(items.size(), number * size); i++) {
        some.add(items.get(i));
      }
      feed.set("items", some);
      if (number * size < items.size()) {
        feed.put("next", "feed.json?page=" + (number + 1));
      }
    }
    if (mode == Mode.CIRCLE_FEED) {
      feed.put("next", "feed.json");
    }
    return JSON.writeValueAsBytes(feed);
  }

  private void mark(ObjectNode item, boolean known) {
    String id = item.get("id").asString();
    item.remove("free");
    if (counter.token() == null || counter.free().contains(id)) {
      item.put("free", true);
    }
    if (known && counter.owned().containsKey(id)) {
      item.set("owned", JSON.valueToTree(counter.owned().get(id)));
    }
  }

  private byte[] signature(byte[] page, Mode mode) throws IOException {
    KeyPair by = mode == Mode.OTHER_KEY ? others : keys;
    try {
      Signature s = Signature.getInstance("Ed25519");
      s.initSign(by.getPrivate());
      s.update(mode == Mode.BAD_SIGNATURE ? new byte[] {1} : page);
      Base64.Encoder b = Base64.getEncoder();
      return (b.encodeToString(by.getPublic().getEncoded())
              + "\n"
              + b.encodeToString(s.sign())
              + "\n")
          .getBytes(StandardCharsets.US_ASCII);
    } catch (GeneralSecurityException e) {
      throw new IOException(e);
    }
  }
}
