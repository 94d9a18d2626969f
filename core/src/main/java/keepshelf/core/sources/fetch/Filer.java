package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.check.Mending;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;

/** Puts what was fetched where it belongs: files it, asks, or mends with it. */
final class Filer {
  private final Intake intake;

  Filer(Intake intake) {
    this.intake = intake;
  }

  /** Files what lies in {@code folder}: one archive, or loose files. */
  Fetch file(Fetch f, Path folder) throws ShelfException, IOException {
    Path what = only(folder).orElse(folder);
    Arrival a = intake.read(what, Progress.NONE);
    try {
      if (a.failed() || a.recognition().items().isEmpty()) {
        return f.now(
            Fetch.State.QUESTION,
            a.problems().isEmpty()
                ? Words.of("filer.nothing-recognised-look-at-arrivals")
                : a.problems().getFirst().message());
      }
      if (a.questions() > 0) {
        return f.now(
            Fetch.State.QUESTION,
            a.questions() == 1
                ? Words.of("filer.one-map-question-answer-arrivals")
                : Words.of("filer.maps-questions-answer-them-arrivals", a.questions()));
      }
      if (f.look()) {
        return f.now(Fetch.State.LOOK, Words.of("filer.fetched-proved-look-at-then"));
      }
      // The source says which version it is; its files need not.
      Optional<ArrivalKin> kin = intake.kin(a, f.source(), f.version());
      Filing.Filed filed = intake.file(a, f.filing(kin.map(ArrivalKin::kinship).orElse(null)));
      return f.filed(
          filed.pack().id(),
          filed.alreadyThere() ? Words.of("filer.shelf-has-these-very-files") : null);
    } finally {
      intake.dismiss(a);
    }
  }

  /** Everything that an archive or the loose files in {@code folder} hold, by its SHA-256. */
  Fetch unpackedAndMended(Fetch f, Path folder) throws ShelfException, IOException {
    Map<String, Path> bySha = new HashMap<>();
    List<Arrival> read = new ArrayList<>();
    try (var all = Files.list(folder)) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        bySha.put(Hashes.sha256(p), p);
        Arrival a = intake.read(p, Progress.NONE);
        read.add(a);
        a.unpacked().values().forEach(u -> bySha.put(u.sha256(), u.path()));
      }
      return mended(f, bySha);
    } finally {
      read.forEach(intake::dismiss);
    }
  }

  /** Puts lost files back; says which are still lost. */
  Fetch mended(Fetch f, Map<String, Path> bySha256) throws ShelfException {
    Mending.Mended m = intake.mend(bySha256, f.lost());
    if (m.left().isEmpty()) {
      return f.filed(
          f.lost().getFirst().pack(),
          m.mended().size() == 1
              ? Words.of("filer.back", m.mended().getFirst().path())
              : Words.of("filer.files-back", m.mended().size()));
    }
    return f.now(
        Fetch.State.FAILED,
        Words.of("filer.what-fetched-does-not-hold", m.left().getFirst().path()));
  }

  private static Optional<Path> only(Path folder) throws IOException {
    try (var all = Files.list(folder)) {
      List<Path> files = all.toList();
      return files.size() == 1 && Files.isRegularFile(files.getFirst())
          ? Optional.of(files.getFirst())
          : Optional.empty();
    }
  }
}
