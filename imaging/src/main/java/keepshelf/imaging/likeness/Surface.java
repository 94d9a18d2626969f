package keepshelf.imaging.likeness;

import keepshelf.imaging.fingerprint.Descriptor;
import org.jspecify.annotations.Nullable;

/**
 * What maps say of a surface beyond its colours, each null when no map says it.
 *
 * @param slope how much its steepness varies, 0..1
 * @param roughness mean, 0 for a mirror, 1 for chalk
 * @param metallic mean, 0..1
 */
public record Surface(@Nullable Float slope, @Nullable Float roughness, @Nullable Float metallic) {
  /** Nothing is known. */
  public static final Surface NONE = new Surface(null, null, null);

  /** How many numbers it takes in a look. */
  static final int LENGTH = 3;

  /** Where nothing is known. */
  static final byte UNKNOWN = -128;

  /** How much the steepness varies in a normal map; null when the picture is none. */
  public static @Nullable Float slope(Descriptor normals) {
    return normals.vectors() ? normals.deviation() / 255 : null;
  }

  /** Puts its numbers into {@code out} from {@code at}. */
  void put(byte[] out, int at) {
    out[at] = slope == null ? UNKNOWN : level(20 * Math.log((slope + 0.005) / 0.1) / Math.log(2));
    out[at + 1] = roughness == null ? UNKNOWN : level((roughness - 0.5) * 127);
    out[at + 2] = metallic == null ? UNKNOWN : level((metallic - 0.5) * 127);
  }

  private static byte level(double v) {
    return (byte) Math.clamp(Math.round(v), -127, 127);
  }

  /** What one number differs by, squared; what one of two does not know tells nothing. */
  static int apart(byte a, byte b) {
    return a == UNKNOWN || b == UNKNOWN ? 0 : (a - b) * (a - b);
  }
}
