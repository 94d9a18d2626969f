package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;

/**
 * Decides over all files of a folder at once which reading of each name holds: the name that the
 * most different roles share is the material's name. So "rough" in {@code rough_larch_nor} is part
 * of the name as soon as {@code rough_larch_diff} stands beside it.
 */
final class SetFinder {
  /** Role words that are as often part of a name: alone they do not make a map of a photo. */
  static final Set<String> ALSO_NAMES =
      Set.of(
          "metal",
          "rough",
          "smooth",
          "glossy",
          "relief",
          "coat",
          "coating",
          "matte",
          "fuzz",
          "lacquer",
          "thick",
          "transparent",
          "translucent",
          "curve",
          "glow",
          "ambient",
          "shine",
          "base",
          "dis",
          "op",
          "reflect",
          "scatter",
          "refl",
          "gloss",
          "reflection",
          "col",
          "met",
          "reflectance",
          "mk",
          "mid",
          "rm",
          "ht",
          "ro",
          "bc",
          "df",
          "dm",
          "rg",
          "no",
          "nm",
          "nr",
          "mt",
          "mta",
          "em",
          "cc",
          "ids",
          "light",
          "trans",
          "depth",
          "mask",
          "packed",
          "pack",
          "combined",
          "arm",
          "mar",
          "mor",
          "rom",
          "ram",
          "mos",
          "ord",
          "crevice",
          "convexity",
          "alb",
          "elevation",
          "scattering",
          "refraction",
          "illumination",
          "dp",
          "dif",
          "cur",
          "illum",
          "lum");

  private static final Pattern VARIANT =
      Pattern.compile(
          "(?:\\d{1,3}|[a-h]|var(?:iant|iation)?\\d*|alt\\d*|" + ColourWords.PATTERN + ")(?:_.*)?");

  private final List<FoundSet> sets = new ArrayList<>();
  private final List<Candidate> rest = new ArrayList<>();

  private SetFinder() {}

  /** The sets, and in {@link #rest()} the pictures that no set took. */
  static SetFinder over(Collection<Candidate> candidates) {
    SetFinder f = new SetFinder();
    Map<String, List<Candidate>> byScope = new LinkedHashMap<>();
    for (Candidate c : candidates) {
      byScope.computeIfAbsent(c.scope.scope(), s -> new ArrayList<>()).add(c);
    }
    byScope.values().forEach(f::inScope);
    f.joinAcrossFolders();
    f.joinVariants();
    return f;
  }

  List<FoundSet> sets() {
    return sets;
  }

  List<Candidate> rest() {
    return rest;
  }

  /** All readings in one scope that agree on a key. */
  private static final class Group {
    final String folded;
    final List<Candidate> files = new ArrayList<>();
    final List<NameReading> readings = new ArrayList<>();

    /** Pictures that are named like the group itself, without a role. */
    final List<Candidate> bare = new ArrayList<>();

    double queued;

    Group(String folded) {
      this.folded = folded;
    }

    /** The sum over different roles of the strongest reading, among files not taken yet. */
    double score() {
      Map<MapRole, Double> best = new EnumMap<>(MapRole.class);
      for (int i = 0; i < files.size(); i++) {
        if (files.get(i).chosen == null) {
          NameReading r = readings.get(i);
          best.merge(r.senses().getFirst().role(), r.strength(), Math::max);
        }
      }
      boolean bareColour = !best.containsKey(MapRole.BASE_COLOUR) && bareFree();
      if (best.isEmpty() || (best.size() == 1 && !soundAlone() && !(bareColour && normalAlone()))) {
        return 0;
      }
      double sum = best.values().stream().mapToDouble(v -> v).sum() + (bareColour ? 0.5 : 0);
      // Between equals the longer name wins: it leaves less unexplained.
      return sum + Math.min(folded.length(), 60) * 1e-4;
    }

    private boolean soundAlone() {
      for (int i = 0; i < files.size(); i++) {
        NameReading r = readings.get(i);
        boolean letters = r.phrase().length() <= 4 && r.senses().getFirst().channels() != null;
        if (files.get(i).chosen == null
            && !r.single()
            && !ALSO_NAMES.contains(r.phrase())
            && !(letters && r.strength() < 0.75)) {
          return true;
        }
      }
      return false;
    }

    private boolean bareFree() {
      return bare.stream().anyMatch(c -> c.chosen == null);
    }

    /** {@code wood_n} beside {@code wood}. */
    private boolean normalAlone() {
      for (int i = 0; i < files.size(); i++) {
        if (files.get(i).chosen == null && readings.get(i).phrase().startsWith("n")) {
          return true;
        }
      }
      return false;
    }

    /** A picture named like the set itself is its colour when that is missing. */
    private void takeBare(List<Candidate> taken) {
      boolean coloured =
          taken.stream().anyMatch(c -> c.chosen.senses().getFirst().role() == MapRole.BASE_COLOUR);
      for (Candidate c : bare) {
        if (!coloured && c.chosen == null && !c.plainKey.isEmpty()) {
          c.chosen =
              new NameReading(
                  c.plainKey,
                  folded,
                  List.of(new RoleVocabulary.Sense(MapRole.BASE_COLOUR, null, 0.8)),
                  1,
                  "",
                  false,
                  Handedness.UNKNOWN,
                  "bare");
          taken.add(c);
        }
      }
    }

    List<Candidate> take() {
      List<Candidate> taken = new ArrayList<>();
      for (int i = 0; i < files.size(); i++) {
        Candidate c = files.get(i);
        NameReading r = readings.get(i);
        if (c.chosen == null) {
          c.chosen = r;
          taken.add(c);
        } else if (taken.contains(c) && r.strength() > c.chosen.strength()) {
          c.chosen = r;
        }
      }
      takeBare(taken);
      return taken;
    }
  }

  private void inScope(List<Candidate> files) {
    Map<String, Group> groups = new LinkedHashMap<>();
    for (Candidate c : files) {
      for (NameReading r : c.readings) {
        Group g = groups.computeIfAbsent(r.folded(), Group::new);
        g.files.add(c);
        g.readings.add(r);
      }
    }
    for (Candidate c : files) {
      Group g = groups.get(NameParts.folded(c.plainKey));
      if (g != null && PictureWords.preview(c).isEmpty()) {
        g.bare.add(c);
      }
    }
    PriorityQueue<Group> queue =
        new PriorityQueue<>((a, b) ->
            a.queued != b.queued
                ? Double.compare(b.queued, a.queued)
                : a.folded.compareTo(b.folded));
    for (Group g : groups.values()) {
      g.queued = g.score();
      queue.add(g);
    }
    while (!queue.isEmpty()) {
      Group g = queue.poll();
      double now = g.score();
      if (now <= 0) {
        continue;
      }
      if (now < g.queued - 1e-9) {
        g.queued = now;
        queue.add(g);
        continue;
      }
      List<Candidate> taken = g.take();
      sets.addAll(
          byVersion(new FoundSet(taken.getFirst().chosen.key(), taken.getFirst().scope, taken)));
    }
    for (Candidate c : files) {
      if (c.chosen == null) {
        rest.add(c);
      }
    }
  }

  /** Two versions of one material in one folder are two sets. */
  private static List<FoundSet> byVersion(FoundSet set) {
    Map<String, List<Candidate>> versions = new LinkedHashMap<>();
    for (Candidate c : set.members) {
      versions
          .computeIfAbsent(
              c.parts.version() == null ? "" : c.parts.version(), v -> new ArrayList<>())
          .add(c);
    }
    if (versions.size() == 1 || (versions.size() == 2 && versions.containsKey(""))) {
      return List.of(set);
    }
    List<FoundSet> out = new ArrayList<>();
    versions.forEach((v, members) ->
        out.add(
            new FoundSet(
                v.isEmpty() ? set.key : set.key + "_v" + v.replace('.', '_'), set.scope, members)));
    return out;
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
        || a.scope().startsWith(b.scope())
        || b.scope().startsWith(a.scope());
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
    Set<String> slots = new java.util.HashSet<>();
    a.members.forEach(c -> slots.add(FoundSet.slot(c)));
    return b.members.stream()
            .allMatch(c -> c.namedResolution() != null && !slots.contains(FoundSet.slot(c)))
        && a.members.stream().allMatch(c -> c.namedResolution() != null);
  }

  /**
   * {@code brick_diff_01} and {@code brick_diff_02} beside one {@code brick_nor}: a small set whose
   * name is another's plus a number, letter or colour, with a role that the other lacks, joins it.
   */
  private void joinVariants() {
    Map<String, FoundSet> byPlace = new HashMap<>();
    for (FoundSet s : sets) {
      byPlace.put(s.scope.scope() + "|" + s.key, s);
    }
    Map<FoundSet, List<FoundSet>> joining = new LinkedHashMap<>();
    for (FoundSet s : sets) {
      FoundSet home = s.roles().size() == 1 ? home(s, byPlace) : null;
      if (home != null && !home.roles().containsAll(s.roles())) {
        joining.computeIfAbsent(home, h -> new ArrayList<>()).add(s);
      }
    }
    joining.forEach((home, variants) -> {
      if (home.roles().size() >= 2 || variants.size() >= 2) {
        for (FoundSet s : variants) {
          home.members.addAll(s.members);
          sets.remove(s);
        }
      }
    });
  }

  private static FoundSet home(FoundSet s, Map<String, FoundSet> byPlace) {
    for (int cut = s.key.lastIndexOf('_'); cut > 0; cut = s.key.lastIndexOf('_', cut - 1)) {
      FoundSet h = byPlace.get(s.scope.scope() + "|" + s.key.substring(0, cut));
      if (h != null && h != s && VARIANT.matcher(s.key.substring(cut + 1)).matches()) {
        return h;
      }
    }
    return null;
  }
}
