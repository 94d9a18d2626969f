package keepshelf.standins.shop;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * Serves the sources below a folder, each in a folder of its own with a {@code feed.json} and, when
 * it has accounts, a {@code shop.json}. Listens on the loopback address alone.
 */
public final class Shop implements AutoCloseable {
  private final Path folder;
  private final HttpServer server;
  private final ExecutorService threads;
  private final Map<String, Mode> modes = new ConcurrentHashMap<>();
  private final Map<String, ShopFeed> feeds = new ConcurrentHashMap<>();
  private final List<Request> requests = new CopyOnWriteArrayList<>();
  private final FileCounter files = new FileCounter();

  /**
   * What was asked for.
   *
   * @param path of the address
   * @param range as asked, or null
   * @param headers all that the request said, by name
   */
  public record Request(String path, String range, Map<String, List<String>> headers) {}

  private Shop(Path folder, HttpServer server) {
    this.folder = folder.toAbsolutePath().normalize();
    this.server = server;
    this.threads =
        Executors.newCachedThreadPool(r -> Thread.ofPlatform().daemon().name("shop").unstarted(r));
  }

  /** Opens a shop; a port of 0 takes any that is free. */
  public static Shop open(Path folder, int port) throws IOException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    Shop shop = new Shop(folder, server);
    server.createContext("/", shop::serve);
    server.setExecutor(shop.threads);
    server.start();
    return shop;
  }

  /** The address of a source's feed. */
  public URI feed(String source) {
    return URI.create(
        "http://localhost:" + server.getAddress().getPort() + "/" + source + "/feed.json");
  }

  /** Lets a source behave in this way from now on. */
  public void behave(String source, Mode mode) {
    modes.put(source, mode);
    files.forget();
  }

  /** All that was asked for so far. */
  public List<Request> requests() {
    return List.copyOf(requests);
  }

  /** Bytes of files that were sent, over all requests. */
  public long sent() {
    return files.sent();
  }

  private void serve(HttpExchange x) throws IOException {
    try (x) {
      String path = x.getRequestURI().getPath();
      requests.add(
          new Request(
              x.getRequestURI().toString(),
              x.getRequestHeaders().getFirst("Range"),
              Map.copyOf(x.getRequestHeaders())));
      String[] part = path.split("/", 3);
      Path file = part.length < 3 ? null : folder.resolve(path.substring(1)).normalize();
      boolean there = file != null && file.startsWith(folder) && part.length == 3;
      if (!there || !x.getRequestMethod().equals("GET")) {
        Sending.status(x, there ? 405 : 404);
        return;
      }
      Mode mode = modes.getOrDefault(part[1], Mode.HONEST);
      ShopFeed feed = feeds.computeIfAbsent(part[1], s -> new ShopFeed(folder.resolve(s)));
      if (part[2].startsWith("feed.json")) {
        feed.serve(x, part[2], mode);
      } else if (!feed.lets(x) || part[2].startsWith("shop.") || !Files.isRegularFile(file)) {
        Sending.status(x, feed.lets(x) ? 404 : 401);
      } else {
        files.serve(x, file, mode);
        feed.fetched(part[2]);
      }
    }
  }

  @Override
  public void close() {
    server.stop(0);
    threads.shutdownNow();
  }

  /** Opens a shop over a folder: {@code Shop FOLDER [PORT [SOURCE=MODE…]]}. */
  public static void main(String[] args) throws IOException {
    if (args.length == 0) {
      System.err.println("Name the folder of the shop: FOLDER [PORT [SOURCE=MODE…]]");
      System.exit(2);
    }
    Shop shop = open(Path.of(args[0]), args.length > 1 ? Integer.parseInt(args[1]) : 0);
    for (int i = 2; i < args.length; i++) {
      String[] m = args[i].split("=", 2);
      shop.behave(m[0], Mode.valueOf(m[1]));
    }
    System.out.println(shop.feed("SOURCE"));
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(() -> System.out.println(shop.sent() + " bytes of files were sent")));
    try {
      Thread.currentThread().join();
    } catch (InterruptedException e) {
      shop.close();
    }
  }
}
