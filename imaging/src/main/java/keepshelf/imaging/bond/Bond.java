package keepshelf.imaging.bond;

import java.util.Optional;

/** How units are laid. */
public enum Bond {
  /** Courses, each shifted against the one before. */
  RUNNING("running"),
  /** Courses without a shift. */
  STACK("stack"),
  /** In each course a short unit after each long one. */
  HEADERS_AND_STRETCHERS("headers-and-stretchers"),
  /** A course of short units after each course of long ones. */
  HEADER_COURSES("header-courses"),
  /** Pairs at right angles, along the sides of the tile. */
  HERRINGBONE("herringbone"),
  /** The same turned by 45 degrees. */
  HERRINGBONE_45("herringbone-45"),
  /** Blocks of parallel units, each turned against its neighbours. */
  BASKET_WEAVE("basket-weave"),
  /** Round ends that lie over the course below. */
  FISH_SCALE("fish-scale"),
  /** Regular hexagons. */
  HEXAGON("hexagon"),
  /** Courses of several heights with units of any length. */
  RANDOM_COURSES("random-courses"),
  /** Round stones of about one size. */
  COBBLES("cobbles"),
  /** Broken slabs of every shape. */
  CRAZY_PAVING("crazy-paving");

  private final String id;

  Bond(String id) {
    this.id = id;
  }

  /** Stable identifier. */
  public String id() {
    return id;
  }

  /** The bond with this identifier. */
  public static Optional<Bond> ofId(String id) {
    for (Bond b : values()) {
      if (b.id.equals(id)) {
        return Optional.of(b);
      }
    }
    return Optional.empty();
  }
}
