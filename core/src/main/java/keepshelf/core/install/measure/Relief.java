package keepshelf.core.install.measure;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.CompletableFuture;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.ReliefEstimate;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.pixel.Pixels;

/** How high the relief of a surface is. */
public final class Relief {
  /** Relief as a share of the tile where neither a person nor the normal map tells. */
  private static final double ASSUMED = 0.015;

  /** Shares of the tile that were measured, for each number of a height map. */
  private static final Measured<Double> AGREED = new Measured<>();

  /** Shares of the tile between the lowest and the highest place that a normal map implies. */
  private static final Measured<Double> IMPLIED = new Measured<>();

  private Relief() {}

  /**
   * Metres between black and white of the height map: as a person said of the finish or of the
   * item, else as the normal map of an item implies, else as floats say that are metres; empty when
   * unknown. Reads pictures for that.
   *
   * @param finish what the item is installed with, or null
   */
  public static OptionalDouble known(
      ShelfFolder shelf, ShelvedItem item, Finish finish, String resolution, double tileMetres) {
    boolean finished = finish != null && finish.reliefMillimetres() != null;
    Double said = finished ? finish.reliefMillimetres() : item.item().marks().reliefMillimetres();
    if (said != null) {
      if (stays(finish)) {
        return OptionalDouble.of(said / 1000);
      }
      // What a person said holds for the tile it was said of and grows with it.
      Double own =
          finished && finish.tileMetres() != null ? finish.tileMetres() : item.item().tileMetres();
      return OptionalDouble.of(said / 1000 * (own == null ? 1 : tileMetres / own));
    }
    List<MapRecord> maps = item.item().mapsAt(resolution);
    MapRecord normal = of(maps, MapRole.NORMAL);
    MapRecord height =
        of(maps, MapRole.HEIGHT) == null ? of(maps, MapRole.BUMP) : of(maps, MapRole.HEIGHT);
    Optional<Double> share = Optional.empty();
    if (normal != null && height != null) {
      HeightScale scale = HeightScale.of(height, shelf.resolve(item.path(height)));
      share = agreed(shelf, item, normal, height).map(s -> s * scale.span());
    } else if (normal != null) {
      // Height that is worked out of normals has the relief that they say, as the finish has them.
      Double strength = finish == null ? null : finish.normalStrength();
      share = implied(shelf, item, normal).map(s -> s * (strength == null ? 1 : strength));
    }
    if (share.isEmpty() && height != null) {
      HeightScale scale = HeightScale.of(height, shelf.resolve(item.path(height)));
      if (scale.metres(tileMetres)) {
        return OptionalDouble.of(scale.span());
      }
    }
    Double own = item.item().tileMetres();
    double tile = stays(finish) && own != null ? own : tileMetres;
    return share.isPresent() ? OptionalDouble.of(share.get() * tile) : OptionalDouble.empty();
  }

  private static boolean stays(Finish finish) {
    return finish != null && Boolean.TRUE.equals(finish.others().reliefStays());
  }

  /** For each number of the height map a share of the tile; empty when the two do not agree. */
  private static Optional<Double> agreed(
      ShelfFolder shelf, ShelvedItem item, MapRecord normal, MapRecord height) {
    return AGREED.of(
        normal.sha256() + height.sha256() + normal.handedness(),
        () -> {
          CompletableFuture<Pixels> heights = Originals.coming(shelf.resolve(item.path(height)));
          OptionalDouble metres =
              ReliefEstimate.metres(
                  NormalStates.vectors(shelf, item, normal),
                  Originals.await(heights),
                  Handedness.ofId(normal.handedness()).orElse(Handedness.UNKNOWN),
                  1);
          return metres.isPresent() ? metres.getAsDouble() : null;
        });
  }

  private static Optional<Double> implied(ShelfFolder shelf, ShelvedItem item, MapRecord normal) {
    return IMPLIED.of(
        normal.sha256() + normal.handedness(),
        () -> {
          Pixels p = NormalStates.vectors(shelf, item, normal);
          if (p.channels() < 3) {
            return null;
          }
          HeightMaps.Height h = HeightMaps.fromNormal(p, !"dx".equals(normal.handedness()));
          return h.range() / h.w();
        });
  }

  private static MapRecord of(List<MapRecord> maps, MapRole role) {
    return maps.stream().filter(m -> m.role() == role).findFirst().orElse(null);
  }

  /** The relief in metres that is assumed on a tile of that width where none is known. */
  public static double assumed(double tileMetres) {
    return ASSUMED * tileMetres;
  }
}
