package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * One map on the shelf.
 *
 * @param path relative to the pack's folder, with forward slashes; of an edition that came in a
 *     pack of its own it leads there, {@code ../…}
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
 * @param reasons why
 * @param sha256 of the file
 * @param bytes of the file
 * @param recipe how it was made, or null when it was delivered
 */
public record MapRecord(
    String path,
    MapRole role,
    @Nullable Channels channels,
    @Nullable String resolution,
    int width,
    int height,
    int channelCount,
    int bits,
    @Nullable String format,
    @Nullable String handedness,
    @Nullable Integer tile,
    double confidence,
    List<Phrase> reasons,
    String sha256,
    long bytes,
    @Nullable @JsonInclude(JsonInclude.Include.NON_NULL) Recipe recipe) {
  /** Copies the reasons. */
  public MapRecord {
    reasons = List.copyOf(reasons);
  }

  /** Identifier of the file format; the ending of the file where that is not recorded. */
  public String fileFormat() {
    return format != null
        ? format
        : path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  /** Why it has its role, in plain sentences. */
  public List<String> sentences() {
    return reasons.stream().map(Phrase::text).toList();
  }

  /** The same, at another path. */
  public MapRecord at(String otherPath) {
    return new MapRecord(
        otherPath,
        role,
        channels,
        resolution,
        width,
        height,
        channelCount,
        bits,
        format,
        handedness,
        tile,
        confidence,
        reasons,
        sha256,
        bytes,
        recipe);
  }

  /** Whether a colour in it is linear light, as floats hold it, and not stored through a curve. */
  public boolean holdsLight() {
    return bits == 32 || "exr".equals(format) || "hdr".equals(format);
  }

  /** The same with another content: size in pixels, samples, bits, hash and bytes. */
  public MapRecord holding(
      int newWidth, int newHeight, int channelsNow, int bitsNow, String sha, long bytesNow) {
    int side = Math.max(newWidth, newHeight);
    return new MapRecord(
        path,
        role,
        channels,
        side == 0 ? resolution : keepshelf.core.model.Resolution.label(side),
        newWidth,
        newHeight,
        channelsNow,
        bitsNow,
        format,
        handedness,
        tile,
        confidence,
        reasons,
        sha,
        bytesNow,
        recipe);
  }

  /** Where it lies, relative to the shelf, when its pack lies in {@code folder}. */
  public String inShelf(String folder) {
    String below = path;
    String at = folder;
    while (below.startsWith("../")) {
      below = below.substring(3);
      at = at.substring(0, Math.max(0, at.lastIndexOf('/')));
    }
    return at.isEmpty() ? below : at + "/" + below;
  }

  /** The file's own name. */
  public String fileName() {
    return path.substring(path.lastIndexOf('/') + 1);
  }
}
