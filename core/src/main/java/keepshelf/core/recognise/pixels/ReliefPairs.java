package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.ReliefPair;
import keepshelf.imaging.analyse.NormalHealth;

/** Measures the normal and height maps of an item against each other, from looks at them. */
final class ReliefPairs {
  private ReliefPairs() {}

  /**
   * All pairs of one size and tile. A normal map whose vectors have to be mended first is left for
   * when they are.
   */
  static List<ReliefPair> of(RecognisedItem item, Map<String, MapLook> looks) {
    List<ReliefPair> out = new ArrayList<>();
    for (RecognisedMap n : item.maps()) {
      MapLook normal = looks.getOrDefault(n.file().path(), MapLook.NOTHING);
      if (n.role() == MapRole.NORMAL && normal.relief() != null && sound(normal)) {
        for (RecognisedMap h : item.maps()) {
          MapLook height = looks.getOrDefault(h.file().path(), MapLook.NOTHING);
          boolean pair =
              (h.role() == MapRole.HEIGHT || h.role() == MapRole.BUMP)
                  && height.relief() != null
                  && normal.relief().fits(height.relief())
                  && Objects.equals(n.tile(), h.tile());
          if (pair) {
            out.add(
                new ReliefPair(
                    n.file().path(), h.file().path(), normal.relief().with(height.relief())));
          }
        }
      }
    }
    return out;
  }

  private static boolean sound(MapLook look) {
    return look.facts() != null
        && look.facts().normal() != null
        && (look.facts().normal().state() == NormalHealth.State.SOUND
            || look.facts().normal().state() == NormalHealth.State.FLAT);
  }
}
