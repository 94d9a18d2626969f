package keepshelf.core.catalogue;

import java.util.List;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;

/**
 * One map on the shelf.
 *
 * @param path relative to the pack's folder, with forward slashes
 * @param role what it is for
 * @param channels roles of the channels of a packed map, else null
 * @param resolution label for the longer side, or null
 * @param width pixels, 0 when not read
 * @param height pixels, 0 when not read
 * @param channelCount samples per pixel, 0 when not read
 * @param bits per sample, 0 when not read
 * @param format identifier of the file format
 * @param handedness {@code gl}, {@code dx}, {@code unknown}; null when no normal map
 * @param tile UDIM number, or null
 * @param confidence 0..1 of the role
 * @param reasons why, in plain sentences
 * @param sha256 of the file
 * @param bytes of the file
 */
public record MapRecord(
    String path,
    MapRole role,
    Channels channels,
    String resolution,
    int width,
    int height,
    int channelCount,
    int bits,
    String format,
    String handedness,
    Integer tile,
    double confidence,
    List<String> reasons,
    String sha256,
    long bytes) {
  /** Copies the reasons. */
  public MapRecord {
    reasons = List.copyOf(reasons);
  }

  /** The file's own name. */
  public String fileName() {
    return path.substring(path.lastIndexOf('/') + 1);
  }
}
