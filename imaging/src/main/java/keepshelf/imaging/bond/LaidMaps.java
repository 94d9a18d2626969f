package keepshelf.imaging.bond;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.derive.SkyShare;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * The maps of units that are laid.
 *
 * @param width of the tile in millimetres
 * @param height of the tile in millimetres
 * @param units how many a tile has
 * @param colour stored through the sRGB curve, 8 bits
 * @param roughness grey, 8 bits
 * @param metallic grey, 8 bits, or null when nothing is a metal
 * @param relief height of each pixel in widths of a pixel, nought being the units' faces
 * @param reliefMillimetres between the lowest and the highest place
 * @param ids one colour for each unit, black in the joints
 * @param stretched how many times as large whole units were made to fill others, at the most; 1 for
 *     none
 */
public record LaidMaps(
    double width,
    double height,
    int units,
    Pixels colour,
    Pixels roughness,
    @Nullable Pixels metallic,
    float[] relief,
    double reliefMillimetres,
    Pixels ids,
    double stretched) {
  /** Millimetres over which a joint's stuff and a unit's go into each other, in pixels. */
  private static final double SOFT = 0.7;

  /**
   * Pixels of a tile along and down, for that many along its longer side.
   *
   * @throws IllegalArgumentException when the bond cannot close
   */
  public static int[] size(BondSpec spec, int longer) {
    Layout l = Layout.of(spec);
    double most = Math.max(l.width(), l.height());
    return new int[] {
      Math.max(1, (int) Math.round(longer * l.width() / most)),
      Math.max(1, (int) Math.round(longer * l.height() / most))
    };
  }

  /** Width and height of a tile in millimetres. */
  public static double[] tile(BondSpec spec) {
    Layout l = Layout.of(spec);
    return new double[] {l.width(), l.height()};
  }

  /**
   * Lays units of one material.
   *
   * @param unit what units are cut from
   * @param joint what lies between them
   * @param longer pixels of the longer side
   * @param stop whether nobody wants it any more
   * @throws IllegalArgumentException when the bond cannot close
   * @throws CancellationException when it was stopped
   */
  public static LaidMaps of(
      BondSpec spec, Stuff unit, Stuff joint, int longer, BooleanSupplier stop) {
    return of(spec, List.of(unit), joint, longer, stop);
  }

  /**
   * Lays units of several materials by turns, as the dice fall.
   *
   * @param units what units are cut from, each from one of these
   * @param joint what lies between them
   * @param longer pixels of the longer side
   * @param stop whether nobody wants it any more
   * @throws IllegalArgumentException when the bond cannot close
   * @throws CancellationException when it was stopped
   */
  public static LaidMaps of(
      BondSpec spec, List<Stuff> units, Stuff joint, int longer, BooleanSupplier stop) {
    Layout layout = Layout.of(spec);
    int[] size = size(spec, longer);
    Laying l = new Laying(spec, layout, units, joint, size[0], size[1]);
    IntStream.range(0, size[1])
        .parallel()
        .forEach(y -> {
          if (stop.getAsBoolean()) {
            throw new CancellationException();
          }
          l.row(y);
        });
    return l.maps();
  }

  /** Normals (+Y) at 16 bits. */
  public Pixels normal() {
    return NormalMaps.deepFromHeight(relief, colour.width(), colour.height(), 1);
  }

  /** Heights that fill 16 bits. */
  public Pixels heights() {
    return Ranges.deep(Ranges.filled(relief), colour.width(), colour.height());
  }

  /** Occlusion, 8 bits. */
  public Pixels occlusion() {
    return Ranges.grey(
        SkyShare.of(relief, colour.width(), colour.height()), colour.width(), colour.height());
  }

  /** A tile that is being laid, row by row. */
  private static final class Laying {
    private final BondSpec spec;
    private final Layout layout;
    private final List<Stuff> units;
    private final Stuff joint;
    private final int w;
    private final int h;
    private final UnitField field;
    private final Face[] faces;
    private final TileNoise wear;
    private final double mm;
    private final byte[] colour;
    private final byte[] roughness;
    private final byte @Nullable [] metallic;
    private final byte[] ids;
    private final float[] relief;

    Laying(BondSpec spec, Layout layout, List<Stuff> units, Stuff joint, int w, int h) {
      this.spec = spec;
      this.layout = layout;
      this.units = List.copyOf(units);
      this.joint = joint;
      this.w = w;
      this.h = h;
      mm = layout.width() / w;
      field = new UnitField(spec, layout);
      faces = Face.of(spec, layout, units);
      double grain = Math.max(4 * mm, Math.max(8 * spec.variety().worn(), spec.height() / 12));
      wear = new TileNoise(spec.seed(), layout.width(), layout.height(), grain);
      colour = new byte[w * h * 3];
      roughness = new byte[w * h];
      boolean metal =
          joint.metallic() != null || units.stream().anyMatch(u -> u.metallic() != null);
      metallic = metal ? new byte[w * h] : null;
      ids = new byte[w * h * 3];
      relief = new float[w * h];
    }

    void row(int y) {
      UnitField.Found at = new UnitField.Found();
      float[] of = new float[6];
      float[] other = new float[6];
      float[] room = new float[6];
      double py = (y + 0.5) * layout.height() / h;
      for (int x = 0; x < w; x++) {
        double px = (x + 0.5) * layout.width() / w;
        field.find(px, py, at);
        double worn = spec.variety().worn();
        double in = at.inside - (worn > 0 ? worn * (0.35 + 0.65 * wear.at(px, py)) : 0);
        // A place in the unit itself, whatever side of the tile it lies over.
        Unit u = layout.units().get(at.unit);
        double dx = px - at.x + u.x()[0] - faces[at.unit].cx();
        double dy = py - at.y + u.y()[0] - faces[at.unit].cy();
        float share = (float) Math.clamp(0.5 + in / (2 * SOFT * mm), 0, 1);
        if (share > 0) {
          faces[at.unit].sample(units.get(faces[at.unit].of()), dx, dy, of, room);
        }
        if (share < 1) {
          joint.sample(px, py, other);
          for (int c = 0; c < 5; c++) {
            of[c] = share > 0 ? other[c] + (of[c] - other[c]) * share : other[c];
          }
        }
        put(y * w + x, of, share, at.unit);
        relief[y * w + x] = (float) (level(in, dx, dy, at, of[5], other[5], share) / mm);
      }
    }

    private void put(int i, float[] of, float share, int unitAt) {
      for (int c = 0; c < 3; c++) {
        colour[3 * i + c] = (byte) Srgb.linearToByte(of[c]);
        int id = (int) (Integer.toUnsignedLong((unitAt + 1) * 0x9E3779B1) >> (8 * c + 4));
        // No unit is black: that is the joint.
        ids[3 * i + c] = (byte) (share < 0.5f ? 0 : id & 255 | (c == 0 ? 64 : 0));
      }
      roughness[i] = (byte) Math.round(Math.clamp(of[3], 0f, 1f) * 255);
      if (metallic != null) {
        metallic[i] = (byte) Math.round(Math.clamp(of[4], 0f, 1f) * 255);
      }
    }

    /** Height in millimetres. */
    private double level(
        double in, double dx, double dy, UnitField.Found at, float own, float low, float share) {
      double depth = spec.joint().depth();
      double half = Math.max(mm, spec.joint().width() / 2);
      double down = spec.joint().height(-in / half) + (share < 1 ? low : 0);
      if (share == 0) {
        return down;
      }
      Face f = faces[at.unit];
      double face = own + f.tiltX() * dx + f.tiltY() * dy;
      if (spec.bond() == Bond.FISH_SCALE) {
        // Each end lies on the course below: it rises from under the one above.
        face -= depth * (1 - (dy + spec.height() / 2) / spec.height());
      }
      double radius = spec.variety().worn();
      if (radius > 0 && in < radius) {
        double t = 1 - Math.max(0, in) / radius;
        face -= Math.min(radius, depth) * (1 - Math.sqrt(Math.max(0, 1 - t * t)));
      }
      return down + (face - down) * share;
    }

    LaidMaps maps() {
      float range = Ranges.range(relief);
      return new LaidMaps(
          layout.width(),
          layout.height(),
          layout.units().size(),
          Pixels.u8(w, h, 3, colour),
          Pixels.u8(w, h, 1, roughness),
          metallic == null ? null : Pixels.u8(w, h, 1, metallic),
          relief,
          range * mm,
          Pixels.u8(w, h, 3, ids),
          units.stream()
              .filter(u -> !u.whole().isEmpty())
              .mapToDouble(u -> WholeCut.worst(layout, spec.joint().width(), u))
              .max()
              .orElse(1));
    }
  }
}
