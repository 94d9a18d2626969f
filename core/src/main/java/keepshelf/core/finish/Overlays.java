package keepshelf.core.finish;

import java.io.IOException;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Overlaying;
import keepshelf.imaging.pixel.Pixels;

/**
 * What the overlays of a finish do to a map.
 *
 * @param tileWidth of what they are laid on, in metres
 * @param tileHeight in metres
 */
public record Overlays(double tileWidth, double tileHeight) {
  /** Gets the pixels of a map. */
  @FunctionalInterface
  public interface Reading {
    /** The pixels. */
    Pixels read(OverlayMaps.Found found) throws IOException;
  }

  /** How an overlay lies. */
  public Overlaying.Laying laying(OverlayMaps.Found f) {
    double own = f.tileMetres();
    double high = f.map().width() > 0 ? own * f.map().height() / f.map().width() : own;
    return Overlaying.Laying.of(tileWidth, tileHeight, own, high, f.overlay().turnDegrees());
  }

  /**
   * A map in {@code role} with one overlay on it, at 16 bits.
   *
   * @param p as its file has it: colours through the sRGB curve, vectors in three channels
   * @param yUp of normals, whether green faces up
   */
  public Pixels laid(Pixels p, MapRole role, OverlayMaps.Found f, boolean yUp, Reading reading)
      throws IOException {
    Overlay o = f.overlay();
    if (!o.changes(role) || o.amount() == 0) {
      return p;
    }
    float[] over = Overlaying.plane(reading.read(f), laying(f), p.width(), p.height());
    return switch (role) {
      case BASE_COLOUR -> Overlaying.colour(coloured(Maps.encoded(p)), over, o.amount(), colour(o));
      case NORMAL ->
          Overlaying.normals(p, over, o.amount(), yUp, f.tileMetres(), tileWidth, tileHeight);
      // Duller is less glossy.
      case GLOSS -> Overlaying.grey(p, over, -o.amount());
      default -> Overlaying.grey(p, over, o.amount());
    };
  }

  private static Pixels coloured(Pixels p) {
    if (p.channels() >= 3) {
      return p;
    }
    Pixels grey = Maps.grey(p);
    return Channels.pack(new Pixels[] {grey, grey, grey}, new double[3]);
  }

  private static int colour(Overlay o) {
    return o.colour() == null ? 0 : Integer.parseInt(o.colour().substring(1), 16);
  }
}
