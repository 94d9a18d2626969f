package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.NameEnd;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;
import keepshelf.core.recognise.names.RoleVocabulary;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;

/**
 * Reads an ending that nobody knows as a role when it repeats behind many names that have other
 * maps: {@code _z} beside {@code _n} for a hundred names is a role of its own. Which one the pixels
 * decide; without them it is most often height.
 */
final class RepeatedEndings {
  private static final int LEAST = 4;
  private static final double SHARE = 0.6;

  /** Letters that are no word: words behind many names are remarks ("wet", "dark", "old"). */
  private static final Pattern LETTERS = Pattern.compile("\\p{L}{1,2}|[\\p{L}&&[^aeiou]]{3,4}");

  private static final List<Sense> OPEN =
      List.of(
          new Sense(MapRole.HEIGHT, null, 0.5),
          new Sense(MapRole.ROUGHNESS, null, 0.45),
          new Sense(MapRole.SPECULAR, null, 0.42),
          new Sense(MapRole.MASK, null, 0.4),
          new Sense(MapRole.NORMAL, null, 0.35),
          new Sense(MapRole.BASE_COLOUR, null, 0.3));

  private RepeatedEndings() {}

  /** Whether {@code r} is of an ending that only its repeating makes a role. */
  static boolean made(NameReading r) {
    return r.senses().equals(OPEN);
  }

  /** Adds the readings to {@code files}, which are of one folder. */
  static void add(Collection<Candidate> files) {
    Map<String, Map<String, List<Candidate>>> byWord = new HashMap<>();
    Set<String> company = new HashSet<>();
    for (Candidate c : files) {
      company.add(NameParts.folded(c.plainKey));
      c.readings.stream().filter(r -> r.place() >= 1).forEach(r -> company.add(r.folded()));
      NameEnd e = NameEnd.of(c);
      if (e != null
          && LETTERS.matcher(e.word()).matches()
          && RoleVocabulary.senses(e.word()).isEmpty()) {
        byWord
            .computeIfAbsent(e.word(), w -> new HashMap<>())
            .computeIfAbsent(e.stem(), s -> new ArrayList<>())
            .add(c);
      }
    }
    byWord.forEach((word, stems) -> {
      long kept = stems.keySet().stream().filter(company::contains).count();
      if (kept >= LEAST && kept >= SHARE * stems.size()) {
        stems.values().forEach(same -> same.forEach(c -> read(c, word)));
      }
    });
  }

  private static void read(Candidate c, String word) {
    NameEnd e = Objects.requireNonNull(NameEnd.of(c));
    List<NameReading> more = new ArrayList<>(c.readings);
    more.add(new NameReading(e.key(), e.stem(), OPEN, 1, word, true, Handedness.UNKNOWN, "name"));
    c.readings = List.copyOf(more);
  }
}
