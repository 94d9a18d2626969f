package keepshelf.desktop.duplicates;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.duplicates.Advice;
import keepshelf.core.duplicates.Comparison;
import keepshelf.core.duplicates.DuplicatePair;
import keepshelf.core.duplicates.Picture;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** What is to be known of both, the better marked, and how they differ once lined up. */
final class FactsPane extends BorderPane {
  private static final double DIFFERENCE = 178;
  private static final int REMEMBERED = 200;

  private final DuplicatesModel model;
  private final Pictures pictures;
  private final WorkList work;
  private final Map<DuplicatePair, String> said =
      new LinkedHashMap<>() {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<DuplicatePair, String> e) {
          return size() > REMEMBERED;
        }
      };
  private final Function<String, ItemCard> card;

  /** The pair whose difference is shown, and where the words about it stand. */
  private DuplicatePair shown;

  private Label difference;

  /** {@code card} names the items of single files. */
  FactsPane(
      DuplicatesModel model, Pictures pictures, WorkList work, Function<String, ItemCard> card) {
    this.model = model;
    this.card = card;
    this.pictures = pictures;
    this.work = work;
    getStyleClass().add("sheet");
    model.chosenProperty().addListener(o -> show());
    show();
  }

  /** Shows it anew. */
  void show() {
    Finding f = model.chosenProperty().get();
    if (f == null) {
      setCenter(null);
      setRight(null);
      return;
    }
    GridPane grid = new GridPane();
    grid.getStyleClass().add("facts");
    ColumnConstraints name = new ColumnConstraints(118);
    ColumnConstraints one = new ColumnConstraints();
    ColumnConstraints two = new ColumnConstraints();
    one.setPercentWidth(42);
    two.setPercentWidth(42);
    one.setHgrow(Priority.ALWAYS);
    two.setHgrow(Priority.ALWAYS);
    grid.getColumnConstraints().setAll(name, one, two);
    if (f instanceof Finding.Twins t) {
      head(grid, t.twins().a().item().name(), t.twins().b().item().name());
      for (Advice.Fact fact : t.advice().facts()) {
        row(grid, fact.trait().title(), fact.first(), fact.second(), fact.better());
      }
      row(grid, Words.of("duplicates.folder"), folder(t.side(true)), folder(t.side(false)), 0);
    } else {
      grid.getColumnConstraints().setAll(name, wide());
      members(grid, f);
    }
    ScrollPane scroll = new ScrollPane(grid);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    setCenter(scroll);
    setRight(difference(f));
  }

  private static ColumnConstraints wide() {
    ColumnConstraints c = new ColumnConstraints();
    c.setHgrow(Priority.ALWAYS);
    return c;
  }

  private static String folder(ShelvedItem s) {
    return s.pack().folder().replaceFirst("^packs/", "");
  }

  private static void head(GridPane g, String a, String b) {
    int row = g.getRowCount();
    g.add(cell(Kit.label("", "strong")), 0, row);
    g.add(cell(Kit.label(a, "strong")), 1, row);
    g.add(cell(Kit.label(b, "strong")), 2, row);
  }

  private static void row(GridPane g, String name, String a, String b, int better) {
    int row = g.getRowCount();
    g.add(cell(Kit.label(name, "second")), 0, row);
    g.add(cell(marked(a, better > 0)), 1, row);
    g.add(cell(marked(b, better < 0)), 2, row);
  }

  private static Label marked(String text, boolean better) {
    Label l = Kit.label(text);
    if (better) {
      l.getStyleClass().addAll("good", "strong");
      l.setAccessibleText(Words.of("duplicates.better", text));
    }
    return l;
  }

  private static Node cell(Label l) {
    StackPane p = new StackPane(l);
    p.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    p.getStyleClass().add("fact");
    l.setMinWidth(0);
    return p;
  }

  private void members(GridPane g, Finding f) {
    var all =
        f instanceof Finding.Files x
            ? x.group().members()
            : java.util.List.of(f.pair().a(), f.pair().b());
    for (Picture p : all) {
      ItemCard s = card.apply(p.item());
      int row = g.getRowCount();
      g.add(cell(Kit.label(s == null ? "" : s.name(), "strong")), 0, row);
      g.add(
          cell(
              Kit.label(
                  p.path().replaceFirst("^packs/", "") + "  ·  " + Words.bytes(p.bytes()), "mono")),
          1,
          row);
    }
    Label why =
        Kit.wrapped(
            switch (f) {
              case Finding.Files x -> Words.of("duplicates.files.explained");
              case Finding.Colourway w -> Words.of("duplicates.colourways.explained");
              default ->
                  f.pair().relation().samePicture()
                      ? Words.of("duplicates.pictures.explained")
                      : Words.of("duplicates.kin.explained", f.pair().reason());
            },
            "second");
    why.setPadding(new Insets(12, 14, 0, 14));
    g.add(why, 0, g.getRowCount(), 2, 1);
  }

  private Node difference(Finding f) {
    DuplicatePair pair = f.pair();
    Label words = Kit.wrapped("", "second");
    words.setId("difference");
    shown = pair;
    difference = words;
    VBox box = new VBox(8, Kit.label(Words.of("duplicates.differ"), "section"));
    if (pair.relation() == DuplicatePair.Relation.IDENTICAL) {
      words.setText(Words.of("duplicates.identical"));
    } else {
      words.setText(said.getOrDefault(pair, Words.of("duplicates.comparing")));
      var picture =
          pictures.get(
              "difference|" + pair.a().sha256() + "|" + pair.b().sha256(),
              () -> {
                Comparison c = Comparison.of(pair);
                work.ui(() -> {
                  said.put(pair, c.sentence());
                  // It may be shown anew since this was asked for.
                  if (pair.equals(shown)) {
                    difference.setText(c.sentence());
                  }
                });
                return c.picture();
              });
      // The picture may be there from an earlier look whose words are forgotten.
      if (picture.get() != null && !said.containsKey(pair)) {
        words.setText("");
      }
      box.getChildren().add(Images.view(picture, DIFFERENCE));
    }
    box.getChildren().add(words);
    box.setPadding(new Insets(14));
    box.setPrefWidth(236);
    box.setMinWidth(236);
    box.getStyleClass().add("difference");
    return box;
  }
}
