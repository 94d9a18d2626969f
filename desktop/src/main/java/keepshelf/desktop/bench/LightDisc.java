package keepshelf.desktop.bench;

import java.util.function.DoubleConsumer;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import keepshelf.desktop.words.Words;

/** Where the light comes from, seen from above: drag the spot around, or use the arrow keys. */
final class LightDisc extends Pane {
  private static final double RADIUS = 34;
  private static final double STEP = 15;

  private final Circle spot = new Circle(6);
  private final Line ray = new Line(RADIUS, RADIUS, RADIUS, RADIUS);
  private double degrees;

  /** {@code turn} gets the degrees that the light is turned to. */
  LightDisc(DoubleConsumer turn) {
    Circle disc = new Circle(RADIUS, RADIUS, RADIUS);
    disc.getStyleClass().add("light-disc");
    spot.getStyleClass().add("light-spot");
    ray.getStyleClass().add("light-ray");
    getChildren().addAll(disc, ray, spot);
    setMinSize(2 * RADIUS, 2 * RADIUS);
    setMaxSize(2 * RADIUS, 2 * RADIUS);
    setFocusTraversable(true);
    setId("light-disc");
    setAccessibleText(Words.of("bench.disc"));
    setOnMousePressed(e -> {
      requestFocus();
      turn.accept(at(e.getX(), e.getY()));
      e.consume();
    });
    setOnMouseDragged(e -> {
      turn.accept(at(e.getX(), e.getY()));
      e.consume();
    });
    setOnKeyPressed(e -> {
      double by = e.getCode() == KeyCode.LEFT ? -STEP : e.getCode() == KeyCode.RIGHT ? STEP : 0;
      if (by != 0) {
        turn.accept(degrees + by);
        e.consume();
      }
    });
    show(0);
  }

  /** Degrees from the front to the right. */
  private static double at(double x, double y) {
    return Math.toDegrees(Math.atan2(x - RADIUS, y - RADIUS));
  }

  /** Shows the light turned so far. */
  void show(double to) {
    degrees = to;
    double a = Math.toRadians(to);
    spot.setCenterX(RADIUS + Math.sin(a) * (RADIUS - 11));
    spot.setCenterY(RADIUS + Math.cos(a) * (RADIUS - 11));
    ray.setEndX(spot.getCenterX());
    ray.setEndY(spot.getCenterY());
  }
}
