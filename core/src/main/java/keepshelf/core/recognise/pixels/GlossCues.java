package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Phrase;

/**
 * A hint whether a grey map is gloss or roughness: gloss tends to be bright where the colour is
 * bright and where the surface is high. Tendencies, not laws: they are weighed beside the name and
 * never overrule it; with fewer than two of them that agree nothing is said.
 */
final class GlossCues {
  private static final double LEAST = 0.4;

  private GlossCues() {}

  /** {@code maps} with a hint at each roughness and gloss map that gives one. */
  static List<RecognisedMap> weigh(List<RecognisedMap> maps, Map<String, MapLook> looks) {
    List<RecognisedMap> out = new ArrayList<>();
    for (RecognisedMap m : maps) {
      boolean grey = m.role() == MapRole.ROUGHNESS || m.role() == MapRole.GLOSS;
      out.add(grey ? weighed(m, maps, looks) : m);
    }
    return out;
  }

  private static RecognisedMap weighed(
      RecognisedMap m, List<RecognisedMap> maps, Map<String, MapLook> looks) {
    double colour = correlation(m, MapRole.BASE_COLOUR, maps, looks);
    double height = correlation(m, MapRole.HEIGHT, maps, looks);
    boolean two =
        Math.abs(colour) >= LEAST
            && Math.abs(height) >= LEAST
            && Math.signum(colour) == Math.signum(height);
    if (!two) {
      return m.as(
          m.role(),
          m.channels(),
          m.verdict()
              .and(
                  new Evidence(
                      "pixels", 0, Phrase.of("glossCues.pixels-cannot-tell-roughness-from"))));
    }
    MapRole like = colour > 0 ? MapRole.GLOSS : MapRole.ROUGHNESS;
    Phrase tendency =
        like == MapRole.GLOSS
            ? Phrase.of("glossCues.bright-where-colour-bright-surface")
            : Phrase.of("glossCues.dark-where-colour-bright-surface");
    return m.as(
        m.role(),
        m.channels(),
        m.verdict().and(new Evidence("pixels", like == m.role() ? 0.2 : -0.1, tendency)));
  }

  private static double correlation(
      RecognisedMap m, MapRole with, List<RecognisedMap> maps, Map<String, MapLook> looks) {
    MapLook own = looks.get(m.file().path());
    for (RecognisedMap o : maps) {
      MapLook other = looks.get(o.file().path());
      if (o.role() == with
          && java.util.Objects.equals(o.tile(), m.tile())
          && own != null
          && own.sketch() != null
          && other != null
          && other.sketch() != null) {
        return own.sketch().correlation(other.sketch());
      }
    }
    return 0;
  }
}
