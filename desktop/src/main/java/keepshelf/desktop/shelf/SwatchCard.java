package keepshelf.desktop.shelf;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;

/** A card on a board: preview, name, source, resolutions, licence. */
final class SwatchCard extends VBox {
  static final double SIDE = 116;

  private final ShelvedItem item;

  SwatchCard(
      ShelvedItem item,
      javafx.beans.value.ObservableValue<keepshelf.core.preview.Previews.Picture> picture) {
    super(4);
    this.item = item;
    getStyleClass().add("card");
    setFocusTraversable(true);
    setAccessibleText(item.item().name());
    StackPane frame = new StackPane(Images.view(picture, SIDE));
    frame.getStyleClass().add("picture-frame");
    Label name = Kit.label(item.item().name(), "name");
    name.setMaxWidth(SIDE + 4);
    String source =
        item.pack().source() == null ? Words.of("shelf.nosource") : item.pack().source();
    Label from = Kit.label(source, "hint");
    from.setWrapText(true);
    from.setMinWidth(0);
    from.setMaxHeight(28);
    Region spring = Kit.spring();
    HBox line =
        new HBox(
            5,
            from,
            spring,
            Signs.staircase(item.item().resolutions()),
            Signs.licence(LicenceClass.of(item.pack().licence())));
    line.setAlignment(Pos.CENTER_LEFT);
    line.setMaxWidth(SIDE);
    getChildren().addAll(frame, name, line);
    setPrefWidth(SIDE + 8);
    setMaxWidth(SIDE + 8);
  }

  ShelvedItem item() {
    return item;
  }

  void choose(boolean on) {
    getStyleClass().remove("chosen");
    if (on) {
      getStyleClass().add("chosen");
    }
  }
}
