package keepshelf.desktop.bench;

import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;

/** A staff in true size that stands beside the object: one metre in ten parts, or less for less. */
final class Staff extends Pane {
  private static final double WIDTH = 9;
  private static final int PARTS = 10;

  private final Rectangle[] parts = new Rectangle[PARTS];
  private final Label length = Kit.label("", "on-picture");
  private double high;

  Staff() {
    setId("bench-staff");
    setMouseTransparent(true);
    for (int i = 0; i < PARTS; i++) {
      parts[i] = new Rectangle(WIDTH, 1);
      parts[i].getStyleClass().add(i % 2 == 0 ? "staff-light" : "staff-dark");
    }
    getChildren().addAll(parts);
    getChildren().add(length);
  }

  /**
   * Shows as much of a staff as can be seen whole.
   *
   * @param room points above the floor that it stands on
   */
  void show(double metresPerPoint, double room) {
    if (metresPerPoint <= 0) {
      return;
    }
    double metres = 1;
    while (metres / metresPerPoint > room * 0.92) {
      metres /= 10;
    }
    while (metres / metresPerPoint < room * 0.06 && metres < 10) {
      metres *= 10;
    }
    high = metres / metresPerPoint;
    double part = high / PARTS;
    for (int i = 0; i < PARTS; i++) {
      parts[i].setY(i * part);
      parts[i].setHeight(part);
    }
    length.setText(TrueRule.words(metres));
    length.relocate(WIDTH + 5, 0);
    setAccessibleText(TrueRule.words(metres));
  }

  @Override
  protected double computePrefHeight(double width) {
    return high;
  }
}
