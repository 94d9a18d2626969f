package keepshelf.desktop;

import java.util.LinkedHashMap;
import java.util.Map;
import javafx.beans.value.ObservableIntegerValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;

/** What the demo is, how far it is made, and what is worth looking at in each place. */
final class DemoPane extends VBox {
  /**
   * Over the places that are named by key.
   *
   * @param filed how many packs are filed
   * @param all how many there will be
   * @param waiting how many archives wait afterwards
   */
  DemoPane(MainWindow window, ObservableIntegerValue filed, int all, int waiting) {
    super(12);
    setId("demo-pane");
    getStyleClass().addAll("notice", "note-edge");
    setMaxWidth(600);
    setPadding(new Insets(20));
    Label said = Kit.wrapped("");
    said.setId("demo-said");
    ProgressBar bar = new ProgressBar(0);
    bar.setMaxWidth(Double.MAX_VALUE);
    Runnable tell =
        () -> {
          bar.setProgress(filed.get() / (double) all);
          said.setText(
              filed.get() < all
                  ? Words.of("demo.making", filed.get(), all)
                  : Words.of("demo.made", all, waiting));
        };
    filed.addListener(o -> tell.run());
    tell.run();
    GridPane places = new GridPane(14, 10);
    Map<String, Place> named = new LinkedHashMap<>();
    named.put("shelf", window.boards());
    named.put("arrivals", window.arrivals());
    named.put("hosts", window.hosts());
    named.put("duplicates", window.duplicates());
    named.put("sources", window.sources());
    named.forEach((key, place) -> {
      Button open =
          Kit.button(
              place.name(),
              () -> {
                window.closeSheet();
                window.open(place);
              });
      open.setId("demo-" + key);
      open.setMinWidth(104);
      places.addRow(
          places.getRowCount(), open, Kit.wrapped(Words.of("demo.look." + key), "second"));
    });
    Button begin = Kit.button(Words.of("demo.begin"), window::closeSheet, "main");
    begin.setId("demo-begin");
    HBox foot = new HBox(begin);
    foot.setAlignment(Pos.CENTER_RIGHT);
    getChildren()
        .addAll(
            Kit.label(Words.of("demo.title"), "heading"),
            Kit.wrapped(Words.of("demo.what")),
            said,
            bar,
            Kit.label(Words.of("demo.look"), "section"),
            places,
            foot);
  }
}
