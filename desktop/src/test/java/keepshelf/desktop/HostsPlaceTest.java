package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.InstallQueue.Wanted;
import keepshelf.core.intake.Filing;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.desktop.hosts.Cell;
import keepshelf.desktop.hosts.HostsModel;
import keepshelf.desktop.hosts.HostsView;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.io.ImageEncoder;
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

/** Drives the fitting table by keys and by mouse. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class HostsPlaceTest {
  @TempDir static Path dir;
  private static int number;
  private Path root;
  private Shelf shelf;
  private MainWindow window;
  private HostsModel model;

  /** Filled once: making and taking in is not what is tested here. */
  @BeforeAll
  static void fill() throws Exception {
    Path pack = Files.createDirectories(dir.resolve("pack"));
    for (int side : new int[] {512, 1024}) {
      MapSet rope = new MapSet(Recipe.TARRED_ROPE, side);
      String end = side == 512 ? "_512.png" : "_1K.png";
      ImageEncoder.png(rope.baseColour(), pack.resolve("tarred_rope_BaseColor" + end), 1);
      ImageEncoder.png(rope.roughness(), pack.resolve("tarred_rope_Roughness" + end), 1);
      ImageEncoder.png(rope.normal8(true), pack.resolve("tarred_rope_NormalGL" + end), 1);
    }
    MapSet cork = new MapSet(Recipe.CORK_FLOAT, 64);
    ImageEncoder.png(cork.baseColour(), pack.resolve("cork_float_BaseColor.png"), 1);
    ImageEncoder.png(cork.roughness(), pack.resolve("cork_float_Roughness.png"), 1);
    try (Shelf s = Shelf.open(dir.resolve("filled"))) {
      s.file(s.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      for (ShelvedItem i : s.catalogue().items()) {
        s.previews().of(i, 256);
      }
    }
  }

  @Start
  void open(Stage primary) throws Exception {
    root = dir.resolve("shelf" + number++);
    FxSteps.copy(dir.resolve("filled"), root);
    shelf = Shelf.open(root);
    for (String h : List.of("lanternhouse", "quickfoot")) {
      shelf.installer().addHost(new HostRecord(h, h, hostFolder(h).toString()));
    }
    shelf
        .installQueue()
        .add(
            List.of(
                new Wanted(
                    shelf.item("cork_float").item().id(),
                    "quickfoot",
                    InstallOptions.NONE.tile(0.3))));
    window =
        new MainWindow(
            primary, shelf, new Settings(dir.resolve("settings" + number)), new ChosenFiles());
    model = window.hostsModel();
    window.show();
  }

  private Path hostFolder(String host) {
    return dir.resolve("hosts" + number).resolve(host);
  }

  @AfterEach
  void close() throws Exception {
    act(() -> window.close());
  }

  private void idle() throws Exception {
    FxSteps.idle(window);
  }

  private Cell cell(String key, String host) {
    return new Cell(
        model.items().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow().id(),
        host);
  }

  private InstallationRecord installed(String key, String host) throws Exception {
    return fx(() -> model.installed(cell(key, host)).orElseThrow());
  }

  @Test
  void rowsColumnsOptionsAndResolutionsAreInstalledAndProved(FxRobot robot) throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT4);
    idle();
    // What an earlier session left is chosen again, as it was asked for.
    assertThat(model.plans()).containsOnlyKeys(cell("cork_float", "quickfoot"));
    assertThat(model.plans().get(cell("cork_float", "quickfoot")).tileMetres()).isEqualTo(0.3);
    robot.push(KeyCode.ESCAPE);
    idle();
    assertThat(model.plans()).isEmpty();

    Finish wet = FinishSetting.ROUGHNESS.write(Finish.named("Rain-dark"), "0..0.5");
    String item = cell("tarred_rope", "lanternhouse").item();
    shelf.editing().mark(List.of(item), "Adding a finish", m -> m.withFinish(wet));
    idle();

    // A row by Shift and Space, then the other way round.
    act(() -> {
      model.focusProperty().set(cell("tarred_rope", "lanternhouse"));
      robot.lookup("#fit-rows").query().requestFocus();
    });
    robot.push(KeyCode.SHIFT, KeyCode.SPACE);
    // Keys come through the system's queue: on a busy machine later than the next look.
    WaitForAsyncUtils.waitFor(1, TimeUnit.MINUTES, () -> fx(() -> model.plans().size() == 2));
    idle();
    assertThat(model.plans()).as("problems: %s", window.work().problems()).hasSize(2);
    // Both at the smaller resolution, with a test scene.
    ComboBox<String> resolution = robot.lookup("#option-resolution").queryComboBox();
    assertThat(resolution.getItems()).containsExactly("512", "1K");
    act(() -> resolution.setValue("512"));
    idle();
    act(() -> robot.lookup("#option-scene").queryAs(CheckBox.class).setSelected(true));
    idle();
    act(() -> robot.lookup("#option-breakup").queryAs(CheckBox.class).setSelected(true));
    idle();
    ComboBox<String> finish = robot.lookup("#option-finish").queryComboBox();
    assertThat(finish.getItems())
        .containsExactly(Words.of("hosts.option.finish.none"), "Rain-dark");
    act(() -> finish.getSelectionModel().select("Rain-dark"));
    idle();
    TextField tile = robot.lookup("#option-tile").queryAs(TextField.class);
    act(() -> {
      tile.setText("25 cm");
      tile.fireEvent(new javafx.event.ActionEvent());
    });
    idle();
    assertThat(model.plans().values())
        .allMatch(p -> p.resolution().equals("512") && p.tileMetres() == 0.25);
    robot.push(KeyCode.ENTER);
    idle();
    InstallationRecord rope = installed("tarred_rope", "lanternhouse");
    assertThat(rope.proof().ok()).isTrue();
    assertThat(rope.options().finish()).isEqualTo(wet);
    assertThat(Path.of(rope.document()).resolveSibling("test_scene.mtlx")).exists();
    assertThat(Files.readString(Path.of(rope.document()))).contains("hextiledimage");
    assertThat(model.sign(cell("tarred_rope", "lanternhouse"))).isEqualTo(Signs.State.OTHER);
    assertThat(shelf.installQueue().left()).as("what was done is not wanted any more").hasSize(1);

    // Up again in place, by a key, and nothing else of it changes.
    act(() -> model.focusProperty().set(cell("tarred_rope", "lanternhouse")));
    robot.type(KeyCode.PLUS);
    idle();
    assertThat(model.plans().get(cell("tarred_rope", "lanternhouse")).resolution()).isEqualTo("1K");
    robot.push(KeyCode.ENTER);
    idle();
    InstallationRecord larger = installed("tarred_rope", "lanternhouse");
    assertThat(larger.document()).isEqualTo(rope.document());
    assertThat(larger.options().tileMetres()).isEqualTo(0.25);
    assertThat(model.sign(cell("tarred_rope", "lanternhouse"))).isEqualTo(Signs.State.CURRENT);

    // A column, of the rows that words leave.
    robot.type(KeyCode.SLASH);
    act(() -> robot.lookup("#hosts-find").queryAs(TextField.class).setText("corck -kind:decal"));
    idle();
    assertThat(model.items()).hasSize(2);
    act(() -> model.toggleColumn("quickfoot"));
    idle();
    assertThat(model.plans()).containsOnlyKeys(cell("cork_float", "quickfoot"));
  }

  @Test
  void changedAndLostFilesAreMendedAndAMovedFolderIsFollowed(FxRobot robot) throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT4);
    idle();
    act(() -> {
      model.clear();
      model.choose(cell("cork_float", "lanternhouse"));
    });
    idle();
    act(() -> model.install());
    idle();
    Path document = Path.of(installed("cork_float", "lanternhouse").document());
    Files.writeString(document, "changed by hand");
    robot.type(KeyCode.V);
    idle();
    Cell at = cell("cork_float", "lanternhouse");
    assertThat(model.sign(at)).isEqualTo(Signs.State.ALTERED);
    assertThat(robot.lookup("#renew").queryAs(Button.class).getText())
        .isEqualTo(Words.of("hosts.renew.altered"));
    robot.clickOn("#renew");
    idle();
    robot.clickOn("#install");
    idle();
    assertThat(model.sign(at)).isEqualTo(Signs.State.CURRENT);
    assertThat(document.resolveSibling("cork_float~changed.mtlx")).hasContent("changed by hand");

    Path moved = dir.resolve("moved" + number);
    Files.move(hostFolder("lanternhouse"), moved);
    robot.type(KeyCode.V);
    idle();
    assertThat(model.sign(at)).isEqualTo(Signs.State.MISSING);
    act(() ->
        model
            .hostList()
            .follow(
                model.hosts().stream()
                    .filter(h -> h.name().equals("lanternhouse"))
                    .findFirst()
                    .orElseThrow(),
                moved));
    idle();
    assertThat(model.sign(at)).isEqualTo(Signs.State.CURRENT);
    assertThat(installed("cork_float", "lanternhouse").document()).startsWith(moved.toString());
  }

  @Test
  void closingTheWindowWhileItInstallsLosesNoWish() throws Exception {
    idle();
    act(() -> {
      model.clear();
      model.toggleRow(cell("tarred_rope", "lanternhouse").item());
    });
    idle();
    Set<String> wished = new TreeSet<>();
    model.plans().keySet().forEach(c -> wished.add(c.item() + c.host()));
    assertThat(wished).hasSize(2);
    act(() -> {
      model.install();
      window.close();
    });
    try (Shelf again = Shelf.open(root)) {
      Set<String> there = new TreeSet<>();
      again.catalogue().installations().forEach(i -> there.add(i.item() + i.host()));
      again.installQueue().left().forEach(w -> there.add(w.item() + w.host()));
      assertThat(there).containsAll(wished);
    }
  }

  @Test
  void aProfileIsCopiedCheckedAndUsed(FxRobot robot) throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT4);
    idle();
    act(() -> ((HostsView) window.hosts()).edit("lanternhouse"));
    TextArea text = robot.lookup("#profile-text").queryAs(TextArea.class);
    Button keep = robot.lookup("#profile-keep").queryAs(Button.class);
    Label verdict = robot.lookup("#profile-verdict").queryAs(Label.class);
    assertThat(keep.isDisabled()).isFalse();
    String sound = text.getText();
    act(() -> text.setText(sound.replace("\"gl\"", "\"sideways\"")));
    assertThat(verdict.getText()).contains("handedness", "sideways");
    assertThat(keep.isDisabled()).isTrue();
    act(() -> text.setText(sound.replace("\"occlusion\"", "\"oclusion\"")));
    assertThat(verdict.getText()).contains("line", "oclusion");
    act(() -> text.setText(sound));
    ComboBox<String> hand = robot.lookup("#field-handedness").queryComboBox();
    act(() -> hand.setValue("dx"));
    assertThat(text.getText()).contains("\"handedness\" : \"dx\"");
    act(() -> keep.fire());
    idle();
    HostRecord now =
        fx(() ->
            model.hosts().stream()
                .filter(h -> h.name().equals("lanternhouse"))
                .findFirst()
                .orElseThrow());
    assertThat(now.profile()).endsWith("lanternhouse-own.json");
    assertThat(now.profile()).startsWith(root.toString());
    act(() -> {
      model.clear();
      model.choose(cell("tarred_rope", "lanternhouse"));
    });
    idle();
    assertThat(model.plans().values().iterator().next().maps())
        .anyMatch(m -> m.conversionIds().contains("flip-green"));
  }
}
