package keepshelf.core.finish;

import java.util.Optional;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** What a finish does to the pixels of a map. */
public final class Finishing {
  private Finishing() {}

  /** What {@code finish} (or null) does to a map in {@code role}; empty when it leaves it alone. */
  public static Optional<Adjust.Change> of(@Nullable Finish finish, MapRole role) {
    if (finish == null) {
      return Optional.empty();
    }
    Adjust.Change own =
        switch (role) {
          case BASE_COLOUR, SPECULAR ->
              finish.colour() == null || finish.colour().equals(Finish.Colour.NONE)
                  ? null
                  : Adjust.colour(colour(finish.colour()));
          case ROUGHNESS -> levels(finish.roughness(), false);
          // The same range seen from the other end.
          case GLOSS -> levels(finish.roughness(), true);
          case HEIGHT, BUMP -> levels(finish.others().height(), false);
          case NORMAL ->
              finish.normalStrength() == null || finish.normalStrength() == 1
                  ? null
                  : Adjust.slopes(finish.normalStrength());
          default -> null;
        };
    if (!finish.others().inverts(role)) {
      return Optional.ofNullable(own);
    }
    Adjust.Change turned = Adjust.range(1, 0);
    return Optional.of(own == null ? turned : turned.then(own));
  }

  /** Whether a finish can turn the map in this role round: it is grey and says an amount. */
  public static boolean canInvert(MapRole role) {
    return !role.colour() && role != MapRole.NORMAL && role != MapRole.PACKED && role != MapRole.ID;
  }

  /** What makes holes of an opacity map, where {@code finish} (or null) says from where on. */
  public static Optional<Adjust.Change> cut(@Nullable Finish finish) {
    return finish == null || finish.others().opacityThreshold() == null
        ? Optional.empty()
        : Optional.of(Adjust.cut(finish.others().opacityThreshold()));
  }

  /** What makes an emission map brighter or darker, where {@code finish} (or null) says so. */
  public static Optional<Adjust.Change> glow(@Nullable Finish finish) {
    Double factor = finish == null ? null : finish.others().emission();
    return factor == null || factor == 1
        ? Optional.empty()
        : Optional.of(Adjust.colour(new Adjust.Colour(0, 1, factor, 1, 0xFFFFFF, false)));
  }

  private static Adjust.@Nullable Change levels(Finish.@Nullable Range r, boolean otherEnd) {
    if (r == null) {
      return null;
    }
    double middle = r.middle() == null ? 0.5 : r.middle();
    double from = r.from() == null ? 0 : r.from();
    double to = r.to() == null ? 1 : r.to();
    Adjust.Change change = Adjust.levels(from, to, middle, r.low(), r.high());
    Adjust.Change turn = Adjust.range(1, 0);
    return otherEnd ? turn.then(change).then(turn) : change;
  }

  /**
   * A map adjusted by {@code finish} (or null), at 16 bits; the map itself when that leaves it
   * alone. A colour that is stored in grey becomes one of three channels, so that it can be tinted.
   */
  public static Pixels applied(@Nullable Finish finish, MapRole role, Pixels map) {
    return of(finish, role)
        .map(change -> Adjust.applied(role.colour() ? coloured(Maps.encoded(map)) : map, change))
        .orElse(map);
  }

  private static Pixels coloured(Pixels p) {
    if (p.channels() >= 3) {
      return p;
    }
    Pixels grey = Maps.grey(p);
    return Channels.pack(new Pixels[] {grey, grey, grey}, new double[3]);
  }

  private static Adjust.Colour colour(Finish.Colour c) {
    int tint = c.tint() == null ? 0xFFFFFF : Integer.parseInt(c.tint().substring(1), 16);
    return new Adjust.Colour(
        c.hueDegrees(), c.saturation(), c.brightness(), c.contrast(), tint, c.invert());
  }
}
