package keepshelf.desktop.kit;

import java.util.List;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Arc;
import javafx.scene.shape.ArcType;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Rectangle;
import javafx.scene.shape.Shape;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.desktop.words.Words;

/** The project's own signs, drawn as shapes, each with a tooltip and an accessible text. */
public final class Signs {
  /** States of an installation, as signs know them. */
  public enum State {
    CURRENT,
    OTHER,
    OUTDATED,
    ALTERED,
    MISSING,
    ABSENT,
    CANNOT
  }

  private static final List<Set<String>> STEPS =
      List.of(Set.of("512"), Set.of("1K"), Set.of("2K"), Set.of("4K"), Set.of("8K", "16K"));

  private Signs() {}

  /** Five steps, filled where a resolution is on disk. */
  public static Node staircase(List<String> resolutions) {
    return staircase(resolutions, List.of());
  }

  /** Five steps, filled where a resolution is on disk, outlined where it can be had. */
  public static Node staircase(List<String> resolutions, List<String> offered) {
    HBox box = new HBox(1.5);
    box.setAlignment(Pos.BOTTOM_LEFT);
    for (int i = 0; i < STEPS.size(); i++) {
      boolean has = resolutions.stream().anyMatch(STEPS.get(i)::contains);
      Rectangle step = new Rectangle(4, 3 + 2 * i);
      boolean open = offered.stream().anyMatch(STEPS.get(i)::contains);
      step.getStyleClass().add(has ? "step-full" : open ? "step-open" : "step-none");
      box.getChildren().add(step);
    }
    box.setMaxHeight(12);
    String here = resolutions.isEmpty() ? "—" : String.join(", ", resolutions);
    return told(
        box,
        offered.isEmpty() ? here : Words.of("steps.offered", here, String.join(", ", offered)));
  }

  /** A rating as a tally: as many strokes, the fifth across the others. */
  public static Node tally(int rating) {
    Pane box = new Pane();
    for (int i = 0; i < Math.min(rating, 4); i++) {
      box.getChildren().add(styled(new Line(2 + 3.5 * i, 1, 2 + 3.5 * i, 11), "tally"));
    }
    if (rating >= 5) {
      box.getChildren().add(styled(new Line(0, 9.5, 15, 2.5), "tally"));
    }
    box.setMinSize(22, 12);
    box.setMaxSize(22, 12);
    return told(box, Words.of("card.rating", rating));
  }

  /** The sign of a licence class. */
  public static Node licence(LicenceClass c) {
    Shape s =
        switch (c) {
          case ANY_USE -> styled(new Circle(4.6), "sign-moss");
          case CREDIT -> styled(new Polygon(0, 9, 5, 0, 10, 9), "sign-woad");
          case LIMITED -> styled(new Rectangle(8.6, 8.6), "sign-ochre");
          case UNKNOWN -> styled(new Polygon(5, 0, 10, 5, 5, 10, 0, 5), "sign-madder");
        };
    return told(s, licenceWords(c));
  }

  /** A licence class in words. */
  public static String licenceWords(LicenceClass c) {
    return Words.of(
        switch (c) {
          case ANY_USE -> "licence.any";
          case CREDIT -> "licence.credit";
          case LIMITED -> "licence.limited";
          case UNKNOWN -> "licence.unknown";
        });
  }

  /** The sign of an installation's state. */
  public static Node state(State s) {
    Node n =
        switch (s) {
          case CURRENT -> styled(new Circle(4.8), "sign-moss");
          case OTHER -> {
            Arc half = new Arc(5, 5, 4.6, 4.6, 90, 180);
            half.setType(ArcType.CHORD);
            Circle ring = new Circle(5, 5, 4.6);
            ring.setStyle("-fx-fill: transparent; -fx-stroke: -ks-woad;");
            yield new Pane(ring, styled(half, "sign-woad"));
          }
          case OUTDATED -> styled(new Polygon(0, 9, 5, 0, 10, 9), "sign-ochre");
          case ALTERED, MISSING ->
              new Pane(
                  styled(new Line(1, 1, 9, 9), "sign-line"),
                  styled(new Line(1, 9, 9, 1), "sign-line"));
          case ABSENT -> styled(new Circle(4.6), "sign-hollow");
          case CANNOT -> styled(new Line(0, 0, 12, 0), "sign-hollow");
        };
    StackPane box = new StackPane(n);
    box.setMinSize(12, 12);
    box.setMaxSize(12, 12);
    return told(box, stateWords(s));
  }

  /** A state in words. */
  public static String stateWords(State s) {
    return Words.of("hosts.state." + s.name().toLowerCase(java.util.Locale.ROOT));
  }

  /** The corner mark of a decided (dot) or asking (lozenge) cell. */
  public static Node corner(boolean asks) {
    Shape s =
        asks
            ? styled(new Polygon(5, 0, 10, 5, 5, 10, 0, 5), "sign-ochre")
            : styled(new Circle(4.2), "sign-moss");
    s.getStyleClass().add("corner-edge");
    return s;
  }

  private static Shape styled(Shape s, String style) {
    s.getStyleClass().add(style);
    return s;
  }

  private static Node told(Node n, String text) {
    n.setAccessibleText(text);
    // Only few of very many signs are ever pointed at, and a tooltip is a window of its own.
    n.setOnMouseEntered(e -> {
      Tooltip.install(n, new Tooltip(text));
      n.setOnMouseEntered(null);
    });
    return n;
  }
}
