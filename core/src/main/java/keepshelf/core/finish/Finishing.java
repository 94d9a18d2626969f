package keepshelf.core.finish;

import java.util.Optional;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.pixel.Pixels;

/** What a finish does to the pixels of a map. */
public final class Finishing {
  private Finishing() {}

  /** What {@code finish} (or null) does to a map in {@code role}; empty when it leaves it alone. */
  public static Optional<Adjust.Change> of(Finish finish, MapRole role) {
    if (finish == null) {
      return Optional.empty();
    }
    return switch (role) {
      case BASE_COLOUR, SPECULAR ->
          Optional.ofNullable(finish.colour())
              .filter(c -> !c.equals(Finish.Colour.NONE))
              .map(c -> Adjust.colour(colour(c)));
      case ROUGHNESS ->
          Optional.ofNullable(finish.roughness()).map(r -> Adjust.range(r.low(), r.high()));
      // The same range seen from the other end.
      case GLOSS ->
          Optional.ofNullable(finish.roughness()).map(r -> Adjust.range(1 - r.high(), 1 - r.low()));
      case NORMAL ->
          Optional.ofNullable(finish.normalStrength()).filter(s -> s != 1).map(Adjust::slopes);
      default -> Optional.empty();
    };
  }

  /**
   * A map adjusted by {@code finish} (or null), at 16 bits; the map itself when that leaves it
   * alone. A colour that is stored in grey becomes one of three channels, so that it can be tinted.
   */
  public static Pixels applied(Finish finish, MapRole role, Pixels map) {
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
