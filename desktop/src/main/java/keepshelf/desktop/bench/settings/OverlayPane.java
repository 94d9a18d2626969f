package keepshelf.desktop.bench.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.catalogue.setup.Overlay.Target;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.finish.OverlayText;
import keepshelf.core.model.Length;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;

/** What a finish lays over the maps: up to four grey maps of other items, in order. */
final class OverlayPane extends VBox {
  private static final List<FinishSetting> PLACES =
      List.of(
          FinishSetting.OVERLAY_1,
          FinishSetting.OVERLAY_2,
          FinishSetting.OVERLAY_3,
          FinishSetting.OVERLAY_4);

  private final FinishModel model;
  private final Supplier<List<ItemCard>> shelf;
  private final MenuButton more = new MenuButton(Words.of("finish.overlay.add"));
  private final List<Block> blocks = new ArrayList<>();

  /** {@code shelf} gives the cards of all items; it is asked when a choice is opened. */
  OverlayPane(FinishModel model, Supplier<List<ItemCard>> shelf) {
    super(8);
    this.model = model;
    this.shelf = shelf;
    setId("finish-overlays");
    more.setId("finish-overlay-add");
    more.getStyleClass().add("small-field");
    // A menu without entries does not open, so it says that there is nothing until it knows.
    more.getItems().setAll(nothing());
    more.setOnShowing(e -> choose());
    fill();
  }

  private static MenuItem nothing() {
    MenuItem none = new MenuItem(Words.of("finish.overlay.none"));
    none.setDisable(true);
    return none;
  }

  private void choose() {
    List<MenuItem> entries = new ArrayList<>();
    for (BenchModel.Choice c : BenchModel.overlays(shelf.get())) {
      MenuItem entry = new MenuItem(c.title());
      entry.setOnAction(e -> set(laid().size(), Overlay.of(c.id())));
      entries.add(entry);
    }
    if (entries.isEmpty()) {
      entries.add(nothing());
    }
    more.getItems().setAll(entries);
  }

  private String title(String item) {
    return shelf.get().stream()
        .filter(c -> c.key().equals(item) || c.id().equals(item))
        .findFirst()
        .map(ItemCard::name)
        .orElse(Words.of("finish.overlay.gone", item));
  }

  private List<Overlay> laid() {
    return model.draftProperty().get().laid();
  }

  private void set(int place, Overlay o) {
    model.set(PLACES.get(place), o == null ? "" : OverlayText.of(o));
    fill();
  }

  /** Shows what the finish says. */
  void fill() {
    if (blocks.size() != laid().size() || getChildren().isEmpty()) {
      blocks.clear();
      getChildren().clear();
      for (int i = 0; i < laid().size(); i++) {
        blocks.add(new Block(i));
      }
      getChildren().addAll(blocks);
      getChildren().add(more);
      more.setVisible(laid().size() < Finish.MOST_OVERLAYS);
    }
    blocks.forEach(Block::fill);
  }

  /** One overlay. */
  private final class Block extends VBox {
    private final int place;
    private final Label name = Kit.label("", "strong");
    private final Slider amount = new Slider(-1, 1, 0.5);
    private final Label said = Kit.label("", "second");
    private final TextField tile = new TextField();
    private final ComboBox<Integer> turn = new ComboBox<>();
    private final TextField colour = new TextField();
    private final List<ToggleButton> targets = new ArrayList<>();
    private String named;
    private String title;
    private boolean filling;

    Block(int place) {
      super(5);
      this.place = place;
      String id = "finish-overlay-" + (place + 1);
      setId(id);
      HBox head =
          new HBox(
              6,
              name,
              Kit.spring(),
              Kit.button(Words.of("finish.overlay.remove"), () -> set(place, null), "quiet"));
      head.setAlignment(Pos.CENTER_LEFT);
      amount.setId(id + "-amount");
      amount.setAccessibleText(Words.of("finish.overlay.amount"));
      amount.valueProperty().addListener(o -> change(now().by(rounded())));
      HBox.setHgrow(amount, Priority.ALWAYS);
      said.setMinWidth(34);
      HBox far = row(Kit.label(Words.of("finish.overlay.amount")), amount, said);
      tile.setId(id + "-tile");
      tile.setAccessibleText(Words.of("finish.tile"));
      tile.setPromptText(Words.of("finish.asis"));
      tile.getStyleClass().add("small-field");
      tile.setPrefColumnCount(6);
      tile.setOnAction(e -> tiled());
      turn.setId(id + "-turn");
      turn.setAccessibleText(Words.of("finish.turn"));
      turn.getStyleClass().add("small-field");
      turn.getItems().setAll(0, 90, 180, 270);
      turn.setOnAction(e -> change(now().turned(turn.getValue())));
      HBox lies = row(Kit.label(Words.of("finish.tile")), tile, Kit.label("°"), turn);
      HBox what = row();
      for (Target t : Target.values()) {
        ToggleButton b = new ToggleButton(Words.of("finish.overlay." + t.id()));
        b.setId(id + "-" + t.id());
        b.getStyleClass().add("small-toggle");
        b.setUserData(t);
        b.setOnAction(e -> changed());
        targets.add(b);
        what.getChildren().add(b);
      }
      colour.setId(id + "-colour-hex");
      colour.setAccessibleText(Words.of("finish.overlay.hex"));
      colour.getStyleClass().add("small-field");
      colour.setPrefColumnCount(6);
      colour.setOnAction(e -> coloured());
      colour.managedProperty().bind(colour.visibleProperty());
      getChildren().addAll(head, far, lies, what, colour);
    }

    private HBox row(javafx.scene.Node... of) {
      HBox h = new HBox(6, of);
      h.setAlignment(Pos.CENTER_LEFT);
      return h;
    }

    private Overlay now() {
      return laid().get(place);
    }

    private double rounded() {
      return Math.round(amount.getValue() * 100) / 100.0;
    }

    private void change(Overlay next) {
      if (!filling && !next.equals(now())) {
        set(place, next);
      }
    }

    private void tiled() {
      try {
        String text = tile.getText().strip();
        change(now().tiled(text.isEmpty() ? null : Length.metres(text, "m")));
        tile.getStyleClass().remove("wrong");
      } catch (IllegalArgumentException e) {
        tile.getStyleClass().add("wrong");
      }
    }

    private void coloured() {
      String hex = colour.getText().strip().replace("#", "");
      colour.getStyleClass().remove("wrong");
      if (hex.matches("[0-9a-fA-F]{6}")) {
        change(now().coloured("#" + hex.toLowerCase(Locale.ROOT)));
      } else {
        colour.getStyleClass().add("wrong");
      }
    }

    private void changed() {
      List<Target> all =
          targets.stream()
              .filter(ToggleButton::isSelected)
              .map(b -> (Target) b.getUserData())
              .toList();
      if (all.isEmpty()) {
        fill();
      } else {
        change(now().changing(all));
      }
    }

    void fill() {
      filling = true;
      Overlay o = now();
      if (!o.item().equals(named)) {
        named = o.item();
        title = title(named);
      }
      name.setText(o.role() == null ? title : title + " · " + o.role().title());
      amount.setValue(o.amount());
      said.setText(String.format(Locale.ROOT, "%+.2f", o.amount()));
      if (!tile.isFocused()) {
        tile.setText(o.tileMetres() == null ? "" : TrueRule.words(o.tileMetres()));
      }
      turn.setValue(o.turnDegrees());
      targets.forEach(b -> b.setSelected(o.changes().contains((Target) b.getUserData())));
      colour.setVisible(o.changes().contains(Target.COLOUR));
      if (!colour.isFocused()) {
        colour.setText(o.colour() == null ? "" : o.colour());
      }
      filling = false;
    }
  }
}
