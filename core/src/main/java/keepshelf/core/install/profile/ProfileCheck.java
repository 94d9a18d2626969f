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
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
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
      return Optional.of(Words.of("profileCheck.schema-program-knows", p.schema()));
    }
    if (p.id() == null || !p.id().matches("[a-z0-9][a-z0-9-]*")) {
      return Optional.of(Words.of("profileCheck.id-has-lower-case-letters"));
    }
    if (p.name() == null || p.name().isBlank()) {
      return Optional.of(Words.of("profileCheck.name-missing"));
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
      return Optional.of(Words.of("profileCheck.unitspermetre-has-above"));
    }
    // A profile may come with a shelf of somebody else's: what it names is started, or read.
    if (p.reader() != null && !p.reader().matches("keepshelf\\.standins(\\.[A-Za-z]\\w*)+")) {
      return Optional.of(Words.of("profileCheck.reader-none-simulated-hosts-readers"));
    }
    if (p.template() != null && !p.template().matches("[^/\\\\:]+") || "..".equals(p.template())) {
      return Optional.of(Words.of("profileCheck.template-has-name-file-beside"));
    }
    return roles(p).or(() -> pictures(p)).or(() -> fitting(p)).or(() -> layout(p.files()));
  }

  private static Optional<String> word(String field, String value) {
    Set<String> known = WORDS.getOrDefault(field, Set.of());
    return value != null && known.contains(value)
        ? Optional.empty()
        : Optional.of(
            Words.of(
                "profileCheck.can",
                field,
                value,
                String.join(", ", known.stream().sorted().toList())));
  }

  private static Optional<String> roles(HostProfile p) {
    if (p.slots().isEmpty() && p.packing().isEmpty()) {
      return Optional.of(Words.of("profileCheck.slots-empty-nothing-could-installed"));
    }
    for (var e : p.slots().entrySet()) {
      if (MapRole.ofId(e.getKey()).isEmpty()) {
        return Optional.of(Words.of("profileCheck.slots-names-role-which-does", e.getKey()));
      }
      if (e.getValue() == null || e.getValue().input() == null || e.getValue().use() == null) {
        return Optional.of(Words.of("profileCheck.slots-gives-no-input-or", e.getKey()));
      }
    }
    for (HostProfile.Packing k : p.packing()) {
      for (var e : k.channels().entrySet()) {
        if (!Set.of("r", "g", "b").contains(e.getKey())) {
          return Optional.of(Words.of("profileCheck.packing-names-channel-there", e.getKey()));
        }
        if (MapRole.ofId(e.getValue().role()).isEmpty()) {
          return Optional.of(
              Words.of("profileCheck.packing-names-role-which-does", e.getValue().role()));
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<String> pictures(HostProfile p) {
    if (p.fileFormats().isEmpty()) {
      return Optional.of(Words.of("profileCheck.fileformats-empty"));
    }
    for (String f : p.fileFormats()) {
      if (ImageFormat.ofId(f).isEmpty()) {
        return Optional.of(Words.of("profileCheck.fileformats-names-which-no-picture", f));
      }
    }
    return WRITTEN.contains(p.fileFormats().getFirst())
        ? Optional.empty()
        : Optional.of(
            Words.of(
                "profileCheck.fileformats-begins-with-conversions-written",
                p.fileFormats().getFirst(),
                String.join(" or ", WRITTEN)));
  }

  /** What one format has and another has not. */
  private static Optional<String> fitting(HostProfile p) {
    DocumentFormat format = p.document();
    if (!format.surfaces().isEmpty() && !format.surfaces().contains(p.surface())) {
      return Optional.of(
          Words.of(
              "profileCheck.surface-format-can",
              p.surface(),
              String.join(", ", format.surfaces())));
    }
    if (p.projection().equals("triplanar") && !format.triplanar()) {
      return only(Words.of("profileCheck.projection-can-triplanar"), DocumentFormat::triplanar);
    }
    if (p.onePackage() && format.packageEnding() == null) {
      return only(Words.of("profileCheck.package-can-true"), f -> f.packageEnding() != null);
    }
    if (p.onePackage() && p.files().whole()) {
      return Optional.of(Words.of("profileCheck.files-paths-has-relative-package"));
    }
    if (!format.wholePaths() && p.files().whole()) {
      return Optional.of(Words.of("profileCheck.files-paths-has-relative-format", format.id()));
    }
    if (format.metresOnly() && (p.upAxis().equals("z") || p.unitsPerMetre() != 1)) {
      return Optional.of(Words.of("profileCheck.format-metres-with-upwards", format.id()));
    }
    if (!format.environments().contains(p.environment())) {
      return Optional.of(
          Words.of(
              "profileCheck.environment-format-can",
              p.environment(),
              format.id(),
              String.join(", ", format.environments())));
    }
    for (String f : p.lightFormats()) {
      if (ImageFormat.ofId(f).isEmpty()) {
        return Optional.of(Words.of("profileCheck.lightformats-names-which-no-picture", f));
      }
    }
    return Set.of("exr", "hdr").contains(p.lightFormats().getFirst())
        ? Optional.empty()
        : Optional.of(Words.of("profileCheck.lightformats-has-begin-with-exr"));
  }

  /** "… for the formats a, b only". */
  private static Optional<String> only(String what, Predicate<DocumentFormat> which) {
    List<Phrase> can =
        DocumentFormats.all().stream()
            .filter(which)
            .map(DocumentFormat::id)
            .map(Phrase::plain)
            .toList();
    String formats =
        can.size() == 1 ? Words.of("profileCheck.format") : Words.of("profileCheck.formats");
    return Optional.of(Words.of("profileCheck.only", what, formats, Phrase.both(can)));
  }

  private static Optional<String> layout(FileLayout f) {
    if (!Set.of("copy", "link").contains(f.placement())) {
      return Optional.of(Words.of("profileCheck.files-placement-can-copy-link", f.placement()));
    }
    if (!Set.of("relative", "absolute").contains(f.paths())) {
      return Optional.of(Words.of("profileCheck.files-paths-can-absolute-relative", f.paths()));
    }
    if (!Set.of("lower", "keep").contains(f.letters())) {
      return Optional.of(Words.of("profileCheck.files-letters-can-keep-lower", f.letters()));
    }
    if (f.longest() < 8 || f.longest() > 120) {
      return Optional.of(Words.of("profileCheck.files-longest-can-120", f.longest()));
    }
    if (!f.textures().matches("[A-Za-z0-9_-]+")) {
      return Optional.of(Words.of("profileCheck.files-textures-has-letters-digits"));
    }
    String rest = f.folder().replaceAll("\\{(item|source|pack|kind|resolution)\\}", "");
    return rest.matches("[A-Za-z0-9_/-]*") && !f.folder().startsWith("/")
        ? Optional.empty()
        : Optional.of(Words.of("profileCheck.files-folder-made-letters-digits", f.folder()));
  }

  /** What is wrong with the template of a profile that lies at {@code file}. */
  static Optional<String> template(HostProfile p, Path file) {
    if (!p.format().equals("template")) {
      return Optional.empty();
    }
    if (p.template() == null || p.extension() == null) {
      return Optional.of(Words.of("profileCheck.template-extension-needed-format-template"));
    }
    return Files.isRegularFile(file.resolveSibling(p.template()))
        ? Optional.empty()
        : Optional.of(
            Words.of("profileCheck.template-not-there", file.resolveSibling(p.template())));
  }
}
