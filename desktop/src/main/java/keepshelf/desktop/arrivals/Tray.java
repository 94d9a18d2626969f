package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * What lies below the sorting table: files that are kept, put aside, and pictures without a role.
 */
final class Tray extends HBox {
  private static final int MOST = 12;

  private final SortingModel model;
  private final Pictures pictures;
  private final MapMover mover;
  private final Node focus;
  private final List<MapCell> cells = new ArrayList<>();

  Tray(SortingModel model, Pictures pictures, MapMover mover, Node focus) {
    super(24);
    this.model = model;
    this.pictures = pictures;
    this.mover = mover;
    this.focus = focus;
    getStyleClass().add("tray");
    model.spotProperty().addListener(o -> mark());
  }

  /** Shows the loose files of {@code r}; null shows nothing. */
  void show(Recognition r) {
    cells.clear();
    getChildren().clear();
    setVisible(r != null);
    setManaged(r != null);
    if (r == null) {
      return;
    }
    Map<LooseFile.Sort, Integer> count = new LinkedHashMap<>();
    r.loose().forEach(l -> count.merge(l.sort(), 1, Integer::sum));
    List<String> kept = new ArrayList<>();
    for (LooseFile l : r.loose()) {
      if (l.sort() == LooseFile.Sort.DOCUMENT
          || l.sort() == LooseFile.Sort.MATERIAL_DOCUMENT
          || l.sort() == LooseFile.Sort.SCENE
          || l.sort() == LooseFile.Sort.OTHER) {
        kept.add(l.file().name());
      }
    }
    if (kept.size() > 4) {
      kept =
          new ArrayList<>(List.of(kept.get(0), kept.get(1), kept.get(2), "+" + (kept.size() - 3)));
    }
    int previews = count.getOrDefault(LooseFile.Sort.PREVIEW, 0);
    if (previews > 0) {
      kept.add(Words.of("arrivals.previews", previews));
    }
    int junk = count.getOrDefault(LooseFile.Sort.JUNK, 0);
    String nothing = Words.of("arrivals.nothing");
    getChildren()
        .add(
            part(
                Words.of("arrivals.kept"),
                Kit.wrapped(kept.isEmpty() ? nothing : String.join(" · ", kept), "second")));
    getChildren()
        .add(
            part(
                Words.of("arrivals.aside"),
                Kit.label(junk == 0 ? nothing : Words.of("arrivals.junk", junk), "second")));
    unplaced(r);
    mark();
  }

  private void unplaced(Recognition r) {
    FlowPane all = new FlowPane(4, 4);
    int more = 0;
    for (LooseFile l : r.loose()) {
      if (l.sort() != LooseFile.Sort.UNKNOWN_IMAGE) {
        continue;
      }
      if (all.getChildren().size() < MOST) {
        MapCell cell =
            new MapCell(new Spot(null, null, l.file().path()), l.file().onDisk(), 40, pictures);
        if (l.file().image() == null) {
          cell.unreadable();
        }
        cells.add(cell);
        mover.movable(cell, focus);
        all.getChildren().add(cell);
      } else {
        more++;
      }
    }
    if (more > 0) {
      all.getChildren().add(Kit.label(Words.of("arrivals.more", more), "hint"));
    }
    if (!all.getChildren().isEmpty()) {
      VBox p = part(Words.of("arrivals.unplaced"), all);
      HBox.setHgrow(p, Priority.ALWAYS);
      getChildren().add(p);
    }
  }

  private static VBox part(String title, Node body) {
    VBox v = new VBox(3, Kit.label(title, "section"), body);
    v.setMinWidth(90);
    return v;
  }

  private void mark() {
    Spot s = model.spotProperty().get();
    for (MapCell c : cells) {
      boolean looked = s != null && c.spot().path().equals(s.path());
      c.choose(looked, model.marked().contains(c.spot().path()));
    }
  }
}
