package keepshelf.desktop.photo;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.pixel.Pixels;

/** The photograph with the four corners of what is cut out, and a line of known length. */
final class PhotoStage extends Pane {
  private static final double ROOM = 24;
  private static final double HANDLE = 6;

  /** Share of the picture that an arrow key moves a handle by. */
  private static final double STEP = 0.002;

  private final PhotoModel model;
  private final ImageView view = new ImageView();
  private final Polygon edge = new Polygon();
  private final Line line = new Line();
  private final List<Circle> handles = new ArrayList<>();

  PhotoStage(PhotoModel model) {
    this.model = model;
    getStyleClass().add("bench-stage");
    setId("photo-stage");
    setMinSize(0, 0);
    setAccessibleText(Words.of("photo.stage"));
    view.setPreserveRatio(true);
    edge.getStyleClass().add("photo-edge");
    edge.setMouseTransparent(true);
    line.getStyleClass().add("measured-line");
    line.setMouseTransparent(true);
    getChildren().addAll(view, edge, line);
    for (int i = 0; i < 6; i++) {
      Circle h = handle(i);
      handles.add(h);
      getChildren().add(h);
    }
    layoutBoundsProperty().addListener(o -> place());
    model.photoProperty().addListener((o, was, is) -> show(is));
    model.cutProperty().addListener(o -> place());
  }

  private Circle handle(int number) {
    Circle h = new Circle(HANDLE);
    h.getStyleClass().add(number < 4 ? "photo-corner" : "light-spot");
    h.setId("photo-handle-" + number);
    h.setFocusTraversable(true);
    h.setAccessibleText(Words.of(number < 4 ? "photo.corner" : "photo.end", number % 4 + 1));
    h.setOnMousePressed(e -> {
      h.requestFocus();
      model.drag(true);
      e.consume();
    });
    h.setOnMouseDragged(e -> {
      double x = (e.getX() - view.getLayoutX()) / wide();
      double y = (e.getY() - view.getLayoutY()) / high();
      model.put(number, x, y);
      e.consume();
    });
    h.setOnMouseReleased(e -> model.drag(false));
    h.setOnKeyPressed(e -> moved(number, e));
    return h;
  }

  private void moved(int number, KeyEvent e) {
    double far = e.isShiftDown() ? 10 * STEP : STEP;
    double x = 0;
    double y = 0;
    switch (e.getCode()) {
      case LEFT -> x = -far;
      case RIGHT -> x = far;
      case UP -> y = -far;
      case DOWN -> y = far;
      default -> {
        return;
      }
    }
    double[] at = at(number);
    model.put(number, at[0] + x, at[1] + y);
    e.consume();
  }

  private double[] at(int handle) {
    PhotoModel.Cut c = model.cutProperty().get();
    double[] of = handle < 4 ? c.corners() : c.line();
    int i = 2 * (handle < 4 ? handle : handle - 4);
    return new double[] {of[i], of[i + 1]};
  }

  private double wide() {
    return view.getLayoutBounds().getWidth();
  }

  private double high() {
    return view.getLayoutBounds().getHeight();
  }

  private void show(Pixels p) {
    view.setImage(p == null ? null : image(p));
    place();
  }

  /** The pixels as the toolkit's image. */
  static WritableImage image(Pixels p) {
    int[] argb = new int[p.width() * p.height()];
    int n = p.channels();
    for (int i = 0; i < argb.length; i++) {
      int rgb = 0;
      for (int c = 0; c < 3; c++) {
        rgb = rgb << 8 | Math.clamp(Math.round(255 * p.at(i * n + (n < 3 ? 0 : c))), 0, 255);
      }
      argb[i] = 0xFF000000 | rgb;
    }
    WritableImage image = new WritableImage(p.width(), p.height());
    image
        .getPixelWriter()
        .setPixels(
            0, 0, p.width(), p.height(), PixelFormat.getIntArgbInstance(), argb, 0, p.width());
    return image;
  }

  private void place() {
    Pixels p = model.photoProperty().get();
    boolean there = p != null && getWidth() > 4 * ROOM && getHeight() > 4 * ROOM;
    getChildren().forEach(n -> n.setVisible(there));
    if (!there) {
      return;
    }
    double scale =
        Math.min((getWidth() - 2 * ROOM) / p.width(), (getHeight() - 2 * ROOM) / p.height());
    view.setFitWidth(p.width() * scale);
    view.setFitHeight(p.height() * scale);
    view.relocate((getWidth() - p.width() * scale) / 2, (getHeight() - p.height() * scale) / 2);
    List<Double> points = new ArrayList<>();
    for (int i = 0; i < handles.size(); i++) {
      double[] at = at(i);
      double x = view.getLayoutX() + at[0] * p.width() * scale;
      double y = view.getLayoutY() + at[1] * p.height() * scale;
      handles.get(i).setCenterX(x);
      handles.get(i).setCenterY(y);
      if (i < 4) {
        points.add(x);
        points.add(y);
      }
    }
    edge.getPoints().setAll(points);
    line.setStartX(handles.get(4).getCenterX());
    line.setStartY(handles.get(4).getCenterY());
    line.setEndX(handles.get(5).getCenterX());
    line.setEndY(handles.get(5).getCenterY());
  }

  /** A tile laid four times, so that its edges are seen, within a square. */
  static Previews.Picture laid(Pixels tile, int side) {
    int[] argb = new int[side * side];
    int n = tile.channels();
    for (int i = 0; i < argb.length; i++) {
      int x = (int) ((i % side) * 2L * tile.width() / side % tile.width());
      int y = (int) ((i / side) * 2L * tile.width() / side % tile.height());
      int at = (y * tile.width() + x) * n;
      int rgb = 0;
      for (int c = 0; c < 3; c++) {
        rgb = rgb << 8 | Math.clamp(Math.round(255 * tile.at(at + (n < 3 ? 0 : c))), 0, 255);
      }
      argb[i] = 0xFF000000 | rgb;
    }
    return new Previews.Picture(side, argb);
  }
}
