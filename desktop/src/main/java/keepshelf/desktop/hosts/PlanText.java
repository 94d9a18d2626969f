package keepshelf.desktop.hosts;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.plan.Conversion;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What a plan will do, in plain sentences. */
final class PlanText {
  private PlanText() {}

  static Node of(InstallPlan p) {
    Label name = Kit.label(p.item().item().name() + " · " + p.host().name(), "section");
    VBox box = new VBox(5, name);
    box.getStyleClass().add("plan-part");
    box.setMinWidth(400);
    HBox.setHgrow(box, Priority.ALWAYS);
    if (p.as() != Setup.SURFACE) {
      box.getChildren().add(line(Words.of("hosts.as." + p.as().id()), ""));
    }
    Set<String> copied = new LinkedHashSet<>();
    int files = 0;
    for (PlannedMap m : p.maps()) {
      if (m.copied()) {
        copied.add(
            m.use() == Use.PANORAMA
                ? Words.of("tag.panorama").toLowerCase(Locale.ROOT)
                : words(m.role()));
        files++;
      }
    }
    if (!copied.isEmpty()) {
      box.getChildren()
          .add(
              line(
                  Words.of("hosts.plan.copy", String.join(", ", copied)),
                  files + " " + Words.of("hosts.plan.file")));
    }
    for (PlannedMap m : p.maps()) {
      if (!m.copied()) {
        String of = p.surfaces().size() > 1 ? p.surfaces().get(m.surface()) + ": " : "";
        box.getChildren().add(line(of + sentence(m), Words.of("hosts.plan.new")));
      }
    }
    placement(p, box);
    p.remarks().forEach(r -> box.getChildren().add(Kit.wrapped(r, "remark")));
    p.leftOut().forEach(l -> box.getChildren().add(leftOut(l)));
    box.getChildren()
        .add(
            Kit.wrapped(
                Words.of("hosts.plan.memory", Words.bytes(p.bytes()), Words.bytes(p.memoryBytes())),
                "hint"));
    return box;
  }

  /** A map that the host does not get, and why. */
  static Node leftOut(LeftOut l) {
    return Kit.wrapped(Words.of("hosts.leftout", words(l.role()), l.reason()), "second");
  }

  private static void placement(InstallPlan p, VBox box) {
    for (int i = 0; i < p.parts().size(); i++) {
      box.getChildren().add(line(p.surfaces().get(i), p.parts().get(i).item().item().name()));
      placement(p.parts().get(i), box);
    }
    boolean surface = p.as() == Setup.SURFACE || p.as() == Setup.RELIEF_FLOOR;
    if (surface || p.as() == Setup.PLANE) {
      if (p.options().finish() != null) {
        box.getChildren()
            .add(Kit.wrapped(Words.of("hosts.plan.finish", p.options().finish().name())));
      }
      String tile = String.format(Locale.ROOT, "%.2f", p.tileMetres());
      if (Math.abs(p.tileHeightMetres() - p.tileMetres()) > 1e-4 * p.tileMetres()) {
        tile += String.format(Locale.ROOT, " × %.2f", p.tileHeightMetres());
      }
      String key = surface ? "hosts.plan.tile" : "hosts.plan.plane";
      Placement at = p.placement();
      String turn = String.format(Locale.ROOT, "%.0f", at.turnDegrees());
      String said = Words.of(p.tileKnown() ? key : key + ".assumed", tile, turn);
      box.getChildren().add(line(said, ""));
      if (at.right() != 0 || at.up() != 0) {
        String right = String.format(Locale.ROOT, "%.2f", at.right());
        String up = String.format(Locale.ROOT, "%.2f", at.up());
        box.getChildren().add(line(Words.of("hosts.plan.shift", right, up), ""));
      }
    }
    if (p.as() == Setup.LIGHT) {
      box.getChildren()
          .add(
              line(
                  Words.of(
                      "hosts.plan.light",
                      String.format(Locale.ROOT, "%.0f", p.options().turnDegrees()),
                      String.format(Locale.ROOT, "%.2f", p.options().brightness())),
                  ""));
    }
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
                  Words.of(
                      "conv." + c.id(),
                      c == Conversion.UNPACK || c == Conversion.FINISH
                          ? words(p.role())
                          : result(m, c))));
    }
    m.after().forEach(c -> steps.add(Words.of("conv." + c.id(), words(m.role()))));
    return String.join(", then ", steps);
  }

  private static String words(MapRole role) {
    return role.inSentence().text();
  }

  /** What a conversion makes; the colour of a surface that is no metal is its diffuse colour. */
  private static String result(PlannedMap m, Conversion conversion) {
    return conversion == Conversion.METAL_ROUGH_TO_SPEC_GLOSS && m.role() == MapRole.BASE_COLOUR
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
}
