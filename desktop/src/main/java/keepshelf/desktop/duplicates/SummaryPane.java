package keepshelf.desktop.duplicates;

import java.util.Locale;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.bin.LettingGo;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Everything that is about to be done, before anything is done. */
final class SummaryPane extends VBox {
  private static final int MOST = 200;

  SummaryPane(DuplicatesModel model, Runnable close) {
    super(10);
    setId("summary");
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(720, Region.USE_PREF_SIZE);
    setPadding(new Insets(16));
    GridPane g = new GridPane();
    g.setHgap(14);
    g.setVgap(6);
    int n = 0;
    for (Map.Entry<Finding, Choice> e : model.choices().entrySet()) {
      if (n++ < MOST) {
        row(g, model, e.getKey(), e.getValue());
      }
    }
    if (n > MOST) {
      g.add(
          Kit.label(Words.of("duplicates.summary.more", n - MOST), "second"),
          0,
          g.getRowCount(),
          3,
          1);
    }
    ScrollPane scroll = new ScrollPane(g);
    scroll.setFitToWidth(true);
    scroll.setPrefHeight(Math.min(360, 16 + n * 30));
    Button go =
        Kit.button(
            Words.of("duplicates.summary.do", Words.bytes(model.decidedBytes())),
            () -> {
              model.carryOut();
              close.run();
            },
            "main");
    go.setId("summary-do");
    go.setDefaultButton(true);
    HBox buttons =
        new HBox(8, Kit.spring(), Kit.button(Words.of("duplicates.summary.back"), close), go);
    buttons.setAlignment(Pos.CENTER_RIGHT);
    getChildren()
        .addAll(
            Kit.label(Words.of("duplicates.summary.title", n), "heading"),
            scroll,
            Kit.wrapped(Words.of("duplicates.summary.undo"), "second"),
            buttons);
  }

  private static void row(GridPane g, DuplicatesModel model, Finding f, Choice c) {
    int row = g.getRowCount();
    var what = Kit.wrapped(sentence(model, f, c));
    what.setMaxWidth(440);
    g.add(Kit.label(f.title(), "strong"), 0, row);
    g.add(what, 1, row);
    long bytes = model.freed(f, c);
    g.add(Kit.label(bytes == 0 ? "" : Words.bytes(bytes), "second"), 2, row);
  }

  private static String sentence(DuplicatesModel model, Finding f, Choice c) {
    if (!(f instanceof Finding.Twins t) || !c.letsGo()) {
      return Words.of(
          "duplicates.summary." + c.name().toLowerCase(Locale.ROOT),
          f instanceof Finding.Files x ? x.group().members().size() : 2);
    }
    LettingGo.Plan p = model.plan(t, c);
    String s =
        Words.of(
            "duplicates.summary.goes",
            p.files().size(),
            p.letGo().item().name(),
            p.letGo().pack().folder().replaceFirst("^packs/", ""));
    if (!p.joined().isEmpty()) {
      s += " " + Words.of("duplicates.summary.joined", p.joined().size(), p.keep().item().name());
    }
    if (!p.installations().isEmpty()) {
      s += " " + Words.of("duplicates.summary.moved", p.installations().size());
    }
    return s;
  }
}
