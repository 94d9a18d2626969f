package keepshelf.core.install;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicLong;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;

/** Installs and proves many plans, several at once; one that fails does not stop the others. */
public final class InstallBatch {
  private static final int AT_ONCE = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 4);

  /** Hears of the work, from any thread, one call at a time. */
  public interface Listener {
    /**
     * The work is at {@code what}.
     *
     * @param share of all of it that is done, 0..1
     * @throws CancellationException to stop what is not done yet
     */
    void at(String what, double share);

    /** A plan was carried out and read back. */
    void done(InstallPlan plan, InstallationRecord proved);

    /** A plan could not be carried out; nothing of it was changed. */
    void failed(InstallPlan plan, Problem why);
  }

  private final Installer installer;
  private final Set<String> overChanged;
  private final Listener listener;
  private final AtomicLong bytes = new AtomicLong();
  private final long total;

  private InstallBatch(
      Installer installer, List<InstallPlan> plans, Set<String> overChanged, Listener listener) {
    this.installer = installer;
    this.overChanged = overChanged;
    this.listener = listener;
    this.total = Math.max(1, plans.stream().mapToLong(InstallPlan::bytes).sum());
  }

  /**
   * Does them all.
   *
   * @param overChanged identifiers of the plans that also replace what a person changed
   * @throws CancellationException when the listener stopped it; what was begun is taken back
   */
  public static void run(
      Installer installer, List<InstallPlan> plans, Set<String> overChanged, Listener listener) {
    InstallBatch b = new InstallBatch(installer, plans, overChanged, listener);
    try (ExecutorService pool =
        Executors.newFixedThreadPool(AT_ONCE, Thread.ofPlatform().daemon().factory())) {
      List<Future<?>> all = new ArrayList<>();
      for (InstallPlan p : plans) {
        all.add(pool.submit(() -> b.one(p)));
      }
      b.wait(all);
    }
  }

  private void wait(List<Future<?>> all) {
    try {
      for (Future<?> f : all) {
        f.get();
      }
    } catch (ExecutionException e) {
      all.forEach(f -> f.cancel(false));
      if (e.getCause() instanceof RuntimeException r) {
        throw r;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      all.forEach(f -> f.cancel(true));
      Thread.currentThread().interrupt();
      throw new CancellationException();
    }
  }

  private void one(InstallPlan plan) {
    String name = plan.item().item().name() + " · " + plan.host().name();
    try {
      tell(name, 0);
      InstallationRecord i =
          overChanged.contains(plan.id())
              ? installer.repair(plan, (n, file) -> tell(name, n))
              : installer.install(plan, (n, file) -> tell(name, n));
      InstallationRecord proved = installer.prove(plan, i);
      synchronized (listener) {
        listener.done(plan, proved);
      }
    } catch (ShelfException e) {
      failed(plan, e.problem());
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException | OutOfMemoryError e) {
      org.slf4j.LoggerFactory.getLogger(InstallBatch.class).error("{}", name, e);
      failed(
          plan,
          Problem.error(
              "unexpected",
              plan.folder().toString(),
              Phrase.of("installBatch.installing-stopped-by-something-unexpected", name, e)));
    }
  }

  private void failed(InstallPlan plan, Problem why) {
    synchronized (listener) {
      listener.failed(plan, why);
    }
  }

  private void tell(String name, long more) {
    long now = bytes.addAndGet(more);
    synchronized (listener) {
      listener.at(name, Math.min(1, now / (double) total));
    }
  }
}
