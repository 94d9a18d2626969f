package keepshelf.core.recognise.found;

import java.util.Optional;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/**
 * What a person said about one picture, known again by its content.
 *
 * @param sha256 of the file
 * @param role what it is for, or null when nothing was said about that
 * @param channels roles of its channels when packed, else null
 * @param handedness of a normal map, or null when nothing was said about that
 */
public record FileCorrection(
    String sha256,
    @Nullable MapRole role,
    @Nullable Channels channels,
    @Nullable Handedness handedness) {
  /** What of {@code m} is a person's word; empty when nothing is. */
  public static Optional<FileCorrection> of(String sha256, RecognisedMap m) {
    boolean role = m.verdict().byPerson();
    boolean hand = m.handednessVerdict() != null && m.handednessVerdict().byPerson();
    return role || hand
        ? Optional.of(
            new FileCorrection(
                sha256,
                role ? m.role() : null,
                role ? m.channels() : null,
                hand ? m.handedness() : null))
        : Optional.empty();
  }

  /** {@code m} as it was corrected before. */
  public RecognisedMap apply(RecognisedMap m) {
    RecognisedMap as = m;
    if (role == MapRole.PACKED && channels != null) {
      as = m.corrected(channels);
    } else if (role != null) {
      as = m.corrected(role);
    }
    return handedness != null && as.role() == MapRole.NORMAL ? as.corrected(handedness) : as;
  }
}
