package keepshelf.desktop.shelf;

import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.model.ItemKind;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;

/** A card on a board: preview, name, source, resolutions, licence. Shows one item after another. */
final class SwatchCard extends VBox {
  /** Steps that the light turns in while the pointer moves over the picture. */
  private static final int TURN_STEP = 30;

  private static final int TURN_MOST = 150;

  /** Smaller cards show the name only. */
  static final double LEAST_WITH_LINE = 84;

  /** What a card is wider than its picture. */
  static final double EDGES = 7;

  /** What a card asks of its place. */
  interface Host {
    /** The picture of an item under a light, for a square of so many points. */
    ObservableValue<Previews.Picture> picture(ItemCard c, Previews.Lit lit, double points);

    /** The light that all stand under. */
    Previews.Lit lit();

    /** It was clicked. */
    void clicked(ItemCard c, javafx.scene.input.MouseEvent e);

    /** How free its use is. */
    LicenceClass glance(ItemCard c);

    /** Whether files of it are missing or altered. */
    boolean broken(ItemCard c);

    /** Whether another item has the same name, so that its pack has to tell them apart. */
    boolean namedAlike(ItemCard c);

    /** Whether a newer version of it stands on the shelf. */
    boolean older(ItemCard c);
  }

  private final Host host;
  private final PictureBox picture;
  private final StackPane frame;
  private final Label name = Kit.label("", "name");
  private final Label from = Kit.label("", "hint");
  private final Label mark = Kit.label("", "card-mark");
  private final HBox line = new HBox(5);
  private final double side;
  private ItemCard card;

  /** What the signs in the line say now. */
  private int steps = -1;

  private LicenceClass glance;
  private int rating;

  SwatchCard(Host host, double side) {
    super(4);
    this.host = host;
    this.side = side;
    getStyleClass().add("card");
    picture = new PictureBox(side);
    mark.setMouseTransparent(true);
    StackPane.setAlignment(mark, Pos.TOP_LEFT);
    frame = new StackPane(picture, mark);
    frame.getStyleClass().add("picture-frame");
    name.setMaxWidth(side + 4);
    from.setWrapText(side >= 110);
    from.setMinWidth(0);
    from.setMaxHeight(28);
    line.setAlignment(Pos.CENTER_LEFT);
    line.setMaxWidth(side);
    getChildren().addAll(frame, name);
    if (side >= LEAST_WITH_LINE) {
      getChildren().add(line);
    }
    setPrefWidth(side + EDGES);
    setMaxWidth(side + EDGES);
    setMinWidth(side + EDGES);
    setOnMouseClicked(e -> {
      if (e.getButton() == MouseButton.PRIMARY) {
        host.clicked(card, e);
      }
    });
    picture.setOnMouseMoved(e -> turn(e.getX() / side));
    picture.setOnMouseExited(e -> picture.show(host.picture(card, host.lit(), side)));
  }

  /** The pointer turns the light: from the left it comes at the left edge, and so on. */
  private void turn(double x) {
    int degrees = (int) Math.round((x - 0.5) * 2 * TURN_MOST / TURN_STEP) * TURN_STEP;
    if (card.kind() == ItemKind.MATERIAL) {
      picture.show(host.picture(card, host.lit().turned(degrees), side));
    }
  }

  ItemCard card() {
    return card;
  }

  void show(ItemCard c) {
    if (card == null || !card.id().equals(c.id())) {
      // Never one item's picture over another one's name.
      picture.clear();
    }
    card = c;
    setAccessibleText(c.name());
    name.setText(c.name());
    from.setText(
        host.namedAlike(c)
            ? c.pack().name()
            : c.pack().source() == null ? Words.of("shelf.nosource") : c.pack().source());
    LicenceClass now = host.glance(c);
    if (steps != c.resolutions() || glance != now || rating != c.marks().rating()) {
      steps = c.resolutions();
      glance = now;
      rating = c.marks().rating();
      line.getChildren()
          .setAll(from, Kit.spring(), Signs.staircase(c.labels()), Signs.licence(now));
      if (c.kind() == ItemKind.ENSEMBLE) {
        // It has no maps of its own.
        line.getChildren().remove(2);
      }
      if (rating > 0) {
        line.getChildren().add(2, Signs.tally(rating));
      }
    }
    boolean broken = host.broken(c);
    mark.setText(broken ? Words.of("card.broken") : host.older(c) ? older(c) : favourite(c));
    mark.setVisible(!mark.getText().isEmpty());
    mark.getStyleClass().remove("broken");
    if (broken) {
      mark.getStyleClass().add("broken");
    }
    picture.show(host.picture(c, host.lit(), side));
  }

  private static String older(ItemCard c) {
    String version = c.pack().version();
    return version == null ? Words.of("card.older.bare") : Words.of("card.older", version);
  }

  private static String favourite(ItemCard c) {
    return c.marks().favourite() ? Words.of("card.favourite") : "";
  }

  void choose(boolean on, boolean lead) {
    set("chosen", on);
    set("lead", lead);
  }

  private void set(String style, boolean on) {
    getStyleClass().remove(style);
    if (on) {
      getStyleClass().add(style);
    }
  }
}
