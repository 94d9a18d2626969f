package keepshelf.core.preview;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Objects;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.rows.RowReader;
import org.jspecify.annotations.Nullable;

/**
 * A map as the preview needs it.
 *
 * @param role what it is for
 * @param channels of a packed map, else null
 * @param file where it lies
 * @param handedness of a normal map; unknown and null count as +Y
 */
public record MapFile(
    MapRole role,
    @Nullable Channels channels,
    @Nullable Path file,
    @Nullable Handedness handedness) {
  /** Surfaces that are shown have half as many texels a side, so nothing is lost by it. */
  static final int MOST = 2048;

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
    return RowReader.atMost(Objects.requireNonNull(file), MOST, holds);
  }
}
