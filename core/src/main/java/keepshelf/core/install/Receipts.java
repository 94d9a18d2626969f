package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.archive.Hashes;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.InstallationRecord.InstalledFile;
import keepshelf.core.problem.Problem;

/** Compares an installation with its receipt. */
final class Receipts {
  /** Name of the receipt that lies in each installation's folder. */
  static final String FILE = "keepshelf-receipt.json";

  private Receipts() {}

  /** A problem for every file that is missing or not as it was written; empty when all is sound. */
  static List<Problem> compare(InstallationRecord i) {
    List<Problem> out = new ArrayList<>();
    for (InstalledFile f : i.files()) {
      Path p = Path.of(f.path());
      try {
        if (!Files.isRegularFile(p)) {
          out.add(
              new Problem(
                  "missing-file",
                  Problem.Severity.ERROR,
                  f.role(),
                  f.path(),
                  f.path() + " is not there any more. Install the item again to put it back."));
        } else if (Files.size(p) != f.bytes() || !Hashes.sha256(p).equals(f.sha256())) {
          out.add(
              new Problem(
                  "altered-file",
                  Problem.Severity.WARNING,
                  f.role(),
                  f.path(),
                  f.path()
                      + " is not as it was installed. Keep a copy if the change matters, then"
                      + " uninstall and install again."));
        }
      } catch (IOException e) {
        out.add(
            new Problem(
                "unreadable-file",
                Problem.Severity.ERROR,
                f.role(),
                f.path(),
                f.path() + " cannot be read: " + e.getMessage() + "."));
      }
    }
    return out;
  }
}
