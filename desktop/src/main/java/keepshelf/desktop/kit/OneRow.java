package keepshelf.desktop.kit;

import java.util.List;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.Region;
import keepshelf.desktop.words.Words;

/** Buttons in one row; those for which there is no room are in a menu at its end. */
public final class OneRow extends Region {
  private static final double GAP = 4;

  private final Button more = Kit.button(Words.of("shelf.more"), () -> {}, "pill");
  private List<Button> buttons = List.of();

  /** An empty row. */
  public OneRow() {
    more.setId("shelf-more");
    more.setAccessibleText(Words.of("shelf.more.tip"));
    more.setOnAction(e -> menu().show(more, Side.BOTTOM, 0, 4));
    setMinWidth(0);
  }

  /** Shows these from now on, in this order. */
  public void show(List<Button> all) {
    buttons = List.copyOf(all);
    getChildren().setAll(buttons);
    getChildren().add(more);
    requestLayout();
  }

  /** What a menu of {@code b} hangs on: itself, or the menu that holds it. */
  public Button holder(Button b) {
    return b.isVisible() ? b : more;
  }

  private ContextMenu menu() {
    ContextMenu m = new ContextMenu();
    for (Button b : buttons) {
      if (!b.isVisible()) {
        MenuItem i = new MenuItem(b.getText());
        i.setOnAction(e -> b.fire());
        m.getItems().add(i);
      }
    }
    return m;
  }

  @Override
  protected double computePrefHeight(double width) {
    return more.prefHeight(-1);
  }

  @Override
  protected void layoutChildren() {
    double all = buttons.stream().mapToDouble(b -> b.prefWidth(-1) + GAP).sum() - GAP;
    boolean fits = all <= getWidth();
    double room = fits ? getWidth() : getWidth() - more.prefWidth(-1) - GAP;
    double x = 0;
    boolean full = false;
    for (Button b : buttons) {
      double w = b.prefWidth(-1);
      full |= x + w > room + 0.5;
      b.setVisible(!full);
      if (!full) {
        place(b, x, w);
        x += w + GAP;
      }
    }
    more.setVisible(!fits);
    place(more, x, more.prefWidth(-1));
  }

  private void place(Button b, double x, double w) {
    double h = b.prefHeight(-1);
    b.resizeRelocate(x, Math.round((getHeight() - h) / 2), w, h);
  }
}
