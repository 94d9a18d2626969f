package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Cell;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.desktop.shell.Place;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;

/** Everything that can be acted on says what it is to a screen reader, and Tab gets there. */
class AccessibleTest extends OnShelfPlace {
  private Stage stage;

  @Start
  void open(Stage stage) throws Exception {
    this.stage = stage;
    show(stage);
  }

  private static List<Node> all(Node n) {
    List<Node> out = new ArrayList<>();
    if (!n.isVisible()) {
      return out;
    }
    out.add(n);
    if (n instanceof Parent p) {
      p.getChildrenUnmodifiable().forEach(c -> out.addAll(all(c)));
    }
    return out;
  }

  private static boolean blank(String s) {
    return s == null || s.isBlank();
  }

  private static boolean silent(Node n, Set<Node> labelled) {
    if (!blank(n.getAccessibleText()) || labelled.contains(n)) {
      return false;
    }
    return switch (n) {
      // What is empty holds nothing, and what a closed list of choices shows is not there yet.
      case Cell<?> c when c.isEmpty() -> false;
      case ListView<?> l when "list-view".equals(l.getId()) -> false;
      case Label _, ScrollBar _, ScrollPane _, VirtualFlow<?> _ -> false;
      case CheckBox c -> blank(c.getText());
      case Labeled l -> blank(l.getText());
      case TextInputControl t ->
          blank(t.getPromptText()) && !(t.getParent() instanceof ComboBoxBase);
      case ComboBoxBase<?> _, Slider _, ListView<?> _ -> true;
      default -> n.isFocusTraversable() && !(n instanceof Control);
    };
  }

  /** What says nothing in the window as it stands, named by type, identifier and style. */
  private Set<String> silent() {
    List<Node> nodes = all(stage.getScene().getRoot());
    Set<Node> labelled = new java.util.HashSet<>();
    nodes.forEach(n -> {
      if (n instanceof Label l && l.getLabelFor() != null) {
        labelled.add(l.getLabelFor());
      }
    });
    Set<String> out = new TreeSet<>();
    for (Node n : nodes) {
      if (silent(n, labelled)) {
        out.add(n.getClass().getSimpleName() + " #" + n.getId() + " " + n.getStyleClass());
      }
    }
    return out;
  }

  @Test
  void everythingSaysWhatItIs() throws Exception {
    idle();
    choose("tarred_rope");
    Set<String> found = new TreeSet<>();
    for (Place p :
        List.of(
            window.arrivals(),
            window.boards(),
            window.bench(),
            window.hosts(),
            window.duplicates())) {
      act(() -> window.open(p));
      idle();
      fx(this::silent).forEach(s -> found.add(p.name() + ": " + s));
    }
    act(() -> window.benchRoom().lay(window.shelfModel().taggedProperty().get().getFirst()));
    idle();
    fx(this::silent).forEach(s -> found.add("laying units: " + s));
    act(() -> window.open(window.boards()));
    for (Runnable sheet :
        List.<Runnable>of(window.menu()::about, window.menu()::guide, window.menu()::licences)) {
      act(sheet::run);
      fx(this::silent).forEach(s -> found.add("a sheet: " + s));
      act(window::closeSheet);
    }
    assertThat(found).isEmpty();
  }

  @Test
  void tabReachesSpinesSearchBoardsAndTag(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    Set<String> reached = new TreeSet<>();
    for (int i = 0; i < 200; i++) {
      robot.type(KeyCode.TAB);
      Node at = fx(() -> stage.getScene().getFocusOwner());
      if (at != null && at.getId() != null) {
        reached.add(at.getId());
      }
    }
    assertThat(reached)
        .contains("spine-arrivals", "spine-hosts", "boards", "shelf-menu", "tag-notes");
  }
}
