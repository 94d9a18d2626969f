package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.SkerryLight;
import keepshelf.desktop.work.Job;

/**
 * Fills the demo's shelf at its first start, in the open: archives, filed packs, arrivals, a host.
 */
public final class DemoSetUp {
  /** Small packs, so that something is there to be seen at once. */
  private static final List<String> QUICK =
      List.of(
          "Pebblejar_Weaves.zip",
          "HA_Slate-Shingle.zip",
          "Pebblejar_Boathouse-Sampler.zip",
          "MooringBollard_model.zip",
          "larch_planks_512_jpg.zip",
          "tarred-rope_v2.zip",
          "harbour-dawn-fog_HDRI.zip",
          "Ledger_photos.zip",
          "GN_ShoreGrowth03_1K-JPG.zip");

  /** Pixels of a card's picture. */
  private static final int CARD = 256;

  private final Set<String> lit = new HashSet<>();
  private final IntegerProperty filed = new SimpleIntegerProperty();
  private final Path folder;
  private final Shelf shelf;
  private final MainWindow window;
  private final DemoSources sources;

  /** In {@code folder}, which belongs to the demo alone. */
  public DemoSetUp(Path folder, Shelf shelf, MainWindow window) {
    this.folder = folder;
    this.shelf = shelf;
    this.window = window;
    this.sources = new DemoSources(folder, shelf);
  }

  /** Starts in the background; does only what is not done yet. */
  public void start() {
    if (shelf.catalogue().items().isEmpty()) {
      window.showSheet(
          new DemoPane(window, filed, SkerryLight.FILED.size(), SkerryLight.WAITING.size()));
    }
    window
        .work()
        .start(
            "Preparing the demo",
            job -> {
              Path downloads = folder.resolve("downloads");
              ExecutorService makers =
                  Executors.newSingleThreadExecutor(
                      Thread.ofPlatform().daemon().name("keepshelf-demo").factory());
              try {
                if (shelf.catalogue().hosts().isEmpty()) {
                  hosts();
                }
                Map<String, Future<Path>> made = made(downloads, makers);
                boolean first = shelf.catalogue().items().isEmpty();
                if (first) {
                  fill(made, job);
                }
                job.report("opening the shops", -1);
                sources.open(downloads);
                List<Path> waiting = new ArrayList<>();
                for (String name : SkerryLight.WAITING) {
                  job.report("making " + name, -1);
                  waiting.add(there(made.get(name)));
                }
                window
                    .work()
                    .ui(() -> {
                      window.refresh();
                      window.sourcesModel().refresh();
                      window.arrivalsModel().add(waiting);
                    });
                if (first) {
                  // Last: nobody waits for it.
                  DemoMade.write(shelf, what -> job.report(what, -1));
                  window.work().ui(window::refresh);
                }
              } catch (IOException e) {
                throw new ShelfException(
                    Problem.error(
                        "demo",
                        folder.toString(),
                        "The demo data could not be written to "
                            + folder
                            + ": "
                            + e.getMessage()
                            + ". Check the disk and start again with --fresh."),
                    e);
              } finally {
                // Stopped or failed: nobody waits for the rest.
                makers.shutdownNow();
              }
            });
  }

  /** Every archive, as soon as it is made: those that are quick come first. */
  private static Map<String, Future<Path>> made(Path downloads, ExecutorService makers) {
    List<String> names = new ArrayList<>(QUICK);
    SkerryLight.FILED.stream().filter(n -> !QUICK.contains(n)).forEach(names::add);
    names.addAll(SkerryLight.WAITING);
    Map<String, Future<Path>> made = new LinkedHashMap<>();
    for (String name : names) {
      made.put(
          name,
          makers.submit(() -> {
            SkerryLight.write(downloads, Set.of(name));
            return downloads.resolve(name);
          }));
    }
    return made;
  }

  private static Path there(Future<Path> archive) throws IOException {
    try {
      return archive.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } catch (ExecutionException e) {
      throw new IOException(e.getCause().getMessage(), e.getCause());
    }
  }

  /** One host for each of the simulated programs. */
  private void hosts() throws IOException {
    for (HostProfile p : HostProfile.shipped()) {
      if (!p.id().startsWith("plain-")) {
        Path host = folder.resolve(p.name() + " materials");
        Files.createDirectories(host);
        shelf.installer().addHost(new HostRecord(p.name(), p.id(), host.toString()));
      }
    }
  }

  private void fill(Map<String, Future<Path>> made, Job job) throws ShelfException, IOException {
    for (var archive : made.entrySet()) {
      if (!SkerryLight.FILED.contains(archive.getKey())) {
        continue;
      }
      job.report(archive.getKey(), -1);
      Arrival a = shelf.read(there(archive.getValue()).toString(), (bytes, file) -> {});
      shelf.file(a, Filing.Wishes.NONE, (bytes, file) -> {});
      lit();
      window
          .work()
          .ui(() -> {
            filed.set(filed.get() + 1);
            window.refresh();
          });
    }
    DemoRecords.write(shelf);
  }

  /** Lights what is new before it is shown, so that no grey card stands there. */
  private void lit() {
    for (ShelvedItem s : shelf.catalogue().items()) {
      if (lit.add(s.item().id())) {
        try {
          shelf.previews().of(s, CARD);
        } catch (IOException e) {
          org.slf4j.LoggerFactory.getLogger(DemoSetUp.class).debug("no picture of {}", s, e);
        }
      }
    }
  }
}
