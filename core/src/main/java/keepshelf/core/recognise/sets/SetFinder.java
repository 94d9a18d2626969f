package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.AlsoNames;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;
import keepshelf.core.recognise.names.PictureWords;
import keepshelf.core.recognise.names.RoleVocabulary;
import keepshelf.imaging.analyse.Handedness;

/**
 * Decides over all files of a folder at once which reading of each name holds: the name that the
 * most different roles share is the material's name. So "rough" in {@code rough_larch_nor} is part
 * of the name as soon as {@code rough_larch_diff} stands beside it.
 */
public final class SetFinder {
  private final List<FoundSet> sets = new ArrayList<>();
  private final List<Candidate> rest = new ArrayList<>();

  private SetFinder() {}

  /** The sets, and in {@link #rest()} the pictures that no set took. */
  public static SetFinder over(Collection<Candidate> candidates) {
    SetFinder f = new SetFinder();
    Map<String, List<Candidate>> byScope = new LinkedHashMap<>();
    for (Candidate c : candidates) {
      byScope.computeIfAbsent(c.scope.scope(), s -> new ArrayList<>()).add(c);
    }
    byScope.values().forEach(f::inScope);
    new SetJoiner(f.sets, f.rest).join();
    return f;
  }

  /** The sets, which may change. */
  public List<FoundSet> sets() {
    return sets;
  }

  /** The pictures that no set took, which may change. */
  public List<Candidate> rest() {
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
          best.merge(role(r), r.strength(), Math::max);
        }
      }
      boolean bareColour = !best.containsKey(MapRole.BASE_COLOUR) && bareFree();
      boolean aside = bareColour && besideColour();
      if (best.isEmpty() || (best.size() == 1 && !soundAlone() && !aside)) {
        return 0;
      }
      double sum = best.values().stream().mapToDouble(v -> v).sum() + (bareColour ? 0.5 : 0);
      // Between equals the longer name wins: it leaves less unexplained.
      return sum + Math.min(folded.length(), 60) * 1e-4;
    }

    /** Beside a picture that is named like the set, "b" is its bump and not its colour. */
    private MapRole role(NameReading r) {
      return r.phrase().equals("b") && !bare.isEmpty()
          ? MapRole.BUMP
          : r.senses().getFirst().role();
    }

    private boolean soundAlone() {
      for (int i = 0; i < files.size(); i++) {
        NameReading r = readings.get(i);
        boolean letters = r.phrase().length() <= 4 && r.senses().getFirst().channels() != null;
        if (files.get(i).chosen == null
            && !r.single()
            && !AlsoNames.contain(r.phrase())
            && !(letters && r.strength() < 0.75)) {
          return true;
        }
      }
      return false;
    }

    private boolean bareFree() {
      return bare.stream().anyMatch(c -> c.chosen == null);
    }

    /** {@code wood_n} or {@code wood_gloss} beside {@code wood}: a whole word or a sure letter. */
    private boolean besideColour() {
      for (int i = 0; i < files.size(); i++) {
        NameReading r = readings.get(i);
        boolean word = r.phrase().length() >= 3 && r.place() >= 1 && !r.single();
        if (files.get(i).chosen == null
            && (word || r.phrase().startsWith("n") || RepeatedEndings.made(r))) {
          return true;
        }
      }
      return false;
    }

    /** A picture named like the set itself is its colour when that is missing. */
    private void takeBare(List<Candidate> taken) {
      boolean coloured = taken.stream().anyMatch(c -> role(c.chosen()) == MapRole.BASE_COLOUR);
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
        } else if (taken.contains(c) && r.strength() > c.chosen().strength()) {
          c.chosen = r;
        }
      }
      takeBare(taken);
      return taken;
    }
  }

  private void inScope(List<Candidate> files) {
    LetterSeries.drop(files);
    RepeatedEndings.add(files);
    NamedByRoles.drop(files);
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
      if (g != null && PictureWords.preview(c).isEmpty() && !surelyOther(c)) {
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
          byVersion(new FoundSet(taken.getFirst().chosen().key(), taken.getFirst().scope, taken)));
    }
    for (Candidate c : files) {
      if (c.chosen == null) {
        rest.add(c);
      }
    }
  }

  /** Whether the end of a name says a role that is neither colour nor as often part of a name. */
  private static boolean surelyOther(Candidate c) {
    return c.readings.stream()
        .anyMatch(r ->
            r.place() >= 1
                && r.strength() > 0.94
                && !AlsoNames.contain(r.phrase())
                && r.senses().getFirst().role() != MapRole.BASE_COLOUR);
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
}
