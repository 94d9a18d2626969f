package keepshelf.core.recognise;

import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;

/**
 * What a person said about one picture, known again by its content.
 *
 * @param sha256 of the file
 * @param role what it is for
 * @param channels roles of its channels when packed, else null
 * @param handedness of a normal map, else null
 */
public record FileCorrection(
    String sha256, MapRole role, Channels channels, Handedness handedness) {
  /** {@code m} as it was corrected before. */
  public RecognisedMap apply(RecognisedMap m) {
    RecognisedMap as =
        role == MapRole.PACKED && channels != null ? m.corrected(channels) : m.corrected(role);
    return handedness == null || handedness == Handedness.UNKNOWN || role != MapRole.NORMAL
        ? as
        : as.corrected(handedness);
  }
}
