package keepshelf.core.search;

import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;

/** Tells which of a list of cards have a word, by the catalogue's index of words. */
final class WordIndex {
  private final Catalogue catalogue;
  private final int[] cardOfRow;
  private final Map<Integer, BitSet> cardsOfPackRow;
  private final int cards;
  private final Spelling spelling;
  private final Map<String, BitSet> known = new HashMap<>();

  WordIndex(Catalogue catalogue, List<ItemCard> list, Spelling spelling) {
    this.catalogue = catalogue;
    this.cards = list.size();
    this.spelling = spelling;
    int most = 0;
    for (ItemCard c : list) {
      most = Math.max(most, c.row());
      for (int r : c.moreRows()) {
        most = Math.max(most, r);
      }
    }
    cardOfRow = new int[most + 1];
    java.util.Arrays.fill(cardOfRow, -1);
    cardsOfPackRow = new HashMap<>();
    for (int i = 0; i < cards; i++) {
      ItemCard c = list.get(i);
      cardOfRow[c.row()] = i;
      for (int r : c.moreRows()) {
        cardOfRow[r] = i;
      }
      if (c.pack().row() > 0) {
        BitSet of = cardsOfPackRow.get(c.pack().row());
        if (of == null) {
          of = new BitSet();
          cardsOfPackRow.put(c.pack().row(), of);
        }
        of.set(i);
      }
    }
  }

  /**
   * What a word finds.
   *
   * @param cards positions of the cards
   * @param meant the words it was taken for when nothing has it as it was typed; else empty
   */
  record Found(BitSet cards, List<String> meant) {}

  /** The cards that have {@code word}, or a word that a small typing mistake makes of it. */
  Found find(Query.Word word) {
    BitSet exact = cards(expression(word.text(), !word.quoted()));
    if (!exact.isEmpty() || word.quoted() || word.not()) {
      return new Found(exact, List.of());
    }
    List<String> near = spelling.near(word.text());
    BitSet all = new BitSet();
    near.forEach(w -> all.or(cards(expression(w, false))));
    return new Found(all, near);
  }

  /** A phrase in the index's own language; {@code begin}: its last word may go on. */
  static String expression(String text, boolean begin) {
    return "\"" + text.replace("\"", " ").replace("\0", " ") + "\"" + (begin ? "*" : "");
  }

  private synchronized BitSet cards(String expression) {
    return known.computeIfAbsent(
        expression,
        e -> {
          BitSet out = new BitSet(cards);
          for (int row : catalogue.rowsWithWords(e)) {
            if (row < cardOfRow.length && cardOfRow[row] >= 0) {
              out.set(cardOfRow[row]);
            }
          }
          for (int row : catalogue.packRowsWithWords(e)) {
            BitSet of = cardsOfPackRow.get(row);
            if (of != null) {
              out.or(of);
            }
          }
          return out;
        });
  }

  /** Words of the index by length, for finding what a mistyped one was meant to be. */
  static final class Spelling {
    private static final int MOST = 6;

    private final Map<Integer, List<String>> byLength = new TreeMap<>();

    Spelling(List<String> words) {
      for (String w : words) {
        if (w.length() >= 3 && !Character.isDigit(w.charAt(0))) {
          byLength.computeIfAbsent(w.length(), n -> new java.util.ArrayList<>()).add(w);
        }
      }
    }

    /**
     * Words one mistake away (two for words of eight letters and more): a letter too many, missing,
     * another, or two swapped (restricted Damerau-Levenshtein distance). None for words under four
     * letters. The nearest first, at most six.
     */
    List<String> near(String typed) {
      String w = typed.toLowerCase(java.util.Locale.ROOT);
      if (w.length() < 4) {
        return List.of();
      }
      int most = w.length() >= 8 ? 2 : 1;
      Set<String> out = new java.util.LinkedHashSet<>();
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
}
