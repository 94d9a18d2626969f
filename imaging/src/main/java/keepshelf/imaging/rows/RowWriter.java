package keepshelf.imaging.rows;

import java.io.IOException;
import java.nio.file.Path;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Lines;
import keepshelf.imaging.pixel.Rows;

/** Writes rows as PNG or TIFF while they come; floats are brought to 16 bits. */
public final class RowWriter {
  private RowWriter() {}

  /** Writes a PNG; {@code level} is zlib effort 1 to 9. Closes {@code rows}. */
  public static void png(Rows rows, Path to, int level) throws IOException {
    try (rows) {
      ImageEncoder.png(Lines.of(rows), to, level);
    }
  }

  /** Writes a deflated TIFF. Closes {@code rows}. */
  public static void tiff(Rows rows, Path to) throws IOException {
    try (rows) {
      ImageEncoder.tiff(Lines.of(rows), to);
    }
  }
}
