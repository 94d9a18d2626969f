package keepshelf.core.catalogue;

import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.model.ItemKind;
import keepshelf.core.words.Words;

/** The families that materials are put on boards by, told from the words of their names. */
public enum Family {
  METAL(
      "metal copper brass steel iron bronze aluminium aluminum tin zinc gold silver chrome rust"
          + " rusty hull plate rivet foil chain anchor"),
  WOOD_AND_FIBRE(
      "wood larch oak pine plank planks planking board boards timber bark cork rope net mesh canvas"
          + " sail sailcloth cloth fabric linen wool felt leather weave straw paper cardboard float"
          + " twine knit carpet"),
  STONE_AND_SHORE(
      "stone slate rock brick bricks granite marble sand gravel pebble pebbles shell shells"
          + " barnacle kelp concrete cobble cobbles tile tiles shingle clay soil mud ground path"
          + " grass moss snow ice water asphalt cliff roof wall"),
  PAINT_AND_PLASTER(
      "paint painted plaster limewash stucco whitewash lacquer enamel varnish render"),
  GLASS_AND_PLASTIC("glass lens plastic rubber acrylic resin ceramic porcelain glaze wax"),
  OTHER(""),
  /** Everything that is no material stands on boards of its own. */
  NONE("");

  private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}]+");

  private final Set<String> words;

  Family(String words) {
    this.words = Set.of(words.isEmpty() ? new String[0] : words.split(" "));
  }

  /** The heading of its board. */
  public String title() {
    return this == NONE
        ? ""
        : Words.of("family." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
  }

  /**
   * The family of an item: the one that most words of its name belong to, paint before the rest.
   */
  public static Family of(ItemRecord item) {
    if (item.kind() != ItemKind.MATERIAL && item.kind() != ItemKind.PHOTO_TEXTURE) {
      return NONE;
    }
    String[] said = BETWEEN.split((item.key() + "_" + item.name()).toLowerCase(Locale.ROOT));
    Family best = OTHER;
    int most = 0;
    for (Family f : values()) {
      int n = 0;
      for (String w : said) {
        n += f.words.contains(w) ? (f == PAINT_AND_PLASTER ? 2 : 1) : 0;
      }
      if (n > most) {
        most = n;
        best = f;
      }
    }
    return best;
  }

  /** The heading of the board an item stands on. */
  public static String board(ItemRecord item) {
    Family f = of(item);
    return f == NONE ? item.kind().plural() : f.title();
  }
}
