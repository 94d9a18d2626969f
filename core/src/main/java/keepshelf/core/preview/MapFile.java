package keepshelf.core.preview;

import java.nio.file.Path;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;

/**
 * A map as the preview needs it.
 *
 * @param role what it is for
 * @param channels of a packed map, else null
 * @param file where it lies
 * @param handedness of a normal map; unknown and null count as +Y
 */
public record MapFile(MapRole role, Channels channels, Path file, Handedness handedness) {}
