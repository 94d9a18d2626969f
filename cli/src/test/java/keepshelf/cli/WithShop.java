package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import keepshelf.core.Shelf;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.fetch.Wishes;
import keepshelf.core.sources.web.Web;
import keepshelf.standins.shop.Shop;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;

/** A shelf of its own and a shop with three archives, none of them the demo's. */
abstract class WithShop extends OnOwnShelf {
  Path shopFolder;
  Path source;
  Shop shop;

  @BeforeEach
  void openShop() throws IOException {
    shopFolder = dir.resolve("shop");
    source = Files.createDirectories(shopFolder.resolve("gantry"));
    repacked(zip, source.resolve("Dory_Oak_1.2_2K.zip"), 700);
    repacked(zip, source.resolve("Dory_Oak_1.3_2K.zip"), 1);
    Files.writeString(source.resolve("Dory_Oak_1.3_2K.txt"), "Knots repaired\nHeight redone");
    // Padding that does not compress: large enough for lines to break in.
    repacked(zip, source.resolve("Wet Kelp_2.0_1K.zip"), 3_000_000);
    assertThat(feed()).isZero();
    shop = Shop.open(shopFolder, 0);
  }

  @AfterEach
  void closeShop() {
    shop.close();
  }

  private int feed() {
    java.io.StringWriter o = new java.io.StringWriter();
    return Main.run(
        new java.io.PrintWriter(o),
        new java.io.PrintWriter(o),
        "feed",
        source.toString(),
        "--out",
        source.resolve("feed.json").toString(),
        "--source",
        "Gantry Nine",
        "--licence",
        "CC-BY-4.0");
  }

  /** The same archive with other names inside and one more file. */
  static void repacked(Path from, Path to, int more) throws IOException {
    String key = to.getFileName().toString().replaceAll("_\\d.*|\\.zip", "").replace(' ', '_');
    try (ZipFile in = new ZipFile(from.toFile());
        OutputStream o = Files.newOutputStream(to);
        ZipOutputStream z = new ZipOutputStream(o)) {
      for (ZipEntry e : in.stream().toList()) {
        z.putNextEntry(new ZipEntry(e.getName().replace("DoryOak", key)));
        byte[] b = in.getInputStream(e).readAllBytes();
        z.write(b);
      }
      byte[] padding = new byte[more];
      new Random(more).nextBytes(padding);
      z.putNextEntry(new ZipEntry("notes.bin"));
      z.write(padding);
    }
  }

  void account(String json) throws IOException {
    shop.close();
    Files.writeString(source.resolve("shop.json"), json);
    shop = Shop.open(shopFolder, 0);
  }

  void add(String... more) {
    List<String> all =
        new java.util.ArrayList<>(
            List.of("sources", "--add", "Gantry Nine", "--feed", shop.feed("gantry").toString()));
    all.addAll(List.of(more));
    assertThat(run(all.toArray(new String[0]))).as(err).isZero();
  }

  /** The same as the command, with a web that loses patience sooner. */
  Fetch fetch(String name) throws Exception {
    try (Shelf s = Shelf.open(shelf);
        Web web = new Web(Duration.ofMillis(400))) {
      Fetching f = s.fetching(web, Fetching.Hearing.NONE);
      SourceNews n = s.sources().news().getFirst();
      PackNews p =
          n.packs().stream().filter(x -> x.name().equalsIgnoreCase(name)).findFirst().orElseThrow();
      Fetch wish = f.queue().add(List.of(Wishes.newest(n, p, null))).getFirst();
      f.runAll();
      return f.queue().find(wish.id()).orElseThrow();
    }
  }
}
