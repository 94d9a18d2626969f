package keepshelf.core.search;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Words of the index by length, for finding what a mistyped one was meant to be. */
final class Spelling {
  private static final int MOST = 6;

  private final Map<Integer, List<String>> byLength = new TreeMap<>();

  Spelling(List<String> words) {
    for (String w : words) {
      if (w.length() >= 3 && !Character.isDigit(w.charAt(0))) {
        byLength.computeIfAbsent(w.length(), n -> new ArrayList<>()).add(w);
      }
    }
  }

  /**
   * Words one mistake away (two for words of eight letters and more): a letter too many, missing,
   * another, or two swapped (restricted Damerau-Levenshtein distance). None for words under four
   * letters. The nearest first, at most six.
   */
  List<String> near(String typed) {
    String w = typed.toLowerCase(Locale.ROOT);
    if (w.length() < 4) {
      return List.of();
    }
    int most = w.length() >= 8 ? 2 : 1;
    Set<String> out = new LinkedHashSet<>();
    for (int d = 1; d <= most && out.isEmpty(); d++) {
      for (int n = w.length() - d; n <= w.length() + d; n++) {
        for (String other : byLength.getOrDefault(n, List.of())) {
          if (distance(w, other, d) <= d && out.size() < MOST) {
            out.add(other);
          }
        }
      }
    }
    return List.copyOf(out);
  }

  /** The distance, or {@code most} + 1 when it is larger. */
  static int distance(String a, String b, int most) {
    int n = b.length();
    int[] before = new int[n + 1];
    int[] last = new int[n + 1];
    int[] row = new int[n + 1];
    for (int j = 0; j <= n; j++) {
      last[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      row[0] = i;
      int least = i;
      for (int j = 1; j <= n; j++) {
        int cost = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
        int v = Math.min(Math.min(row[j - 1], last[j]) + 1, last[j - 1] + cost);
        if (i > 1
            && j > 1
            && a.charAt(i - 1) == b.charAt(j - 2)
            && a.charAt(i - 2) == b.charAt(j - 1)) {
          v = Math.min(v, before[j - 2] + 1);
        }
        row[j] = v;
        least = Math.min(least, v);
      }
      if (least > most) {
        return most + 1;
      }
      int[] t = before;
      before = last;
      last = row;
      row = t;
    }
    return last[n];
  }
}
