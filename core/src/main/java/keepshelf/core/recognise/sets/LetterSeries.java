package keepshelf.core.recognise.sets;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameEnd;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;

/**
 * Tells letters that count things apart from letters that stand for roles. Whoever has maps of its
 * own beside it ({@code panel_a} beside {@code panel_a_normal}) is no role; letters that run from a
 * on ({@code tile_a} to {@code tile_e}) are a series; a letter against a number ({@code s112-03b})
 * belongs to the number, unless others beside it say that it means a role.
 */
final class LetterSeries {
  /** Stems behind which a letter that stands against a number is a role. */
  private static final int OFTEN = 4;

  private LetterSeries() {}

  /** Takes the readings as a role from the letters in {@code files}, of one folder, that count. */
  static void drop(Collection<Candidate> files) {
    Map<Candidate, NameEnd> ends = new HashMap<>();
    Map<String, TreeSet<String>> letters = new HashMap<>();
    Map<String, Set<String>> glued = new HashMap<>();
    Set<String> bare = new HashSet<>();
    Set<String> spelled = new HashSet<>();
    for (Candidate c : files) {
      bare.add(NameParts.folded(c.plainKey));
      c.readings.stream()
          // A letter behind the letter is a role as well, as in "panel_a_n".
          .filter(r -> r.place() >= 1 && (!r.single() || lettered(r)))
          .forEach(r -> spelled.add(r.folded()));
      NameEnd e = NameEnd.of(c);
      if (e != null && e.word().length() == 1 && Character.isLetter(e.word().charAt(0))) {
        ends.put(c, e);
        letters.computeIfAbsent(e.stem(), s -> new TreeSet<>()).add(e.word());
        if (e.glued()) {
          glued.computeIfAbsent(e.word(), w -> new HashSet<>()).add(e.stem());
        }
      }
    }
    ends.forEach((c, e) -> {
      Set<String> of = letters.getOrDefault(e.stem(), new TreeSet<>());
      boolean ownMaps = spelled.contains(NameParts.folded(c.plainKey));
      boolean counted =
          run(of) && (of.size() >= 3 || !(bare.contains(e.stem()) || spelled.contains(e.stem())));
      boolean ofNumber =
          e.glued()
              && !of.contains("n")
              && glued.getOrDefault(e.word(), Set.of()).stream().filter(bare::contains).count()
                  < OFTEN;
      if (ownMaps || counted || ofNumber) {
        c.readings = c.readings.stream().filter(r -> !single(r, e)).toList();
      }
    });
  }

  private static boolean lettered(NameReading r) {
    return r.phrase().equals("n") && r.key().matches("(?:.*_)?\\p{L}");
  }

  private static boolean single(NameReading r, NameEnd e) {
    return r.single() && r.phrase().equals(e.word()) && r.place() >= 1;
  }

  /** Whether the letters are a, b, c and so on without a gap, at least two of them. */
  private static boolean run(Set<String> letters) {
    char next = 'a';
    for (String l : letters) {
      if (l.charAt(0) != next++) {
        return false;
      }
    }
    return letters.size() >= 2;
  }
}
