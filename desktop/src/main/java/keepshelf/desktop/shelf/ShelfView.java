package keepshelf.desktop.shelf;

import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.preview.Previews;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Over;
import keepshelf.desktop.mend.MendPane;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** The boards, the search and the tag. */
public final class ShelfView implements Place, SwatchCard.Host {
  private static final List<Double> SIZES = List.of(76.0, 116.0, 204.0);

  private final ShelfModel model;
  private final ShelfActions actions;
  private final Shelf shelf;
  private final CardPictures pictures;
  private final Ways ways;
  private final BoardList boards;
  private final StackPane empty = new StackPane();
  private final StackPane stack = new StackPane();
  private final ShelfHeader header;
  private final Pictures thumbnails;
  private int size = 1;
  private final Over over = new Over(stack);

  /**
   * Where the shelf leads.
   *
   * @param install to the hosts, with the identifier of an item
   * @param bench to the bench with an item, and the name of a finish or null for a new one
   * @param lay to laying units of an item
   * @param together to putting items together, or to the parts of an ensemble
   * @param photograph to making a material of an item's picture
   * @param like to what looks like an item
   * @param paste to what looks like the picture on the clipboard
   * @param source to something that is owned and not here, at its source
   */
  public record Ways(
      Consumer<String> install,
      BiConsumer<ShelvedItem, String> bench,
      Consumer<ShelvedItem> lay,
      Consumer<List<ShelvedItem>> together,
      Consumer<ShelvedItem> photograph,
      Consumer<ShelvedItem> like,
      Runnable paste,
      Consumer<PackNews> source) {}

  /** Shows {@code model}. */
  public ShelfView(
      ShelfModel model, ShelfActions actions, Shelf shelf, Pictures thumbnails, Ways ways) {
    this.ways = ways;
    this.model = model;
    this.actions = actions;
    this.shelf = shelf;
    this.thumbnails = thumbnails;
    this.pictures = new CardPictures(shelf, thumbnails);
    boards = new BoardList(model, this);
    boards.onKeys(this::key);
    header = new ShelfHeader(model, boards::requestFocus);
    BorderPane middle = new BorderPane(new StackPane(boards, empty));
    middle.setTop(new VBox(bar(), new SaidLine(model, actions)));
    middle.setBottom(new NotHereStrip(model, ways.source()));
    BorderPane content = new BorderPane(middle);
    content.setRight(
        new TagPane(
            model,
            actions,
            shelf,
            pictures,
            thumbnails,
            new TagPane.Ways(
                this::install,
                this::look,
                this::finish,
                ways.lay(),
                ways.together(),
                ways.photograph(),
                ways.like(),
                this::mend)));
    stack.getChildren().add(content);
    model.boards().addListener((ListChangeListener<Boards.Board>) c -> showEmpty());
    // That there are none is seen by no change of them.
    model.foundProperty().addListener(o -> showEmpty());
    model.selection().idsProperty().addListener(o -> boards.mark());
    model.selection().leadProperty().addListener(o -> boards.reveal());
    model.litProperty().addListener(o -> boards.refresh());
    showEmpty();
  }

  private Node bar() {
    FilterBar bar = new FilterBar(model, () -> shelf.savedSearches().all(), actions::saveSearch);
    Button smaller = Kit.button("−", () -> resize(-1), "pill");
    Button larger = Kit.button("+", () -> resize(1), "pill");
    smaller.setAccessibleText(Words.of("shelf.smaller"));
    larger.setAccessibleText(Words.of("shelf.larger"));
    Button light = Kit.button("", this::nextLight, "pill");
    light.setId("shelf-light");
    light
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                () -> model.litProperty().get().title(), model.litProperty()));
    HBox sizes = new HBox(2, smaller, larger);
    sizes.setAlignment(Pos.CENTER_LEFT);
    bar.getChildren().addAll(light, sizes);
    return bar;
  }

  private void nextLight() {
    model.litProperty().set(model.litProperty().get().next());
  }

  private void resize(int step) {
    int to = Math.clamp(size + (long) step, 0, SIZES.size() - 1);
    if (to != size) {
      size = to;
      boards.size(SIZES.get(size));
    }
  }

  private void showEmpty() {
    boolean none = model.wasRead() && model.boards().isEmpty();
    empty.setVisible(none);
    empty.setMouseTransparent(true);
    empty
        .getChildren()
        .setAll(Kit.wrapped(Words.of(model.count() == 0 ? "shelf.empty" : "shelf.none"), "empty"));
  }

  // What a card asks.

  @Override
  public ObservableValue<Previews.Picture> picture(ItemCard c, Previews.Lit lit, double points) {
    return pictures.of(c, lit, points);
  }

  @Override
  public Previews.Lit lit() {
    return model.litProperty().get();
  }

  @Override
  public LicenceClass glance(ItemCard c) {
    return model.glance(c);
  }

  @Override
  public boolean broken(ItemCard c) {
    return model.broken(c);
  }

  @Override
  public boolean older(ItemCard c) {
    return model.older(c);
  }

  @Override
  public boolean namedAlike(ItemCard c) {
    return model.namedAlike(c);
  }

  @Override
  public void clicked(ItemCard c, MouseEvent e) {
    boards.requestFocus();
    if (e.isShortcutDown()) {
      model.selection().toggle(c);
    } else if (e.isShiftDown()) {
      model.selection().upTo(c, model.shown());
    } else {
      model.selection().only(c);
      if (e.getClickCount() == 2) {
        look();
      }
    }
  }

  private void install() {
    ItemCard c = model.selection().leadProperty().get();
    if (c != null) {
      ways.install().accept(c.id());
    }
  }

  /** Shows what is chosen large: one item, or two to six side by side. */
  public void look() {
    if (!over.isOpen() && model.selection().leadProperty().get() != null) {
      LookPane look = new LookPane(model, shelf, pictures, thumbnails, this::closeOver);
      over.lay(look, look::key, look::closed);
    }
  }

  /** Lays something over the boards; what lies there already stays. */
  public void showOver(Node pane, Consumer<KeyEvent> keys) {
    if (!over.isOpen()) {
      over.lay(pane, keys, () -> {});
    }
  }

  private void mend(ShelvedItem s) {
    Consumer<Set<Cure>> run = cures -> actions.mend(s, cures);
    Previews.Lit lit = model.litProperty().get();
    MendPane pane = new MendPane(s, shelf, lit, model::measure, run, this::closeOver);
    showOver(pane, pane::key);
  }

  private void like() {
    List<ShelvedItem> chosen = model.taggedProperty().get();
    if (!over.isOpen() && chosen.size() == 1) {
      ways.like().accept(chosen.getFirst());
    }
  }

  /** Tries a finish of the item that is chosen alone; null for a new one. */
  private void finish(String name) {
    List<ShelvedItem> chosen = model.taggedProperty().get();
    if (!over.isOpen() && chosen.size() == 1 && BenchModel.takes(chosen.getFirst().item().kind())) {
      ways.bench().accept(chosen.getFirst(), name);
    }
  }

  /** Shows the boards again. */
  public void closeOver() {
    over.close();
    boards.requestFocus();
  }

  @Override
  public String name() {
    return Words.of("place.shelf");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return stack;
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () ->
            Words.of(
                "shelf.status",
                shelf.folder().root().getFileName().toString(),
                model.count(),
                Words.bytes(model.bytes())),
        model.all(),
        model.boardsRead());
  }

  @Override
  public String keys() {
    return Words.of("shelf.hint");
  }

  @Override
  public void opened() {
    boards.requestFocus();
    model.refreshWhenChanged();
  }

  @Override
  public void key(KeyEvent e) {
    if (over.isOpen()) {
      over.key(e);
      return;
    }
    boolean more = e.isShiftDown();
    switch (e.getCode()) {
      // Later, so that the sign itself is not typed into the field.
      case SLASH, DIVIDE -> javafx.application.Platform.runLater(header::search);
      case RIGHT -> model.move(1, more);
      case LEFT -> model.move(-1, more);
      case DOWN -> row(1, more);
      case UP -> row(-1, more);
      case PAGE_DOWN -> row(boards.page(), more);
      case PAGE_UP -> row(-boards.page(), more);
      case HOME -> model.move(Integer.MIN_VALUE / 2, more);
      case END -> model.move(Integer.MAX_VALUE / 2, more);
      case SPACE -> look();
      case ENTER -> install();
      case DELETE -> letGo();
      case PLUS, ADD, EQUALS -> resize(1);
      case MINUS, SUBTRACT -> resize(-1);
      case A -> {
        if (!e.isShortcutDown()) {
          return;
        }
        model.selection().all(model.shown());
      }
      case Z -> {
        if (!e.isShortcutDown()) {
          return;
        }
        actions.undo();
      }
      case B -> finish(null);
      case M -> like();
      case V -> {
        if (!e.isShortcutDown()) {
          return;
        }
        ways.paste().run();
      }
      case F -> favourite();
      case DIGIT0, DIGIT1, DIGIT2, DIGIT3, DIGIT4, DIGIT5 -> {
        if (e.isShortcutDown()) {
          return;
        }
        rate(e.getText());
      }
      case J -> join();
      case L -> {
        if (e.isShortcutDown()) {
          return;
        }
        nextLight();
      }
      default -> {
        return;
      }
    }
    e.consume();
  }

  private void row(int step, boolean more) {
    ItemCard to = boards.beside(step);
    if (to == null && Math.abs(step) > 1) {
      model.move(step > 0 ? Integer.MAX_VALUE / 2 : Integer.MIN_VALUE / 2, more);
    } else if (to != null && more) {
      model.selection().upTo(to, model.shown());
    } else if (to != null) {
      model.selection().only(to);
    }
  }

  private void letGo() {
    Set<String> ids = model.selection().idsProperty().get();
    if (!ids.isEmpty()) {
      actions.letGo(ids);
    }
  }

  private void favourite() {
    ItemCard c = model.selection().leadProperty().get();
    if (c != null) {
      actions.set(
          model.selection().idsProperty().get(),
          Field.FAVOURITE,
          c.marks().favourite() ? "no" : "yes");
    }
  }

  private void rate(String rating) {
    if (model.selection().leadProperty().get() != null) {
      actions.set(model.selection().idsProperty().get(), Field.RATING, rating);
    }
  }

  private void join() {
    ItemCard c = model.selection().leadProperty().get();
    if (c != null && model.selection().idsProperty().get().size() > 1) {
      actions.join(c.id(), model.selection().idsProperty().get());
    }
  }
}
