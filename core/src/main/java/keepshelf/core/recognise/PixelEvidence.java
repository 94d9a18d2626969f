package keepshelf.core.recognise;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.HandednessTest;
import keepshelf.imaging.analyse.PixelCharacter;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Lets the pixels of a map confirm or overrule what its name said: whether it is a normal map, and
 * which way that faces. Only maps about which pixels can say something are decoded.
 */
final class PixelEvidence {
  private final List<Problem> problems;

  PixelEvidence(List<Problem> problems) {
    this.problems = problems;
  }

  /** {@code map} with what its pixels add; unchanged when nothing is on disk. */
  RecognisedMap look(RecognisedMap map) {
    boolean worth =
        map.file().onDisk() != null
            && map.file().image() != null
            && map.file().image().format().readable()
            && (map.role() == MapRole.NORMAL || map.role() == MapRole.BUMP || map.verdict().asks());
    if (!worth) {
      return map;
    }
    Pixels pixels;
    try {
      pixels = ImageDecoder.decode(map.file().onDisk());
    } catch (IOException e) {
      problems.add(
          Problem.warning(
              "unreadable-image",
              map.file().path(),
              map.file().name()
                  + " cannot be decoded: "
                  + e.getMessage()
                  + ". It is kept as it is; fetch it again if it should be a map."));
      return map;
    }
    PixelCharacter character = PixelCharacter.of(pixels);
    RecognisedMap judged = byCharacter(map, character);
    return judged.role() == MapRole.NORMAL && pixels.channels() >= 3
        ? withHandedness(judged, pixels)
        : judged;
  }

  private static RecognisedMap byCharacter(RecognisedMap map, PixelCharacter character) {
    MapRole role = map.role();
    Verdict v = map.verdict();
    if (character == PixelCharacter.NORMAL) {
      if (role == MapRole.NORMAL) {
        return with(
            map,
            role,
            v.and(new Evidence("pixels", 0.95, "the pixels are unit vectors that point outwards")));
      }
      if (role == MapRole.BUMP || v.asks()) {
        return with(
            map,
            MapRole.NORMAL,
            new Verdict(
                List.of(
                    new Evidence(
                        "pixels",
                        0.95,
                        "the pixels are unit vectors that point outwards, as only a normal map has"
                            + " them"))));
      }
    }
    if (role == MapRole.NORMAL && character != PixelCharacter.NORMAL) {
      return with(
          map,
          role,
          v.and(new Evidence("pixels", -0.5, "the pixels do not look like a normal map")));
    }
    if (role.colour() && character == PixelCharacter.COLOUR) {
      return with(map, role, v.and(new Evidence("pixels", 0.5, "the pixels are coloured")));
    }
    if (role.grey() && character == PixelCharacter.COLOUR) {
      return with(
          map,
          role,
          v.and(
              new Evidence(
                  "pixels",
                  -0.35,
                  "the pixels are coloured, where grey is usual for "
                      + role.title().toLowerCase(Locale.ROOT))));
    }
    if (role.grey()) {
      return with(map, role, v.and(new Evidence("pixels", 0.3, "the pixels are grey")));
    }
    return map;
  }

  private static RecognisedMap with(RecognisedMap m, MapRole role, Verdict v) {
    return new RecognisedMap(
        m.file(),
        role,
        role == MapRole.PACKED ? m.channels() : null,
        m.resolution(),
        m.format(),
        role == MapRole.NORMAL
            ? m.handedness() == null ? Handedness.UNKNOWN : m.handedness()
            : null,
        m.tile(),
        v,
        m.handednessVerdict());
  }

  private static RecognisedMap withHandedness(RecognisedMap m, Pixels pixels) {
    HandednessTest.Slopes slopes = HandednessTest.bySlopes(pixels);
    List<Evidence> why = new ArrayList<>();
    Handedness named = m.handedness();
    if (m.handednessVerdict() != null) {
      why.addAll(m.handednessVerdict().evidence());
    }
    Handedness decided = slopes.handedness() == Handedness.UNKNOWN ? named : slopes.handedness();
    if (slopes.handedness() == Handedness.UNKNOWN) {
      why.add(
          new Evidence(
              "pixels",
              0,
              "the slopes cannot tell: they vary in one direction only or are too weak"));
    } else if (named != Handedness.UNKNOWN && named != slopes.handedness()) {
      // The pixels are what is used; the name may have been given wrongly.
      why.replaceAll(
          e -> new Evidence(e.kind(), -0.2, e.sentence() + ", but the pixels say otherwise"));
      why.add(sloped(slopes));
    } else {
      why.add(sloped(slopes));
    }
    return new RecognisedMap(
        m.file(),
        m.role(),
        m.channels(),
        m.resolution(),
        m.format(),
        decided,
        m.tile(),
        m.verdict(),
        new Verdict(why));
  }

  private static Evidence sloped(HandednessTest.Slopes s) {
    String text =
        String.format(
            Locale.ROOT,
            "the slopes close into a surface with Y %s, turned over they do not (%.2f)",
            s.handedness() == Handedness.GL ? "up" : "down",
            Math.abs(s.strength()));
    return new Evidence("pixels", 0.985, text);
  }
}
