package keepshelf.core.recognise.sets;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.recognise.names.AlsoNames;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameParts;

/**
 * Tells materials whose names end in a word that is as often a name from maps: {@code larch_rough}
 * beside {@code larch_rough_height} is a colour, and the height is no packed map of roughness and
 * height, unless there are other maps of {@code larch}.
 */
final class NamedByRoles {
  private NamedByRoles() {}

  /** Takes the misleading readings from {@code files}, of one folder. */
  static void drop(Collection<Candidate> files) {
    Map<String, Set<Candidate>> under = new HashMap<>();
    Map<String, Candidate> bare = new HashMap<>();
    for (Candidate c : files) {
      bare.putIfAbsent(NameParts.folded(c.plainKey), c);
      c.readings.forEach(r -> under.computeIfAbsent(r.folded(), k -> new HashSet<>()).add(c));
    }
    bare.forEach((name, c) -> {
      Set<Candidate> maps = new HashSet<>(under.getOrDefault(name, Set.of()));
      maps.remove(c);
      boolean spelled =
          maps.stream()
              .flatMap(m -> m.readings.stream())
              .anyMatch(r -> r.folded().equals(name) && !r.single() && r.place() >= 1);
      boolean asOftenName =
          c.readings.stream()
              .allMatch(r -> AlsoNames.contain(r.phrase()) || r.phrase().startsWith("bump"));
      if (!spelled || c.readings.isEmpty() || !asOftenName) {
        return;
      }
      boolean others =
          c.readings.stream()
              .flatMap(r -> under.getOrDefault(r.folded(), Set.of()).stream())
              .anyMatch(m -> m != c && !maps.contains(m));
      if (!others) {
        maps.forEach(
            m -> m.readings = m.readings.stream().filter(r -> r.folded().equals(name)).toList());
        c.readings = List.of();
      }
    });
  }
}
