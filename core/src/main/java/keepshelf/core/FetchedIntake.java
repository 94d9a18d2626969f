package keepshelf.core;

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
import keepshelf.core.sources.fetch.Intake;
import org.jspecify.annotations.Nullable;

/** What was fetched takes the way that everything takes onto the shelf. */
record FetchedIntake(Shelf shelf) implements Intake {
  @Override
  public Arrival read(Path path, Progress progress) {
    return shelf.read(path.toString(), progress);
  }

  @Override
  public Optional<ArrivalKin> kin(
      Arrival arrival, @Nullable String source, @Nullable String version) {
    return shelf.known(arrival).isPresent()
        ? Optional.empty()
        : ArrivalKin.of(arrival, shelf.catalogue(), source, version);
  }

  @Override
  public Filing.Filed file(Arrival arrival, Filing.Wishes wishes) throws ShelfException {
    return shelf.file(arrival, wishes, Progress.NONE);
  }

  @Override
  public void dismiss(Arrival arrival) {
    shelf.dismiss(arrival);
  }

  @Override
  public Mending.Mended mend(Map<String, Path> bySha256, List<BrokenFile> broken)
      throws ShelfException {
    return shelf.mending().from(bySha256, broken);
  }
}
