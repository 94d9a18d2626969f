package keepshelf.desktop.bench.settings;

import java.util.Locale;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.measure.Sharpness;
import keepshelf.core.measure.Shot;
import keepshelf.core.model.Length;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;

/** Whether the editions are sharp enough for a shot that is described in four fields. */
final class SharpBox extends VBox {
  private final BenchModel model;
  private final TextField distance = field("sharp-distance", "bench.sharp.distance", 5);
  private final TextField lens = field("sharp-lens", "bench.sharp.lens", 3);
  private final TextField output = field("sharp-output", "bench.sharp.output", 4);
  private final Label said = Kit.wrapped("");
  private final Label memory = Kit.wrapped("", "second");
  private final Button enough;

  SharpBox(BenchModel model, Runnable installEnough) {
    super(6);
    this.model = model;
    getStyleClass().add("sharp-box");
    enough = Kit.button(Words.of("bench.sharp.enough"), installEnough);
    enough.setId("sharp-enough");
    HBox fields = new HBox(5, distance, lens, output);
    said.setId("sharp-said");
    getChildren().addAll(fields, said, memory, enough);
    Shot s = model.shotProperty().get();
    distance.setText(TrueRule.words(s.distanceMetres()));
    lens.setText(number(s.lensMillimetres()) + " mm");
    output.setText(s.outputPixels() + " px");
  }

  private TextField field(String id, String word, int columns) {
    TextField t = new TextField();
    t.setId(id);
    t.setAccessibleText(Words.of(word));
    t.setTooltip(new javafx.scene.control.Tooltip(Words.of(word)));
    t.setPrefColumnCount(columns);
    t.getStyleClass().add("small-field");
    t.setOnAction(e -> typed());
    t.focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            typed();
          }
        });
    return t;
  }

  private static String number(double v) {
    return v % 1 == 0 ? String.valueOf((long) v) : String.format(Locale.ROOT, "%.1f", v);
  }

  private void typed() {
    try {
      double metres = Length.metres(distance.getText().strip(), "m");
      double mm = Length.metres(lens.getText().strip(), "mm") * 1000;
      int px = Integer.parseInt(output.getText().replaceAll("[^0-9]", ""));
      model.shotProperty().set(new Shot(metres, mm, Shot.FULL_FRAME, px));
      refresh();
    } catch (IllegalArgumentException e) {
      said.setText(Words.of("bench.sharp.wrong"));
    }
  }

  /** Says it anew. */
  void refresh() {
    if (model.itemProperty().get() == null) {
      return;
    }
    Sharpness s = model.sharpness();
    String rest =
        s.editions().stream()
            .filter(e -> e.verdict() == Sharpness.Verdict.MORE)
            .findFirst()
            .map(e ->
                " "
                    + Words.of(
                        "bench.sharp.more",
                        e.resolution(),
                        String.format(Locale.ROOT, "%.2f", before(s, e).nearest())))
            .orElse(
                s.editions().stream().allMatch(e -> e.verdict() == Sharpness.Verdict.TOO_LITTLE)
                    ? " " + Words.of("bench.sharp.less")
                    : "");
    said.setText(Words.of("bench.sharp.said", Math.round(s.needed()), s.label()) + rest);
    memory.setText(
        Words.of(
            "bench.sharp.memory",
            s.editions().stream()
                .map(e ->
                    e.resolution()
                        + " "
                        + Math.round(e.memory() / 1e6)
                        + " ("
                        + Math.round(e.compressed() / 1e6)
                        + ") MB")
                .collect(Collectors.joining(" · "))));
    enough.setDisable(BenchModel.enoughOf(s) == null);
  }

  /** The edition that is just sharp enough; the one above it is seen only from nearer than that. */
  private static Sharpness.EditionSharpness before(Sharpness s, Sharpness.EditionSharpness more) {
    return s.editions().get(s.editions().indexOf(more) - 1);
  }
}
