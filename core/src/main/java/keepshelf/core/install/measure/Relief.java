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
import keepshelf.imaging.analyse.ReliefAgreement;
import keepshelf.imaging.analyse.ReliefEstimate;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** How high the relief of a surface is. */
public final class Relief {
  /** Relief as a share of the tile where neither a person nor the normal map tells. */
  private static final double ASSUMED = 0.015;

  /** How normal and height maps agree. */
  private static final Measured<ReliefAgreement> AGREED = new Measured<>();

  /** Shares of the tile between the lowest and the highest place that a normal map implies. */
  private static final Measured<Double> IMPLIED = new Measured<>();

  private Relief() {}

  /** Where it may stand how two maps, named by their hashes, agree. */
  @FunctionalInterface
  public interface Known {
    /** Nothing was measured before. */
    Known NOTHING = (normal, height) -> Optional.empty();

    /** How a normal map and a height map agree; empty when it was not measured. */
    Optional<ReliefAgreement> agreement(String normal, String height);
  }

  /**
   * As {@link #known(ShelfFolder, Known, ShelvedItem, Finish, String, double)}, from the pictures.
   */
  public static OptionalDouble known(
      ShelfFolder shelf,
      ShelvedItem item,
      @Nullable Finish finish,
      @Nullable String resolution,
      double tileMetres) {
    return known(shelf, Known.NOTHING, item, finish, resolution, tileMetres);
  }

  /**
   * Metres between black and white of the height map: as a person said of the finish or of the
   * item, else as the normal map of an item implies, else as floats say that are metres; empty when
   * unknown. Reads pictures for that, where it was not measured when they came.
   *
   * @param before what was measured when they came
   * @param finish what the item is installed with, or null
   */
  public static OptionalDouble known(
      ShelfFolder shelf,
      Known before,
      ShelvedItem item,
      @Nullable Finish finish,
      @Nullable String resolution,
      double tileMetres) {
    Double asked = finish == null ? null : finish.reliefMillimetres();
    Double said = asked != null ? asked : item.item().marks().reliefMillimetres();
    if (said != null) {
      if (stays(finish)) {
        return OptionalDouble.of(said / 1000);
      }
      // What a person said holds for the tile it was said of and grows with it.
      Double own =
          asked != null && finish != null && finish.tileMetres() != null
              ? finish.tileMetres()
              : item.item().tileMetres();
      return OptionalDouble.of(said / 1000 * (own == null ? 1 : tileMetres / own));
    }
    List<MapRecord> maps = item.item().mapsAt(resolution);
    MapRecord normal = of(maps, MapRole.NORMAL);
    MapRecord height =
        of(maps, MapRole.HEIGHT) == null ? of(maps, MapRole.BUMP) : of(maps, MapRole.HEIGHT);
    Optional<Double> share = Optional.empty();
    if (normal != null && height != null) {
      HeightScale scale = HeightScale.of(height, shelf.resolve(item.path(height)));
      share = agreed(shelf, before, item, normal, height).map(s -> s * scale.span());
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

  private static boolean stays(@Nullable Finish finish) {
    return finish != null && Boolean.TRUE.equals(finish.others().reliefStays());
  }

  /** For each number of the height map a share of the tile; empty when the two do not agree. */
  private static Optional<Double> agreed(
      ShelfFolder shelf, Known before, ShelvedItem item, MapRecord normal, MapRecord height) {
    Handedness faces = Handedness.ofId(normal.handedness()).orElse(Handedness.UNKNOWN);
    return AGREED
        .of(
            normal.sha256() + height.sha256(),
            () -> {
              Optional<ReliefAgreement> have = before.agreement(normal.sha256(), height.sha256());
              if (have.isPresent()) {
                return have.get();
              }
              CompletableFuture<Pixels> heights =
                  Originals.coming(shelf.resolve(item.path(height)));
              Pixels vectors = NormalStates.vectors(shelf, item, normal);
              return ReliefEstimate.of(vectors, Originals.await(heights));
            })
        .map(a -> a.share(faces))
        .filter(OptionalDouble::isPresent)
        .map(OptionalDouble::getAsDouble);
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

  private static @Nullable MapRecord of(List<MapRecord> maps, MapRole role) {
    return maps.stream().filter(m -> m.role() == role).findFirst().orElse(null);
  }

  /** The relief in metres that is assumed on a tile of that width where none is known. */
  public static double assumed(double tileMetres) {
    return ASSUMED * tileMetres;
  }
}
