package keepshelf.desktop.bench;

import java.util.Locale;
import java.util.function.DoubleConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.measure.MeasuredLine;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * The base colour as one tile, to draw a line on along something whose length is known: the width
 * of the tile follows.
 */
final class MeasurePane extends StackPane {
  private static final int SIDE = 1024;

  private final Shelf shelf;
  private final Pictures pictures;
  private final DoubleConsumer take;
  private final ImageView view = new ImageView();
  private final Pane drawing = new Pane(view);
  private final Line line = new Line();
  private final Circle from = new Circle(5);
  private final Circle to = new Circle(5);
  private final TextField length = new TextField();
  private final Label result = Kit.label("", "on-picture");
  private final Button takeIt;
  private MapRecord map;

  /** {@code take} gets the width of the tile in metres that a person has measured. */
  MeasurePane(Shelf shelf, Pictures pictures, DoubleConsumer take) {
    this.shelf = shelf;
    this.pictures = pictures;
    this.take = take;
    setId("bench-measure");
    getStyleClass().add("bench-stage");
    line.getStyleClass().add("measured-line");
    from.getStyleClass().add("light-spot");
    to.getStyleClass().add("light-spot");
    drawing.getChildren().addAll(line, from, to);
    drawing.setId("measure-drawing");
    length.setId("measure-length");
    length.setPromptText(Words.of("bench.measure.prompt"));
    length.setPrefColumnCount(12);
    length.getStyleClass().add("small-field");
    length.textProperty().addListener(o -> work());
    takeIt = Kit.button(Words.of("bench.measure.take"), this::take, "main");
    takeIt.setId("measure-take");
    length.setOnAction(e -> take());
    HBox low = new HBox(10, length, result, takeIt);
    low.setAlignment(Pos.CENTER);
    low.setMaxHeight(40);
    low.setTranslateY(-52);
    StackPane.setAlignment(low, Pos.BOTTOM_CENTER);
    getChildren().addAll(drawing, low);
    drawing.setOnMousePressed(e -> {
      boolean second = near(to, e.getX(), e.getY());
      boolean first = !second && near(from, e.getX(), e.getY());
      grabbed = first ? from : to;
      if (!first && !second) {
        put(from, e.getX(), e.getY());
        put(to, e.getX(), e.getY());
      }
      work();
      e.consume();
    });
    drawing.setOnMouseDragged(e -> {
      put(grabbed, e.getX(), e.getY());
      work();
      e.consume();
    });
    drawing.setOnMouseReleased(e -> length.requestFocus());
    layoutBoundsProperty().addListener(o -> fit());
    work();
  }

  private Circle grabbed = to;

  private static boolean near(Circle c, double x, double y) {
    return c.isVisible() && Math.hypot(c.getCenterX() - x, c.getCenterY() - y) < 12;
  }

  private void put(Circle end, double x, double y) {
    end.setCenterX(Math.clamp(x, view.getX(), view.getX() + view.getFitWidth()));
    end.setCenterY(Math.clamp(y, view.getY(), view.getY() + view.getFitHeight()));
  }

  /** Shows the map that is measured on. */
  void show(ShelvedItem s, MapRecord m) {
    map = m;
    put(from, 0, 0);
    put(to, 0, 0);
    var file = shelf.folder().resolve(s.path(m));
    var picture = pictures.get("measure|" + file, () -> Previews.flat(file, SIDE));
    if (picture.get() != null) {
      view.setImage(Images.image(picture.get()));
    } else {
      picture.addListener((o, was, is) -> {
        if (is != null && map == m) {
          view.setImage(Images.image(is));
          fit();
        }
      });
    }
    fit();
    work();
  }

  /** The picture as large as it goes, with room for the bars above and below. */
  private void fit() {
    if (map == null || map.width() == 0) {
      return;
    }
    double most = Math.max(50, Math.min(getWidth() - 60, getHeight() - 150));
    double shape = (double) map.height() / map.width();
    double w = shape > 1 ? most / shape : most;
    view.setFitWidth(w);
    view.setFitHeight(w * shape);
    view.setX((getWidth() - w) / 2);
    view.setY((getHeight() - 40 - w * shape) / 2);
  }

  private MeasuredLine drawn() {
    double k = map.width() / Math.max(1, view.getFitWidth());
    return new MeasuredLine(
        (from.getCenterX() - view.getX()) * k,
        (from.getCenterY() - view.getY()) * k,
        (to.getCenterX() - view.getX()) * k,
        (to.getCenterY() - view.getY()) * k,
        map.width());
  }

  private Double tile() {
    try {
      return map == null ? null : drawn().tile(MeasuredLine.typed(length.getText()));
    } catch (IllegalArgumentException e) {
      return null;
    }
  }

  private void work() {
    line.setStartX(from.getCenterX());
    line.setStartY(from.getCenterY());
    line.setEndX(to.getCenterX());
    line.setEndY(to.getCenterY());
    boolean any = map != null && drawn().pixels() >= 4;
    line.setVisible(any);
    from.setVisible(any);
    to.setVisible(any);
    Double tile = tile();
    takeIt.setDisable(tile == null);
    if (!any) {
      result.setText(Words.of("bench.measure.draw"));
    } else if (tile == null) {
      result.setText(Words.of("bench.measure.type", Math.round(drawn().pixels())));
    } else {
      double error = drawn().error(MeasuredLine.typed(length.getText()));
      result.setText(
          Words.of(
              "bench.measure.result",
              TrueRule.words(tile),
              String.format(Locale.ROOT, "%.1f", error * 1000)));
    }
  }

  private void take() {
    Double tile = tile();
    if (tile != null) {
      take.accept(tile);
    }
  }
}
