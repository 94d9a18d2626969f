package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.ColourWords;
import keepshelf.core.recognise.names.FolderScope;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;
import org.jspecify.annotations.Nullable;

/** Joins sets that are one: over several folders, and variants of a map beside what they share. */
final class SetJoiner {
  private static final Pattern VARIANT =
      Pattern.compile(
          "(?:\\d{1,3}|[a-h]|var(?:iant|iation)?\\d*|alt\\d*|" + ColourWords.PATTERN + ")(?:_.*)?");

  /** A name with a number or a letter of a series at its end. */
  private static final Pattern NUMBERED =
      Pattern.compile("(.*\\p{L})_?\\d{1,2}|(.*\\d)_?[a-h]|(.*)_[a-h]");

  private static final Pattern COUNTED = Pattern.compile("\\d{1,2}");

  private final List<FoundSet> sets;
  private final List<Candidate> rest;

  /** Over {@code sets} and the pictures that none of them took; both are changed. */
  SetJoiner(List<FoundSet> sets, List<Candidate> rest) {
    this.sets = sets;
    this.rest = rest;
  }

  void join() {
    joinAcrossFolders();
    joinVariants();
    joinRest();
    spelledAlike();
  }

  /** The same name in neighbouring folders, one role or resolution each, is one set. */
  private void joinAcrossFolders() {
    Map<String, List<FoundSet>> byKey = new LinkedHashMap<>();
    for (FoundSet s : sets) {
      if (s.key.chars().filter(Character::isLetter).count() >= 4) {
        byKey.computeIfAbsent(s.folded(), k -> new ArrayList<>()).add(s);
      }
    }
    for (List<FoundSet> same : byKey.values()) {
      for (int i = 0; i < same.size(); i++) {
        for (int j = same.size() - 1; j > i; j--) {
          FoundSet a = same.get(i);
          FoundSet b = same.get(j);
          if (near(a.scope, b.scope) && noSlotTwice(a, b)) {
            a.members.addAll(b.members);
            sets.remove(b);
            same.remove(j);
          }
        }
      }
    }
  }

  private static boolean near(FolderScope a, FolderScope b) {
    return a.parent().equals(b.parent())
        || FolderScope.holds(b.scope(), a.scope())
        || FolderScope.holds(a.scope(), b.scope());
  }

  /** Different roles, or the same ones at named resolutions that differ. */
  private static boolean noSlotTwice(FoundSet a, FoundSet b) {
    if (java.util.Collections.disjoint(a.roles(), b.roles())) {
      return true;
    }
    if (a.scope.archive() && b.scope.archive() && !a.scope.scope().equals(b.scope.scope())) {
      // Archives of other names are other packs, whatever is in them is called.
      return false;
    }
    Set<String> slots = new HashSet<>();
    a.members.forEach(c -> slots.add(FoundSet.slot(c)));
    return b.members.stream()
            .allMatch(c -> c.namedResolution() != null && !slots.contains(FoundSet.slot(c)))
        && a.members.stream().allMatch(c -> c.namedResolution() != null);
  }

  /**
   * {@code brick_diff_01} and {@code brick_diff_02} beside one {@code brick_nor}: a small set whose
   * name is another's plus a number, letter or colour, with a role that the other lacks, joins it.
   * What several of them have behind a name without colour is a colour, whatever it is called.
   */
  private void joinVariants() {
    Map<String, FoundSet> byPlace = new HashMap<>();
    for (FoundSet s : sets) {
      byPlace.put(s.scope.scope() + "|" + s.key, s);
    }
    Map<FoundSet, List<FoundSet>> joining = new LinkedHashMap<>();
    Map<FoundSet, List<FoundSet>> called = new LinkedHashMap<>();
    for (FoundSet s : sets) {
      if (s.roles().size() != 1) {
        continue;
      }
      FoundSet home = home(s, byPlace, true);
      FoundSet named = home(s, byPlace, false);
      if (home != null && !home.roles().containsAll(s.roles())) {
        joining.computeIfAbsent(home, h -> new ArrayList<>()).add(s);
      } else if (named != null
          && s.roles().contains(MapRole.BASE_COLOUR)
          && !named.roles().contains(MapRole.BASE_COLOUR)) {
        called.computeIfAbsent(named, h -> new ArrayList<>()).add(s);
      }
    }
    called.forEach((home, colours) -> {
      List<FoundSet> known = joining.computeIfAbsent(home, h -> new ArrayList<>());
      if (home.roles().size() >= 2 && colours.size() + known.size() >= 2) {
        known.addAll(colours);
      }
    });
    joining.forEach((home, variants) -> {
      if (home.roles().size() >= 2 || variants.size() >= 2) {
        for (FoundSet s : variants) {
          home.members.addAll(s.members);
          sets.remove(s);
        }
      }
    });
  }

  private static @Nullable FoundSet home(
      FoundSet s, Map<String, FoundSet> byPlace, boolean variant) {
    for (int cut = s.key.lastIndexOf('_'); cut > 0; cut = s.key.lastIndexOf('_', cut - 1)) {
      FoundSet h = byPlace.get(s.scope.scope() + "|" + s.key.substring(0, cut));
      String tail = s.key.substring(cut + 1);
      boolean fits = variant ? VARIANT.matcher(tail).matches() : tail.indexOf('_') < 0;
      if (h != null && h != s && fits) {
        return h;
      }
    }
    return null;
  }

  /**
   * {@code deck02a_d} joins {@code deck02_n} and {@code deck02_s}; {@code sheer01_c} and {@code
   * sheer02_c} make a set with one {@code sheer_n}: pictures with a role, too few to be a set of
   * their own, whose names differ from others only by a number or letter.
   */
  private void joinRest() {
    Map<String, FoundSet> byPlace = new HashMap<>();
    for (FoundSet s : sets) {
      byPlace.put(s.scope.scope() + "|" + s.folded(), s);
    }
    Map<String, List<Candidate>> near = new LinkedHashMap<>();
    Map<String, List<Candidate>> called = new LinkedHashMap<>();
    Map<Candidate, NameReading> read = new HashMap<>();
    for (Candidate c : rest) {
      for (NameReading r : c.readings) {
        if (r.place() < 1 || r.source().equals("folder") || read.containsKey(c)) {
          continue;
        }
        Matcher m = NUMBERED.matcher(r.key());
        String stem =
            m.matches()
                ? NameParts.folded(
                    m.group(1) != null ? m.group(1) : m.group(2) != null ? m.group(2) : m.group(3))
                : r.folded();
        if (COUNTED.matcher(stem).matches()) {
          // "albedo_1" beside "roughness" in a folder of their own.
          stem = "";
        }
        if (stem.length() >= 3 || stem.isEmpty()) {
          read.put(c, r);
          near.computeIfAbsent(c.scope.scope() + "|" + stem, k -> new ArrayList<>()).add(c);
          int cut = r.key().lastIndexOf('_');
          if (cut > 0 && r.senses().getFirst().role() == MapRole.BASE_COLOUR) {
            String shared = NameParts.folded(r.key().substring(0, cut));
            called.computeIfAbsent(c.scope.scope() + "|" + shared, k -> new ArrayList<>()).add(c);
          }
        }
      }
    }
    joinColours(byPlace, called, read);
    near.forEach((place, all) -> {
      List<Candidate> files = all.stream().filter(c -> c.chosen == null).toList();
      if (files.isEmpty()) {
        return;
      }
      FoundSet home = byPlace.get(place);
      Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
      files.forEach(c -> roles.add(Objects.requireNonNull(read.get(c)).senses().getFirst().role()));
      boolean lacks = home != null && roles.stream().noneMatch(home.roles()::contains);
      boolean together = home == null && roles.size() >= 2 && roles.contains(MapRole.NORMAL);
      if (!lacks && !together) {
        return;
      }
      files.forEach(c -> c.chosen = read.get(c));
      rest.removeAll(files);
      if (home != null) {
        home.members.addAll(files);
      } else {
        Candidate shortest =
            files.stream()
                .min(java.util.Comparator.comparingInt(c -> c.chosen().key().length()))
                .orElseThrow();
        sets.add(new FoundSet(shortest.chosen().key(), shortest.scope, files));
      }
    });
  }

  /** What several colours are called that share all other maps may be any word. */
  private void joinColours(
      Map<String, FoundSet> byPlace,
      Map<String, List<Candidate>> called,
      Map<Candidate, NameReading> read) {
    called.forEach((place, colours) -> {
      FoundSet home = byPlace.get(place);
      if (home != null
          && colours.size() >= 2
          && home.roles().size() >= 2
          && !home.roles().contains(MapRole.BASE_COLOUR)) {
        colours.forEach(c -> c.chosen = read.get(c));
        home.members.addAll(colours);
        rest.removeAll(colours);
      }
    });
  }

  /**
   * A word that means a role in sets beside it means one where nothing else stands under the name:
   * {@code oak_col} beside {@code deck_col} and {@code deck_nrm}. So does a word for colour that
   * ends several names.
   */
  private void spelledAlike() {
    Map<String, Set<String>> known = new HashMap<>();
    for (FoundSet s : sets) {
      if (s.roles().size() >= 2) {
        s.members.forEach(c ->
            known.computeIfAbsent(c.scope.scope(), k -> new HashSet<>()).add(c.chosen().phrase()));
      }
    }
    Map<String, Set<String>> stems = new HashMap<>();
    Map<Candidate, NameReading> spelled = new LinkedHashMap<>();
    for (Candidate c : rest) {
      for (NameReading r : c.readings) {
        boolean whole = r.place() >= 1 && !r.single() && r.phrase().length() >= 2;
        if (whole && r.source().equals("name") && !r.key().isEmpty()) {
          spelled.putIfAbsent(c, r);
          stems
              .computeIfAbsent(c.scope.scope() + "|" + r.phrase(), k -> new HashSet<>())
              .add(r.folded());
        }
      }
    }
    Map<String, List<Candidate>> alone = new LinkedHashMap<>();
    spelled.forEach((c, r) -> {
      boolean colours =
          r.senses().getFirst().role() == MapRole.BASE_COLOUR
              && stems.getOrDefault(c.scope.scope() + "|" + r.phrase(), Set.of()).size() >= 2;
      if (colours || known.getOrDefault(c.scope.scope(), Set.of()).contains(r.phrase())) {
        c.chosen = r;
        alone.computeIfAbsent(c.scope.scope() + "|" + r.folded(), k -> new ArrayList<>()).add(c);
      }
    });
    alone
        .values()
        .forEach(same -> {
          Candidate first = same.getFirst();
          sets.add(new FoundSet(first.chosen().key(), first.scope, same));
          rest.removeAll(same);
        });
  }
}
