package keepshelf.desktop.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Costs;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the place of sources says about packs, days, sizes and money. */
class SourceTextsTest {
  private Locale before;

  @BeforeEach
  void english() {
    before = Locale.getDefault();
    Locale.setDefault(Locale.UK);
  }

  @AfterEach
  void asItWas() {
    Locale.setDefault(before);
  }

  @ParameterizedTest
  @CsvSource({
    "0, 1 KB",
    "1, 1 KB",
    "1499, 1 KB",
    "1500, 2 KB",
    "999999, '1,000 KB'",
    "1000000, 1 MB",
    "1450000, 1.4 MB",
    "38400000, 38 MB",
    "999000000, 999 MB",
    "1000000000, 1 GB",
    "2540000000, 2.5 GB"
  })
  void sizes(long bytes, String said) {
    assertThat(SourceTexts.size(bytes)).isEqualTo(said);
  }

  @ParameterizedTest
  @CsvSource({"-1, ''", "0, 1 s left", "42, 42 s left", "60, 1 min left", "149, 2 min left"})
  void timeLeft(double seconds, String said) {
    assertThat(SourceTexts.left(seconds)).isEqualTo(said);
  }

  @Test
  void whenItWasAsked() {
    Instant now = Instant.now();
    assertThat(SourceTexts.asked(null)).isEqualTo("never asked");
    assertThat(SourceTexts.asked("once")).isEqualTo("never asked");
    assertThat(SourceTexts.asked(now.toString())).isEqualTo("asked just now");
    assertThat(SourceTexts.asked(now.minus(61, ChronoUnit.SECONDS).toString()))
        .isEqualTo("asked a minute ago");
    assertThat(SourceTexts.asked(now.minus(5, ChronoUnit.MINUTES).toString()))
        .isEqualTo("asked 5 minutes ago");
    assertThat(SourceTexts.asked(now.minus(3, ChronoUnit.HOURS).toString()))
        .isEqualTo("asked 3 hours ago");
    assertThat(SourceTexts.asked(now.minus(9, ChronoUnit.DAYS).toString()))
        .isEqualTo("asked 9 days ago");
  }

  @ParameterizedTest
  @CsvSource({"2026-03-14, 14 Mar 2026", "some day, some day", "2026-02-30, 2026-02-30"})
  void days(String iso, String said) {
    assertThat(SourceTexts.day(iso)).isEqualTo(said);
  }

  @Test
  void whatIsPast() {
    assertThat(SourceTexts.past("2020-01-01")).isTrue();
    assertThat(SourceTexts.past(LocalDate.now().toString())).isFalse();
    assertThat(SourceTexts.past("2999-01-01")).isFalse();
    assertThat(SourceTexts.past("some day")).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "84, EUR, €84",
    "84.5, GBP, £84.50",
    "12, $, $ 12",
    "12.5, '', 12.5",
    "1200, XQQ, 'XQQ 1,200'"
  })
  void money(BigDecimal sum, String currency, String said) {
    assertThat(SourceTexts.money(sum, currency)).isEqualTo(said);
  }

  @Test
  void sumsOfSeveralCurrenciesAndYearsStayApart() {
    Map<String, BigDecimal> sums = new LinkedHashMap<>();
    sums.put("EUR", new BigDecimal("84"));
    sums.put("GBP", new BigDecimal("12"));
    assertThat(SourceTexts.money(sums)).isEqualTo("€84, £12");
    Map<String, Map<String, BigDecimal>> years = new TreeMap<>();
    years.put("2025", Map.of("EUR", new BigDecimal("10")));
    years.put("", Map.of("EUR", new BigDecimal("5")));
    assertThat(SourceTexts.years(new Costs(years))).isEqualTo("day unknown: €5\n2025: €10");
  }

  private static Feed.Item item(String withdrawn, Boolean free, Feed.Version... versions) {
    return new Feed.Item("i", "Nets", null, null, null, free, withdrawn, List.of(versions));
  }

  private static Feed.Version version(String name, String notes, String licence) {
    Feed.Terms terms = licence == null ? null : new Feed.Terms(licence, null, null);
    return new Feed.Version(
        name,
        "2026-01-01",
        notes,
        null,
        terms,
        List.of(new Feed.Edition("4K PNG", "4K", List.of())));
  }

  private static Entitlement bought(String day) {
    return new Entitlement(
        "e",
        "Pebblejar",
        "Nets",
        null,
        List.of(),
        Money.read("18 EUR").orElseThrow(),
        day,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        Entitlement.How.BY_HAND);
  }

  private static PackNews pack(
      String here, Feed.Item item, Entitlement owned, String until, State... states) {
    Set<State> all = EnumSet.noneOf(State.class);
    all.addAll(List.of(states));
    List<BrokenFile> lost = List.of();
    return new PackNews(
        "Pebblejar",
        "Nets",
        here == null ? List.of() : List.of("p1"),
        here,
        here == null ? List.of() : List.of("2K"),
        item,
        owned,
        all,
        lost,
        "CC0-1.0",
        until);
  }

  @Test
  void whatIsNewOfAPack() {
    Feed.Item newer =
        item(null, null, version("2", "Knots are tighter.\nMore below.", "CC-BY-4.0"));
    assertThat(SourceTexts.news(pack("1", newer, null, null, State.NEWER)))
        .isEqualTo("2: “Knots are tighter.”");
    Feed.Item plain = item(null, null, version("2", null, "CC-BY-4.0"));
    assertThat(SourceTexts.news(pack("1", plain, null, null, State.NEWER))).isEqualTo("2 is out");
    assertThat(SourceTexts.news(pack("1", plain, null, null, State.TERMS)))
        .isEqualTo("terms are CC-BY-4.0 now");
    assertThat(SourceTexts.news(pack(null, plain, bought("2026-02-04"), null, State.NOT_HERE)))
        .isEqualTo("owned, not on the shelf");
    assertThat(SourceTexts.news(pack("1", item("2026-02-04", null), null, null, State.WITHDRAWN)))
        .isEqualTo("withdrawn by its source on 4 Feb 2026; licence kept");
    assertThat(SourceTexts.news(pack("1", plain, null, "2020-01-01", State.AT_RISK)))
        .isEqualTo("subscription ended 1 Jan 2020");
    assertThat(SourceTexts.news(pack("1", plain, null, "2999-01-01", State.AT_RISK)))
        .isEqualTo("subscription ends 1 Jan 2999");
    assertThat(SourceTexts.news(pack("1", plain, null, null, State.OTHER_EDITION)))
        .isEqualTo("current · 4K can be fetched");
    assertThat(SourceTexts.news(pack("1", plain, null, null, State.NEWER, State.OTHER_EDITION)))
        .as("a newer version has its editions anyway")
        .isEqualTo("2 is out");
    assertThat(SourceTexts.news(pack("1", plain, null, null))).isEqualTo("current");
    assertThat(SourceTexts.news(pack("1", null, null, null))).isEmpty();
    assertThat(SourceTexts.news(pack(null, plain, null, null))).isEqualTo("free to fetch");
  }

  @Test
  void whichVersionIsWhere() {
    Feed.Item newer = item(null, null, version("2", null, null));
    assertThat(SourceTexts.versions(pack("1", newer, null, null, State.NEWER)))
        .isEqualTo("1 here · 2 there");
    assertThat(SourceTexts.versions(pack("1", newer, null, null))).isEqualTo("1");
    assertThat(SourceTexts.versions(pack(null, newer, bought("2026-02-04"), null)))
        .isEqualTo("bought 4 Feb 2026 · never fetched");
    assertThat(SourceTexts.versions(pack(null, newer, bought(null), null)))
        .isEqualTo("owned · never fetched");
    assertThat(SourceTexts.versions(pack(null, newer, null, null))).isEqualTo("free · not here");
  }

  @ParameterizedTest
  @CsvSource({
    "LOST, , bad",
    "NEWER, , remark",
    "NOT_HERE, , attention",
    "WITHDRAWN, , attention",
    "TERMS, , attention",
    "AT_RISK, 2020-01-01, bad",
    "AT_RISK, 2999-01-01, attention",
    "OTHER_EDITION, , second"
  })
  void howItIsDrawn(State state, String until, String style) {
    Feed.Item any = item(null, null, version("2", null, null));
    assertThat(SourceTexts.style(pack("1", any, null, until, state))).isEqualTo(style);
    assertThat(SourceTexts.style(pack("1", any, null, until, State.LOST, state))).isEqualTo("bad");
  }

  private static SourceNews source(String feed, String asked, String until, PackNews... packs) {
    return new SourceNews(
        new Source("Pebblejar", feed, null, null, null, null, until, Map.of()),
        null,
        null,
        asked,
        false,
        List.of(packs),
        new Costs(Map.of()),
        until,
        7);
  }

  @Test
  void theLineOfASource() {
    Feed.Item newer = item(null, null, version("2", null, null));
    String now = Instant.now().toString();
    assertThat(SourceTexts.line(source(null, null, null))).isEqualTo("no packs · no feed");
    assertThat(
            SourceTexts.line(source("https://a.example", now, null, pack("1", newer, null, null))))
        .isEqualTo("1 pack · nothing new");
    assertThat(
            SourceTexts.line(
                source(
                    "https://a.example",
                    now,
                    "2020-01-01",
                    pack("1", newer, null, null, State.NEWER),
                    pack("1", newer, null, null, State.LOST),
                    pack(null, newer, bought("2026-01-01"), null, State.NOT_HERE))))
        .isEqualTo(
            "subscription ended 1 Jan 2020 · 3 packs · 1 newer · 1 not fetched · 1 with lost"
                + " files");
    Feed.Item free = item(null, true, version("1", null, null));
    assertThat(
            SourceTexts.line(source("https://a.example", null, null, pack("1", free, null, null))))
        .startsWith("free · 1 pack");
  }
}
