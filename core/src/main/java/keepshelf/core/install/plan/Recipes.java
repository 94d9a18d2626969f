package keepshelf.core.install.plan;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import keepshelf.core.finish.Finishing;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.install.measure.Tags;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.ToSrgb;
import org.jspecify.annotations.Nullable;

/** How each role that a host wants is got out of the maps that an item has. */
final class Recipes {
  private final MapSources sources;
  private final HostProfile profile;
  private final Adjusting adjusting;
  private final Function<Source, Path> file;

  /**
   * Recipes for one surface.
   *
   * @param adjusting what maps are changed by on the way
   */
  Recipes(
      MapSources sources, HostProfile profile, Adjusting adjusting, Function<Source, Path> file) {
    this.adjusting = adjusting;
    this.sources = sources;
    this.profile = profile;
    this.file = file;
  }

  /** The parts of {@code wanted} on a tile, the main one first; empty when it cannot be made. */
  Optional<List<Part>> of(MapRole wanted, @Nullable Integer tile) {
    return switch (wanted) {
      case BASE_COLOUR -> colour(tile);
      case SPECULAR -> specular(tile);
      case METALLIC -> metallic(tile);
      case ROUGHNESS -> either(wanted, MapRole.GLOSS, Conversion.GLOSS_TO_ROUGHNESS, tile);
      case GLOSS -> either(wanted, MapRole.ROUGHNESS, Conversion.ROUGHNESS_TO_GLOSS, tile);
      case NORMAL -> normal(tile);
      case BUMP -> bump(tile);
      case AMBIENT_OCCLUSION ->
          adjusting.occlusion().isPresent() ? Optional.empty() : one(wanted, tile, List.of());
      default -> one(wanted, tile, List.of());
    };
  }

  private boolean metalRough() {
    return profile.workflow().equals("metal-rough");
  }

  private Optional<List<Part>> one(MapRole role, @Nullable Integer tile, List<Conversion> steps) {
    Source s = sources.at(role, tile);
    return s == null ? Optional.empty() : Optional.of(List.of(part(role, s, steps, null)));
  }

  /** The source in a role that the item is known to have. */
  private Source there(MapRole role, @Nullable Integer tile) {
    return Objects.requireNonNull(sources.at(role, tile));
  }

  private Part part(MapRole role, Source s, List<Conversion> steps, @Nullable String to) {
    List<Conversion> all = new ArrayList<>();
    if (s.channel() != null) {
      all.add(Conversion.UNPACK);
    }
    if (role.colour() && ToSrgb.needed(Tags.of(s.map(), file.apply(s)))) {
      all.add(Conversion.COLOUR_PROFILE);
    }
    if (role == MapRole.NORMAL && adjusting.mends(s.map(), file.apply(s))) {
      all.add(Conversion.MEND_NORMAL);
    }
    if (HeightScale.floats(s.map()) && (role == MapRole.HEIGHT || role == MapRole.BUMP)) {
      all.add(Conversion.LEVEL_HEIGHT);
    }
    if (Finishing.of(adjusting.finish(), role).isPresent()) {
      all.add(Conversion.FINISH);
    }
    if (adjusting.overlays().stream().anyMatch(f -> f.overlay().changes(role))) {
      all.add(Conversion.OVERLAY);
    }
    // Where the format says it in a number the map stays as it is.
    if (role == MapRole.OPACITY && adjusting.cuts() && !says(BodyInputs::threshold)) {
      all.add(Conversion.CUT_OUT);
    }
    if (role == MapRole.EMISSION && adjusting.glows() && !says(BodyInputs::glow)) {
      all.add(Conversion.BRIGHTEN);
    }
    all.addAll(steps);
    return new Part(role, s.map(), s.channel(), file.apply(s), all, to);
  }

  private boolean says(Function<BodyInputs, String> what) {
    return profile.document().body(profile.surface()).map(what).isPresent();
  }

  private Optional<List<Part>> either(
      MapRole role, MapRole other, Conversion step, @Nullable Integer tile) {
    return one(role, tile, List.of()).or(() -> one(other, tile, List.of(step)));
  }

  /** Base colour for metal/rough hosts, diffuse colour for others, with what is worked into it. */
  private Optional<List<Part>> colour(@Nullable Integer tile) {
    Source base = sources.at(MapRole.BASE_COLOUR, tile);
    if (base == null) {
      return Optional.empty();
    }
    List<Part> parts = new ArrayList<>();
    if (metalRough() && sources.specularWorkflow()) {
      parts.add(
          part(MapRole.BASE_COLOUR, base, List.of(Conversion.SPEC_GLOSS_TO_METAL_ROUGH), null));
      parts.add(part(MapRole.SPECULAR, there(MapRole.SPECULAR, tile), List.of(), null));
    } else if (!metalRough() && sources.has(MapRole.METALLIC)) {
      parts.add(
          part(MapRole.BASE_COLOUR, base, List.of(Conversion.METAL_ROUGH_TO_SPEC_GLOSS), null));
      parts.add(part(MapRole.METALLIC, there(MapRole.METALLIC, tile), List.of(), null));
    } else {
      parts.add(part(MapRole.BASE_COLOUR, base, List.of(), null));
    }
    boolean into =
        adjusting.occlusion().isPresent()
            ? adjusting.occlusion().getAsDouble() > 0
            : profile.occlusion().equals("into-colour");
    if (into && sources.has(MapRole.AMBIENT_OCCLUSION)) {
      parts.add(
          part(MapRole.AMBIENT_OCCLUSION, there(MapRole.AMBIENT_OCCLUSION, tile), List.of(), null));
    }
    Source opacity = sources.at(MapRole.OPACITY, tile);
    if (profile.opacity().equals("alpha-of-colour") && opacity != null) {
      boolean own = opacity.map().equals(base.map());
      boolean untouched = parts.size() == 1 && parts.getFirst().steps().isEmpty();
      Part alpha = part(MapRole.OPACITY, opacity, List.of(), "a");
      boolean asItIs = alpha.steps().stream().allMatch(s -> s == Conversion.UNPACK);
      // Alpha that is in the picture already stays there when nothing is done to either.
      if (!own || !untouched || !asItIs) {
        parts.add(alpha);
      }
    }
    return Optional.of(parts);
  }

  private Optional<List<Part>> specular(@Nullable Integer tile) {
    Source base = sources.at(MapRole.BASE_COLOUR, tile);
    Source metallic = sources.at(MapRole.METALLIC, tile);
    if (sources.has(MapRole.SPECULAR) && metallic == null) {
      return one(MapRole.SPECULAR, tile, List.of());
    }
    if (metalRough() || base == null || metallic == null) {
      return Optional.empty();
    }
    return Optional.of(
        List.of(
            part(MapRole.BASE_COLOUR, base, List.of(Conversion.METAL_ROUGH_TO_SPEC_GLOSS), null),
            part(MapRole.METALLIC, metallic, List.of(), null)));
  }

  private Optional<List<Part>> metallic(@Nullable Integer tile) {
    if (sources.has(MapRole.METALLIC) || !sources.specularWorkflow()) {
      return one(MapRole.METALLIC, tile, List.of());
    }
    // What is metal is told by the colours as they were delivered.
    Recipes plain = new Recipes(sources, profile, Adjusting.NONE, file);
    return Optional.of(
        List.of(
            plain.part(
                MapRole.BASE_COLOUR,
                there(MapRole.BASE_COLOUR, tile),
                List.of(Conversion.SPEC_GLOSS_TO_METAL_ROUGH),
                null),
            plain.part(MapRole.SPECULAR, there(MapRole.SPECULAR, tile), List.of(), null)));
  }

  /** Facing as the host wants; made from height where there is none and no height is used. */
  private Optional<List<Part>> normal(@Nullable Integer tile) {
    Source n = sources.at(MapRole.NORMAL, tile);
    String down = profile.handedness();
    if (n != null) {
      String faces = n.map().handedness();
      // What is not known is taken as it is.
      boolean flip =
          "dx".equals(faces) ? !"dx".equals(down) : "gl".equals(faces) && !"gl".equals(down);
      return Optional.of(
          List.of(
              part(
                  MapRole.NORMAL,
                  n,
                  turned(flip ? List.of(Conversion.FLIP_GREEN) : List.of()),
                  null)));
    }
    List<Conversion> steps =
        turned(
            down.equals("dx")
                ? List.of(Conversion.HEIGHT_TO_NORMAL, Conversion.FLIP_GREEN)
                : List.of(Conversion.HEIGHT_TO_NORMAL));
    Optional<List<Part>> bump = one(MapRole.BUMP, tile, steps);
    boolean heightUsed = profile.takes(MapRole.HEIGHT);
    return bump.isPresent() || heightUsed ? bump : one(MapRole.HEIGHT, tile, steps);
  }

  /** Hosts turn pictures by their coordinates, which leaves the vectors in them as they were. */
  private List<Conversion> turned(List<Conversion> steps) {
    if (!adjusting.turns()) {
      return steps;
    }
    List<Conversion> all = new ArrayList<>(steps);
    all.add(Conversion.TURN_VECTORS);
    return all;
  }

  private Optional<List<Part>> bump(@Nullable Integer tile) {
    return one(MapRole.BUMP, tile, List.of())
        .or(() -> one(MapRole.HEIGHT, tile, List.of()))
        .or(() -> one(MapRole.NORMAL, tile, List.of(Conversion.NORMAL_TO_HEIGHT)));
  }
}
