package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.search.Found;
import keepshelf.core.search.Query;
import keepshelf.core.search.Search;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.colour.OkLab;

/** Puts cards on boards by what matters now. */
final class Boards {
  /** What boards are made by. */
  enum By {
    KIND,
    SOURCE,
    COLOUR,
    LICENCE,
    PROJECT,
    COLLECTION,
    TILE,
    DATE,
    USED
  }

  /**
   * One board.
   *
   * @param title on its plate
   * @param items on it, in order
   * @param count how many there are, also where only the first were read yet
   * @param bytes of all their maps
   */
  record Board(String title, List<ItemCard> items, int count, long bytes) {
    Board(String title, List<ItemCard> items) {
      this(title, items, items.size(), items.stream().mapToLong(ItemCard::bytes).sum());
    }
  }

  /**
   * What was asked for, and how its answer is to be laid on boards. Two of them are never the same
   * question, so that an answer that comes late is known.
   */
  static final class Asked {
    private final Query query;
    private final By order;

    Asked(Query query, By order) {
      this.query = query;
      this.order = order;
    }

    /**
     * What was found.
     *
     * @param over the state of the shelf that was asked
     * @param found with its counts
     * @param boards with what was found
     * @param inOrder the items on them; one that stands on several boards comes once for each
     */
    record Answer(Search over, Found found, List<Board> boards, List<ItemCard> inOrder) {}

    /** Finds it; takes a while. */
    Answer of(Search search) {
      Found f = search.find(query);
      List<Board> boards = Boards.of(f.cards(), order, search::lastUsed);
      return new Answer(
          search, f, boards, boards.stream().flatMap(b -> b.items().stream()).toList());
    }
  }

  /** Headings of the boards of colours: upper end of the hue in degrees, and the word. */
  private static final Map<Integer, String> HUES = new TreeMap<>();

  static {
    HUES.put(25, "reds");
    HUES.put(75, "browns");
    HUES.put(115, "yellows");
    HUES.put(165, "greens");
    HUES.put(215, "teals");
    HUES.put(290, "blues");
    HUES.put(340, "violets");
    HUES.put(361, "reds");
  }

  private static final List<String> HUE_ORDER =
      List.of("reds", "browns", "yellows", "greens", "teals", "blues", "violets", "greys", "none");
  private static final double[] TILES = {0.1, 0.3, 0.6, 1, 2, 5};

  private Boards() {}

  /**
   * The boards of {@code cards}, which are in order of their names.
   *
   * @param lastUsed when an item was installed last, ISO 8601, by its identifier; null for never
   */
  static List<Board> of(List<ItemCard> cards, By by, UnaryOperator<String> lastUsed) {
    return switch (by) {
      case KIND -> ordered(cards, ItemCard::board, Glimpse.order());
      case SOURCE -> groups(cards, c -> orNone(c.pack().source()), "shelf.nosource");
      case LICENCE -> groups(cards, c -> orNone(c.pack().licence()), "shelf.nolicence");
      case PROJECT -> groups(cards, c -> c.marks().projects(), "shelf.noproject");
      case COLLECTION -> {
        List<Board> out = new ArrayList<>();
        List<ItemCard> favourites = cards.stream().filter(c -> c.marks().favourite()).toList();
        if (!favourites.isEmpty()) {
          out.add(new Board(Words.of("shelf.favourites"), favourites));
        }
        out.addAll(groups(cards, c -> c.marks().collections(), "shelf.nocollection"));
        yield out;
      }
      case COLOUR -> colours(cards);
      case TILE -> ordered(cards, Boards::tile, tiles());
      case DATE -> months(cards, c -> c.pack().got(), null);
      case USED -> months(cards, c -> lastUsed.apply(c.id()), Words.of("shelf.neverused"));
    };
  }

  /** The boards of a glimpse, as far as there is something of them. */
  static List<Board> of(Glimpse g) {
    return g.boards().stream()
        .filter(b -> !b.first().isEmpty())
        .map(b -> new Board(b.name(), b.first(), b.items(), b.bytes()))
        .toList();
  }

  private static List<Board> ordered(
      List<ItemCard> cards, Function<ItemCard, String> title, List<String> order) {
    Map<String, List<ItemCard>> found = new LinkedHashMap<>();
    order.forEach(t -> found.put(t, new ArrayList<>()));
    cards.forEach(c -> found.computeIfAbsent(title.apply(c), t -> new ArrayList<>()).add(c));
    return boards(found);
  }

  private static List<Board> boards(Map<String, List<ItemCard>> found) {
    return found.entrySet().stream()
        .filter(e -> !e.getValue().isEmpty())
        .map(e -> new Board(e.getKey(), e.getValue()))
        .toList();
  }

  /** An item stands on the board of each of its groups; those in none stand last. */
  private static List<Board> groups(
      List<ItemCard> cards, Function<ItemCard, List<String>> names, String without) {
    Map<String, List<ItemCard>> found = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    List<ItemCard> none = new ArrayList<>();
    for (ItemCard c : cards) {
      List<String> of = names.apply(c);
      of.forEach(n -> found.computeIfAbsent(n, x -> new ArrayList<>()).add(c));
      if (of.isEmpty()) {
        none.add(c);
      }
    }
    Map<String, List<ItemCard>> out = new LinkedHashMap<>(found);
    out.put(Words.of(without), none);
    return boards(out);
  }

  private static List<String> orNone(String name) {
    return name == null ? List.of() : List.of(name);
  }

  private static List<Board> colours(List<ItemCard> cards) {
    Map<String, List<ItemCard>> found = new LinkedHashMap<>();
    HUE_ORDER.forEach(h -> found.put(h, new ArrayList<>()));
    cards.forEach(c -> found.get(hue(c.colour())).add(c));
    Comparator<ItemCard> light = Comparator.comparing(c -> -c.colour().l());
    Comparator<ItemCard> hue =
        Comparator.comparing(c -> Math.round((c.colour().hue() + 20) % 360 / 12));
    List<Board> out = new ArrayList<>();
    found.forEach((h, list) -> {
      if (!list.isEmpty()) {
        if (!h.equals("none")) {
          list.sort(h.equals("greys") ? light : hue.thenComparing(light));
        }
        out.add(new Board(Words.of("shelf.colour." + h), list));
      }
    });
    return out;
  }

  private static String hue(OkLab c) {
    if (c == null) {
      return "none";
    }
    if (c.chroma() < OkLab.GREY_CHROMA) {
      return "greys";
    }
    for (var e : HUES.entrySet()) {
      if (c.hue() < e.getKey()) {
        return e.getValue();
      }
    }
    return "reds";
  }

  private static String tile(ItemCard c) {
    if (c.tileMetres() == null) {
      return Words.of("shelf.tile.none");
    }
    for (double t : TILES) {
      if (c.tileMetres() <= t + 1e-9) {
        return Words.of("shelf.tile.upto", length(t));
      }
    }
    return Words.of("shelf.tile.more", length(TILES[TILES.length - 1]));
  }

  private static List<String> tiles() {
    List<String> out = new ArrayList<>();
    for (double t : TILES) {
      out.add(Words.of("shelf.tile.upto", length(t)));
    }
    out.add(Words.of("shelf.tile.more", length(TILES[TILES.length - 1])));
    out.add(Words.of("shelf.tile.none"));
    return out;
  }

  private static String length(double metres) {
    return metres < 1
        ? Math.round(metres * 100) + " cm"
        : String.format(Locale.ROOT, "%.0f m", metres);
  }

  /** A board a month, the latest first; those without a day last. */
  private static List<Board> months(
      List<ItemCard> cards, Function<ItemCard, String> day, String without) {
    Map<String, List<ItemCard>> found = new TreeMap<>(Comparator.reverseOrder());
    List<ItemCard> none = new ArrayList<>();
    for (ItemCard c : cards) {
      String d = day.apply(c);
      (d == null
              ? none
              : found.computeIfAbsent(
                  d.length() >= 7 ? d.substring(0, 7) : d, m -> new ArrayList<>()))
          .add(c);
    }
    Map<String, List<ItemCard>> out = new LinkedHashMap<>();
    found.forEach((m, list) -> out.put(month(m), list));
    if (without != null) {
      out.put(without, none);
    }
    return boards(out);
  }

  private static String month(String m) {
    try {
      return java.time.YearMonth.parse(m)
          .format(java.time.format.DateTimeFormatter.ofPattern("MMMM yyyy", Locale.UK));
    } catch (java.time.format.DateTimeParseException e) {
      return m;
    }
  }
}
