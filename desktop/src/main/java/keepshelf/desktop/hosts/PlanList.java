package keepshelf.desktop.hosts;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import javafx.collections.FXCollections;
import javafx.collections.ObservableMap;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.install.InstallBatch;
import keepshelf.core.install.InstallQueue.Wanted;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;

/** The cells that were chosen, with what installing them will do; and installing them. */
public final class PlanList {
  /** So many plans are shown at a time while many are made. */
  private static final int AT_ONCE = 25;

  private final Shelf shelf;
  private final WorkList work;
  private final ObservableMap<Cell, InstallPlan> plans =
      FXCollections.observableMap(new LinkedHashMap<>());
  private final Set<String> overChanged = new HashSet<>();

  PlanList(Shelf shelf, WorkList work) {
    this.shelf = shelf;
    this.work = work;
  }

  /** The plans by their cells, in the order they were chosen. */
  public ObservableMap<Cell, InstallPlan> plans() {
    return plans;
  }

  /** Lets a cell go. */
  void remove(Cell c) {
    InstallPlan p = plans.remove(c);
    if (p != null) {
      overChanged.remove(p.id());
    }
  }

  /** Lets all cells go. */
  void clear() {
    plans.clear();
    overChanged.clear();
  }

  /** Plans cells in the background and shows them as they are ready. */
  void choose(Map<Cell, InstallOptions> cells) {
    if (cells.isEmpty()) {
      return;
    }
    work.start(Words.of("hosts.job.plan", cells.size()), job -> plan(cells, job));
  }

  private void plan(Map<Cell, InstallOptions> cells, Job job) {
    Map<String, HostRecord> hosts = new LinkedHashMap<>();
    shelf.catalogue().hosts().forEach(h -> hosts.put(h.name(), h));
    Map<Cell, InstallPlan> ready = new LinkedHashMap<>();
    List<Problem> refused = new ArrayList<>();
    int done = 0;
    for (Map.Entry<Cell, InstallOptions> e : cells.entrySet()) {
      Cell c = e.getKey();
      Optional<ShelvedItem> item = shelf.catalogue().item(c.item());
      if (item.isPresent() && hosts.containsKey(c.host())) {
        job.report(item.get().item().name(), done / (double) cells.size());
        try {
          ready.put(c, shelf.installer().plan(item.get(), hosts.get(c.host()), e.getValue()));
        } catch (ShelfException x) {
          refused.add(x.problem());
        }
      }
      done++;
      if (ready.size() >= AT_ONCE || done == cells.size()) {
        Map<Cell, InstallPlan> now = new LinkedHashMap<>(ready);
        ready.clear();
        work.ui(() -> plans.putAll(now));
      }
    }
    // One or two are said; of a whole column the cells themselves say why.
    if (!refused.isEmpty() && refused.size() <= 2) {
      work.ui(() -> work.problems().addAll(refused));
    }
  }

  /**
   * How a plan's host will show it, by its own reader; takes a while.
   *
   * @throws IOException when it shows nothing
   */
  Previews.Picture rehearsed(InstallPlan p) throws IOException {
    Path folder = TempFolders.create("rehearsal");
    try {
      Path picture =
          shelf
              .installer()
              .rehearse(p, folder)
              .orElseThrow(() -> new IOException("the host shows nothing"));
      return Previews.flat(picture, 256);
    } catch (ShelfException e) {
      throw new IOException(e.problem().message(), e);
    } finally {
      FileTrees.deleteQuietly(folder);
    }
  }

  /** Plans all that is chosen once more, otherwise. */
  void again(Function<InstallPlan, InstallOptions> change) {
    Map<Cell, InstallOptions> all = new LinkedHashMap<>();
    plans.forEach((c, p) -> all.put(c, change.apply(p)));
    choose(all);
  }

  /**
   * Plans what brings an installation up to date or mends it.
   *
   * @param replaceChanged whether what a person changed is replaced (and kept beside)
   */
  void renew(Cell c, InstallationRecord i, boolean replaceChanged) {
    work.start(
        Words.of("hosts.job.plan", 1),
        job -> {
          InstallPlan plan = shelf.installer().renewal(i);
          work.ui(() -> {
            if (replaceChanged) {
              overChanged.add(plan.id());
            }
            plans.put(c, plan);
          });
        });
  }

  /** Chooses again what an earlier session has left undone. */
  void resume(List<Wanted> left) {
    Map<Cell, InstallOptions> cells = new LinkedHashMap<>();
    left.forEach(w -> cells.put(new Cell(w.item(), w.host()), w.options()));
    choose(cells);
    if (!cells.isEmpty()) {
      work.problems().add(Problem.note("install-left", null, Words.of("hosts.left", cells.size())));
    }
  }

  /**
   * Installs and proves all that is chosen.
   *
   * @param proved is told each installation, on the interface thread
   * @param ended is called when there is nothing more to be done, on the interface thread
   */
  void install(java.util.function.BiConsumer<Cell, InstallationRecord> proved, Runnable ended) {
    List<InstallPlan> all = List.copyOf(plans.values());
    Map<String, Cell> cells = new LinkedHashMap<>();
    plans.forEach((c, p) -> cells.put(p.id(), c));
    Set<String> replacing = Set.copyOf(overChanged);
    String title =
        all.size() == 1
            ? Words.of(
                "hosts.job.install",
                all.getFirst().item().item().name(),
                all.getFirst().host().name())
            : Words.of("hosts.job.installmany", all.size());
    CompletableFuture<Void> noted = noted(all);
    work.start(
        title,
        job -> {
          // What is done is taken out of the queue, so it has to be in there first.
          noted.join();
          try {
            InstallBatch.run(
                shelf.installer(),
                all,
                replacing,
                new InstallBatch.Listener() {
                  @Override
                  public void at(String what, double share) {
                    job.report(what, share);
                  }

                  @Override
                  public void done(InstallPlan plan, InstallationRecord i) {
                    forget(plan);
                    used(i);
                    work.ui(() -> {
                      remove(cells.get(plan.id()));
                      proved.accept(cells.get(plan.id()), i);
                    });
                  }

                  @Override
                  public void failed(InstallPlan plan, Problem why) {
                    forget(plan);
                    work.ui(() -> work.problems().add(why));
                  }
                });
          } finally {
            if (job.stopped() && !work.closing()) {
              // A person stopped it: what is left stays chosen and is not asked for by itself.
              shelf.installQueue().clear();
            }
            work.ui(ended);
          }
        });
  }

  /** What stands in the host of a job is a use of it. */
  private void used(InstallationRecord i) {
    try {
      shelf.projects().installed(i);
    } catch (ShelfException e) {
      work.ui(() -> work.problems().add(e.problem()));
    }
  }

  /** Keeps the wishes on the shelf, even when the window is closed before the work begins. */
  private CompletableFuture<Void> noted(List<InstallPlan> all) {
    CompletableFuture<Void> done = new CompletableFuture<>();
    work.note(() -> {
      try {
        shelf.installQueue().add(all.stream().map(PlanList::wanted).toList());
      } catch (ShelfException e) {
        work.ui(() -> work.problems().add(e.problem()));
      } finally {
        done.complete(null);
      }
    });
    return done;
  }

  private static Wanted wanted(InstallPlan p) {
    return new Wanted(p.item().item().id(), p.host().name(), p.options());
  }

  private void forget(InstallPlan plan) {
    try {
      shelf.installQueue().done(wanted(plan));
    } catch (ShelfException e) {
      work.ui(() -> work.problems().add(e.problem()));
    }
  }
}
