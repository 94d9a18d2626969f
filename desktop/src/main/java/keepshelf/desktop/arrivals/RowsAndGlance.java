package keepshelf.desktop.arrivals;

import javafx.scene.control.ListView;
import javafx.scene.layout.Region;
import keepshelf.core.recognise.found.RecognisedItem;

/** The rows of the table at their height, and what is looked at below them if there is room. */
final class RowsAndGlance extends Region {
  private static final double ROW = 66;

  private final ListView<RecognisedItem> rows;
  private final Glance glance;

  RowsAndGlance(ListView<RecognisedItem> rows, Glance glance) {
    this.rows = rows;
    this.glance = glance;
    getChildren().addAll(rows, glance);
    rows.getItems().addListener((javafx.beans.Observable o) -> requestLayout());
  }

  @Override
  protected void layoutChildren() {
    double width = getWidth();
    double needed = rows.getItems().size() * (ROW + 1) + 2;
    boolean room = getHeight() - needed >= Glance.LEAST;
    glance.setVisible(room);
    double above = room ? needed : getHeight();
    rows.resizeRelocate(0, 0, width, above);
    glance.resizeRelocate(0, above, width, Math.max(0, getHeight() - above));
  }
}
