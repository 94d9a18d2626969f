package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.desktop.arrivals.ArrivalEntry;
import keepshelf.desktop.words.Words;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Drives the real window, without a display, from a dropped archive to a proved installation. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class JourneyTest {
  private static final String WEAVES = "Pebblejar_Weaves.zip";

  @TempDir static Path downloads;
  @TempDir Path dir;
  private MainWindow window;
  private Stage stage;
  private final ChosenFiles files = new ChosenFiles();

  @BeforeAll
  static void archives() throws Exception {
    DemoPacks.into(downloads, Set.of(WEAVES, "Pebblejar_Weaves (1).zip"));
    byte[] whole = Files.readAllBytes(downloads.resolve(WEAVES));
    Files.write(downloads.resolve("cut.zip"), java.util.Arrays.copyOf(whole, whole.length / 2));
  }

  @Start
  void open(Stage primary) throws Exception {
    stage = primary;
    Shelf shelf = Shelf.open(dir.resolve("Skerry shelf"));
    shelf
        .installer()
        .addHost(new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("host").toString()));
    // As a start does.
    shelf.readAhead();
    window =
        new MainWindow(primary, shelf, new Settings(dir.resolve("settings.properties")), files);
    window.show();
  }

  @AfterEach
  void close() {
    WaitForAsyncUtils.asyncFx(window::close);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void idle() throws Exception {
    FxSteps.idle(window);
  }

  private void drop(String... names) throws Exception {
    List<Path> paths = java.util.Arrays.stream(names).map(downloads::resolve).toList();
    WaitForAsyncUtils.asyncFx(() -> window.drop(paths)).get();
    idle();
  }

  private RecognisedMap map(String file) {
    return window.arrivalsModel().recognition().items().stream()
        .flatMap(i -> i.maps().stream())
        .filter(m -> m.file().name().equals(file))
        .findFirst()
        .orElse(null);
  }

  private Node cell(FxRobot robot, String file) {
    return robot.lookup(".map-cell").queryAll().stream()
        .filter(n -> n.getAccessibleText() != null && n.getAccessibleText().endsWith(file))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void anEmptyShelfSaysWhatToDo(FxRobot robot) throws Exception {
    WaitForAsyncUtils.waitFor(1, TimeUnit.MINUTES, () -> window.shelfModel().wasRead());
    idle();
    String words = Words.of("shelf.empty");
    Label said = robot.lookup((Label l) -> l.getText().equals(words)).query();
    assertThat(said.getParent().isVisible()).isTrue();
  }

  @Test
  void fromADroppedArchiveToAProvedInstallation(FxRobot robot) throws Exception {
    drop(WEAVES);
    assertThat(window.arrivalsModel().recognition().items()).hasSize(2);

    // Correct a role by keyboard, take it back, then by moving the picture.
    robot.clickOn(cell(robot, "rough_net_mesh.png"));
    robot.type(KeyCode.G);
    assertThat(map("rough_net_mesh.png").role()).isEqualTo(MapRole.GLOSS);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(map("rough_net_mesh.png").role()).isEqualTo(MapRole.ROUGHNESS);
    Node height = cell(robot, "height_sailcloth.png");
    Bounds b = height.localToScreen(height.getBoundsInLocal());
    Node occlusion =
        robot.lookup(".column-head").queryAll().stream()
            .filter(n -> ((Label) n).getText().equals(Words.of("col.occlusion")))
            .findFirst()
            .orElseThrow();
    double x = occlusion.localToScreen(occlusion.getBoundsInLocal()).getCenterX();
    robot
        .drag(new Point2D(b.getCenterX(), b.getCenterY()), MouseButton.PRIMARY)
        .moveTo(new Point2D(x, b.getCenterY()))
        .drop();
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(map("height_sailcloth.png").role()).isEqualTo(MapRole.AMBIENT_OCCLUSION);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(map("height_sailcloth.png").role()).isEqualTo(MapRole.HEIGHT);

    robot.clickOn("#file");
    idle();
    assertThat(window.arrivalsModel().entries()).isEmpty();
    assertThat(window.shelfModel().all()).hasSize(2);

    // Find it by words.
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
    idle();
    robot.type(KeyCode.SLASH);
    WaitForAsyncUtils.waitForFxEvents();
    robot.write("net");
    idle();
    assertThat(window.shelfModel().shown()).hasSize(1);
    assertThat(robot.lookup("#tag-name").queryAs(Label.class).getText()).isEqualTo("Net Mesh");

    // Install it and see the proof.
    robot.clickOn("#tag-install");
    idle();
    assertThat(robot.lookup("#sum").queryAs(Label.class).getText()).startsWith("5 files");
    robot.clickOn("#install");
    idle();
    assertThat(robot.lookup("#last-proof").queryAs(Label.class).getText())
        .contains("6 of 6 inputs equal");
    assertThat(dir.resolve("host/net_mesh/net_mesh.mtlx")).exists();
    assertThat(robot.lookup(".column-head").queryAll().stream().map(n -> ((Label) n).getText()))
        .contains(Words.of("hosts.expected"));

    robot.push(KeyCode.DELETE);
    idle();
    assertThat(dir.resolve("host/net_mesh")).doesNotExist();
  }

  @Test
  void damagedDoubledAndMissingDownloadsAreSaid(FxRobot robot) throws Exception {
    drop(WEAVES);
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    drop("Pebblejar_Weaves (1).zip", "cut.zip", "gone.zip");
    assertThat(window.arrivalsModel().entries())
        .extracting(e -> e.stateProperty().get())
        .containsExactly(
            ArrivalEntry.State.ALREADY_THERE, ArrivalEntry.State.FAILED, ArrivalEntry.State.FAILED);
    assertThat(window.arrivalsModel().entries().get(1).lineProperty().get())
        .contains("Fetch it again");
    assertThat(robot.lookup("#file").queryAs(Button.class).isDisabled()).isTrue();
  }

  @Test
  void filesArePickedPutAsideAndPlacesAreChangedByKeys(FxRobot robot) throws Exception {
    files.picked = List.of(downloads.resolve(WEAVES));
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT1);
    robot.push(KeyCode.CONTROL, KeyCode.O);
    idle();
    assertThat(window.arrivalsModel().entries()).hasSize(1);
    robot.clickOn(cell(robot, "opacity_net_mesh.png"));
    robot.type(KeyCode.X);
    assertThat(map("opacity_net_mesh.png")).isNull();
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(map("opacity_net_mesh.png")).isNotNull();
    robot.push(KeyCode.CONTROL, KeyCode.L);
    assertThat(stage.getScene().getRoot().getStyleClass()).contains("lamp");
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT4);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#add-host").tryQuery()).isPresent();
    assertThat(Platform.isFxApplicationThread()).isFalse();
  }
}
