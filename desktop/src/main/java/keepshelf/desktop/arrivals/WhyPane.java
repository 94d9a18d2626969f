package keepshelf.desktop.arrivals;

import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import javafx.util.StringConverter;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.Evidence;
import keepshelf.core.recognise.LooseFile;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.RecognisedMap;
import keepshelf.core.recognise.Recognition;
import keepshelf.core.recognise.Verdict;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.work.Pictures;
import keepshelf.imaging.analyse.Handedness;

/** Why the picture that is looked at stands where it stands, and the record of its pack. */
final class WhyPane extends ScrollPane {
  private static final double WIDTH = 276;

  private final ArrivalsModel model;
  private final Pictures pictures;
  private final VBox box = new VBox(8);

  WhyPane(ArrivalsModel model, Pictures pictures) {
    this.model = model;
    this.pictures = pictures;
    box.getStyleClass().add("tag");
    setContent(box);
    setFitToWidth(true);
    setFitToHeight(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    getStyleClass().add("tag-scroll");
    setPrefWidth(WIDTH);
    setMinWidth(WIDTH);
  }

  /** Shows the spot of {@code entry}; both may be null. */
  void show(ArrivalEntry entry, Spot spot) {
    box.getChildren().clear();
    boolean nothing =
        entry == null
            || entry.arrivalProperty().get() == null
            || entry.arrivalProperty().get().failed();
    if (nothing) {
      return;
    }
    Recognition r = model.recognition();
    if (spot == null) {
      box.getChildren().add(Kit.wrapped(Words.of("arrivals.choose"), "second"));
    } else if (spot.map() != null) {
      map(r, spot);
    } else {
      r.loose().stream()
          .filter(l -> l.file().path().equals(spot.path()))
          .findFirst()
          .ifPresent(this::loose);
    }
    record(entry);
  }

  private void loose(LooseFile l) {
    VBox words =
        new VBox(
            2, Kit.wrapped(l.file().name(), "mono"), Kit.wrapped(l.reason(), "second"), role(null));
    box.getChildren()
        .add(new HBox(10, Images.view(pictures.thumbnail(l.file().onDisk(), 168), 84), words));
  }

  private void map(Recognition r, Spot spot) {
    RecognisedMap m = spot.map();
    RecognisedItem item = SortingTable.itemOf(r, spot);
    String facts =
        m.file()
            .info()
            .map(i ->
                i.width()
                    + " × "
                    + i.height()
                    + " · "
                    + i.bits()
                    + " bit · "
                    + (m.role().colour() ? "colour" : "data"))
            .orElse("");
    Label title =
        Kit.wrapped(
            m.role() == MapRole.NORMAL || m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP
                ? m.role().title() + " map"
                : m.role().title(),
            "plate");
    VBox words =
        new VBox(
            2,
            title,
            Kit.wrapped(item == null ? "" : item.name(), "second"),
            Kit.wrapped(m.file().name(), "mono"),
            Kit.wrapped(facts, "hint"));
    HBox.setHgrow(words, Priority.ALWAYS);
    box.getChildren()
        .add(new HBox(10, Images.view(pictures.thumbnail(m.file().onDisk(), 168), 84), words));
    HBox set = new HBox(8, Kit.label(Words.of("arrivals.role"), "second"), role(m.role()));
    set.setAlignment(Pos.CENTER_LEFT);
    box.getChildren().add(set);
    box.getChildren()
        .add(
            Kit.label(
                Words.of("arrivals.why")
                    + String.format(Locale.ROOT, " · %.0f %%", m.verdict().confidence() * 100),
                "section"));
    m.verdict().evidence().forEach(e -> box.getChildren().add(evidence(e)));
    if (m.role() == MapRole.NORMAL && item != null) {
      up(m, item);
    } else if (item != null && item.kind() == ItemKind.MATERIAL) {
      box.getChildren().add(Kit.label(Words.of("arrivals.asset"), "section"));
      box.getChildren()
          .add(
              Images.view(
                  pictures.get(
                      "why|" + item.maps().hashCode() + "|set",
                      () -> Previews.of(item, tile(), 288, null)),
                  144));
    }
    List<Problem> about = item == null ? List.of() : item.problems();
    if (!about.isEmpty()) {
      box.getChildren().add(Kit.label(Words.of("arrivals.findings"), "section"));
      for (Problem p : about) {
        box.getChildren()
            .add(
                Kit.wrapped(
                    p.message(),
                    p.severity() == Problem.Severity.NOTE
                        ? "second"
                        : p.severity() == Problem.Severity.WARNING ? "attention" : "bad"));
      }
    }
  }

  private ComboBox<MapRole> role(MapRole now) {
    ComboBox<MapRole> roles = new ComboBox<>();
    roles.setId("role");
    roles.getItems().setAll(MapRole.values());
    roles.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(MapRole r) {
            return r == null ? "" : r.title();
          }

          @Override
          public MapRole fromString(String s) {
            return null;
          }
        });
    roles.setValue(now);
    roles.setOnAction(e -> {
      if (roles.getValue() != null && roles.getValue() != now) {
        model.setRole(roles.getValue());
      }
    });
    return roles;
  }

  private static Node evidence(Evidence e) {
    Label text = Kit.wrapped(e.sentence(), "second");
    text.setMaxWidth(164);
    text.setPrefWidth(164);
    Rectangle track = new Rectangle(62, 5);
    track.getStyleClass().add("evidence-track");
    Rectangle bar = new Rectangle(Math.max(1, 62 * Math.abs(e.weight())), 5);
    bar.getStyleClass().add("evidence-bar");
    if (e.weight() < 0) {
      bar.getStyleClass().add("against");
    }
    Pane bars = new Pane(track, bar);
    bars.setMinSize(62, 5);
    bars.setMaxSize(62, 5);
    HBox line = new HBox(8, text, Kit.spring(), bars);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private void up(RecognisedMap m, RecognisedItem item) {
    box.getChildren().add(Kit.label(Words.of("arrivals.up"), "section"));
    Verdict v = m.handednessVerdict();
    String sure = String.format(Locale.ROOT, "%.0f %%", (v == null ? 0 : v.confidence()) * 100);
    String key =
        m.handedness() == Handedness.GL
            ? "arrivals.up.gl"
            : m.handedness() == Handedness.DX ? "arrivals.up.dx" : "arrivals.up.unknown";
    String reasons = v == null ? "" : String.join("; ", v.reasons());
    box.getChildren()
        .add(
            Kit.wrapped(
                Words.of(key, sure)
                    + (reasons.isEmpty()
                        ? ""
                        : " "
                            + Character.toUpperCase(reasons.charAt(0))
                            + reasons.substring(1)
                            + "."),
                "second"));
    if (item.kind() != ItemKind.MATERIAL) {
      return;
    }
    boolean dx = m.handedness() == Handedness.DX;
    HBox both =
        new HBox(
            6,
            ball(item, dx ? Handedness.DX : Handedness.GL, true),
            ball(item, dx ? Handedness.GL : Handedness.DX, false));
    box.getChildren().add(both);
  }

  private Node ball(RecognisedItem item, Handedness h, boolean asFound) {
    Double tile = tile();
    String key = "why|" + item.maps().hashCode() + "|" + h;
    StackPane frame =
        new StackPane(Images.view(pictures.get(key, () -> Previews.of(item, tile, 224, h)), 112));
    frame.getStyleClass().add("render-frame");
    if (asFound) {
      frame.getStyleClass().add("chosen");
    }
    String hand = Words.of(h == Handedness.GL ? "arrivals.up.left" : "arrivals.up.right");
    return new VBox(
        3,
        frame,
        Kit.label(Words.of(asFound ? "arrivals.up.asfound" : "arrivals.up.flipped", hand), "hint"));
  }

  private Double tile() {
    return model.chosenProperty().get().arrivalProperty().get().text().tileMetres();
  }

  private void record(ArrivalEntry e) {
    box.getChildren().add(Kit.label(Words.of("arrivals.record"), "section"));
    GridPane g = new GridPane();
    g.setVgap(6);
    field(g, "arrivals.source", "record-source", e.sourceProperty());
    field(g, "arrivals.licence", "record-licence", e.licenceProperty());
    field(g, "arrivals.version", "record-version", e.versionProperty());
    box.getChildren().add(g);
  }

  private static void field(
      GridPane g, String word, String id, javafx.beans.property.StringProperty value) {
    TextField f = new TextField();
    f.setId(id);
    f.textProperty().bindBidirectional(value);
    Kit.row(g, Words.of(word), f);
  }
}
