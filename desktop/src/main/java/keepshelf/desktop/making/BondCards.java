package keepshelf.desktop.making;

import java.util.EnumMap;
import java.util.Map;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Closing;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidLook;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.bond.Variety;

/** The bonds as cards with a small drawing each. */
final class BondCards extends ScrollPane {
  private static final int WIDE = 76;
  private static final int HIGH = 52;

  /** Pixels for each point of a drawing. */
  private static final int SHARP = 2;

  private final Map<Bond, ToggleButton> cards = new EnumMap<>(Bond.class);
  private final Map<Bond, ImageView> views = new EnumMap<>(Bond.class);
  private boolean filling;

  BondCards(LayingModel model) {
    TilePane all = new TilePane(8, 8);
    all.setPrefColumns(2);
    ToggleGroup group = new ToggleGroup();
    for (Bond b : Bond.values()) {
      ToggleButton card = card(b);
      card.setToggleGroup(group);
      card.setOnAction(e -> {
        card.setSelected(true);
        if (!filling) {
          model.bond(b);
        }
      });
      cards.put(b, card);
      all.getChildren().add(card);
    }
    VBox page = new VBox(8, Kit.label(Words.of("lay.bond"), "section"), all);
    page.setPadding(new Insets(12, 10, 12, 12));
    setContent(page);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setPrefWidth(216);
    setMinWidth(216);
    Thread.ofVirtual()
        .start(() -> {
          for (Bond b : Bond.values()) {
            int[] argb = drawing(b);
            Platform.runLater(() -> views.get(b).setImage(image(argb)));
          }
        });
    model.orderProperty().addListener((o, was, is) -> mark(is.spec().bond()));
  }

  private void mark(Bond b) {
    filling = true;
    cards.get(b).setSelected(true);
    filling = false;
  }

  private ToggleButton card(Bond b) {
    String name = Words.of("bond." + b.id());
    var label = Kit.wrapped(name, "strong");
    label.setMaxWidth(WIDE + 4);
    label.setAlignment(Pos.CENTER);
    label.setTextAlignment(javafx.scene.text.TextAlignment.CENTER);
    ImageView view = new ImageView();
    view.setFitWidth(WIDE);
    view.setFitHeight(HIGH);
    // Keeps its room until it is drawn.
    StackPane room = new StackPane(view);
    room.setMinSize(WIDE, HIGH);
    VBox box = new VBox(6, room, label);
    views.put(b, view);
    box.setAlignment(Pos.TOP_CENTER);
    ToggleButton card = new ToggleButton();
    card.setGraphic(box);
    card.setPrefSize(92, 104);
    card.setMinSize(92, 104);
    card.setAlignment(Pos.TOP_CENTER);
    card.getStyleClass().add("bond-card");
    card.setId("bond-" + b.id());
    card.setAccessibleText(name);
    return card;
  }

  /** A few units in two greys, as they lie. */
  private static int[] drawing(Bond b) {
    BondSpec s =
        Closing.nearest(
            new BondSpec(
                b,
                120,
                b == Bond.HEXAGON ? 100 : 54,
                4,
                4,
                0.5,
                new Joint(
                    b == Bond.FISH_SCALE ? 4 : 9,
                    b == Bond.FISH_SCALE ? 16 : 4,
                    Joint.Profile.FLAT),
                b == Bond.COBBLES ? new Variety(2, 0, 0, 0.05, 0, false) : Variety.NONE,
                5));
    int side = 320;
    LaidMaps m =
        LaidMaps.of(s, Stuff.plain(0x83878B, 0.5), Stuff.plain(0xD6D2C6, 0.9), side, () -> false);
    // Scales have no joints: only their shadows tell them apart.
    int[] lit = b == Bond.FISH_SCALE ? LaidLook.of(m) : null;
    int w = WIDE * SHARP;
    int h = HIGH * SHARP;
    int cw = m.colour().width();
    int ch = m.colour().height();
    int[] argb = new int[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int i = y % ch * cw + x % cw;
        argb[y * w + x] =
            lit != null
                ? lit[i]
                : 0xFF000000
                    | m.colour().level(3 * i) << 16
                    | m.colour().level(3 * i + 1) << 8
                    | m.colour().level(3 * i + 2);
      }
    }
    return argb;
  }

  private static WritableImage image(int[] argb) {
    int w = WIDE * SHARP;
    int h = HIGH * SHARP;
    WritableImage image = new WritableImage(w, h);
    image.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    return image;
  }
}
