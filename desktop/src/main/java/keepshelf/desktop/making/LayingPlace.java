package keepshelf.desktop.making;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.ColorPicker;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import javafx.scene.paint.Color;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.BondOrder;
import keepshelf.core.making.Piece;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.shell.MakingFrame;
import keepshelf.desktop.words.Words;

/** Units of an item are laid: bonds at the left, the picture, and what can be set at the right. */
public final class LayingPlace extends MakingFrame implements AutoCloseable {
  /** A material that can be cut from; a null item is the plain colour. */
  private record Choice(String id, String name) {}

  private final LayingModel model;
  private final Supplier<List<ItemCard>> all;
  private final LaidStage stage;
  private final ComboBox<Choice> unit = new ComboBox<>();
  private final ComboBox<Choice> joint = new ComboBox<>();
  private final ColorPicker colour = new ColorPicker();
  private boolean filling;

  /**
   * The place.
   *
   * @param all the shelf's items
   * @param back goes back to where it was opened from
   */
  public LayingPlace(
      LayingModel model, Previews previews, Supplier<List<ItemCard>> all, Runnable back) {
    super("lay", Words.of("lay.called"), back, model::make);
    this.model = model;
    this.all = all;
    title.setText(Words.of("lay.title"));
    stage = new LaidStage(model, previews);
    content.setLeft(new BondCards(model));
    content.setCenter(stage);
    content.setRight(new LayingSettings(model));
    name.setPrefColumnCount(10);
    name.setMinWidth(90);
    name.setOnAction(e -> named());
    name.focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            named();
          }
        });
    pieces(unit, "lay-unit", "lay.unit.is", c -> model.change(o -> withUnit(o, c)));
    pieces(joint, "lay-joint", "lay.joint.is", c -> model.change(o -> withJoint(o, c)));
    colour.setId("lay-colour");
    colour.setAccessibleText(Words.of("lay.plain"));
    colour.getStyleClass().add("small-colour");
    colour.managedProperty().bind(colour.visibleProperty());
    colour.setOnAction(e -> {
      if (!filling) {
        model.change(o -> withJoint(o, new Choice(null, "")));
      }
    });
    behindName(unit, joint, colour);
    model.orderProperty().addListener(o -> fill());
  }

  private void pieces(ComboBox<Choice> box, String id, String word, Consumer<Choice> chosen) {
    box.setId(id);
    box.setAccessibleText(Words.of(word, ""));
    box.setConverter(Choices.titled(c -> Words.of(word, c.name())));
    box.setMinWidth(110);
    box.setMaxWidth(200);
    box.setOnAction(e -> {
      if (!filling && box.getValue() != null) {
        chosen.accept(box.getValue());
      }
    });
  }

  private static BondOrder withUnit(BondOrder o, Choice c) {
    Piece unit = Piece.of(c.id()).whole(o.unit().whole());
    return new BondOrder(o.name(), o.spec(), unit, o.joint(), o.resolution());
  }

  private BondOrder withJoint(BondOrder o, Choice c) {
    Piece p = c.id() == null ? Piece.plain(rgb(), 0.9) : Piece.of(c.id());
    return new BondOrder(o.name(), o.spec(), o.unit(), p, o.resolution());
  }

  private int rgb() {
    Color c = colour.getValue();
    return (int) Math.round(c.getRed() * 255) << 16
        | (int) Math.round(c.getGreen() * 255) << 8
        | (int) Math.round(c.getBlue() * 255);
  }

  private void named() {
    if (!filling) {
      model.change(
          o -> new BondOrder(name.getText(), o.spec(), o.unit(), o.joint(), o.resolution()));
    }
  }

  /** Begins with units cut from an item. */
  public void begin(ShelvedItem item) {
    filling = true;
    List<Choice> materials =
        all.get().stream()
            .filter(c -> c.kind() == ItemKind.MATERIAL || c.kind() == ItemKind.PHOTO_TEXTURE)
            .filter(c -> c.has(MapRole.BASE_COLOUR))
            .sorted(Comparator.comparing(ItemCard::name, String.CASE_INSENSITIVE_ORDER))
            .map(c -> new Choice(c.id(), c.name()))
            .toList();
    unit.getItems().setAll(materials);
    joint.getItems().setAll(new Choice(null, Words.of("lay.plain")));
    joint.getItems().addAll(materials);
    filling = false;
    model.begin(item);
  }

  private void fill() {
    filling = true;
    BondOrder o = model.orderProperty().get();
    if (!name.isFocused()) {
      name.setText(o.name());
    }
    choose(unit, o.unit().item());
    choose(joint, o.joint().item());
    colour.setVisible(o.joint().item() == null);
    if (o.joint().item() == null) {
      colour.setValue(Color.web(o.joint().colour()));
    }
    filling = false;
  }

  private static void choose(ComboBox<Choice> box, String id) {
    box.getItems().stream()
        .filter(c -> java.util.Objects.equals(c.id(), id))
        .findFirst()
        .ifPresent(box::setValue);
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () -> {
          LayingModel.Drawn d = model.drawnProperty().get();
          return d == null
              ? Words.of("lay.drawing")
              : Words.of("lay.status", String.format(Locale.ROOT, "%.1f", d.millis() / 1000.0));
        },
        model.drawnProperty());
  }

  @Override
  public String keys() {
    return Words.of("lay.hint");
  }

  @Override
  public void opened() {
    stage.requestFocus();
  }

  @Override
  protected void undo() {
    model.undo();
  }

  @Override
  protected boolean pressed(KeyCode key) {
    switch (key) {
      case B -> model.nextBond();
      case N -> model.throwAgain();
      case V -> stage.look(stage.look().next());
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  public void close() {
    stage.close();
  }
}
