package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageFormat;
import org.jspecify.annotations.Nullable;

/** Turns a picture whose reading was chosen into a map with its evidence. */
final class MapMaker {
  private MapMaker() {}

  /** The map that {@code c} is, with every reason; {@code udim} when its set has several tiles. */
  static RecognisedMap map(Candidate c, Set<MapRole> setRoles, boolean udim) {
    List<Evidence> why = new ArrayList<>();
    MapRole role = c.sense().role();
    Phrase title = role.inSentence();
    String shown = "“" + c.chosen().phrase() + "”";
    double weight = c.sense().weight() * c.chosen().place();
    switch (c.chosen().source()) {
      case "folder" ->
          why.add(new Evidence("folder", weight, Phrase.of("mapMaker.folder-named", shown, title)));
      case "bare" ->
          why.add(new Evidence("siblings", 0.78, Phrase.of("mapMaker.named-like-set-itself-set")));
      case "habit" ->
          why.add(
              new Evidence(
                  "habit",
                  weight,
                  Phrase.of("mapMaker.you-said-before-means-packs", shown, title)));
      case "document" ->
          why.add(
              new Evidence(
                  "document", weight, Phrase.of("mapMaker.packs-document-uses", shown, title)));
      default ->
          why.add(
              new Evidence("name", weight, Phrase.of("mapMaker.name-part-stands", shown, title)));
    }
    int others = setRoles.size() - 1;
    if (others >= 1) {
      why.add(
          new Evidence(
              "siblings",
              // Letters are right less often than words, whatever stands beside them.
              (c.chosen().single() ? 0.7 : 1) * Math.min(0.75, 0.45 + 0.1 * others),
              others == 1
                  ? Phrase.of("mapMaker.one-sibling-shares-rest-name")
                  : Phrase.of("mapMaker.siblings-share-rest-name-have", others)));
    }
    c.file
        .info()
        .ifPresent(i -> {
          if (role.grey() && i.channels() == 1) {
            why.add(new Evidence("header", 0.3, Phrase.of("mapMaker.file-holds-one-grey-channel")));
          } else if (role == MapRole.NORMAL && i.channels() < 3) {
            why.add(new Evidence("header", -0.6, Phrase.of("mapMaker.file-grey-normal-map-needs")));
          } else if (role == MapRole.HEIGHT && i.bits() >= 16) {
            why.add(new Evidence("header", 0.3, Phrase.of("mapMaker.16-bits-usual-height")));
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
                            Phrase.of(
                                "mapMaker.name-says-opengl", named == Handedness.GL ? 1 : 0))));
    return new RecognisedMap(
        c.file,
        role,
        c.sense().channels(),
        resolution,
        format,
        named,
        tile,
        new Verdict(why),
        handed,
        null,
        null);
  }

  private static @Nullable Integer tile(Candidate c, boolean udim) {
    int t = c.parts.tile();
    // 1024 is a tile only among other tiles, else a size.
    return t == 0 || (t == 1024 && !udim) ? null : Integer.valueOf(t);
  }
}
