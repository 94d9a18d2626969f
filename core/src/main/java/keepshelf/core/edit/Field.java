package keepshelf.core.edit;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.Length;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Everything that a person can say about an item or its pack, read and written as text. An empty
 * text means "not known". The identifiers are those of the command line, of CSV columns and of the
 * interface.
 */
public enum Field {
  NAME("name", Level.ITEM),
  TILE("tile", Level.ITEM),
  RELIEF("relief", Level.ITEM),
  TAGS("tags", Level.ITEM),
  COLLECTIONS("collections", Level.ITEM),
  PROJECTS("projects", Level.ITEM),
  FAVOURITE("favourite", Level.ITEM),
  RATING("rating", Level.ITEM),
  NOTES("notes", Level.ITEM),
  SOURCE("source", Level.PACK),
  CREATOR("creator", Level.PACK),
  LICENCE("licence", Level.PACK),
  PAGE("page", Level.PACK),
  PACK("pack", Level.PACK),
  VERSION("version", Level.PACK),
  BOUGHT("bought", Level.PACK),
  PRICE("price", Level.PACK),
  ORDER("order", Level.PACK),
  SEATS("seats", Level.PACK),
  UNTIL("until", Level.PACK);

  /** What a field belongs to. */
  public enum Level {
    ITEM,
    /** Changing it changes it for all items of the pack. */
    PACK
  }

  private final String id;
  private final Level level;

  Field(String id, Level level) {
    this.id = id;
    this.level = level;
  }

  /** Stable identifier. */
  public String id() {
    return id;
  }

  /** What it belongs to. */
  public Level level() {
    return level;
  }

  /** The field with this identifier. */
  public static Optional<Field> ofId(String id) {
    for (Field f : values()) {
      if (f.id.equalsIgnoreCase(id.strip())) {
        return Optional.of(f);
      }
    }
    return Optional.empty();
  }

  /** Its value for an item; empty when nothing is known. */
  public String read(ShelvedItem s) {
    ItemRecord i = s.item();
    ShelvedItem.PackSummary p = s.pack();
    Purchase b = p.purchase() == null ? Purchase.NONE : p.purchase();
    Object v =
        switch (this) {
          case NAME -> i.name();
          case TILE -> i.tileMetres() == null ? null : number(i.tileMetres()) + " m";
          case RELIEF ->
              i.marks().reliefMillimetres() == null
                  ? null
                  : number(i.marks().reliefMillimetres()) + " mm";
          case TAGS -> String.join(", ", i.marks().tags());
          case COLLECTIONS -> String.join(", ", i.marks().collections());
          case PROJECTS -> String.join(", ", i.marks().projects());
          case FAVOURITE -> i.marks().favourite() ? "yes" : "no";
          case RATING -> i.marks().rating() == 0 ? null : i.marks().rating();
          case NOTES -> i.marks().notes();
          case SOURCE -> p.source();
          case CREATOR -> p.creator();
          case LICENCE -> p.licence();
          case PAGE -> p.page();
          case PACK -> p.name();
          case VERSION -> p.version();
          case BOUGHT -> b.bought();
          case PRICE -> b.price();
          case ORDER -> b.order();
          case SEATS -> b.seats();
          case UNTIL -> b.until();
        };
    return v == null ? "" : v.toString();
  }

  private static String number(double v) {
    return java.math.BigDecimal.valueOf(Math.round(v * 1e6) / 1e6)
        .stripTrailingZeros()
        .toPlainString();
  }

  /**
   * {@code i} with this field as {@code text} says. Lists are separated by commas; {@code +word}
   * adds and {@code -word} takes away.
   *
   * @throws IllegalArgumentException with a sentence for people when the text makes no sense
   */
  ItemRecord write(ItemRecord i, String text) {
    String t = text.strip();
    return switch (this) {
      case NAME -> {
        if (t.isEmpty()) {
          throw new IllegalArgumentException(Words.of("field.item-needs-name"));
        }
        yield i.named(t);
      }
      case TILE -> i.withTile(length(t, "m", 10_000));
      case RELIEF -> {
        Double metres = length(t, "mm", 100);
        yield i.marked(i.marks().withRelief(metres == null ? null : metres * 1000));
      }
      case TAGS -> i.marked(i.marks().withTags(list(i.marks().tags(), t)));
      case COLLECTIONS -> i.marked(i.marks().withCollections(list(i.marks().collections(), t)));
      case PROJECTS -> i.marked(i.marks().withProjects(list(i.marks().projects(), t)));
      case FAVOURITE -> i.marked(i.marks().withFavourite(yes(t)));
      case RATING -> i.marked(i.marks().withRating(rating(t)));
      case NOTES -> i.marked(i.marks().withNotes(text.strip()));
      default -> throw new IllegalArgumentException(Words.of("field.belongs-to-pack", id));
    };
  }

  private static int rating(String t) {
    if (t.isEmpty() || t.equals("0") || t.equals("none")) {
      return 0;
    }
    if (t.matches("[1-5]")) {
      return t.charAt(0) - '0';
    }
    throw new IllegalArgumentException(Words.of("field.no-rating-write-1-to", t));
  }

  /** {@code p} with this field as {@code text} says; see {@link #write(ItemRecord, String)}. */
  PackRecord write(PackRecord p, String text) {
    String t = text.strip().isEmpty() ? null : text.strip();
    Purchase b = p.purchase() == null ? Purchase.NONE : p.purchase();
    return switch (this) {
      case SOURCE -> p.from(t, p.creator(), p.page());
      case CREATOR -> p.from(p.source(), t, p.page());
      case PAGE -> p.from(p.source(), p.creator(), t);
      case LICENCE -> p.licensed(t, LocalDate.now().toString());
      case PACK -> {
        if (t == null) {
          throw new IllegalArgumentException(Words.of("field.pack-needs-name"));
        }
        yield p.named(t, p.version());
      }
      case VERSION -> p.named(p.name(), t == null ? null : t.replaceFirst("^[vV](?=\\d)", ""));
      case BOUGHT ->
          p.bought(new Purchase(b.price(), day(t), b.order(), b.invoice(), b.seats(), b.until()));
      case PRICE ->
          p.bought(new Purchase(t, b.bought(), b.order(), b.invoice(), b.seats(), b.until()));
      case ORDER ->
          p.bought(new Purchase(b.price(), b.bought(), t, b.invoice(), b.seats(), b.until()));
      case SEATS ->
          p.bought(
              new Purchase(b.price(), b.bought(), b.order(), b.invoice(), seats(t), b.until()));
      case UNTIL ->
          p.bought(new Purchase(b.price(), b.bought(), b.order(), b.invoice(), b.seats(), day(t)));
      default -> throw new IllegalArgumentException(Words.of("field.belongs-to-item", id));
    };
  }

  /**
   * Whether {@code text} makes sense here.
   *
   * @throws IllegalArgumentException with a sentence for people when it does not
   */
  public void check(String text) {
    if (level == Level.ITEM) {
      write(NO_ITEM, text);
    } else {
      write(NO_PACK, text);
    }
  }

  private static final ItemRecord NO_ITEM =
      new ItemRecord(
          "",
          "",
          "",
          keepshelf.core.model.ItemKind.MATERIAL,
          keepshelf.core.model.Workflow.UNKNOWN,
          null,
          null,
          List.of(),
          List.of());
  private static final PackRecord NO_PACK =
      new PackRecord(
          "", "", null, null, null, null, null, "", null, "", List.of(), List.of(), null, null,
          List.of());

  private static @Nullable Double length(String t, String unit, int mostMetres) {
    if (t.isEmpty()) {
      return null;
    }
    double metres = Length.metres(t, unit);
    if (!(metres > 0 && metres < mostMetres)) {
      throw new IllegalArgumentException(
          Words.of("field.out-range-length-lies-above", t, mostMetres));
    }
    return metres;
  }

  private static List<String> list(List<String> has, String t) {
    List<String> words = new ArrayList<>();
    boolean change = false;
    for (String w : t.split(",")) {
      String x = w.strip();
      if (!x.isEmpty()) {
        words.add(x);
        change |= x.startsWith("+") || x.startsWith("-");
      }
    }
    if (!change) {
      return words;
    }
    List<String> out = new ArrayList<>(has);
    for (String w : words) {
      String bare = w.replaceFirst("^[+-]", "").strip();
      out.removeIf(o -> o.equalsIgnoreCase(bare));
      if (!w.startsWith("-") && !bare.isEmpty()) {
        out.add(bare);
      }
    }
    return out;
  }

  private static boolean yes(String t) {
    return switch (t.toLowerCase(Locale.ROOT)) {
      case "yes", "true", "1" -> true;
      case "no", "false", "0", "" -> false;
      default -> throw new IllegalArgumentException(Words.of("field.neither-yes-nor-no", t));
    };
  }

  private static @Nullable String day(@Nullable String t) {
    if (t == null) {
      return null;
    }
    try {
      return LocalDate.parse(t).toString();
    } catch (DateTimeParseException e) {
      throw new IllegalArgumentException(Words.of("field.no-day-write-like-2026", t), e);
    }
  }

  private static @Nullable Integer seats(@Nullable String t) {
    if (t == null) {
      return null;
    }
    try {
      int n = Integer.parseInt(t);
      if (n > 0) {
        return n;
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw new IllegalArgumentException(Words.of("field.no-number-seats", t));
  }
}
