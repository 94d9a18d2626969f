package keepshelf.core.install;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.catalogue.Finish;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.ReliefEstimate;
import keepshelf.imaging.io.ImageDecoder;

/** How high the relief of a surface is. */
final class Relief {
  /** Relief as a share of the tile where neither a person nor the normal map tells. */
  private static final double ASSUMED = 0.015;

  /** Shares that were measured, by the contents of the pictures: an item goes to many hosts. */
  private static final Map<String, Optional<Double>> SHARES = new ConcurrentHashMap<>();

  private static final int MOST = 10_000;

  private Relief() {}

  /**
   * Metres between black and white of the height map: as a person said of the finish or of the
   * item, else as the normal map of an item implies; empty when unknown. Reads both pictures for
   * that.
   *
   * @param finish what the item is installed with, or null
   */
  static OptionalDouble known(
      ShelfFolder shelf, ShelvedItem item, Finish finish, String resolution, double tileMetres) {
    boolean finished = finish != null && finish.reliefMillimetres() != null;
    Double said = finished ? finish.reliefMillimetres() : item.item().marks().reliefMillimetres();
    if (said != null) {
      // What a person said holds for the tile it was said of and grows with it.
      Double own =
          finished && finish.tileMetres() != null ? finish.tileMetres() : item.item().tileMetres();
      return OptionalDouble.of(said / 1000 * (own == null ? 1 : tileMetres / own));
    }
    List<MapRecord> maps = item.item().mapsAt(resolution);
    MapRecord normal = of(maps, MapRole.NORMAL);
    MapRecord height = of(maps, MapRole.HEIGHT);
    if (normal == null || height == null) {
      return OptionalDouble.empty();
    }
    String key = normal.sha256() + height.sha256() + normal.handedness();
    Optional<Double> share = SHARES.get(key);
    if (share == null) {
      share = measured(shelf, item, normal, height);
      if (SHARES.size() > MOST) {
        SHARES.clear();
      }
      SHARES.put(key, share);
    }
    return share.isPresent() ? OptionalDouble.of(share.get() * tileMetres) : OptionalDouble.empty();
  }

  /** Relief as a share of the tile; empty when the two pictures do not tell. */
  private static Optional<Double> measured(
      ShelfFolder shelf, ShelvedItem item, MapRecord normal, MapRecord height) {
    try {
      Handedness h = Handedness.ofId(normal.handedness()).orElse(Handedness.UNKNOWN);
      OptionalDouble metres =
          ReliefEstimate.metres(
              ImageDecoder.decode(shelf.resolve(item.path(normal))),
              ImageDecoder.decode(shelf.resolve(item.path(height))),
              h,
              1);
      return metres.isPresent() ? Optional.of(metres.getAsDouble()) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static MapRecord of(List<MapRecord> maps, MapRole role) {
    return maps.stream().filter(m -> m.role() == role).findFirst().orElse(null);
  }

  static double assumed(double tileMetres) {
    return ASSUMED * tileMetres;
  }
}
