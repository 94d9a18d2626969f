package keepshelf.desktop.kit;

import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.core.preview.Previews.Picture;

/** A square that shows one picture after another; the old one stays until the new one is there. */
public final class PictureBox extends StackPane {
  private final ImageView view = new ImageView();
  private final double side;
  private ObservableValue<Picture> shown;
  private boolean soft;
  private final ChangeListener<Picture> arrived = (o, was, is) -> fill(is);

  /** A square of {@code side} points. */
  public PictureBox(double side) {
    this.side = side;
    view.setFitWidth(side);
    view.setFitHeight(side);
    view.setSmooth(true);
    getChildren().add(view);
    getStyleClass().add("picture");
    setMinSize(side, side);
    setPrefSize(side, side);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
  }

  /** Shows {@code picture} as soon as it is there. */
  public void show(ObservableValue<Picture> picture) {
    show(picture, false);
  }

  /**
   * Shows {@code picture} as soon as it is there.
   *
   * @param softly whether its edges fade into what lies behind, as suits a lit object
   */
  public void show(ObservableValue<Picture> picture, boolean softly) {
    soft = softly;
    if (picture == shown) {
      return;
    }
    if (shown != null) {
      shown.removeListener(arrived);
    }
    shown = picture;
    picture.addListener(arrived);
    if (picture.getValue() != null) {
      fill(picture.getValue());
    }
  }

  /** Shows nothing until the next picture. */
  public void clear() {
    if (shown != null) {
      shown.removeListener(arrived);
    }
    shown = null;
    view.setImage(null);
  }

  private void fill(Picture p) {
    if (p != null) {
      Picture sharp = Images.sharp(p, side);
      view.setImage(Images.image(soft ? Images.faded(sharp) : sharp));
    }
  }
}
