package keepshelf.desktop.projects;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiConsumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Settled;
import keepshelf.core.trace.Tracing;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What of the shelf lies in a job's folders, and what lies there that nobody knows. */
final class TracePane extends VBox {
  /** More are counted only. */
  private static final int NAMED = 8;

  private final ListView<Tracing.TracedFile> list = new ListView<>();
  private final Map<String, String> names;
  private final Map<String, Settled> settled;
  private final BiConsumer<Tracing.TracedFile, Settled.What> settle;
  private final Tracing.Trace trace;
  private final CheckBox only = new CheckBox(Words.of("projects.trace.only"));

  /**
   * Shows what was traced.
   *
   * @param uses of the job
   * @param settle notes what a file is that no shelf knows
   * @param use notes what was found as used
   */
  TracePane(
      JobFiles.Traced traced,
      List<JudgedUse> uses,
      BiConsumer<Tracing.TracedFile, Settled.What> settle,
      Runnable use,
      Runnable close) {
    super(10);
    this.trace = traced.trace();
    this.names = traced.names();
    this.settled = new HashMap<>(traced.settled());
    this.settle = settle;
    setId("trace");
    getStyleClass().add("sheet");
    setPadding(new Insets(14, 18, 14, 18));
    setFocusTraversable(true);
    Set<String> used = new HashSet<>();
    uses.forEach(u -> used.add(u.item().item().id()));
    long fresh = trace.items().stream().filter(i -> !used.contains(i)).count();
    var take = Kit.button(Words.of("projects.trace.use", fresh), use, "main");
    take.setId("trace-use");
    take.setDisable(fresh == 0);
    HBox head =
        new HBox(
            12,
            Kit.label(Words.of("projects.trace.title"), "heading"),
            Kit.spring(),
            only,
            Kit.button(Words.of("projects.trace.close"), close),
            take);
    head.setAlignment(Pos.CENTER_LEFT);
    only.setId("trace-only");
    only.selectedProperty().addListener(o -> fill());
    list.setId("traced");
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("projects.trace.title"));
    list.setCellFactory(l -> new Row());
    list.setPlaceholder(Kit.wrapped(Words.of("projects.trace.empty"), "empty"));
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().addAll(head, facts(uses), list);
    setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ESCAPE) {
        close.run();
        e.consume();
      }
    });
    fill();
  }

  private Label facts(List<JudgedUse> uses) {
    long from = trace.files().stream().filter(f -> f.item() != null).count();
    List<String> missing = new ArrayList<>();
    for (JudgedUse u : uses) {
      if (!trace.items().contains(u.item().item().id())) {
        missing.add(u.item().item().name());
      }
    }
    String all =
        Words.of(
            "projects.trace.facts",
            trace.files().size(),
            from,
            trace.items().size(),
            trace.files().size() - from);
    return Kit.wrapped(missing.isEmpty() ? all : all + " " + missing(missing), "second");
  }

  private static String missing(List<String> names) {
    String some = String.join(", ", names.subList(0, Math.min(NAMED, names.size())));
    return names.size() <= NAMED
        ? Words.of("projects.trace.missing", some)
        : Words.of("projects.trace.missing.more", some, names.size() - NAMED);
  }

  private void fill() {
    list.getItems()
        .setAll(
            trace.files().stream().filter(f -> !only.isSelected() || f.item() == null).toList());
  }

  private final class Row extends ListCell<Tracing.TracedFile> {
    @Override
    protected void updateItem(Tracing.TracedFile f, boolean empty) {
      super.updateItem(f, empty);
      setText(null);
      setGraphic(empty || f == null ? null : row(f));
    }

    private Node row(Tracing.TracedFile f) {
      Label how =
          Kit.label(
              Words.of("projects.found." + f.found().id()),
              "strong",
              f.item() == null ? "attention" : "good");
      how.setMinWidth(110);
      Label file = Kit.label(fileName(f.path()));
      file.setTooltip(new Tooltip(f.path()));
      file.setMinWidth(0);
      file.setPrefWidth(300);
      Region item =
          f.item() == null ? settling(f) : Kit.label(names.getOrDefault(f.item(), f.item()));
      item.setMinWidth(160);
      Label reason = Kit.label(f.reason(), "second");
      reason.setMinWidth(0);
      HBox.setHgrow(reason, Priority.ALWAYS);
      HBox box = new HBox(10, how, file, item, reason);
      box.setAlignment(Pos.CENTER_LEFT);
      box.getStyleClass().add("table-row");
      box.setMinHeight(30);
      box.maxWidthProperty().bind(list.widthProperty().subtract(16));
      box.prefWidthProperty().bind(list.widthProperty().subtract(16));
      box.setAccessibleText(Kit.spoken(box));
      return box;
    }

    private Region settling(Tracing.TracedFile f) {
      ComboBox<Settled.What> box = new ComboBox<>();
      box.getItems().setAll(Settled.What.values());
      box.setPromptText(Words.of("projects.settle"));
      box.setAccessibleText(Words.of("projects.settle"));
      box.getStyleClass().add("settle");
      box.setConverter(Choices.titled(w -> Words.of("projects.settle." + w.id())));
      Settled said = settled.get(f.sha256());
      box.setValue(said == null ? null : said.what());
      box.valueProperty()
          .addListener((o, was, is) -> {
            settled.put(f.sha256(), new Settled(is, f.path(), null));
            settle.accept(f, is);
          });
      return box;
    }

    private static String fileName(String path) {
      Path p = Path.of(path);
      return p.getParent() == null || p.getParent().getFileName() == null
          ? path
          : p.getParent().getFileName() + "/" + p.getFileName();
    }
  }
}
