package keepshelf.core.preview;

import java.io.IOException;
import java.nio.file.Path;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.rows.RowReader;

/**
 * A map as the preview needs it.
 *
 * @param role what it is for
 * @param channels of a packed map, else null
 * @param file where it lies
 * @param handedness of a normal map; unknown and null count as +Y
 */
public record MapFile(MapRole role, Channels channels, Path file, Handedness handedness) {
  /** No picture here shows more of a map than so many pixels a side. */
  static final int MOST = 4096;

  /**
   * Its pixels as they are stored; those of a very large map made smaller while it is read.
   *
   * @throws IOException when it cannot be decoded
   */
  public Pixels pixels() throws IOException {
    Resize.Holds holds =
        role == MapRole.NORMAL
            ? Resize.Holds.NORMALS
            : role.colour() ? Resize.Holds.COLOUR : Resize.Holds.DATA;
    return RowReader.atMost(file, MOST, holds);
  }
}
