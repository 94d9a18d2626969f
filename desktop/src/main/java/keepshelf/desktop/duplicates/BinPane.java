package keepshelf.desktop.duplicates;

import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.bin.BinEntry;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The bin: what was let go, each to be brought back, or all deleted for good. */
final class BinPane extends VBox {
  private final BinModel model;
  private boolean sure;

  BinPane(BinModel model, Runnable close) {
    super(10);
    this.model = model;
    setId("bin");
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(640, Region.USE_PREF_SIZE);
    setPadding(new Insets(16));
    ListView<BinEntry> rows = new ListView<>(model.entries());
    rows.getStyleClass().add("plain-list");
    rows.setAccessibleText(Words.of("spoken.bin"));
    rows.setPlaceholder(Kit.wrapped(Words.of("duplicates.bin.empty"), "second"));
    rows.setCellFactory(l -> new Row());
    rows.setPrefHeight(Math.clamp(model.entries().size() * 56L + 10, 70, 340));
    Button empty = Kit.button(Words.of("duplicates.bin.delete"), () -> {});
    empty.setId("empty-bin");
    empty.setOnAction(e -> {
      // Deleting cannot be undone, so it is asked for twice.
      if (sure) {
        model.empty();
        close.run();
      } else {
        sure = true;
        empty.setText(
            Words.of("duplicates.bin.sure", model.entries().size(), Words.bytes(model.bytes())));
      }
    });
    empty.setDisable(model.entries().isEmpty());
    HBox kept = new HBox(8);
    kept.setAlignment(Pos.CENTER_LEFT);
    int pairs = model.kept();
    if (pairs > 0) {
      Button again =
          Kit.button(
              Words.of("duplicates.ask.again"),
              () -> {
                model.askAgain();
                close.run();
              },
              "quiet");
      again.setId("ask-again");
      kept.getChildren().addAll(Kit.label(Words.of("duplicates.kept", pairs), "second"), again);
    }
    HBox buttons =
        new HBox(8, empty, Kit.spring(), Kit.button(Words.of("duplicates.bin.close"), close));
    buttons.setAlignment(Pos.CENTER_LEFT);
    getChildren()
        .addAll(
            Kit.label(Words.of("duplicates.bin.title"), "heading"),
            Kit.wrapped(Words.of("duplicates.bin.about"), "second"),
            rows,
            kept,
            buttons);
  }

  private final class Row extends ListCell<BinEntry> {
    @Override
    protected void updateItem(BinEntry e, boolean empty) {
      super.updateItem(e, empty);
      setText(null);
      if (empty || e == null) {
        setGraphic(null);
        return;
      }
      String how =
          !e.links().isEmpty()
              ? Words.of("duplicates.bin.linked", e.links().size() + 1)
              : e.keptName() == null
                  ? Words.of("duplicates.bin.alone")
                  : Words.of("duplicates.bin.instead", e.keptName());
      VBox words =
          new VBox(
              1,
              Kit.label(e.name() + (e.source() == null ? "" : " · " + e.source()), "strong"),
              Kit.label(e.at().substring(0, 10) + " · " + how, "second"));
      HBox.setHgrow(words, Priority.ALWAYS);
      Button back =
          Kit.button(
              Words.of(e.links().isEmpty() ? "duplicates.bin.back" : "duplicates.bin.apart"),
              () -> model.bringBack(e));
      HBox box = new HBox(12, words, Kit.label(Words.bytes(e.bytes()), "second"), back);
      box.setAlignment(Pos.CENTER_LEFT);
      box.getStyleClass().add("arrival-row");
      setGraphic(box);
    }
  }
}
