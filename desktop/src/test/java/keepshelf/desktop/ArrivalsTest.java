package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.desktop.arrivals.ArrivalEntry;
import keepshelf.desktop.arrivals.PackForm;
import keepshelf.desktop.arrivals.SortingModel;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.analyse.Handedness;
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

/** The sorting table at full strength, through the real window. */
@ExtendWith(ApplicationExtension.class)
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class ArrivalsTest {
  private static final String BOARDS = "Skerry boards.zip";
  private static final String PAINT = "limewash_colours.tar.zst";
  private static final String GLASS = "Ribbed Lens Glass (protected).zip";
  private static final String ROPE = "tarred-rope_v3.zip";
  private static final String KELP = "kelp_reissue.zip";

  @TempDir static Path downloads;
  @TempDir Path dir;
  private MainWindow window;
  private Shelf shelf;
  private final ChosenFiles files = new ChosenFiles();

  @BeforeAll
  static void archives() throws Exception {
    DemoPacks.into(downloads, Set.of(BOARDS, PAINT, GLASS, ROPE, KELP, "tarred-rope_v2.zip"));
  }

  @Start
  void open(Stage primary) throws Exception {
    window =
        new MainWindow(
            primary,
            shelf = Shelf.open(dir.resolve("Skerry shelf")),
            new Settings(dir.resolve("settings.properties")),
            files);
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
    fx(() -> {
      window.drop(paths);
      return null;
    });
    idle();
  }

  private SortingModel sorting() {
    return window.arrivalsModel().sorting();
  }

  private void look(String file) throws Exception {
    fx(() -> {
      sorting()
          .look(
              sorting().spots().stream()
                  .filter(s -> s.path().endsWith("/" + file))
                  .findFirst()
                  .orElseThrow());
      return null;
    });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private RecognisedMap map(String file) throws Exception {
    return fx(() ->
        window.arrivalsModel().recognition().items().stream()
            .flatMap(i -> i.maps().stream())
            .filter(m -> m.file().name().equals(file))
            .findFirst()
            .orElse(null));
  }

  private List<String> keys() throws Exception {
    return fx(() ->
        window.arrivalsModel().recognition().items().stream().map(RecognisedItem::key).toList());
  }

  /** The headless platform's robot sets no modifiers on mouse events. */
  private void pressWithControl(Node n) throws Exception {
    fx(() -> {
      for (var type :
          List.of(
              javafx.scene.input.MouseEvent.MOUSE_PRESSED,
              javafx.scene.input.MouseEvent.MOUSE_RELEASED)) {
        javafx.event.Event.fireEvent(
            n,
            new javafx.scene.input.MouseEvent(
                type,
                0,
                0,
                0,
                0,
                javafx.scene.input.MouseButton.PRIMARY,
                1,
                false,
                true,
                false,
                false,
                true,
                false,
                false,
                true,
                false,
                true,
                null));
      }
      return null;
    });
  }

  private Node cell(FxRobot robot, String file) {
    return robot.lookup(".map-cell").queryAll().stream()
        .filter(n -> n.getAccessibleText() != null && n.getAccessibleText().endsWith(file))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void severalPicturesAreCorrectedSplitAndJoined(FxRobot robot) throws Exception {
    drop(PAINT);
    robot.clickOn(cell(robot, "limewash_cream_rgh.png"));
    pressWithControl(cell(robot, "limewash_grey_rgh.png"));
    robot.type(KeyCode.G);
    assertThat(map("limewash_cream_rgh.png").role()).isEqualTo(MapRole.GLOSS);
    assertThat(map("limewash_grey_rgh.png").role()).isEqualTo(MapRole.GLOSS);
    assertThat(map("limewash_white_rgh.png").role()).isEqualTo(MapRole.ROUGHNESS);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(map("limewash_cream_rgh.png").role()).isEqualTo(MapRole.ROUGHNESS);

    look("limewash_white_col.png");
    robot.type(KeyCode.T);
    assertThat(keys()).contains("limewash_white_2").hasSize(4);
    robot.clickOn(cell(robot, "limewash_white_nml.png"));
    pressWithControl(cell(robot, "limewash_white_col.png"));
    robot.type(KeyCode.J);
    assertThat(keys()).hasSize(3);
    assertThat(map("limewash_white_col.png").role()).isEqualTo(MapRole.BASE_COLOUR);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(keys())
        .containsExactlyInAnyOrder("limewash_cream", "limewash_grey", "limewash_white");
  }

  @Test
  void aCorrectionIsLearnedShownAndForgotten(FxRobot robot) throws Exception {
    drop(BOARDS);
    look("boards_detail.png");
    robot.type(KeyCode.C);
    assertThat(map("boards_detail.png").role()).isEqualTo(MapRole.CAVITY);
    assertThat(fx(() -> sorting().ownHabits())).hasSize(1);
    assertThat(labels(robot)).anyMatch(t -> t.contains("“detail” means cavity"));
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    assertThat(fx(() -> sorting().ownHabits())).isEmpty();
    assertThat(map("boards_detail.png")).isNull();
  }

  private static List<String> labels(FxRobot robot) {
    return robot.lookup(n -> n instanceof Label).queryAll().stream()
        .map(n -> ((Label) n).getText())
        .filter(t -> t != null)
        .toList();
  }

  @Test
  void aPasswordIsAskedFor(FxRobot robot) throws Exception {
    drop(GLASS);
    ArrivalEntry e = window.arrivalsModel().entries().getFirst();
    assertThat(e.locked()).isTrue();
    robot.clickOn("#password").write("wrong");
    robot.clickOn("#unlock");
    idle();
    assertThat(e.locked()).isTrue();
    assertThat(e.lineProperty().get()).contains("does not open with that password");
    robot.clickOn("#password").write("skerry").type(KeyCode.ENTER);
    idle();
    assertThat(e.stateProperty().get()).isEqualTo(ArrivalEntry.State.READY);
    assertThat(keys()).containsExactly("ribbed_lens_glass");
  }

  @Test
  void oneRecordForManyUndoneAndAllSureOnesFiled(FxRobot robot) throws Exception {
    drop(PAINT, ROPE);
    fx(() -> {
      window.arrivalsModel().chosenProperty().set(window.arrivalsModel().entries().getFirst());
      return null;
    });
    TextField price = robot.lookup("#record-price").query();
    fx(() -> {
      price.requestFocus();
      return null;
    });
    robot.write("€ 18.00");
    fx(() -> {
      robot.lookup("#share-record").queryButton().fire();
      return null;
    });
    PackForm other = window.arrivalsModel().entries().get(1).form();
    assertThat(other.get(PackForm.Field.PRICE)).isEqualTo("€ 18.00");
    assertThat(other.get(PackForm.Field.VERSION)).isEqualTo("3");
    fx(() -> {
      window.arrivalsModel().undo();
      return null;
    });
    assertThat(other.get(PackForm.Field.PRICE)).isNull();
    robot.clickOn("#file-all");
    idle();
    assertThat(window.arrivalsModel().entries()).isEmpty();
    assertThat(window.shelfModel().all()).hasSize(4);
  }

  @Test
  void aNewerVersionIsSaidAndFiledAsThat(FxRobot robot) throws Exception {
    drop("tarred-rope_v2.zip");
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    drop(ROPE);
    assertThat(window.arrivalsModel().entries().getFirst().lineProperty().get())
        .contains("newer than v2");
    assertThat(robot.lookup("#as-kin").tryQuery()).isPresent();
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    assertThat(shelf.catalogue().items()).anyMatch(s -> s.pack().kin() != null);
  }

  @Test
  void questionsAreWalkedChannelsSetAndAMapIsSeenLarge(FxRobot robot) throws Exception {
    drop(KELP);
    look("kelp_Normal.png");
    robot.clickOn("#ball-dx");
    assertThat(map("kelp_Normal.png").handedness()).isEqualTo(Handedness.DX);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.type(KeyCode.SPACE);
    Node viewer = robot.lookup("#map-viewer").query();
    assertThat(viewer.isVisible()).isTrue();
    assertThat(labels(robot)).anyMatch(t -> t.startsWith("Its vectors were stored through"));
    robot.type(KeyCode.DIGIT1);
    robot.type(KeyCode.ESCAPE);
    assertThat(viewer.isVisible()).isFalse();

    look("kelp_Metallic.png");
    robot.type(KeyCode.D);
    assertThat(map("kelp_Metallic.png").role()).isEqualTo(MapRole.PACKED);
    ComboBox<MapRole> red = robot.lookup("#channel-r").query();
    fx(() -> {
      red.setValue(MapRole.AMBIENT_OCCLUSION);
      return null;
    });
    assertThat(map("kelp_Metallic.png").channels().roles())
        .containsEntry("r", MapRole.AMBIENT_OCCLUSION);

    drop(BOARDS);
    fx(() -> {
      window.arrivalsModel().chosenProperty().set(window.arrivalsModel().entries().getLast());
      sorting().look(null);
      return null;
    });
    for (int i = 0; i < 6; i++) {
      robot.type(KeyCode.ENTER);
    }
    assertThat(fx(() -> window.arrivalsModel().questions())).isZero();
  }

  @Test
  void whatWasSaidAboutAFileIsKnownAgainAndItsArchiveRemovedOnceFiled(FxRobot robot)
      throws Exception {
    Path copy = Files.copy(downloads.resolve(PAINT), dir.resolve("again.tar.zst"));
    drop(PAINT);
    look("limewash_grey_rgh.png");
    robot.type(KeyCode.G);
    assertThat(map("limewash_grey_rgh.png").role()).isEqualTo(MapRole.GLOSS);
    idle();
    fx(() -> {
      window.arrivalsModel().dismiss(window.arrivalsModel().entries().getFirst());
      window.drop(List.of(copy));
      return null;
    });
    idle();
    assertThat(map("limewash_grey_rgh.png").role()).isEqualTo(MapRole.GLOSS);
    assertThat(map("limewash_grey_rgh.png").verdict().confidence()).isEqualTo(1);
    fx(() -> {
      window.arrivalsModel().removeArchivesProperty().set(true);
      return null;
    });
    robot.push(KeyCode.CONTROL, KeyCode.ENTER);
    idle();
    assertThat(window.shelfModel().all()).hasSize(3);
    assertThat(copy).doesNotExist();
  }

  @Test
  void aWatchedFolderBringsArrivals(FxRobot robot) throws Exception {
    Path watched = Files.createDirectories(dir.resolve("Downloads"));
    files.picked = List.of(watched);
    robot.push(KeyCode.CONTROL, KeyCode.DIGIT1);
    robot.clickOn("#watch");
    Files.copy(downloads.resolve(BOARDS), watched.resolve(BOARDS));
    WaitForAsyncUtils.waitFor(
        30, TimeUnit.SECONDS, () -> fx(() -> !window.arrivalsModel().entries().isEmpty()));
    idle();
    assertThat(keys()).contains("boards");
    robot.clickOn("#watch");
    assertThat(fx(() -> window.arrivalsModel().watchedProperty().get())).isNull();
  }

  @Test
  void fiftyThousandFilesStaySmooth() throws Exception {
    List<keepshelf.core.recognise.found.SourceFile> files = new java.util.ArrayList<>();
    for (int i = 0; i < 12_500; i++) {
      for (String role : List.of("diff", "nor", "rough", "disp")) {
        files.add(
            keepshelf.core.recognise.found.SourceFile.named(
                "pack/plank" + (20_000 + i) + "x_" + role + ".png"));
      }
    }
    var recognition = keepshelf.core.recognise.Recogniser.recognise("pack", files);
    drop(BOARDS);
    ArrivalEntry e = window.arrivalsModel().entries().getFirst();
    fx(() -> {
      e.arrivalProperty().set(e.arrivalProperty().get().with(recognition));
      return null;
    });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(keys().size()).isEqualTo(12_500);
    // Only the rows that can be seen exist.
    long rows =
        fx(() ->
            window.arrivals().content().lookupAll(".item-row").stream()
                .filter(n -> n instanceof javafx.scene.control.ListCell<?> c && !c.isEmpty())
                .count());
    assertThat(rows).isLessThan(80);
  }

  @Test
  void whatWasAddedLastIsOnTopLitAndSpokenOf(FxRobot robot) throws Exception {
    drop(ROPE);
    drop(PAINT);
    List<ArrivalEntry> entries = fx(() -> List.copyOf(window.arrivalsModel().entries()));
    assertThat(entries).extracting(ArrivalEntry::name).containsExactly(PAINT, ROPE);
    assertThat(window.arrivalsModel().chosenProperty().get()).isSameAs(entries.getFirst());
    List<RecognisedItem> items = fx(() -> window.arrivalsModel().recognition().items());
    assertThat(glance(robot)).contains(items.get(0).name(), Words.of("arrivals.glance.sound"));
    look(items.get(1).maps().getFirst().file().name());
    assertThat(glance(robot)).contains(items.get(1).name()).doesNotContain(items.get(0).name());
    // What is listed already is only looked at, in its place.
    drop(ROPE);
    assertThat(window.arrivalsModel().chosenProperty().get().name()).isEqualTo(ROPE);
    assertThat(fx(() -> window.arrivalsModel().entries().size())).isEqualTo(2);
  }

  private static List<String> glance(FxRobot robot) {
    assertThat(robot.lookup("#glance").query().isVisible()).isTrue();
    return robot.lookup("#glance .label").queryAllAs(Label.class).stream()
        .map(Label::getText)
        .toList();
  }
}
