package keepshelf.core.preview;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import keepshelf.imaging.render.Surface;

/**
 * A material whose finish is being tried: its maps are decoded once and kept small, so that each
 * try is shown in a moment. Slow to make, quick to render; safe for use by several threads.
 */
public final class FinishPreview {
  /** Texels a side that the maps are brought to. */
  static final int SIDE = 512;

  private final List<SurfaceMaker.Decoded> maps;
  private final Double ownTile;
  private final double aspect;

  private FinishPreview(List<SurfaceMaker.Decoded> maps, Double ownTile, double aspect) {
    this.maps = maps;
    this.ownTile = ownTile;
    this.aspect = aspect;
  }

  /**
   * Reads maps; those that cannot be decoded are left out.
   *
   * @param tileMetres width of one tile as the item has it, or null
   * @param side texels that the longer side is brought to at most
   * @param lost receives what could not be read, in words
   * @throws IOException when none could be decoded
   */
  static FinishPreview of(List<MapFile> files, Double tileMetres, int side, Consumer<String> lost)
      throws IOException {
    double aspect = 0;
    List<SurfaceMaker.Decoded> maps = new ArrayList<>();
    IOException trouble = new IOException("there is no map to show");
    for (MapFile f : files) {
      try {
        Pixels p = ImageDecoder.decode(f.file());
        aspect = aspect == 0 ? (double) p.height() / p.width() : aspect;
        maps.add(small(SurfaceMaker.Decoded.of(f, p), side));
      } catch (IOException e) {
        trouble = e;
        lost.accept(e.getMessage());
      }
    }
    if (maps.isEmpty()) {
      throw trouble;
    }
    return new FinishPreview(maps, tileMetres, aspect);
  }

  private static SurfaceMaker.Decoded small(SurfaceMaker.Decoded d, int side) {
    Pixels p = d.pixels();
    MapRole role = d.map().role();
    if (p.width() <= side && p.height() <= side) {
      return d;
    }
    double share = (double) side / Math.max(p.width(), p.height());
    Resize.Holds holds =
        switch (role) {
          case NORMAL -> Resize.Holds.NORMALS;
          case PACKED -> Resize.Holds.DATA;
          default -> role.colour() ? Resize.Holds.COLOUR : Resize.Holds.DATA;
        };
    return new SurfaceMaker.Decoded(
        d.map(),
        Resize.to(
            p,
            Math.max(1, (int) Math.round(p.width() * share)),
            Math.max(1, (int) Math.round(p.height() * share)),
            holds));
  }

  /** The same with smaller maps, for trying at the speed of the hand. */
  public FinishPreview coarse(int side) {
    return new FinishPreview(maps.stream().map(d -> small(d, side)).toList(), ownTile, aspect);
  }

  /** The surface with a finish, or as it is when that is null. */
  public Surface surface(Finish finish) {
    return SurfaceMaker.made(maps, finish);
  }

  /** The map in a role as a finish (or null) makes it; empty when there is none. */
  public Optional<Pixels> adjusted(MapRole role, Finish finish) {
    return maps.stream()
        .filter(d -> d.map().role() == role)
        .findFirst()
        .map(d -> Finishing.applied(finish, role, d.pixels()));
  }

  /** The roles that were read. */
  public Set<MapRole> roles() {
    Set<MapRole> out = EnumSet.noneOf(MapRole.class);
    maps.forEach(d -> out.add(d.map().role()));
    return out;
  }

  /** Height of a tile over its width. */
  public double aspect() {
    return aspect;
  }

  /** The material on a ball with a finish, or as it is when that is null. */
  public Picture render(Finish finish, int side, Lit lit) {
    Double tile = finish != null && finish.tileMetres() != null ? finish.tileMetres() : ownTile;
    return new Picture(
        side,
        BallPreview.render(
            SurfaceMaker.made(maps, finish),
            new BallPreview.Settings(
                side,
                lit.light(),
                tile == null ? Previews.ASSUMED_TILE_METRES : tile,
                3,
                lit.turnDegrees(),
                finish == null ? 0 : finish.turn())));
  }
}
