package keepshelf.core.install.profile;

import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;

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
              ? Optional.of(Words.of("abilities.light-hosts-format-has-none"))
              : Optional.empty();
      case MODEL ->
          p.shapes().equals("none")
              ? Optional.of(Words.of("abilities.model-host-takes-no-shapes"))
              : Optional.empty();
      case OVERLAY ->
          p.takes(MapRole.ROUGHNESS) || p.takes(MapRole.GLOSS)
              ? Optional.empty()
              : Optional.of(Words.of("abilities.changes-roughness-which-hosts-surface"));
      case LIGHT_PATTERN ->
          p.takes(MapRole.EMISSION)
              ? Optional.empty()
              : Optional.of(Words.of("abilities.shines-hosts-surface-does-not"));
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
    return any ? Optional.empty() : Optional.of(Words.of("abilities.has-no-map-surface-uses"));
  }
}
