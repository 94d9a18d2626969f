package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import keepshelf.cli.frame.Exit;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.standins.shop.Mode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Fetching from shops that serve badly or lie. */
class ShopTroubleTest extends WithShop {
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
}
