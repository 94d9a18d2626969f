package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.document.HostDocuments;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.model.MapRole;

/**
 * The maps of a plan that their contents tell all of: they are copied bit for bit, were decoded
 * here before, and have no numbers that are to be judged.
 */
final class Copies {
  private final Set<PlannedMap> maps = new LinkedHashSet<>();

  /**
   * Those of {@code plan}.
   *
   * @param sound tells of hashes of pictures those that were decoded whole once
   */
  Copies(InstallPlan plan, UnaryOperator<Set<String>> sound) {
    List<PlannedMap> copied =
        plan.maps().stream()
            .filter(m -> m.copied() && m.source().sha256() != null && !numbers(m))
            .toList();
    Set<String> decoded =
        sound.apply(copied.stream().map(m -> m.source().sha256()).collect(Collectors.toSet()));
    copied.stream().filter(m -> decoded.contains(m.source().sha256())).forEach(maps::add);
  }

  /** Whether it is relief in floats, whose range matters. */
  private static boolean numbers(PlannedMap m) {
    return (m.use() == Use.BUMP || m.use() == Use.DISPLACEMENT) && HeightScale.floats(m.source());
  }

  /** Whether {@code m} is one of them. */
  boolean has(PlannedMap m) {
    return maps.contains(m);
  }

  /**
   * The chart that is loaded in place of each, by the hash of the original.
   *
   * @throws IOException when they cannot be written
   */
  Map<String, Path> charts() throws IOException {
    Map<String, Path> out = new LinkedHashMap<>();
    for (PlannedMap m : maps) {
      if (m.role() == MapRole.NORMAL || !out.containsKey(m.source().sha256())) {
        out.put(m.source().sha256(), Charts.of(m.role()));
      }
    }
    return out;
  }

  /**
   * Whether something that was converted has become, to the last bit, what one of them is: then a
   * reader took it for a copy of that, and all have to be decoded.
   */
  boolean mistaken(HostReader.Reading r) {
    Set<String> names =
        maps.stream().map(m -> name(HostDocuments.tileName(m))).collect(Collectors.toSet());
    return r.inputs().stream()
        .filter(i -> i.sha256() != null)
        .anyMatch(i -> !names.contains(name(i.file())));
  }

  private static String name(String file) {
    return Path.of(file).getFileName().toString();
  }
}
