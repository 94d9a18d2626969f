package keepshelf.desktop.kit;

import javafx.scene.control.ListView;
import javafx.scene.layout.Region;

/** The rows of a list at their height, and something below them if there is room for it. */
public final class RowsAndRest extends Region {
  private final ListView<?> rows;
  private final Region rest;
  private final double row;
  private final double least;

  /**
   * A list above something else.
   *
   * @param row height of a row, in points
   * @param least height below which {@code rest} is not shown
   */
  public RowsAndRest(ListView<?> rows, Region rest, double row, double least) {
    this.rows = rows;
    this.rest = rest;
    this.row = row;
    this.least = least;
    getChildren().addAll(rows, rest);
    rows.getItems().addListener((javafx.beans.Observable o) -> requestLayout());
  }

  @Override
  protected void layoutChildren() {
    double needed = rows.getItems().size() * row + 2;
    boolean room = getHeight() - needed >= least;
    double above = room ? needed : getHeight();
    rest.setVisible(room);
    rows.resizeRelocate(0, 0, getWidth(), above);
    rest.resizeRelocate(0, above, getWidth(), Math.max(0, getHeight() - above));
  }
}
