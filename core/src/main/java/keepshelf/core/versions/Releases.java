package keepshelf.core.versions;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.kin.Kinship.Relation;

/**
 * Which packs are one release, as editions of each other, and which releases are newer than which:
 * what the records of packs say of other packs, put together.
 */
public final class Releases {
  private final Map<String, Set<String>> editions = new HashMap<>();
  private final Map<String, Set<String>> newer = new HashMap<>();
  private final Map<String, Set<String>> older = new HashMap<>();

  private Releases(Map<String, Kinship> kin) {
    kin.forEach((pack, k) -> {
      if (k.relation() == Relation.OTHER_EDITION) {
        join(pack, k.pack());
      }
    });
    kin.forEach((pack, k) -> {
      switch (k.relation()) {
        case NEWER_VERSION -> follows(k.pack(), pack);
        case OLDER_VERSION -> follows(pack, k.pack());
        case OTHER_EDITION -> {
          // One release.
        }
      }
    });
  }

  /** As the packs on the shelf have it now. */
  public static Releases of(Catalogue catalogue) {
    return new Releases(catalogue.kinships());
  }

  private void join(String a, String b) {
    Set<String> all = new HashSet<>(editions(a));
    all.addAll(editions(b));
    all.forEach(p -> editions.put(p, all));
  }

  private void follows(String before, String after) {
    editions(before)
        .forEach(p -> newer.computeIfAbsent(p, x -> new HashSet<>()).addAll(editions(after)));
    editions(after)
        .forEach(p -> older.computeIfAbsent(p, x -> new HashSet<>()).addAll(editions(before)));
  }

  /** The packs of the same release, itself among them; some may not be on the shelf any more. */
  public Set<String> editions(String pack) {
    return editions.getOrDefault(pack, Set.of(pack));
  }

  /** The packs of the releases that came next after this pack's; as a rule one release, or none. */
  public Set<String> newer(String pack) {
    return newer.getOrDefault(pack, Set.of());
  }

  /** The packs of the releases that came last before this pack's. */
  Set<String> older(String pack) {
    return older.getOrDefault(pack, Set.of());
  }

  /** All packs that some other one is older than. */
  public Set<String> allNewer() {
    return older.keySet();
  }
}
