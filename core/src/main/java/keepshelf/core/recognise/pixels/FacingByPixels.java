package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.HandednessTest;
import keepshelf.imaging.analyse.Sketch;
import org.jspecify.annotations.Nullable;

/**
 * Decides which way the normal maps of a set face: by their slopes, by the height map beside them,
 * and by their names, which the pixels overrule.
 */
final class FacingByPixels {
  /** Agreement with the height map from which its word is taken without another. */
  private static final double CERTAIN = 0.4;

  private FacingByPixels() {}

  /** Replaces the normal maps in {@code maps} by ones that say how they face. */
  static void decide(List<RecognisedMap> maps, Map<String, MapLook> looks) {
    for (int i = 0; i < maps.size(); i++) {
      RecognisedMap m = maps.get(i);
      MapLook look = looks.get(m.file().path());
      HandednessTest.Slopes slopes =
          look == null || look.facts() == null ? null : look.facts().slopes();
      if (m.role() == MapRole.NORMAL && look != null && slopes != null) {
        maps.set(i, decided(m, slopes, look.sketch(), height(m, maps, looks)));
      }
    }
  }

  /** The height map of the same edition, else any. */
  private static @Nullable Sketch height(
      RecognisedMap normal, List<RecognisedMap> maps, Map<String, MapLook> looks) {
    Sketch found = null;
    for (RecognisedMap m : maps) {
      MapLook l = looks.get(m.file().path());
      boolean usable =
          (m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP)
              && java.util.Objects.equals(m.tile(), normal.tile());
      if (l != null
          && l.sketch() != null
          && usable
          && (found == null || String.valueOf(m.resolution()).equals(normal.resolution()))) {
        found = l.sketch();
      }
    }
    return found;
  }

  private static RecognisedMap decided(
      RecognisedMap m,
      HandednessTest.Slopes slopes,
      @Nullable Sketch sketch,
      @Nullable Sketch height) {
    HandednessTest.WithHeight with =
        height == null || sketch == null
            ? new HandednessTest.WithHeight(Handedness.UNKNOWN, 0, 0)
            : HandednessTest.withHeight(sketch, height);
    boolean certain = Math.min(Math.abs(with.alongX()), Math.abs(with.alongY())) >= CERTAIN;
    Handedness bySlopes = slopes.handedness();
    Handedness byHeight = certain ? with.handedness() : Handedness.UNKNOWN;
    List<Evidence> why = new ArrayList<>();
    Handedness named = m.handedness() == null ? Handedness.UNKNOWN : m.handedness();
    if (m.handednessVerdict() != null) {
      why.addAll(m.handednessVerdict().evidence());
    }
    boolean conflict =
        bySlopes != Handedness.UNKNOWN && byHeight != Handedness.UNKNOWN && bySlopes != byHeight;
    if (conflict) {
      why.add(
          new Evidence(
              "pixels", -0.5, Phrase.of("facingByPixels.slopes-height-map-contradict-each")));
      return m.facing(named, new Verdict(why));
    }
    Handedness pixels = bySlopes != Handedness.UNKNOWN ? bySlopes : byHeight;
    if (pixels == Handedness.UNKNOWN) {
      why.add(new Evidence("pixels", 0, Phrase.of("facingByPixels.slopes-cannot-tell-they-vary")));
      return m.facing(named, new Verdict(why));
    }
    if (named != Handedness.UNKNOWN && named != pixels) {
      // The pixels are what is used; the name may have been given wrongly.
      why.replaceAll(e ->
          new Evidence(e.kind(), -0.2, Phrase.of("facingByPixels.pixels-say-otherwise", e.said())));
    }
    if (bySlopes != Handedness.UNKNOWN) {
      why.add(sloped(slopes));
    }
    if (byHeight != Handedness.UNKNOWN) {
      why.add(
          new Evidence(
              "pixels",
              0.96,
              Phrase.of(
                  "facingByPixels.agrees-with-height-map-that",
                  with.inverted() ? 1 : 0,
                  Math.min(Math.abs(with.alongX()), Math.abs(with.alongY())))));
    }
    return m.facing(pixels, new Verdict(why));
  }

  private static Evidence sloped(HandednessTest.Slopes s) {
    Phrase text =
        Phrase.of(
            "facingByPixels.slopes-close-into-surface-with",
            s.handedness() == Handedness.GL ? 1 : 0,
            Math.abs(s.strength()));
    return new Evidence("pixels", 0.985, text);
  }
}
