package keepshelf.desktop.sources;

import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Rows;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;

/** What is owned of a source, a row each: pack, editions, what is new, and what to do. */
final class PackTable extends VBox {
  private static final double GAP = 10;
  private static final double THUMB = 38;
  private static final double[] WIDTHS = {230, 62};

  /** All rows are of one height: then none has to be made to know where the others stand. */
  private static final double HEIGHT = 50;

  private final SourcesModel model;
  private final PackPictures pictures;
  private final ListView<PackNews> list;
  private final HBox counts = new HBox(30);

  PackTable(SourcesModel model, PackPictures pictures, Runnable open) {
    this.model = model;
    this.pictures = pictures;
    getStyleClass().add("sheet");
    counts.setStyle("-fx-padding: 12 16 12 16;");
    counts.setMinHeight(70);
    counts.setAlignment(Pos.CENTER_LEFT);
    list = new ListView<>(model.packs());
    list.setId("packs");
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("sources.col.pack"));
    list.setFixedCellSize(HEIGHT);
    list.setCellFactory(l -> new Row());
    Label nothing = Kit.wrapped(Words.of("sources.empty"), "empty");
    nothing.setMaxWidth(380);
    list.setPlaceholder(nothing);
    list.setOnMouseClicked(e -> {
      if (e.getClickCount() == 2 && model.packProperty().get() != null) {
        open.run();
      }
    });
    VBox.setVgrow(list, Priority.ALWAYS);
    GridPane head =
        Rows.head(
            GAP,
            WIDTHS,
            Words.of("sources.col.pack"),
            Words.of("sources.col.editions"),
            Words.of("sources.col.news"));
    getChildren().addAll(counts, head, list);
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, was, is) -> {
          if (is != null) {
            model.packProperty().set(is);
          }
        });
    model.packProperty().addListener(o -> reveal());
    model.packs().addListener((ListChangeListener<PackNews>) c -> count());
    count();
  }

  /** Puts the focus where keys act. */
  void focus() {
    list.requestFocus();
  }

  private void reveal() {
    int at = model.packs().indexOf(model.packProperty().get());
    if (at >= 0) {
      list.getSelectionModel().clearAndSelect(at);
      list.scrollTo(Math.max(0, at - 4));
    }
  }

  private void count() {
    counts.getChildren().clear();
    SourceNews n = model.chosenProperty().get();
    if (n == null) {
      return;
    }
    counts.getChildren().add(Rows.count("" + n.owned(), Words.of("sources.count.owned"), "plain"));
    add(n, State.NEWER, "remark");
    add(n, State.NOT_HERE, "attention");
    add(n, State.LOST, "bad");
    add(n, State.WITHDRAWN, "attention");
    add(n, State.AT_RISK, n.until() != null && SourceTexts.past(n.until()) ? "bad" : "attention");
    if (!n.costs().total().isEmpty()) {
      String since = n.costs().since();
      Node paid =
          Rows.count(
              SourceTexts.money(n.costs().total()),
              since.isEmpty()
                  ? Words.of("sources.count.paid")
                  : Words.of("sources.count.paid.since", since),
              "plain");
      Tooltip.install(paid, new Tooltip(SourceTexts.years(n.costs())));
      counts.getChildren().add(paid);
    }
  }

  private void add(SourceNews n, State s, String style) {
    if (n.count(s) > 0) {
      counts
          .getChildren()
          .add(Rows.count("" + n.count(s), Words.of("sources.count." + s.id()), style));
    }
  }

  private final class Row extends ListCell<PackNews> {
    Row() {
      model.packProperty().addListener(o -> mark());
    }

    private void mark() {
      if (getGraphic() != null) {
        Rows.choose(getGraphic(), "lead-row", getItem() == model.packProperty().get());
      }
    }

    @Override
    protected void updateItem(PackNews p, boolean empty) {
      super.updateItem(p, empty);
      setText(null);
      setGraphic(empty || p == null ? null : row(p));
    }

    private Node row(PackNews p) {
      Label name = Kit.label(p.name(), "strong");
      Label below = Kit.label(SourceTexts.versions(p), "hint");
      VBox words = new VBox(1, name, below);
      words.setMinWidth(0);
      words.setAlignment(Pos.CENTER_LEFT);
      Node thumb =
          pictures
              .of(p)
              .map(x -> (Node) Images.view(x, THUMB))
              .orElseGet(() -> PackPictures.none(THUMB));
      HBox pack = new HBox(10, thumb, words);
      pack.setAlignment(Pos.CENTER_LEFT);
      HBox.setHgrow(words, Priority.ALWAYS);
      String news = SourceTexts.news(p);
      Label said =
          Kit.label(news, p.states().isEmpty() ? "second" : "strong", SourceTexts.style(p));
      said.setWrapText(true);
      said.setMinWidth(0);
      said.setMaxHeight(36);
      if (!news.isEmpty()) {
        said.setTooltip(new Tooltip(news));
      }
      GridPane g =
          Rows.columns(
              GAP, WIDTHS, pack, Signs.staircase(p.resolutions(), p.offered()), said, action(p));
      g.setMinHeight(HEIGHT);
      g.setOnMousePressed(e -> model.packProperty().set(p));
      return Rows.in(list, g, p == model.packProperty().get());
    }

    /** What a person would do next about it. */
    private Node action(PackNews p) {
      if (p.states().contains(State.LOST) && p.item() != null) {
        return button(Words.of("sources.again"), () -> model.fetchLost(List.of(p)));
      }
      if (!p.canBeFetched()) {
        return new Label();
      }
      List<String> more = p.offered().stream().filter(r -> !p.resolutions().contains(r)).toList();
      boolean other = !p.states().contains(State.NEWER) && p.states().contains(State.OTHER_EDITION);
      String at = other ? more.getLast() : null;
      Feed.Edition e = p.usual(p.newest().orElseThrow(), at).orElse(null);
      boolean wanted = other || !p.isHere() || p.states().contains(State.NEWER);
      return e == null || !wanted
          ? new Label()
          : button(
              Words.of("sources.fetch", e.name(), SourceTexts.size(e.bytes())),
              () -> model.fetch(List.of(p), at));
    }

    private static Button button(String text, Runnable what) {
      Button b = Kit.button(text, what);
      b.setFocusTraversable(false);
      return b;
    }
  }
}
