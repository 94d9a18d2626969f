package keepshelf.cli.making;

import java.util.Locale;
import keepshelf.cli.words.Words;
import keepshelf.core.making.Companion;
import picocli.CommandLine.Option;

/** What is said of a plain companion. */
final class CompanionOptions {
  @Option(names = "--companion", description = "Make a plain item in a colour of this one.")
  private boolean companion;

  @Option(
      names = "--colour",
      defaultValue = "mean",
      paramLabel = "WHICH",
      description = "Of a companion: mean, 1 to 5 for a main colour, or X,Y for a spot, 0 to 1.")
  private String colour;

  @Option(
      names = "--relief-of",
      paramLabel = "ITEM",
      description = "Of a companion: it gets the relief of this item.")
  private String reliefOf;

  boolean isGiven() {
    return companion;
  }

  /** Name of the item that gives its relief, or null for a flat companion. */
  String reliefOf() {
    return reliefOf;
  }

  /**
   * The colour that is meant.
   *
   * @throws IllegalArgumentException when it is none of an item
   */
  Companion.Pick pick() {
    String c = colour.strip().toLowerCase(Locale.ROOT);
    try {
      if (c.equals("mean")) {
        return Companion.Pick.MEAN;
      }
      if (c.contains(",")) {
        String[] xy = c.split(",");
        return new Companion.Pick(0, Double.valueOf(xy[0]), Double.valueOf(xy[1]));
      }
      return new Companion.Pick(Integer.parseInt(c), null, null);
    } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
      throw new IllegalArgumentException(
          Words.of("companionOptions.no-colour-item-write-mean", colour));
    }
  }
}
