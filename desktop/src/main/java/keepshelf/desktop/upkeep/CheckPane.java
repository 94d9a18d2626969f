package keepshelf.desktop.upkeep;

import javafx.beans.InvalidationListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.BrokenFile.State;
import keepshelf.core.check.CheckResult;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What a check of the shelf's files found, and ways to mend it. */
public final class CheckPane extends VBox {
  private final Upkeep upkeep;
  private final Label facts = Kit.wrapped("");
  private final ListView<BrokenFile> list = new ListView<>();
  private final Button fromShelf;
  private final Button fromFile;
  private final Button accept;

  /** Starts a check and shows what it finds; {@code close} takes the pane away. */
  public CheckPane(Upkeep upkeep, FilePicker picker, Runnable close) {
    super(12);
    this.upkeep = upkeep;
    setId("check-pane");
    getStyleClass().addAll("notice", "note-edge");
    setMaxWidth(760);
    setPadding(new Insets(16));
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("spoken.broken"));
    list.setCellFactory(l -> new Row());
    list.setPrefHeight(260);
    fromShelf = Kit.button("", upkeep::mendFromShelf, "main");
    fromShelf.setId("mend-shelf");
    fromFile =
        Kit.button(
            Words.of("upkeep.from.file"),
            () -> picker.files(getScene().getWindow()).forEach(upkeep::mendFrom));
    fromFile.setId("mend-file");
    accept = Kit.button("", upkeep::acceptAltered);
    accept.setId("mend-accept");
    HBox buttons =
        new HBox(
            8,
            fromShelf,
            fromFile,
            accept,
            Kit.spring(),
            Kit.button(Words.of("upkeep.again"), upkeep::check, "quiet"),
            Kit.button(Words.of("notice.close"), close, "quiet"));
    buttons.setAlignment(Pos.CENTER_LEFT);
    facts.setId("check-facts");
    getChildren().addAll(Kit.label(Words.of("upkeep.check"), "heading"), facts, list, buttons);
    InvalidationListener found = o -> show();
    upkeep.resultProperty().addListener(found);
    upkeep.brokenProperty().addListener(found);
    sceneProperty()
        .addListener((o, was, is) -> {
          if (is == null) {
            upkeep.resultProperty().removeListener(found);
            upkeep.brokenProperty().removeListener(found);
          }
        });
    show();
    upkeep.check();
  }

  private void show() {
    CheckResult r = upkeep.resultProperty().get();
    var broken = upkeep.brokenProperty().get();
    list.getItems().setAll(r == null ? java.util.List.of() : broken);
    boolean any = r != null && !broken.isEmpty();
    list.setVisible(any);
    list.setManaged(any);
    if (r == null) {
      facts.setText(Words.of("upkeep.checking"));
    } else if (broken.isEmpty()) {
      facts.setText(Words.of("upkeep.sound", r.files(), r.packs()));
    } else {
      facts.setText(
          Words.of(
              "upkeep.found",
              r.files(),
              count(State.MISSING),
              count(State.MOVED),
              count(State.ALTERED)));
    }
    button(fromShelf, any, Words.of("upkeep.from.shelf"));
    button(fromFile, any, fromFile.getText());
    button(
        accept, any && count(State.ALTERED) > 0, Words.of("upkeep.accept", count(State.ALTERED)));
  }

  private static void button(Button b, boolean there, String text) {
    b.setText(text);
    b.setVisible(there);
    b.setManaged(there);
  }

  private long count(State s) {
    return upkeep.brokenProperty().get().stream().filter(b -> b.state() == s).count();
  }

  private final class Row extends ListCell<BrokenFile> {
    @Override
    protected void updateItem(BrokenFile b, boolean empty) {
      super.updateItem(b, empty);
      if (empty || b == null) {
        setGraphic(null);
        return;
      }
      Label state =
          Kit.label(
              Words.of("upkeep.state." + b.state().id()),
              b.state() == State.MOVED ? "attention" : "bad");
      state.setMinWidth(70);
      String path = upkeep.path(b).replaceFirst("^packs/", "");
      int cut = path.lastIndexOf('/');
      Label name = Kit.label(path.substring(cut + 1), "mono");
      name.setTooltip(new javafx.scene.control.Tooltip(path));
      Label folder = Kit.label(cut < 0 ? "" : path.substring(0, cut), "hint");
      folder.setTextOverrun(javafx.scene.control.OverrunStyle.CENTER_ELLIPSIS);
      VBox where = new VBox(1, name, folder);
      where.setMinWidth(0);
      if (b.foundAt() != null) {
        where.getChildren().add(Kit.label(Words.of("upkeep.foundat", b.foundAt()), "second"));
      }
      HBox h = new HBox(10, state, where);
      h.setPadding(new Insets(4, 0, 4, 0));
      setPrefWidth(0);
      setGraphic(h);
    }
  }
}
