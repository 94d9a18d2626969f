package keepshelf.core.projects;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is different between two states. */
class FrozenTest {
  private static Frozen of(Frozen.Use... uses) {
    return new Frozen("Tideline", "2026-11-30T08:00:00Z", List.of(uses));
  }

  private static Frozen.Use use(String version, String finish, String licence, String verdict) {
    return new Frozen.Use("i1", "Net Mesh", version, finish, licence, verdict, List.of("aa"));
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "1.0, -, CC0-1.0, allowed, '', ''",
        "1.1, -, CC0-1.0, allowed, version, 'Net Mesh: version was 1.0, is 1.1.'",
        "-, -, CC0-1.0, allowed, version, 'Net Mesh: version was 1.0, is none.'",
        "1.0, Wet, CC0-1.0, allowed, finish, 'Net Mesh: finish was none, is Wet.'",
        "1.0, -, CC-BY-4.0, allowed, licence, 'Net Mesh: licence was CC0-1.0, is CC-BY-4.0.'",
        "1.0, -, CC0-1.0, not-allowed, verdict, 'Net Mesh: verdict was allowed, is not allowed.'"
      })
  void eachThingThatIsOtherIsSaid(
      String version, String finish, String licence, String verdict, String kind, String said) {
    List<Frozen.Change> c =
        of(use("1.0", null, "CC0-1.0", "allowed"))
            .comparedWith(of(use(version, finish, licence, verdict)));
    if (kind.isEmpty()) {
      assertThat(c).isEmpty();
    } else {
      assertThat(c).containsExactly(new Frozen.Change(kind, "i1", said));
    }
  }

  @Test
  void otherFilesAreSaidWhateverTheVersion() {
    Frozen.Use other =
        new Frozen.Use("i1", "Net Mesh", "1.0", null, "CC0-1.0", "allowed", List.of("bb"));
    assertThat(of(use("1.0", null, "CC0-1.0", "allowed")).comparedWith(of(other)))
        .extracting(Frozen.Change::kind)
        .containsExactly("files");
  }
}
