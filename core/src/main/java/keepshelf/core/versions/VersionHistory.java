package keepshelf.core.versions;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import org.jspecify.annotations.Nullable;

/** The versions of a pack that stand on the shelf. */
public final class VersionHistory {
  private VersionHistory() {}

  /**
   * One version.
   *
   * @param pack the pack
   * @param changes against the version before it; null for the oldest
   */
  public record Step(PackSummary pack, @Nullable PackChanges changes) {}

  /** Whether no other version of {@code pack} is on the shelf; reads no pack. */
  public static boolean alone(Catalogue catalogue, String pack) {
    return releases(catalogue, pack).size() == 1;
  }

  /** All versions of {@code pack} on the shelf, the newest first; itself alone when it has none. */
  public static List<Step> of(Catalogue catalogue, String pack) {
    // Of each release its packs: the one that is asked about first, then as they were got.
    List<List<PackRecord>> all = new ArrayList<>();
    for (Set<String> release : releases(catalogue, pack)) {
      List<PackRecord> packs =
          release.stream()
              .map(catalogue::pack)
              .flatMap(Optional::stream)
              .sorted(
                  Comparator.comparing((PackRecord p) -> !p.id().equals(pack))
                      .thenComparing(PackRecord::takenIn))
              .toList();
      if (!packs.isEmpty()) {
        all.add(packs);
      }
    }
    all.sort(
        Comparator.comparing((List<PackRecord> r) -> r.getFirst().version(), VersionOrder.NUMBERS)
            .thenComparing(r -> r.getFirst().takenIn()));
    List<Step> out = new ArrayList<>();
    List<PackRecord> before = List.of();
    for (List<PackRecord> release : all) {
      out.addFirst(new Step(release.getFirst().summary(), changes(release.getFirst(), before)));
      before = release;
    }
    return out;
  }

  /** Against the edition of the release before that is most like it; null when there is none. */
  private static @Nullable PackChanges changes(PackRecord now, List<PackRecord> before) {
    List<Delivered> files = delivered(now);
    return before.stream()
        .map(p -> PackChanges.between(files, delivered(p)))
        .min(Comparator.comparingInt(PackChanges::files))
        .orElse(null);
  }

  /** The files of a pack, without what operating systems left behind. */
  public static List<Delivered> delivered(PackRecord p) {
    return p.files().stream()
        .filter(f -> !"junk".equals(f.sort()))
        .map(f -> new Delivered(f.path(), f.sha256()))
        .toList();
  }

  /** The release of {@code pack} and all that came before or after it, as their packs. */
  private static Set<Set<String>> releases(Catalogue catalogue, String pack) {
    Releases releases = Releases.of(catalogue);
    Set<String> seen = new HashSet<>(Set.of(pack));
    Deque<String> open = new ArrayDeque<>(seen);
    catalogue.otherVersions(pack).stream().filter(seen::add).forEach(open::add);
    Set<Set<String>> out = new LinkedHashSet<>();
    while (!open.isEmpty()) {
      String at = open.pop();
      out.add(releases.editions(at));
      Stream.of(releases.newer(at), releases.older(at))
          .flatMap(Set::stream)
          .filter(seen::add)
          .forEach(open::add);
    }
    return out;
  }
}
