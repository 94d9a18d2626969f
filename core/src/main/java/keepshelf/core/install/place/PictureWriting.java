package keepshelf.core.install.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.convert.MapConverter;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;

/** Writes the pictures of a plan, as many at once as there is room for in memory. */
final class PictureWriting {
  /** Pixels of all parts of a picture above which it is made alone. */
  private static final long ALONE = 20_000_000;

  /** A core each, and for each about what converting a 4K map takes at most. */
  private static final int AT_ONCE =
      Math.clamp(
          Math.min(
              Runtime.getRuntime().availableProcessors(),
              Runtime.getRuntime().maxMemory() / 900_000_000),
          1,
          4);

  /** Shared by all installations that are made at once; in turn, so that a large one gets in. */
  private static final Semaphore ROOM = new Semaphore(AT_ONCE, true);

  /**
   * What became of a picture.
   *
   * @param file where it is
   * @param sha256 of its contents
   * @param bytes its size
   */
  record Written(Path file, String sha256, long bytes) {}

  private PictureWriting() {}

  /**
   * Writes all pictures of {@code plan} into {@code folder}, in the plan's order.
   *
   * @throws IOException when one cannot be written; the others are not waited for
   * @throws CancellationException when {@code progress} says so; nothing is written afterwards
   */
  static List<Written> run(InstallPlan plan, Path folder, Progress progress) throws IOException {
    ExecutorService pool = Executors.newFixedThreadPool(AT_ONCE);
    try {
      List<Future<Written>> coming = new ArrayList<>();
      for (PlannedMap m : plan.maps()) {
        coming.add(pool.submit(() -> write(m, plan, folder)));
      }
      List<Written> out = new ArrayList<>();
      for (int i = 0; i < coming.size(); i++) {
        PlannedMap m = plan.maps().get(i);
        progress.advanced(0, m.file());
        out.add(get(coming.get(i)));
        progress.advanced(m.source().bytes(), m.file());
      }
      return out;
    } finally {
      pool.shutdownNow();
      // What has begun ends before its folder may be taken away.
      pool.close();
    }
  }

  private static Written write(PlannedMap m, InstallPlan plan, Path folder)
      throws IOException, InterruptedException {
    long pixels =
        m.parts().stream().mapToLong(p -> (long) p.source().width() * p.source().height()).sum();
    int share = pixels > ALONE ? AT_ONCE : 1;
    ROOM.acquire(share);
    try {
      Path to = folder.resolve(m.file());
      MapConverter.write(m, plan.of(m), to);
      return new Written(to, Hashes.sha256(to), Files.size(to));
    } finally {
      ROOM.release(share);
    }
  }

  private static Written get(Future<Written> coming) throws IOException {
    try {
      return coming.get();
    } catch (ExecutionException e) {
      Throwable cause = Objects.requireNonNullElse(e.getCause(), e);
      switch (cause) {
        case IOException io -> throw io;
        case RuntimeException r -> throw r;
        case Error error -> throw error;
        default -> throw new IOException(cause);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    }
  }
}
