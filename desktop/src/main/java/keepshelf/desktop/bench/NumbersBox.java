package keepshelf.desktop.bench;

import java.io.IOException;
import java.util.Locale;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.ClosePath;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.analyse.Histogram;

/** A map in numbers: how often each value is there, how many levels it uses, and between what. */
final class NumbersBox extends VBox {
  private static final double WIDE = 152;
  private static final double TALL = 42;

  private final BenchModel model;
  private final WorkList work;
  private final Label title = Kit.label("", "section");
  private final Path chart = new Path();
  private final Label said = Kit.wrapped("", "hint");
  private MapRecord map;

  NumbersBox(BenchModel model, WorkList work) {
    super(5);
    this.model = model;
    this.work = work;
    setId("bench-numbers");
    chart.getStyleClass().add("histogram");
    chart.setAccessibleText(Words.of("bench.numbers.chart"));
    Region room = new Region();
    room.setMinHeight(4);
    getChildren().addAll(room, title, chart, said);
    setVisible(false);
    managedProperty().bind(visibleProperty());
  }

  /** Counts a map in the background; nothing for null. */
  void show(ShelvedItem s, MapRecord m) {
    map = m;
    if (s == null || m == null) {
      setVisible(false);
      return;
    }
    work.quietly(() -> {
      try {
        Histogram h = Histogram.of(model.pixels(s, m), -1);
        work.ui(() -> {
          if (map == m) {
            fill(m, h);
          }
        });
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        // That it cannot be read is said where it is shown.
        work.ui(() -> setVisible(visibleProperty().get() && map != m));
      }
    });
  }

  private void fill(MapRecord m, Histogram h) {
    title.setText(Words.of("bench.numbers", m.role().title()));
    double most = 0;
    for (double v : h.shares()) {
      most = Math.max(most, v);
    }
    chart.getElements().setAll(new MoveTo(0, TALL));
    for (int i = 0; i < Histogram.BINS; i++) {
      double x = WIDE * (i + 0.5) / Histogram.BINS;
      // Roots, so that what is rare can be seen beside what is frequent.
      double y = most == 0 ? 0 : Math.sqrt(h.shares().get(i) / most);
      chart.getElements().add(new LineTo(x, TALL * (1 - y)));
    }
    chart.getElements().addAll(new LineTo(WIDE, TALL), new ClosePath());
    said.setText(
        h.levels() < 0
            ? Words.of("bench.numbers.float", two(h.low()), two(h.high()), two(h.middle()))
            : Words.of(
                "bench.numbers.levels",
                h.levels(),
                h.possible(),
                two(h.low()),
                two(h.high()),
                two(h.middle())));
    setVisible(true);
  }

  private static String two(double v) {
    return String.format(Locale.ROOT, "%.2f", v);
  }
}
