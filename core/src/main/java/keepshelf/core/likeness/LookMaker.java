package keepshelf.core.likeness;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureSearch;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.likeness.Look;
import keepshelf.imaging.likeness.Surface;
import org.jspecify.annotations.Nullable;

/** Says what an item looks like by the fingerprints of its maps. */
final class LookMaker {
  private final ShelfFolder shelf;
  private final PictureSearch search;
  private final List<Problem> problems;

  LookMaker(ShelfFolder shelf, PictureSearch search, List<Problem> problems) {
    this.shelf = shelf;
    this.search = search;
    this.problems = problems;
  }

  /** Empty when no picture of it can be read. */
  Optional<Look> of(ShelvedItem s) {
    return s.item().seen().flatMap(m -> print(s, m)).map(f -> Look.of(f, surface(s)));
  }

  private Surface surface(ShelvedItem s) {
    Float roughness = mean(s, MapRole.ROUGHNESS);
    Float gloss = roughness == null ? mean(s, MapRole.GLOSS) : null;
    return new Surface(
        s.item().mapsAt("1K").stream()
            .filter(m -> m.role() == MapRole.NORMAL)
            .findFirst()
            .flatMap(m -> print(s, m))
            .map(f -> Surface.slope(f.descriptor()))
            .orElse(null),
        gloss != null ? Float.valueOf(1 - gloss) : roughness,
        mean(s, MapRole.METALLIC));
  }

  /** Mean of a map of this role, or of the channel of a packed one; null when there is none. */
  private @Nullable Float mean(ShelvedItem s, MapRole role) {
    for (MapRecord m : s.item().mapsAt("1K")) {
      String channel = m.role() == role ? "r" : channel(m, role);
      Fingerprint f = channel == null ? null : print(s, m).orElse(null);
      if (channel != null && f != null) {
        Descriptor d = f.descriptor();
        return switch (channel) {
          case "r" -> d.meanRed();
          case "g" -> d.meanGreen();
          case "b" -> d.meanBlue();
          default -> null;
        };
      }
    }
    return null;
  }

  private static @Nullable String channel(MapRecord m, MapRole role) {
    return m.channels() == null
        ? null
        : m.channels().roles().entrySet().stream()
            .filter(e -> e.getValue() == role)
            .map(Map.Entry::getKey)
            .findFirst()
            .orElse(null);
  }

  private Optional<Fingerprint> print(ShelvedItem s, MapRecord m) {
    String path = s.path(m);
    return search.print(
        new Picture(path, shelf.resolve(path), m.bytes(), m.sha256(), s.item().id(), m.role()),
        problems);
  }
}
