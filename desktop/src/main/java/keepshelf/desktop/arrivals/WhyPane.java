package keepshelf.desktop.arrivals;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
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
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.imaging.analyse.Handedness;

/** Why the picture that is looked at stands where it stands, and the record of its pack. */
final class WhyPane extends ScrollPane {
  private static final double WIDTH = 276;

  private final ArrivalsModel model;
  private final Pictures pictures;
  private final Runnable viewer;
  private final RecordPane record;
  private final VBox box = new VBox(8);

  /** {@code viewer} shows the picture that is looked at large. */
  WhyPane(ArrivalsModel model, Pictures pictures, FilePicker picker, Runnable viewer) {
    this.model = model;
    this.pictures = pictures;
    this.viewer = viewer;
    this.record = new RecordPane(model, picker);
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
    record.show(entry);
    box.getChildren().add(record);
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
    Label title = Kit.wrapped(MapViewer.title(m, item), "plate");
    VBox words =
        new VBox(
            2,
            title,
            Kit.wrapped(item == null ? "" : item.name(), "second"),
            Kit.wrapped(m.file().name(), "mono"),
            Kit.wrapped(facts, "hint"));
    HBox.setHgrow(words, Priority.ALWAYS);
    box.getChildren().add(new HBox(10, large(pictures.thumbnail(m.file().onDisk(), 168)), words));
    int together = model.sorting().marked().size();
    if (together > 1) {
      box.getChildren().add(Kit.wrapped(Words.of("arrivals.together", together), "remark"));
    }
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
    if (m.role() == MapRole.PACKED) {
      channels(m);
    }
    if (m.role() == MapRole.NORMAL && item != null) {
      up(m, item);
    } else if (item != null && item.kind() == ItemKind.MATERIAL) {
      Double tile = tile();
      box.getChildren().add(Kit.label(Words.of("arrivals.asset"), "section"));
      box.getChildren()
          .add(
              Images.view(
                  pictures.get(
                      "why|" + item.maps().hashCode() + "|set",
                      () -> Previews.of(item, tile, 288, null)),
                  144));
    }
    findings(m, item);
  }

  /** What was found about this map, then about its set, with a way to see it. */
  private void findings(RecognisedMap m, RecognisedItem item) {
    List<Problem> own =
        item == null
            ? List.of()
            : item.problems().stream()
                .filter(p -> p.path() == null || p.path().equals(m.file().path()))
                .toList();
    int others = item == null ? 0 : item.problems().size() - own.size();
    if (own.isEmpty() && others == 0) {
      return;
    }
    box.getChildren().add(Kit.label(Words.of("arrivals.findings"), "section"));
    for (Problem p : own) {
      Label text = Kit.wrapped(MapViewer.said(p, m), "finding", MapViewer.severity(p));
      box.getChildren().add(text);
      if (p.proposal() != null) {
        box.getChildren().add(Kit.wrapped(p.proposal(), "hint-readable"));
      }
    }
    if (others > 0) {
      box.getChildren().add(Kit.wrapped(Words.of("arrivals.findings.others", others), "second"));
    }
    if (own.stream().anyMatch(p -> p.path() != null)) {
      box.getChildren().add(Kit.button(Words.of("arrivals.viewer.open"), viewer, "quiet"));
    }
  }

  /** The picture; a press shows it large. */
  private Node large(javafx.beans.value.ObservableValue<Previews.Picture> picture) {
    StackPane p = Images.view(picture, 84);
    p.setId("why-picture");
    p.setStyle("-fx-cursor: hand;");
    p.setOnMouseClicked(e -> viewer.run());
    javafx.scene.control.Tooltip.install(
        p, new javafx.scene.control.Tooltip(Words.of("arrivals.viewer.open")));
    return p;
  }

  /** A choice of role for each channel of a packed map. */
  private void channels(RecognisedMap m) {
    int n = m.file().info().map(i -> i.channels()).orElse(3);
    Map<String, MapRole> roles =
        new LinkedHashMap<>(m.channels() == null ? Map.of() : m.channels().roles());
    GridPane g = new GridPane();
    g.setVgap(4);
    for (String c : List.of("r", "g", "b", "a").subList(0, Math.clamp(n, 1, 4))) {
      ComboBox<MapRole> choice = roles(roles.get(c));
      choice.setId("channel-" + c);
      choice.getItems().removeIf(r -> r == MapRole.PACKED || r == MapRole.NORMAL);
      choice.getItems().addFirst(null);
      choice.setOnAction(e -> {
        Map<String, MapRole> to = new LinkedHashMap<>();
        for (String x : List.of("r", "g", "b", "a")) {
          MapRole r = x.equals(c) ? choice.getValue() : roles.get(x);
          if (r != null) {
            to.put(x, r);
          }
        }
        model.sorting().setChannels(to);
      });
      Kit.row(g, Words.of("arrivals.channel." + c), choice);
    }
    box.getChildren().add(Kit.label(Words.of("arrivals.channels"), "section"));
    box.getChildren().add(g);
  }

  private ComboBox<MapRole> role(MapRole now) {
    ComboBox<MapRole> roles = roles(now);
    roles.setId("role");
    roles.setOnAction(e -> {
      if (roles.getValue() != null && roles.getValue() != now) {
        model.sorting().setRole(roles.getValue());
      }
    });
    return roles;
  }

  private static ComboBox<MapRole> roles(MapRole now) {
    ComboBox<MapRole> roles = new ComboBox<>();
    roles.getStyleClass().add("small-field");
    roles.getItems().setAll(MapRole.values());
    roles.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(MapRole r) {
            return r == null ? Words.of("arrivals.channel.none") : r.title();
          }

          @Override
          public MapRole fromString(String s) {
            return null;
          }
        });
    roles.setValue(now);
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
    String reasons = v == null ? "" : String.join("; ", v.sentences());
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
    frame.setId(h == Handedness.GL ? "ball-gl" : "ball-dx");
    frame.setStyle("-fx-cursor: hand;");
    frame.setOnMouseClicked(e -> model.sorting().face(h));
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
    var a = model.chosenProperty().get().arrivalProperty().get();
    return a.text().tileMetres() != null ? a.text().tileMetres() : a.recognition().tileMetres();
  }
}
