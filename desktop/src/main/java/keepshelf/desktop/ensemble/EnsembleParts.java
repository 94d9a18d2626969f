package keepshelf.desktop.ensemble;

import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The parts one below the other: what each is called, what it is made of, its finish. */
final class EnsembleParts extends ScrollPane {
  private static final double WIDTH = 268;

  /** An item to choose. */
  private record Choice(String id, String name) {}

  private final EnsembleModel model;
  private final Supplier<List<ItemCard>> all;
  private final Function<String, ShelvedItem> items;
  private final VBox page = new VBox(10);
  private List<Choice> choices = List.of();
  private boolean filling;

  /**
   * The parts of what {@code model} puts together.
   *
   * @param all the shelf's items
   * @param items reads one by its identifier, or null when it is gone
   */
  EnsembleParts(
      EnsembleModel model, Supplier<List<ItemCard>> all, Function<String, ShelvedItem> items) {
    this.model = model;
    this.all = all;
    this.items = items;
    page.setPadding(new Insets(12, 12, 14, 14));
    setContent(page);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setPrefWidth(WIDTH);
    setMinWidth(WIDTH);
    model.stateProperty().addListener(o -> fill());
  }

  /** Looks anew at what the shelf has. */
  void begin() {
    choices =
        all.get().stream()
            .filter(c -> Setup.of(c.kind(), Set.of()).contains(Setup.SURFACE))
            .sorted(Comparator.comparing(ItemCard::name, String.CASE_INSENSITIVE_ORDER))
            .map(c -> new Choice(c.id(), c.name()))
            .toList();
  }

  private void fill() {
    filling = true;
    String focused =
        getScene() == null || getScene().getFocusOwner() == null
            ? null
            : getScene().getFocusOwner().getId();
    page.getChildren().setAll(Kit.label(Words.of("ensemble.parts"), "section"));
    List<Wish> parts = model.stateProperty().get().parts();
    for (int i = 0; i < parts.size(); i++) {
      page.getChildren().add(row(i, parts.get(i), parts.size()));
    }
    if (parts.size() < EnsembleObject.MOST_PARTS) {
      page.getChildren().add(more());
    }
    page.getChildren().add(Kit.wrapped(Words.of("ensemble.places"), "hint"));
    filling = false;
    if (focused != null && lookup("#" + focused) != null) {
      lookup("#" + focused).requestFocus();
    }
  }

  private Node row(int i, Wish w, int count) {
    TextField name = new TextField(w.name());
    name.setId("part-name-" + i);
    name.setAccessibleText(Words.of("ensemble.part.name"));
    name.getStyleClass().add("small-field");
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setOnAction(e -> named(i, name));
    name.focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            named(i, name);
          }
        });
    Button up = small("↑", "part-up-" + i, "ensemble.up", w, () -> model.move(i, -1));
    up.setDisable(i == 0);
    Button down = small("↓", "part-down-" + i, "ensemble.down", w, () -> model.move(i, 1));
    down.setDisable(i == count - 1);
    Button out = small("×", "part-out-" + i, "ensemble.out", w, () -> model.remove(i));
    HBox head = new HBox(4, name, up, down, out);
    head.setAlignment(Pos.CENTER_LEFT);
    VBox box = new VBox(5, head, item(i, w));
    if (!w.item().item().marks().finishes().isEmpty()) {
      box.getChildren().add(finish(i, w));
    }
    box.getStyleClass().add("part-row");
    return box;
  }

  private void named(int i, TextField name) {
    if (!filling && i < model.stateProperty().get().parts().size()) {
      model.partName(i, name.getText());
    }
  }

  private static Button small(String sign, String id, String words, Wish w, Runnable what) {
    Button b = Kit.button(sign, what, "pill");
    b.setId(id);
    b.setAccessibleText(Words.of(words, w.name()));
    return b;
  }

  private Node item(int i, Wish w) {
    ComboBox<Choice> box = chooser("part-item-" + i, "ensemble.made");
    choices.stream()
        .filter(c -> c.id().equals(w.item().item().id()))
        .findFirst()
        .ifPresentOrElse(
            box::setValue,
            () -> box.setValue(new Choice(w.item().item().id(), w.item().item().name())));
    box.setOnAction(e -> {
      ShelvedItem chosen = filling ? null : items.apply(box.getValue().id());
      if (chosen != null) {
        model.partItem(i, chosen);
      }
    });
    return box;
  }

  private Node finish(int i, Wish w) {
    ComboBox<String> box = new ComboBox<>();
    box.setId("part-finish-" + i);
    box.setAccessibleText(Words.of("ensemble.finish"));
    box.setMaxWidth(Double.MAX_VALUE);
    String delivered = Words.of("ensemble.delivered");
    box.getItems().add(delivered);
    w.item().item().marks().finishes().stream().map(Finish::name).forEach(box.getItems()::add);
    box.setValue(w.finish() == null ? delivered : w.finish());
    box.setOnAction(e -> {
      if (!filling) {
        model.partFinish(i, box.getValue().equals(delivered) ? null : box.getValue());
      }
    });
    return box;
  }

  private Node more() {
    ComboBox<Choice> box = chooser("part-add", "ensemble.add");
    box.setPromptText(Words.of("ensemble.add"));
    box.setOnAction(e -> {
      ShelvedItem chosen =
          filling || box.getValue() == null ? null : items.apply(box.getValue().id());
      if (chosen != null) {
        model.add(chosen);
      }
    });
    return box;
  }

  private ComboBox<Choice> chooser(String id, String words) {
    ComboBox<Choice> box = new ComboBox<>();
    box.setId(id);
    box.setAccessibleText(Words.of(words));
    box.setConverter(Choices.titled(Choice::name));
    box.setMaxWidth(Double.MAX_VALUE);
    box.getItems().setAll(choices);
    return box;
  }
}
