package keepshelf.desktop.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.AnchorPane;
import javafx.scene.layout.HBox;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.BenchState;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.render.BenchScene;

/** What lies over the picture: shapes, lights, what is beside, the rule and the light's disc. */
final class BenchBars extends AnchorPane {
  private static final double EDGE = 13;

  private final BenchModel model;
  private final List<ToggleButton> shapes = new ArrayList<>();
  private final List<ToggleButton> besides = new ArrayList<>();
  private final ComboBox<BenchModel.Choice> light = new ComboBox<>();
  private final ComboBox<BenchModel.Choice> other = new ComboBox<>();
  private final HBox left = bar();
  private final HBox right = bar();
  private final ToggleButton relief;
  private final ToggleButton backdrop;
  private final ToggleButton patches;
  private final Label stops = Kit.label("", "on-picture");
  private final TrueRule rule = new TrueRule();
  private final LightDisc disc;
  private boolean filling;

  /** {@code beside} gets the identifier of the item that is to stand beside. */
  BenchBars(BenchModel model, Consumer<String> beside) {
    this.model = model;
    setPickOnBounds(false);
    for (BenchScene.Shape s : BenchScene.Shape.values()) {
      ToggleButton b = toggle("bench.shape." + s.id(), () -> model.stand(now().with(s)));
      b.setUserData(s);
      shapes.add(b);
      left.getChildren().add(b);
    }
    relief = toggle("bench.relief", () -> model.stand(now().raised(!now().raised())));
    patches = toggle("bench.patches", () -> model.stand(now().patches(!now().patches())));
    left.getChildren().addAll(relief, patches);
    light.setId("bench-light");
    light.setAccessibleText(Words.of("bench.light"));
    light.getStyleClass().add("on-picture-box");
    light.setMaxWidth(190);
    light.setOnAction(e -> {
      if (!filling && light.getValue() != null) {
        model.stand(now().lit(light.getValue().id()));
      }
    });
    backdrop = toggle("bench.backdrop", () -> model.stand(now().backdrop(!now().backdrop())));
    right
        .getChildren()
        .addAll(
            light,
            press("bench.darker", () -> model.stand(now().brighter(now().stops() - 0.5))),
            stops,
            press("bench.brighter", () -> model.stand(now().brighter(now().stops() + 0.5))),
            backdrop);
    HBox low = bar();
    for (BenchState.Beside b : BenchState.Beside.values()) {
      ToggleButton t = toggle("bench.beside." + b.id(), () -> model.stand(now().beside(b)));
      t.setUserData(b);
      besides.add(t);
      low.getChildren().add(t);
    }
    other.setId("bench-other");
    other.setAccessibleText(Words.of("bench.other"));
    other.setPromptText(Words.of("bench.other"));
    other.getStyleClass().add("on-picture-box");
    other.setMaxWidth(170);
    other.managedProperty().bind(other.visibleProperty());
    other.setOnAction(e -> {
      if (!filling && other.getValue() != null) {
        beside.accept(other.getValue().id());
      }
    });
    low.getChildren().add(other);
    disc = new LightDisc(d -> model.stand(now().turned(d)));
    pin(left, EDGE, null, null, EDGE);
    pin(right, EDGE, EDGE, null, null);
    // Above the bar at the foot, whatever length it has.
    pin(rule, null, null, EDGE + 40, EDGE);
    pin(disc, null, EDGE, EDGE, null);
    HBox middle = new HBox(low);
    middle.setAlignment(Pos.CENTER);
    middle.setPickOnBounds(false);
    pin(middle, null, 0.0, EDGE, 0.0);
    getChildren().addAll(left, right, middle, rule, disc);
  }

  private BenchState now() {
    return model.stateProperty().get();
  }

  private static HBox bar() {
    HBox h = new HBox(5);
    h.setAlignment(Pos.CENTER_LEFT);
    h.setPadding(new Insets(0));
    h.setPickOnBounds(false);
    return h;
  }

  private static void pin(Node n, Double top, Double right, Double bottom, Double left) {
    AnchorPane.setTopAnchor(n, top);
    AnchorPane.setRightAnchor(n, right);
    AnchorPane.setBottomAnchor(n, bottom);
    AnchorPane.setLeftAnchor(n, left);
  }

  private ToggleButton toggle(String word, Runnable what) {
    ToggleButton b = new ToggleButton(Words.of(word));
    b.setId(word.replace('.', '-'));
    b.getStyleClass().add("on-picture-button");
    b.setOnAction(e -> {
      what.run();
      show(now());
    });
    return b;
  }

  private static Node press(String word, Runnable what) {
    var b = Kit.button(Words.of(word), what, "on-picture-button");
    b.setId(word.replace('.', '-'));
    b.setAccessibleText(Words.of(word + ".spoken"));
    return b;
  }

  /** The rule in the picture. */
  TrueRule rule() {
    return rule;
  }

  /** Shows which lights there are. */
  void lights(List<BenchModel.Choice> all) {
    filling = true;
    if (!light.getItems().equals(all)) {
      light.getItems().setAll(all);
    }
    filling = false;
    show(now());
  }

  /** Shows what can stand beside. */
  void others(List<BenchModel.Choice> all) {
    filling = true;
    BenchModel.Choice now = other.getValue();
    other.getItems().setAll(all);
    filling = false;
    // Without a choice yet, what lay here before.
    other.setValue(all.contains(now) || all.isEmpty() ? now : all.getFirst());
  }

  /** The light after the one with this identifier. */
  String next(String id) {
    List<BenchModel.Choice> all = light.getItems();
    for (int i = 0; i < all.size(); i++) {
      if (all.get(i).id().equals(id)) {
        return all.get((i + 1) % all.size()).id();
      }
    }
    return all.getFirst().id();
  }

  /** Shows how the bench stands. */
  void show(BenchState s) {
    filling = true;
    shapes.forEach(b -> b.setSelected(b.getUserData() == s.shape()));
    besides.forEach(b -> b.setSelected(b.getUserData() == s.beside()));
    relief.setSelected(s.raised());
    backdrop.setSelected(s.backdrop());
    patches.setSelected(s.patches());
    light.getItems().stream()
        .filter(l -> l.id().equals(s.light()))
        .findFirst()
        .ifPresent(light::setValue);
    stops.setText(String.format(Locale.ROOT, "%+.1f", s.stops()));
    disc.show(s.lightDegrees());
    // Where nothing is lit, neither shape nor light has anything to say.
    left.setVisible(s.beside().isLit());
    right.setVisible(s.beside().isLit());
    disc.setVisible(s.beside().isLit());
    other.setVisible(s.beside() == BenchState.Beside.OTHER);
    filling = false;
  }
}
