package keepshelf.desktop.likeness;

import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.preview.Previews;
import keepshelf.core.projects.Reason;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.words.Words;

/** What looks alike beside what was asked for; one of it is taken by a key or a click. */
public final class AlikePane extends BorderPane {
  private static final double SMALL = 128;

  /** Points of the pictures that are compared. */
  public static final double LARGE = 240;

  /** What is done from here. */
  public interface Ways {
    /** Takes what was chosen. */
    void take(Candidate c);

    /** Goes away. */
    void close();

    /** How free the licence of an item is. */
    LicenceClass glance(Candidate c);
  }

  private final AlikeModel model;
  private final CardPictures pictures;
  private final Ways ways;
  private final FlowPane cards = new FlowPane(12, 12);
  private final ScrollPane scroll = new ScrollPane();
  private final VBox beside = new VBox(6);
  private final Label state = Kit.label("", "second");

  /**
   * Shows {@code model}.
   *
   * @param asked a picture of what was asked for, {@link #LARGE} points wide
   * @param name of what was asked for
   * @param take what taking one is called
   */
  public AlikePane(
      AlikeModel model, CardPictures pictures, Node asked, String name, String take, Ways ways) {
    this.model = model;
    this.pictures = pictures;
    this.ways = ways;
    setId("alike");
    getStyleClass().add("sheet");
    setFocusTraversable(true);
    var done = Kit.button(take, this::take, "main");
    done.setId("alike-take");
    done.disableProperty().bind(model.chosenProperty().isNull());
    HBox head =
        new HBox(
            12,
            Kit.label(
                model.project() == null
                    ? Words.of("like.title", name)
                    : Words.of("like.title.for", name, model.project().name()),
                "heading"),
            state,
            Kit.spring(),
            Kit.button(Words.of("like.close"), ways::close),
            done);
    head.setAlignment(Pos.CENTER_LEFT);
    head.setPadding(new Insets(14, 18, 12, 18));
    cards.setPadding(new Insets(4, 18, 18, 18));
    scroll.setContent(cards);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    VBox left = new VBox(6, asked, Kit.wrapped(name, "strong"), beside);
    left.setPadding(new Insets(4, 0, 18, 18));
    ScrollPane reference = new ScrollPane(left);
    reference.setFocusTraversable(false);
    reference.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    reference.setMinWidth(LARGE + 34);
    reference.setMaxWidth(LARGE + 34);
    left.setMaxWidth(LARGE + 18);
    setMinHeight(0);
    setTop(head);
    setLeft(reference);
    setCenter(scroll);
    model.found().addListener((ListChangeListener<Candidate>) c -> fill());
    model.chosenProperty().addListener(o -> mark());
    model.lookingProperty().addListener(o -> say());
    fill();
    say();
    setOnKeyPressed(this::key);
  }

  private void take() {
    if (model.chosenProperty().get() != null) {
      ways.take(model.chosenProperty().get());
    }
  }

  private void say() {
    state.setText(
        model.lookingProperty().get()
            ? Words.of("like.looking")
            : model.found().isEmpty()
                ? Words.of(model.project() == null ? "like.none" : "like.none.for")
                : Words.of("like.found", model.found().size()));
  }

  private void fill() {
    cards.getChildren().setAll(model.found().stream().map(this::card).toList());
    mark();
    say();
  }

  private Node card(Candidate c) {
    HBox words =
        new HBox(
            5,
            Signs.licence(ways.glance(c)),
            Kit.label(Words.of("like.likeness", Math.round(100 * c.likeness())), "hint"));
    words.setAlignment(Pos.CENTER_LEFT);
    Label name = Kit.label(c.card().name(), "name");
    name.setMaxWidth(SMALL);
    VBox box =
        new VBox(
            3, Images.view(pictures.of(c.card(), Previews.Lit.USUAL, SMALL), SMALL), name, words);
    box.getStyleClass().addAll("card", "alike-card");
    box.setUserData(c);
    box.setAccessibleText(
        c.card().name() + ", " + Words.of("like.likeness", Math.round(100 * c.likeness())));
    box.setOnMouseClicked(e -> {
      model.chosenProperty().set(c);
      requestFocus();
      if (e.getClickCount() == 2) {
        take();
      }
    });
    return box;
  }

  private void mark() {
    Candidate c = model.chosenProperty().get();
    for (Node n : cards.getChildren()) {
      n.getStyleClass().remove("chosen");
      if (n.getUserData() == c) {
        n.getStyleClass().add("chosen");
        reveal(n);
      }
    }
    beside.getChildren().clear();
    if (c == null) {
      return;
    }
    Region room = new Region();
    room.setMinHeight(8);
    VBox.setVgrow(room, Priority.NEVER);
    beside
        .getChildren()
        .addAll(
            room,
            Images.view(pictures.of(c.card(), Previews.Lit.USUAL, LARGE), LARGE),
            Kit.wrapped(c.card().name(), "strong"),
            Kit.wrapped(
                c.card().pack().name()
                    + (c.card().pack().source() == null ? "" : " · " + c.card().pack().source()),
                "second"));
    if (c.judged() != null) {
      for (Reason r : c.judged().reasons()) {
        beside.getChildren().add(Kit.wrapped(r.sentence(), "second"));
      }
    }
  }

  private void reveal(Node card) {
    double room = scroll.getViewportBounds().getHeight();
    double all = cards.getHeight() - room;
    if (room > 0 && all > 0) {
      double top = card.getBoundsInParent().getMinY();
      double bottom = card.getBoundsInParent().getMaxY();
      double from = scroll.getVvalue() * all;
      double to = Math.max(Math.min(from, top), bottom - room);
      scroll.setVvalue(Math.clamp(to / all, 0, 1));
    }
  }

  private int columns() {
    double room = cards.getWidth() - 36 + cards.getHgap();
    return Math.max(1, (int) (room / (SMALL + 4 + cards.getHgap())));
  }

  /** Its keys. */
  public void key(KeyEvent e) {
    switch (e.getCode()) {
      case LEFT -> model.move(-1);
      case RIGHT -> model.move(1);
      case UP -> model.move(-columns());
      case DOWN -> model.move(columns());
      case ENTER -> take();
      case ESCAPE -> ways.close();
      default -> {
        return;
      }
    }
    e.consume();
  }
}
