package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageFormat;

/** Turns a picture whose reading was chosen into a map with its evidence. */
final class MapMaker {
  private MapMaker() {}

  /** The map that {@code c} is, with every reason; {@code udim} when its set has several tiles. */
  static RecognisedMap map(Candidate c, Set<MapRole> setRoles, boolean udim) {
    List<Evidence> why = new ArrayList<>();
    MapRole role = c.sense.role();
    String title = role.title().toLowerCase(Locale.ROOT);
    String shown = "“" + c.chosen.phrase() + "”";
    double weight = c.sense.weight() * c.chosen.place();
    switch (c.chosen.source()) {
      case "folder" ->
          why.add(new Evidence("folder", weight, "its folder is named " + shown + ", " + title));
      case "bare" ->
          why.add(
              new Evidence(
                  "siblings",
                  0.78,
                  "it is named like the set itself, and the set has no other base colour"));
      case "habit" ->
          why.add(
              new Evidence(
                  "habit",
                  weight,
                  "you said before that "
                      + shown
                      + " means "
                      + title
                      + " in packs of this source"));
      case "document" ->
          why.add(
              new Evidence(
                  "document", weight, "the pack's document " + shown + " uses it as " + title));
      default ->
          why.add(new Evidence("name", weight, "the name part " + shown + " stands for " + title));
    }
    int others = setRoles.size() - 1;
    if (others >= 1) {
      why.add(
          new Evidence(
              "siblings",
              // Letters are right less often than words, whatever stands beside them.
              (c.chosen.single() ? 0.7 : 1) * Math.min(0.75, 0.45 + 0.1 * others),
              others == 1
                  ? "one sibling shares the rest of the name and has another role"
                  : others + " siblings share the rest of the name and have other roles"));
    }
    c.file
        .info()
        .ifPresent(i -> {
          if (role.grey() && i.channels() == 1) {
            why.add(new Evidence("header", 0.3, "the file holds one grey channel"));
          } else if (role == MapRole.NORMAL && i.channels() < 3) {
            why.add(
                new Evidence(
                    "header", -0.6, "the file is grey, a normal map needs colour channels"));
          } else if (role == MapRole.HEIGHT && i.bits() >= 16) {
            why.add(new Evidence("header", 0.3, "16 bits are usual for height"));
          }
        });
    String resolution =
        c.file.info().map(i -> Resolution.label(i.longerSide())).orElse(c.namedResolution());
    Integer tile = tile(c, udim);
    if (tile != null && c.file.image() == null && tile == 1024) {
      resolution = c.scope.resolution();
    }
    String format =
        c.file
            .info()
            .map(i -> i.format().id())
            .orElseGet(() -> ImageFormat.ofName(c.file.name()).map(ImageFormat::id).orElse(null));
    Handedness named = role == MapRole.NORMAL ? c.namedHandedness() : null;
    Verdict handed =
        role != MapRole.NORMAL
            ? null
            : new Verdict(
                named == Handedness.UNKNOWN
                    ? List.of()
                    : List.of(
                        new Evidence(
                            "name",
                            0.93,
                            "the name says "
                                + (named == Handedness.GL ? "+Y (OpenGL)" : "−Y (DirectX)"))));
    return new RecognisedMap(
        c.file,
        role,
        c.sense.channels(),
        resolution,
        format,
        named,
        tile,
        new Verdict(why),
        handed,
        null,
        null);
  }

  private static Integer tile(Candidate c, boolean udim) {
    int t = c.parts.tile();
    // 1024 is a tile only among other tiles, else a size.
    return t == 0 || (t == 1024 && !udim) ? null : Integer.valueOf(t);
  }
}
