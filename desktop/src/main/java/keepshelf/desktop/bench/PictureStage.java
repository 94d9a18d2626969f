package keepshelf.desktop.bench;

import java.util.function.BiConsumer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.util.Duration;
import keepshelf.desktop.bench.state.BenchState;
import keepshelf.desktop.words.Words;

/**
 * The picture of the bench: alone, with the original beside it, or with the original wiped over it.
 * Dragging turns the object, with Shift the light; the wheel goes nearer.
 */
final class PictureStage extends Pane {
  /** What a person does with the mouse. */
  interface Hand {
    /** The object is turned and tilted by so many degrees. */
    void turn(double right, double up);

    /** The light is turned by so many degrees. */
    void light(double right);

    /** The viewer goes nearer by a factor. */
    void nearer(double factor);
  }

  /** As long as one of two pictures is seen while they blink. */
  private static final Duration BLINK = Duration.millis(700);

  private final ImageView now = new ImageView();
  private final ImageView before = new ImageView();
  private final Line edge = new Line();
  private final Staff staff = new Staff();
  private final Rectangle clip = new Rectangle();
  private final BiConsumer<Integer, Integer> sized;
  private BenchState.Beside mode = BenchState.Beside.ALONE;
  private final Timeline blinking = new Timeline(new KeyFrame(BLINK, e -> blink()));
  private boolean blinked;
  private double wipe = 0.5;
  private double lastX;
  private double lastY;
  private double metresPerPoint;
  private double footRow;

  /** {@code sized} is told the pixels of one picture. */
  PictureStage(Hand hand, BiConsumer<Integer, Integer> sized) {
    this.sized = sized;
    blinking.setCycleCount(Timeline.INDEFINITE);
    getChildren().addAll(now, before, edge, staff);
    edge.getStyleClass().add("wipe-edge");
    before.setVisible(false);
    edge.setVisible(false);
    edge.setMouseTransparent(true);
    getStyleClass().add("bench-stage");
    setId("bench-picture");
    setAccessibleText(Words.of("bench.picture"));
    setFocusTraversable(true);
    setOnMousePressed(e -> {
      requestFocus();
      lastX = e.getX();
      lastY = e.getY();
    });
    setOnMouseDragged(e -> dragged(e, hand));
    setOnMouseMoved(e -> {
      if (mode == BenchState.Beside.WIPE && getWidth() > 0) {
        wipe = Math.clamp(e.getX() / getWidth(), 0, 1);
        lay();
      }
    });
    setOnScroll(e -> hand.nearer(Math.pow(1.0015, e.getDeltaY())));
    Rectangle bounds = new Rectangle();
    bounds.widthProperty().bind(widthProperty());
    bounds.heightProperty().bind(heightProperty());
    setClip(bounds);
    widthProperty().addListener(o -> resized());
    heightProperty().addListener(o -> resized());
  }

  private void dragged(MouseEvent e, Hand hand) {
    double dx = e.getX() - lastX;
    double dy = e.getY() - lastY;
    lastX = e.getX();
    lastY = e.getY();
    if (e.isShiftDown()) {
      hand.light(dx / 2);
    } else {
      hand.turn(dx / 2, dy / 2);
    }
  }

  /** How many points one picture is wide. */
  private double one() {
    return mode.isBeside() ? getWidth() / 2 : getWidth();
  }

  private void resized() {
    if (getWidth() > 8 && getHeight() > 8) {
      sized.accept((int) Math.round(one()), (int) Math.round(getHeight()));
    }
    lay();
  }

  /** Shows the original beside, wiped over, in turn, or not at all. */
  void mode(BenchState.Beside next) {
    if (mode != next) {
      mode = next;
      blinked = false;
      if (mode == BenchState.Beside.BLINK) {
        blinking.playFromStart();
      } else {
        blinking.stop();
      }
      resized();
    }
  }

  private void blink() {
    blinked = !blinked;
    lay();
  }

  /** Shows pictures of a size in pixels; {@code original} may be null. */
  void show(int[] argb, int[] original, int width, int height) {
    now.setImage(image(argb, width, height));
    if (original != null) {
      before.setImage(image(original, width, height));
    }
    lay();
  }

  /** Shows a staff, a hand, a person or nothing beside the object, one after the other. */
  void nextStaff() {
    staff.next();
    staff(metresPerPoint, footRow);
  }

  /** Stands the staff on the floor beside the object. */
  void staff(double metresPerPoint, double footRow) {
    this.metresPerPoint = metresPerPoint;
    this.footRow = footRow;
    staff.show(metresPerPoint, footRow);
    double wide = staff.prefWidth(-1);
    // What is wider than the room beside the object is seen in part.
    staff.relocate(
        Math.min(Math.max(8, one() * 0.06), one() * 0.3 - wide), footRow - staff.prefHeight(-1));
  }

  private static WritableImage image(int[] argb, int w, int h) {
    WritableImage i = new WritableImage(w, h);
    i.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    return i;
  }

  private void lay() {
    boolean beside = mode.isBeside();
    boolean wiped = mode == BenchState.Beside.WIPE;
    before.setVisible(beside || wiped || blinked);
    edge.setVisible(beside || wiped);
    now.setFitWidth(one());
    now.setFitHeight(getHeight());
    before.setFitWidth(one());
    before.setFitHeight(getHeight());
    now.setX(beside ? one() : 0);
    double x = beside ? one() : wipe * getWidth();
    if (wiped) {
      clip.setWidth(x);
      clip.setHeight(getHeight());
      before.setClip(clip);
    } else {
      before.setClip(null);
    }
    edge.setStartX(x);
    edge.setEndX(x);
    edge.setEndY(getHeight());
  }
}
