package keepshelf.core.install.profile;

import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;

/** What a host can take at all. */
public final class Abilities {
  private Abilities() {}

  /** Why a host cannot take an item with these roles; empty when it can. */
  public static Optional<String> cannot(HostProfile p, ItemKind kind, Set<MapRole> roles) {
    String said = p.cannot().get(kind.id());
    if (said != null) {
      return Optional.of(said);
    }
    return switch (kind) {
      case ENVIRONMENT ->
          p.environment().equals("none")
              ? Optional.of("it is a light, and this host’s format has none")
              : Optional.empty();
      case MODEL ->
          p.shapes().equals("none")
              ? Optional.of("it is a model, and this host takes no shapes")
              : Optional.empty();
      case OVERLAY ->
          p.takes(MapRole.ROUGHNESS) || p.takes(MapRole.GLOSS)
              ? Optional.empty()
              : Optional.of("it changes roughness, which this host’s surface does not have");
      case LIGHT_PATTERN ->
          p.takes(MapRole.EMISSION)
              ? Optional.empty()
              : Optional.of("it shines, and this host’s surface does not");
      // What its parts are is asked when they are planned.
      case ENSEMBLE -> Optional.empty();
      default -> surface(p, roles);
    };
  }

  private static Optional<String> surface(HostProfile p, Set<MapRole> roles) {
    boolean any =
        roles.stream()
            .anyMatch(r ->
                r != MapRole.MASK
                    && r != MapRole.ID
                    && r != MapRole.PACKED
                    && r != MapRole.CAVITY
                    && r != MapRole.CURVATURE);
    return any ? Optional.empty() : Optional.of("it has no map that a surface uses");
  }
}
