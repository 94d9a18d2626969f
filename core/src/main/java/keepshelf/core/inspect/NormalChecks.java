package keepshelf.core.inspect;

import java.util.List;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.io.ImageFormat;
import org.jspecify.annotations.Nullable;

/** Whether a normal map is stored as hosts expect it. */
final class NormalChecks {
  private NormalChecks() {}

  static void check(RecognisedMap m, MapFacts f, List<Problem> out) {
    NormalHealth h = f.normal();
    if (h == null) {
      return;
    }
    switch (h.state()) {
      case FLAT ->
          add(
              m,
              out,
              "constant-map",
              Severity.NOTE,
              Phrase.of("normalChecks.flat-changes-nothing"),
              null);
      case CURVED ->
          add(
              m,
              out,
              "normal-through-curve",
              Severity.ERROR,
              Phrase.of("normalChecks.vectors-were-stored-through-srgb"),
              Phrase.of("normalChecks.installing-undoes-by-hand-all"));
      case UNCURVED ->
          add(
              m,
              out,
              "normal-through-curve",
              Severity.ERROR,
              Phrase.of("normalChecks.srgb-curve-taken-off-vectors"),
              Phrase.of("normalChecks.installing-undoes-by-hand-all"));
      case OUT_IN_RED ->
          add(
              m,
              out,
              "normal-channels-swapped",
              Severity.ERROR,
              Phrase.of("normalChecks.red-blue-channels-have-changed"),
              Phrase.of("normalChecks.installing-puts-them-back-clean"));
      case OUT_IN_GREEN ->
          add(
              m,
              out,
              "normal-channels-swapped",
              Severity.ERROR,
              Phrase.of("normalChecks.green-blue-channels-have-changed"),
              Phrase.of("normalChecks.installing-puts-them-back-clean"));
      case NO_BLUE ->
          add(
              m,
              out,
              "normal-without-blue",
              Severity.WARNING,
              Phrase.of("normalChecks.blue-channel-empty-holds-only"),
              Phrase.of("normalChecks.installing-works-out-by-hand"));
      case OBJECT_SPACE ->
          add(
              m,
              out,
              "normal-object-space",
              Severity.ERROR,
              Phrase.of("normalChecks.vectors-those-one-object-not"),
              null);
      case NOT_UNIT ->
          add(
              m,
              out,
              "normal-not-unit",
              Severity.WARNING,
              // One colour all over may be a unit vector, only not one that points outwards.
              h.unit() > 0.5
                  ? Phrase.of("normalChecks.all-its-vectors-lean-same-way")
                  : Phrase.of("normalChecks.only-its-vectors-have-length", h.unit() * 100),
              Phrase.of("normalChecks.check-normal-map-installing-brings"));
      case SOUND -> {
        boolean jpeg = m.file().info().filter(i -> i.format() == ImageFormat.JPEG).isPresent();
        if (h.unit() < (jpeg ? 0.5 : 0.75)) {
          add(
              m,
              out,
              "normal-not-unit",
              Severity.NOTE,
              Phrase.of("normalChecks.only-its-vectors-have-length", h.unit() * 100),
              Phrase.of("normalChecks.blended-or-compressed-hosts-set"));
        }
      }
    }
    if (h.axesSwapped()) {
      add(
          m,
          out,
          "normal-axes-swapped",
          Severity.WARNING,
          Phrase.of("normalChecks.red-green-seem-have-changed"),
          Phrase.of("normalChecks.compare-with-height-map"));
    }
  }

  private static void add(
      RecognisedMap m,
      List<Problem> out,
      String code,
      Severity severity,
      Phrase what,
      @Nullable Phrase proposal) {
    out.add(MapChecks.finding(m, code, severity, what, proposal));
  }
}
