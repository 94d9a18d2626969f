package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.archive.Progress;
import keepshelf.core.catalogue.Finish;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.intake.Filing;
import keepshelf.demo.SkerryLight;
import keepshelf.desktop.kit.FilePicker;
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

/** The shelf's place in the real window: finding, editing many, undoing, letting go, mending. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class ShelfPlaceTest {
  private static final Set<String> ARCHIVES = Set.of("Pebblejar_Weaves.zip", "tarred-rope_v2.zip");

  @TempDir static Path once;
  @TempDir Path dir;
  private MainWindow window;
  private Shelf shelf;
  private final ChosenFiles files = new ChosenFiles();

  /** Filled once: taking in is not what is tested here. */
  @BeforeAll
  static void fill() throws Exception {
    SkerryLight.write(once.resolve("downloads"), ARCHIVES);
    try (Shelf s = Shelf.open(once.resolve("Skerry shelf"))) {
      for (String a : ARCHIVES) {
        s.file(
            s.read(once.resolve("downloads/" + a).toString(), Progress.NONE),
            Filing.Wishes.NONE,
            Progress.NONE);
      }
    }
  }

  @Start
  void open(Stage stage) throws Exception {
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

  private void idle() throws Exception {
    FxSteps.idle(window);
  }

  private void query(String text) throws Exception {
    act(() -> window.shelfModel().wordsProperty().set(text));
    idle();
  }

  private List<String> keys() throws Exception {
    return fx(() -> window.shelfModel().shown().stream().map(ItemCard::key).sorted().toList());
  }

  private void choose(String key) throws Exception {
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

  private void type(FxRobot robot, String field, String text) throws Exception {
    act(() -> {
      TextInputControl t = robot.lookup("#tag-" + field).queryAs(TextInputControl.class);
      t.requestFocus();
      t.setText(text);
      t.getScene().lookup("#boards").requestFocus();
    });
    idle();
  }

  private void fire(FxRobot robot, String id) throws Exception {
    act(() -> robot.lookup(id).queryAs(Button.class).fire());
    idle();
  }

  private ShelvedItem item(String key) throws Exception {
    return shelf.item(key);
  }

  @Test
  void aFinishIsTriedKeptChangedAndUndone(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    fire(robot, "#tag-finish-new");
    TextInputControl name = robot.lookup("#finish-name").queryAs(TextInputControl.class);
    TextInputControl roughness = robot.lookup("#finish-roughness").queryAs(TextInputControl.class);
    Slider saturation = robot.lookup("#finish-saturation-slider").queryAs(Slider.class);
    Button keep = robot.lookup("#finish-keep").queryButton();
    act(() -> {
      name.setText("Rain-dark");
      saturation.setValue(0.5);
      roughness.requestFocus();
      roughness.setText("soaked");
    });
    robot.type(KeyCode.ENTER);
    idle();
    assertThat(roughness.getStyleClass()).contains("wrong");
    act(() -> roughness.setText("0..0.4"));
    // Kept by key while it is still being typed.
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    Finish kept = item("tarred_rope").item().marks().finish("rain-dark").orElseThrow();
    assertThat(kept.roughness()).isEqualTo(new Finish.Range(0, 0.4));
    assertThat(kept.colour().saturation()).isEqualTo(0.5);
    assertThat(keep.isDisabled()).as("nothing more to keep").isTrue();
    robot.type(KeyCode.ESCAPE);
    idle();
    assertThat(robot.lookup("#finish").tryQuery()).isEmpty();

    fire(robot, "#tag-finish-rain-dark");
    fire(robot, "#finish-remove");
    assertThat(item("tarred_rope").item().marks().finishes()).isEmpty();
    robot.type(KeyCode.ESCAPE);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(item("tarred_rope").item().marks().finishes()).containsExactly(kept);
  }

  @Test
  void conditionsNarrowAndAreTakenAwayByTheirChips(FxRobot robot) throws Exception {
    idle();
    assertThat(keys()).containsExactly("net_mesh", "sailcloth", "tarred_rope");
    query("source:brinewell");
    assertThat(keys()).containsExactly("tarred_rope");
    Node chip =
        robot.lookup(".pill").queryAll().stream()
            .filter(n -> n instanceof Button b && b.getText().startsWith("source:brinewell"))
            .findFirst()
            .orElseThrow();
    robot.clickOn(chip);
    idle();
    assertThat(keys()).hasSize(3);
    assertThat(robot.lookup("#shelf-count").queryAs(Label.class).getText()).isEqualTo("3 of 3");
    query("tared");
    assertThat(keys()).containsExactly("tarred_rope");
    assertThat(fx(() -> window.shelfModel().foundProperty().get().hints().getFirst()))
        .contains("tarred");
    query("nothing like that");
    assertThat(keys()).isEmpty();
    act(() -> window.shelfModel().wordsProperty().set(""));
  }

  @Test
  void manyAreEditedAtOnceAndUndone(FxRobot robot) throws Exception {
    idle();
    robot.clickOn("#boards");
    robot.push(KeyCode.CONTROL, KeyCode.A);
    idle();
    assertThat(robot.lookup("#tag-name").queryAs(Label.class).getText()).isEqualTo("3 items");
    type(robot, "tags", "+harbour");
    assertThat(shelf.catalogue().items())
        .allMatch(s -> s.item().marks().tags().equals(List.of("harbour")));
    query("tag:harbour");
    assertThat(keys()).hasSize(3);
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(keys()).isEmpty();
    assertThat(shelf.catalogue().items()).allMatch(s -> s.item().marks().isNone());
    assertThat(fx(() -> window.shelfActions().lastProperty().get().what())).startsWith("Undone");
  }

  @Test
  void oneIsEditedInPlaceAndNonsenseIsMarked(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    type(robot, "tile", "45 cm");
    assertThat(item("tarred_rope").item().tileMetres()).isEqualTo(0.45);
    type(robot, "tile", "huge");
    assertThat(item("tarred_rope").item().tileMetres()).isEqualTo(0.45);
    assertThat(fx(() -> window.work().problems().getFirst().message())).contains("huge");
    assertThat(fx(() -> robot.lookup("#tag-tile").query().getStyleClass())).contains("wrong");
    type(robot, "notes", "for the quay");
    query("quay");
    assertThat(keys()).containsExactly("tarred_rope");
    assertThat(Field.NOTES.read(item("tarred_rope"))).isEqualTo("for the quay");
  }

  @Test
  void whatIsBeingWrittenSurvivesAChangeBesideIt(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    act(() -> {
      TextInputControl notes = robot.lookup("#tag-notes").queryAs(TextInputControl.class);
      notes.requestFocus();
      notes.setText("half a sen");
    });
    fx(() ->
        window.shelfActions().set(List.of(item("tarred_rope").item().id()), Field.TAGS, "rope"));
    idle();
    TextInputControl notes = robot.lookup("#tag-notes").queryAs(TextInputControl.class);
    String written = fx(notes::getText);
    boolean focused = fx(notes::isFocused);
    assertThat(written).isEqualTo("half a sen");
    assertThat(focused).isTrue();
    assertThat(Field.NOTES.read(item("tarred_rope"))).isEmpty();
    assertThat(Field.TAGS.read(item("tarred_rope"))).isEqualTo("rope");
  }

  @Test
  void theTextOfALicenceIsRead(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    fire(robot, "#licence-read");
    WaitForAsyncUtils.waitFor(
        20, TimeUnit.SECONDS, () -> robot.lookup("#licence-words").tryQuery().isPresent());
    assertThat(robot.lookup("#licence-words").queryAs(TextInputControl.class).getText())
        .isNotBlank();
  }

  @Test
  void whatIsLetGoComesBack(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.DELETE);
    idle();
    assertThat(keys()).containsExactly("sailcloth", "tarred_rope");
    assertThat(shelf.bin().entries()).hasSize(1);
    fire(robot, "#shelf-undo");
    assertThat(keys()).hasSize(3);
    assertThat(shelf.bin().entries()).isEmpty();
  }

  @Test
  void itemsAreJoinedAndShownSideBySide(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    act(() ->
        window
            .shelfModel()
            .selection()
            .toggle(
                window.shelfModel().all().stream()
                    .filter(c -> c.key().equals("sailcloth"))
                    .findFirst()
                    .orElseThrow()));
    idle();
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.SPACE);
    idle();
    assertThat(robot.lookup("#look .heading").queryAll()).hasSize(2);
    robot.push(KeyCode.ESCAPE);
    idle();
    assertThat(robot.lookup("#look").tryQuery()).isEmpty();
    robot.push(KeyCode.J);
    idle();
    assertThat(keys()).hasSize(2);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(keys()).hasSize(3);
  }

  @Test
  void boardsAreMadeByWhatMatters(FxRobot robot) throws Exception {
    idle();
    for (String by : List.of("source", "colour", "licence", "collection", "tile", "date", "kind")) {
      fire(robot, "#by-" + by);
      assertThat(keys()).as(by).hasSize(3);
    }
    robot.clickOn("#boards");
    robot.type(KeyCode.HOME);
    String first = fx(() -> window.shelfModel().selection().leadProperty().get().id());
    robot.type(KeyCode.RIGHT);
    assertThat(fx(() -> window.shelfModel().selection().leadProperty().get().id()))
        .isNotEqualTo(first);
    robot.type(KeyCode.END);
    robot.type(KeyCode.F);
    idle();
    query("is:favourite");
    assertThat(keys()).hasSize(1);
  }

  @Test
  void lostFilesAreFoundMarkedAndMended(FxRobot robot) throws Exception {
    idle();
    ShelvedItem rope = item("tarred_rope");
    Path lost = shelf.folder().resolve(rope.path(rope.item().maps().getFirst()));
    byte[] bytes = Files.readAllBytes(lost);
    Path aside = shelf.folder().packs().resolve("put elsewhere.png");
    Files.move(lost, aside);
    act(() -> window.check(FilePicker.ofSystem()));
    idle();
    assertThat(robot.lookup("#check-facts").queryAs(Label.class).getText()).contains("1 moved");
    assertThat(fx(() -> window.shelfModel().broken(window.shelfModel().all().getLast()))).isTrue();
    fire(robot, "#mend-shelf");
    assertThat(lost).hasBinaryContent(bytes);
    assertThat(robot.lookup("#check-facts").queryAs(Label.class).getText()).startsWith("All");
    robot.push(KeyCode.ESCAPE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#check-pane").tryQuery()).isEmpty();
  }

  @Test
  void anUnknownLicenceIsSettled(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    act(() ->
        window
            .shelfActions()
            .set(List.of(item("tarred_rope").item().id()), Field.LICENCE, "LicenseRef-Rope"));
    idle();
    act(() -> window.licences());
    WaitForAsyncUtils.waitForFxEvents();
    act(() -> {
      for (String t : List.of("commercial", "redistribution")) {
        robot.lookup("#term-" + t).queryComboBox().getSelectionModel().select(0);
      }
      robot.lookup("#term-attribution").queryComboBox().getSelectionModel().select(1);
      robot.lookup("#licence-seats").queryAs(TextField.class).setText("many");
      robot.lookup("#licence-save").queryAs(Button.class).fire();
    });
    assertThat(shelf.licences().find("LicenseRef-Rope")).isEmpty();
    act(() -> {
      robot.lookup("#licence-seats").queryAs(TextField.class).setText("");
      robot.lookup("#licence-save").queryAs(Button.class).fire();
    });
    idle();
    assertThat(shelf.licences().glance("LicenseRef-Rope").name()).isEqualTo("ANY_USE");
  }

  @Test
  void recordsAreWrittenOutAndTakenIn() throws Exception {
    idle();
    Path csv = dir.resolve("records.csv");
    act(() -> window.upkeep().export(csv));
    idle();
    String text = Files.readString(csv);
    Files.writeString(csv, text.replace("Tarred Rope,", "Mooring rope,"));
    act(() -> window.upkeep().importFrom(csv, window.shelfActions()::did));
    idle();
    query("mooring");
    assertThat(keys()).containsExactly("tarred_rope");
    act(() -> window.shelfActions().undo());
    idle();
    query("mooring");
    assertThat(keys()).isEmpty();
    Path zip = dir.resolve("backup.zip");
    act(() -> window.upkeep().backUp(zip));
    idle();
    assertThat(zip).exists();
  }

  @Test
  void anotherProgramsChangeIsSeen() throws Exception {
    idle();
    try (Shelf other = Shelf.open(shelf.folder().root())) {
      other.editing().set(List.of(item("tarred_rope").item().id()), Field.NAME, "Bow line");
    }
    act(() -> window.shelfModel().refreshWhenChanged());
    idle();
    assertThat(fx(() -> window.shelfModel().all().stream().map(ItemCard::name).toList()))
        .contains("Bow line");
  }
}
