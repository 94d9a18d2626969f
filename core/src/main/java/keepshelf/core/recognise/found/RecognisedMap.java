package keepshelf.core.recognise.found;

import java.util.Objects;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.MapFacts;
import org.jspecify.annotations.Nullable;

/**
 * One map of a recognised item.
 *
 * @param file the picture
 * @param role what it is for
 * @param channels the roles of its channels when packed; of a base colour, that of its alpha; else
 *     null
 * @param resolution label for the longer side, or null
 * @param format identifier of the file format, by content where it was read
 * @param handedness of a normal map, else null
 * @param tile UDIM number, or null
 * @param verdict how sure the role is, and why
 * @param handednessVerdict how sure the handedness is, and why; null when it is no normal map
 * @param facts what was measured on its pixels, or null when they were not read
 * @param part the material slot of a model that it belongs to, or null
 */
public record RecognisedMap(
    SourceFile file,
    MapRole role,
    @Nullable Channels channels,
    @Nullable String resolution,
    @Nullable String format,
    @Nullable Handedness handedness,
    @Nullable Integer tile,
    Verdict verdict,
    @Nullable Verdict handednessVerdict,
    @Nullable MapFacts facts,
    @Nullable String part) {

  /** What was measured on its pixels, which were read. */
  public MapFacts measured() {
    return Objects.requireNonNull(facts);
  }

  /** The same map in another role, by a person's word. */
  public RecognisedMap corrected(MapRole newRole) {
    return as(
        newRole,
        newRole == MapRole.PACKED ? channels : null,
        Verdict.byPerson(Phrase.of("recognisedMap.set-by-hand", newRole.inSentence())));
  }

  /** The same map with other roles of its channels, by a person's word. */
  public RecognisedMap corrected(Channels newChannels) {
    return as(
        MapRole.PACKED,
        newChannels,
        Verdict.byPerson(Phrase.of("recognisedMap.taken-apart-by-hand", newChannels.inWords())));
  }

  /** The same normal map facing the way a person says. */
  public RecognisedMap corrected(Handedness hand) {
    return facing(
        hand,
        Verdict.byPerson(
            Phrase.of("recognisedMap.set-by-hand-opengl", hand == Handedness.GL ? 1 : 0)));
  }

  /** The same picture in another role. */
  public RecognisedMap as(MapRole newRole, @Nullable Channels newChannels, Verdict why) {
    boolean normal = newRole == MapRole.NORMAL;
    Handedness h = normal ? (handedness == null ? Handedness.UNKNOWN : handedness) : null;
    Verdict hand =
        normal
            ? handednessVerdict == null ? new Verdict(java.util.List.of()) : handednessVerdict
            : null;
    return new RecognisedMap(
        file, newRole, newChannels, resolution, format, h, tile, why, hand, facts, part);
  }

  /** The same with another way of facing. */
  public RecognisedMap facing(Handedness h, Verdict why) {
    return new RecognisedMap(
        file, role, channels, resolution, format, h, tile, verdict, why, facts, part);
  }

  /** The same with what its pixels say. */
  public RecognisedMap measured(MapFacts newFacts) {
    return with(newFacts, part);
  }

  /** The same as part of a model. */
  public RecognisedMap inPart(@Nullable String newPart) {
    return with(facts, newPart);
  }

  private RecognisedMap with(@Nullable MapFacts f, @Nullable String p) {
    return new RecognisedMap(
        file,
        role,
        channels,
        resolution,
        format,
        handedness,
        tile,
        verdict,
        handednessVerdict,
        f,
        p);
  }

  /** Whether a person should be asked about it: its role, or the way it faces. */
  public boolean asks() {
    return verdict.asks();
  }
}
