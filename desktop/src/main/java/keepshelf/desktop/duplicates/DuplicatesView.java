package keepshelf.desktop.duplicates;

import java.util.Locale;
import java.util.function.Function;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.collections.MapChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** What is there twice: the list, two at a time, their facts and difference, and what to do. */
public final class DuplicatesView implements Place {
  private final DuplicatesModel model;
  private final HBox header = new HBox(8);
  private final HBox pills = new HBox(8);
  private final StackPane stack = new StackPane();
  private final BorderPane content = new BorderPane();
  private final ComparePane compare;
  private final FactsPane facts;
  private final HBox actions = new HBox(10);
  private final Label said = Kit.label("", "second");
  private final Button binButton;
  private final Button carryOut;
  private final StackPane empty = new StackPane();
  private Region sheet;

  /**
   * Shows {@code model}.
   *
   * @param items those on the shelf
   * @param card the card of one of them by its identifier, or null
   */
  public DuplicatesView(
      DuplicatesModel model,
      Shelf shelf,
      Pictures pictures,
      WorkList work,
      javafx.collections.ObservableList<ItemCard> items,
      Function<String, ItemCard> card) {
    this.model = model;
    compare = new ComparePane(model, shelf, pictures);
    facts = new FactsPane(model, pictures, work, card);
    items.addListener((ListChangeListener<ItemCard>) c -> facts.show());
    binButton = Kit.button("", () -> open(new BinPane(model.bin(), this::closeSheet)), "quiet");
    binButton.setId("bin-button");
    binButton.setMinWidth(0);
    carryOut = Kit.button("", this::summary, "main");
    carryOut.setId("carry-out");
    Button search = Kit.button(Words.of("duplicates.search"), model::search);
    search.setId("search-again");
    header.getChildren().addAll(pills, Kit.spring(), binButton, search, carryOut);
    header.setAlignment(Pos.CENTER_LEFT);
    pills.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    actions.getStyleClass().addAll("foot", "actions");
    actions.setAlignment(Pos.CENTER_LEFT);
    actions.setMinHeight(54);
    BorderPane middle = new BorderPane();
    middle.setTop(compare);
    middle.setCenter(facts);
    middle.setBottom(actions);
    empty.getStyleClass().add("sheet");
    content.setLeft(new FindingList(model, shelf, pictures));
    StackPane over = new StackPane(middle, empty);
    content.setCenter(over);
    stack.getChildren().add(content);
    model.shown().addListener((ListChangeListener<Finding>) c -> update());
    model.choices().addListener((MapChangeListener<Finding, Choice>) c -> update());
    model.bin().entries().addListener((ListChangeListener<BinEntry>) c -> update());
    model.chosenProperty().addListener(o -> update());
    model.findingsProperty().addListener(o -> update());
    model.sortProperty().addListener(o -> update());
    update();
  }

  private void update() {
    pills.getChildren().clear();
    pill(null, "duplicates.all");
    for (Finding.Sort s : Finding.Sort.values()) {
      pill(s, "duplicates.sort." + s.name().toLowerCase(Locale.ROOT));
    }
    binButton.setText(
        model.bin().entries().isEmpty()
            ? Words.of("duplicates.bin.button")
            : Words.of("duplicates.bin.so.far", Words.bytes(model.bin().bytes())));
    int decided = model.choices().size();
    carryOut.setVisible(decided > 0);
    carryOut.setManaged(decided > 0);
    carryOut.setText(Words.of("duplicates.decided", decided, Words.bytes(model.decidedBytes())));
    empty.setVisible(model.shown().isEmpty());
    empty.getChildren().setAll(Kit.wrapped(emptyWords(), "empty"));
    fillActions();
  }

  private String emptyWords() {
    if (model.findingsProperty().get() == null) {
      return Words.of("duplicates.not.searched");
    }
    int compared = model.findingsProperty().get().compared();
    return model.count(null) > 0
        ? Words.of("duplicates.none.filtered")
        : Words.of("duplicates.none", compared);
  }

  private void pill(Finding.Sort s, String word) {
    Button b =
        Kit.button(
            Words.of(word) + " " + model.count(s), () -> model.sortProperty().set(s), "pill");
    b.setFocusTraversable(false);
    if (model.sortProperty().get() == s) {
      b.getStyleClass().add("chosen");
    }
    b.setId("sort-" + (s == null ? "all" : s.name().toLowerCase(Locale.ROOT)));
    pills.getChildren().add(b);
  }

  /** The suggestion and the ways to decide about what is looked at. */
  private void fillActions() {
    actions.getChildren().clear();
    Finding f = model.chosenProperty().get();
    if (f == null) {
      return;
    }
    Choice suggested = DuplicatesModel.suggestion(f);
    said.setText(
        f instanceof Finding.Twins t
            ? Words.of("duplicates.suggestion", t.advice().sentence())
            : Words.of("duplicates.suggestion", Words.of(suggestionWord(f))));
    said.setWrapText(true);
    said.setMinWidth(0);
    HBox.setHgrow(said, Priority.ALWAYS);
    said.setMaxWidth(Double.MAX_VALUE);
    actions.getChildren().add(said);
    action(f, Choice.KEEP_BOTH, suggested);
    if (f instanceof Finding.Files) {
      action(f, Choice.STORE_ONCE, suggested);
    } else if (f instanceof Finding.Colourway) {
      action(f, Choice.JOIN, suggested);
    } else if (f instanceof Finding.Twins) {
      if (suggested.combines()) {
        action(f, suggested.left() ? Choice.KEEP_RIGHT : Choice.KEEP_LEFT, suggested);
        action(f, suggested.left() ? Choice.KEEP_LEFT : Choice.KEEP_RIGHT, suggested);
        action(f, suggested, suggested);
      } else {
        action(f, suggested == Choice.KEEP_LEFT ? Choice.KEEP_RIGHT : Choice.KEEP_LEFT, suggested);
        action(f, suggested, suggested);
      }
    }
  }

  private static String suggestionWord(Finding f) {
    return switch (f) {
      case Finding.Files x -> "duplicates.suggest.once";
      case Finding.Colourway w -> "duplicates.suggest.colourway";
      default -> "duplicates.suggest.both";
    };
  }

  private void action(Finding f, Choice c, Choice suggested) {
    long bytes = model.freed(f, c);
    String word = Words.of("duplicates.do." + c.name().toLowerCase(Locale.ROOT));
    boolean first = c == suggested;
    Button b =
        Kit.button(
            first && bytes > 0 ? word + Words.of("duplicates.frees", Words.bytes(bytes)) : word,
            () -> model.choose(c));
    b.setId("do-" + c.name().toLowerCase(Locale.ROOT).replace('_', '-'));
    if (model.choices().get(f) == c) {
      b.getStyleClass().add("main");
    } else if (first && !model.choices().containsKey(f)) {
      b.getStyleClass().add("suggested");
    }
    actions.getChildren().add(b);
  }

  private void summary() {
    if (!model.choices().isEmpty()) {
      open(new SummaryPane(model, this::closeSheet));
    }
  }

  private void open(Region pane) {
    closeSheet();
    sheet = pane;
    StackPane.setAlignment(pane, Pos.CENTER);
    stack.getChildren().add(pane);
    pane.requestFocus();
  }

  private void closeSheet() {
    stack.getChildren().remove(sheet);
    sheet = null;
    stack.requestFocus();
  }

  @Override
  public String name() {
    return Words.of("place.duplicates");
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
  public ObservableValue<Number> attention() {
    return model.openProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () ->
            model.findingsProperty().get() == null
                ? ""
                : Words.of("duplicates.compared", model.findingsProperty().get().compared()),
        model.findingsProperty());
  }

  @Override
  public String keys() {
    return Words.of("duplicates.hint");
  }

  @Override
  public void opened() {
    stack.requestFocus();
    if (model.findingsProperty().get() == null) {
      model.search();
    }
  }

  @Override
  public void key(KeyEvent e) {
    if (sheet != null) {
      if (e.getCode() == KeyCode.ESCAPE) {
        closeSheet();
        e.consume();
      } else if (e.getCode() == KeyCode.ENTER && sheet instanceof SummaryPane) {
        model.carryOut();
        closeSheet();
        e.consume();
      }
      return;
    }
    switch (e.getCode()) {
      case UP -> model.move(-1);
      case DOWN -> model.move(1);
      case LEFT -> model.choose(e.isShiftDown() ? Choice.COMBINE_LEFT : Choice.KEEP_LEFT);
      case RIGHT -> model.choose(e.isShiftDown() ? Choice.COMBINE_RIGHT : Choice.KEEP_RIGHT);
      case B -> model.choose(Choice.KEEP_BOTH);
      case O -> model.choose(Choice.STORE_ONCE);
      case J -> model.choose(Choice.JOIN);
      case S -> {
        if (e.isShiftDown()) {
          model.takeSuggestions();
        } else if (model.chosenProperty().get() != null) {
          model.choose(DuplicatesModel.suggestion(model.chosenProperty().get()));
        }
      }
      case BACK_SPACE, DELETE -> model.undecide();
      case ESCAPE -> model.undecideAll();
      case Z -> model.bin().bringBack(null);
      case W -> compare.toggle(ComparePane.Way.WIPE);
      case K -> compare.toggle(ComparePane.Way.BLINK);
      case M -> compare.toggleFlat();
      case ENTER -> summary();
      default -> {
        return;
      }
    }
    e.consume();
  }
}
