package keepshelf.core.install.profile;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.io.ImageFormat;

/** Says what is wrong with a profile that a person wrote. */
final class ProfileCheck {
  private static final Map<String, Set<String>> WORDS =
      Map.of(
          "format",
          DocumentFormats.all().stream().map(DocumentFormat::id).collect(Collectors.toSet()),
          "workflow",
          Set.of("metal-rough", "spec-gloss"),
          "handedness",
          Set.of("gl", "dx"),
          "occlusion",
          Set.of("slot", "into-colour", "leave-out"),
          "opacity",
          Set.of("slot", "alpha-of-colour", "leave-out"),
          "environment",
          Set.of("dome", "sun-and-sky", "none"),
          "shapes",
          Set.of("inside", "beside", "none"),
          "upAxis",
          Set.of("y", "z"),
          "projection",
          Set.of("uv", "triplanar"));
  private static final List<String> WRITTEN = List.of("png", "tiff");

  private ProfileCheck() {}

  /** The first thing that is wrong, by the name of its field; empty when all is well. */
  static Optional<String> trouble(HostProfile p) {
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
            .or(() -> word("opacity", p.opacity()))
            .or(() -> word("environment", p.environment()))
            .or(() -> word("shapes", p.shapes()))
            .or(() -> word("upAxis", p.upAxis()))
            .or(() -> word("projection", p.projection()));
    if (words.isPresent()) {
      return words;
    }
    if (!(p.unitsPerMetre() > 0)) {
      return Optional.of("“unitsPerMetre” has to be above 0");
    }
    // A profile may come with a shelf of somebody else's: what it names is started, or read.
    if (p.reader() != null && !p.reader().matches("keepshelf\\.standins(\\.[A-Za-z]\\w*)+")) {
      return Optional.of("“reader” is none of the simulated hosts' readers");
    }
    if (p.template() != null && !p.template().matches("[^/\\\\:]+") || "..".equals(p.template())) {
      return Optional.of("“template” has to be the name of a file beside the profile");
    }
    return roles(p).or(() -> pictures(p)).or(() -> fitting(p)).or(() -> layout(p.files()));
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

  /** What one format has and another has not. */
  private static Optional<String> fitting(HostProfile p) {
    DocumentFormat format = p.document();
    if (!format.surfaces().isEmpty() && !format.surfaces().contains(p.surface())) {
      return Optional.of(
          "“surface” is “"
              + p.surface()
              + "”; for this format it can be "
              + String.join(", ", format.surfaces()));
    }
    if (p.projection().equals("triplanar") && !format.triplanar()) {
      return only("“projection” can be triplanar", DocumentFormat::triplanar);
    }
    if (p.onePackage() && format.packageEnding() == null) {
      return only("“package” can be true", f -> f.packageEnding() != null);
    }
    if (p.onePackage() && p.files().whole()) {
      return Optional.of("“files.paths” has to be relative in a package");
    }
    if (!format.wholePaths() && p.files().whole()) {
      return Optional.of("“files.paths” has to be relative for the format " + format.id());
    }
    if (format.metresOnly() && (p.upAxis().equals("z") || p.unitsPerMetre() != 1)) {
      return Optional.of("the format " + format.id() + " is in metres, with y upwards");
    }
    if (!format.environments().contains(p.environment())) {
      return Optional.of(
          "“environment” is “"
              + p.environment()
              + "”; for the format "
              + format.id()
              + " it can be "
              + String.join(", ", format.environments()));
    }
    for (String f : p.lightFormats()) {
      if (ImageFormat.ofId(f).isEmpty()) {
        return Optional.of("“lightFormats” names “" + f + "”, which is no picture format");
      }
    }
    return Set.of("exr", "hdr").contains(p.lightFormats().getFirst())
        ? Optional.empty()
        : Optional.of("“lightFormats” has to begin with exr or hdr");
  }

  /** "… for the formats a, b only". */
  private static Optional<String> only(String what, Predicate<DocumentFormat> which) {
    List<String> can =
        DocumentFormats.all().stream().filter(which).map(DocumentFormat::id).toList();
    String formats = can.size() == 1 ? " for the format " : " for the formats ";
    return Optional.of(what + formats + String.join(" and ", can) + " only");
  }

  private static Optional<String> layout(FileLayout f) {
    if (!Set.of("copy", "link").contains(f.placement())) {
      return Optional.of("“files.placement” is “" + f.placement() + "”; it can be copy, link");
    }
    if (!Set.of("relative", "absolute").contains(f.paths())) {
      return Optional.of("“files.paths” is “" + f.paths() + "”; it can be absolute, relative");
    }
    if (!Set.of("lower", "keep").contains(f.letters())) {
      return Optional.of("“files.letters” is “" + f.letters() + "”; it can be keep, lower");
    }
    if (f.longest() < 8 || f.longest() > 120) {
      return Optional.of("“files.longest” is " + f.longest() + "; it can be 8 to 120");
    }
    if (!f.textures().matches("[A-Za-z0-9_-]+")) {
      return Optional.of("“files.textures” has to be letters, digits, hyphens, underscores");
    }
    String rest = f.folder().replaceAll("\\{(item|source|pack|kind|resolution)\\}", "");
    return rest.matches("[A-Za-z0-9_/-]*") && !f.folder().startsWith("/")
        ? Optional.empty()
        : Optional.of(
            "“files.folder” is “"
                + f.folder()
                + "”; it is made of letters, digits, / and {item}, {source}, {pack}, {kind},"
                + " {resolution}");
  }

  /** What is wrong with the template of a profile that lies at {@code file}. */
  static Optional<String> template(HostProfile p, Path file) {
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
