package keepshelf.desktop.sources;

import java.util.ArrayList;
import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetch.State;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What is being fetched and what waits: how far, how fast, how long; pause, first, stop. */
final class QueuePane extends VBox {
  /** More are counted only. */
  private static final int SHOWN = 8;

  private final FetchModel model;
  private final List<Row> rows = new ArrayList<>();
  private final Label more = Kit.label("", "hint");

  QueuePane(FetchModel model) {
    super(8);
    this.model = model;
    setId("queue");
    model.going().addListener((ListChangeListener<Going>) c -> fill());
    fill();
  }

  private void fill() {
    List<Going> all = model.going();
    setVisible(!all.isEmpty());
    setManaged(!all.isEmpty());
    int n = Math.min(SHOWN, all.size());
    if (rows.size() != n || getChildren().isEmpty()) {
      rows.clear();
      getChildren().setAll(Kit.label(Words.of("sources.queue"), "section"));
      for (int i = 0; i < n; i++) {
        rows.add(new Row());
      }
      getChildren().addAll(rows);
      getChildren().add(more);
    }
    for (int i = 0; i < n; i++) {
      rows.get(i).show(all.get(i), i);
    }
    more.setText(Words.of("sources.queue.more", all.size() - n));
    more.setVisible(all.size() > n);
    more.setManaged(all.size() > n);
  }

  private final class Row extends VBox {
    private Going going;
    private final Label what = Kit.label("", "source-fact");
    private final Label said = Kit.wrapped("", "hint");
    private final ProgressBar bar = new ProgressBar();
    private final Button pause = small("", this::pause);
    private final Button first =
        small(Words.of("sources.queue.first"), () -> model.first(going.fetch()));
    private final Button stop =
        small(Words.of("sources.queue.stop"), () -> model.remove(going.fetch()));

    Row() {
      super(2);
      bar.setMaxWidth(Double.MAX_VALUE);
      bar.setPrefHeight(5);
      bar.setMinHeight(5);
      what.setMinWidth(0);
      HBox line = new HBox(4, what, Kit.spring(), pause, first, stop);
      line.setAlignment(Pos.CENTER_LEFT);
      getChildren().addAll(line, said, bar);
    }

    private static Button small(String text, Runnable what) {
      return Kit.button(text, what, "quiet", "flush");
    }

    private void pause() {
      model.pause(
          going.fetch(),
          going.fetch().state() != State.PAUSED && going.fetch().state() != State.FAILED);
    }

    void show(Going g, int at) {
      going = g;
      Fetch f = g.fetch();
      String name = f.version() == null ? f.name() : f.name() + " " + f.version();
      what.setText(name + ", " + f.edition());
      what.setTooltip(new Tooltip(what.getText()));
      said.setText(line(g));
      said.getStyleClass().removeAll("bad", "attention");
      if (f.state() == State.FAILED) {
        said.getStyleClass().add("bad");
      } else if (f.state() == State.QUESTION || f.said() != null) {
        said.getStyleClass().add("attention");
      }
      boolean some = f.state() == State.FETCHING || f.state() == State.PAUSED;
      bar.setVisible(some || f.state() == State.FILING);
      bar.setManaged(bar.isVisible());
      bar.setProgress(f.state() == State.FILING ? ProgressBar.INDETERMINATE_PROGRESS : g.share());
      bar.setAccessibleText(what.getText() + ", " + said.getText());
      boolean still = f.state() == State.PAUSED || f.state() == State.FAILED;
      pause.setText(Words.of(still ? "sources.queue.go" : "sources.queue.pause"));
      show(
          pause,
          f.state() != State.FILING
              && f.state() != State.QUESTION
              && f.state() != State.LOOK
              && f.state() != State.DONE);
      show(first, at > 0 && f.state() == State.WAITING);
      show(stop, f.state() != State.FILING);
    }

    private static void show(Node n, boolean is) {
      n.setVisible(is);
      n.setManaged(is);
    }

    private static String line(Going g) {
      Fetch f = g.fetch();
      return switch (f.state()) {
        case WAITING -> Words.of("sources.queue.waits", SourceTexts.size(f.bytes()));
        case FETCHING -> {
          if (f.said() != null) {
            yield f.said();
          }
          String of =
              Words.of(
                  "sources.queue.of", SourceTexts.size(g.bytes()), SourceTexts.size(f.bytes()));
          yield g.perSecond() > 0
              ? of
                  + " · "
                  + Words.of("sources.queue.speed", SourceTexts.size((long) g.perSecond()))
                  + " · "
                  + SourceTexts.left(g.secondsLeft())
              : of;
        }
        case FILING -> Words.of("sources.queue.files");
        case PAUSED -> Words.of("sources.queue.paused", SourceTexts.size(g.bytes()));
        default -> f.said() == null ? "" : f.said();
      };
    }
  }
}
