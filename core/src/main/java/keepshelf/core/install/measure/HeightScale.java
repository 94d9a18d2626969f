package keepshelf.core.install.measure;

import java.nio.file.Path;
import java.util.Locale;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * What the numbers of a height map mean. Integers are shares of 0..1 with the surface at one half;
 * floats are numbers of any range, and the whole of it is kept.
 *
 * @param low the lowest number in the map; what black is after conversion
 * @param high the highest; what white is
 * @param middle the number at which the surface lies
 */
public record HeightScale(double low, double high, double middle) {
  /** Of integers. */
  public static final HeightScale SHARES = new HeightScale(0, 1, 0.5);

  private static final Measured<HeightScale> KNOWN = new Measured<>();

  /**
   * The least and most that relief of a surface is of its tile, when floats are taken for metres.
   */
  private static final double LEAST_SHARE = 0.0002;

  private static final double MOST_SHARE = 0.35;

  /** Of {@code map}; floats are measured in the file. */
  public static HeightScale of(MapRecord map, Path file) {
    if (!floats(map)) {
      return SHARES;
    }
    return KNOWN.of(map.sha256(), () -> measured(Originals.of(file))).orElse(SHARES);
  }

  /** Whether a map holds floats, which are levelled before a host gets them. */
  public static boolean floats(MapRecord map) {
    String f = map.format() == null ? "" : map.format().toLowerCase(Locale.ROOT);
    return f.equals("exr") || f.equals("hdr") || (f.equals("tiff") && map.bits() == 32);
  }

  private static @Nullable HeightScale measured(Pixels p) {
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (float v : p.plane(0)) {
      if (Float.isFinite(v)) {
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
    }
    if (!(high > low)) {
      return null;
    }
    return new HeightScale(low, high, middle(low, high));
  }

  /**
   * Nought where the map goes below it; one half where it fills the range of shares; else half way,
   * so that the object keeps its size.
   */
  private static double middle(double low, double high) {
    if (low < 0 && high > 0) {
      return 0;
    }
    boolean shares = low >= 0 && high <= 1 && low < 0.45 && high > 0.55;
    return shares ? 0.5 : (low + high) / 2;
  }

  /** Difference between white and black in the map's own numbers. */
  double span() {
    return high - low;
  }

  /** Where the surface lies between black and white after conversion, usually 0..1. */
  public double middleShare() {
    return (middle - low) / span();
  }

  /** Whether the numbers can be metres on a tile of this width, and are no shares. */
  boolean metres(double tileMetres) {
    boolean shares = low >= 0 && high <= 1 && span() > 0.5;
    double share = span() / tileMetres;
    return !equals(SHARES) && !shares && share >= LEAST_SHARE && share <= MOST_SHARE;
  }
}
