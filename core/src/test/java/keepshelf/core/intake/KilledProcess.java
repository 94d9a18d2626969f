package keepshelf.core.intake;

import java.nio.file.Path;
import keepshelf.core.Shelf;
import keepshelf.core.disk.Progress;

/** A process that takes one archive in and stops dead at a step: arguments shelf, archive, step. */
public final class KilledProcess {
  private KilledProcess() {}

  /** Never returns when the step is reached. */
  public static void main(String[] args) throws Exception {
    FilingStep at = FilingStep.valueOf(args[2]);
    try (Shelf shelf =
        Shelf.open(
            Path.of(args[0]),
            step -> {
              if (step == at) {
                Runtime.getRuntime().halt(77);
              }
            })) {
      Arrival a = shelf.read(args[1], Progress.NONE);
      shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
    }
  }
}
