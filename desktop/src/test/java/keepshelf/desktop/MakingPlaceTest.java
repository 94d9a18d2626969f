package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.shape.Rectangle;
import javafx.stage.Stage;
import javafx.stage.Window;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.making.BondOrder;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.making.LayingModel;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Making missing maps and laying units, in the real window. */
class MakingPlaceTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private static void until(Callable<Boolean> is) throws Exception {
    WaitForAsyncUtils.waitFor(2, TimeUnit.MINUTES, () -> fx(is));
  }

  private BondOrder order() throws Exception {
    return fx(() -> window.benchRoom().layingModel().orderProperty().get());
  }

  private void lay(String key) throws Exception {
    idle();
    choose(key);
    act(() -> window.benchRoom().lay(window.shelfModel().taggedProperty().get().getFirst()));
    drawn();
  }

  /** Waits until the picture is of what is ordered now. */
  private void drawn() throws Exception {
    LayingModel m = window.benchRoom().layingModel();
    until(() ->
        !m.troubleProperty().get().isEmpty()
            || m.drawnProperty().get() != null
                && m.drawnProperty().get().of().equals(m.orderProperty().get()));
  }

  private void set(FxRobot robot, String id, String text) throws Exception {
    act(() -> {
      TextField f = robot.lookup(id).queryAs(TextField.class);
      f.setText(text);
      f.getOnAction().handle(null);
    });
    drawn();
  }

  @Test
  void unitsAreLaidChangedTakenBackAndPutOnTheShelf(FxRobot robot) throws Exception {
    lay("tarred_rope");
    assertThat(order().spec().bond()).isEqualTo(Bond.RUNNING);
    act(() -> robot.lookup("#bond-hexagon").queryAs(ToggleButton.class).fire());
    drawn();
    assertThat(order().spec().bond()).isEqualTo(Bond.HEXAGON);
    set(robot, "#lay-rows", "5");
    String why = fx(() -> robot.lookup("#lay-trouble").queryAs(Label.class).getText());
    assertThat(why).contains("take 6");
    set(robot, "#lay-rows", "6");
    assertThat(fx(() -> robot.lookup("#lay-trouble").queryAs(Label.class).getText())).isEmpty();
    // A rope is not made of units; what is asked for so is said, and can be taken back.
    CheckBox own = robot.lookup("#lay-own").queryAs(CheckBox.class);
    act(own::fire);
    drawn();
    assertThat(order().unit().whole()).isTrue();
    assertThat(fx(() -> robot.lookup("#lay-trouble").queryAs(Label.class).getText()))
        .contains("No units were found in “Tarred Rope”");
    act(own::fire);
    drawn();
    assertThat(fx(() -> robot.lookup("#lay-trouble").queryAs(Label.class).getText())).isEmpty();
    act(() -> robot.lookup("#lay-stage").query().requestFocus());
    robot.type(KeyCode.B);
    drawn();
    assertThat(order().spec().bond()).isEqualTo(Bond.RANDOM_COURSES);
    long seed = order().spec().seed();
    robot.type(KeyCode.N);
    assertThat(order().spec().seed()).isEqualTo(seed + 1);
    robot.push(new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN));
    assertThat(order().spec().seed()).isEqualTo(seed);
    robot.type(KeyCode.V, KeyCode.V, KeyCode.V);
    assertThat(robot.lookup("#lay-look-maps").queryAs(ToggleButton.class).isSelected()).isTrue();
    act(() -> {
      @SuppressWarnings("unchecked")
      ComboBox<String> res = robot.lookup("#lay-resolution").queryAs(ComboBox.class);
      res.setValue("512");
      robot.lookup("#lay-name").queryAs(TextField.class).setText("Rope wall");
      robot.lookup("#lay-name").queryAs(TextField.class).getOnAction().handle(null);
      robot.lookup("#lay-put").queryAs(Button.class).fire();
    });
    idle();
    ShelvedItem made = shelf.item("rope_wall");
    assertThat(made.item().roles()).contains(MapRole.HEIGHT, MapRole.NORMAL, MapRole.ID);
    assertThat(made.item().maps().getFirst().recipe().parameters())
        .containsEntry("bond", "random-courses");
    query("is:made");
    assertThat(keys()).containsExactly("rope_wall");
    act(() -> robot.lookup("#lay-back").queryAs(Button.class).fire());
    assertThat(robot.lookup("#lay-stage").tryQuery()).isEmpty();
  }

  @Test
  void missingMapsAreMadeFromTheTagAndTakenBack(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    ShelvedItem before = item("tarred_rope");
    MenuItem entry = makeEntry(robot);
    act(entry::fire);
    idle();
    ShelvedItem after = item("tarred_rope");
    assertThat(after.item().maps().size()).isGreaterThan(before.item().maps().size());
    assertThat(after.item().maps()).anySatisfy(m -> assertThat(m.recipe()).isNotNull());
    act(() -> window.shelfActions().undo());
    idle();
    assertThat(item("tarred_rope").item().maps()).isEqualTo(before.item().maps());
  }

  /** The first entry that makes a map, from the menu of the tag. */
  private static MenuItem makeEntry(FxRobot robot) throws Exception {
    act(() -> robot.lookup("#tag-more").queryAs(Button.class).fire());
    return fx(() -> {
      ContextMenu menu =
          (ContextMenu)
              Window.getWindows().stream()
                  .filter(w -> w instanceof ContextMenu)
                  .findFirst()
                  .orElseThrow();
      Menu make =
          (Menu)
              menu.getItems().stream()
                  .filter(i -> Words.of("tag.make").equals(i.getText()))
                  .findFirst()
                  .orElseThrow();
      List<MenuItem> all = make.getItems();
      menu.hide();
      return all.getFirst();
    });
  }

  @Test
  void theBenchOffersWhatIsMissingAndSaysWhatWasMade(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    act(() -> window.open(window.bench()));
    idle();
    MenuButton make = robot.lookup("#bench-make").queryAs(MenuButton.class);
    List<String> titles = fx(() -> make.getItems().stream().map(MenuItem::getText).toList());
    assertThat(titles).contains(Words.of("tag.lay"));
    assertThat(titles.getFirst()).contains(", ");
    act(() -> make.getItems().getFirst().fire());
    idle();
    assertThat(item("tarred_rope").item().isPartlyMade()).isTrue();
    until(() -> !robot.lookup(Words.of("make.made")).queryAll().isEmpty());
  }

  /** The entry of the tag's menu that has these words in it, wherever it stands. */
  private MenuItem entry(FxRobot robot, String words) throws Exception {
    act(() -> robot.lookup("#tag-more").queryAs(Button.class).fire());
    ContextMenu menu =
        fx(() ->
            Window.getWindows().stream()
                .filter(ContextMenu.class::isInstance)
                .map(ContextMenu.class::cast)
                .findFirst()
                .orElseThrow());
    Callable<Optional<MenuItem>> found =
        () ->
            menu.getItems().stream()
                .flatMap(i -> i instanceof Menu m ? m.getItems().stream() : Stream.of(i))
                .filter(i -> i.getText() != null && i.getText().contains(words))
                .findFirst();
    until(() -> found.call().isPresent());
    act(menu::hide);
    return fx(found).orElseThrow();
  }

  @Test
  void plainCompanionsInColoursOfTheItemAreNewItems(FxRobot robot) throws Exception {
    choose("tarred_rope");
    MenuItem mean = entry(robot, Words.of("tag.companion.mean"));
    MenuItem main = entry(robot, " % of it: #");
    assertThat(main.getGraphic()).isInstanceOf(Rectangle.class);
    act(mean::fire);
    idle();
    assertThat(shelf.item("tarred_rope_plain").item().roles()).contains(MapRole.BASE_COLOUR);
    act(() -> window.shelfActions().undo());
    idle();
    query("is:made");
    assertThat(keys()).isEmpty();
    act(main::fire);
    idle();
    query("is:made");
    assertThat(keys())
        .singleElement()
        .asString()
        .as("told apart from the one of the mean colour")
        .matches("tarred_rope_plain_[0-9a-f]{6}");
  }

  @Test
  void aCompanionTakesTheReliefOfTheOtherItemThatIsChosen(FxRobot robot) throws Exception {
    choose("tarred_rope");
    act(() ->
        window.shelfModel().all().stream()
            .filter(c -> c.key().equals("net_mesh"))
            .forEach(window.shelfModel().selection()::toggle));
    idle();
    String words =
        Words.of(
            "tag.companion.relief",
            item("net_mesh").item().name(),
            item("tarred_rope").item().name());
    MenuItem relief = entry(robot, words);
    act(relief::fire);
    idle();
    assertThat(item("net_mesh_plain_with_the_relief_of_tarred_rope").item().roles())
        .contains(MapRole.BASE_COLOUR, MapRole.NORMAL);
  }

  @Test
  void aLargerTileIsMadeByTheTagsMenu(FxRobot robot) throws Exception {
    choose("tarred_rope");
    double tile = item("tarred_rope").item().tileMetres();
    act(entry(robot, Words.of("tag.larger.times", 2, ""))::fire);
    idle();
    query("is:made");
    ShelvedItem made = item(keys().getFirst());
    assertThat(made.item().tileMetres()).isCloseTo(2 * tile, within(1e-9));
  }

  @Test
  void aFaultIsSeenBeforeAndAfterAndPutRight(FxRobot robot) throws Exception {
    int n = 128;
    byte[] half = new byte[n * n];
    byte[] grey = new byte[n * n];
    byte[] colour = new byte[3 * n * n];
    for (int i = 0; i < half.length; i++) {
      half[i] = (byte) (i % n < 50 ? 80 : 170);
      grey[i] = (byte) (90 + i % 40);
      colour[3 * i] = (byte) (120 + i % 50);
      colour[3 * i + 1] = (byte) (90 + i % 31);
      colour[3 * i + 2] = (byte) 80;
    }
    java.nio.file.Path pack = java.nio.file.Files.createDirectories(dir.resolve("old_winch"));
    ImageEncoder.png(Pixels.u8(n, n, 3, colour), pack.resolve("old_winch_basecolor.png"), 1);
    ImageEncoder.png(Pixels.u8(n, n, 1, half), pack.resolve("old_winch_metallic.png"), 1);
    ImageEncoder.png(Pixels.u8(n, n, 1, grey), pack.resolve("old_winch_roughness.png"), 1);
    shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    act(window::refresh);
    idle();
    choose("old_winch");
    until(() -> robot.lookup("#tag-mend").tryQuery().isPresent());
    act(() -> robot.lookup("#tag-mend").queryAs(Button.class).fire());
    until(() -> !robot.lookup("#mend-go").queryAs(Button.class).isDisabled());
    assertThat(fx(() -> robot.lookup("#mend-said").queryAs(Label.class).getText()))
        .isEqualTo(Words.of("mend.gone", "old_winch_metallic.png"));
    act(() -> robot.lookup("#mend-metallic").queryAs(CheckBox.class).fire());
    until(() -> robot.lookup("#mend-said").queryAs(Label.class).getText().isEmpty());
    assertThat(fx(() -> robot.lookup("#mend-go").queryAs(Button.class).isDisabled())).isTrue();
    act(() -> robot.lookup("#mend-metallic").queryAs(CheckBox.class).fire());
    until(() -> !robot.lookup("#mend-go").queryAs(Button.class).isDisabled());
    act(() -> robot.lookup("#mend-go").queryAs(Button.class).fire());
    idle();
    assertThat(item("old_winch").item().maps())
        .anyMatch(m -> m.recipe() != null && m.recipe().method().equals("mend-metallic"));
    until(() -> robot.lookup("#tag-mend").tryQuery().isEmpty());
    act(() -> window.shelfActions().undo());
    idle();
    assertThat(item("old_winch").item().maps()).allMatch(m -> m.recipe() == null);
  }

  @Test
  void anEmptyCellOffersItsMapAndItIsMadeWhenThePackIsFiled(FxRobot robot) throws Exception {
    int n = 64;
    byte[] grey = new byte[n * n];
    byte[] colour = new byte[3 * n * n];
    for (int i = 0; i < grey.length; i++) {
      grey[i] = (byte) (90 + (i % n + i / n) % 40);
      colour[3 * i] = (byte) (120 + i % 50);
      colour[3 * i + 1] = (byte) (90 + i % 31);
      colour[3 * i + 2] = (byte) 80;
    }
    java.nio.file.Path pack = java.nio.file.Files.createDirectories(dir.resolve("deck_planks"));
    ImageEncoder.png(Pixels.u8(n, n, 3, colour), pack.resolve("deck_planks_basecolor.png"), 1);
    ImageEncoder.png(Pixels.u8(n, n, 1, grey), pack.resolve("deck_planks_height.png"), 1);
    act(() -> {
      window.open(window.arrivals());
      window.drop(List.of(pack));
    });
    until(() -> robot.lookup("#make-deck_planks-normal").tryQuery().isPresent());
    ToggleButton normal = robot.lookup("#make-deck_planks-normal").query();
    assertThat(fx(() -> normal.getTooltip().getText())).contains("worked out of the height");
    act(normal::fire);
    assertThat(fx(normal::getText)).isEqualTo(Words.of("arrivals.made"));
    act(() -> robot.lookup("#make-deck_planks-roughness").queryAs(ToggleButton.class).fire());
    act(() -> robot.lookup("#make-deck_planks-roughness").queryAs(ToggleButton.class).fire());
    act(() -> robot.lookup("#file").queryAs(Button.class).fire());
    idle();
    ShelvedItem s = item("deck_planks");
    assertThat(s.item().roles()).contains(MapRole.NORMAL).doesNotContain(MapRole.ROUGHNESS);
    assertThat(s.item().maps())
        .anyMatch(m -> m.recipe() != null && m.recipe().method().equals("height-to-normal"));
  }
}
