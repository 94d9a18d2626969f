package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.stage.Stage;
import javafx.stage.Window;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.core.model.ItemKind;
import keepshelf.desktop.ensemble.EnsembleModel;
import keepshelf.desktop.words.Words;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Putting items together, in the real window. */
class EnsemblePlaceTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private EnsembleModel model() {
    return window.benchRoom().ensembleModel();
  }

  /** Waits until the picture is of what is put together now. */
  private EnsembleModel.Shown drawn() throws Exception {
    Callable<Boolean> is =
        () -> {
          EnsembleModel.Shown s = model().shownProperty().get();
          return s != null && s.of() == model().stateProperty().get();
        };
    WaitForAsyncUtils.waitFor(2, TimeUnit.MINUTES, () -> fx(is));
    return fx(() -> model().shownProperty().get());
  }

  private List<String> names() throws Exception {
    return fx(() -> model().stateProperty().get().parts().stream().map(Wish::name).toList());
  }

  private void menu(FxRobot robot, String words) throws Exception {
    act(() -> robot.lookup("#tag-more").queryAs(Button.class).fire());
    act(() -> {
      ContextMenu m =
          Window.getWindows().stream()
              .filter(ContextMenu.class::isInstance)
              .map(ContextMenu.class::cast)
              .findFirst()
              .orElseThrow();
      m.getItems().stream().filter(i -> words.equals(i.getText())).findFirst().orElseThrow().fire();
      m.hide();
    });
  }

  private void chooseMaterials(int count) throws Exception {
    idle();
    act(() -> {
      List<ItemCard> all =
          window.shelfModel().shown().stream()
              .filter(c -> c.kind() == ItemKind.MATERIAL)
              .limit(count)
              .toList();
      window.shelfModel().choose(all.getFirst().id());
      all.stream().skip(1).forEach(window.shelfModel().selection()::toggle);
    });
    idle();
  }

  @Test
  void chosenItemsArePutTogetherNamedFoundAndTakenBack(FxRobot robot) throws Exception {
    chooseMaterials(3);
    menu(robot, Words.of("tag.together"));
    EnsembleModel.Shown s = drawn();
    assertThat(names()).containsExactly("front", "sides", "trim");
    assertThat(s.trouble()).as("it has no name yet").contains("name");
    assertThat(fx(() -> robot.lookup("#ensemble-put").queryAs(Button.class).isDisabled())).isTrue();
    assertThat(fx(() -> robot.lookup("#ensemble-trouble").queryAs(Label.class).getText()))
        .isEqualTo(s.trouble());
    robot.clickOn("#ensemble-name").write("Rope locker");
    s = drawn();
    assertThat(s.draft().name()).isEqualTo("Rope locker");
    int[] first = s.picture().argb();

    act(() -> robot.lookup("#part-down-0").queryAs(Button.class).fire());
    assertThat(drawn().picture().argb())
        .as("a part that says where it is stays there")
        .isEqualTo(first);
    assertThat(names()).containsExactly("sides", "front", "trim");
    act(() -> {
      ComboBox<?> made = robot.lookup("#part-item-1").queryAs(ComboBox.class);
      made.getSelectionModel().select(made.getSelectionModel().getSelectedIndex() == 0 ? 1 : 0);
    });
    assertThat(drawn().picture().argb()).as("the front is another material").isNotEqualTo(first);
    act(() -> robot.lookup("#part-out-2").queryAs(Button.class).fire());
    drawn();
    assertThat(names()).containsExactly("sides", "front");
    act(() -> robot.lookup("#ensemble-stage").query().requestFocus());
    robot.push(new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN));
    drawn();
    assertThat(names()).containsExactly("sides", "front", "trim");

    act(() -> robot.lookup("#ensemble-put").queryAs(Button.class).fire());
    idle();
    query("kind:ensemble");
    assertThat(keys()).containsExactly("rope_locker");
    act(() -> window.open(window.boards()));
    choose("rope_locker");
    assertThat(fx(() -> robot.lookup("#tag-parts-change").tryQuery().isPresent())).isTrue();
    act(() -> window.shelfActions().undo());
    idle();
    query("kind:ensemble");
    assertThat(keys()).isEmpty();
  }

  @Test
  void anEnsembleIsChangedIntoItsNextVersion(FxRobot robot) throws Exception {
    chooseMaterials(2);
    menu(robot, Words.of("tag.together"));
    drawn();
    robot.clickOn("#ensemble-name").write("Net chest");
    drawn();
    act(() -> robot.lookup("#ensemble-put").queryAs(Button.class).fire());
    idle();
    act(() -> window.open(window.boards()));
    choose("net_chest");
    act(() -> robot.lookup("#tag-parts-change").queryAs(Button.class).fire());
    drawn();
    act(() -> {
      ComboBox<?> add = robot.lookup("#part-add").queryAs(ComboBox.class);
      add.getSelectionModel().select(0);
    });
    drawn();
    assertThat(names()).hasSize(3).last().isEqualTo("trim");
    act(() -> {
      TextField name = robot.lookup("#part-name-2").queryAs(TextField.class);
      name.setText("lid");
      name.getOnAction().handle(null);
    });
    EnsembleModel.Shown s = drawn();
    assertThat(s.draft().version()).isEqualTo("2");
    act(() -> robot.lookup("#ensemble-put").queryAs(Button.class).fire());
    idle();
    ShelvedItem now = item("net_chest");
    assertThat(now.pack().version()).isEqualTo("2");
    act(() -> {
      window.open(window.boards());
      window.shelfModel().choose(now.item().id());
    });
    idle();
    act(() -> window.open(window.bench()));
    assertThat(drawn().of().before().item().id())
        .as("the bench opens on what is chosen")
        .isEqualTo(now.item().id());
    assertThat(now.item().parts()).extracting(EnsemblePart::name).contains("lid");
  }

  @Test
  void lightsChangeByKeyAndWhatIsNoSurfaceIsLeftOut(FxRobot robot) throws Exception {
    chooseMaterials(2);
    List<ShelvedItem> chosen = fx(() -> window.shelfModel().taggedProperty().get());
    act(() -> window.benchRoom().together(chosen));
    int[] first = drawn().picture().argb();
    act(() -> robot.lookup("#ensemble-stage").query().requestFocus());
    robot.push(KeyCode.L);
    WaitForAsyncUtils.waitFor(
        1,
        TimeUnit.MINUTES,
        () -> fx(() -> model().shownProperty().get().lit().equals(model().litProperty().get())));
    assertThat(fx(() -> model().shownProperty().get().picture().argb())).isNotEqualTo(first);
  }
}
