package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import keepshelf.cli.frame.Exit;
import keepshelf.core.Shelf;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.fetch.Wishes;
import keepshelf.core.sources.web.Web;
import keepshelf.standins.shop.Mode;
import keepshelf.standins.shop.Shop;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sources by command, against a shop that serves well and badly. */
class SourceCommandsTest extends OnOwnShelf {
  private static final String TOKEN = "oars-and-ropes-1848";
  private Path shopFolder;
  private Path source;
  private Shop shop;

  @BeforeEach
  void openShop() throws IOException {
    shopFolder = dir.resolve("shop");
    source = Files.createDirectories(shopFolder.resolve("gantry"));
    repacked(zip, source.resolve("Dory_Oak_1.2_2K.zip"), 0);
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
  private static void repacked(Path from, Path to, int more) throws IOException {
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

  private void account(String json) throws IOException {
    shop.close();
    Files.writeString(source.resolve("shop.json"), json);
    shop = Shop.open(shopFolder, 0);
  }

  private void add(String... more) {
    List<String> all =
        new java.util.ArrayList<>(
            List.of("sources", "--add", "Gantry Nine", "--feed", shop.feed("gantry").toString()));
    all.addAll(List.of(more));
    assertThat(run(all.toArray(new String[0]))).as(err).isZero();
  }

  @Test
  void whatIsFreeIsFetchedProvedAndFiled() throws Exception {
    add();
    assertThat(run("news", "--json")).isZero();
    assertThat(run("fetch", "dory oak", "--json")).as(err).isZero();
    assertThat(json().at("/fetched/0/state").asString()).isEqualTo("done");
    assertThat(json().at("/fetched/0/version").asString()).isEqualTo("1.3");
    assertThat(run("list", "--json")).isZero();
    String id = json().at("/items/0/id").asString();
    assertThat(run("show", id, "--json")).isZero();
    assertThat(json().at("/record/source").asString()).isEqualTo("Gantry Nine");
    assertThat(json().at("/record/version").asString()).isEqualTo("1.3");
    assertThat(json().at("/record/licence").asString()).isEqualTo("CC-BY-4.0");
    assertThat(json().at("/record/page").asString()).contains("#dory-oak");
    assertThat(run("fetch", "dory oak")).isZero();
    assertThat(out).contains("The shelf has these very files already");
    assertThat(shop.sent()).isLessThan(2 * Files.size(source.resolve("Dory_Oak_1.3_2K.zip")) + 1);
    assertThat(Files.exists(shelf.resolve(".keepshelf/fetch/parts"))).isTrue();
    try (var left = Files.list(shelf.resolve(".keepshelf/fetch/parts"))) {
      assertThat(left).isEmpty();
    }
  }

  @Test
  void anOlderVersionIsToldAndANewOneCarriesMarksOver() throws Exception {
    assertThat(run("take-in", source.resolve("Dory_Oak_1.2_2K.zip").toString())).isZero();
    assertThat(run("edit", "dory_oak", "--set", "tags=quay")).isZero();
    add();
    assertThat(run("news", "--json")).isZero();
    assertThat(json().at("/news/0/news/0").asString()).isEqualTo("newer");
    assertThat(json().at("/news/0/notes").asString()).isEqualTo("Knots repaired\nHeight redone");
    assertThat(run("sources", "--json")).isZero();
    assertThat(json().at("/sources/0/newer").asInt()).isEqualTo(1);
    assertThat(run("fetch", "--newer")).as(err).isZero();
    assertThat(run("search", "tag:quay", "--json")).isZero();
    assertThat(out).contains("1.3");
    assertThat(run("news", "--as-read")).isZero();
    assertThat(out).doesNotContain("instead of");
  }

  @Test
  void anAccountIsOpenedByItsTokenWhichIsNowhereElse() throws Exception {
    account(
        """
        {"token":"%s","closed":true,"signed":true,"page_size":1,
         "account":{"name":"studio@skerry.example","until":"2019-01-31","downloads_left":1,
                    "renews":"2030-01-01","at_once":1},
         "owned":{"dory-oak":{"date":"2018-02-04","order":"G-1","price":"18.00 EUR","seats":2,
                  "editions":["2K"]}}}
        """
            .formatted(TOKEN));
    add();
    assertThat(run("news")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("401").contains("token");
    Path token = Files.writeString(dir.resolve("token"), TOKEN + "\n");
    add("--token-file", token.toString());
    assertThat(run("news", "--json")).as(err).isZero();
    assertThat(json().at("/news").size()).isEqualTo(1);
    assertThat(run("owned", "--json")).isZero();
    assertThat(json().at("/owned/0/here").asBoolean()).isFalse();
    assertThat(json().at("/owned/0/price").asString()).isEqualTo("18.00 EUR");
    assertThat(run("sources")).isZero();
    assertThat(out).contains("1 not here").contains("paid 18.00 EUR");
    assertThat(run("fetch", "--missing")).as(err).isZero();
    assertThat(run("fetch", "Wet Kelp")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("No source is known to have “Wet Kelp”");
    assertThat(run("export", dir.resolve("all.json").toString())).isZero();
    try (var all = Files.walk(dir)) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        boolean own = p.equals(token) || p.startsWith(shopFolder);
        assertThat(!own && holds(p, TOKEN)).as("%s", p).isFalse();
      }
    }
    for (Shop.Request r : shop.requests()) {
      assertThat(r.toString()).doesNotContain(shelf.toString()).doesNotContain("dory_oak");
    }
    assertThat(run("sources", "--forget", "Gantry Nine")).isZero();
    assertThat(run("owned", "--json")).isZero();
    assertThat(json().at("/owned").size()).isEqualTo(1);
  }

  private static boolean holds(Path p, String text) throws IOException {
    return new String(Files.readAllBytes(p), StandardCharsets.ISO_8859_1).contains(text);
  }

  @Test
  void aPlanWithoutDownloadsFetchesNothing() throws Exception {
    account(
        """
        {"token":"t","account":{"downloads_left":0,"renews":"2030-01-01"},
         "owned":{"dory-oak":{}}}
        """);
    add("--token-file", Files.writeString(dir.resolve("token"), "t").toString());
    assertThat(run("news")).isZero();
    assertThat(run("fetch", "dory oak")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("no downloads left until 2030-01-01");
    assertThat(shop.sent()).isZero();
  }

  @Test
  void whatIsWithdrawnIsSaidAndNotFetched() throws Exception {
    String feed = Files.readString(source.resolve("feed.json"));
    Files.writeString(
        source.resolve("feed.json"),
        feed.replaceFirst("\"id\" : \"dory-oak\",", "$0 \"withdrawn\": \"2026-08-03\","));
    assertThat(run("take-in", source.resolve("Dory_Oak_1.3_2K.zip").toString())).isZero();
    add();
    assertThat(run("news")).isZero();
    assertThat(out).contains("withdrawn by its source on 2026-08-03");
    assertThat(run("fetch", "dory oak")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("withdrew it on 2026-08-03");
  }

  /** Lines break, sources are busy: what is owned comes all the same, whole. */
  @ParameterizedTest
  @EnumSource(
      value = Mode.class,
      names = {"DROPS", "BUSY", "OUT_OF_ORDER", "NO_PARTS"})
  void troubleOnTheWayIsOvercome(Mode mode) throws Exception {
    add();
    assertThat(run("news")).isZero();
    shop.behave("gantry", mode);
    Fetch f = fetch("wet kelp");
    assertThat(f.state()).as(f.said()).isEqualTo(Fetch.State.DONE);
    if (mode == Mode.DROPS) {
      long size = Files.size(source.resolve("Wet Kelp_2.0_1K.zip"));
      long requests = shop.requests().stream().filter(r -> r.path().endsWith(".zip")).count();
      assertThat(shop.sent()).isLessThan(size + requests * (4 << 20));
    }
  }

  /** What is not as promised is not used, and why is said. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "WRONG_HASH|its SHA-256 is another",
        "WRONG_SIZE|bytes long where its feed says",
        "ENDLESS|that its feed promised",
        "LOOP|leads in a circle",
        "TO_FILE|no address of the web",
        "BROKEN|out of order (500)"
      })
  void dishonestFilesAreRefused(String modeAndWords) throws Exception {
    String[] m = modeAndWords.split("\\|");
    add();
    assertThat(run("news")).isZero();
    shop.behave("gantry", Mode.valueOf(m[0]));
    assertThat(fetch("wet kelp").said()).contains(m[1]);
    assertThat(run("list", "--json")).isZero();
    assertThat(json().at("/items").size()).isZero();
    try (var left = Files.walk(shelf.resolve(".keepshelf/fetch/parts"))) {
      assertThat(left.filter(Files::isRegularFile)).isEmpty();
    }
    shop.behave("gantry", Mode.HONEST);
    assertThat(run("fetch", "wet kelp")).as(err).isZero();
  }

  /** The same as the command, with a web that loses patience sooner. */
  private Fetch fetch(String name) throws Exception {
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

  @Test
  void aLineThatStandsStillIsGivenUpAndGoneOnWith() throws Exception {
    add();
    assertThat(run("news")).isZero();
    shop.behave("gantry", Mode.STALLS);
    assertThat(fetch("wet kelp").state()).isEqualTo(Fetch.State.DONE);
    assertThat(shop.sent()).isLessThan(2 * Files.size(source.resolve("Wet Kelp_2.0_1K.zip")));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "OTHER_KEY|signed by another key",
        "BAD_SIGNATURE|does not fit what it says",
        "UNSIGNED|not signed any more",
        "ENDLESS_FEED|longer than 32 MB",
        "DEEP_FEED|form of a feed",
        "CIRCLE_FEED|circle"
      })
  void feedsThatCannotBeBelievedChangeNothing(String modeAndWords) throws Exception {
    String[] m = modeAndWords.split("\\|");
    account("{\"signed\":true}");
    add();
    assertThat(run("news")).isZero();
    assertThat(run("sources", "--json")).isZero();
    String before = out;
    shop.behave("gantry", Mode.valueOf(m[0]));
    String feed = Files.readString(source.resolve("feed.json"));
    Files.writeString(
        source.resolve("feed.json"),
        feed.replaceFirst("\"issued\" : \"\\d{4}", "\"issued\" : \"2999"));
    assertThat(run("news")).isEqualTo(Exit.FAILED);
    assertThat(err).contains(m[1]).contains("What was known of this source stays");
    assertThat(run("sources", "--json")).isZero();
    assertThat(out).isEqualTo(before);
  }

  @Test
  void anUnchangedFeedIsNotSentTwice() throws Exception {
    account("{\"page_size\":1}");
    add();
    assertThat(run("news")).isZero();
    assertThat(run("news")).isZero();
    List<Shop.Request> pages =
        shop.requests().stream().filter(r -> !r.path().contains(".sig")).toList();
    assertThat(pages).hasSize(4);
    assertThat(pages.get(2).headers()).containsKey("If-none-match");
    assertThat(shop.requests().stream().filter(r -> r.path().contains(".sig")))
        .as("a page that is the same needs no new signature")
        .hasSize(2);
  }

  @Test
  void onlyTheLostFileIsFetched() throws Exception {
    assertThat(run("take-in", source.resolve("Wet Kelp_2.0_1K.zip").toString(), "--json")).isZero();
    Path folder = shelf.resolve(json().at("/packs/0/folder").asString());
    Path lost;
    try (var all = Files.walk(folder)) {
      lost = all.filter(p -> p.toString().endsWith("_Nor.png")).findFirst().orElseThrow();
    }
    byte[] was = Files.readAllBytes(lost);
    Files.delete(lost);
    assertThat(run("check")).isEqualTo(Exit.PROBLEMS);
    add();
    assertThat(run("news", "--json")).isZero();
    assertThat(json().at("/news/0/lost/0").asString()).endsWith("_Nor.png");
    assertThat(run("fetch", "--lost")).as(err).isZero();
    assertThat(out).contains("is back");
    assertThat(lost).hasBinaryContent(was);
    assertThat(shop.sent()).isLessThan(Files.size(source.resolve("Wet Kelp_2.0_1K.zip")) / 2);
    assertThat(run("check")).isZero();
    Files.write(lost, new byte[] {1, 2, 3});
    assertThat(run("check")).isEqualTo(Exit.PROBLEMS);
    shop.behave("gantry", Mode.NO_PARTS);
    assertThat(run("fetch", "--lost")).as(err).isZero();
    assertThat(lost).hasBinaryContent(was);
  }

  @Test
  void aFeedOfAFolderOfThisComputerIsOneToo() throws Exception {
    assertThat(run("sources", "--add", "Own work", "--feed", source.toString())).isZero();
    assertThat(run("news")).isZero();
    assertThat(run("fetch", "wet kelp", "--resolution", "1k")).as(err).isZero();
    assertThat(run("fetch", "wet kelp", "--resolution", "8K")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("not to be had at 8K. There is: 1K");
    String feed = Files.readString(source.resolve("feed.json"));
    Files.writeString(dir.resolve("secret.zip"), "not of the feed");
    Files.writeString(
        source.resolve("feed.json"), feed.replace("Dory_Oak_1.3_2K.zip", "../../secret.zip"));
    assertThat(run("news")).isZero();
    assertThat(run("fetch", "dory oak")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("no file in the folder of its feed");
  }

  @Test
  void anOrderListOfAnUnknownFormIsReadByPointing() throws Exception {
    Path list = dir.resolve("orders.csv");
    Files.writeString(
        list,
        "Tinder & Tarn;your orders\n\nArtikel;Bestellt am;Beleg;Summe\n"
            + "Oiled canvas (4K);04.02.2026;TT-1;18,00 €\nCork float;17.02.2026;TT-2;1.204,50 €\n"
            + "Gesamt;;;1.222,50 €\n");
    assertThat(run("take-in", zip.toString())).isZero();
    assertThat(run("owned", "--import", list.toString(), "--columns")).isZero();
    assertThat(out.lines()).containsExactly("Artikel", "Bestellt am", "Beleg", "Summe");
    String[] read = {"owned", "--import", list.toString(), "--source", "Tinder & Tarn"};
    assertThat(run(read)).isEqualTo(Exit.USE);
    assertThat(err).contains("Artikel, Bestellt am");
    assertThat(
            run(
                "owned",
                "--import",
                list.toString(),
                "--source",
                "Tinder & Tarn",
                "--map",
                "pack=Artikel,date=Bestellt am,order=Beleg,price=4",
                "--json"))
        .as(err)
        .isZero();
    assertThat(json().at("/added").asInt()).isEqualTo(2);
    assertThat(json().at("/owned/1/price").asString()).isEqualTo("18.00 EUR");
    assertThat(json().at("/owned/1/date").asString()).isEqualTo("2026-02-04");
    assertThat(json().at("/owned/1/editions/0").asString()).isEqualTo("4K");
    assertThat(run(read)).isZero();
    assertThat(out).contains("0 added, 0 completed, 2 known already");
    assertThat(run("sources")).isZero();
    assertThat(out).contains("Tinder & Tarn: 2 packs, 2 not here, paid 1222.50 EUR");
    assertThat(run("owned", "--import", list.toString(), "--source", "X", "--map", "pack=Nope"))
        .isEqualTo(Exit.USE);
    assertThat(err).contains("no column “Nope”");
  }

  @Test
  void twoProcessesFetchNothingTwice() throws Exception {
    add();
    assertThat(run("news")).isZero();
    try (Shelf one = Shelf.open(shelf);
        Shelf two = Shelf.open(shelf);
        Web web = new Web();
        Web other = new Web()) {
      Sources s = one.sources();
      SourceNews n = s.news().getFirst();
      Set<String> states = new TreeSet<>();
      Fetching a = one.fetching(web, (f, b) -> {});
      Fetching b = two.fetching(other, (f, x) -> {});
      for (PackNews p : n.packs()) {
        a.queue().add(List.of(Wishes.newest(n, p, null)));
      }
      a.go();
      b.go();
      a.runAll();
      b.runAll();
      a.runAll();
      a.queue().all().forEach(f -> states.add(f.state().id()));
      assertThat(states).containsExactly("done");
    }
    long all = 0;
    for (String f : List.of("Dory_Oak_1.3_2K.zip", "Wet Kelp_2.0_1K.zip")) {
      all += Files.size(source.resolve(f));
    }
    assertThat(shop.sent()).isEqualTo(all);
  }

  @Test
  void whatNobodyHasIsSaid() throws Exception {
    assertThatThrownBy(() -> Sources.address("ftp://tinder.example/feed"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("is no feed");
    assertThat(run("take-in", zip.toString())).isZero();
    assertThat(run("news")).isZero();
    assertThat(err).contains("No feed was asked");
    assertThat(run("fetch", "moon dust")).isEqualTo(Exit.FAILED);
    assertThat(run("fetch")).isEqualTo(Exit.USE);
    assertThat(run("news", "--source", "Nobody")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("There are: Gantry Nine");
  }
}
