package keepshelf.desktop.bench.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.Length;
import keepshelf.core.model.MapRole;
import keepshelf.core.projects.Project;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;

/** What can be set of the finish and of the object, in real units, with what follows from it. */
public final class SettingsPane extends ScrollPane {
  private final BenchModel model;
  private final Supplier<List<ItemCard>> shelf;
  private OverlayPane overlays;
  private final VBox all = new VBox(7);
  private final List<SettingRow> rows = new ArrayList<>();
  private final Label repeats = Kit.wrapped("", "second");
  private final VBox densities = new VBox(4);
  private List<Project> wanting = List.of();
  private final Label grows = Kit.wrapped("", "second");
  private final Label trouble = Kit.wrapped("", "attention");
  private final TextField object = new TextField();
  private final TextField neighbour = new TextField();
  private final SharpBox sharp;
  private Double relief;

  /**
   * Settings of what lies in {@code model}.
   *
   * @param shelf the cards of all items, for what can be laid over
   * @param installEnough goes on to the hosts with the edition that is just sharp enough
   */
  public SettingsPane(BenchModel model, Supplier<List<ItemCard>> shelf, Runnable installEnough) {
    this.model = model;
    this.shelf = shelf;
    this.sharp = new SharpBox(model, installEnough);
    setContent(all);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setId("bench-settings");
    setAccessibleText(Words.of("bench.settings"));
    getStyleClass().add("finish-panel");
    setPrefWidth(300);
    setMinWidth(300);
    all.setPadding(new Insets(12, 14, 14, 16));
    object.setId("bench-object");
    object.setAccessibleText(Words.of("bench.object"));
    object.getStyleClass().add("small-field");
    object.setMaxWidth(88);
    object.setOnAction(e -> sized());
    object
        .focusedProperty()
        .addListener((o, had, has) -> {
          if (!has) {
            sized();
          }
        });
    neighbour.setId("bench-neighbour");
    neighbour.setAccessibleText(Words.of("bench.neighbour.spoken"));
    neighbour.setPromptText(Words.of("bench.neighbour.none"));
    neighbour.getStyleClass().add("small-field");
    neighbour.textProperty().addListener(o -> refresh());
    densities.setId("bench-densities");
    densities
        .managedProperty()
        .bind(javafx.beans.binding.Bindings.isNotEmpty(densities.getChildren()));
    trouble.managedProperty().bind(trouble.visibleProperty());
    trouble.visibleProperty().bind(trouble.textProperty().isNotEmpty());
  }

  /** Shows the finish that is tried now. */
  public void show(FinishModel finish) {
    rows.clear();
    trouble.textProperty().bind(finish.troubleProperty());
    Set<MapRole> roles = finish.item().item().roles();
    GridPane size =
        grid(
            typed(finish, FinishSetting.TILE),
            SettingRow.slider(finish, FinishSetting.TURN, -180, 180, 0),
            typed(finish, FinishSetting.RIGHT),
            typed(finish, FinishSetting.UP));
    size.addRow(size.getRowCount(), Kit.label(Words.of("bench.object")), object);
    all.getChildren().setAll(trouble, heading("finish.size"), size, repeats, densities);
    all.getChildren()
        .addAll(
            heading("finish.colour"),
            grid(
                SettingRow.slider(finish, FinishSetting.HUE, -180, 180, 0),
                SettingRow.slider(finish, FinishSetting.SATURATION, 0, 2, 1),
                SettingRow.slider(finish, FinishSetting.BRIGHTNESS, 0, 2, 1),
                SettingRow.slider(finish, FinishSetting.CONTRAST, 0, 2, 1),
                SettingRow.tint(finish, FinishSetting.TINT),
                SettingRow.box(finish, FinishSetting.INVERT, "yes", "")));
    all.getChildren()
        .addAll(
            heading("finish.surface"),
            grid(surface(finish, roles)),
            Kit.wrapped(Words.of("bench.substances"), "hint"));
    all.getChildren().add(heading("finish.reliefs"));
    GridPane raised = grid(relief(finish, roles));
    raised.addRow(raised.getRowCount(), Kit.label(Words.of("bench.neighbour")), neighbour);
    all.getChildren().addAll(raised, grows);
    overlays = new OverlayPane(finish, shelf);
    all.getChildren().addAll(heading("finish.overlays"), overlays);
    all.getChildren().addAll(heading("bench.sharp"), sharp);
    refresh();
  }

  private static SettingRow typed(FinishModel finish, FinishSetting s) {
    return new SettingRow(finish, s);
  }

  /** What the item has no map for is not asked. */
  private static SettingRow[] surface(FinishModel finish, Set<MapRole> roles) {
    List<SettingRow> out = new ArrayList<>();
    out.add(SettingRow.range(finish, FinishSetting.ROUGHNESS));
    out.add(SettingRow.range(finish, FinishSetting.ROUGHNESS_FROM));
    out.add(SettingRow.slider(finish, FinishSetting.ROUGHNESS_CURVE, 0.02, 0.98, 0.5));
    out.add(SettingRow.slider(finish, FinishSetting.NORMAL, 0, 3, 1));
    if (roles.contains(MapRole.AMBIENT_OCCLUSION)) {
      out.add(new OcclusionRow(finish));
    }
    if (roles.contains(MapRole.OPACITY)) {
      out.add(SettingRow.slider(finish, FinishSetting.OPACITY_THRESHOLD, 0, 1, 0));
    }
    if (roles.contains(MapRole.EMISSION)) {
      out.add(SettingRow.slider(finish, FinishSetting.EMISSION, 0, 10, 1));
    }
    out.add(new RolesRow(finish, roles));
    out.add(typed(finish, FinishSetting.REFLECTANCE));
    out.add(typed(finish, FinishSetting.IOR));
    out.add(SettingRow.slider(finish, FinishSetting.COAT, 0, 1, 0));
    out.add(SettingRow.slider(finish, FinishSetting.COAT_ROUGHNESS, 0, 1, 0));
    out.add(SettingRow.slider(finish, FinishSetting.TRANSMISSION, 0, 1, 0));
    out.add(SettingRow.box(finish, FinishSetting.THIN, "yes", ""));
    return out.toArray(SettingRow[]::new);
  }

  private static SettingRow[] relief(FinishModel finish, Set<MapRole> roles) {
    List<SettingRow> out = new ArrayList<>();
    out.add(typed(finish, FinishSetting.RELIEF));
    out.add(SettingRow.box(finish, FinishSetting.RELIEF_FOLLOWS, "", "no"));
    if (roles.contains(MapRole.HEIGHT) || roles.contains(MapRole.BUMP)) {
      out.add(SettingRow.range(finish, FinishSetting.HEIGHT));
      out.add(SettingRow.range(finish, FinishSetting.HEIGHT_FROM));
      out.add(SettingRow.slider(finish, FinishSetting.HEIGHT_CURVE, 0.02, 0.98, 0.5));
    }
    return out.toArray(SettingRow[]::new);
  }

  private static Label heading(String key) {
    return Kit.label(Words.of(key), "section");
  }

  private GridPane grid(SettingRow... of) {
    GridPane grid = grid();
    for (SettingRow r : of) {
      rows.add(r);
      r.into(grid);
    }
    return grid;
  }

  private static GridPane grid() {
    GridPane g = new GridPane();
    g.setHgap(8);
    g.setVgap(5);
    ColumnConstraints wide = new ColumnConstraints();
    wide.setHgrow(Priority.ALWAYS);
    g.getColumnConstraints().addAll(new ColumnConstraints(), wide);
    return g;
  }

  /** Fills all rows anew, after a change that did not come from them. */
  public void fill() {
    rows.forEach(SettingRow::fill);
    overlays.fill();
  }

  /** Jobs that use what lies there and want a texel density. */
  public void wanted(List<Project> jobs) {
    wanting = jobs;
    refresh();
  }

  /** The relief as it is drawn, in metres, or null. */
  public void relief(Double metres) {
    relief = metres;
    refresh();
  }

  /** Whether what stands beside the object is cut into; nothing where nobody said how near. */
  private String beside() {
    neighbour.getStyleClass().remove("wrong");
    String text = neighbour.getText().strip();
    if (text.isEmpty()) {
      return "";
    }
    try {
      double gap = Length.metres(text, "mm");
      double left = gap - relief / 2;
      return " "
          + Words.of(
              left < 0 ? "bench.neighbour.cut" : "bench.neighbour.free",
              String.format(Locale.ROOT, "%.1f", Math.abs(left) * 1000));
    } catch (IllegalArgumentException e) {
      neighbour.getStyleClass().add("wrong");
      return "";
    }
  }

  private void sized() {
    String text = object.getText().strip();
    try {
      double metres = Length.metres(text, "m");
      if (metres != model.stateProperty().get().objectMetres()) {
        model.stand(model.stateProperty().get().sized(metres));
      }
      object.getStyleClass().remove("wrong");
    } catch (IllegalArgumentException e) {
      if (!object.getStyleClass().contains("wrong")) {
        object.getStyleClass().add("wrong");
      }
      return;
    }
    refresh();
  }

  /** What follows from the settings, said anew. */
  public void refresh() {
    if (model.itemProperty().get() == null) {
      return;
    }
    double metres = model.stateProperty().get().objectMetres();
    if (!object.isFocused()) {
      object.setText(TrueRule.words(metres));
    }
    double tile = model.tile();
    int widest =
        model.itemProperty().get().item().maps().stream().mapToInt(m -> m.width()).max().orElse(0);
    repeats.setText(
        Words.of(
            "bench.repeats",
            TrueRule.words(metres),
            String.format(Locale.ROOT, "%.1f", metres / tile),
            Math.round(widest / tile)));
    densities.getChildren().clear();
    for (Project p : wanting) {
      double wanted = p.asks().pixelsPerMetre();
      boolean met = widest / tile >= wanted;
      densities
          .getChildren()
          .add(
              Kit.wrapped(
                  Words.of(
                      met ? "bench.density.met" : "bench.density.short",
                      p.name(),
                      Math.round(wanted),
                      Math.round(widest / tile)),
                  met ? "second" : "attention"));
    }
    grows.setText(
        relief == null
            ? Words.of("bench.norelief")
            : Words.of(
                    model.stateProperty().get().raised() ? "bench.grows" : "bench.flat",
                    String.format(Locale.ROOT, "%.1f", relief * 1000),
                    String.format(Locale.ROOT, "%.1f", relief * 500))
                + beside());
    sharp.refresh();
  }
}
