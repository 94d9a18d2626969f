package keepshelf.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import keepshelf.core.model.Length;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QueryTest {
  @Test
  void wordsConditionsAndQuotesAreToldApart() {
    Query q =
        Query.of("rope -tarred \"lens glass\" res>=2K -source:\"Gantry Nine\" maps:normal,height");
    assertThat(q.words())
        .containsExactly(
            new Query.Word("rope", false, false),
            new Query.Word("tarred", false, true),
            new Query.Word("lens glass", true, false));
    assertThat(q.conditions()).hasSize(3);
    assertThat(q.conditions().get(0).comparison()).isEqualTo(Condition.Comparison.AT_LEAST);
    assertThat(q.conditions().get(1).values())
        .containsExactly(new Condition.Value("Gantry Nine", true));
    assertThat(q.conditions().get(1).not()).isTrue();
    assertThat(q.conditions().get(2).values())
        .extracting(Condition.Value::text)
        .containsExactly("normal", "height");
    assertThat(q.hints()).isEmpty();
  }

  @Test
  void whatIsNotUnderstoodIsSaidAndSearchedAsAWord() {
    assertThat(Query.of("flavour:sweet").hints()).hasSize(1).first().asString().contains("kind");
    assertThat(Query.of("flavour:sweet").words()).hasSize(1);
    assertThat(Query.of("source:").hints().getFirst()).contains("waits for a value");
    assertThat(Query.of("license:CC0-1.0").conditions().getFirst().key()).isEqualTo("licence");
    assertThat(Query.of("- -- \" : >").words()).isEmpty();
  }

  @Test
  void conditionsAreAddedReplacedAndTakenAway() {
    Query q = Query.of("rope kind:material maps:height");
    assertThat(q.with("kind:overlay").text()).isEqualTo("rope maps:height kind:overlay");
    assertThat(q.with("maps:normal").text())
        .isEqualTo("rope kind:material maps:height maps:normal");
    assertThat(q.without(q.conditions().getFirst()).text()).isEqualTo("rope maps:height");
    assertThat(Condition.typed("source", "Tinder & Tarn")).isEqualTo("source:\"Tinder & Tarn\"");
    assertThat(
            Query.of(Condition.typed("source", "Tinder & Tarn")).conditions().getFirst().values())
        .containsExactly(new Condition.Value("Tinder & Tarn", true));
  }

  @Test
  void nothingThatIsTypedFails() {
    Random r = new Random(5);
    String letters = "ab:\"-<>=, #é(*)\\'\0";
    for (int i = 0; i < 3000; i++) {
      StringBuilder b = new StringBuilder();
      for (int n = r.nextInt(14); n >= 0; n--) {
        b.append(letters.charAt(r.nextInt(letters.length())));
      }
      assertThat(Query.of(b.toString()).text()).isEqualTo(b.toString());
    }
  }

  @ParameterizedTest
  @CsvSource({"0.6,0.6", "60cm,0.6", "250mm,0.25", "2ft,0.6096", "10in,0.254", "'0,5 m',0.5"})
  void lengthsHaveUnits(String typed, double metres) {
    assertThat(Length.metres(typed, "m"))
        .isCloseTo(metres, org.assertj.core.data.Offset.offset(1e-9));
  }

  @Test
  void wordsAreFoundInSpiteOfATypingMistake() {
    var s =
        new Spelling(List.of("verdigris", "copper", "canvas", "slate", "rope", "barnacle", "2048"));
    assertThat(s.near("verdigirs")).containsExactly("verdigris");
    assertThat(s.near("coper")).containsExactly("copper");
    assertThat(s.near("barnakel")).containsExactly("barnacle");
    assertThat(s.near("slat")).containsExactly("slate");
    assertThat(s.near("rop")).isEmpty();
    assertThat(s.near("kelp")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"rope,rope,0", "rope,ropes,1", "rope,roep,1", "rope,kelp,4", "slate,plates,2"})
  void distancesAreThoseOfEditing(String a, String b, int distance) {
    assertThat(Spelling.distance(a, b, 9)).isEqualTo(distance);
    assertThat(Spelling.distance(b, a, 9)).isEqualTo(distance);
  }
}
