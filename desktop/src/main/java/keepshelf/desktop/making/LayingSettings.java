package keepshelf.desktop.making;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;
import javafx.geometry.Insets;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.making.BondOrder;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.making.NumberRow.Range;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;

/** What can be set of a bond, and what comes of it. */
final class LayingSettings extends ScrollPane {
  private final LayingModel model;
  private final List<NumberRow> rows = new ArrayList<>();
  private final VBox all = new VBox(6);
  private final ComboBox<Joint.Profile> profile = new ComboBox<>();
  private final ComboBox<String> resolution = new ComboBox<>();
  private final CheckBox turned = new CheckBox(Words.of("lay.turned"));
  private final CheckBox own = new CheckBox(Words.of("lay.own"));
  private final Label trouble = Kit.wrapped("", "bad");
  private final Label result = Kit.wrapped("");
  private final Label licence = Kit.wrapped("", "second");
  private final Label said = Kit.wrapped("", "second");
  private boolean filling;

  LayingSettings(LayingModel model) {
    this.model = model;
    all.setPadding(new Insets(12, 14, 14, 16));
    setContent(all);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setPrefWidth(312);
    setMinWidth(312);
    getStyleClass().add("finish-panel");
    trouble.textProperty().bind(model.troubleProperty());
    trouble.managedProperty().bind(trouble.textProperty().isNotEmpty());
    trouble.setId("lay-trouble");
    all.getChildren().add(trouble);
    unit();
    joint();
    edges();
    variety();
    all.getChildren()
        .addAll(
            Kit.label(Words.of("lay.result"), "section"), resolutionRow(), result, licence, said);
    model.orderProperty().addListener(o -> fill());
    model.drawnProperty().addListener((o, was, is) -> result(is));
  }

  private void unit() {
    GridPane g = section("lay.unit");
    number(
        g,
        "length",
        new Range(20, 1200, 5, "mm"),
        BondSpec::length,
        v -> s -> s.sized(v, s.height()));
    number(
        g,
        "height",
        new Range(20, 800, 5, "mm"),
        BondSpec::height,
        v -> s -> s.sized(s.length(), v));
    number(
        g,
        "columns",
        new Range(1, 16, 1, ""),
        BondSpec::columns,
        v -> s -> s.counted((int) v, s.rows()));
    number(
        g,
        "rows",
        new Range(1, 24, 1, ""),
        BondSpec::rows,
        v -> s -> s.counted(s.columns(), (int) v));
    number(g, "offset", new Range(0, 0.9, 0.05, ""), BondSpec::offset, v -> s -> s.shifted(v));
    own.setId("lay-own");
    own.setTooltip(new Tooltip(Words.of("lay.own.hint")));
    own.setOnAction(e -> {
      if (!filling) {
        model.change(o ->
            new BondOrder(
                o.name(), o.spec(), o.unit().whole(own.isSelected()), o.joint(), o.resolution()));
      }
    });
    all.getChildren().addAll(own, Kit.wrapped(Words.of("lay.whole"), "hint"));
  }

  private void joint() {
    GridPane g = section("lay.joint");
    number(
        g,
        "joint-width",
        new Range(0, 40, 0.5, "mm"),
        s -> s.joint().width(),
        v -> s -> s.joined(new Joint(v, s.joint().depth(), s.joint().profile())));
    number(
        g,
        "joint-depth",
        new Range(0, 40, 0.5, "mm"),
        s -> s.joint().depth(),
        v -> s -> s.joined(new Joint(s.joint().width(), v, s.joint().profile())));
    profile.getItems().setAll(Joint.Profile.values());
    profile.setConverter(Choices.titled(p -> Words.of("lay.profile." + p.id())));
    profile.setId("lay-profile");
    profile.setAccessibleText(Words.of("lay.profile"));
    profile.setOnAction(e -> {
      if (!filling) {
        model.lay(
            s -> s.joined(new Joint(s.joint().width(), s.joint().depth(), profile.getValue())));
      }
    });
    int row = g.getRowCount();
    g.add(Kit.label(Words.of("lay.profile")), 0, row);
    g.add(profile, 1, row, 3, 1);
  }

  private void edges() {
    GridPane g = section("lay.edges");
    number(
        g,
        "worn",
        new Range(0, 20, 0.25, "mm"),
        s -> s.variety().worn(),
        v -> s -> s.varied(s.variety().withWorn(v)));
    number(
        g,
        "true",
        new Range(0, 20, 0.25, "mm"),
        s -> s.variety().outOfTrue(),
        v -> s -> s.varied(s.variety().withOutOfTrue(v)));
  }

  private void variety() {
    GridPane g = section("lay.variety");
    number(
        g,
        "hue",
        new Range(0, 40, 1, "°"),
        s -> s.variety().hueDegrees(),
        v -> s -> s.varied(s.variety().withHue(v)));
    number(
        g,
        "brightness",
        new Range(0, 50, 1, "%"),
        s -> s.variety().brightness() * 100,
        v -> s -> s.varied(s.variety().withBrightness(v / 100)));
    number(
        g,
        "tilt",
        new Range(0, 5, 0.1, "°"),
        s -> s.variety().tiltDegrees(),
        v -> s -> s.varied(s.variety().withTilt(v)));
    turned.setId("lay-turned");
    turned.setOnAction(e -> {
      if (!filling) {
        model.lay(s -> s.varied(s.variety().withTurned(turned.isSelected())));
      }
    });
    all.getChildren().add(turned);
  }

  private GridPane resolutionRow() {
    GridPane g = grid();
    resolution.getItems().setAll("512", "1K", "2K", "4K", "8K");
    resolution.setId("lay-resolution");
    resolution.setAccessibleText(Words.of("lay.resolution"));
    resolution.setOnAction(e -> {
      if (!filling) {
        model.change(
            o -> new BondOrder(o.name(), o.spec(), o.unit(), o.joint(), resolution.getValue()));
      }
    });
    g.add(Kit.label(Words.of("lay.resolution")), 0, 0);
    g.add(resolution, 1, 0, 3, 1);
    return g;
  }

  private GridPane section(String key) {
    GridPane g = grid();
    all.getChildren().addAll(Kit.label(Words.of(key), "section"), g);
    return g;
  }

  private static GridPane grid() {
    GridPane g = new GridPane(8, 5);
    ColumnConstraints name = new ColumnConstraints(92);
    ColumnConstraints middle = new ColumnConstraints();
    middle.setHgrow(Priority.ALWAYS);
    g.getColumnConstraints()
        .setAll(name, middle, new ColumnConstraints(64), new ColumnConstraints(22));
    return g;
  }

  private void number(
      GridPane g,
      String id,
      Range range,
      ToDoubleFunction<BondSpec> read,
      DoubleFunction<UnaryOperator<BondSpec>> write) {
    NumberRow row =
        new NumberRow(
            g,
            "lay-" + id,
            Words.of("lay." + id),
            range,
            () -> read.applyAsDouble(model.orderProperty().get().spec()),
            v -> model.lay(write.apply(v)));
    row.onDrag(model::drag);
    rows.add(row);
  }

  private void fill() {
    filling = true;
    BondOrder o = model.orderProperty().get();
    rows.forEach(NumberRow::fill);
    profile.setValue(o.spec().joint().profile());
    turned.setSelected(o.spec().variety().turned());
    own.setSelected(o.unit().whole());
    resolution.setValue(o.resolution());
    filling = false;
  }

  private void result(LayingModel.Drawn d) {
    if (d == null) {
      result.setText("");
      licence.setText("");
      said.setText("");
      return;
    }
    double longer = Math.max(d.maps().width(), d.maps().height());
    int pixels = keepshelf.core.model.Resolution.pixels(d.of().resolution());
    result.setText(
        Words.of(
            d.maps().metallic() == null ? "lay.maps" : "lay.maps.metal",
            String.format(Locale.ROOT, "%.1f", d.maps().reliefMillimetres()),
            d.of().resolution(),
            Math.round(pixels / longer * 1000)));
    licence.setText(
        Words.of(
            d.of().joint().item() == null ? "lay.licence" : "lay.licence.two",
            d.licence() == null ? Words.of("licence.unknown") : d.licence(),
            d.credits() == null ? Words.of("lay.nobody") : d.credits()));
    said.setText(d.said());
  }
}
