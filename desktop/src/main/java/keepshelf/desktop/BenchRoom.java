package keepshelf.desktop;

import java.util.List;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.Making;
import keepshelf.core.model.ItemKind;
import keepshelf.desktop.bench.BenchActions;
import keepshelf.desktop.bench.BenchView;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.ensemble.EnsembleModel;
import keepshelf.desktop.ensemble.EnsemblePlace;
import keepshelf.desktop.making.LayingModel;
import keepshelf.desktop.making.LayingPlace;
import keepshelf.desktop.photo.PhotoModel;
import keepshelf.desktop.photo.PhotoPlace;
import keepshelf.desktop.shelf.ShelfActions;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.shell.ChangingPlace;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.shell.ShellView;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/**
 * The bench, and what is opened in its stead: laying units, putting items together, photographs.
 */
final class BenchRoom implements AutoCloseable {
  private final ShelfModel shelfModel;
  private final BenchModel model;
  private final BenchView bench;
  private final LayingModel layingModel;
  private final ChangingPlace place;
  private final Shelf shelf;
  private final EnsembleModel ensembleModel;
  private LayingPlace laying;
  private EnsemblePlace ensemble;
  private final PhotoModel photoModel;
  private PhotoPlace photo;
  private ShellView shell;
  private Runnable made = () -> {};

  /** The ensemble whose parts are shown because it was chosen, or null. */
  private String followed;

  BenchRoom(
      Shelf shelf,
      Settings settings,
      WorkList work,
      Pictures pictures,
      ShelfModel shelfModel,
      ShelfActions actions,
      BenchActions.Installing install) {
    this.shelfModel = shelfModel;
    model = new BenchModel(shelf, settings.beside("bench.json"));
    bench = new BenchView(model, work, pictures, shelfModel::all, actions::finishes, install);
    place = new ChangingPlace(bench);
    layingModel = new LayingModel(shelf, work, () -> made.run());
    ensembleModel = new EnsembleModel(shelf, work, m -> put(actions, "ensemble.put", m));
    photoModel = new PhotoModel(shelf, work, m -> put(actions, "photo.put", m));
    this.shelf = shelf;
    bench.onMake(actions::make, this::lay);
  }

  /** What is called after something was put on the shelf. */
  void onMade(Runnable what) {
    made = what;
  }

  /** The frame that it stands in. */
  void in(ShellView frame) {
    shell = frame;
    shell.openProperty().addListener(o -> follow());
    shelfModel.taggedProperty().addListener(o -> follow());
  }

  /** Shows what is chosen, as soon as it is opened and as long as it is open. */
  private void follow() {
    List<ShelvedItem> chosen = shelfModel.taggedProperty().get();
    if (shell.openProperty().get() != place || chosen.size() != 1) {
      return;
    }
    ShelvedItem one = chosen.getFirst();
    if (one.item().kind() == ItemKind.ENSEMBLE) {
      if (!one.item().id().equals(followed)) {
        together(chosen);
      }
    } else if (BenchModel.takes(one.item().kind())) {
      if (followed != null) {
        followed = null;
        place.leave();
        shell.renew();
      }
      boolean first = model.itemProperty().get() == null;
      model.open(chosen.getFirst());
      if (first) {
        shell.renew();
      }
    }
  }

  /** Lays an item on the bench, with a finish by its name or null for a new one. */
  void open(ShelvedItem item, String finish) {
    model.open(item, finish);
    place.leave();
    shell.openProperty().set(place);
  }

  /** Opens what lays units of an item. */
  void lay(ShelvedItem item) {
    // Made when it is wanted: the window's start does not wait for it.
    if (laying == null) {
      laying = new LayingPlace(layingModel, shelf.previews(), shelfModel::all, this::leave);
    }
    laying.begin(item);
    place.enter(laying);
    shell.openProperty().set(place);
    shell.renew();
  }

  /** Opens what puts items together, or changes the ensemble that is the only one. */
  void together(List<ShelvedItem> items) {
    followed = items.size() == 1 ? items.getFirst().item().id() : null;
    if (ensemble == null) {
      ensemble =
          new EnsemblePlace(
              ensembleModel,
              shelfModel::all,
              id -> shelf.catalogue().item(id).orElse(null),
              this::leave);
    }
    ensemble.begin(items);
    place.enter(ensemble);
    shell.openProperty().set(place);
    shell.renew();
  }

  /** Opens what makes a material of an item's picture. */
  void photograph(ShelvedItem item) {
    if (photo == null) {
      photo = new PhotoPlace(photoModel, this::leave);
    }
    photo.begin(item);
    place.enter(photo);
    shell.openProperty().set(place);
    shell.renew();
  }

  PhotoModel photoModel() {
    return photoModel;
  }

  /** What was put on the shelf can be taken back from it. */
  private void put(ShelfActions actions, String word, Making.Made done) {
    actions.done(Words.of(word, done.item().item().name()), done);
    leave();
    made.run();
  }

  private void leave() {
    followed = null;
    place.leave();
    shell.renew();
  }

  Place place() {
    return place;
  }

  BenchView bench() {
    return bench;
  }

  BenchModel model() {
    return model;
  }

  EnsembleModel ensembleModel() {
    return ensembleModel;
  }

  LayingModel layingModel() {
    return layingModel;
  }

  @Override
  public void close() {
    model.remember();
    bench.close();
    layingModel.close();
    ensembleModel.close();
    photoModel.close();
    if (laying != null) {
      laying.close();
    }
  }
}
