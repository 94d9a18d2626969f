package keepshelf.desktop.hosts;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.InstallPlan;
import keepshelf.core.install.PlannedMap;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.work.Pictures;

/**
 * Below the fitting table: the plans of what is chosen, else the proof of what is focused; and the
 * sum.
 */
final class PlanPane extends BorderPane {
  private static final double HEIGHT = 288;

  private final HostsModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final HBox parts = new HBox();
  private final VBox sum = new VBox(8);

  PlanPane(HostsModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    getStyleClass().add("plan");
    setPrefHeight(HEIGHT);
    setMinHeight(HEIGHT);
    parts.setMinHeight(USE_PREF_SIZE);
    ScrollPane scroll = new ScrollPane(parts);
    scroll.setFitToHeight(true);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    setCenter(scroll);
    sum.getStyleClass().add("sum");
    sum.setPrefWidth(270);
    sum.setMinWidth(270);
    setRight(sum);
  }

  void show() {
    parts.getChildren().clear();
    if (!model.plans().isEmpty()) {
      for (InstallPlan p : model.plans().values()) {
        parts.getChildren().add(plan(p));
      }
    } else {
      InstallationRecord i =
          model.focusProperty().get() == null
              ? null
              : model.installed(model.focusProperty().get()).orElse(null);
      if (i == null || i.proof() == null) {
        Label l =
            Kit.wrapped(
                Words.of(model.hosts().isEmpty() ? "hosts.empty" : "hosts.plan.choose"), "second");
        l.setMaxWidth(520);
        VBox box = new VBox(l);
        box.getStyleClass().add("plan-part");
        parts.getChildren().add(box);
      } else {
        parts.getChildren().add(proof(i));
      }
    }
    sum();
  }

  private Node plan(InstallPlan p) {
    VBox box = new VBox(5, Kit.label(p.item().item().name() + " · " + p.host().name(), "section"));
    box.getStyleClass().add("plan-part");
    box.setMinWidth(400);
    HBox.setHgrow(box, Priority.ALWAYS);
    List<String> copied = new ArrayList<>();
    for (PlannedMap m : p.maps()) {
      if (m.copied()) {
        copied.add(m.role().title().toLowerCase(Locale.ROOT));
      }
    }
    if (!copied.isEmpty()) {
      box.getChildren()
          .add(
              line(
                  Words.of("hosts.plan.copy", String.join(", ", copied)),
                  copied.size() + " " + Words.of("hosts.plan.file")));
    }
    for (PlannedMap m : p.maps()) {
      if (!m.copied()) {
        box.getChildren().add(line(sentence(m), Words.of("hosts.plan.new")));
      }
    }
    String tile = String.format(Locale.ROOT, "%.2f", p.tileMetres());
    box.getChildren()
        .add(
            line(
                Words.of(p.tileKnown() ? "hosts.plan.tile" : "hosts.plan.tile.assumed", tile), ""));
    if (p.reliefMetres() > 0) {
      String mm = String.format(Locale.ROOT, "%.1f", p.reliefMetres() * 1000);
      String units =
          String.format(Locale.ROOT, "%.3f", p.reliefMetres() * p.profile().unitsPerMetre());
      box.getChildren()
          .add(
              line(
                  Words.of(
                      p.reliefKnown() ? "hosts.plan.relief" : "hosts.plan.relief.assumed",
                      p.maps().stream().anyMatch(m -> m.use() == Use.BUMP)
                          ? Words.of("hosts.bump")
                          : Words.of("hosts.displacement"),
                      mm,
                      units,
                      p.profile().unit()),
                  ""));
    }
    p.leftOut()
        .forEach(l ->
            box.getChildren()
                .add(
                    Kit.wrapped(
                        Words.of(
                            "hosts.leftout", l.role().title().toLowerCase(Locale.ROOT), l.reason()),
                        "second")));
    return box;
  }

  /** What is done to each part, helpers first, then to the whole; each thing said once. */
  private static String sentence(PlannedMap m) {
    Set<String> steps = new LinkedHashSet<>();
    List<PlannedMap.Part> parts = new ArrayList<>(m.parts());
    if (m.parts().getFirst().to() == null) {
      parts.addLast(parts.removeFirst());
    }
    for (PlannedMap.Part p : parts) {
      p.steps()
          .forEach(c ->
              steps.add(
                  Words.of("conv." + c, c.equals("unpack") ? words(p.role()) : result(m, c))));
    }
    m.after().forEach(c -> steps.add(Words.of("conv." + c, words(m.role()))));
    return String.join(", then ", steps);
  }

  private static String words(MapRole role) {
    return role.title().toLowerCase(Locale.ROOT);
  }

  /** What a conversion makes; the colour of a surface that is no metal is its diffuse colour. */
  private static String result(PlannedMap m, String conversion) {
    return conversion.equals("metal-rough-to-spec-gloss") && m.role() == MapRole.BASE_COLOUR
        ? Words.of("hosts.diffuse")
        : words(m.role());
  }

  private static Node line(String text, String right) {
    Label l = Kit.wrapped(text);
    Label hint = Kit.label(right, "hint");
    hint.setMinWidth(Label.USE_PREF_SIZE);
    HBox h = new HBox(8, l, Kit.spring(), hint);
    h.setAlignment(Pos.BASELINE_LEFT);
    return h;
  }

  private Node proof(InstallationRecord i) {
    ItemCard item = model.item(model.focusProperty().get()).orElse(null);
    GridPane g = new GridPane();
    g.setHgap(14);
    g.setVgap(2);
    g.addRow(
        0,
        Kit.label(""),
        Kit.label(Words.of("hosts.input"), "column-head"),
        Kit.label(Words.of("hosts.expected"), "column-head"),
        Kit.label(Words.of("hosts.found", i.proof().reader()), "column-head"));
    int row = 1;
    for (ProvedInput p : i.proof().inputs()) {
      Node sign = Signs.state(p.equal() ? Signs.State.CURRENT : Signs.State.ALTERED);
      Label meant = small(p.expected());
      Label found = small(p.equal() ? p.found().replaceFirst("^[^·]*· ", "") : p.found());
      g.addRow(row++, sign, Kit.label(p.input(), "strong"), meant, found);
    }
    VBox box =
        new VBox(
            6,
            Kit.label(
                Words.of("hosts.proofof", item == null ? "" : item.name(), i.host()), "section"),
            g);
    i.proof().complaints().forEach(c -> box.getChildren().add(Kit.wrapped(c, "bad")));
    i.leftOut()
        .forEach(l ->
            box.getChildren()
                .add(
                    Kit.wrapped(
                        Words.of(
                            "hosts.leftout", l.role().title().toLowerCase(Locale.ROOT), l.reason()),
                        "second")));
    HBox.setHgrow(box, Priority.ALWAYS);
    HBox all = new HBox(14, box);
    all.getStyleClass().add("plan-part");
    HBox.setHgrow(all, Priority.ALWAYS);
    if (item != null && i.proof().picture() != null && Files.exists(Path.of(i.proof().picture()))) {
      VBox both =
          new VBox(
              4,
              Images.view(
                  pictures.get(
                      "proof-ours|" + item.id() + item.tileMetres(),
                      () ->
                          shelf
                              .previews()
                              .of(shelf.catalogue().item(item.id()).orElseThrow(), 256)),
                  104),
              Kit.label(Words.of("hosts.ours"), "hint"),
              Images.view(
                  pictures.get(
                      "proof|" + i.id() + i.installedAt(),
                      () -> Previews.flat(Path.of(i.proof().picture()), 256)),
                  104),
              Kit.label(Words.of("hosts.theirs", i.host()), "hint"));
      both.setMinWidth(110);
      all.getChildren().add(both);
    }
    return all;
  }

  private static Label small(String text) {
    Label l = Kit.wrapped(text, "second");
    l.setMaxWidth(270);
    return l;
  }

  private void sum() {
    sum.getChildren().clear();
    Map<HostsModel.Cell, InstallPlan> plans = model.plans();
    int files = plans.values().stream().mapToInt(p -> p.maps().size() + 1).sum();
    long bytes = plans.values().stream().mapToLong(InstallPlan::bytes).sum();
    long replaced = plans.values().stream().filter(InstallPlan::replaces).count();
    Label big = Kit.label(Words.of("hosts.sum", files, Words.bytes(bytes)), "big");
    big.setId("sum");
    String replaces =
        replaced == 0 ? Words.of("hosts.replaces.none") : Words.of("hosts.replaces", replaced);
    Button install = Kit.button(Words.of("hosts.install", plans.size()), model::install, "main");
    install.setId("install");
    install.setDisable(plans.isEmpty());
    Button clear = Kit.button(Words.of("hosts.clear"), model::clear);
    clear.setDisable(plans.isEmpty());
    Button remove = Kit.button(Words.of("hosts.remove"), model::uninstall);
    remove.setDisable(
        model.focusProperty().get() == null
            || model.installed(model.focusProperty().get()).isEmpty());
    sum.getChildren()
        .addAll(
            Kit.label(Words.of("hosts.all"), "section"),
            big,
            Kit.wrapped(
                Words.of("hosts.sum.text", plans.size(), plans.isEmpty() ? "" : replaces),
                "second"),
            new HBox(8, install, clear),
            remove,
            Kit.label(Words.of("hosts.lastproof"), "section"));
    InstallationRecord last = model.lastProofProperty().get();
    if (last == null || last.proof() == null) {
      sum.getChildren().add(Kit.wrapped(Words.of("hosts.noproof"), "second"));
    } else {
      long equal = last.proof().inputs().stream().filter(ProvedInput::equal).count();
      Label l =
          Kit.wrapped(
              Words.of(
                  last.proof().ok() ? "hosts.proof.ok" : "hosts.proof.bad",
                  last.proof().reader(),
                  equal,
                  last.proof().inputs().size()),
              last.proof().ok() ? "good" : "bad");
      l.setId("last-proof");
      sum.getChildren().add(l);
    }
  }
}
