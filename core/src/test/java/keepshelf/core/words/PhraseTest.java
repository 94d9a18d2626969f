package keepshelf.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Family;
import keepshelf.core.json.Json;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.core.type.TypeReference;

class PhraseTest {
  private static final Phrase SIZES =
      Phrase.of("setChecks.beside-siblings", "slate_nrm.png", "512 × 512", "1024 × 1024");

  static Stream<Phrase> phrases() {
    return Stream.of(
        SIZES,
        Phrase.of("mapChecks.check-colour-map-not-stored"),
        Phrase.of("mapChecks.has-bits-displacement-will-show"),
        Phrase.of("mapChecks.even-its-lightest-parts-reflect", 1.5f),
        Phrase.of("mapChecks.some-real-time-hosts-want", 1000, 70_000),
        Phrase.of("mapChecks.of-file", "a.png", SIZES),
        Channels.ofLetters("orm").inWords(),
        Phrase.list(List.of()),
        Phrase.plain("words that a release before kept: {0} and 'so' on"));
  }

  @ParameterizedTest
  @MethodSource("phrases")
  void comesBackFromAShelfAsItWas(Phrase p) {
    Phrase back = Json.mapper().readValue(Json.line(p), Phrase.class);
    assertThat(back).isEqualTo(p);
    assertThat(back.text()).isEqualTo(p.text()).isEqualTo(p.toString());
  }

  @Test
  void whatAShelfKeepsIsTheKeyAndNotTheWords() {
    assertThat(Json.line(SIZES))
        .isEqualTo(
            "{\"key\":\"setChecks.beside-siblings\",\"values\":[\"slate_nrm.png\",\"512 ×"
                + " 512\",\"1024 × 1024\"]}");
  }

  @Test
  void findingsOfReleasesBeforeAreReadAsTheyStand() {
    List<Problem> read =
        Json.mapper()
            .readValue(
                """
                [{"code":"height-8-bit","severity":"note","role":"height","path":"a/h.png",
                  "message":"h.png: has 8 bits","proposal":null},
                 {"code":"x","severity":"error","message":"two","proposal":"do it"}]
                """,
                new TypeReference<>() {});
    assertThat(read.getFirst().message()).isEqualTo("h.png: has 8 bits");
    assertThat(read.getFirst().proposal()).isNull();
    assertThat(read.getFirst().role()).isEqualTo(MapRole.HEIGHT);
    assertThat(read.getLast().proposal()).isEqualTo("do it");
    assertThat(Json.mapper().readValue(Json.line(read.getLast()), Problem.class))
        .isEqualTo(read.getLast());
  }

  @Test
  void aProblemIsKeptWithoutItsWords() {
    Problem p = Problem.note("size-mismatch", "slate_nrm.png", SIZES);
    String kept = Json.line(p);
    assertThat(kept).contains("\"message\":{\"key\":").doesNotContain(p.message());
    assertThat(Json.mapper().readValue(kept, Problem.class)).isEqualTo(p);
  }

  @Test
  void whatALaterReleaseSaysIsShownAsFarAsItIsKnown() {
    Phrase p =
        Json.mapper()
            .readValue("{\"key\":\"later.some-finding\",\"values\":[\"a.png\",7]}", Phrase.class);
    assertThat(p.text()).contains("later.some-finding").contains("a.png").contains("7");
    assertThat(Json.mapper().readValue("{\"key\":\"later.x\"}", Phrase.class).text())
        .contains("later.x");
    assertThat(Json.mapper().readValue("{\"other\":1}", Phrase.class).text()).isNotBlank();
  }

  /** Records are files, and anybody can change them. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"key\":\"setChecks.does-not-go-beyond-left\",\"values\":[\"a.png\",\"b\"]}",
        "{\"key\":\"setChecks.does-not-go-beyond-left\",\"values\":[{\"x\":1},[2],null]}",
        "{\"key\":\"setChecks.does-not-go-beyond-left\"}",
        "{\"key\":\"setChecks.does-not-go-beyond-left\",\"values\":7}",
        "{\"key\":7}",
        "[1, 2]",
        "true",
        "3.5"
      })
  void whatMakesNoSenseIsShownWithoutAFailure(String json) {
    assertThat(Json.mapper().readValue(json, Phrase.class).text()).isNotBlank();
    Problem p =
        Json.mapper()
            .readValue(
                "{\"code\":\"x\",\"severity\":\"note\",\"message\":" + json + "}", Problem.class);
    assertThat(p.message()).isNotBlank();
    assertThat(p.proposal()).isNull();
  }

  @Test
  void aProblemThatSaysNothingIsRead() {
    Problem p =
        Json.mapper()
            .readValue("{\"code\":\"x\",\"severity\":\"note\",\"message\":null}", Problem.class);
    assertThat(p.message()).isEmpty();
  }

  @Test
  void whatIsMissingIsLeftOut() {
    assertThat(Phrase.of("mapLook.too-large-memory-program-has", (Object) null).text())
        .isNotBlank()
        .doesNotContain("null");
  }

  @Test
  void channelsAreListedWithTheWordsWithinASentence() {
    assertThat(Channels.ofLetters("orm").inWords().text())
        .isEqualTo("R occlusion, G roughness, B metallic");
    assertThat(Channels.ofLetters("---a").inWords().text()).isEqualTo("A opacity");
  }

  /** Keys that end in an identifier: each has its text, in this language and in the next. */
  @Test
  void everyRoleKindWorkflowAndFamilyHasItsWords() {
    Arrays.stream(MapRole.values())
        .forEach(r -> {
          assertThat(r.title()).isNotBlank().matches("\\p{Lu}.*");
          assertThat(r.inSentence().text()).isEqualTo(r.title().toLowerCase(Locale.ROOT));
        });
    Arrays.stream(ItemKind.values()).forEach(k -> assertThat(k.plural()).isNotBlank());
    Arrays.stream(Workflow.values()).forEach(w -> assertThat(w.title()).isNotBlank());
    Arrays.stream(Family.values())
        .filter(f -> f != Family.NONE)
        .forEach(f -> assertThat(f.title()).isNotBlank());
  }
}
