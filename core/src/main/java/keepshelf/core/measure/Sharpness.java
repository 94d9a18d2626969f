package keepshelf.core.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.words.Words;

/**
 * Which edition a shot needs, and what each costs in graphics memory.
 *
 * @param tileMetres width of one tile
 * @param tileHeightMetres its height
 * @param needed texels a metre that the shot shows
 * @param label the least resolution that has them, whether it is owned or not
 * @param editions what is owned, small to large
 */
public record Sharpness(
    double tileMetres,
    double tileHeightMetres,
    double needed,
    String label,
    List<EditionSharpness> editions) {

  /** How an edition fits a shot. */
  public enum Verdict {
    ENOUGH("enough"),
    TOO_LITTLE("too-little"),
    MORE("more-than-needed");

    private final String id;

    Verdict(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }
  }

  /**
   * An edition.
   *
   * @param resolution its label
   * @param pixelsPerMetre texels a metre
   * @param verdict whether it fits
   * @param nearest the distance in metres from which on it is sharp enough
   * @param memory bytes with all mip levels, not compressed
   * @param compressed bytes with all mip levels, in blocks
   */
  public record EditionSharpness(
      String resolution,
      double pixelsPerMetre,
      Verdict verdict,
      double nearest,
      long memory,
      long compressed) {}

  /**
   * Works it out.
   *
   * @param tileMetres width of one tile
   */
  public static Sharpness of(ItemRecord item, double tileMetres, Shot shot) {
    double needed = shot.pixelsPerMetre();
    String label = label(needed * tileMetres);
    List<EditionSharpness> out = new ArrayList<>();
    for (String r : item.resolutions()) {
      List<MapRecord> maps = item.mapsAt(r);
      double density = width(maps) / tileMetres;
      if (density > 0) {
        out.add(
            new EditionSharpness(
                r,
                density,
                Verdict.ENOUGH,
                shot.distanceFor(density),
                maps.stream().mapToLong(m -> bytes(m, false)).sum(),
                maps.stream().mapToLong(m -> bytes(m, true)).sum()));
      }
    }
    out.sort(Comparator.comparingDouble(EditionSharpness::pixelsPerMetre));
    return new Sharpness(tileMetres, tileMetres * aspect(item), needed, label, judged(out, needed));
  }

  private static List<EditionSharpness> judged(List<EditionSharpness> editions, double needed) {
    List<EditionSharpness> out = new ArrayList<>();
    boolean met = false;
    for (EditionSharpness e : editions) {
      boolean sharp = e.pixelsPerMetre() >= needed * (1 - 1e-9);
      // A smaller edition of the same item may do already.
      Verdict v = !sharp ? Verdict.TOO_LITTLE : met ? Verdict.MORE : Verdict.ENOUGH;
      met |= sharp;
      out.add(
          new EditionSharpness(
              e.resolution(), e.pixelsPerMetre(), v, e.nearest(), e.memory(), e.compressed()));
    }
    return out;
  }

  private static String label(double texels) {
    int side = 512;
    for (String l : Resolution.LABELS) {
      if (texels <= side) {
        return l;
      }
      side *= 2;
    }
    return Words.of("sharpness.more-than", Resolution.LABELS.getLast());
  }

  /** Height of a tile over its width, as its largest base colour has it. */
  private static double aspect(ItemRecord item) {
    return item.maps().stream()
        .filter(m -> m.width() > 0 && m.height() > 0)
        .max(
            Comparator.comparing((MapRecord m) -> m.role() == MapRole.BASE_COLOUR)
                .thenComparingInt(MapRecord::width))
        .map(m -> (double) m.height() / m.width())
        .orElse(1.0);
  }

  private static int width(List<MapRecord> maps) {
    return maps.stream()
        .filter(m -> m.role() == MapRole.BASE_COLOUR)
        .mapToInt(MapRecord::width)
        .findFirst()
        .orElse(maps.stream().mapToInt(MapRecord::width).max().orElse(0));
  }

  /**
   * What a map takes on a graphics processor with its mip levels (a third more). As it is: one
   * value for grey, four for all else, as many bytes as it has, floats as halves. In blocks (BC4,
   * BC5 to BC7): half a byte for grey, a byte for all else.
   */
  private static long bytes(MapRecord m, boolean blocks) {
    double pixels = (double) m.width() * m.height() * 4 / 3;
    boolean grey = m.channelCount() == 1 || m.role().grey();
    if (blocks) {
      return Math.round(pixels * (grey ? 0.5 : 1));
    }
    return Math.round(pixels * (grey ? 1 : 4) * (m.bits() > 8 ? 2 : 1));
  }
}
