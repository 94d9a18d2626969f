package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.DatedLicence;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.licensing.Licence;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.facts.LightFactsBox;
import keepshelf.desktop.facts.ModelFactsBox;
import keepshelf.desktop.facts.PartsBox;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * The parts of the tag that are read, not edited: maps, editions, terms, use, history, findings.
 */
final class TagParts {
  private static final double THUMB = 39;

  private final ShelfModel model;
  private final ShelfActions actions;
  private final Shelf shelf;
  private final Pictures thumbnails;

  TagParts(ShelfModel model, ShelfActions actions, Shelf shelf, Pictures thumbnails) {
    this.model = model;
    this.actions = actions;
    this.shelf = shelf;
    this.thumbnails = thumbnails;
  }

  Node maps(ShelvedItem s) {
    List<String> resolutions = s.item().resolutions();
    String largest = resolutions.isEmpty() ? null : resolutions.getLast();
    FlowPane flow = new FlowPane(5, 6);
    for (MapRecord m : s.item().mapsAt(largest)) {
      var file = shelf.folder().resolve(s.path(m));
      Label label =
          Kit.label(
              s.item().kind() == ItemKind.ENVIRONMENT ? Words.of("tag.panorama") : shortRole(m),
              "hint");
      label.setMaxWidth(s.item().maps().size() == 1 ? 90 : THUMB);
      label.setMinWidth(0);
      VBox box = new VBox(2, Images.view(thumbnails.thumbnail(file, 96), THUMB), label);
      if (m.recipe() != null) {
        box.getChildren().add(Kit.label(Words.of("tag.map.made"), "hint"));
        box.setAccessibleText(label.getText() + ", " + Words.of("make.made"));
      }
      Tooltip.install(box, new Tooltip(about(m)));
      flow.getChildren().add(box);
    }
    return flow;
  }

  private static String about(MapRecord m) {
    return m.role().title()
        + (m.channels() == null ? "" : ": " + m.channels().inWords())
        + "\n"
        + m.fileName()
        + "\n"
        + m.width()
        + " × "
        + m.height()
        + ", "
        + m.bits()
        + " bit "
        + m.format()
        + ", "
        + Words.of(m.role().colour() ? "tag.encoding.srgb" : "tag.encoding.data")
        + "\n"
        + String.join(" ", m.sentences());
  }

  private static String shortRole(MapRecord m) {
    String hand = "gl".equals(m.handedness()) ? " +Y" : "dx".equals(m.handedness()) ? " −Y" : "";
    return switch (m.role()) {
      case BASE_COLOUR -> "Colour";
      case ROUGHNESS -> "Rough";
      case METALLIC -> "Metal";
      case NORMAL -> "Nor" + hand;
      case AMBIENT_OCCLUSION -> "Occl.";
      case SPECULAR -> "Spec.";
      default -> m.role().title();
    };
  }

  /** How many pixels there are to a metre, in words, when that is known. */
  static Optional<String> density(ShelvedItem s) {
    int pixels = s.item().maps().stream().mapToInt(MapRecord::width).max().orElse(0);
    return s.item().tileMetres() == null || pixels == 0
        ? Optional.empty()
        : Optional.of(
            Words.of(
                "tag.density",
                String.format(Locale.UK, "%,d", Math.round(pixels / s.item().tileMetres()))));
  }

  /** Each resolution and format with its files and bytes. */
  Node editions(ShelvedItem s) {
    Map<String, long[]> sums = new LinkedHashMap<>();
    s.item()
        .editions()
        .forEach(e ->
            sums.put(
                e.resolution() + " " + String.valueOf(e.format()).toUpperCase(Locale.ROOT),
                new long[2]));
    for (MapRecord m : s.item().maps()) {
      String key = m.resolution() + " " + String.valueOf(m.format()).toUpperCase(Locale.ROOT);
      long[] sum =
          sums.containsKey(key)
              ? sums.get(key)
              : sums.entrySet().stream()
                  .filter(e -> e.getKey().startsWith(m.resolution() + " "))
                  .map(Map.Entry::getValue)
                  .findFirst()
                  .orElseGet(() -> sums.computeIfAbsent(key, k -> new long[2]));
      sum[0]++;
      sum[1] += m.bytes();
    }
    VBox v = new VBox(1);
    sums.forEach((name, sum) ->
        v.getChildren()
            .add(
                Kit.label(
                    Words.of(
                        "tag.edition",
                        name.replace("null ", ""),
                        Words.bytes(sum[1]),
                        (int) sum[0]),
                    "second")));
    return v;
  }

  /** What the licence says, and what it was before. */
  Node terms(ShelvedItem s) {
    VBox v = new VBox(3);
    String id = s.pack().licence();
    if (id == null) {
      v.getChildren().add(Kit.wrapped(Words.of("tag.licence.none"), "attention"));
    } else {
      Licence l = shelf.licences().find(id).orElseGet(() -> Licence.unsettled(id));
      v.getChildren()
          .add(
              Kit.wrapped(String.join(" ", l.inWords()), l.isUnsettled() ? "attention" : "second"));
    }
    for (DatedLicence d : s.pack().earlierLicences()) {
      v.getChildren()
          .add(Kit.wrapped(Words.of("tag.licence.before", d.licence(), d.until()), "second"));
    }
    return v;
  }

  /** A button that shows the licence's own text, as it came with the pack. */
  Node licenceText(ShelvedItem s) {
    VBox v = new VBox(4);
    Button read = Kit.button(Words.of("tag.licence.read"), () -> {}, "quiet");
    read.setId("licence-read");
    read.setOnAction(e ->
        model.measure(
            () -> shelf.licenceText(s.pack().id()),
            text -> {
              TextArea area =
                  Kit.area(text.isBlank() ? Words.of("tag.licence.notext") : text.strip());
              area.setEditable(false);
              area.setWrapText(true);
              area.setPrefRowCount(text.isBlank() ? 2 : 10);
              area.setId("licence-words");
              area.getStyleClass().add("copyable");
              v.getChildren().setAll(area);
            }));
    v.getChildren().add(read);
    return v;
  }

  /** What a light, a model or an ensemble is beyond its maps; null for other kinds. */
  Node kindFacts(ShelvedItem s, Consumer<List<ShelvedItem>> together) {
    return switch (s.item().kind()) {
      case ENVIRONMENT -> new LightFactsBox(s, shelf, model::measure);
      case MODEL -> new ModelFactsBox(s, shelf, model::measure);
      case ENSEMBLE -> new PartsBox(s, shelf, model::measure, together);
      default -> null;
    };
  }

  /** The finishes, and the way to a new one. */
  Node finishes(ShelvedItem s, Consumer<String> open) {
    FlowPane all = new FlowPane(6, 6);
    for (Finish f : s.item().marks().finishes()) {
      Button b = Kit.button(f.name(), () -> open.accept(f.name()), "pill");
      b.setId("tag-finish-" + f.name().toLowerCase(Locale.ROOT).replace(' ', '-'));
      all.getChildren().add(b);
    }
    Button more = Kit.button(Words.of("finish.new"), () -> open.accept(null), "pill", "quiet");
    more.setId("tag-finish-new");
    all.getChildren().add(more);
    return all;
  }

  Node used(ShelvedItem s) {
    List<InstallationRecord> in = model.installationsOf(s.item().id());
    if (in.isEmpty()) {
      return Kit.label(Words.of("tag.unused"), "second");
    }
    GridPane g = new GridPane();
    g.setVgap(4);
    for (InstallationRecord i : in) {
      String proof = i.proof() == null ? "" : i.proof().ok() ? ", proved" : ", proof failed";
      String finish = i.options().finish() == null ? "" : " · " + i.options().finish().name();
      String what = (i.resolution() == null ? "" : i.resolution()) + finish + proof;
      Kit.row(g, i.host(), Kit.label(what));
    }
    return g;
  }

  /** The versions of its pack and where else the item was got. */
  Node history(ShelvedItem s) {
    return new VersionsBox(s, shelf, model);
  }

  /** What was found about it; what can be put right offers that once it is known. */
  Node condition(ShelvedItem s, Consumer<ShelvedItem> mend) {
    VBox v = new VBox(6);
    ItemCard c = model.card(s.item().id());
    if (c != null && model.broken(c)) {
      v.getChildren().add(Kit.wrapped(Words.of("tag.broken"), "bad"));
    } else if (s.item().problems().isEmpty()) {
      v.getChildren().add(Kit.label(Words.of("tag.sound"), "good"));
    }
    for (Problem p : s.item().problems()) {
      String style =
          p.severity() == Problem.Severity.ERROR
              ? "bad"
              : p.severity() == Problem.Severity.WARNING ? "attention" : "second";
      v.getChildren().add(Kit.wrapped(p.message(), style));
    }
    if (s.item().problems().stream().anyMatch(p -> p.code().equals("not-tileable"))) {
      v.getChildren().add(action("tag-tile", "tag.tile", () -> actions.tile(s)));
    }
    model.measure(
        () -> shelf.making().faults(s),
        faults -> {
          if (!faults.isEmpty()) {
            v.getChildren().add(action("tag-mend", "tag.mend", () -> mend.accept(s)));
          }
        });
    return v;
  }

  private static Button action(String id, String word, Runnable what) {
    Button b = Kit.button(Words.of(word), what);
    b.setId(id);
    return b;
  }

  /** A form that makes an item of its own of chosen maps. */
  Node splitForm(ShelvedItem s, Runnable back) {
    VBox v = new VBox(8, Kit.label(Words.of("tag.split.title"), "heading"));
    v.getChildren().add(Kit.wrapped(Words.of("tag.split.about", s.item().name()), "second"));
    List<CheckBox> boxes = new ArrayList<>();
    for (MapRecord m : s.item().maps()) {
      CheckBox b = new CheckBox(m.role().title() + " · " + m.fileName());
      b.setUserData(s.path(m));
      boxes.add(b);
      v.getChildren().add(b);
    }
    TextField name = new TextField(s.item().name() + " 2");
    name.setId("split-name");
    var go =
        Kit.button(
            Words.of("tag.split.go"),
            () ->
                actions.split(
                    s.item().id(),
                    boxes.stream()
                        .filter(CheckBox::isSelected)
                        .map(b -> (String) b.getUserData())
                        .toList(),
                    name.getText()),
            "main");
    go.setId("split-go");
    v.getChildren().addAll(name, new HBox(8, go, Kit.button(Words.of("tag.split.back"), back)));
    return v;
  }
}
