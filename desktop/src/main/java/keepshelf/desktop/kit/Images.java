package keepshelf.desktop.kit;

import javafx.beans.value.ObservableValue;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.core.preview.Previews.Picture;

/** Shows pictures that may still be on their way. */
public final class Images {
  private Images() {}

  /** The picture as the toolkit's image. */
  public static Image image(Picture p) {
    WritableImage image = new WritableImage(p.side(), p.side());
    image
        .getPixelWriter()
        .setPixels(
            0, 0, p.side(), p.side(), PixelFormat.getIntArgbInstance(), p.argb(), 0, p.side());
    return image;
  }

  /** Share of half a side within which a picture fades: a ball ends before it. */
  private static final double FADING = 0.13;

  /** Twice the points is all that a screen shows; more would only shimmer when it is scaled. */
  public static int pixels(double points) {
    return (int) Math.round(2 * points);
  }

  static Picture sharp(Picture p, double points) {
    return p.reduced(pixels(points));
  }

  /**
   * The same with edges that fade out, within the room that a ball leaves: rounded, so that a
   * shadow that goes on beyond the picture ends nowhere in a line.
   */
  public static Picture faded(Picture p) {
    int side = p.side();
    int[] argb = p.argb().clone();
    for (int y = 0; y < side; y++) {
      double down = cube((2 * y + 1.0) / side - 1);
      for (int x = 0; x < side; x++) {
        double out = Math.cbrt(down + cube((2 * x + 1.0) / side - 1));
        double alpha = fade((1 - out) / FADING);
        argb[y * side + x] = argb[y * side + x] & 0xFFFFFF | (int) Math.round(alpha * 255) << 24;
      }
    }
    return new Picture(side, argb);
  }

  private static double cube(double v) {
    return Math.abs(v * v * v);
  }

  /** 0 at the edge, 1 from the band's end on, without a corner between. */
  private static double fade(double t) {
    double c = Math.clamp(t, 0, 1);
    return c * c * (3 - 2 * c);
  }

  /** A square of {@code side} points that shows {@code picture} as soon as it is there. */
  public static StackPane view(ObservableValue<Picture> picture, double side) {
    ImageView view = new ImageView();
    view.setFitWidth(side);
    view.setFitHeight(side);
    view.setSmooth(true);
    StackPane pane = new StackPane(view);
    pane.getStyleClass().add("picture");
    pane.setMinSize(side, side);
    pane.setPrefSize(side, side);
    pane.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    if (picture.getValue() != null) {
      view.setImage(image(sharp(picture.getValue(), side)));
    } else {
      picture.addListener((o, was, is) -> {
        if (is != null) {
          view.setImage(image(sharp(is, side)));
        }
      });
    }
    return pane;
  }
}
