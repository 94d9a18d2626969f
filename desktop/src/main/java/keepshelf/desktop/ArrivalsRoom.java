package keepshelf.desktop;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.Shelf;
import keepshelf.desktop.arrivals.ArrivalsModel;
import keepshelf.desktop.arrivals.ArrivalsView;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The place of what came in, with what is kept of it between two starts. */
final class ArrivalsRoom {
  private final ArrivalsModel model;
  private final ArrivalsView view;

  /**
   * Over a shelf.
   *
   * @param filed is called after something came onto the shelf
   */
  ArrivalsRoom(
      Shelf shelf,
      Settings settings,
      WorkList work,
      Pictures pictures,
      FilePicker picker,
      Runnable filed) {
    model = new ArrivalsModel(shelf, work, filed);
    view = new ArrivalsView(model, work, pictures, picker);
    model.removeArchivesProperty().set(settings.get("remove-archives", "no").equals("yes"));
    model
        .removeArchivesProperty()
        .addListener((o, was, is) -> settings.put("remove-archives", is ? "yes" : "no"));
    String watched = settings.get("watch", "");
    if (!watched.isEmpty() && Files.isDirectory(Path.of(watched))) {
      model.watch(Path.of(watched));
    }
    model
        .watchedProperty()
        .addListener((o, was, is) -> settings.put("watch", is == null ? "" : is.toString()));
  }

  /** The place. */
  ArrivalsView place() {
    return view;
  }

  /** Its state. */
  ArrivalsModel model() {
    return model;
  }

  /** Downloads become arrivals. */
  void add(List<Path> paths) {
    model.add(paths);
  }
}
