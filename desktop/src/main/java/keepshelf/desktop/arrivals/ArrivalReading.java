package keepshelf.desktop.arrivals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicLong;
import keepshelf.core.Shelf;
import keepshelf.core.duplicates.ArrivalTwins;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;

/** Reads downloads in the background and says what they are to the shelf. */
final class ArrivalReading {
  /** Hears of each arrival that was read; {@code a} is null when that failed or was stopped. */
  interface Then {
    void arrived(ArrivalEntry e, Arrival a, boolean known, ArrivalKin kin);
  }

  private final Shelf shelf;
  private final WorkList work;
  private final Then then;

  ArrivalReading(Shelf shelf, WorkList work, Then then) {
    this.shelf = shelf;
    this.work = work;
    this.then = then;
  }

  /** Starts reading in the background, with the password of a protected archive or null. */
  void start(ArrivalEntry e, String password) {
    e.password = password;
    Job reading =
        work.start(
            Words.of("arrivals.job.read", e.name()),
            job -> {
              Arrival a = null;
              boolean known = false;
              ArrivalKin kin = null;
              ArrivalTwins twins = ArrivalTwins.NONE;
              try {
                long size = Files.isRegularFile(e.path()) ? size(e.path()) : -1;
                AtomicLong done = new AtomicLong();
                a =
                    shelf.read(
                        e.path().toString(),
                        password,
                        (bytes, name) -> {
                          double read = done.addAndGet(bytes);
                          job.report(name, size <= 0 ? -1 : Math.min(0.99, read / (size * 1.6)));
                        });
                known = shelf.known(a).isPresent();
                kin = known ? null : shelf.kin(a).orElse(null);
                twins = known || a.failed() ? ArrivalTwins.NONE : shelf.twins(a);
              } finally {
                Arrival read = a;
                boolean there = known;
                ArrivalKin of = kin;
                ArrivalTwins like = twins;
                long asked = a == null ? 0 : a.questions();
                work.ui(() -> {
                  e.counted(read, asked);
                  e.twinsProperty().set(like);
                  then.arrived(e, read, there, of);
                });
              }
            });
    // The job gathers what it is told faster than a screen can show.
    reading.detailProperty().addListener(o -> reading(e, reading));
    reading.progressProperty().addListener(o -> reading(e, reading));
    e.job = reading;
  }

  private static long size(Path p) {
    try {
      return Files.size(p);
    } catch (java.io.IOException e) {
      return -1;
    }
  }

  private static void reading(ArrivalEntry e, Job job) {
    if (e.stateProperty().get() == ArrivalEntry.State.READING) {
      e.progressProperty().set(job.progressProperty().get());
      e.lineProperty().set(Words.of("arrivals.reading.part", job.detailProperty().get()));
    }
  }
}
