package keepshelf.core.install;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.io.ImageFormat;

/** Says what is wrong with a profile that a person wrote. */
final class ProfileCheck {
  private static final Map<String, Set<String>> WORDS =
      Map.of(
          "format",
          Set.of("materialx-1.39", "usd-preview", "gltf-2.0", "obj-mtl", "template"),
          "workflow",
          Set.of("metal-rough", "spec-gloss"),
          "handedness",
          Set.of("gl", "dx"),
          "occlusion",
          Set.of("slot", "into-colour", "leave-out"),
          "opacity",
          Set.of("slot", "alpha-of-colour", "leave-out"));
  private static final List<String> WRITTEN = List.of("png", "tiff");

  private ProfileCheck() {}

  /** The first thing that is wrong, by the name of its field; empty when all is well. */
  static Optional<String> trouble(HostProfile p, Path file) {
    if (p.schema() != 1) {
      return Optional.of("“schema” is " + p.schema() + "; this program knows 1");
    }
    if (p.id() == null || !p.id().matches("[a-z0-9][a-z0-9-]*")) {
      return Optional.of("“id” has to be lower-case letters, digits and hyphens");
    }
    if (p.name() == null || p.name().isBlank()) {
      return Optional.of("“name” is missing");
    }
    Optional<String> words =
        word("format", p.format())
            .or(() -> word("workflow", p.workflow()))
            .or(() -> word("handedness", p.handedness()))
            .or(() -> word("occlusion", p.occlusion()))
            .or(() -> word("opacity", p.opacity()));
    if (words.isPresent()) {
      return words;
    }
    if (!(p.unitsPerMetre() > 0)) {
      return Optional.of("“unitsPerMetre” has to be above 0");
    }
    return roles(p).or(() -> pictures(p)).or(() -> template(p, file));
  }

  private static Optional<String> word(String field, String value) {
    Set<String> known = WORDS.get(field);
    return value != null && known.contains(value)
        ? Optional.empty()
        : Optional.of(
            "“"
                + field
                + "” is “"
                + value
                + "”; it can be "
                + String.join(", ", known.stream().sorted().toList()));
  }

  private static Optional<String> roles(HostProfile p) {
    if (p.slots().isEmpty() && p.packing().isEmpty()) {
      return Optional.of("“slots” is empty, so nothing could be installed");
    }
    for (var e : p.slots().entrySet()) {
      if (MapRole.ofId(e.getKey()).isEmpty()) {
        return Optional.of("“slots” names the role “" + e.getKey() + "”, which does not exist");
      }
      if (e.getValue() == null || e.getValue().input() == null || e.getValue().use() == null) {
        return Optional.of("“slots” gives “" + e.getKey() + "” no input or no use");
      }
    }
    for (HostProfile.Packing k : p.packing()) {
      for (var e : k.channels().entrySet()) {
        if (!Set.of("r", "g", "b").contains(e.getKey())) {
          return Optional.of("“packing” names the channel “" + e.getKey() + "”; there are r, g, b");
        }
        if (MapRole.ofId(e.getValue().role()).isEmpty()) {
          return Optional.of(
              "“packing” names the role “" + e.getValue().role() + "”, which does not exist");
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<String> pictures(HostProfile p) {
    if (p.fileFormats().isEmpty()) {
      return Optional.of("“fileFormats” is empty");
    }
    for (String f : p.fileFormats()) {
      if (ImageFormat.ofId(f).isEmpty()) {
        return Optional.of("“fileFormats” names “" + f + "”, which is no picture format");
      }
    }
    return WRITTEN.contains(p.fileFormats().getFirst())
        ? Optional.empty()
        : Optional.of(
            "“fileFormats” begins with “"
                + p.fileFormats().getFirst()
                + "”; conversions are written as "
                + String.join(" or ", WRITTEN));
  }

  private static Optional<String> template(HostProfile p, Path file) {
    if (!p.format().equals("template")) {
      return Optional.empty();
    }
    if (p.template() == null || p.extension() == null) {
      return Optional.of("“template” and “extension” are needed for the format template");
    }
    return Files.isRegularFile(file.resolveSibling(p.template()))
        ? Optional.empty()
        : Optional.of("its template " + file.resolveSibling(p.template()) + " is not there");
  }
}
