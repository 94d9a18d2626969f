package keepshelf.desktop;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.json.Json;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.SurfaceMaker;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.feed.FeedMaker;
import keepshelf.core.sources.order.OrderField;
import keepshelf.core.sources.order.OrderFile;
import keepshelf.core.sources.order.OrderList;
import keepshelf.core.sources.order.OrderTable;
import keepshelf.core.sources.web.Web;
import keepshelf.demo.SkerryShop;
import keepshelf.demo.pack.ShopPacks;
import keepshelf.demo.texture.MapSet;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import keepshelf.standins.shop.Shop;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The shops of the made-up sources, on this computer alone: with news, something that was never
 * fetched, something withdrawn, a file that is lost, and a subscription that has ended.
 */
final class DemoSources implements AutoCloseable {
  private static final String TOKEN = "skerry-light";
  private static final int PREVIEW = 256;

  /** Downloads that the shops still have as they were delivered. */
  private static final Map<String, List<String>> DELIVERED =
      new TreeMap<>(
          Map.of(
              "tinder", List.of("larch_planks_512_jpg.zip", "MooringBollard_model.zip"),
              "pebblejar", List.of("Pebblejar_Weaves.zip", "Pebblejar_Boathouse-Sampler.zip"),
              "hollow", List.of("HA_Slate-Shingle.zip", "HA_BarnacleCrust_Scan.tar.gz")));

  private static final Map<String, String> NAMES =
      new TreeMap<>(
          Map.of(
              "tinder", "Tinder & Tarn", "pebblejar", "Pebblejar", "hollow", "Hollow Ash Scans"));

  private static final String ORDERS =
      """
      Product;Ordered on;Order no;Paid;Users
      Harbour Metals;3 March 2026;BW-2217;18,00 €;1
      Ribbed lens glass (2K);9 March 2026;BW-2240;12,50 €;1
      Tarred rope;22 November 2025;BW-1904;9,00 €;1
      """;

  private final Path folder;
  private final Shelf shelf;
  private Shop shop;

  DemoSources(Path demo, Shelf shelf) {
    this.folder = demo.resolve("shop");
    this.shelf = shelf;
  }

  /** Makes what is missing, opens the shops, connects the sources with them and asks them. */
  void open(Path downloads) throws IOException, ShelfException {
    boolean fresh = !Files.exists(folder.resolve("tinder/feed.json"));
    if (fresh) {
      fill(downloads);
    }
    shop = Shop.open(folder, 0);
    Path config = Files.createDirectories(folder.resolve("tokens"));
    Sources sources = shelf.sources();
    for (Map.Entry<String, String> e : NAMES.entrySet()) {
      boolean open = e.getKey().equals("pebblejar");
      sources.connect(e.getValue(), shop.feed(e.getKey()).toString(), open ? null : TOKEN);
    }
    if (fresh) {
      record(sources, config);
    }
    try (Web web = new Web()) {
      for (String name : NAMES.values()) {
        Source s = sources.need(name);
        sources.ask(s, web);
        sources
            .feed(s)
            .ifPresent(f ->
                sources.fetchPreviews(
                    s, f.items().stream().flatMap(i -> i.newest().stream()).toList(), web));
      }
    }
  }

  private void fill(Path downloads) throws IOException, ShelfException {
    SkerryShop.write(folder);
    for (Map.Entry<String, List<String>> e : DELIVERED.entrySet()) {
      Path to = Files.createDirectories(folder.resolve(e.getKey()));
      for (String name : e.getValue()) {
        Files.copy(
            downloads.resolve(name),
            to.resolve(name),
            java.nio.file.StandardCopyOption.REPLACE_EXISTING);
      }
    }
    for (Map.Entry<String, ShopPacks.ShopPack> e : ShopPacks.all().entrySet()) {
      Path archive = folder.resolve(e.getKey());
      Path png = archive.resolveSibling(SkerryShop.stem(archive) + ".png");
      preview(e.getValue(), png);
    }
    counters();
    for (Map.Entry<String, String> e : NAMES.entrySet()) {
      Path at = folder.resolve(e.getKey());
      new FeedMaker(at, at.resolve("feed.json")).make(e.getValue(), null, null);
    }
    amend();
  }

  private static void preview(ShopPacks.ShopPack p, Path to) throws IOException {
    MapSet m = new MapSet(p.recipe(), PREVIEW);
    Pixels colour = p.notes() == null ? m.baseColour() : ShopPacks.greyer(m.baseColour());
    int[] argb =
        BallPreview.render(
            SurfaceMaker.of(
                Map.of(
                    MapRole.BASE_COLOUR, colour,
                    MapRole.ROUGHNESS, m.roughness(),
                    MapRole.NORMAL, m.normal8(true))),
            BallPreview.Settings.card(PREVIEW, p.recipe().tileMetres()));
    byte[] rgb = new byte[argb.length * 3];
    for (int i = 0; i < argb.length; i++) {
      rgb[3 * i] = (byte) (argb[i] >> 16);
      rgb[3 * i + 1] = (byte) (argb[i] >> 8);
      rgb[3 * i + 2] = (byte) argb[i];
    }
    ImageEncoder.png(Pixels.u8(PREVIEW, PREVIEW, 3, rgb), to, 4);
  }

  private void counters() throws IOException {
    LocalDate today = LocalDate.now();
    Map<String, Object> bought = new LinkedHashMap<>();
    bought.put("bleached-larch", bought("2026-02-04", "TT-0417", "14.00 EUR"));
    bought.put("crushed-shell-path", bought("2026-06-18", "TT-0533", "18.00 EUR"));
    bought.put("sailcloth-heavy", bought("2025-11-30", "TT-0388", "11.00 EUR"));
    bought.put("larch-planks", bought("2026-02-04", "TT-0417", "8.00 EUR"));
    bought.put("mooring-bollard-model", bought("2026-04-02", "TT-0466", "33.00 EUR"));
    counter(
        "tinder",
        Map.of(
            "token",
            TOKEN,
            "signed",
            true,
            "account",
            Map.of(
                "name",
                "studio@skerry.example",
                "until",
                today.plusDays(24).toString(),
                "downloads_left",
                12,
                "renews",
                today.plusMonths(1).withDayOfMonth(1).toString(),
                "at_once",
                2),
            "owned",
            bought));
    counter(
        "hollow",
        Map.of(
            "token",
            TOKEN,
            "closed",
            true,
            "signed",
            true,
            "account",
            Map.of("name", "studio@skerry.example"),
            "owned",
            Map.of(
                "ha-slate-shingle", bought("2026-01-15", "HA-71", "27.00 USD"),
                "ha-barnacle-crust-scan", bought("2026-01-15", "HA-71", "27.00 USD"))));
  }

  private static Map<String, Object> bought(String date, String order, String price) {
    return Map.of("date", date, "order", order, "price", price, "seats", 1);
  }

  private void counter(String source, Map<String, Object> how) throws IOException {
    Files.write(folder.resolve(source).resolve("shop.json"), Json.pretty(how));
  }

  /** What a folder of archives does not say: creators, what was withdrawn, terms that changed. */
  private void amend() throws IOException {
    for (String source : NAMES.keySet()) {
      Path file = folder.resolve(source).resolve("feed.json");
      ObjectNode feed = (ObjectNode) Json.mapper().readTree(Files.readAllBytes(file));
      ObjectNode info = (ObjectNode) feed.get("source");
      info.put("support", "https://" + source + ".example/support");
      info.put("page", "https://" + source + ".example/");
      if (source.equals("tinder")) {
        info.put("creators", "I. Fenn and others");
      }
      ((ArrayNode) feed.get("items"))
          .forEach(i -> {
            ObjectNode item = (ObjectNode) i;
            String id = item.get("id").asString();
            if (id.equals("sailcloth-heavy")) {
              item.put("withdrawn", "2026-08-03");
            }
            if (id.equals("ha-slate-shingle")) {
              ObjectNode terms = Json.mapper().createObjectNode();
              terms.put("id", "LicenseRef-Hollow-Ash-Scans-2");
              terms.put("since", "2026-09-01");
              ((ObjectNode) item.get("versions").get(0)).set("licence", terms);
            }
          });
      Files.write(file, Json.pretty(feed));
    }
  }

  private void record(Sources sources, Path config) throws IOException, ShelfException {
    sources.change(
        "Gantry Nine",
        s ->
            s.known(
                "https://gantry.example/",
                null,
                "studio@skerry.example",
                LocalDate.now().minusDays(30).toString()));
    Path list = config.resolve("orders.csv");
    Files.writeString(list, ORDERS, StandardCharsets.UTF_8);
    OrderTable t = OrderFile.read(list);
    Map<OrderField, String> columns =
        OrderList.mapping(
            t,
            Map.of(
                "pack", "Product",
                "date", "Ordered on",
                "order", "Order no",
                "price", "Paid",
                "seats", "Users"));
    sources.owned().add(OrderList.of(t, "Brinewell Surfaces", columns).owned());
    Map<String, String> kept = new TreeMap<>();
    columns.forEach((f, c) -> kept.put(f.id(), c));
    sources.change("Brinewell Surfaces", s -> s.listing(kept));
    lose("HA Barnacle Crust Scan", "_occlusion.jpg");
  }

  /** A file goes missing, as files do, and a check has noticed it. */
  private void lose(String pack, String ending) throws IOException, ShelfException {
    for (String id : shelf.catalogue().packIds()) {
      PackRecord p = shelf.catalogue().need(id);
      if (p.name().equals(pack)) {
        for (PackRecord.FileRecord f : p.files()) {
          if (f.path().endsWith(ending)) {
            Files.deleteIfExists(shelf.folder().resolve(p.folder() + "/" + f.path()));
          }
        }
      }
    }
    shelf.check().run(false, (what, share) -> {});
  }

  @Override
  public void close() {
    if (shop != null) {
      shop.close();
    }
  }
}
