package keepshelf.core.search;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;

/** Tells which of a list of cards have a word, by the catalogue's index of words. */
final class WordIndex {
  /** Below so many rows it is not worth while to share the work. */
  private static final int SMALL = 5_000;

  private final Catalogue catalogue;
  private final int firstRow;
  private final int[] cardOfRow;
  private final int[] packRowOfCard;
  private final int cards;
  private final Map<String, BitSet> known = new HashMap<>();
  private Spelling spelling;
  private boolean fresh;

  /**
   * Over {@code list}.
   *
   * @param spelling the words of this state, or of an earlier one
   * @param fresh whether they are of this state
   */
  WordIndex(Catalogue catalogue, List<ItemCard> list, Spelling spelling, boolean fresh) {
    this.catalogue = catalogue;
    this.cards = list.size();
    this.spelling = spelling;
    this.fresh = fresh;
    int least = Integer.MAX_VALUE;
    int most = 0;
    for (ItemCard c : list) {
      least = Math.min(least, c.row());
      most = Math.max(most, c.row());
      for (int r : c.moreRows()) {
        least = Math.min(least, r);
        most = Math.max(most, r);
      }
    }
    firstRow = Math.min(least, most);
    cardOfRow = new int[most - firstRow + 1];
    Arrays.fill(cardOfRow, -1);
    packRowOfCard = new int[cards];
    for (int i = 0; i < cards; i++) {
      ItemCard c = list.get(i);
      cardOfRow[c.row() - firstRow] = i;
      for (int r : c.moreRows()) {
        cardOfRow[r - firstRow] = i;
      }
      packRowOfCard[i] = c.pack().row();
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
    Found near = near(spelling(), word);
    // Its words may be those of an earlier state.
    return near.cards().isEmpty() && renewed() ? near(spelling(), word) : near;
  }

  private Found near(Spelling words, Query.Word word) {
    List<String> near = words.near(word.text());
    BitSet all = new BitSet();
    near.forEach(w -> all.or(cards(expression(w, false))));
    return new Found(all, near);
  }

  /** The words that mistyped ones are taken for. */
  synchronized Spelling spelling() {
    return spelling;
  }

  /** Whether words of this state are at hand now that were not before. */
  private synchronized boolean renewed() {
    if (fresh) {
      return false;
    }
    spelling = new Spelling(catalogue.words());
    fresh = true;
    return true;
  }

  /** A phrase in the index's own language; {@code begin}: its last word may go on. */
  static String expression(String text, boolean begin) {
    return "\"" + text.replace("\"", " ").replace("\0", " ") + "\"" + (begin ? "*" : "");
  }

  private synchronized BitSet cards(String expression) {
    return known.computeIfAbsent(expression, this::read);
  }

  /** Asked for at once: the words of packs, and those of items in a range of rows for each core. */
  private BitSet read(String expression) {
    int rows = cardOfRow.length;
    int parts = rows < SMALL ? 1 : Runtime.getRuntime().availableProcessors();
    BitSet out = new BitSet(cards);
    IntStream.rangeClosed(0, parts)
        .parallel()
        .mapToObj(p ->
            p == parts
                ? inPacks(expression)
                : items(
                    expression,
                    (int) ((long) rows * p / parts),
                    (int) ((long) rows * (p + 1) / parts)))
        .forEachOrdered(out::or);
    return out;
  }

  private BitSet inPacks(String expression) {
    BitSet packs = new BitSet();
    for (int row : catalogue.packRowsWithWords(expression)) {
      packs.set(row);
    }
    BitSet out = new BitSet(cards);
    for (int i = 0; i < cards && !packs.isEmpty(); i++) {
      out.set(i, packs.get(packRowOfCard[i]));
    }
    return out;
  }

  private BitSet items(String expression, int from, int to) {
    BitSet out = new BitSet(cards);
    for (int row : catalogue.rowsWithWords(expression, firstRow + from, firstRow + to - 1)) {
      int card = cardOfRow[row - firstRow];
      if (card >= 0) {
        out.set(card);
      }
    }
    return out;
  }
}
