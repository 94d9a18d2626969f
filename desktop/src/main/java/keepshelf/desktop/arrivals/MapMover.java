package keepshelf.desktop.arrivals;

import java.util.Map;
import java.util.WeakHashMap;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import keepshelf.core.model.MapRole;

/**
 * Choosing pictures by the mouse and moving them to other cells. Own dragging, listened to on the
 * whole table, so that it works on every platform.
 */
final class MapMover {
  private record Target(String item, MapRole role) {}

  private final SortingModel model;
  private final Runnable viewer;

  /** Where a moved picture can land; cells come and go as the table scrolls. */
  private final Map<Node, Target> targets = new WeakHashMap<>();

  private Node target;
  private MapCell moving;
  private Point2D from;

  /** {@code viewer} shows the picture that is looked at large. */
  MapMover(SortingModel model, Node table, Runnable viewer) {
    this.model = model;
    this.viewer = viewer;
    table.addEventFilter(MouseEvent.MOUSE_DRAGGED, this::dragged);
    table.addEventFilter(MouseEvent.MOUSE_RELEASED, this::released);
  }

  /** Lets pictures land on {@code cell}. */
  void target(Node cell, String item, MapRole role) {
    targets.put(cell, new Target(item, role));
  }

  /** Lets {@code cell} be chosen and moved. */
  void movable(MapCell cell, Node focus) {
    cell.setOnMousePressed(e -> {
      moving = e.getButton() == MouseButton.SECONDARY ? null : cell;
      from = new Point2D(e.getSceneX(), e.getSceneY());
      if (e.isShortcutDown() || e.isShiftDown()) {
        model.mark(cell.spot());
      } else if (!model.marked().contains(cell.spot().path())) {
        model.look(cell.spot());
      }
      if (e.getClickCount() == 2) {
        viewer.run();
      }
      focus.requestFocus();
      e.consume();
    });
  }

  private void dragged(MouseEvent e) {
    if (moving != null && from.distance(e.getSceneX(), e.getSceneY()) > 6) {
      moving.setOpacity(0.6);
      light(at(e.getSceneX(), e.getSceneY()));
    }
  }

  private void released(MouseEvent e) {
    MapCell moved = moving;
    Node to = target;
    moving = null;
    light(null);
    if (moved != null) {
      moved.setOpacity(1);
      Target t = to == null ? null : targets.get(to);
      if (t != null) {
        model.place(moved.spot().path(), t.item(), t.role());
      }
    }
  }

  private Node at(double x, double y) {
    for (Node n : targets.keySet()) {
      if (n.getScene() != null && n.localToScene(n.getBoundsInLocal()).contains(x, y)) {
        return n;
      }
    }
    return null;
  }

  private void light(Node n) {
    if (target != null) {
      target.setStyle("");
    }
    target = n;
    if (n != null) {
      n.setStyle("-fx-background-color: -ks-spruce-soft;");
    }
  }
}
