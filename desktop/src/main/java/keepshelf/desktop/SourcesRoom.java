package keepshelf.desktop;

import java.nio.file.Path;
import java.util.function.Consumer;
import keepshelf.core.Shelf;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.desktop.arrivals.ArrivalsModel;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.sources.SourcesModel;
import keepshelf.desktop.sources.SourcesView;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The place of sources with what it needs of the others. */
final class SourcesRoom implements AutoCloseable {
  private final ArrivalsModel arrivals;
  private final SourcesModel model;
  private final SourcesView view;
  private Consumer<String> browser = address -> {};

  /**
   * Over a shelf.
   *
   * @param filed is called after something came onto the shelf
   * @param toShelf shows what is found by a query on the boards
   */
  SourcesRoom(
      Shelf shelf,
      WorkList work,
      Pictures pictures,
      FilePicker picker,
      ShelfModel boards,
      ArrivalsModel arrivals,
      Runnable filed,
      Consumer<String> toShelf) {
    this.arrivals = arrivals;
    model = new SourcesModel(shelf, work, boards, filed, this::arrived);
    view =
        new SourcesView(
            model,
            shelf,
            pictures,
            picker,
            new SourcesView.Ways(toShelf, address -> browser.accept(address)));
  }

  /** What was fetched and is a question is looked at in Arrivals, its record filled in already. */
  private void arrived(Fetch f, Path at) {
    arrivals.add(at, f.filing(null));
  }

  /** Goes on with what was being fetched, and asks what is due. */
  void resume() {
    model.fetches().resume();
    model.askDue();
  }

  /** What opens addresses in the system's browser. */
  void onBrowse(Consumer<String> what) {
    browser = what;
  }

  /** The place. */
  SourcesView place() {
    return view;
  }

  /** Its state. */
  SourcesModel model() {
    return model;
  }

  @Override
  public void close() {
    model.close();
  }
}
