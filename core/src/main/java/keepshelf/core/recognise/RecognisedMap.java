package keepshelf.core.recognise;

import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;

/**
 * One map of a recognised item.
 *
 * @param file the picture
 * @param role what it is for
 * @param channels the roles of its channels when packed, else null
 * @param resolution label for the longer side, or null
 * @param format identifier of the file format, by content where it was read
 * @param handedness of a normal map, else null
 * @param tile UDIM number, or null
 * @param verdict how sure the role is, and why
 * @param handednessVerdict how sure the handedness is, and why; null when it is no normal map
 */
public record RecognisedMap(
    SourceFile file,
    MapRole role,
    Channels channels,
    String resolution,
    String format,
    Handedness handedness,
    Integer tile,
    Verdict verdict,
    Verdict handednessVerdict) {

  /** The same map in another role, by a person's word. */
  public RecognisedMap corrected(MapRole newRole) {
    Verdict v =
        Verdict.byPerson("set by hand to " + newRole.title().toLowerCase(java.util.Locale.ROOT));
    boolean normal = newRole == MapRole.NORMAL;
    Handedness h = normal ? (handedness == null ? Handedness.UNKNOWN : handedness) : null;
    return new RecognisedMap(
        file,
        newRole,
        newRole == MapRole.PACKED ? channels : null,
        resolution,
        format,
        h,
        tile,
        v,
        normal ? handednessVerdict : null);
  }
}
