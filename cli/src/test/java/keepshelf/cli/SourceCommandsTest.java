package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import keepshelf.cli.frame.Exit;
import keepshelf.core.Shelf;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.fetch.Wishes;
import keepshelf.core.sources.web.Web;
import keepshelf.standins.shop.Mode;
import keepshelf.standins.shop.Shop;
import org.junit.jupiter.api.Test;

/** Sources by command, against a shop that keeps its word. */
class SourceCommandsTest extends WithShop {
  private static final String TOKEN = "oars-and-ropes-1848";

  /** All that a request may say beside its address. */
  private static final Set<String> SENT =
      Set.of(
          "Host",
          "User-agent",
          "Accept",
          "Accept-encoding",
          "Authorization",
          "Range",
          "If-range",
          "If-none-match",
          "If-modified-since");

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
    assertThat(versions()).containsExactlyInAnyOrder("1.2", "1.3");
    assertThat(run("news", "--as-read")).isZero();
    assertThat(out).doesNotContain("instead of");
  }

  /** The versions of the items that were found. */
  private List<String> versions() {
    List<String> ids = new ArrayList<>();
    json().at("/items").forEach(i -> ids.add(i.at("/id").asString()));
    List<String> all = new ArrayList<>();
    for (String id : ids) {
      assertThat(run("show", id, "--json")).isZero();
      all.add(json().at("/record/version").asString());
    }
    return all;
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
    assertThat(out).as("nothing is known of what is new").isEmpty();
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
      assertThat(SENT).as(r.toString()).containsAll(r.headers().keySet());
      assertThat(r.headers().get("User-agent"))
          .singleElement()
          .asString()
          .matches("[A-Za-z /.\\d]+");
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

  /** Two whole programs, started at the same moment over one shelf. */
  @Test
  void twoCommandsAtOnceFetchNothingTwice() throws Exception {
    add();
    assertThat(run("news")).isZero();
    List<Process> both = new ArrayList<>();
    for (int i = 0; i < 2; i++) {
      both.add(
          Program.start(
              List.of(),
              Main.class,
              System.getProperty("keepshelf.config"),
              dir.resolve("fetch-" + i),
              "fetch",
              "dory oak",
              "wet kelp",
              "--shelf",
              shelf.toString()));
    }
    for (int i = 0; i < 2; i++) {
      assertThat(both.get(i).waitFor(3, TimeUnit.MINUTES)).isTrue();
      assertThat(both.get(i).exitValue()).as(Files.readString(dir.resolve("fetch-" + i))).isZero();
    }
    assertThat(run("list", "--json")).isZero();
    assertThat(json().at("/items").size()).isEqualTo(2);
    long all = 0;
    for (String f : List.of("Dory_Oak_1.3_2K.zip", "Wet Kelp_2.0_1K.zip")) {
      all += Files.size(source.resolve(f));
    }
    assertThat(shop.sent()).isEqualTo(all);
  }

  /** The archive's name and its files are silent; the feed alone knows which version it is. */
  @Test
  void aVersionThatOnlyTheFeedKnowsCarriesMarksOver() throws Exception {
    Path other = Files.createDirectories(shopFolder.resolve("silent"));
    repacked(zip, other.resolve("Dory_Oak.zip"), 1);
    String hash = Hashes.sha256(other.resolve("Dory_Oak.zip"));
    long bytes = Files.size(other.resolve("Dory_Oak.zip"));
    Files.writeString(
        other.resolve("feed.json"),
        """
        {"form":"keepshelf-source-feed/1","issued":"2026-02-03T04:05:06Z","items":[
         {"id":"dory-oak","name":"Dory Oak","free":true,"versions":[{"version":"1.4",
          "editions":[{"name":"2K","resolution":"2K","files":[
           {"path":"Dory_Oak.zip","bytes":%d,"sha256":"%s"}]}]}]}]}\
        """
            .formatted(bytes, hash));
    assertThat(run("take-in", source.resolve("Dory_Oak_1.2_2K.zip").toString())).isZero();
    assertThat(run("edit", "dory_oak", "--set", "tags=quay")).isZero();
    String feed = shop.feed("silent").toString();
    assertThat(run("sources", "--add", "Gantry Nine", "--feed", feed)).isZero();
    assertThat(run("news")).isZero();
    assertThat(run("fetch", "--newer", "--json")).as(err).isZero();
    assertThat(json().at("/fetched/0/state").asString()).isEqualTo("done");
    assertThat(run("search", "tag:quay", "--json")).isZero();
    assertThat(versions()).containsExactlyInAnyOrder("1.2", "1.4");
  }

  /** The version on the shelf is not the newest one: the file comes out of its own archive. */
  @Test
  void aLostFileIsTakenOutOfTheVersionThatHasIt() throws Exception {
    assertThat(run("take-in", source.resolve("Dory_Oak_1.2_2K.zip").toString(), "--json")).isZero();
    Path folder = shelf.resolve(json().at("/packs/0/folder").asString());
    Path lost;
    try (var all = Files.walk(folder)) {
      lost = all.filter(p -> p.endsWith("notes.bin")).findFirst().orElseThrow();
    }
    byte[] was = Files.readAllBytes(lost);
    Files.delete(lost);
    assertThat(run("check")).isEqualTo(Exit.PROBLEMS);
    add();
    assertThat(run("news")).isZero();
    assertThat(run("fetch", "--lost")).as(err).isZero();
    assertThat(lost).hasBinaryContent(was);
    assertThat(run("check")).isZero();
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
