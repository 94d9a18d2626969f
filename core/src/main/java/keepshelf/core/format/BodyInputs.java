package keepshelf.core.format;

import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Names of the inputs that say what a surface is made of, in a format; null where it has none.
 *
 * @param ior index of refraction
 * @param reflectance of what is no metal, seen straight on, linear
 * @param coat amount of a clear layer
 * @param coatRoughness its roughness
 * @param transmission share that light goes through
 * @param threshold opacity below which there are holes
 * @param glow amount of what shines by itself
 * @param thin 1 where light goes through a sheet without a body, else 0
 * @param thickness metres of the body that light goes through; 0 for a sheet
 */
public record BodyInputs(
    @Nullable String ior,
    @Nullable String reflectance,
    @Nullable String coat,
    @Nullable String coatRoughness,
    @Nullable String transmission,
    @Nullable String threshold,
    @Nullable String glow,
    @Nullable String thin,
    @Nullable String thickness) {
  /** All names that the format has. */
  public Set<String> names() {
    return Stream.of(
            ior, reflectance, coat, coatRoughness, transmission, threshold, glow, thin, thickness)
        .filter(Objects::nonNull)
        .collect(Collectors.toUnmodifiableSet());
  }
}
