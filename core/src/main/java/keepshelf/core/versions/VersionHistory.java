package keepshelf.core.versions;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.Kinship;
import keepshelf.core.catalogue.Kinship.Relation;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;

/** The versions of a pack that stand on the shelf. */
public final class VersionHistory {
  private VersionHistory() {}

  /**
   * One version.
   *
   * @param pack the pack
   * @param changes against the version before it; null for the oldest
   */
  public record Step(PackSummary pack, PackChanges changes) {}

  /** Whether no other version of {@code pack} is on the shelf; reads no pack. */
  public static boolean alone(Catalogue catalogue, String pack) {
    return connected(catalogue.kinships(), pack).size() == 1;
  }

  /** All versions of {@code pack} on the shelf, the newest first; itself alone when it has none. */
  public static List<Step> of(Catalogue catalogue, String pack) {
    List<PackRecord> packs = new ArrayList<>();
    for (String id : connected(catalogue.kinships(), pack)) {
      catalogue.pack(id).ifPresent(packs::add);
    }
    packs.sort(
        Comparator.comparing(PackRecord::version, VersionOrder.NUMBERS)
            .thenComparing(PackRecord::takenIn));
    List<Step> out = new ArrayList<>();
    PackRecord before = null;
    for (PackRecord p : packs) {
      out.addFirst(new Step(p.summary(), before == null ? null : changes(p, before)));
      before = p;
    }
    return out;
  }

  private static PackChanges changes(PackRecord now, PackRecord before) {
    return PackChanges.between(delivered(now), delivered(before));
  }

  /** The files of a pack, without what operating systems left behind. */
  public static List<Delivered> delivered(PackRecord p) {
    return p.files().stream()
        .filter(f -> !"junk".equals(f.sort()))
        .map(f -> new Delivered(f.path(), f.sha256()))
        .toList();
  }

  private static Set<String> connected(Map<String, Kinship> kin, String pack) {
    Set<String> found = new LinkedHashSet<>(Set.of(pack));
    Deque<String> open = new ArrayDeque<>(found);
    while (!open.isEmpty()) {
      String at = open.pop();
      kin.forEach((id, k) -> {
        boolean version = k.relation() != Relation.OTHER_EDITION;
        if (version && id.equals(at) && found.add(k.pack())) {
          open.add(k.pack());
        }
        if (version && k.pack().equals(at) && found.add(id)) {
          open.add(id);
        }
      });
    }
    return found;
  }

  /**
   * The pack of {@code kin} that is the older one of the two; empty when they are of one version.
   */
  public static Optional<String> older(String pack, Kinship kin) {
    return switch (kin.relation()) {
      case NEWER_VERSION -> Optional.of(kin.pack());
      case OLDER_VERSION -> Optional.of(pack);
      case OTHER_EDITION -> Optional.empty();
    };
  }
}
