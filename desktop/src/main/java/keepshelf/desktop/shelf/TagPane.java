package keepshelf.desktop.shelf;

import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.work.Pictures;

/** The record of the chosen item, hung at the right as a paper tag. */
final class TagPane extends ScrollPane {
  private static final double WIDTH = 306;
  private static final double THUMB = 40;

  private final ShelfModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final Consumer<ShelvedItem> install;
  private final VBox tag = new VBox(9);

  TagPane(ShelfModel model, Shelf shelf, Pictures pictures, Consumer<ShelvedItem> install) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    this.install = install;
    tag.getStyleClass().add("tag");
    setContent(tag);
    setFitToWidth(true);
    setFitToHeight(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    getStyleClass().add("tag-scroll");
    setPrefWidth(WIDTH);
    setMinWidth(WIDTH);
    model.chosenProperty().addListener((o, was, is) -> show(is));
    show(model.chosenProperty().get());
  }

  private void show(ShelvedItem s) {
    tag.getChildren().clear();
    setVvalue(0);
    if (s == null) {
      tag.getChildren().add(Kit.wrapped(Words.of("tag.choose"), "second"));
      return;
    }
    tag.getChildren().addAll(top(s), actions(s));
    maps(s);
    record(s);
    used(s);
    condition(s);
  }

  private Node top(ShelvedItem s) {
    String key =
        "card|" + s.item().id() + "|" + s.item().tileMetres() + "|" + s.item().maps().hashCode();
    LicenceClass c = LicenceClass.of(s.pack().licence());
    HBox resolutions =
        new HBox(
            6,
            Signs.staircase(s.item().resolutions()),
            Kit.label(String.join(" ", s.item().resolutions()), "second"));
    resolutions.setAlignment(Pos.CENTER_LEFT);
    String words = Signs.licenceWords(c);
    HBox licence =
        new HBox(
            6,
            Signs.licence(c),
            Kit.wrapped(
                s.pack().licence() == null ? words : s.pack().licence() + " · " + words, "second"));
    licence.setAlignment(Pos.CENTER_LEFT);
    String what =
        s.item().kind() == keepshelf.core.model.ItemKind.MATERIAL
            ? keepshelf.core.search.Family.board(s.item()) + " · " + s.item().workflow().title()
            : s.item().kind().plural();
    Label name = Kit.wrapped(s.item().name(), "heading");
    name.setId("tag-name");
    VBox right = new VBox(3, name, Kit.label(what, "second"), resolutions, licence);
    return new HBox(
        12, Images.view(pictures.get(key, () -> shelf.previews().of(s, 256)), 92), right);
  }

  private Node actions(ShelvedItem s) {
    var b = Kit.button(Words.of("tag.install"), () -> install.accept(s), "main");
    b.setId("tag-install");
    return new HBox(8, b);
  }

  private void maps(ShelvedItem s) {
    List<String> resolutions = s.item().resolutions();
    String largest = resolutions.isEmpty() ? null : resolutions.getLast();
    tag.getChildren()
        .add(Kit.label(Words.of("tag.maps", largest == null ? "—" : largest), "section"));
    FlowPane flow = new FlowPane(6, 6);
    for (MapRecord m : s.item().mapsAt(largest)) {
      var file = shelf.folder().resolve(s.path(m));
      Label label = Kit.label(shortRole(m), "hint");
      label.setMaxWidth(THUMB + 4);
      VBox box = new VBox(2, Images.view(pictures.thumbnail(file, 96), THUMB), label);
      Tooltip.install(
          box,
          new Tooltip(
              m.role().title()
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
                  + m.format()));
      flow.getChildren().add(box);
    }
    tag.getChildren().add(flow);
  }

  private static String shortRole(MapRecord m) {
    String hand = "gl".equals(m.handedness()) ? " +Y" : "dx".equals(m.handedness()) ? " −Y" : "";
    return switch (m.role()) {
      case BASE_COLOUR -> "Colour";
      case ROUGHNESS -> "Rough";
      case METALLIC -> "Metal";
      case NORMAL -> "Norm" + hand;
      case AMBIENT_OCCLUSION -> "Occl.";
      case SPECULAR -> "Spec.";
      default -> m.role().title();
    };
  }

  private void record(ShelvedItem s) {
    tag.getChildren().add(Kit.label(Words.of("tag.record"), "section"));
    GridPane g = new GridPane();
    g.setVgap(4);
    g.setHgap(6);
    row(g, "tag.source", s.pack().source());
    row(
        g,
        "tag.pack",
        s.pack().name() + (s.pack().version() == null ? "" : " v" + s.pack().version()));
    row(g, "tag.creator", s.pack().creator());
    row(g, "tag.page", s.pack().page());
    row(g, "tag.got", s.pack().takenIn().substring(0, 10));
    TextField tile =
        new TextField(
            s.item().tileMetres() == null
                ? ""
                : String.format(Locale.ROOT, "%.2f m", s.item().tileMetres()));
    tile.setId("tag-tile");
    tile.setPromptText(Words.of("tag.tile.unknown"));
    tile.setPrefColumnCount(6);
    tile.setMaxWidth(84);
    tile.setTooltip(new Tooltip(Words.of("tag.tile.tip")));
    tile.setOnAction(e -> {
      if (!model.setTile(tile.getText())) {
        show(s);
      }
    });
    int pixels = s.item().maps().stream().mapToInt(MapRecord::width).max().orElse(0);
    Label density =
        Kit.label(
            s.item().tileMetres() == null || pixels == 0
                ? ""
                : Words.of(
                    "tag.density",
                    String.format(Locale.UK, "%,d", Math.round(pixels / s.item().tileMetres()))),
            "second");
    HBox line = new HBox(8, tile, density);
    line.setAlignment(Pos.BASELINE_LEFT);
    Kit.row(g, Words.of("tag.tile"), line);
    row(
        g,
        "tag.disk",
        Words.of("tag.disk.value", Words.bytes(s.item().bytes()), s.item().maps().size()));
    tag.getChildren().add(g);
  }

  private static void row(GridPane g, String key, String value) {
    if (value != null) {
      Kit.row(g, Words.of(key), Kit.wrapped(value));
    }
  }

  private void used(ShelvedItem s) {
    tag.getChildren().add(Kit.label(Words.of("tag.used"), "section"));
    List<InstallationRecord> in = model.installationsOf(s);
    if (in.isEmpty()) {
      tag.getChildren().add(Kit.label(Words.of("tag.unused"), "second"));
    }
    GridPane g = new GridPane();
    g.setVgap(4);
    for (InstallationRecord i : in) {
      String proof = i.proof() == null ? "" : i.proof().ok() ? ", proved" : ", proof failed";
      Kit.row(g, i.host(), Kit.label((i.resolution() == null ? "" : i.resolution()) + proof));
    }
    tag.getChildren().add(g);
  }

  private void condition(ShelvedItem s) {
    tag.getChildren().add(Kit.label(Words.of("tag.condition"), "section"));
    if (s.item().problems().isEmpty()) {
      tag.getChildren().add(Kit.label(Words.of("tag.sound"), "good"));
    }
    for (Problem p : s.item().problems()) {
      String style =
          p.severity() == Problem.Severity.ERROR
              ? "bad"
              : p.severity() == Problem.Severity.WARNING ? "attention" : "second";
      tag.getChildren().add(Kit.wrapped(p.message(), style));
    }
  }
}
