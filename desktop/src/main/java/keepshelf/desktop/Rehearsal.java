package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import javafx.application.Platform;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.SkerryLight;
import keepshelf.desktop.help.Log;
import keepshelf.desktop.shell.Place;
import org.slf4j.LoggerFactory;

/**
 * Opens the window once over a small shelf of its own and goes through its places, so that the
 * ahead-of-time cache that the launcher makes knows which classes a start over a filled shelf needs
 * and which methods are worth compiling.
 */
public final class Rehearsal {
  /** Small packs: materials of two kinds of files, and a model. */
  private static final Set<String> PACKS =
      Set.of("HA_Slate-Shingle.zip", "larch_planks_512_jpg.zip", "MooringBollard_model.zip");

  private Rehearsal() {}

  /** Rehearses in the folder {@code args[0]}, where nothing else is. */
  public static void main(String[] args) throws IOException, ShelfException {
    Path dir = Path.of(args[0]);
    ComputerSettings.apart(dir.resolve("settings"));
    Log.begin();
    Path shelf = dir.resolve("shelf");
    fill(dir.resolve("downloads"), shelf);
    Launcher.main(new String[] {"--shelf", shelf.toString(), "--try"});
  }

  /** Waits for the boards, opens one place after the other and ends the program. */
  static void walk(MainWindow window, Stage stage) {
    WindowHand hand = new WindowHand(window, stage, Path.of(""));
    Thread.ofPlatform()
        .daemon()
        .name("keepshelf-rehearsal")
        .start(() -> {
          try {
            hand.until(window.shelfModel()::wasRead);
            hand.idle();
            for (Place p : window.places()) {
              hand.act(() -> window.open(p));
              hand.idle();
            }
          } catch (InterruptedException | ExecutionException e) {
            LoggerFactory.getLogger(Rehearsal.class).debug("not all places", e);
          } finally {
            Platform.exit();
          }
        });
  }

  /** Takes the packs in. */
  static void fill(Path downloads, Path at) throws IOException, ShelfException {
    SkerryLight.write(downloads, PACKS);
    try (Shelf shelf = Shelf.open(at)) {
      for (String pack : PACKS) {
        Arrival a = shelf.read(downloads.resolve(pack).toString(), (bytes, file) -> {});
        shelf.file(a, Filing.Wishes.NONE, (bytes, file) -> {});
      }
    }
  }
}
