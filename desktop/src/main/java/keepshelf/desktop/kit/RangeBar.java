package keepshelf.desktop.kit;

import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;

/**
 * A bar from 0 to 1 with two thumbs: what lies between them. Either may stand at either end. The
 * arrows move the thumb that has the focus.
 */
public final class RangeBar extends Region {
  /**
   * Where the thumbs stand.
   *
   * @param first of the thumb for the lower end, 0..1
   * @param second of the thumb for the upper end, 0..1
   */
  public record Ends(double first, double second) {
    /** All of it. */
    public static final Ends WHOLE = new Ends(0, 1);
  }

  private static final double THUMB = 6;
  private static final double TALL = 12;
  private static final double STEP = 0.01;

  private final ReadOnlyObjectWrapper<Ends> ends = new ReadOnlyObjectWrapper<>(Ends.WHOLE);
  private final Region track = new Region();
  private final Region between = new Region();
  private final Region first = new Region();
  private final Region second = new Region();

  /** A bar that is called {@code name} by a screen reader, its thumbs by their own words. */
  public RangeBar(String name, String firstName, String secondName) {
    getStyleClass().add("range-bar");
    track.getStyleClass().add("range-track");
    between.getStyleClass().add("range-between");
    setAccessibleText(name);
    setMinSize(60, 16);
    setPrefHeight(16);
    thumb(first, name + ", " + firstName, true);
    thumb(second, name + ", " + secondName, false);
    getChildren().addAll(track, between, first, second);
    setOnMousePressed(e -> {
      boolean nearFirst =
          Math.abs(e.getX() - at(ends.get().first()))
              <= Math.abs(e.getX() - at(ends.get().second()));
      (nearFirst ? first : second).requestFocus();
      drag(nearFirst, e.getX());
    });
    setOnMouseDragged(e -> drag(first.isFocused(), e.getX()));
    ends.addListener(o -> requestLayout());
  }

  /** Where the thumbs stand. */
  public ReadOnlyObjectProperty<Ends> endsProperty() {
    return ends.getReadOnlyProperty();
  }

  /** Puts the thumbs somewhere. */
  public void set(double low, double high) {
    ends.set(new Ends(low, high));
  }

  private void thumb(Region t, String name, boolean isFirst) {
    t.getStyleClass().add("range-thumb");
    t.setFocusTraversable(true);
    t.setAccessibleRole(AccessibleRole.SLIDER);
    t.setAccessibleText(name);
    t.setOnKeyPressed(e -> {
      double step = e.getCode() == KeyCode.LEFT ? -STEP : e.getCode() == KeyCode.RIGHT ? STEP : 0;
      if (step != 0) {
        double now = isFirst ? ends.get().first() : ends.get().second();
        move(isFirst, now + (e.isShiftDown() ? 10 : 1) * step);
        e.consume();
      }
    });
  }

  private double room() {
    return Math.max(1, getWidth() - THUMB);
  }

  private double at(double share) {
    return THUMB / 2 + share * room();
  }

  private void drag(boolean isFirst, double x) {
    move(isFirst, (x - THUMB / 2) / room());
  }

  private void move(boolean isFirst, double to) {
    double v = Math.round(Math.clamp(to, 0, 1) / STEP) * STEP;
    Ends e = ends.get();
    ends.set(isFirst ? new Ends(v, e.second()) : new Ends(e.first(), v));
  }

  @Override
  protected void layoutChildren() {
    double middle = getHeight() / 2;
    double a = at(ends.get().first());
    double b = at(ends.get().second());
    track.resizeRelocate(THUMB / 2, middle - 1.5, room(), 3);
    between.resizeRelocate(Math.min(a, b), middle - 1.5, Math.abs(b - a), 3);
    first.resizeRelocate(a - THUMB / 2, middle - TALL / 2, THUMB, TALL);
    second.resizeRelocate(b - THUMB / 2, middle - TALL / 2, THUMB, TALL);
  }
}
