package keepshelf.desktop.arrivals;

import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** One picture in the sorting table or its tray. */
final class MapCell extends StackPane {
  static final double SIDE = 54;

  private final Spot spot;

  MapCell(Spot spot, java.nio.file.Path file, double side, Pictures pictures) {
    this.spot = spot;
    getStyleClass().add("map-cell");
    setFocusTraversable(false);
    setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
    getChildren().add(Images.view(pictures.thumbnail(file, 108), side));
    // A white map on a white table needs an edge.
    Region edge = new Region();
    edge.getStyleClass().add("picture-edge");
    edge.setMinSize(side, side);
    edge.setMaxSize(side, side);
    edge.setMouseTransparent(true);
    getChildren().add(edge);
    if (spot.map() != null) {
      Column.of(spot.map().role()).remark(spot.map().role()).ifPresent(this::remark);
      Node corner = Signs.corner(spot.map().asks());
      StackPane.setAlignment(corner, Pos.BOTTOM_RIGHT);
      corner.setMouseTransparent(true);
      getChildren().add(corner);
      setAccessibleText(spot.map().role().title() + ", " + spot.map().file().name());
    } else {
      setAccessibleText(spot.path());
    }
    Tooltip.install(this, new Tooltip(spot.path()));
  }

  /** Shows that the file is named like a picture but cannot be read as one. */
  void unreadable() {
    Label l = Kit.label(Words.of("arrivals.unreadable"), "missing");
    l.setMinSize(40, 40);
    l.setMaxSize(40, 40);
    l.setAlignment(Pos.CENTER);
    l.setMouseTransparent(true);
    getChildren().add(l);
  }

  private void remark(String word) {
    Label l = Kit.label(word, "word-tag");
    l.setMouseTransparent(true);
    StackPane.setAlignment(l, Pos.TOP_CENTER);
    StackPane.setMargin(l, new Insets(1, 0, 0, 0));
    getChildren().add(l);
  }

  Spot spot() {
    return spot;
  }

  /** Shows that it is looked at, or chosen together with others. */
  void choose(boolean looked, boolean together) {
    getStyleClass().removeAll("chosen", "together");
    if (looked) {
      getStyleClass().add("chosen");
    } else if (together) {
      getStyleClass().add("together");
    }
  }
}
