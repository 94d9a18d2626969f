package keepshelf.core.making;

import java.io.IOException;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.making.mend.MendedPixels;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.derive.Curvature;
import keepshelf.imaging.derive.GuessedRelief;
import keepshelf.imaging.derive.GuessedRoughness;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.derive.SkyShare;
import keepshelf.imaging.derive.SlopeIntegral;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;

/** Works out the pixels of one planned map, and what is to be said of them. */
final class MapMaker {
  /** Planes of floats that the hungriest method holds at a time. */
  private static final int PLANES = 7;

  private final ShelfFolder shelf;
  private final ShelvedItem item;

  MapMaker(ShelfFolder shelf, ShelvedItem item) {
    this.shelf = shelf;
    this.item = item;
  }

  /**
   * A map that was worked out.
   *
   * @param open share of the slopes of a normal map that no surface can have, 0 where it is not
   *     asked
   */
  record Made(Pixels pixels, double open) {}

  /** Heights in widths of a pixel, and what of the slopes they come from did not close. */
  private record Heights(float[] plane, int w, int h, double open) {}

  Made make(PlannedMake m) throws IOException {
    MapRecord map = m.source().map();
    PixelMemory memory = PixelMemory.take((long) map.width() * map.height() * 4 * PLANES);
    try {
      if (m.isMend()) {
        return new Made(MendedPixels.of(m.fault(), item, shelf), 0);
      }
      return switch (m.role()) {
        case ROUGHNESS, GLOSS -> new Made(finish(m), 0);
        case METALLIC -> new Made(constant(map, number(m.parameters(), "value")), 0);
        default -> relief(m.role(), heights(m));
      };
    } finally {
      memory.release();
    }
  }

  private Made relief(MapRole role, Heights z) {
    int w = z.w();
    int h = z.h();
    double fine = Math.max(0.7, w / 1024.0);
    Pixels p =
        switch (role) {
          case NORMAL -> NormalMaps.deepFromHeight(z.plane(), w, h, 1);
          case HEIGHT -> Ranges.deep(Ranges.filled(z.plane()), w, h);
          case BUMP -> Ranges.deep(Ranges.filled(withoutLarge(z)), w, h);
          case AMBIENT_OCCLUSION -> Ranges.grey(SkyShare.of(z.plane(), w, h), w, h);
          case CAVITY -> Ranges.grey(Curvature.cavity(z.plane(), w, h, 8 * fine), w, h);
          case CURVATURE -> Ranges.grey(Curvature.of(z.plane(), w, h, fine), w, h);
          default -> throw new IllegalArgumentException(role.id());
        };
    return new Made(p, z.open());
  }

  /** A bump has no large forms: its whole range is left to what catches the light. */
  private static float[] withoutLarge(Heights z) {
    float[] large = PeriodicBlur.of(z.plane(), z.w(), z.h(), z.w() / 16.0);
    for (int i = 0; i < large.length; i++) {
      large[i] = z.plane()[i] - large[i];
    }
    return large;
  }

  private Heights heights(PlannedMake m) throws IOException {
    MapRecord map = m.source().map();
    if (m.of() == MapRole.NORMAL) {
      Pixels p = NormalStates.vectors(shelf, item, map);
      SlopeIntegral s = SlopeIntegral.of(p, !"dx".equals(m.parameters().get("handedness")));
      return new Heights(s.heights(), s.w(), s.h(), s.open());
    }
    Pixels p = ImageDecoder.decode(shelf.resolve(item.path(map)));
    double share = number(m.parameters(), "relief_mm") / number(m.parameters(), "tile_mm");
    float[] plane =
        m.of() == MapRole.BASE_COLOUR
            ? GuessedRelief.of(p, number(m.parameters(), "coarse"))
            : grey(p, m).plane(0);
    for (int i = 0; i < plane.length; i++) {
      plane[i] *= (float) (share * p.width());
    }
    return new Heights(plane, p.width(), p.height(), 0);
  }

  /** The one channel that is meant; heights of any range as shares of it. */
  private static Pixels grey(Pixels p, PlannedMake m) {
    String channel = m.source().channel();
    Pixels one = channel == null ? Maps.grey(p) : p.channel(Channels.index(channel));
    boolean heights = m.of() == MapRole.HEIGHT || m.of() == MapRole.BUMP;
    return heights && one.depth() == Depth.F32 ? HeightMaps.levelled(one) : one;
  }

  /** Roughness of gloss and back, exactly; else a guess of it. */
  private Pixels finish(PlannedMake m) throws IOException {
    Pixels p = ImageDecoder.decode(shelf.resolve(item.path(m.source().map())));
    return m.of() == MapRole.BASE_COLOUR
        ? GuessedRoughness.of(p, number(m.parameters(), "value"))
        : Maps.quantised(Maps.invert(grey(p, m)));
  }

  private static Pixels constant(MapRecord map, double value) {
    byte[] all = new byte[map.width() * map.height()];
    java.util.Arrays.fill(all, (byte) Math.round(value * 255));
    return Pixels.u8(map.width(), map.height(), 1, all);
  }

  private static double number(Map<String, Object> parameters, String name) {
    return ((Number) Objects.requireNonNull(parameters.get(name))).doubleValue();
  }
}
