package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.RoleVocabulary.Sense;

/**
 * Settles what ambiguous role words mean within one set: {@code d} beside {@code n} is the colour,
 * beside {@code col} the displacement. The strongest meanings are placed first, a role that is
 * taken by another word is not given twice while a word has another meaning left.
 */
final class RoleChooser {
  private record Choice(String phrase, Sense sense, double weight) {}

  private RoleChooser() {}

  /** Settles all sets of a pack, each by itself first. */
  static void settle(List<FoundSet> sets) {
    Map<MapRole, Set<String>> said = new java.util.EnumMap<>(MapRole.class);
    for (FoundSet s : sets) {
      settle(s);
      for (Candidate c : s.members) {
        said.computeIfAbsent(c.sense.role(), r -> new java.util.HashSet<>()).add(c.chosen.phrase());
      }
    }
    sets.forEach(s -> compare(s, said));
  }

  /**
   * A letter whose meaning the other sets of the pack spell in another way ("O" where occlusion is
   * "AO" elsewhere) has its next meaning.
   */
  private static void compare(FoundSet set, Map<MapRole, Set<String>> said) {
    for (Candidate c : set.members) {
      MapRole role = c.sense.role();
      boolean open =
          c.chosen.single()
              && role != MapRole.BASE_COLOUR
              && role != MapRole.NORMAL
              && said.get(role).stream().anyMatch(w -> w.length() > 1);
      if (open) {
        Set<MapRole> own = set.roles();
        c.chosen.senses().stream()
            .filter(s -> !said.containsKey(s.role()) && !own.contains(s.role()))
            .findFirst()
            .ifPresent(s -> c.sense = s);
      }
    }
  }

  private static void settle(FoundSet set) {
    Map<String, NameReading> words = new HashMap<>();
    for (Candidate c : set.members) {
      if (ambiguous(c)) {
        words.putIfAbsent(c.chosen.phrase(), c.chosen);
      }
    }
    List<Choice> choices = new ArrayList<>();
    words.forEach(
        (w, r) -> r.senses().forEach(s -> choices.add(new Choice(w, s, s.weight() * r.place()))));
    choices.sort((a, b) ->
        a.weight() != b.weight()
            ? Double.compare(b.weight(), a.weight())
            : a.phrase().compareTo(b.phrase()));
    Map<String, Sense> meaning = new HashMap<>();
    Set<MapRole> taken = EnumSet.noneOf(MapRole.class);
    set.members.stream()
        .filter(c -> !ambiguous(c))
        .forEach(c -> taken.add(c.chosen.senses().getFirst().role()));
    for (Choice c : choices) {
      if (!meaning.containsKey(c.phrase())
          && (!taken.contains(c.sense().role()) || words.get(c.phrase()).senses().size() == 1)) {
        meaning.put(c.phrase(), c.sense());
        taken.add(c.sense().role());
      }
    }
    for (Candidate c : set.members) {
      Sense first = c.chosen.senses().getFirst();
      c.sense = ambiguous(c) ? meaning.getOrDefault(c.chosen.phrase(), first) : first;
    }
  }

  /** Whether the meaning comes from words of the name, and not from a document or a person. */
  private static boolean ambiguous(Candidate c) {
    return !c.chosen.source().equals("document") && !c.chosen.source().equals("habit");
  }
}
