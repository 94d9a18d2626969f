package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.duplicates.ItemTwins.Relation;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/**
 * Says which items are the same, out of the pairs of their maps. A map or two in common is no
 * reason: generic maps and shared smudges stand in many sets.
 */
public final class TwinFinder {
  /** Share of the roles two items have in common that must be the same maps. */
  private static final double LEAST = 0.6;

  private static final Set<DuplicatePair.Relation> ALTERED =
      EnumSet.of(
          DuplicatePair.Relation.SHIFTED,
          DuplicatePair.Relation.ROTATED,
          DuplicatePair.Relation.MIRRORED,
          DuplicatePair.Relation.GREEN_TURNED_OVER,
          DuplicatePair.Relation.TILED);

  private TwinFinder() {}

  /** All twins among {@code items}; {@code pairs} are of their maps. */
  public static List<ItemTwins> of(List<DuplicatePair> pairs, List<ShelvedItem> items) {
    return all(pairs, items).stream().filter(t -> t.relation() != Relation.COLOURWAY).toList();
  }

  /** Items that are the same in other colours: no twins, but to be shown as one. */
  public static List<ItemTwins> colourways(List<DuplicatePair> pairs, List<ShelvedItem> items) {
    return all(pairs, items).stream().filter(t -> t.relation() == Relation.COLOURWAY).toList();
  }

  private static List<ItemTwins> all(List<DuplicatePair> pairs, List<ShelvedItem> items) {
    Map<String, ShelvedItem> byId = new HashMap<>();
    items.forEach(s -> byId.put(s.item().id(), s));
    Map<String, Integer> packSizes = new HashMap<>();
    items.forEach(s -> packSizes.merge(s.pack().id(), 1, Integer::sum));
    Map<List<String>, List<DuplicatePair>> shared = new LinkedHashMap<>();
    for (DuplicatePair p : pairs) {
      String a = p.a().item();
      String b = p.b().item();
      if (a != null && b != null && !a.equals(b)) {
        boolean turned = a.compareTo(b) > 0;
        shared
            .computeIfAbsent(turned ? List.of(b, a) : List.of(a, b), k -> new ArrayList<>())
            .add(p);
      }
    }
    List<ItemTwins> out = new ArrayList<>();
    shared.forEach((key, found) -> {
      ShelvedItem a = byId.get(key.get(0));
      ShelvedItem b = byId.get(key.get(1));
      if (a == null || b == null || a.item().kind() != b.item().kind()) {
        return;
      }
      List<DuplicatePair> together = alignedAlike(found);
      List<DuplicatePair> same = together.stream().filter(TwinFinder::counts).toList();
      boolean recoloured =
          together.stream().anyMatch(p -> p.relation() == DuplicatePair.Relation.RECOLOURED);
      // The newer version of an item may have other colours; of another colourway it is none.
      boolean one = versions(a, b) && a.item().name().equalsIgnoreCase(b.item().name());
      boolean colours = one || sameColours(a.item(), b.item(), same);
      if (colours && enough(a.item(), b.item(), same)) {
        out.add(twins(a, b, same, packSizes));
      } else if (colourway(a.item(), b.item(), same, recoloured)) {
        out.add(colourway(a, b, together));
      }
    });
    return out;
  }

  private static boolean counts(DuplicatePair p) {
    return p.relation().samePicture() || p.relation() == DuplicatePair.Relation.GREEN_TURNED_OVER;
  }

  /** All maps of two items lie over each other in one way: the way that most roles agree on. */
  private static List<DuplicatePair> alignedAlike(List<DuplicatePair> pairs) {
    List<DuplicatePair> best = List.of();
    for (DuplicatePair p : pairs) {
      List<DuplicatePair> like = pairs.stream().filter(p::alignedLike).toList();
      if (roles(like).size() > roles(best).size()
          || (roles(like).size() == roles(best).size() && like.size() > best.size())) {
        best = like;
      }
    }
    return best;
  }

  /** Whether the colours that both have are the same: two that differ there are colourways. */
  private static boolean sameColours(ItemRecord a, ItemRecord b, List<DuplicatePair> same) {
    Set<MapRole> both = common(a, b);
    both.retainAll(Set.of(MapRole.BASE_COLOUR));
    return roles(same).containsAll(both);
  }

  private static boolean colourway(
      ItemRecord a, ItemRecord b, List<DuplicatePair> same, boolean recoloured) {
    Set<MapRole> both = common(a, b);
    if (!both.contains(MapRole.BASE_COLOUR)) {
      return false;
    }
    Set<MapRole> rest = new HashSet<>(both);
    rest.remove(MapRole.BASE_COLOUR);
    Set<MapRole> agreed = new HashSet<>(roles(same));
    agreed.retainAll(rest);
    return recoloured
        ? rest.isEmpty() || agreed.size() >= LEAST * rest.size()
        : agreed.size() >= 2 && agreed.size() >= LEAST * rest.size();
  }

  private static ItemTwins colourway(ShelvedItem a, ShelvedItem b, List<DuplicatePair> pairs) {
    List<String> reasons = new ArrayList<>();
    reasons.add(
        Words.of("twinFinder.colourway-same-another-colour", b.item().name(), a.item().name()));
    pairs.stream()
        .filter(p -> p.relation() == DuplicatePair.Relation.RECOLOURED)
        .findFirst()
        .ifPresent(p -> reasons.add(p.reason()));
    return new ItemTwins(a, b, Relation.COLOURWAY, pairs, reasons);
  }

  private static boolean enough(ItemRecord a, ItemRecord b, List<DuplicatePair> same) {
    Set<MapRole> roles = roles(same);
    Set<MapRole> common = common(a, b);
    if (common.isEmpty() || roles.size() < LEAST * common.size()) {
      return false;
    }
    // One picture in common proves little, unless one picture is all there is.
    boolean single = a.roles().size() == 1 && b.roles().size() == 1;
    boolean lone = single || a.kind() != ItemKind.MATERIAL || b.kind() != ItemKind.MATERIAL;
    return roles.size() >= 2 || (common.size() == 1 && lone);
  }

  private static Set<MapRole> roles(List<DuplicatePair> same) {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    same.stream().filter(p -> p.a().role() == p.b().role()).forEach(p -> roles.add(p.a().role()));
    roles.remove(null);
    return roles;
  }

  private static Set<MapRole> common(ItemRecord a, ItemRecord b) {
    Set<MapRole> common = new HashSet<>();
    a.maps().forEach(m -> common.add(m.role()));
    Set<MapRole> theirs = new HashSet<>();
    b.maps().forEach(m -> theirs.add(m.role()));
    common.retainAll(theirs);
    return common;
  }

  private static ItemTwins twins(
      ShelvedItem a, ShelvedItem b, List<DuplicatePair> same, Map<String, Integer> packSizes) {
    Relation r = relation(a, b, same, packSizes);
    List<String> reasons = new ArrayList<>();
    int roles = roles(same).size();
    int common = common(a.item(), b.item()).size();
    Set<MapRole> different = common(a.item(), b.item());
    different.removeAll(roles(same));
    reasons.add(
        Words.of(
            "twinFinder.role-both-have-hold-same",
            roles == common
                ? Words.of("twinFinder.all", common)
                : Words.of("twinFinder.some", roles, common),
            common,
            identical(same) ? 1 : 0,
            different.isEmpty()
                ? ""
                : Words.of(
                    "twinFinder.different",
                    Phrase.list(different.stream().sorted().map(MapRole::inSentence).toList()))));
    reasons.add(
        switch (r) {
          case SAME_FILES -> Words.of("twinFinder.same-files-came-twice");
          case PART_OF_PACK -> Words.of("twinFinder.files-came-two-packs-hold");
          case NEWER_VERSION ->
              Words.of("twinFinder.they-versions-one-pack", a.pack().version(), b.pack().version());
          case OTHER_FORMAT -> Words.of("twinFinder.they-stored-different-file-formats");
          case OTHER_EDITION -> Words.of("twinFinder.they-differ-resolution-only");
          case SAME_PICTURES, COLOURWAY -> changes(same);
        });
    return new ItemTwins(a, b, r, same, reasons);
  }

  private static boolean identical(List<DuplicatePair> same) {
    return same.stream().allMatch(p -> p.relation() == DuplicatePair.Relation.IDENTICAL);
  }

  private static boolean versions(ShelvedItem a, ShelvedItem b) {
    return a.pack().name().equalsIgnoreCase(b.pack().name())
        && !Objects.equals(a.pack().version(), b.pack().version());
  }

  private static Relation relation(
      ShelvedItem a, ShelvedItem b, List<DuplicatePair> same, Map<String, Integer> packSizes) {
    if (versions(a, b)) {
      return Relation.NEWER_VERSION;
    }
    if (identical(same)) {
      boolean alone =
          packSizes.getOrDefault(a.pack().id(), 0) == 1
              && packSizes.getOrDefault(b.pack().id(), 0) == 1;
      return alone || a.pack().name().equalsIgnoreCase(b.pack().name())
          ? Relation.SAME_FILES
          : Relation.PART_OF_PACK;
    }
    if (same.stream().anyMatch(p -> ALTERED.contains(p.relation()))) {
      return Relation.SAME_PICTURES;
    }
    if (same.stream().allMatch(p -> p.relation() == DuplicatePair.Relation.RESIZED)) {
      return Relation.OTHER_EDITION;
    }
    boolean formats =
        same.stream().anyMatch(p -> !ending(p.a().path()).equals(ending(p.b().path())));
    return formats ? Relation.OTHER_FORMAT : Relation.SAME_PICTURES;
  }

  private static String ending(String path) {
    return path.substring(path.lastIndexOf('.') + 1).toLowerCase(java.util.Locale.ROOT);
  }

  /** The strongest change that was found, as it is said of that pair. */
  private static String changes(List<DuplicatePair> same) {
    Map<DuplicatePair.Relation, DuplicatePair> first = new EnumMap<>(DuplicatePair.Relation.class);
    same.forEach(p -> first.putIfAbsent(p.relation(), p));
    return List.copyOf(first.values()).getLast().reason();
  }
}
