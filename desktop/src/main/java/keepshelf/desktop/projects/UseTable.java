package keepshelf.desktop.projects;

import java.util.Locale;
import java.util.Map;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Verdict;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Rows;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.words.Words;

/** What a job uses, a row each: item, licence, verdict and why. */
final class UseTable extends VBox {
  private static final double THUMB = 34;
  private static final double[] WIDTHS = {212, 158, 104};

  /** Letters of a licence that fit into its column. */
  private static final int FITS = 21;

  private final ProjectsModel model;
  private final Shelf shelf;
  private final CardPictures pictures;
  private final ListView<JudgedUse> list;
  private final HBox counts = new HBox(28);

  UseTable(ProjectsModel model, Shelf shelf, CardPictures pictures, Runnable open) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    getStyleClass().add("sheet");
    counts.setStyle("-fx-padding: 12 16 12 16;");
    counts.setMinHeight(70);
    counts.setAlignment(Pos.CENTER_LEFT);
    list = new ListView<>(model.uses());
    list.setId("uses");
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("projects.uses"));
    list.setCellFactory(l -> new Row());
    Label nothing = Kit.wrapped(Words.of("projects.empty"), "empty");
    nothing.setMaxWidth(380);
    list.setPlaceholder(nothing);
    list.setOnMouseClicked(e -> {
      if (e.getClickCount() == 2 && model.useProperty().get() != null) {
        open.run();
      }
    });
    VBox.setVgrow(list, Priority.ALWAYS);
    GridPane head =
        Rows.head(
            0,
            WIDTHS,
            Words.of("projects.col.item"),
            Words.of("projects.col.licence"),
            Words.of("projects.col.verdict"),
            Words.of("projects.col.because"));
    getChildren().addAll(counts, head, list);
    // The list moves its own selection by keys; the model follows it, and it the model.
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, was, is) -> {
          if (is != null) {
            model.useProperty().set(is);
          }
        });
    model.useProperty().addListener(o -> reveal());
    model.uses().addListener((ListChangeListener<JudgedUse>) c -> count());
    count();
  }

  /** Puts the focus where keys act. */
  void focus() {
    list.requestFocus();
  }

  private void reveal() {
    list.refresh();
    int at = model.uses().indexOf(model.useProperty().get());
    if (at >= 0) {
      list.getSelectionModel().clearAndSelect(at);
      list.scrollTo(Math.max(0, at - 4));
    }
  }

  private void count() {
    counts.getChildren().clear();
    if (model.chosenProperty().get() == null) {
      return;
    }
    counts
        .getChildren()
        .add(Rows.count("" + model.uses().size(), Words.of("projects.count.all"), "plain"));
    for (Map.Entry<Verdict, Long> e : Verdict.counts(model.uses()).entrySet()) {
      if (e.getValue() > 0) {
        counts
            .getChildren()
            .add(
                Rows.count(
                    "" + e.getValue(), words(e.getKey(), "projects.count."), style(e.getKey())));
      }
    }
    Label when = Kit.label(Words.of("projects.judged"), "second");
    when.setMinWidth(USE_PREF_SIZE);
    when.setStyle("-fx-text-alignment: right;");
    when.setAlignment(Pos.CENTER_RIGHT);
    counts.getChildren().addAll(Kit.spring(), when);
  }

  static String words(Verdict v, String prefix) {
    return Words.of(prefix + v.name().toLowerCase(Locale.ROOT).replace('_', '-'));
  }

  static String style(Verdict v) {
    return switch (v) {
      case ALLOWED -> "good";
      case CREDIT -> "remark";
      case CONDITION, UNKNOWN -> "attention";
      case NOT_ALLOWED -> "bad";
    };
  }

  private final class Row extends ListCell<JudgedUse> {
    @Override
    protected void updateItem(JudgedUse u, boolean empty) {
      super.updateItem(u, empty);
      setText(null);
      setGraphic(empty || u == null ? null : row(u));
    }

    private Node row(JudgedUse u) {
      ShelvedItem s = u.item();
      String finish = u.use().finish();
      Label name =
          Kit.label(finish == null ? s.item().name() : s.item().name() + " · " + finish, "strong");
      Label from = Kit.label(from(u), "hint");
      VBox words = new VBox(1, name, from);
      words.setMinWidth(0);
      words.setAlignment(Pos.CENTER_LEFT);
      HBox item = new HBox(10, Images.view(pictures.of(s, 96, Previews.Lit.USUAL), THUMB), words);
      item.setAlignment(Pos.CENTER_LEFT);
      HBox.setHgrow(words, Priority.ALWAYS);
      Label licence = Kit.label(licence(u));
      licence.setMinWidth(0);
      if (u.licence() != null) {
        licence.setTooltip(new Tooltip(shelf.licences().title(u.licence())));
      }
      HBox terms = new HBox(5, Signs.licence(shelf.licences().glance(u.licence())), licence);
      terms.setAlignment(Pos.CENTER_LEFT);
      terms.setStyle("-fx-padding: 0 8 0 0;");
      Label verdict =
          Kit.label(words(u.verdict(), "projects.verdict."), "strong", style(u.verdict()));
      String why = u.reasons().getFirst().sentence();
      Label because = Kit.label(why, "second");
      because.setTooltip(new Tooltip(why));
      because.setWrapText(true);
      because.setMinWidth(0);
      because.setMaxHeight(34);
      GridPane g = Rows.columns(0, WIDTHS, item, terms, verdict, because);
      g.setMinHeight(45);
      g.setOnMousePressed(e -> model.useProperty().set(u));
      return Rows.in(list, g, u == model.useProperty().get());
    }

    /** What people call it; the identifier when that is what fits. */
    private String licence(JudgedUse u) {
      if (u.licence() == null) {
        return Words.of("projects.nolicence");
      }
      String title = shelf.licences().title(u.licence());
      return title.length() > FITS && u.licence().length() < FITS ? u.licence() : title;
    }

    private static String from(JudgedUse u) {
      ShelvedItem s = u.item();
      String source = s.pack().source() == null ? s.pack().name() : s.pack().source();
      String used = u.use().version();
      String now = s.pack().version();
      if (used == null) {
        return source;
      }
      return now == null || now.equals(used)
          ? Words.of("projects.from", source, used)
          : Words.of("projects.from.older", source, used, now);
    }
  }
}
