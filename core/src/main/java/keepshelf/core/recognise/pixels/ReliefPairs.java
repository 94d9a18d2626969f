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
import keepshelf.imaging.analyse.ReliefBlocks;

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
      ReliefBlocks faces = normal.relief();
      if (n.role() == MapRole.NORMAL && faces != null && sound(normal)) {
        for (RecognisedMap h : item.maps()) {
          MapLook height = looks.getOrDefault(h.file().path(), MapLook.NOTHING);
          ReliefBlocks raised = height.relief();
          boolean heights = h.role() == MapRole.HEIGHT || h.role() == MapRole.BUMP;
          if (heights
              && raised != null
              && faces.fits(raised)
              && Objects.equals(n.tile(), h.tile())) {
            out.add(new ReliefPair(n.file().path(), h.file().path(), faces.with(raised)));
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
