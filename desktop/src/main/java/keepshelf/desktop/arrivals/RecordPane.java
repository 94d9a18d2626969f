package keepshelf.desktop.arrivals;

import java.util.List;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The record of the pack that an arrival will become. */
final class RecordPane extends VBox {
  /** Licences that many sources use; any other text can be typed. */
  private static final List<String> LICENCES =
      List.of(
          "CC0-1.0",
          "CC-BY-4.0",
          "CC-BY-SA-4.0",
          "CC-BY-NC-4.0",
          "CC-BY-ND-4.0",
          "MIT",
          "Apache-2.0",
          "LicenseRef-Own-Terms");

  private final ArrivalsModel model;
  private final FilePicker picker;

  RecordPane(ArrivalsModel model, FilePicker picker) {
    super(6);
    this.model = model;
    this.picker = picker;
  }

  /** Shows the record of {@code e}. */
  void show(ArrivalEntry e) {
    getChildren().clear();
    HBox title = new HBox(8, Kit.label(Words.of("arrivals.record"), "section"), Kit.spring());
    title.setAlignment(javafx.geometry.Pos.BASELINE_LEFT);
    if (model.entries().size() > 1) {
      var share = Kit.button(Words.of("arrivals.share"), model::shareRecord, "quiet");
      share.setId("share-record");
      share.setTooltip(new javafx.scene.control.Tooltip(Words.of("arrivals.share.tip")));
      title.getChildren().add(share);
    }
    getChildren().add(title);
    GridPane g = new GridPane();
    g.setVgap(5);
    for (PackForm.Field f : PackForm.Field.values()) {
      switch (f) {
        case LICENCE -> Kit.row(g, Words.of(f.word()), licence(e));
        case INVOICE -> Kit.row(g, Words.of(f.word()), invoice(e));
        default -> Kit.row(g, Words.of(f.word()), text(e, f));
      }
    }
    getChildren().add(g);
    CheckBox remove = new CheckBox(Words.of("arrivals.remove"));
    remove.setId("remove-archive");
    remove.selectedProperty().bindBidirectional(model.removeArchivesProperty());
    remove.setTooltip(new javafx.scene.control.Tooltip(Words.of("arrivals.remove.tip")));
    getChildren().add(remove);
    habits();
  }

  private TextField text(ArrivalEntry e, PackForm.Field f) {
    TextField field = new TextField();
    field.setId("record-" + f.name().toLowerCase(java.util.Locale.ROOT));
    field.getStyleClass().add("small-field");
    field.setPromptText(Words.of(f.word() + ".hint"));
    field.textProperty().bindBidirectional(e.form().property(f));
    noteChanges(field, e, f);
    return field;
  }

  /** A text that was typed is one step to take back, noted when the field is left. */
  private void noteChanges(TextInputControl field, ArrivalEntry e, PackForm.Field f) {
    String[] before = {field.getText()};
    Runnable judge =
        () -> {
          String trouble = PackForm.trouble(f, field.getText() == null ? "" : field.getText());
          field.getStyleClass().remove("wrong");
          field.setTooltip(null);
          if (trouble != null) {
            field.getStyleClass().add("wrong");
            field.setTooltip(new javafx.scene.control.Tooltip(Words.of(trouble)));
          }
        };
    field
        .focusedProperty()
        .addListener((o, was, is) -> {
          if (is) {
            before[0] = field.getText();
          } else if (!java.util.Objects.equals(before[0], field.getText())) {
            model.type(e, f, before[0]);
            judge.run();
          }
        });
    judge.run();
  }

  private ComboBox<String> licence(ArrivalEntry e) {
    ComboBox<String> box = new ComboBox<>();
    box.setId("record-licence");
    box.getStyleClass().add("small-field");
    box.setEditable(true);
    box.getItems().setAll(LICENCES);
    box.setMaxWidth(Double.MAX_VALUE);
    box.getEditor().textProperty().bindBidirectional(e.form().property(PackForm.Field.LICENCE));
    noteChanges(box.getEditor(), e, PackForm.Field.LICENCE);
    return box;
  }

  /** An invoice is dropped here, or picked. */
  private HBox invoice(ArrivalEntry e) {
    var value = e.form().property(PackForm.Field.INVOICE);
    Label name = Kit.label("", "second");
    Runnable show =
        () -> {
          String v = value.get();
          boolean none = v == null || v.isBlank();
          name.setText(
              none
                  ? Words.of("arrivals.invoice.drop")
                  : java.nio.file.Path.of(v).getFileName().toString());
        };
    show.run();
    value.addListener(o -> show.run());
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setMaxWidth(Double.MAX_VALUE);
    HBox box =
        new HBox(
            6,
            name,
            Kit.button(
                Words.of("arrivals.invoice.pick"),
                () ->
                    picker.files(getScene().getWindow()).stream()
                        .findFirst()
                        .ifPresent(p -> setInvoice(e, p)),
                "quiet"));
    box.setId("record-invoice");
    box.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    box.getStyleClass().add("drop-field");
    box.setOnDragOver(d -> {
      if (d.getDragboard().hasFiles()) {
        d.acceptTransferModes(TransferMode.COPY);
        d.consume();
      }
    });
    box.setOnDragDropped(d -> {
      if (d.getDragboard().hasFiles()) {
        setInvoice(e, d.getDragboard().getFiles().getFirst().toPath());
        d.setDropCompleted(true);
        d.consume();
      }
    });
    return box;
  }

  private void setInvoice(ArrivalEntry e, java.nio.file.Path p) {
    var value = e.form().property(PackForm.Field.INVOICE);
    model.type(e, PackForm.Field.INVOICE, value.get());
    value.set(p.toString());
  }

  /** What was learned about this source, each removable. */
  private void habits() {
    List<NamingHabit> own = model.sorting().ownHabits();
    if (own.isEmpty()) {
      return;
    }
    getChildren().add(Kit.label(Words.of("arrivals.habits"), "section"));
    for (NamingHabit h : own) {
      Label text =
          Kit.wrapped(
              Words.of("arrivals.habit", h.word(), h.role().inSentence(), h.source()), "second");
      HBox.setHgrow(text, Priority.ALWAYS);
      text.setMaxWidth(Double.MAX_VALUE);
      var forget =
          Kit.button(Words.of("arrivals.habit.forget"), () -> model.sorting().forget(h), "quiet");
      HBox line = new HBox(6, text, forget);
      line.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
      getChildren().add(line);
    }
  }
}
