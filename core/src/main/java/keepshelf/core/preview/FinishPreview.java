package keepshelf.core.preview;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.finish.Overlays;
import keepshelf.core.format.Placement;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.words.Words;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import keepshelf.imaging.render.Surface;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * A material whose finish is being tried: its maps are decoded once and kept small, so that each
 * try is shown in a moment. Slow to make, quick to render; safe for use by several threads.
 */
public final class FinishPreview {
  /** Texels a side that the maps are brought to. */
  static final int SIDE = 512;

  private final List<SurfaceMaker.Decoded> maps;
  private final @Nullable Double ownTile;
  private final double aspect;
  private final OverlayMaps overlays;

  /** Masks of overlays by their files, as small as the maps. */
  private final Map<Path, Pixels> masks = new ConcurrentHashMap<>();

  private FinishPreview(
      List<SurfaceMaker.Decoded> maps,
      @Nullable Double ownTile,
      double aspect,
      OverlayMaps overlays) {
    this.maps = maps;
    this.ownTile = ownTile;
    this.aspect = aspect;
    this.overlays = overlays;
  }

  /**
   * Reads maps; those that cannot be decoded are left out.
   *
   * @param tileMetres width of one tile as the item has it, or null
   * @param side texels that the longer side is brought to at most
   * @param overlays finds what finishes lay over them
   * @param lost receives what could not be read, in words
   * @throws IOException when none could be decoded
   */
  static FinishPreview of(
      List<MapFile> files,
      @Nullable Double tileMetres,
      int side,
      OverlayMaps overlays,
      Consumer<String> lost)
      throws IOException {
    double aspect = 0;
    List<SurfaceMaker.Decoded> maps = new ArrayList<>();
    IOException trouble = new IOException(Words.of("finishPreview.there-no-map-show"));
    for (MapFile f : files) {
      try {
        Pixels p = f.pixels();
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
    return new FinishPreview(maps, tileMetres, aspect, overlays);
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
    return new FinishPreview(
        maps.stream().map(d -> small(d, side)).toList(), ownTile, aspect, overlays);
  }

  /** The surface with a finish, or as it is when that is null. */
  public Surface surface(@Nullable Finish finish) {
    return SurfaceMaker.made(maps, finish, over(finish));
  }

  /** What the finish lays over maps; what cannot be read is left out. */
  private SurfaceMaker.Over over(@Nullable Finish finish) {
    if (finish == null || finish.laid().isEmpty()) {
      return SurfaceMaker.Over.NOTHING;
    }
    List<OverlayMaps.Found> found =
        finish.laid().stream().flatMap(o -> overlays.find(o).stream()).toList();
    double tile = tile(finish);
    Overlays laying = new Overlays(tile, tile * aspect);
    return (p, role, yUp) -> {
      Pixels out = p;
      for (OverlayMaps.Found f : found) {
        try {
          out = laying.laid(out, role, f, yUp, this::mask);
        } catch (IOException e) {
          // Said where the item is laid on the bench or installed.
          LoggerFactory.getLogger(FinishPreview.class).debug("overlay", e);
        }
      }
      return out;
    };
  }

  private Pixels mask(OverlayMaps.Found f) throws IOException {
    Pixels kept = masks.get(f.file());
    if (kept == null) {
      MapFile file = new MapFile(MapRole.MASK, null, f.file(), null);
      kept = small(new SurfaceMaker.Decoded(file, ImageDecoder.decode(f.file())), SIDE).pixels();
      masks.put(f.file(), kept);
    }
    return kept;
  }

  private double tile(@Nullable Finish finish) {
    Double said = finish != null && finish.tileMetres() != null ? finish.tileMetres() : ownTile;
    return said == null ? Previews.ASSUMED_TILE_METRES : said;
  }

  /** How the maps lie on a surface with a finish, or as they are when that is null. */
  public Placement placement(@Nullable Finish finish) {
    double tile = tile(finish);
    return finish == null
        ? Placement.of(tile, tile * aspect)
        : new Placement(tile, tile * aspect, finish.turn(), finish.right(), finish.up());
  }

  /** The map in a role as a finish (or null) makes it; empty when there is none. */
  public Optional<Pixels> adjusted(MapRole role, @Nullable Finish finish) {
    return maps.stream()
        .filter(d -> d.map().role() == role)
        .findFirst()
        .map(d -> over(finish).on(Finishing.applied(finish, role, d.pixels()), role, true));
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
    return new Picture(
        side,
        BallPreview.render(
            surface(finish),
            new BallPreview.Settings(
                side,
                lit.light(),
                tile(finish),
                3,
                lit.turnDegrees(),
                finish == null ? 0 : finish.turn())));
  }
}
