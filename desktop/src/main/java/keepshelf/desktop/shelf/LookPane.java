package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.facts.PartsBox;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * A quick look that fills the place: one item with its maps, or two to six side by side under the
 * same light. Dragging turns the light.
 */
final class LookPane extends BorderPane {
  private static final int MOST = 6;
  private static final int STEP = 15;
  private static final int LARGE = 512;

  private final ShelfModel model;
  private final Shelf shelf;
  private final CardPictures previews;
  private final Pictures thumbnails;
  private final Runnable close;
  private final List<PictureBox> boxes = new ArrayList<>();
  private final InvalidationListener chosen = o -> show();
  private List<ShelvedItem> items = List.of();
  private Previews.Lit lit;
  private double dragFrom;
  private int turnedFrom;

  LookPane(
      ShelfModel model, Shelf shelf, CardPictures previews, Pictures thumbnails, Runnable close) {
    this.model = model;
    this.shelf = shelf;
    this.previews = previews;
    this.thumbnails = thumbnails;
    this.close = close;
    this.lit = model.litProperty().get();
    setId("look");
    getStyleClass().add("look");
    setFocusTraversable(true);
    model.taggedProperty().addListener(chosen);
    setOnMousePressed(e -> {
      dragFrom = e.getX();
      turnedFrom = lit.turnDegrees();
      requestFocus();
    });
    setOnMouseDragged(e -> {
      int turn = turnedFrom + (int) Math.round((e.getX() - dragFrom) / 3 / STEP) * STEP;
      light(lit.turned(Math.floorMod(turn + 180, 360) - 180));
    });
    show();
  }

  private void show() {
    items = model.taggedProperty().get().stream().limit(MOST).toList();
    boxes.clear();
    if (items.isEmpty()) {
      setCenter(Kit.label(Words.of("look.reading"), "second"));
    } else if (items.size() == 1) {
      setCenter(one(items.getFirst()));
    } else {
      setCenter(several());
    }
    setBottom(foot());
    draw();
  }

  private void draw() {
    for (int i = 0; i < boxes.size(); i++) {
      boxes.get(i).show(previews.of(items.get(i), LARGE, lit), true);
    }
  }

  private void light(Previews.Lit next) {
    if (!next.equals(lit)) {
      lit = next;
      draw();
      setBottom(foot());
    }
  }

  private Node foot() {
    String turned =
        lit.turnDegrees() == 0
            ? lit.title()
            : Words.of("look.turned", lit.title(), lit.turnDegrees());
    HBox h =
        new HBox(
            20,
            Kit.label(turned, "second"),
            Kit.label(Words.of("look.keys"), "second"),
            Kit.spring());
    if (model.selection().idsProperty().get().size() > MOST) {
      h.getChildren().add(Kit.label(Words.of("look.most", MOST), "attention"));
    }
    h.getChildren().add(Kit.button(Words.of("look.close"), close, "quiet"));
    h.setAlignment(Pos.CENTER_LEFT);
    h.setPadding(new Insets(8, 18, 8, 18));
    return h;
  }

  private Node one(ShelvedItem s) {
    PictureBox box = new PictureBox(560);
    boxes.add(box);
    VBox maps = new VBox(10);
    List<String> has = s.item().resolutions();
    if (!s.item().parts().isEmpty()) {
      maps.getChildren().add(new PartsBox(s, shelf, model::measure, null));
    }
    FlowPane strip = new FlowPane(8, 10);
    strip.setPrefWrapLength(380);
    for (MapRecord m : s.item().mapsAt(has.isEmpty() ? null : has.getLast())) {
      var file = shelf.folder().resolve(s.path(m));
      VBox thumb =
          new VBox(
              2,
              Images.view(thumbnails.thumbnail(file, 192), 86),
              Kit.label(m.role().title(), "strong"),
              Kit.label(m.width() + " × " + m.height() + ", " + m.bits() + " bit", "hint"));
      thumb.getStyleClass().add("look-map");
      thumb.setFocusTraversable(true);
      thumb.setAccessibleText(m.fileName());
      thumb.setOnMouseClicked(e -> {
        box.show(thumbnails.get("look|" + file, () -> Previews.flat(file, 1024)));
        e.consume();
      });
      strip.getChildren().add(thumb);
    }
    Node whole = Kit.button(Words.of("look.preview"), this::draw, "quiet");
    maps.getChildren().addAll(words(s, 17), strip, whole);
    maps.setMaxHeight(560);
    HBox h = new HBox(28, box, maps);
    h.setAlignment(Pos.CENTER);
    h.setPadding(new Insets(20));
    return h;
  }

  private Node several() {
    TilePane grid = new TilePane(18, 14);
    int n = items.size();
    grid.setPrefColumns(n <= 2 ? 2 : n == 4 ? 2 : 3);
    double side = n <= 2 ? 480 : n == 3 ? 360 : 250;
    for (ShelvedItem s : items) {
      PictureBox box = new PictureBox(side);
      boxes.add(box);
      VBox v = new VBox(6, box, words(s, 14));
      v.setMaxWidth(side);
      grid.getChildren().add(v);
    }
    grid.setAlignment(Pos.CENTER);
    grid.setPadding(new Insets(16));
    return grid;
  }

  private VBox words(ShelvedItem s, double points) {
    Label name = Kit.label(s.item().name(), "heading");
    name.setStyle("-fx-font-size: " + points + "px;");
    String source = s.pack().source() == null ? Words.of("shelf.nosource") : s.pack().source();
    String tile =
        s.item().tileMetres() == null
            ? Words.of("tag.tile.unknown")
            : String.format(java.util.Locale.ROOT, "%.2f m", s.item().tileMetres());
    HBox licence =
        new HBox(
            6,
            Signs.staircase(s.item().resolutions()),
            Kit.label(String.join(" ", s.item().resolutions()), "second"),
            Signs.licence(shelf.licences().glance(s.pack().licence())),
            Kit.wrapped(
                s.pack().licence() == null
                    ? Words.of("licence.unknown")
                    : shelf.licences().title(s.pack().licence()),
                "second"));
    licence.setAlignment(Pos.CENTER_LEFT);
    return new VBox(
        3,
        name,
        licence,
        Kit.label(Words.of("look.facts", source, tile, Words.bytes(s.item().bytes())), "second"));
  }

  /** It was closed: what is chosen next is not for it. */
  void closed() {
    model.taggedProperty().removeListener(chosen);
  }

  /** A key while this is open. */
  void key(KeyEvent e) {
    switch (e.getCode()) {
      case ESCAPE, SPACE -> close.run();
      case RIGHT, DOWN -> next(1);
      case LEFT, UP -> next(-1);
      case COMMA -> light(lit.turned(lit.turnDegrees() - STEP));
      case PERIOD -> light(lit.turned(lit.turnDegrees() + STEP));
      case L -> {
        if (!e.isShortcutDown()) {
          light(lit.next());
        }
      }
      default -> {
        return;
      }
    }
    e.consume();
  }

  private void next(int step) {
    if (items.size() < 2) {
      model.move(step, false);
    }
  }
}
