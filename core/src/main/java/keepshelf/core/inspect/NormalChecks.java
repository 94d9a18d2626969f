package keepshelf.core.inspect;

import java.util.List;
import java.util.Locale;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.io.ImageFormat;

/** Whether a normal map is stored as hosts expect it. */
final class NormalChecks {
  private NormalChecks() {}

  static void check(RecognisedMap m, List<Problem> out) {
    NormalHealth h = m.facts().normal();
    if (h == null) {
      return;
    }
    switch (h.state()) {
      case FLAT ->
          add(m, out, "constant-map", Severity.NOTE, "it is flat: it changes nothing.", null);
      case CURVED ->
          add(
              m,
              out,
              "normal-through-curve",
              Severity.ERROR,
              "its vectors were stored through the sRGB curve, as if they were colours.",
              "Installing undoes it; by hand, all slopes would be wrong. A clean edition is"
                  + " better.");
      case UNCURVED ->
          add(
              m,
              out,
              "normal-through-curve",
              Severity.ERROR,
              "the sRGB curve was taken off its vectors, as if they were colours.",
              "Installing undoes it; by hand, all slopes would be wrong. A clean edition is"
                  + " better.");
      case OUT_IN_RED ->
          add(
              m,
              out,
              "normal-channels-swapped",
              Severity.ERROR,
              "its red and blue channels have changed places: the outward direction is in red.",
              "Installing puts them back. A clean edition is better.");
      case OUT_IN_GREEN ->
          add(
              m,
              out,
              "normal-channels-swapped",
              Severity.ERROR,
              "its green and blue channels have changed places: the outward direction is in green.",
              "Installing puts them back. A clean edition is better.");
      case NO_BLUE ->
          add(
              m,
              out,
              "normal-without-blue",
              Severity.WARNING,
              "its blue channel is empty: it holds only two directions, the third must be worked"
                  + " out.",
              "Installing works it out; by hand, many hosts would show it too strong.");
      case OBJECT_SPACE ->
          add(
              m,
              out,
              "normal-object-space",
              Severity.ERROR,
              "its vectors are those of one object, not of a surface: it cannot be used on another"
                  + " one.",
              null);
      case NOT_UNIT ->
          add(
              m,
              out,
              "normal-not-unit",
              Severity.WARNING,
              String.format(
                  Locale.ROOT, "only %.0f %% of its vectors have length one.", h.unit() * 100),
              "Check that it is a normal map; installing brings its vectors to length one.");
      case SOUND -> {
        boolean jpeg = m.file().info().filter(i -> i.format() == ImageFormat.JPEG).isPresent();
        if (h.unit() < (jpeg ? 0.5 : 0.75)) {
          add(
              m,
              out,
              "normal-not-unit",
              Severity.NOTE,
              String.format(
                  Locale.ROOT, "only %.0f %% of its vectors have length one.", h.unit() * 100),
              "It was blended or compressed; hosts set the length right, at some cost in detail.");
        }
      }
    }
    if (h.axesSwapped()) {
      add(
          m,
          out,
          "normal-axes-swapped",
          Severity.WARNING,
          "its red and green seem to have changed places, as when a picture is turned by a quarter"
              + " without its vectors.",
          "Compare it with the height map.");
    }
  }

  private static void add(
      RecognisedMap m,
      List<Problem> out,
      String code,
      Severity severity,
      String what,
      String proposal) {
    out.add(MapChecks.finding(m, code, severity, what, proposal));
  }
}
