package keepshelf.core.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.FinishPreview;
import keepshelf.core.preview.Previews;
import keepshelf.imaging.analyse.VisibleRepetition;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BenchScene;
import keepshelf.imaging.render.Surface;
import org.jspecify.annotations.Nullable;

/**
 * An item on the bench: its maps decoded once, so that each finish is shown in a moment. Slow to
 * make; safe for use by several threads.
 */
public final class BenchItem {
  /** Texels a side of what is shown when the hand rests, and while it moves. */
  private static final int FINE = 1024;

  private static final int COARSE = 256;

  private final ShelfFolder shelf;
  private final ShelvedItem item;
  private final String resolution;
  private final FinishPreview fine;
  private final FinishPreview coarse;
  private final List<String> lost;

  private BenchItem(
      ShelfFolder shelf,
      ShelvedItem item,
      String resolution,
      FinishPreview fine,
      FinishPreview coarse,
      List<String> lost) {
    this.shelf = shelf;
    this.item = item;
    this.resolution = resolution;
    this.fine = fine;
    this.coarse = coarse;
    this.lost = List.copyOf(lost);
  }

  /**
   * Reads the maps of an item.
   *
   * @param resolution label of the edition, or null for what a preview needs
   * @throws IOException when none of its maps can be read
   */
  public static BenchItem of(
      ShelfFolder shelf, Previews previews, ShelvedItem item, @Nullable String resolution)
      throws IOException {
    String r = resolution == null ? "1K" : resolution;
    List<String> lost = new ArrayList<>();
    FinishPreview fine = previews.finishing(item, r, FINE, lost::add);
    return new BenchItem(shelf, item, r, fine, fine.coarse(COARSE), lost);
  }

  /**
   * The same maps for what is recorded of the item now; null when its files or the edition are
   * others.
   *
   * @param edition label of the edition, or null
   */
  public @Nullable BenchItem still(ShelvedItem now, String edition) {
    boolean same =
        now.item().id().equals(item.item().id())
            && now.item().maps().equals(item.item().maps())
            && (edition == null ? "1K" : edition).equals(resolution);
    return same ? new BenchItem(shelf, now, resolution, fine, coarse, lost) : null;
  }

  /** The item. */
  public ShelvedItem item() {
    return item;
  }

  /** Maps that could not be read, a sentence each; the rest is shown. */
  public List<String> lost() {
    return lost;
  }

  /** The surface with a finish, or as delivered when that is null. */
  public Surface surface(Finish finish, boolean whileMoving) {
    return (whileMoving ? coarse : fine).surface(finish);
  }

  /** Width of a tile in metres with a finish; {@link Previews#ASSUMED_TILE_METRES} when unknown. */
  public double tile(@Nullable Finish finish) {
    if (finish != null && finish.tileMetres() != null) {
      return finish.tileMetres();
    }
    Double own = item.item().tileMetres();
    return own == null ? Previews.ASSUMED_TILE_METRES : own;
  }

  /** Whether somebody said how wide a tile is. */
  public boolean isTileKnown(@Nullable Finish finish) {
    return finish != null && finish.tileMetres() != null || item.item().tileMetres() != null;
  }

  /** Its base colour with a finish, at the size that the bench shows; empty without one. */
  public Optional<Pixels> colour(@Nullable Finish finish) {
    return fine.adjusted(MapRole.BASE_COLOUR, finish);
  }

  /**
   * How easily the eye sees that it repeats.
   *
   * @param metres between the eye and the surface
   * @return empty when it has no colours
   */
  public Optional<VisibleRepetition> repetition(@Nullable Finish finish, double metres) {
    double tile = tile(finish);
    return colour(finish).map(p -> VisibleRepetition.of(p, tile, tile * fine.aspect(), metres));
  }

  /** Height of a tile over its width. */
  public double aspect() {
    return fine.aspect();
  }

  /** Whether there is something that can be raised. */
  public boolean hasHeights() {
    return fine.roles().contains(MapRole.HEIGHT) || fine.roles().contains(MapRole.BUMP);
  }

  /**
   * Metres between the lowest and the highest place with a finish, as it is installed; empty when
   * there is nothing to raise. Reads pictures the first time.
   */
  public OptionalDouble relief(Finish finish) {
    if (!hasHeights()) {
      return OptionalDouble.empty();
    }
    double tile = tile(finish);
    OptionalDouble known = Relief.known(shelf, item, finish, resolution, tile);
    return known.isPresent() ? known : OptionalDouble.of(Relief.assumed(tile));
  }

  /**
   * What covers an object with a finish, as it is installed.
   *
   * @param finish or null for the item as delivered
   * @param raised whether the relief is raised, where there is one
   */
  public BenchScene.Cover cover(Finish finish, boolean raised) {
    double relief = raised ? relief(finish).orElse(0) : 0;
    BenchScene.Laying laying =
        finish == null
            ? new BenchScene.Laying(0, 0, 0, relief, middle())
            : new BenchScene.Laying(finish.turn(), finish.right(), finish.up(), relief, middle());
    double tile = tile(finish);
    return new BenchScene.Cover(tile, tile * fine.aspect(), laying, substance(finish));
  }

  private static BenchScene.Substance substance(Finish finish) {
    if (finish == null || finish.body() == null) {
      return BenchScene.Substance.USUAL;
    }
    Finish.Body b = finish.body();
    return new BenchScene.Substance(
        b.reflectance(),
        b.coat() == null ? 0 : b.coat(),
        b.coatRoughness() == null ? 0 : b.coatRoughness(),
        b.transmission() == null ? 0 : b.transmission(),
        Boolean.TRUE.equals(b.thin()) ? 1 : b.ior() == null ? 1.5 : b.ior(),
        -1);
  }

  private double middle() {
    for (MapRecord m : item.item().mapsAt(resolution)) {
      if (m.role() == MapRole.HEIGHT && HeightScale.floats(m)) {
        return HeightScale.of(m, shelf.resolve(item.path(m))).middleShare();
      }
    }
    return 0.5;
  }
}
