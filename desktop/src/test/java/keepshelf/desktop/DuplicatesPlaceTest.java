package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.desktop.duplicates.Choice;
import keepshelf.desktop.duplicates.DuplicatesModel;
import keepshelf.desktop.duplicates.Finding;
import keepshelf.desktop.kit.FilePicker;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Drives the place of what is there twice, by keys and by mouse, over packs of the demo. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class DuplicatesPlaceTest {
  private static final List<String> PACKS =
      List.of(
          "HA_BarnacleCrust_Scan.tar.gz",
          "GN_ShoreGrowth03_1K-JPG.zip",
          "Pebblejar_Weaves.zip",
          "Pebblejar_Boathouse-Sampler.zip",
          "Pebblejar_Imperfections.zip",
          "GN_Smudges.zip");

  @TempDir static Path once;
  private static Path filled;
  private static int number;
  private Path root;
  private MainWindow window;
  private DuplicatesModel model;

  @BeforeAll
  static void packs() throws Exception {
    DemoPacks.into(once.resolve("downloads"), Set.copyOf(PACKS));
    filled = once.resolve("filled");
    try (Shelf shelf = Shelf.open(filled)) {
      for (String p : PACKS) {
        shelf.file(
            shelf.read(once.resolve("downloads").resolve(p).toString(), Progress.NONE),
            Filing.Wishes.NONE,
            Progress.NONE);
      }
      // Rendered once for all tests: the shelf keeps its previews.
      for (var s : shelf.catalogue().items()) {
        shelf.previews().of(s, 256);
        shelf.previews().of(s, 540);
      }
    }
  }

  @Start
  void open(Stage primary) throws Exception {
    root = once.resolve("shelf" + number++);
    FxSteps.copy(filled, root);
    window =
        new MainWindow(
            primary,
            Shelf.open(root),
            new Settings(once.resolve("settings" + number)),
            FilePicker.ofSystem());
    model = window.duplicatesModel();
    window.show();
  }

  @BeforeEach
  void there() throws Exception {
    fx(() -> {
      window.open(window.duplicates());
      return null;
    });
    idle();
  }

  @AfterEach
  void close() throws Exception {
    fx(() -> {
      window.close();
      return null;
    });
  }

  private void idle() throws Exception {
    FxSteps.idle(window);
    FxSteps.idle(window);
  }

  private Map<String, String> files() throws Exception {
    Map<String, String> out = new TreeMap<>();
    try (var all = Files.walk(root.resolve("packs"))) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        out.put(root.relativize(p).toString(), Hashes.sha256(p));
      }
    }
    return out;
  }

  private List<String> titles() {
    return model.shown().stream().map(Finding::title).toList();
  }

  @Test
  void everythingIsClearedByKeysAloneAndComesBack(FxRobot robot) throws Exception {
    Map<String, String> before = files();
    assertThat(titles())
        .containsExactly(
            "Barnacle Crust", "Sailcloth", "rough_cork_float.png", "Fingerprints Brass");
    assertThat(model.openProperty().get()).isEqualTo(4);
    // Looking is possible without deciding.
    robot.type(KeyCode.W, KeyCode.M, KeyCode.K, KeyCode.M, KeyCode.K, KeyCode.DOWN, KeyCode.UP);
    idle();
    assertThat(robot.lookup("#difference").queryAs(Label.class).getText())
        .contains("Shifted by")
        .contains("dB alike");
    // The better one stands at the left; each decision goes on to the next open finding.
    robot.type(KeyCode.LEFT, KeyCode.B, KeyCode.O, KeyCode.LEFT);
    assertThat(model.openProperty().get()).isZero();
    assertThat(model.choices().values())
        .containsExactly(Choice.KEEP_LEFT, Choice.KEEP_BOTH, Choice.STORE_ONCE, Choice.KEEP_LEFT);
    robot.type(KeyCode.ENTER);
    assertThat(robot.lookup("#summary").tryQuery()).isPresent();
    assertThat(files()).isEqualTo(before);
    robot.type(KeyCode.ENTER);
    idle();
    assertThat(titles()).isEmpty();
    assertThat(files().keySet()).noneMatch(f -> f.contains("Shore_Growth"));
    assertThat(model.bin().entries()).hasSize(3);
    assertThat(window.shelfModel().all())
        .extracting(s -> s.name())
        .contains("Barnacle Crust", "Sailcloth", "Cork Float")
        .doesNotContain("Shore Growth 03", "Overlay Fingerprints");
    for (int i = 0; i < 3; i++) {
      robot.type(KeyCode.Z);
      idle();
    }
    assertThat(model.bin().entries()).isEmpty();
    assertThat(files()).isEqualTo(before);
    // Sailcloth was kept twice on purpose and is not asked about again, until one wants to.
    assertThat(titles()).doesNotContain("Sailcloth").hasSize(3);
    robot.clickOn("#bin-button");
    robot.clickOn("#ask-again");
    idle();
    assertThat(titles()).contains("Sailcloth");
  }

  @Test
  void filtersDecideWhatTheMouseSees(FxRobot robot) throws Exception {
    robot.clickOn("#sort-files");
    assertThat(titles()).containsExactly("Sailcloth", "rough_cork_float.png");
    robot.clickOn("#sort-materials");
    assertThat(titles()).containsExactly("Barnacle Crust", "Fingerprints Brass");
    fx(() -> {
      model.leastProperty().set(200_000L);
      return null;
    });
    assertThat(titles()).containsExactly("Barnacle Crust");
    robot.clickOn("#sort-versions");
    assertThat(titles()).isEmpty();
    robot.clickOn("#sort-all");
    assertThat(titles()).hasSize(2);

    robot.clickOn("#do-keep-right");
    assertThat(robot.lookup("#carry-out").queryAs(Button.class).getText()).startsWith("1 decided");
    robot.clickOn("#carry-out");
    robot.clickOn("#summary-do");
    idle();
    assertThat(window.shelfModel().all())
        .extracting(s -> s.name())
        .contains("Shore Growth 03")
        .doesNotContain("Barnacle Crust");
    // Emptying is asked for twice.
    robot.clickOn("#bin-button");
    robot.clickOn("#empty-bin");
    assertThat(model.bin().entries()).hasSize(1);
    robot.clickOn("#empty-bin");
    idle();
    assertThat(model.bin().entries()).isEmpty();
    assertThat(window.work().problems()).anyMatch(p -> p.code().equals("emptied"));
  }

  @Test
  void aDecisionThatCannotBeCarriedOutIsSaidAndTheOthersAre(FxRobot robot) throws Exception {
    Path map =
        root.resolve("packs/hollow-ash-scans/ha-barnacle-crust-scan/HA_BarnacleCrust/maps")
            .resolve("BarnacleCrust_albedo.jpg");
    Files.write(map, new byte[] {1, 2, 3});
    robot.press(KeyCode.SHIFT).type(KeyCode.S).release(KeyCode.SHIFT);
    assertThat(model.choices()).hasSize(4);
    robot.type(KeyCode.DOWN, KeyCode.BACK_SPACE);
    assertThat(model.choices()).hasSize(3);
    robot.type(KeyCode.ENTER, KeyCode.ENTER);
    idle();
    assertThat(window.work().problems())
        .anyMatch(p -> p.code().equals("not-sound") && p.message().contains("Barnacle Crust"));
    assertThat(titles()).contains("Barnacle Crust", "Sailcloth").doesNotContain("Fingerprints");
    assertThat(model.bin().entries()).hasSize(2);
  }
}
