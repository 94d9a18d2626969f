package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.document.DocumentFacts;
import keepshelf.core.recognise.document.Mention;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/** Lets what material documents say decide roles, and bring pictures that no name placed. */
public final class DocumentSets {
  private DocumentSets() {}

  /** Changes {@code sets} and {@code rest} by what {@code facts} say. */
  public static void apply(DocumentFacts facts, List<FoundSet> sets, List<Candidate> rest) {
    if (facts.mentions().isEmpty()) {
      return;
    }
    Map<String, Map<FoundSet, Integer>> homes = new HashMap<>();
    for (FoundSet s : sets) {
      for (Candidate c : s.members) {
        Mention m = facts.mentions().get(c.file.path());
        if (m != null) {
          c.chosen = reading(c, m, s.key);
          homes.computeIfAbsent(material(m), k -> new LinkedHashMap<>()).merge(s, 1, Integer::sum);
        }
      }
    }
    Map<String, FoundSet> made = new HashMap<>();
    for (Candidate c : new ArrayList<>(rest)) {
      Mention m = facts.mentions().get(c.file.path());
      if (m == null) {
        continue;
      }
      FoundSet home =
          homes.getOrDefault(material(m), Map.of()).entrySet().stream()
              .max(Map.Entry.comparingByValue())
              .map(Map.Entry::getKey)
              .orElse(null);
      if (home == null) {
        String key = NameParts.of(m.material()).key();
        home =
            made.computeIfAbsent(
                material(m), k -> new FoundSet(key.isEmpty() ? k : key, c.scope, List.of()));
      }
      c.chosen = reading(c, m, home.key);
      home.members.add(c);
      rest.remove(c);
    }
    sets.addAll(made.values());
  }

  private static String material(Mention m) {
    return m.document() + "|" + m.material();
  }

  /** The document's word, with the name's own when both agree. */
  private static @Nullable NameReading reading(Candidate c, Mention m, String key) {
    Sense said = new Sense(m.role(), m.channels(), 0.95);
    Handedness hand = c.chosen == null ? Handedness.UNKNOWN : c.chosen.handedness();
    MapRole named = c.chosen == null ? null : c.chosen.senses().getFirst().role();
    // MTL has one statement for bump and normal maps; the name knows better.
    boolean agrees =
        named == MapRole.NORMAL && m.role() == MapRole.BUMP
            || named == m.role() && m.channels() == null;
    return agrees
        ? c.chosen
        : new NameReading(
            key, NameParts.folded(key), List.of(said), 1, m.document(), false, hand, "document");
  }
}
