package keepshelf.core.measure;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.model.Length;
import keepshelf.core.words.Words;

/**
 * A line drawn on a picture of one tile along something whose length is known.
 *
 * @param x0 beginning, in pixels from the left
 * @param y0 beginning, in pixels from the top
 * @param x1 end
 * @param y1 end
 * @param width of the picture in pixels
 */
public record MeasuredLine(double x0, double y0, double x1, double y1, int width) {
  /** "8 courses of 75 mm", "8 x 75 mm", "8 * 75mm". */
  private static final Pattern SEVERAL =
      Pattern.compile("\\s*(\\d{1,4})\\s*(?:[x×*]|\\p{L}+\\s+of|of)\\s*(\\d.*)");

  /**
   * Length of what was typed, in metres.
   *
   * @throws IllegalArgumentException with a sentence for people
   */
  public static double typed(String text) {
    Matcher m = SEVERAL.matcher(text);
    try {
      double metres =
          m.matches()
              ? Integer.parseInt(m.group(1)) * Length.metres(m.group(2).strip(), "m")
              : Length.metres(text.strip(), "m");
      if (metres > 0 && metres < 10_000) {
        return metres;
      }
    } catch (IllegalArgumentException e) {
      // Said below.
    }
    throw new IllegalArgumentException(Words.of("measuredLine.no-length-write-like-0", text));
  }

  /** Length in pixels. */
  public double pixels() {
    return Math.hypot(x1 - x0, y1 - y0);
  }

  /**
   * Width of the tile in metres when the line is so long.
   *
   * @throws IllegalArgumentException when the line is too short to tell
   */
  public double tile(double metres) {
    if (pixels() < 4) {
      throw new IllegalArgumentException(Words.of("measuredLine.line-too-short-to-measure"));
    }
    return metres * width / pixels();
  }

  /** How much the tile's width changes when one end is off by a pixel, in metres. */
  public double error(double metres) {
    return tile(metres) / pixels();
  }
}
