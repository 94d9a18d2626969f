package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;

/**
 * Says which items on a shelf are the same, out of the pairs of their maps. A map or two in common
 * is no reason: generic maps and shared smudges stand in many sets.
 */
public final class SameItems {
  /** Share of the roles two items have in common that must be the same maps. */
  private static final double LEAST = 0.6;

  private SameItems() {}

  /** The groups, most bytes first. */
  public static List<DuplicateGroup> of(List<DuplicatePair> pairs, List<ShelvedItem> items) {
    Map<String, ShelvedItem> byId = new HashMap<>();
    items.forEach(s -> byId.put(s.item().id(), s));
    Map<List<String>, Set<MapRole>> shared = new LinkedHashMap<>();
    Map<List<String>, List<Picture>> members = new HashMap<>();
    for (DuplicatePair p : pairs) {
      if (p.a().item() == null || p.b().item() == null || p.a().item().equals(p.b().item())) {
        continue;
      }
      boolean turned = p.a().item().compareTo(p.b().item()) > 0;
      List<String> key =
          turned ? List.of(p.b().item(), p.a().item()) : List.of(p.a().item(), p.b().item());
      shared.computeIfAbsent(key, k -> new HashSet<>()).add(p.a().role());
      List<Picture> both = members.computeIfAbsent(key, k -> new ArrayList<>());
      for (Picture x : turned ? List.of(p.b(), p.a()) : List.of(p.a(), p.b())) {
        if (!both.contains(x)) {
          both.add(x);
        }
      }
    }
    List<DuplicateGroup> out = new ArrayList<>();
    shared.forEach((key, roles) -> {
      ShelvedItem a = byId.get(key.get(0));
      ShelvedItem b = byId.get(key.get(1));
      if (a != null && b != null) {
        group(a, b, roles, members.get(key), out);
      }
    });
    out.sort(Comparator.comparingLong(DuplicateGroup::recoverableBytes).reversed());
    return out;
  }

  private static void group(
      ShelvedItem a,
      ShelvedItem b,
      Set<MapRole> same,
      List<Picture> members,
      List<DuplicateGroup> out) {
    Set<MapRole> common = new HashSet<>(a.item().roles());
    common.retainAll(b.item().roles());
    boolean enough =
        same.size() >= LEAST * common.size() && (same.size() >= 2 || common.size() == 1);
    if (!enough) {
      return;
    }
    boolean versions =
        a.pack().version() != null
            && b.pack().version() != null
            && !a.pack().version().equals(b.pack().version())
            && a.pack().name().equalsIgnoreCase(b.pack().name());
    String reason =
        same.size()
            + " of "
            + common.size()
            + " roles that “"
            + a.item().name()
            + "” and “"
            + b.item().name()
            + "” have in common are the same maps";
    long free =
        members.stream()
            .filter(p -> p.item().equals(b.item().id()))
            .mapToLong(Picture::bytes)
            .sum();
    out.add(
        new DuplicateGroup(
            versions ? DuplicateGroup.Relation.NEWER_VERSION : DuplicateGroup.Relation.SAME_ITEM,
            members,
            versions
                ? List.of(
                    reason,
                    "they are versions "
                        + a.pack().version()
                        + " and "
                        + b.pack().version()
                        + " of one pack")
                : List.of(reason),
            free));
  }
}
