package keepshelf.imaging.rows;

import java.io.IOException;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.png.PngLines;

/** A PNG, a line at a time. */
final class PngRows extends Sized {
  private final PngLines in;
  private final int line;
  private final byte[] two;

  PngRows(PngLines in) {
    super(in.width(), in.height(), in.channels(), in.bits() == 16 ? Depth.U16 : Depth.U8);
    this.in = in;
    this.line = in.lineBytes();
    this.two = new byte[2 * line];
  }

  @Override
  public void next(float[] row) throws IOException {
    System.arraycopy(two, line, two, 0, line);
    in.next(two, line);
    if (in.bits() == 8) {
      for (int i = 0; i < line; i++) {
        row[i] = (two[line + i] & 0xff) * (1f / 255);
      }
    } else {
      for (int i = 0, at = line; at < 2 * line; i++, at += 2) {
        row[i] = ((two[at] & 0xff) << 8 | two[at + 1] & 0xff) * (1f / 65535);
      }
    }
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
