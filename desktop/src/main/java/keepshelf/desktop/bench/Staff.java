package keepshelf.desktop.bench;

import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import javafx.scene.shape.SVGPath;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;

/**
 * Something of known size that stands beside the object: a staff (one metre in ten parts, or less
 * for less), a hand or a standing person, in outline.
 */
final class Staff extends Pane {
  /** What stands there. */
  enum Kind {
    STAFF(1, 9),
    HAND(0.185, 52),
    PERSON(1.75, 30);

    private final double metres;

    /** Width of what is drawn, where its height is a hundred; of the staff in points. */
    private final double wide;

    Kind(double metres, double wide) {
      this.metres = metres;
      this.wide = wide;
    }

    /** The next one; null after the last. */
    static Kind after(Kind k) {
      return k == null ? STAFF : k == PERSON ? null : values()[k.ordinal() + 1];
    }
  }

  private static final int PARTS = 10;

  /** Plain outlines, a hundred high. */
  private static final String HAND =
      "M18 100 L16 72 L3 52 C-1 46 6 41 11 46 L21 58 L19 22 C19 16 26 16 26 22 L28 46 L30 7"
          + " C30 1 37 1 37 7 L37 46 L41 12 C41 6 48 6 47 13 L44 48 L48 26 C49 21 55 22 54 28"
          + " L50 64 C49 76 47 81 45 86 L45 100 Z";

  private static final String PERSON =
      "M15 1 C19 1 20 5 19.5 8 C19 11 17.5 13 17.5 14.5 C21 15.5 24 17 25 21 L27.5 48 L25.5 53"
          + " L23.5 48 L22 30 L22 58 L21 97 L24.5 100 L17 100 L15.5 62 L14.5 62 L13 100 L5.5 100"
          + " L9 97 L8 58 L8 30 L6.5 48 L4.5 53 L2.5 48 L5 21 C6 17 9 15.5 12.5 14.5 C12.5 13 11 11"
          + " 10.5 8 C10 5 11 1 15 1 Z";

  private final Rectangle[] parts = new Rectangle[PARTS];
  private final SVGPath outline = new SVGPath();
  private final Label length = Kit.label("", "on-picture");
  private Kind kind;
  private double high;

  Staff() {
    setId("bench-staff");
    setMouseTransparent(true);
    setVisible(false);
    for (int i = 0; i < PARTS; i++) {
      parts[i] = new Rectangle(Kind.STAFF.wide, 1);
      parts[i].getStyleClass().add(i % 2 == 0 ? "staff-light" : "staff-dark");
    }
    outline.getStyleClass().add("staff-outline");
    outline.getTransforms().add(scale);
    getChildren().addAll(parts);
    getChildren().addAll(outline, length);
  }

  private final javafx.scene.transform.Scale scale = new javafx.scene.transform.Scale(1, 1);

  /** Shows the next thing, or nothing after the last. */
  void next() {
    kind = Kind.after(kind);
    setVisible(kind != null);
    for (Rectangle r : parts) {
      r.setVisible(kind == Kind.STAFF);
    }
    outline.setVisible(kind != Kind.STAFF);
    outline.setContent(kind == Kind.HAND ? HAND : PERSON);
  }

  /**
   * Shows it in true size; of a staff as much as can be seen whole.
   *
   * @param room points above the floor that it stands on
   */
  void show(double metresPerPoint, double room) {
    if (metresPerPoint <= 0 || kind == null) {
      return;
    }
    double metres = kind == Kind.STAFF ? staff(metresPerPoint, room) : kind.metres;
    high = metres / metresPerPoint;
    double part = high / PARTS;
    for (int i = 0; i < PARTS; i++) {
      parts[i].setY(i * part);
      parts[i].setHeight(part);
    }
    scale.setX(high / 100);
    scale.setY(high / 100);
    // The line stays as thin whatever the size.
    outline.setStrokeWidth(150 / Math.max(1, high));
    double wide = kind == Kind.STAFF ? kind.wide : kind.wide * high / 100;
    length.setText(
        kind == Kind.STAFF
            ? TrueRule.words(metres)
            : Words.of(
                "bench.staff." + kind.name().toLowerCase(java.util.Locale.ROOT),
                TrueRule.words(metres)));
    // Of what is higher than the picture the foot is seen at least.
    length.relocate(wide + 5, high > room ? Math.max(0, high - 22) : 0);
    setAccessibleText(length.getText());
  }

  private static double staff(double metresPerPoint, double room) {
    double metres = 1;
    while (metres / metresPerPoint > room * 0.92) {
      metres /= 10;
    }
    while (metres / metresPerPoint < room * 0.06 && metres < 10) {
      metres *= 10;
    }
    return metres;
  }

  @Override
  protected double computePrefWidth(double height) {
    return kind == null || kind == Kind.STAFF ? Kind.STAFF.wide : kind.wide * high / 100;
  }

  @Override
  protected double computePrefHeight(double width) {
    return high;
  }
}
