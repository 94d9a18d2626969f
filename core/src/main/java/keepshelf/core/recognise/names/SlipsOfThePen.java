package keepshelf.core.recognise.names;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Finds the word that was meant when one letter is missing, too many, wrong or swapped with its
 * neighbour. Two words that are so near share what is left of each without one letter, which is how
 * they are looked up (symmetric deletion). The first letter must be right.
 */
final class SlipsOfThePen {
  private SlipsOfThePen() {}

  /** All words under what is left of them without one letter, and under themselves. */
  static Map<String, List<String>> index(Collection<String> words) {
    Map<String, List<String>> index = new HashMap<>();
    for (String w : words) {
      for (int i = 1; i <= w.length(); i++) {
        index.computeIfAbsent(without(w, i), k -> new ArrayList<>()).add(w);
      }
    }
    return index;
  }

  /** The indexed word that {@code word} is but for one slip, or null. */
  static @Nullable String meant(String word, Map<String, List<String>> index) {
    for (int i = word.length(); i >= 1; i--) {
      for (String w : index.getOrDefault(without(word, i), List.of())) {
        if (near(word, w)) {
          return w;
        }
      }
    }
    return null;
  }

  /** Without letter {@code i}; whole when there is no such letter. */
  private static String without(String w, int i) {
    return i == w.length() ? w : w.substring(0, i) + w.substring(i + 1);
  }

  /** Whether one slip at the most makes {@code b} of {@code a}. */
  private static boolean near(String a, String b) {
    int i = 0;
    while (i < Math.min(a.length(), b.length()) && a.charAt(i) == b.charAt(i)) {
      i++;
    }
    String restA = a.substring(i);
    String restB = b.substring(i);
    if (restA.isEmpty() || restB.isEmpty()) {
      return restA.length() + restB.length() <= 1;
    }
    boolean changed = restA.substring(1).equals(restB.substring(1));
    boolean missing = restA.equals(restB.substring(1));
    boolean tooMany = restA.substring(1).equals(restB);
    boolean swapped =
        restA.length() > 1
            && restB.length() > 1
            && restA.charAt(0) == restB.charAt(1)
            && restA.charAt(1) == restB.charAt(0)
            && restA.substring(2).equals(restB.substring(2));
    return changed || missing || tooMany || swapped;
  }
}
