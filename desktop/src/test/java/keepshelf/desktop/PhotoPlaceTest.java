package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.stage.Stage;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Field;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.photo.PhotoModel;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Making a material of a photograph, in the real window. */
class PhotoPlaceTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private PhotoModel model() {
    return window.benchRoom().photoModel();
  }

  /** A wall of tiles that is seen at a slant, as a camera has it. */
  private void photograph() throws Exception {
    int w = 360;
    int h = 240;
    byte[] rgb = new byte[3 * w * h];
    Random r = new Random(4);
    for (int i = 0; i < w * h; i++) {
      int x = i % w;
      int y = i / w;
      int joint = (x + y / 6) % 40 < 4 || y % 30 < 3 ? 70 : 150;
      for (int c = 0; c < 3; c++) {
        rgb[3 * i + c] = (byte) (joint + x / 8 + r.nextInt(20) - 10 * c);
      }
    }
    Path pack = Files.createDirectories(dir.resolve("Boathouse photos"));
    ImageEncoder.jpeg(Pixels.u8(w, h, 3, rgb), pack.resolve("boathouse_wall.jpg"), 0.9f);
    shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    act(window::refresh);
    idle();
    choose("boathouse_wall");
    assertThat(item("boathouse_wall").item().kind()).isEqualTo(ItemKind.PHOTO_TEXTURE);
    act(() -> window.benchRoom().photograph(window.shelfModel().taggedProperty().get().getFirst()));
    drawn();
  }

  private PhotoModel.Shown drawn() throws Exception {
    WaitForAsyncUtils.waitFor(
        2,
        TimeUnit.MINUTES,
        () ->
            fx(() -> {
              PhotoModel.Shown s = model().shownProperty().get();
              return s != null && s.of() == model().cutProperty().get();
            }));
    return fx(() -> model().shownProperty().get());
  }

  private void say(FxRobot robot, String id, String text) throws Exception {
    act(() -> {
      TextField f = robot.lookup(id).queryAs(TextField.class);
      f.requestFocus();
      f.setText(text);
    });
  }

  @Test
  void cornersAndALineSayWhatIsCutAndHowLargeItIs(FxRobot robot) throws Exception {
    photograph();
    PhotoModel.Shown first = drawn();
    assertThat(first.trouble()).isNull();
    say(robot, "#photo-length", "2 m");
    PhotoModel.Shown s = drawn();
    assertThat(s.widthMetres()).isCloseTo(2 * first.widthMetres(), within(1e-9));
    say(robot, "#photo-length", "4 x 50 cm");
    assertThat(drawn().widthMetres()).isCloseTo(s.widthMetres(), within(1e-9));
    say(robot, "#photo-length", "long");
    assertThat(drawn().trouble()).contains("no length");
    assertThat(fx(() -> robot.lookup("#photo-put").queryAs(Button.class).isDisabled())).isTrue();
    say(robot, "#photo-length", "60 cm");
    drawn();

    double before = fx(() -> model().cutProperty().get().corners()[2]);
    robot.drag("#photo-handle-1").moveBy(-60, 25).drop();
    s = drawn();
    assertThat(fx(() -> model().cutProperty().get().corners()[2])).isLessThan(before - 0.02);
    assertThat(s.trouble()).isNull();
    act(() -> robot.lookup("#photo-handle-2").query().requestFocus());
    robot.push(KeyCode.LEFT);
    drawn();
    robot.push(new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN));
    robot.push(new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN));
    drawn();
    assertThat(fx(() -> model().cutProperty().get().corners()[2]))
        .as("a whole drag is taken back at once")
        .isEqualTo(before);
    act(() -> model().put(0, 0.9, 0.9));
    assertThat(drawn().trouble()).contains("corners");
    act(() -> robot.lookup("#photo-stage").query().requestFocus());
    robot.push(new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN));
    assertThat(drawn().trouble()).isNull();
  }

  @Test
  void whatMayNotBeChangedIsSaidBeforeTheWork(FxRobot robot) throws Exception {
    photograph();
    String id = item("boathouse_wall").item().id();
    shelf.editing().set(List.of(id), Field.LICENCE, "CC-BY-ND-4.0");
    act(window::refresh);
    idle();
    ShelvedItem now = item("boathouse_wall");
    act(() -> window.benchRoom().photograph(now));
    assertThat(drawn().trouble()).contains("may not be changed");
    assertThat(fx(() -> robot.lookup("#photo-put").queryAs(Button.class).isDisabled())).isTrue();
  }

  @Test
  void itIsPutOnTheShelfAtFullSizeAndTakenBack(FxRobot robot) throws Exception {
    photograph();
    say(robot, "#photo-length", "60 cm");
    say(robot, "#photo-name", "Boathouse wall, tiling");
    PhotoModel.Shown s = drawn();
    act(() -> robot.lookup("#photo-put").queryAs(Button.class).fire());
    idle();
    ShelvedItem made = item("boathouse_wall_tiling");
    assertThat(made.item().tileMetres()).isCloseTo(s.widthMetres(), within(0.03));
    assertThat(made.item().roles())
        .contains(MapRole.BASE_COLOUR, MapRole.NORMAL, MapRole.HEIGHT, MapRole.ROUGHNESS);
    assertThat(fx(() -> window.shelfActions().lastProperty().get().what()))
        .isEqualTo(Words.of("photo.put", "Boathouse wall, tiling"));
    act(() -> window.shelfActions().undo());
    idle();
    query("is:made");
    assertThat(keys()).isEmpty();
  }

  @Test
  void keptWholeItIsASheet(FxRobot robot) throws Exception {
    photograph();
    double tile = drawn().widthMetres();
    act(() -> robot.lookup("#photo-sheet").queryAs(CheckBox.class).fire());
    PhotoModel.Shown s = drawn();
    assertThat(s.widthMetres()).as("nothing is laid over").isGreaterThan(tile);
    assertThat(fx(() -> robot.lookup("#photo-facts").queryAs(Label.class).getText()))
        .startsWith("A sheet of");
  }
}
