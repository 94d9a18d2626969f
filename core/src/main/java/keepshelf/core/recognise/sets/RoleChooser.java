package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameReading;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;

/**
 * Settles what ambiguous role words mean within one set: {@code d} beside {@code n} is the colour,
 * beside {@code col} the displacement. The strongest meanings are placed first, a role that is
 * taken by another word is not given twice while a word has another meaning left.
 */
public final class RoleChooser {
  private record Choice(String phrase, Sense sense, double weight) {}

  private RoleChooser() {}

  /** Settles all sets, each by itself first and then as the others beside it and in its pack. */
  public static void settle(List<FoundSet> sets) {
    Map<String, Spelling> beside = new HashMap<>();
    Map<String, Spelling> pack = new HashMap<>();
    for (FoundSet s : sets) {
      settle(s);
      beside.computeIfAbsent(s.scope.scope(), p -> new Spelling()).add(s);
      pack.computeIfAbsent(s.scope.pack(), p -> new Spelling()).add(s);
    }
    for (FoundSet s : sets) {
      compare(
          s,
          beside.getOrDefault(s.scope.scope(), new Spelling()),
          pack.getOrDefault(s.scope.pack(), new Spelling()));
    }
  }

  /** How sets spell their roles. */
  private static final class Spelling {
    /** The other phrases of the sets in which a letter means a role. */
    final Map<String, Map<MapRole, Set<String>>> meant = new HashMap<>();

    /** Roles that are spelled out in the sets that use a phrase. */
    final Map<String, Set<MapRole>> with = new HashMap<>();

    void add(FoundSet set) {
      Set<MapRole> spelled = EnumSet.noneOf(MapRole.class);
      for (Candidate c : set.members) {
        if (c.chosen().single()) {
          meant
              .computeIfAbsent(c.chosen().phrase(), w -> new EnumMap<>(MapRole.class))
              .computeIfAbsent(c.sense().role(), r -> new HashSet<>())
              .addAll(others(set, c.chosen().phrase()));
        } else {
          spelled.add(c.sense().role());
        }
      }
      for (Candidate c : set.members) {
        with.computeIfAbsent(c.chosen().phrase(), w -> EnumSet.noneOf(MapRole.class))
            .addAll(spelled);
      }
    }
  }

  private static Set<String> others(FoundSet set, String phrase) {
    Set<String> out = new HashSet<>();
    set.members.forEach(c -> out.add(c.chosen().phrase()));
    out.remove(phrase);
    return out;
  }

  /**
   * A letter whose first meaning is spelled out elsewhere ("AO") has its next one ("O" is opacity):
   * when sets of the pack that are otherwise named alike use the letter so, or when those beside it
   * spell the first meaning out.
   */
  private static void compare(FoundSet set, Spelling beside, Spelling pack) {
    Set<MapRole> own = set.roles();
    for (Candidate c : set.members) {
      MapRole role = c.sense().role();
      String letter = c.chosen().phrase();
      if (!c.chosen().single() || role == MapRole.BASE_COLOUR || role == MapRole.NORMAL) {
        continue;
      }
      Set<String> others = others(set, letter);
      if (others.isEmpty()) {
        continue;
      }
      boolean spelled =
          others.stream().allMatch(o -> beside.with.getOrDefault(o, Set.of()).contains(role));
      Map<MapRole, Set<String>> meant = pack.meant.getOrDefault(letter, Map.of());
      c.chosen().senses().stream()
          .filter(s -> s.role() != role && !own.contains(s.role()))
          .filter(s -> spelled || meant.getOrDefault(s.role(), Set.of()).containsAll(others))
          .findFirst()
          .ifPresent(s -> c.sense = s);
    }
  }

  private static void settle(FoundSet set) {
    Map<String, NameReading> words = new HashMap<>();
    for (Candidate c : set.members) {
      if (ambiguous(c)) {
        words.putIfAbsent(c.chosen().phrase(), c.chosen());
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
        .forEach(c -> taken.add(c.chosen().senses().getFirst().role()));
    for (Choice c : choices) {
      if (!meaning.containsKey(c.phrase())
          && (!taken.contains(c.sense().role())
              || Objects.requireNonNull(words.get(c.phrase())).senses().size() == 1)) {
        meaning.put(c.phrase(), c.sense());
        taken.add(c.sense().role());
      }
    }
    for (Candidate c : set.members) {
      Sense first = c.chosen().senses().getFirst();
      c.sense = ambiguous(c) ? meaning.getOrDefault(c.chosen().phrase(), first) : first;
    }
  }

  /** Whether the meaning comes from words of the name, and not from a document or a person. */
  private static boolean ambiguous(Candidate c) {
    return !c.chosen().source().equals("document") && !c.chosen().source().equals("habit");
  }
}
