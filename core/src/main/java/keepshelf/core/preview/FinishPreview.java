package keepshelf.core.preview;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;

/**
 * A material whose finish is being tried: its maps are decoded once and kept small, so that each
 * try is shown in a moment. Slow to make, quick to render; safe for use by several threads.
 */
public final class FinishPreview {
  /** Texels a side that the maps are brought to. */
  private static final int SIDE = 512;

  private final List<SurfaceMaker.Decoded> maps;
  private final Double ownTile;

  private FinishPreview(List<SurfaceMaker.Decoded> maps, Double ownTile) {
    this.maps = maps;
    this.ownTile = ownTile;
  }

  /**
   * Reads maps; those that cannot be decoded are left out.
   *
   * @param tileMetres width of one tile as the item has it, or null
   * @throws IOException when none could be decoded
   */
  static FinishPreview of(List<MapFile> files, Double tileMetres) throws IOException {
    List<SurfaceMaker.Decoded> maps = new ArrayList<>();
    IOException trouble = new IOException("there is no map to show");
    for (MapFile f : files) {
      try {
        maps.add(new SurfaceMaker.Decoded(f, small(f, ImageDecoder.decode(f.file()))));
      } catch (IOException e) {
        trouble = e;
      }
    }
    if (maps.isEmpty()) {
      throw trouble;
    }
    return new FinishPreview(maps, tileMetres);
  }

  private static Pixels small(MapFile f, Pixels p) {
    if (p.width() <= SIDE && p.height() <= SIDE) {
      return p;
    }
    double share = (double) SIDE / Math.max(p.width(), p.height());
    Resize.Holds holds =
        switch (f.role()) {
          case NORMAL -> Resize.Holds.NORMALS;
          case PACKED -> Resize.Holds.DATA;
          default -> f.role().colour() ? Resize.Holds.COLOUR : Resize.Holds.DATA;
        };
    return Resize.to(
        p,
        Math.max(1, (int) Math.round(p.width() * share)),
        Math.max(1, (int) Math.round(p.height() * share)),
        holds);
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
