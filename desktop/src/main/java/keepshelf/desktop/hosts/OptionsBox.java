package keepshelf.desktop.hosts;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Length;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** How what is chosen is to be installed: only what makes sense for all of it is offered. */
final class OptionsBox extends VBox {
  private static final List<String> UNITS = List.of("m", "cm", "mm", "in", "ft");
  private static final List<Double> METRES = List.of(1.0, 0.01, 0.001, 0.0254, 0.3048);

  private final HostsModel model;
  private final GridPane grid = new GridPane();

  OptionsBox(HostsModel model, List<InstallPlan> plans) {
    super(6);
    this.model = model;
    setId("options");
    grid.setHgap(8);
    grid.setVgap(4);
    getChildren().add(grid);
    resolution(plans);
    setup(plans);
    finish(plans);
    boolean lights = plans.stream().allMatch(p -> p.as() == Setup.LIGHT);
    boolean models = plans.stream().allMatch(p -> p.item().item().kind() == ItemKind.MODEL);
    if (lights) {
      light(plans.getFirst().options());
    } else if (models) {
      unit(plans.getFirst().options());
    } else if (plans.stream().allMatch(p -> p.parts().isEmpty())) {
      tile(plans);
      scene(plans);
    }
    breakUp(plans);
  }

  private void row(String words, javafx.scene.Node control) {
    Kit.row(grid, Words.of(words), control);
  }

  private void resolution(List<InstallPlan> plans) {
    Set<String> common = new LinkedHashSet<>(plans.getFirst().resolutions());
    plans.forEach(p -> common.retainAll(p.resolutions()));
    if (common.size() < 2) {
      return;
    }
    ComboBox<String> box = new ComboBox<>();
    box.setId("option-resolution");
    box.getItems().addAll(common);
    Set<String> now = new LinkedHashSet<>();
    plans.forEach(p -> now.add(p.resolution()));
    box.setValue(now.size() == 1 ? now.iterator().next() : null);
    box.valueProperty().addListener((o, was, is) -> model.change(x -> x.at(is)));
    row("hosts.option.resolution", box);
  }

  private void setup(List<InstallPlan> plans) {
    Set<Setup> common = new LinkedHashSet<>(setups(plans.getFirst()));
    plans.forEach(p -> common.retainAll(setups(p)));
    if (common.size() < 2) {
      return;
    }
    ComboBox<String> box = new ComboBox<>();
    box.setId("option-as");
    List<Setup> all = new ArrayList<>(common);
    all.forEach(s -> box.getItems().add(Words.of("hosts.setup." + s.id())));
    box.getSelectionModel().select(all.indexOf(plans.getFirst().as()));
    box.getSelectionModel()
        .selectedIndexProperty()
        .addListener((o, was, is) -> model.change(x -> x.as(all.get(is.intValue()))));
    row("hosts.option.as", box);
  }

  /** Finishes that all of them have, by name; each item is installed with its own of that name. */
  private void finish(List<InstallPlan> plans) {
    Set<String> common = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    common.addAll(finishes(plans.getFirst()));
    plans.forEach(p -> common.removeIf(n -> finish(p, n) == null));
    if (common.isEmpty()) {
      return;
    }
    ComboBox<String> box = new ComboBox<>();
    box.setId("option-finish");
    List<String> names = List.copyOf(common);
    box.getItems().add(Words.of("hosts.option.finish.none"));
    box.getItems().addAll(names);
    Set<String> now = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    plans.forEach(p -> now.add(p.options().finish() == null ? "" : p.options().finish().name()));
    if (now.size() == 1) {
      String one = now.iterator().next();
      box.getSelectionModel().select(one.isEmpty() ? 0 : 1 + names.indexOf(one));
    }
    box.getSelectionModel()
        .selectedIndexProperty()
        .addListener((o, was, is) -> {
          String name = is.intValue() < 1 ? null : names.get(is.intValue() - 1);
          model.changeEach(p -> p.options().finished(name == null ? null : finish(p, name)));
        });
    row("hosts.option.finish", box);
  }

  private static List<String> finishes(InstallPlan p) {
    return p.item().item().marks().finishes().stream().map(Finish::name).toList();
  }

  private static Finish finish(InstallPlan p, String name) {
    return p.item().item().marks().finish(name).orElse(null);
  }

  private static List<Setup> setups(InstallPlan p) {
    return Setup.of(p.item().item().kind(), p.item().item().roles());
  }

  private void tile(List<InstallPlan> plans) {
    Double own = plans.getFirst().options().tileMetres();
    boolean same = plans.stream().allMatch(p -> Objects.equals(p.options().tileMetres(), own));
    TextField t = new TextField(own == null || !same ? "" : shown(own));
    t.setId("option-tile");
    t.setPromptText(Words.of("hosts.option.tile.own"));
    t.setPrefColumnCount(8);
    Runnable put =
        () -> {
          String s = t.getText().strip();
          try {
            Double metres = s.isEmpty() ? null : Length.metres(s, "m");
            if (!Objects.equals(metres, own)) {
              model.change(x -> x.tile(metres));
            }
          } catch (IllegalArgumentException e) {
            t.getStyleClass().add("wrong");
          }
        };
    t.setOnAction(e -> put.run());
    row("hosts.option.tile", t);
  }

  private static String shown(double metres) {
    return String.format(Locale.ROOT, "%.3f m", metres);
  }

  private void scene(List<InstallPlan> plans) {
    if (plans.stream().noneMatch(p -> p.as() == Setup.SURFACE)) {
      return;
    }
    CheckBox box = new CheckBox(Words.of("hosts.option.scene"));
    box.setId("option-scene");
    box.setSelected(plans.stream().allMatch(p -> p.options().testScene()));
    box.selectedProperty().addListener((o, was, is) -> model.change(x -> x.scene(is)));
    getChildren().add(box);
  }

  /** Where at least one of the hosts has nodes for it. */
  private void breakUp(List<InstallPlan> plans) {
    if (plans.stream()
        .noneMatch(
            p -> (p.as() == Setup.SURFACE || p.as() == Setup.ENSEMBLE) && p.profile().breaksUp())) {
      return;
    }
    CheckBox box = new CheckBox(Words.of("hosts.option.breakup"));
    box.setId("option-breakup");
    box.setTooltip(new Tooltip(Words.of("hosts.option.breakup.hint")));
    box.setSelected(plans.stream().allMatch(p -> p.options().breakUp()));
    box.selectedProperty().addListener((o, was, is) -> model.change(x -> x.brokenUp(is)));
    getChildren().add(box);
  }

  private void light(InstallOptions now) {
    TextField turn = new TextField(String.format(Locale.ROOT, "%.0f", now.turnDegrees()));
    turn.setId("option-turn");
    TextField bright = new TextField(String.format(Locale.ROOT, "%.2f", now.brightness()));
    bright.setId("option-brightness");
    CheckBox level = new CheckBox(Words.of("hosts.option.level"));
    level.setSelected(now.levelHorizon());
    Runnable put =
        () -> {
          try {
            double t = Double.parseDouble(turn.getText().replace("°", "").strip());
            double b = Double.parseDouble(bright.getText().replace("×", "").strip());
            if (b > 0) {
              model.change(x -> x.light(t, b, level.isSelected()));
            }
          } catch (NumberFormatException e) {
            turn.getStyleClass().add("wrong");
          }
        };
    turn.setPrefColumnCount(6);
    bright.setPrefColumnCount(6);
    turn.setOnAction(e -> put.run());
    bright.setOnAction(e -> put.run());
    level.selectedProperty().addListener(o -> put.run());
    row("hosts.option.turn", turn);
    row("hosts.option.brightness", bright);
    getChildren().add(level);
  }

  private void unit(InstallOptions now) {
    ComboBox<String> box = new ComboBox<>();
    box.getItems().addAll(UNITS);
    int at = now.metresPerUnit() == null ? 0 : METRES.indexOf(now.metresPerUnit());
    box.getSelectionModel().select(Math.max(0, at));
    box.getSelectionModel()
        .selectedIndexProperty()
        .addListener((o, was, is) -> model.change(x -> x.unit(METRES.get(is.intValue()))));
    row("hosts.option.unit", box);
  }
}
