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

  static void settle(FoundSet set) {
    Map<String, NameReading> words = new HashMap<>();
    for (Candidate c : set.members) {
      words.putIfAbsent(c.chosen.phrase(), c.chosen);
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
    for (Choice c : choices) {
      if (!meaning.containsKey(c.phrase())
          && (!taken.contains(c.sense().role()) || words.get(c.phrase()).senses().size() == 1)) {
        meaning.put(c.phrase(), c.sense());
        taken.add(c.sense().role());
      }
    }
    for (Candidate c : set.members) {
      c.sense = meaning.getOrDefault(c.chosen.phrase(), c.chosen.senses().getFirst());
    }
  }
}
