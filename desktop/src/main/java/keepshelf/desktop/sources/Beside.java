package keepshelf.desktop.sources;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.ListChangeListener;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.desktop.work.WorkList;

/**
 * What was fetched of the chosen pack and is not filed yet, opened so that it can be lit as what is
 * on the shelf is.
 */
final class Beside {
  private final Shelf shelf;
  private final WorkList work;
  private final SourcesModel model;
  private final ReadOnlyObjectWrapper<Opened> opened = new ReadOnlyObjectWrapper<>();
  private String wanted;

  /**
   * An opened arrival.
   *
   * @param fetch that brought it
   * @param arrival what it is
   * @param item of it that stands for the item on the shelf
   * @param ours that item, or null
   */
  record Opened(Fetch fetch, Arrival arrival, RecognisedItem item, ItemCard ours) {}

  Beside(Shelf shelf, WorkList work, SourcesModel model) {
    this.shelf = shelf;
    this.work = work;
    this.model = model;
    model.packProperty().addListener(o -> refresh());
    model.fetches().going().addListener((ListChangeListener<Going>) c -> refresh());
  }

  /** What is open, or null. */
  ReadOnlyObjectProperty<Opened> openedProperty() {
    return opened.getReadOnlyProperty();
  }

  private void refresh() {
    PackNews p = model.packProperty().get();
    Fetch f = p == null ? null : model.waitsForALook(p).orElse(null);
    String id = f == null ? null : f.id();
    if (id == null ? wanted == null : id.equals(wanted)) {
      return;
    }
    wanted = id;
    close(opened.get());
    opened.set(null);
    if (f != null) {
      Optional<ItemCard> ours = p.packs().stream().findFirst().flatMap(model::first);
      work.note(() -> open(f, ours.orElse(null)));
    }
  }

  private void open(Fetch f, ItemCard ours) {
    Arrival a = shelf.read(model.fetches().queue().arrived(f).toString(), Progress.NONE);
    RecognisedItem item =
        a.recognition().items().stream()
            .filter(i -> ours != null && i.name().equalsIgnoreCase(ours.name()))
            .findFirst()
            .or(() -> a.recognition().items().stream().findFirst())
            .orElse(null);
    Opened now = new Opened(f, a, item, ours);
    work.ui(() -> {
      if (f.id().equals(wanted) && item != null) {
        opened.set(now);
      } else {
        close(now);
      }
    });
  }

  /** Forgets what is open, when the window closes; what was fetched stays. */
  void close() {
    if (opened.get() != null) {
      shelf.dismiss(opened.get().arrival());
    }
  }

  private void close(Opened o) {
    if (o != null) {
      work.note(() -> shelf.dismiss(o.arrival()));
    }
  }
}
