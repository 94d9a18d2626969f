package keepshelf.desktop.finish;

import java.io.IOException;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.preview.FinishPreview;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/**
 * The pictures of a material as delivered and with the finish that is tried, made in the
 * background: while one is made only the latest wish is kept.
 */
final class TriedPictures {
  private static final int SIDE = 440;

  private record Wish(Finish finish, Lit lit) {}

  private final Shelf shelf;
  private final ShelvedItem item;
  private final WorkList work;
  private final ObjectProperty<Picture> delivered = new SimpleObjectProperty<>();
  private final ObjectProperty<Picture> finished = new SimpleObjectProperty<>();
  private FinishPreview preview;
  private Lit deliveredLit;
  private Wish wish;
  private boolean busy;

  TriedPictures(Shelf shelf, ShelvedItem item, WorkList work) {
    this.shelf = shelf;
    this.item = item;
    this.work = work;
  }

  /** Whether a picture is still being made. */
  boolean isBusy() {
    return busy;
  }

  /** As delivered. */
  ObservableValue<Picture> delivered() {
    return delivered;
  }

  /** With the finish. */
  ObservableValue<Picture> finished() {
    return finished;
  }

  /** Wants both anew; on the interface thread. */
  void want(Finish finish, Lit lit) {
    wish = new Wish(finish, lit);
    if (!busy) {
      next();
    }
  }

  private void next() {
    Wish now = wish;
    wish = null;
    if (now == null) {
      return;
    }
    busy = true;
    boolean both = !now.lit().equals(deliveredLit);
    FinishPreview has = preview;
    work.quietly(() -> {
      Picture before = null;
      Picture after = null;
      FinishPreview read = has;
      String trouble = null;
      try {
        read = has == null ? shelf.previews().finishing(item) : has;
        after = read.render(now.finish(), SIDE, now.lit());
        before = both ? read.render(null, SIDE, now.lit()) : null;
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        // Whatever it is, the next wish must be tried again.
        trouble = Words.of("finish.nopicture", item.item().name(), e.getMessage());
      }
      String said = trouble;
      FinishPreview made = read;
      Picture first = before;
      Picture second = after;
      work.ui(() -> {
        preview = made;
        if (first != null) {
          deliveredLit = now.lit();
          delivered.set(first);
        }
        if (second != null) {
          finished.set(second);
        }
        if (said != null) {
          work.problems().add(Problem.warning("preview", null, said));
        }
        busy = false;
        next();
      });
    });
  }
}
