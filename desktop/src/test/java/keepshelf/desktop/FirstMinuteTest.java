package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.edit.Field;
import keepshelf.desktop.words.Words;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;

/** What a newcomer meets: the page of the demo, the keys, one row of filters, names that differ. */
class FirstMinuteTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  private static Set<String> words(FxRobot robot, String within) {
    return robot.lookup(within + " .label").queryAllAs(Label.class).stream()
        .map(Label::getText)
        .collect(Collectors.toSet());
  }

  private static Button button(FxRobot robot, String text) {
    return robot.lookup(".button").queryAllAs(Button.class).stream()
        .filter(b -> text.equals(b.getText()))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void theDemoSaysHowFarItIsAndLeadsToThePlaces(FxRobot robot) throws Exception {
    SimpleIntegerProperty filed = new SimpleIntegerProperty(4);
    act(() -> window.showSheet(new DemoPane(window, filed, 15, 18)));
    Label said = robot.lookup("#demo-said").queryAs(Label.class);
    assertThat(said.getText()).contains("4", "15");
    act(() -> filed.set(15));
    assertThat(said.getText()).isEqualTo(Words.of("demo.made", 15, 18));
    fire(robot, "#demo-arrivals");
    assertThat(robot.lookup("#demo-pane").tryQuery()).isEmpty();
    assertThat(robot.lookup("#watch").tryQuery()).as("Arrivals are open").isPresent();
    act(() -> window.showSheet(new DemoPane(window, filed, 15, 18)));
    robot.type(KeyCode.ESCAPE);
    assertThat(robot.lookup("#demo-pane").tryQuery()).isEmpty();
  }

  @Test
  void keysAreFoundByWhatTheyDo(FxRobot robot) throws Exception {
    idle();
    act(() -> button(robot, Words.of("foot.keys")).fire());
    idle();
    assertThat(words(robot, "#keys")).contains("undo", "Ctrl+Z", "base colour", "favourite");
    TextField find = robot.lookup("#keys-find").queryAs(TextField.class);
    act(() -> find.setText("inst"));
    idle();
    assertThat(words(robot, "#keys")).contains("install", "Enter").doesNotContain("undo", "B");
    act(() -> find.setText("no key does this"));
    assertThat(robot.lookup(Words.of("keys.none")).queryAs(Label.class).isVisible()).isTrue();
    robot.type(KeyCode.ESCAPE);
    assertThat(robot.lookup("#keys").tryQuery()).isEmpty();
  }

  @Test
  void filtersKeepToOneRowAndTheRestIsInAMenu(FxRobot robot) throws Exception {
    idle();
    Button more = robot.lookup("#shelf-more").queryAs(Button.class);
    assertThat(fx(more::isVisible)).isFalse();
    query("res>=512 -source:nobody -source:someone -source:otherwise -tag:thatched -tag:glazed");
    List<Node> shown =
        fx(() ->
            more.getParent().getChildrenUnmodifiable().stream().filter(Node::isVisible).toList());
    assertThat(shown).contains(more).hasSizeGreaterThan(5);
    double right = more.getParent().getLayoutBounds().getMaxX();
    assertThat(shown)
        .allSatisfy(n -> {
          assertThat(n.getBoundsInParent().getMinY())
              .isEqualTo(shown.getFirst().getBoundsInParent().getMinY());
          assertThat(n.getBoundsInParent().getMaxX()).isLessThanOrEqualTo(right + 1);
        });
    query("");
    assertThat(fx(more::isVisible)).isFalse();
  }

  @Test
  void itemsOfOneNameSayTheirPack(FxRobot robot) throws Exception {
    idle();
    shelf.editing().set(List.of(item("tarred_rope").item().id()), Field.NAME, "Sailcloth");
    act(window::refresh);
    idle();
    List<ItemCard> alike =
        fx(() ->
            window.shelfModel().all().stream().filter(window.shelfModel()::namedAlike).toList());
    assertThat(alike)
        .extracting(ItemCard::key)
        .containsExactlyInAnyOrder("sailcloth", "tarred_rope");
    assertThat(words(robot, ".card"))
        .contains(alike.get(0).pack().name(), alike.get(1).pack().name());
  }
}
