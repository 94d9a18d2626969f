package keepshelf.cli.making;

import java.nio.file.Path;
import keepshelf.cli.words.Words;
import keepshelf.core.making.PhotoMaking;
import keepshelf.core.model.Length;
import picocli.CommandLine.Option;

/** What is said of a photograph that becomes a material. */
public final class PhotoOptions {
  @Option(names = "--photo", paramLabel = "PICTURE", description = "Make one of a photograph.")
  Path photo;

  @Option(
      names = "--corners",
      split = ",",
      paramLabel = "X,Y",
      description =
          "Corners of the surface in the photograph: upper left, upper right, lower right, lower"
              + " left, in pixels.")
  double[] corners;

  @Option(
      names = "--width",
      paramLabel = "METRES",
      description = "Real width between the corners of a photograph.")
  String width;

  @Option(names = "--sheet", description = "Keep a photograph whole instead of making it tile.")
  boolean sheet;

  @Option(names = "--licence", paramLabel = "ID", description = "Licence of a photograph.")
  String licence;

  boolean isGiven() {
    return photo != null;
  }

  /**
   * What is wanted.
   *
   * @param name of the new item, or null
   * @throws IllegalArgumentException with a sentence for people
   */
  PhotoMaking.Wish wish(String name) {
    if (width == null) {
      throw new IllegalArgumentException(Words.of("photoOptions.say-how-wide-really-between"));
    }
    return new PhotoMaking.Wish(photo, corners, Length.metres(width, "m"), sheet, name, licence);
  }
}
