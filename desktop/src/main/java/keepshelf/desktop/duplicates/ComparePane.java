package keepshelf.desktop.duplicates;

import java.util.List;
import java.util.function.DoubleConsumer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.util.Duration;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * Two things under the same light: beside each other, one wiped over the other by the pointer, or
 * in turn; as rendered, or the two maps as they are stored.
 */
final class ComparePane extends StackPane {
  /** How both are shown. */
  enum Way {
    BESIDE,
    WIPE,
    BLINK
  }

  private static final double SIDE = 360;
  private static final int PIXELS = 540;

  private final DuplicatesModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final ObjectProperty<Way> way = new SimpleObjectProperty<>(Way.BESIDE);
  private final ObjectProperty<Boolean> flat = new SimpleObjectProperty<>(false);
  private double wipedTo = SIDE / 2;
  private Timeline blinking;

  ComparePane(DuplicatesModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    getStyleClass().add("compare");
    setMinHeight(SIDE);
    setMaxHeight(SIDE);
    way.addListener(o -> show());
    flat.addListener(o -> show());
    model.chosenProperty().addListener(o -> show());
    show();
  }

  /** The key of a swatch card's picture, the same in every place. */
  static String cardKey(ShelvedItem s) {
    return "card|" + s.item().id() + "|" + s.item().tileMetres() + "|" + s.item().maps().hashCode();
  }

  /** Shows both in this way; beside each other when it was shown so already. */
  void toggle(Way w) {
    way.set(way.get() == w ? Way.BESIDE : w);
  }

  /** From the rendered things to their maps and back. */
  void toggleFlat() {
    flat.set(!flat.get());
  }

  private void show() {
    if (blinking != null) {
      blinking.stop();
      blinking = null;
    }
    getChildren().clear();
    Finding f = model.chosenProperty().get();
    if (f == null) {
      return;
    }
    Node left = side(f, true);
    Node right = side(f, false);
    switch (way.get()) {
      case BESIDE -> beside(f, left, right);
      case WIPE -> wipe(f, left, right);
      case BLINK -> blink(f, left, right);
    }
    HBox buttons = new HBox(4);
    for (Way w : List.of(Way.BESIDE, Way.WIPE, Way.BLINK)) {
      Button b = pill(Words.of("duplicates.way." + w.name().toLowerCase(java.util.Locale.ROOT)));
      if (w == way.get()) {
        b.getStyleClass().add("chosen");
      }
      b.setOnAction(e -> way.set(w));
      buttons.getChildren().add(b);
    }
    if (f instanceof Finding.Twins) {
      Button b = pill(Words.of(flat.get() ? "duplicates.as.ball" : "duplicates.as.map"));
      b.setOnAction(e -> toggleFlat());
      buttons.getChildren().add(b);
    }
    buttons.setMaxSize(HBox.USE_PREF_SIZE, HBox.USE_PREF_SIZE);
    StackPane.setAlignment(buttons, Pos.BOTTOM_CENTER);
    buttons.setTranslateY(-10);
    getChildren().add(buttons);
  }

  private static Button pill(String text) {
    Button b = Kit.button(text, () -> {}, "pill");
    b.setFocusTraversable(false);
    return b;
  }

  private void beside(Finding f, Node left, Node right) {
    HBox both = new HBox(2, framed(left), framed(right));
    both.setAlignment(Pos.CENTER);
    for (Node n : both.getChildren()) {
      HBox.setHgrow(n, javafx.scene.layout.Priority.ALWAYS);
    }
    Label one = name(f, true);
    Label two = name(f, false);
    StackPane.setAlignment(one, Pos.TOP_LEFT);
    StackPane.setAlignment(two, Pos.TOP_LEFT);
    ((StackPane) both.getChildren().get(0)).getChildren().add(one);
    ((StackPane) both.getChildren().get(1)).getChildren().add(two);
    getChildren().add(both);
  }

  private static StackPane framed(Node n) {
    StackPane p = new StackPane(n);
    p.getStyleClass().add("compare-side");
    p.setPrefWidth(0);
    return p;
  }

  private void wipe(Finding f, Node left, Node right) {
    Rectangle clip = new Rectangle(SIDE, SIDE);
    left.setClip(clip);
    Line edge = new Line(0, 0, 0, SIDE);
    edge.getStyleClass().setAll("wipe-edge");
    edge.setManaged(false);
    StackPane both = new StackPane(right, left, edge);
    both.setMaxSize(SIDE, SIDE);
    DoubleConsumer to =
        x -> {
          wipedTo = Math.clamp(x, 0, SIDE);
          clip.setWidth(wipedTo);
          edge.setStartX(wipedTo);
          edge.setEndX(wipedTo);
        };
    both.setOnMouseMoved(e -> to.accept(e.getX()));
    both.setOnMouseDragged(e -> to.accept(e.getX()));
    to.accept(wipedTo);
    Label one = name(f, true);
    Label two = name(f, false);
    StackPane.setAlignment(one, Pos.TOP_LEFT);
    StackPane.setAlignment(two, Pos.TOP_RIGHT);
    getChildren().addAll(both, one, two);
  }

  private void blink(Finding f, Node left, Node right) {
    Label one = name(f, true);
    Label two = name(f, false);
    StackPane.setAlignment(one, Pos.TOP_LEFT);
    StackPane.setAlignment(two, Pos.TOP_RIGHT);
    getChildren().addAll(right, left, one, two);
    Runnable turn =
        () -> {
          boolean show = !left.isVisible();
          left.setVisible(show);
          one.setOpacity(show ? 1 : 0.35);
          two.setOpacity(show ? 0.35 : 1);
        };
    left.setVisible(false);
    turn.run();
    blinking = new Timeline(new KeyFrame(Duration.millis(650), e -> turn.run()));
    blinking.setCycleCount(Timeline.INDEFINITE);
    blinking.play();
  }

  private static Label name(Finding f, boolean left) {
    String text =
        switch (f) {
          case Finding.Twins t -> {
            ShelvedItem s = t.side(left);
            yield s.item().name() + (s.pack().source() == null ? "" : " · " + s.pack().source());
          }
          default -> (left ? f.pair().a() : f.pair().b()).path().replaceFirst("^packs/", "");
        };
    Label l = Kit.label(text, "compare-name");
    l.setMaxWidth(Region.USE_PREF_SIZE);
    l.setTextOverrun(javafx.scene.control.OverrunStyle.CENTER_ELLIPSIS);
    StackPane.setMargin(l, new Insets(10, 12, 0, 12));
    return l;
  }

  private Node side(Finding f, boolean left) {
    ObservableValue<Picture> p =
        f instanceof Finding.Twins t && !flat.get()
            ? ball(t.side(left))
            : map(left ? f.pair().a() : f.pair().b());
    ImageView view = new ImageView();
    view.setFitWidth(SIDE);
    view.setFitHeight(SIDE);
    ImageView wall = new ImageView();
    wall.setPreserveRatio(false);
    wall.setFitHeight(SIDE);
    boolean ball = f instanceof Finding.Twins && !flat.get();
    StackPane both = new StackPane(view);
    if (ball && way.get() == Way.BESIDE) {
      wall.setManaged(false);
      wall.fitWidthProperty().bind(both.widthProperty());
      both.getChildren().addFirst(wall);
    }
    ChangeListener<Picture> fill =
        (o, was, is) -> {
          Image image = is == null ? null : Images.image(is);
          // Its shadow may reach the edge: it fades into the wall.
          view.setImage(ball && is != null ? Images.image(Images.faded(is)) : image);
          wall.setImage(image);
          // The floor and wall behind a ball go on to the edges of the pane.
          wall.setViewport(image == null ? null : new Rectangle2D(0, 0, 1, image.getHeight()));
        };
    Picture now = p.getValue();
    if (now == null && ball) {
      // The small picture of the card stands in until the large one is there.
      ShelvedItem s = ((Finding.Twins) f).side(left);
      now = pictures.get(cardKey(s), () -> shelf.previews().of(s, 256)).get();
    }
    fill.changed(p, null, now);
    p.addListener(fill);
    return both;
  }

  private ObservableValue<Picture> ball(ShelvedItem s) {
    return pictures.get("large|" + cardKey(s), () -> shelf.previews().of(s, PIXELS));
  }

  private ObservableValue<Picture> map(keepshelf.core.duplicates.Picture p) {
    return pictures.get("flat|" + p.sha256(), () -> Previews.flat(p.file(), PIXELS));
  }
}
