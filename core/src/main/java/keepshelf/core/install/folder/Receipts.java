package keepshelf.core.install.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.Hashes;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import tools.jackson.core.JacksonException;

/** Compares an installation with its receipt. */
public final class Receipts {
  /** Name of the receipt that lies in each installation's folder. */
  public static final String FILE = "keepshelf-receipt.json";

  private Receipts() {}

  /** Whether {@code folder} holds the installation {@code id}. */
  public static boolean isOf(Path folder, String id) {
    return read(folder).map(r -> r.id().equals(id)).orElse(false);
  }

  /** Whether {@code folder} holds an installation that is not {@code id}. */
  public static boolean isOfAnother(Path folder, String id) {
    return read(folder).map(r -> !r.id().equals(id)).orElse(false);
  }

  /** The receipt in {@code folder}, if it is of the installation {@code id}. */
  public static Optional<InstallationRecord> of(Path folder, String id) {
    return read(folder).filter(r -> r.id().equals(id));
  }

  /** The receipt in {@code folder}, if there is one that can be read. */
  static Optional<InstallationRecord> read(Path folder) {
    Path receipt = folder.resolve(FILE);
    try {
      return Files.isRegularFile(receipt)
          ? Optional.of(
              Json.mapper().readValue(Files.readAllBytes(receipt), InstallationRecord.class))
          : Optional.empty();
    } catch (IOException | JacksonException e) {
      return Optional.empty();
    }
  }

  /** A problem for every file that is missing or not as it was written; empty when all is sound. */
  public static List<Problem> compare(InstallationRecord i) {
    List<Problem> out = new ArrayList<>();
    for (InstalledFile f : i.files()) {
      if (f.packaged()) {
        continue;
      }
      Path p = Path.of(f.path());
      try {
        if (!Files.isRegularFile(p)) {
          out.add(
              new Problem(
                  "missing-file",
                  Problem.Severity.ERROR,
                  f.role(),
                  f.path(),
                  Phrase.of("receipts.not-there-any-more-install", f.path())));
        } else if (Files.size(p) != f.bytes() || !Hashes.sha256(p).equals(f.sha256())) {
          out.add(
              new Problem(
                  "altered-file",
                  Problem.Severity.WARNING,
                  f.role(),
                  f.path(),
                  Phrase.of("receipts.not-installed-repair-installation-have", f.path())));
        }
      } catch (IOException e) {
        out.add(
            new Problem(
                "unreadable-file",
                Problem.Severity.ERROR,
                f.role(),
                f.path(),
                Phrase.of("receipts.cannot-read", f.path(), e.getMessage())));
      }
    }
    return out;
  }
}
