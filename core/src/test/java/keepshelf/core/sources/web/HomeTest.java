package keepshelf.core.sources.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where requests may go, and where the token may. */
class HomeTest {
  private static final Home FAR = new Home(URI.create("https://203.0.113.7/feed.json"), "secret");

  @ParameterizedTest
  @ValueSource(
      strings = {
        "http://127.0.0.1/a",
        "http://localhost:8080/a",
        "http://[::1]/a",
        "http://10.1.2.3/a",
        "http://192.168.0.1/a",
        "http://172.16.9.9/a",
        "http://169.254.169.254/latest/meta-data",
        "http://100.64.0.1/a",
        "http://0.0.0.0/a",
        "http://[fd00::1]/a",
        "http://[fe80::1]/a",
        "http://[::ffff:127.0.0.1]/a",
        "http://2130706433/a",
        "file:///etc/passwd",
        "ftp://203.0.113.7/a",
        "jar:file:/a.jar!/b",
        "https:///a",
      })
  void aFeedOfTheWebLeadsNowhereElse(String to) {
    assertThatThrownBy(() -> FAR.permit(URI.create(to), null)).isInstanceOf(WebException.class);
  }

  @Test
  void encryptionIsNotDroppedOnTheWay() {
    URI from = URI.create("https://203.0.113.7/a");
    assertThatThrownBy(() -> FAR.permit(URI.create("http://203.0.113.7/b"), from))
        .hasMessageContaining("not encrypted");
    assertThatCode(() -> FAR.permit(URI.create("https://203.0.113.9/b"), from))
        .doesNotThrowAnyException();
    assertThatCode(() ->
            FAR.permit(URI.create("https://203.0.113.7/b"), URI.create("http://203.0.113.7/b")))
        .doesNotThrowAnyException();
  }

  @Test
  void aLocalFeedMayLeadToLocalFiles() throws Exception {
    Home near = new Home(URI.create("http://localhost:4711/feed.json"), "secret");
    assertThatCode(() -> near.permit(URI.create("http://127.0.0.1:9/a"), null))
        .doesNotThrowAnyException();
    assertThat(near.tokenFor(URI.create("http://localhost:4711/a.zip"))).isEqualTo("secret");
    assertThat(near.tokenFor(URI.create("http://localhost:4712/a.zip"))).isNull();
    assertThat(near.tokenFor(URI.create("http://127.0.0.1:4711/a.zip"))).isNull();
  }

  @Test
  void theTokenGoesToTheFeedsOwnOriginAlone() throws Exception {
    assertThat(FAR.tokenFor(URI.create("https://203.0.113.7:443/x"))).isEqualTo("secret");
    assertThat(FAR.tokenFor(URI.create("https://203.0.113.8/x"))).isNull();
    assertThat(FAR.tokenFor(URI.create("https://203.0.113.7:444/x"))).isNull();
    Home open = new Home(URI.create("http://203.0.113.7/feed.json"), "secret");
    assertThatThrownBy(() -> open.tokenFor(URI.create("http://203.0.113.7/x")))
        .hasMessageContaining("for all to read");
    assertThat(FAR).asString().doesNotContain("secret");
  }

  @Test
  void filesBesideAFeedStayBesideIt(@TempDir Path dir) throws Exception {
    Path folder = Files.createDirectories(dir.resolve("feed"));
    Path in = Files.writeString(folder.resolve("a.zip"), "a");
    Path out = Files.writeString(dir.resolve("b.zip"), "b");
    Files.createSymbolicLink(folder.resolve("link.zip"), out);
    Home home = new Home(folder.resolve("feed.json").toUri(), null);
    assertThat(home.beside(in.toUri())).isEqualTo(in.toRealPath());
    for (String no : new String[] {"../b.zip", "link.zip", "nothing.zip", "."}) {
      assertThatThrownBy(() -> home.beside(home.feed().resolve(no)))
          .isInstanceOf(WebException.class);
    }
    assertThatThrownBy(() -> FAR.beside(in.toUri())).isInstanceOf(WebException.class);
  }

  @Test
  void howLongToWaitIsReadInBothForms() {
    assertThat(Web.wait("120")).isEqualTo(Duration.ofMinutes(2));
    String later =
        ZonedDateTime.now(ZoneOffset.UTC).plusHours(1).format(DateTimeFormatter.RFC_1123_DATE_TIME);
    assertThat(Web.wait(later)).isBetween(Duration.ofMinutes(58), Duration.ofMinutes(61));
    assertThat(Web.wait("Wed, 21 Oct 2015 07:28:00 GMT")).isEqualTo(Duration.ZERO);
    assertThat(Web.wait("soon")).isNull();
  }
}
