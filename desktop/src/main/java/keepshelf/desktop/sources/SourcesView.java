package keepshelf.desktop.sources;

import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.core.Shelf;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Over;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** The place that says who things came from, what is new there and what is at risk. */
public final class SourcesView implements Place {
  /**
   * Where one goes from here.
   *
   * @param toShelf shows what is found by a query on the boards
   * @param browse opens an address in the system's browser
   */
  public record Ways(Consumer<String> toShelf, Consumer<String> browse) {}

  private final SourcesModel model;
  private final FilePicker picker;
  private final Ways ways;
  private final HBox header = new HBox(10);
  private final StackPane content = new StackPane();
  private final Over over = new Over(content);
  private final PackTable table;

  /** Shows {@code model}; {@code picker} asks for files. */
  public SourcesView(
      SourcesModel model, Shelf shelf, Pictures pictures, FilePicker picker, Ways ways) {
    this.model = model;
    this.picker = picker;
    this.ways = ways;
    PackPictures of = new PackPictures(model, shelf, pictures);
    table = new PackTable(model, of, this::toShelf);
    BorderPane all = new BorderPane(table);
    all.setLeft(new SourceList(model, () -> ask(null)));
    all.setRight(new PackPane(model, shelf, of, model.beside(), ways.browse()));
    content.getChildren().add(all);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    model.chosenProperty().addListener(o -> head());
    head();
  }

  private void head() {
    header.getChildren().clear();
    SourceNews n = model.chosenProperty().get();
    if (n == null) {
      return;
    }
    Label name = Kit.label(n.source().name(), "heading");
    name.setMinWidth(60);
    header.getChildren().add(name);
    if (n.info() != null && n.info().creators() != null) {
      header.getChildren().add(pill(n.info().creators(), "pill"));
    }
    if (n.until() != null) {
      boolean past = SourceTexts.past(n.until());
      Button until =
          pill(
              Words.of(
                  past ? "sources.pill.ended" : "sources.pill.until", SourceTexts.day(n.until())),
              "pill");
      if (past) {
        until.getStyleClass().add("bad-edge");
      }
      header.getChildren().add(until);
    }
    Button more = Kit.button("⋯", () -> {});
    more.setId("source-more");
    more.setAccessibleText(Words.of("sources.more"));
    more.setOnAction(e -> menu(n).show(more, Side.BOTTOM, 0, 4));
    header.getChildren().add(Kit.spring());
    if (n.source().feed() != null) {
      Label asked = Kit.label(SourceTexts.asked(n.asked()), "second");
      asked.setMinWidth(Region.USE_PREF_SIZE);
      Button again =
          Kit.button(
              Words.of(n.asked() == null ? "sources.ask" : "sources.ask.again"),
              () -> model.ask(List.of(n.source())));
      again.setId("source-ask");
      header.getChildren().addAll(asked, again);
    }
    header.getChildren().add(more);
    List<PackNews> wanted = model.wanted();
    if (!wanted.isEmpty()) {
      long bytes =
          wanted.stream()
              .mapToLong(p ->
                  p.newest().flatMap(v -> p.usual(v, null)).map(Feed.Edition::bytes).orElse(0L))
              .sum();
      Button all =
          Kit.button(
              Words.of("sources.fetch.all", wanted.size(), SourceTexts.size(bytes)),
              () -> model.fetch(model.wanted(), null),
              "main");
      all.setId("source-fetch");
      header.getChildren().add(all);
    }
  }

  private Button pill(String text, String style) {
    Button b = Kit.button(text, () -> ask(model.chosenProperty().get()), style);
    b.setMinWidth(0);
    return b;
  }

  private ContextMenu menu(SourceNews n) {
    ContextMenu m = new ContextMenu();
    add(m, "sources.menu.edit", () -> ask(n));
    add(m, "sources.menu.orders", this::orders);
    add(m, "sources.menu.own", () -> own(null));
    PackNews p = model.packProperty().get();
    Entitlement e = p == null ? null : p.owned();
    if (e != null && e.id().startsWith("e")) {
      add(m, "sources.menu.owned", () -> own(e));
      add(m, "sources.menu.disown", () -> model.changes().disown(e));
    }
    if (n.count(State.LOST) > 0) {
      add(
          m,
          "sources.menu.lost",
          () ->
              model.fetchLost(
                  n.packs().stream().filter(x -> x.states().contains(State.LOST)).toList()));
    }
    add(m, "sources.menu.all", model::askAll);
    String page = page(n);
    if (page != null) {
      add(m, "sources.menu.page", () -> ways.browse().accept(page));
    }
    add(m, "sources.menu.boards", () -> ways.toShelf().accept(query(n.source())));
    return m;
  }

  private static String page(SourceNews n) {
    String own = n.source().page();
    return own != null ? own : n.info() == null ? null : n.info().page();
  }

  private static String query(Source s) {
    return keepshelf.core.search.Condition.typed("source", s.name());
  }

  private static void add(ContextMenu m, String key, Runnable what) {
    MenuItem i = new MenuItem(Words.of(key));
    i.setOnAction(e -> what.run());
    m.getItems().add(i);
  }

  /** Asks who a source is; null for a new one. */
  void ask(SourceNews n) {
    lay(new SourceForm(model, n, this::closeOver));
  }

  private void own(Entitlement was) {
    SourceNews n = model.chosenProperty().get();
    if (n != null) {
      lay(new OwnedForm(model, n.source().name(), was, this::closeOver));
    }
  }

  /** Asks for a list of orders of the chosen source. */
  private void orders() {
    List<Path> files = picker.files(content.getScene().getWindow());
    if (!files.isEmpty()) {
      orders(files.getFirst());
    }
  }

  /** Shows a list of orders, so that a person can say what its columns are. */
  public void orders(Path file) {
    SourceNews n = model.chosenProperty().get();
    if (n == null || over.isOpen()) {
      return;
    }
    model
        .changes()
        .readOrders(
            file,
            t -> {
              if (!over.isOpen()) {
                over.lay(new OrdersPane(model, n.source(), t, this::closeOver), e -> {}, () -> {});
              }
            });
  }

  private void lay(Region form) {
    if (!over.isOpen()) {
      StackPane ground = new StackPane(form);
      ground.setPadding(new Insets(14));
      ground.setAlignment(Pos.TOP_LEFT);
      over.lay(ground, e -> {}, () -> {});
    }
  }

  private void closeOver() {
    over.close();
    table.focus();
  }

  private void toShelf() {
    PackNews p = model.packProperty().get();
    if (p != null && p.isHere()) {
      ways.toShelf().accept('"' + p.name().replace('"', ' ') + '"');
    }
  }

  /** Fetches what a person would want of the pack that is looked at. */
  private void fetch() {
    PackNews p = model.packProperty().get();
    if (p == null) {
      return;
    }
    if (p.states().contains(State.LOST) && p.item() != null) {
      model.fetchLost(List.of(p));
    } else {
      boolean other =
          p.isHere()
              && !p.states().contains(State.NEWER)
              && p.states().contains(State.OTHER_EDITION);
      List<String> more = p.offered().stream().filter(r -> !p.resolutions().contains(r)).toList();
      model.fetch(List.of(p), other ? more.getLast() : null);
    }
  }

  @Override
  public String name() {
    return Words.of("place.sources");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return content;
  }

  @Override
  public ObservableValue<Number> attention() {
    return model.attentionProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () -> {
          long going =
              model.fetches().going().stream().filter(g -> !g.fetch().state().isSettled()).count();
          String all =
              Words.of(
                  "sources.status",
                  model.rows().size(),
                  model.rows().stream().mapToLong(SourceNews::owned).sum(),
                  model.attentionProperty().get());
          return going == 0 ? all : all + " · " + Words.of("sources.status.going", going);
        },
        model.rows(),
        model.attentionProperty(),
        model.fetches().going());
  }

  @Override
  public String keys() {
    return Words.of("sources.hint");
  }

  @Override
  public void opened() {
    model.refresh();
    Platform.runLater(table::focus);
  }

  @Override
  public void key(KeyEvent e) {
    if (over.isOpen()) {
      if (e.getCode() == KeyCode.ESCAPE) {
        closeOver();
        e.consume();
      }
      return;
    }
    switch (e.getCode()) {
      case UP -> model.move(-1);
      case DOWN -> model.move(1);
      case ENTER -> toShelf();
      case U -> {
        SourceNews n = model.chosenProperty().get();
        if (n != null && n.source().feed() != null) {
          model.ask(List.of(n.source()));
        }
      }
      case F -> fetch();
      case C -> model.compare();
      case N -> ask(null);
      case E -> {
        if (model.chosenProperty().get() != null) {
          ask(model.chosenProperty().get());
        }
      }
      case O -> orders();
      default -> {
        return;
      }
    }
    e.consume();
  }
}
