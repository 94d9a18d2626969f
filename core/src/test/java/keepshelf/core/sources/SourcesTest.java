package keepshelf.core.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.WishList;
import keepshelf.core.sources.owned.Costs;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.core.sources.web.Web;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of packs out of the shelf, what is owned and a feed in a folder. */
class SourcesTest {
  private static final String TINDER = "Tinder & Tarn";

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private static String item(String id, String name, String more, String version) {
    return """
    {"id":"%s","name":"%s"%s,"versions":[{"version":"%s",
      "licence":{"id":"CC-BY-4.0"},
      "editions":[{"name":"1K","resolution":"1K","files":[
        {"path":"%s-%s.zip","bytes":9,"sha256":"%s"}]}]}]}\
    """
        .formatted(id, name, more, version, id, version, "ab".repeat(32));
  }

  private SourceNews told(String account, String... items) throws Exception {
    Path feed = dir.resolve("feed.json");
    Files.writeString(
        feed,
        "{\"form\":\"keepshelf-source-feed/1\",\"issued\":\"2026-02-03T04:05:06Z\","
            + account
            + "\"items\":["
            + String.join(",", items)
            + "]}");
    Source s = shelf.sources().connect(TINDER, feed.toString(), null);
    try (Web web = new Web()) {
      shelf.sources().ask(s, web);
    }
    return news();
  }

  private Source source() throws ShelfException {
    return shelf.sources().need(TINDER);
  }

  private SourceNews news() {
    return shelf.sources().news().stream()
        .filter(n -> n.source().name().equals(TINDER))
        .findFirst()
        .orElseThrow();
  }

  private void file(String archive, Filing.Wishes wishes) throws Exception {
    Path zip = TestPacks.zip(dir.resolve(archive), TestPacks.kelpSet());
    shelf.file(shelf.read(zip.toString(), Progress.NONE), wishes, Progress.NONE);
  }

  private static Filing.Wishes from(String version, String licence, Purchase purchase) {
    return new Filing.Wishes(TINDER, licence, version, null, purchase, null);
  }

  private static Entitlement bought(String name, String price, String until) {
    return new Entitlement(
        null,
        TINDER,
        name,
        null,
        List.of(),
        price == null ? null : Money.read(price).orElseThrow(),
        "2026-01-02",
        "T-7",
        null,
        null,
        null,
        null,
        until,
        null,
        Entitlement.How.BY_HAND);
  }

  @Test
  void twoThingsOfOneNameAreBothThere() throws Exception {
    SourceNews n =
        told(
            "",
            item("cork-a", "Cork float", ",\"free\":true", "1"),
            item("cork-b", "Cork float", ",\"owned\":{\"order\":\"T-1\"}", "4"));
    assertThat(n.packs()).hasSize(2).extracting(PackNews::name).containsOnly("Cork float");
    assertThat(n.packs())
        .extracting(p -> p.newest().orElseThrow().version())
        .containsExactlyInAnyOrder("1", "4");
    WishList list = new WishList();
    n.packs().forEach(p -> list.newest(n, p, null));
    assertThat(list.problems()).isEmpty();
    assertThat(list.fetches()).extracting(Fetch::version).containsExactlyInAnyOrder("1", "4");
  }

  /** Only what is neither free nor paid goes away with a subscription. */
  @ParameterizedTest
  @CsvSource({
    "'',                                          true",
    "',\"owned\":{}',                             true",
    "',\"owned\":{\"price\":\"18.00 EUR\"}',      false",
    "',\"free\":true,\"owned\":{}',               false"
  })
  void aSubscriptionEndsForWhatHangsOnIt(String more, boolean hangs) throws Exception {
    String end = LocalDate.now().minusDays(3).toString();
    shelf.sources().owned().put(bought("Oiled canvas", null, null));
    String said = more.isEmpty() ? ",\"owned\":{}" : more;
    SourceNews n =
        told("\"account\":{\"until\":\"" + end + "\"},", item("canvas", "Oiled canvas", said, "2"));
    assertThat(n.until()).isEqualTo(end);
    PackNews p = n.packs().getFirst();
    assertThat(p.states().contains(State.AT_RISK)).isEqualTo(hangs);
    WishList list = new WishList();
    list.newest(n, p, null);
    Purchase noted = list.fetches().getFirst().purchase();
    assertThat(noted.until()).isEqualTo(hangs ? end : null);
    assertThat(noted.order()).isEqualTo("T-7");
  }

  @Test
  void noMoreIsWishedThanAPlanHasDownloadsLeft() throws Exception {
    SourceNews n =
        told(
            "\"account\":{\"downloads_left\":2,\"renews\":\"2030-01-01\"},",
            item("a", "Anchor rust", ",\"free\":true", "1"),
            item("b", "Buoy paint", ",\"free\":true", "1"),
            item("c", "Cork float", ",\"free\":true", "1"));
    WishList list = new WishList();
    n.packs().forEach(p -> list.newest(n, p, null));
    assertThat(list.fetches()).hasSize(2);
    assertThat(list.problems())
        .singleElement()
        .extracting(Problem::message)
        .asString()
        .contains("no more than 2 downloads left until 2030-01-01")
        .contains("Cork float");
  }

  @Test
  void whatNewTermsAndVersionsMeanForAPackOnTheShelfIsSaid() throws Exception {
    file("Wet_Kelp_v1.2.zip", from("1.2", "CC0-1.0", null));
    SourceNews n = told("", item("kelp", "Wet Kelp", ",\"owned\":{}", "1.10"));
    assertThat(n.packs())
        .singleElement()
        .satisfies(p -> {
          assertThat(p.states()).contains(State.NEWER, State.TERMS);
          assertThat(p.here()).isEqualTo("1.2");
          assertThat(p.licence()).isEqualTo("CC0-1.0");
        });
    assertThat(told("", item("kelp", "Wet Kelp", "", "1.1")).packs().getFirst().states())
        .doesNotContain(State.NEWER);
  }

  /** The same purchase, told by a pack and by a list, is the same money. */
  @Test
  void nothingIsPaidTwice() throws Exception {
    Purchase p = new Purchase("18.00 EUR", "2026-01-02", "T-7", null, null, null);
    file("Wet_Kelp_v1.2.zip", from("1.2", null, p));
    shelf.sources().owned().put(bought("Wet Kelp", "18.00 EUR", null));
    assertThat(news().costs()).hasToString(costsOf("18.00 EUR"));
  }

  private static String costsOf(String price) {
    return Costs.of(List.of(bought("x", price, null))).toString();
  }

  @Test
  void aForgottenFeedLeavesWhatAPersonSaid() throws Exception {
    told("", item("kelp", "Wet Kelp", ",\"owned\":{\"order\":\"T-1\"}", "2"));
    shelf.sources().change(TINDER, s -> s.listing(Map.of("pack", "Artikel")));
    Schedule.put(source().feed(), 7);
    String feed = source().feed();
    shelf.sources().disconnect(TINDER);
    assertThat(source().feed()).isNull();
    assertThat(source().columns()).containsEntry("pack", "Artikel");
    assertThat(Schedule.days(feed)).isZero();
    assertThat(news().packs())
        .singleElement()
        .satisfies(p -> assertThat(p.states()).contains(State.NOT_HERE));
  }

  @Test
  void aFeedIsDueByTheDaysSaidHereAlone() throws Exception {
    told("", item("kelp", "Wet Kelp", "", "2"));
    assertThat(shelf.sources().due()).isEmpty();
    Schedule.put(source().feed(), 1);
    assertThat(shelf.sources().due()).as("it was asked just now").isEmpty();
    Path cache;
    try (var all = Files.walk(dir.resolve("shelf/.keepshelf/feeds"))) {
      cache = all.filter(Files::isRegularFile).findFirst().orElseThrow().getParent();
    }
    FileTrees.delete(cache);
    assertThat(shelf.sources().due()).extracting(Source::name).containsExactly(TINDER);
    Schedule.put(source().feed(), 0);
  }

  @Test
  void aDamagedRecordIsNotWrittenOver() throws Exception {
    shelf.sources().change(TINDER, s -> s.listing(Map.of("pack", "Artikel")));
    Path record;
    try (var all = Files.list(dir.resolve("shelf/records/sources"))) {
      record = all.findFirst().orElseThrow();
    }
    Files.writeString(record, "{ the tide took it");
    assertThatThrownBy(() -> shelf.sources().change(TINDER, s -> s.at(null)))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("cannot be read")
        .hasMessageContaining("backup");
    assertThat(record).hasContent("{ the tide took it");
  }
}
