package keepshelf.desktop.bench;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Which finish and edition lie on the bench, and what is done with them. */
final class BenchHeader extends HBox {
  private final Label name = Kit.label("", "heading");
  private final ComboBox<String> which = new ComboBox<>();
  private final TextField called = new TextField();
  private final ComboBox<String> edition = new ComboBox<>();
  private final Label changed = Kit.label("", "second");
  private final Button keep;
  private final Button remove;
  private FinishModel finish;
  private boolean filling;

  /** What the buttons do. */
  interface Actions {
    /** Keeps what is tried. */
    void keep();

    /** Removes the kept finish. */
    void remove();

    /** Begins anew with a kept finish, or a new one when that is null. */
    void choose(String name);

    /** Installs the item. */
    void install();

    /** Shows another edition. */
    void edition(String label);
  }

  BenchHeader(Actions actions) {
    super(10);
    setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(this, Priority.ALWAYS);
    name.setId("bench-name");
    name.setMinWidth(60);
    which.setId("finish-which");
    which.setAccessibleText(Words.of("finish.which"));
    which.setMinWidth(110);
    which.setOnAction(e -> {
      int at = which.getSelectionModel().getSelectedIndex();
      if (!filling && at >= 0) {
        actions.choose(at < finish.all().size() ? finish.all().get(at).name() : null);
      }
    });
    called.setId("finish-name");
    called.setAccessibleText(Words.of("finish.name"));
    called.setPrefColumnCount(9);
    called.setMinWidth(90);
    called.getStyleClass().add("small-field");
    edition.setId("bench-edition");
    edition.setAccessibleText(Words.of("bench.edition"));
    edition.setMinWidth(74);
    edition.setOnAction(e -> {
      if (!filling && edition.getValue() != null) {
        actions.edition(edition.getValue());
      }
    });
    keep = Kit.button(Words.of("finish.keep"), actions::keep);
    keep.setId("finish-keep");
    remove = Kit.button(Words.of("finish.remove"), actions::remove, "quiet");
    remove.setId("finish-remove");
    Button install = Kit.button(Words.of("bench.install"), actions::install, "main");
    install.setId("bench-install");
    changed.setMinWidth(0);
    getChildren()
        .addAll(name, which, called, edition, Kit.spring(), changed, remove, keep, install);
  }

  /** Shows a finish of an item. */
  void show(FinishModel model, String resolution) {
    filling = true;
    if (finish != null) {
      called.textProperty().unbindBidirectional(finish.nameProperty());
    }
    finish = model;
    name.setText(model.item().item().name());
    which.getItems().setAll(model.all().stream().map(Finish::name).toList());
    which.getItems().add(Words.of("finish.new"));
    which
        .getSelectionModel()
        .select(model.kept() == null ? model.all().size() : model.all().indexOf(model.kept()));
    called.textProperty().bindBidirectional(model.nameProperty());
    edition.getItems().setAll(model.item().item().resolutions());
    edition.setValue(
        resolution != null
            ? resolution
            : edition.getItems().contains("1K")
                ? "1K"
                : edition.getItems().isEmpty() ? null : edition.getItems().getLast());
    filling = false;
    refresh();
  }

  /** Whether something is to be kept, said anew. */
  void refresh() {
    boolean is = finish.isChanged() && !finish.isUntouched();
    changed.setText(is ? Words.of("bench.changed") : Words.of("bench.unchanged"));
    keep.setDisable(!finish.isChanged() || !finish.isNameFree());
    remove.setDisable(finish.kept() == null);
  }
}
