package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** Tests in the real window over an open copy of a shelf of two of the demo's packs. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
abstract class OnShelfPlace {
  static final Set<String> ARCHIVES = Set.of("Pebblejar_Weaves.zip", "tarred-rope_v2.zip");

  @TempDir static Path once;
  @TempDir Path dir;
  MainWindow window;
  Shelf shelf;
  final ChosenFiles files = new ChosenFiles();

  /** Filled once: taking in is not what is tested here. */
  @BeforeAll
  static void fill() throws Exception {
    DemoPacks.into(once.resolve("downloads"), ARCHIVES);
    try (Shelf s = Shelf.open(once.resolve("Skerry shelf"))) {
      for (String a : ARCHIVES) {
        s.file(
            s.read(once.resolve("downloads/" + a).toString(), Progress.NONE),
            Filing.Wishes.NONE,
            Progress.NONE);
      }
      // Rendered once for all tests: the shelf keeps its previews.
      for (ShelvedItem i : s.catalogue().items()) {
        s.previews().of(i, 256);
      }
    }
  }

  /** To be called from the test's own {@code @Start}: it is not looked for in classes above. */
  void show(Stage stage) throws Exception {
    FxSteps.copy(once.resolve("Skerry shelf"), dir.resolve("Skerry shelf"));
    shelf = Shelf.open(dir.resolve("Skerry shelf"));
    window = new MainWindow(stage, shelf, new Settings(dir.resolve("settings.properties")), files);
    window.show();
  }

  @AfterEach
  void close() {
    WaitForAsyncUtils.asyncFx(window::close);
    WaitForAsyncUtils.waitForFxEvents();
  }

  void idle() throws Exception {
    FxSteps.idle(window);
  }

  void query(String text) throws Exception {
    act(() -> window.shelfModel().wordsProperty().set(text));
    idle();
  }

  List<String> keys() throws Exception {
    return fx(() -> window.shelfModel().shown().stream().map(ItemCard::key).sorted().toList());
  }

  void choose(String key) throws Exception {
    act(() -> {
      ItemCard c =
          window.shelfModel().all().stream()
              .filter(x -> x.key().equals(key))
              .findFirst()
              .orElseThrow();
      window.shelfModel().choose(c.id());
    });
    idle();
  }

  void type(FxRobot robot, String field, String text) throws Exception {
    act(() -> {
      TextInputControl t = robot.lookup("#tag-" + field).queryAs(TextInputControl.class);
      t.requestFocus();
      t.setText(text);
      t.getScene().lookup("#boards").requestFocus();
    });
    idle();
  }

  void fire(FxRobot robot, String id) throws Exception {
    act(() -> robot.lookup(id).queryAs(Button.class).fire());
    idle();
  }

  ShelvedItem item(String key) throws Exception {
    return shelf.item(key);
  }
}
