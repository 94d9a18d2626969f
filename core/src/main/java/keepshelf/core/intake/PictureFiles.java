package keepshelf.core.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.io.ImageFormat;
import org.jspecify.annotations.Nullable;

/** What is wrong with files that are named like pictures, as far as their beginning tells. */
final class PictureFiles {
  private static final int LOOKED_AT = 512;

  private PictureFiles() {}

  /** A problem for each that is empty, none, broken, or another kind of picture than it says. */
  static List<Problem> problems(List<SourceFile> files) {
    List<Problem> out = new ArrayList<>();
    for (SourceFile f : files) {
      Optional<ImageFormat> said = ImageFormat.ofName(f.name());
      boolean system = f.name().startsWith("._") || f.parts().contains("__MACOSX");
      if (said.isPresent() && f.onDisk() != null && !system) {
        of(f, said.get()).ifPresent(out::add);
      }
    }
    return out;
  }

  private static Optional<Problem> of(SourceFile f, ImageFormat said) {
    if (f.size() == 0) {
      return Optional.of(
          Problem.warning(
              "empty-file",
              f.path(),
              Phrase.of("pictureFiles.empty-probably-cut-off-way", f.path())));
    }
    if (f.trouble() != null) {
      return Optional.of(
          Problem.warning(
              "unreadable-image",
              f.path(),
              Phrase.of("pictureFiles.cannot-read-picture-fetch-again", f.path(), f.trouble())));
    }
    if (f.info().isEmpty()) {
      return Optional.of(
          Problem.warning(
              "not-a-picture",
              f.path(),
              Phrase.of(
                  "pictureFiles.named-like-picture-but-holds",
                  f.path(),
                  text(f.onDisk()) ? 1 : 0)));
    }
    ImageFormat is = f.info().get().format();
    return is == said
        ? Optional.empty()
        : Optional.of(
            Problem.note(
                "wrong-ending",
                f.path(),
                Phrase.of(
                    "pictureFiles.picture-format-not-what-name",
                    f.path(),
                    is.id().toUpperCase(Locale.ROOT))));
  }

  /** Whether a file begins like a text. */
  private static boolean text(@Nullable Path file) {
    try (InputStream in = Files.newInputStream(file)) {
      for (byte b : in.readNBytes(LOOKED_AT)) {
        if (b >= 0 && b < 32 && b != '\n' && b != '\r' && b != '\t') {
          return false;
        }
      }
      return true;
    } catch (IOException e) {
      return false;
    }
  }
}
