package keepshelf.desktop.arrivals;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.PasswordField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.RowsAndRest;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * A row per item, a column per role, a picture in each cell; the tray below. Only the rows that can
 * be seen exist, so that tens of thousands of files stay smooth.
 */
final class SortingTable extends BorderPane {
  private static final int MOST_PROBLEMS = 4;

  private final ArrivalsModel model;
  private final ListView<RecognisedItem> rows = new ListView<>();
  private final VBox top = new VBox(0);
  private final Tray tray;
  private final Glance glance;
  private final RowsAndRest middle;
  private boolean packed;

  /** {@code viewer} shows the picture that is looked at large. */
  SortingTable(ArrivalsModel model, Pictures pictures, Runnable viewer) {
    this.model = model;
    getStyleClass().add("sheet");
    SortingModel sorting = model.sorting();
    MapMover mover = new MapMover(sorting, this, viewer);
    rows.getStyleClass().add("plain-list");
    rows.setAccessibleText(Words.of("spoken.sorting"));
    rows.setFocusTraversable(false);
    rows.setCellFactory(l -> {
      ItemRow row = new ItemRow(sorting, pictures, mover, this);
      row.itemProperty().addListener(o -> row.packed(packed));
      row.packed(packed);
      return row;
    });
    tray = new Tray(sorting, pictures, mover, this);
    glance = new Glance(model, pictures, viewer);
    middle = new RowsAndRest(rows, glance, ItemRow.HEIGHT, Glance.LEAST);
    setTop(top);
    setBottom(tray);
    sorting
        .spotProperty()
        .addListener(o -> {
          reveal(sorting.spotProperty().get());
          glance.show(model.recognition(), sorting.spotProperty().get());
        });
  }

  /** Shows an arrival, or what stands in its stead. */
  void show(ArrivalEntry e) {
    top.getChildren().clear();
    tray.show(null);
    if (e == null) {
      middle(Words.of("arrivals.empty"));
      return;
    }
    Arrival a = e.arrivalProperty().get();
    if (a == null) {
      middle(e.name() + "\n\n" + Words.of("arrivals.reading"));
      return;
    }
    head(e, a);
    if (e.locked()) {
      password(e, a);
      return;
    }
    kin(e);
    problems(e, a);
    Recognition r = a.recognition();
    packed =
        r.items().stream()
            .flatMap(i -> i.maps().stream())
            .anyMatch(m -> m.role() == keepshelf.core.model.MapRole.PACKED);
    if (r.items().isEmpty()) {
      setCenter(null);
    } else {
      top.getChildren().add(columnHeads());
      setCenter(middle);
      rows.getItems().setAll(r.items());
      glance.show(r, model.sorting().spotProperty().get());
      reveal(model.sorting().spotProperty().get());
    }
    if (!a.failed()) {
      tray.show(r);
    }
  }

  private void reveal(Spot s) {
    if (s == null || s.item() == null) {
      return;
    }
    for (int i = 0; i < rows.getItems().size(); i++) {
      if (rows.getItems().get(i).key().equals(s.item())) {
        int row = i;
        var cell =
            rows.lookupAll(".item-row").stream()
                .filter(n -> n instanceof ItemRow x && x.getIndex() == row && inside(x))
                .findFirst();
        if (cell.isEmpty()) {
          rows.scrollTo(row);
        }
        return;
      }
    }
  }

  private boolean inside(Node row) {
    var b = row.localToScene(row.getBoundsInLocal());
    var view = rows.localToScene(rows.getBoundsInLocal());
    return b.getMinY() >= view.getMinY() - 1 && b.getMaxY() <= view.getMaxY() + 1;
  }

  private void middle(String text) {
    Label l = Kit.wrapped(text, "empty");
    l.setMaxWidth(460);
    StackPane p = new StackPane(l);
    p.setMinHeight(420);
    setCenter(p);
  }

  private void head(ArrivalEntry e, Arrival a) {
    Label name = Kit.label(e.name(), "heading");
    name.setMinWidth(120);
    Recognition r = a.recognition();
    long bytes =
        r.items().stream()
                .flatMap(i -> i.maps().stream())
                .mapToLong(m -> Math.max(0, m.file().size()))
                .sum()
            + r.loose().stream().mapToLong(l -> Math.max(0, l.file().size())).sum();
    int files = r.items().stream().mapToInt(i -> i.maps().size()).sum() + r.loose().size();
    HBox line =
        new HBox(
            12,
            name,
            Kit.label(Words.of("arrivals.facts", files, Words.bytes(bytes)), "second"),
            Kit.spring());
    Button dismiss = Kit.button(Words.of("arrivals.dismiss"), () -> model.dismiss(e), "quiet");
    dismiss.setTooltip(new javafx.scene.control.Tooltip(Words.of("arrivals.dismiss.tip")));
    line.getChildren().add(dismiss);
    line.setAlignment(Pos.BASELINE_LEFT);
    line.setStyle("-fx-padding: 10 14 6 14;");
    top.getChildren().add(line);
  }

  /** What the arrival is to a pack on the shelf, and whether it is filed as that. */
  private void kin(ArrivalEntry e) {
    ArrivalKin kin = e.kinProperty().get();
    if (kin == null) {
      return;
    }
    String changed = String.join(", ", first(kin.changes().changed()));
    String added = String.join(", ", first(kin.changes().added()));
    String removed = String.join(", ", first(kin.changes().removed()));
    StringBuilder b = new StringBuilder(sentence(kin.sentence()));
    b.append(changed.isEmpty() ? "" : " " + Words.of("arrivals.kin.changed", changed));
    b.append(added.isEmpty() ? "" : " " + Words.of("arrivals.kin.added", added));
    b.append(removed.isEmpty() ? "" : " " + Words.of("arrivals.kin.removed", removed));
    Label said = Kit.wrapped(b.toString(), "remark");
    HBox.setHgrow(said, Priority.ALWAYS);
    CheckBox as = new CheckBox(Words.of("arrivals.kin.as"));
    as.setId("as-kin");
    as.selectedProperty().bindBidirectional(e.asKinProperty());
    as.setMinWidth(CheckBox.USE_PREF_SIZE);
    HBox line = new HBox(12, said, as);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("kin-line");
    top.getChildren().add(line);
  }

  private static List<String> first(List<String> names) {
    return names.size() <= 3
        ? names
        : List.of(names.get(0), names.get(1), "+" + (names.size() - 2));
  }

  private static String sentence(String s) {
    return Character.toUpperCase(s.charAt(0)) + s.substring(1) + ".";
  }

  private void problems(ArrivalEntry e, Arrival a) {
    List<String> all = new java.util.ArrayList<>();
    a.problems().forEach(p -> all.add(p.message().replace(a.path(), e.name())));
    a.recognition().problems().forEach(p -> all.add(p.message()));
    for (String s : all.subList(0, Math.min(MOST_PROBLEMS, all.size()))) {
      top.getChildren().add(problem(s));
    }
    if (all.size() > MOST_PROBLEMS) {
      Label more = Kit.label(Words.of("arrivals.more.problems", all.size() - MOST_PROBLEMS), "bad");
      more.setTooltip(
          new javafx.scene.control.Tooltip(
              String.join("\n", all.subList(MOST_PROBLEMS, Math.min(all.size(), 40)))));
      HBox box = new HBox(more);
      box.setStyle("-fx-padding: 0 14 8 14;");
      top.getChildren().add(box);
    }
  }

  private static Node problem(String text) {
    HBox box = new HBox(Kit.wrapped(text, "bad"));
    box.setStyle("-fx-padding: 4 14 4 14;");
    return box;
  }

  private void password(ArrivalEntry e, Arrival a) {
    Label why = Kit.wrapped(a.problems().getFirst().message().replace(a.path(), e.name()), "empty");
    PasswordField field = new PasswordField();
    field.setId("password");
    field.setPromptText(Words.of("arrivals.password"));
    field.setPrefWidth(220);
    Runnable open =
        () -> {
          if (!field.getText().isEmpty()) {
            model.unlock(e, field.getText());
          }
        };
    field.setOnAction(x -> open.run());
    Button go = Kit.button(Words.of("arrivals.unlock"), open, "main");
    go.setId("unlock");
    HBox line = new HBox(8, field, go);
    line.setAlignment(Pos.CENTER);
    VBox box = new VBox(14, why, line);
    box.setAlignment(Pos.CENTER);
    box.setMaxWidth(460);
    StackPane p = new StackPane(box);
    p.setMinHeight(420);
    setCenter(p);
  }

  private Node columnHeads() {
    HBox h = new HBox();
    h.getStyleClass().addAll("table-row", "head");
    h.setMinHeight(24);
    h.setAlignment(Pos.CENTER_LEFT);
    Label first = Kit.label(Words.of("arrivals.material"), "column-head");
    first.setMinWidth(ItemRow.NAME_WIDTH);
    first.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(first, Priority.ALWAYS);
    h.getChildren().add(first);
    for (Column c : Column.values()) {
      Label l = Kit.label(c.title(), "column-head");
      l.setMinWidth(ItemRow.width(c, packed));
      l.setMaxWidth(ItemRow.width(c, packed));
      l.setAlignment(Pos.CENTER);
      h.getChildren().add(l);
    }
    return h;
  }

  /** The item of the chosen arrival that a spot belongs to, or null. */
  static RecognisedItem itemOf(Recognition r, Spot s) {
    return r == null || s == null || s.item() == null
        ? null
        : r.items().stream().filter(i -> i.key().equals(s.item())).findFirst().orElse(null);
  }
}
