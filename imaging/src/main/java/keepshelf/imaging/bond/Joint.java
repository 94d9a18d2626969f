package keepshelf.imaging.bond;

import java.util.Optional;

/**
 * What lies between units.
 *
 * @param width millimetres
 * @param depth millimetres below the units' faces
 * @param profile of its surface
 */
public record Joint(double width, double depth, Profile profile) {
  /** The shape of a joint across its width. */
  public enum Profile {
    /** Level at its depth. */
    FLAT("flat"),
    /** Deepest in the middle. */
    HOLLOW("hollow"),
    /** Highest in the middle. */
    RAISED("raised");

    private final String id;

    Profile(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }

    /** The profile with this identifier. */
    public static Optional<Profile> ofId(String id) {
      for (Profile p : values()) {
        if (p.id.equals(id)) {
          return Optional.of(p);
        }
      }
      return Optional.empty();
    }
  }

  /**
   * Height in millimetres, nought being the units' faces.
   *
   * @param in 0 at a unit's edge to 1 in the middle of the joint
   */
  double height(double in) {
    double t = Math.clamp(in, 0, 1);
    double bow = depth * 0.45;
    return switch (profile) {
      case FLAT -> -depth;
      case HOLLOW -> -depth - bow * (1 - (1 - t) * (1 - t)) + bow;
      case RAISED -> -depth + bow * (1 - (1 - t) * (1 - t));
    };
  }
}
