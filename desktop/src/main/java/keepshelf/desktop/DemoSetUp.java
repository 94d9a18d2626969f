package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.SkerryLight;

/**
 * Fills the demo's shelf at its first start, in the open: archives, filed packs, arrivals, a host.
 */
public final class DemoSetUp {
  private final Path folder;
  private final Shelf shelf;
  private final MainWindow window;

  /** In {@code folder}, which belongs to the demo alone. */
  public DemoSetUp(Path folder, Shelf shelf, MainWindow window) {
    this.folder = folder;
    this.shelf = shelf;
    this.window = window;
  }

  /** Starts in the background; does only what is not done yet. */
  public void start() {
    Path downloads = folder.resolve("downloads");
    window
        .work()
        .start(
            "Preparing the demo",
            job -> {
              try {
                job.report("making the Skerry Light archives", -1);
                SkerryLight.write(downloads);
                if (shelf.catalogue().hosts().isEmpty()) {
                  hosts();
                }
                if (shelf.catalogue().items().isEmpty()) {
                  fill(downloads, job);
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
              }
              List<Path> waiting = new ArrayList<>();
              SkerryLight.WAITING.forEach(n -> waiting.add(downloads.resolve(n)));
              window
                  .work()
                  .ui(() -> {
                    window.refresh();
                    window.add(waiting);
                  });
            });
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

  private void fill(Path downloads, keepshelf.desktop.work.Job job) throws ShelfException {
    for (String name : SkerryLight.FILED) {
      job.report(name, -1);
      Arrival a = shelf.read(downloads.resolve(name).toString(), (bytes, file) -> {});
      shelf.file(a, Filing.Wishes.NONE, (bytes, file) -> {});
      window.work().ui(window::refresh);
    }
    DemoRecords.write(shelf);
  }
}
