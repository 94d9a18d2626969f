package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each line of the comparison that a person sees before letting go of one of two items. */
class AdviceFactsTest {
  private static ShelvedItem of(
      ItemRecord item, String pack, String version, String licence, String day) {
    return new ShelvedItem(
        item,
        new ShelvedItem.PackSummary(
            "p-" + item.key(),
            pack,
            version,
            "Pebblejar",
            null,
            licence,
            null,
            "packs/x",
            null,
            day,
            1,
            1,
            null,
            null,
            List.of()));
  }

  private static ItemRecord set(String key, int side, String format, int bits, MapRole... roles) {
    PaperItem p = PaperItem.of(key);
    for (MapRole r : roles) {
      p.map(PaperItem.map(key, r, format, side, side, 3, bits));
    }
    return p.item();
  }

  private static Advice advice(ShelvedItem a, ShelvedItem b, Map<String, List<String>> hosts) {
    Advice one = Advice.of(a, b, hosts);
    Advice turned = Advice.of(b, a, hosts);
    assertThat(turned.keepFirst()).isEqualTo(!one.keepFirst());
    for (int i = 0; i < one.facts().size(); i++) {
      assertThat(turned.facts().get(i).better()).isEqualTo(-one.facts().get(i).better());
      assertThat(turned.facts().get(i).first()).isEqualTo(one.facts().get(i).second());
    }
    return one;
  }

  private static Advice.Fact fact(Advice a, String name) {
    return a.facts().stream().filter(f -> f.trait().title().equals(name)).findFirst().orElseThrow();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Side, format, bits of both | fact | first | second | better
        "2048 png 8 | 1024 png 8 | Size | 2K PNG | 1K PNG | 1",
        "2048 png 8 | 2048 jpeg 8 | Size | 2K PNG | 2K JPEG | 0",
        "2048 png 8 | 2048 jpeg 8 | Stored | lossless | with loss | 1",
        "2048 png 16 | 2048 png 8 | Stored | lossless, base colour in 16 bit | lossless | 1",
        "2048 jpeg 8 | 1024 jpeg 8 | Sharpness | true 2K | true 1K | 1",
        "0 png 8 | 0 png 8 | Size | PNG | PNG | 0",
        "0 png 8 | 0 png 8 | Sharpness | not known | not known | 0"
      })
  void picturesAreComparedByWhatTheyHold(
      String a, String b, String name, String first, String second, int better) {
    String[] x = a.split(" ");
    String[] y = b.split(" ");
    Advice advice =
        advice(
            of(
                set("a", Integer.parseInt(x[0]), x[1], Integer.parseInt(x[2]), MapRole.BASE_COLOUR),
                "One",
                null,
                null,
                "2026-01-01"),
            of(
                set("b", Integer.parseInt(y[0]), y[1], Integer.parseInt(y[2]), MapRole.BASE_COLOUR),
                "Two",
                null,
                null,
                "2026-02-01"),
            Map.of());
    Advice.Fact f = fact(advice, name);
    assertThat(f.first()).isEqualTo(first);
    assertThat(f.second()).isEqualTo(second);
    assertThat(f.better()).isEqualTo(better);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "CC0-1.0 | CC-BY-4.0 | CC0-1.0 · any use | CC-BY-4.0 · credit needed | 1",
        " | CC-BY-4.0 | not known | CC-BY-4.0 · credit needed | -1",
        "CC-BY-4.0 | CC-BY-NC-4.0 | CC-BY-4.0 · credit needed | CC-BY-NC-4.0 · limited use | 1",
        "CC0-1.0 | CC0-1.0 | CC0-1.0 · any use | CC0-1.0 · any use | 0"
      })
  void freerLicencesAreBetter(String a, String b, String first, String second, int better) {
    ItemRecord x = set("a", 1024, "png", 8, MapRole.BASE_COLOUR);
    ItemRecord y = set("b", 1024, "png", 8, MapRole.BASE_COLOUR);
    Advice advice =
        advice(of(x, "One", null, a, "2026-01-01"), of(y, "Two", null, b, "2026-02-01"), Map.of());
    Advice.Fact f = fact(advice, "Licence");
    assertThat(f.first()).isEqualTo(first);
    assertThat(f.second()).isEqualTo(second);
    assertThat(f.better()).isEqualTo(better);
  }

  @Test
  void theFreerLicenceOfTheOneThatGoesIsNotLost() {
    ItemRecord large = set("a", 4096, "png", 16, MapRole.BASE_COLOUR);
    ItemRecord small = set("b", 1024, "jpeg", 8, MapRole.BASE_COLOUR);
    Advice advice =
        advice(
            of(large, "One", null, "CC-BY-4.0", "2026-01-01"),
            of(small, "Two", null, "CC0-1.0", "2026-02-01"),
            Map.of());
    assertThat(advice.keepFirst()).isTrue();
    assertThat(advice.sentence())
        .isEqualTo(
            "keep the left one: larger, stored better, sharper; the right one’s licence is freer,"
                + " so its record stays too.");
    assertThat(advice.inNames("Rope", "Sail"))
        .isEqualTo(
            "keep Rope: larger, stored better, sharper; Sail’s licence is freer, so its record"
                + " stays too.");
  }

  @Test
  void mapsThatOnlyTheOtherHasCanStayWithTheOneThatIsKept() {
    ItemRecord large =
        set("a", 4096, "png", 16, MapRole.BASE_COLOUR, MapRole.NORMAL, MapRole.ROUGHNESS);
    ItemRecord more = set("b", 1024, "jpeg", 8, MapRole.BASE_COLOUR, MapRole.HEIGHT);
    Advice advice =
        advice(
            of(large, "One", null, null, "2026-01-01"),
            of(more, "Two", null, null, "2026-02-01"),
            Map.of());
    assertThat(advice.combine()).isTrue();
    assertThat(advice.sentence()).endsWith("; maps that only the right one has can stay with it.");
    assertThat(fact(advice, "Maps").first()).isEqualTo("3: with roughness, normal");
    assertThat(fact(advice, "Maps").second()).isEqualTo("2: with height");
  }

  @Test
  void versionsCountWithinOnePackOnly() {
    ItemRecord x = set("a", 1024, "png", 8, MapRole.BASE_COLOUR);
    ItemRecord y = set("b", 1024, "png", 8, MapRole.BASE_COLOUR);
    Advice one =
        advice(
            of(x, "Nets", "1.9", null, "2026-01-01"),
            of(y, "nets", "1.10", null, "2026-02-01"),
            Map.of());
    assertThat(one.keepFirst()).isFalse();
    assertThat(one.sentence()).isEqualTo("keep the right one: newer.");
    Advice two =
        advice(
            of(x, "Nets", "1.9", null, "2026-01-01"),
            of(y, "Ropes", "7", null, "2026-02-01"),
            Map.of());
    assertThat(fact(two, "Version").better()).isZero();
    assertThat(two.sentence())
        .isEqualTo("keep the left one; nothing speaks for either, it was there first.");
  }

  @Test
  void whatIsInUseIsKept() {
    ItemRecord x = set("a", 1024, "png", 8, MapRole.BASE_COLOUR);
    ItemRecord y = set("b", 1024, "png", 8, MapRole.BASE_COLOUR);
    Advice advice =
        advice(
            of(x, "One", null, null, "2026-01-01"),
            of(y, "Two", null, null, "2026-02-01"),
            Map.of(y.id(), List.of("Lanternhouse", "Quickfoot")));
    assertThat(advice.keepFirst()).isFalse();
    assertThat(fact(advice, "Used in").first()).isEqualTo("nowhere");
    assertThat(fact(advice, "Used in").second()).isEqualTo("Lanternhouse, Quickfoot");
  }

  @Test
  void enlargedMapsAreNamed() {
    ItemRecord x = set("a", 2048, "png", 8, MapRole.BASE_COLOUR, MapRole.NORMAL);
    ItemRecord soft =
        x.withMaps(
            x.maps(),
            List.of(
                new Problem(
                    "low-detail",
                    Problem.Severity.NOTE,
                    MapRole.NORMAL,
                    null,
                    Phrase.plain("no detail"))));
    ItemRecord y = set("b", 1024, "png", 8, MapRole.BASE_COLOUR, MapRole.NORMAL);
    Advice advice =
        advice(
            of(soft, "One", null, null, "2026-01-01"),
            of(y, "Two", null, null, "2026-02-01"),
            Map.of());
    assertThat(fact(advice, "Sharpness").first()).isEqualTo("normal: no detail above half of 2K");
    assertThat(advice.keepFirst()).as("its colour is larger still").isTrue();
  }

  @Test
  void bytesAndDaysAreSaidAsTheyAre() {
    ItemRecord x = set("a", 2048, "png", 8, MapRole.BASE_COLOUR);
    ItemRecord y = set("b", 512, "png", 8, MapRole.BASE_COLOUR);
    ShelvedItem bought = of(x, "One", null, null, "2026-01-01T12:00:00Z");
    Advice advice = advice(bought, of(y, "Two", null, null, "2026-02-01"), Map.of());
    assertThat(fact(advice, "On disk").first()).isEqualTo("4.2 MB");
    assertThat(fact(advice, "On disk").second()).isEqualTo("262 kB");
    assertThat(fact(advice, "Got").first()).isEqualTo("2026-01-01 · Pebblejar");
    assertThat(fact(advice, "Got").weight()).isZero();
  }
}
