package keepshelf.core.sources.fetch;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.check.Mending;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import org.jspecify.annotations.Nullable;

/** The way onto the shelf, as everything takes that comes in. */
public interface Intake {
  /** Opens and recognises. */
  Arrival read(Path path, Progress progress);

  /** What it is to what is on the shelf, as one of this source and version; null for not known. */
  Optional<ArrivalKin> kin(Arrival arrival, @Nullable String source, @Nullable String version);

  /** Files it. */
  Filing.Filed file(Arrival arrival, Filing.Wishes wishes) throws ShelfException;

  /** Forgets what was unpacked. */
  void dismiss(Arrival arrival);

  /** Puts files of the shelf back from what came, by their SHA-256. */
  Mending.Mended mend(Map<String, Path> bySha256, List<BrokenFile> broken) throws ShelfException;
}
