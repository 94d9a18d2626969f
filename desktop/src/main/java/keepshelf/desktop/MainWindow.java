package keepshelf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.arrivals.ArrivalsModel;
import keepshelf.desktop.bench.BenchView;
import keepshelf.desktop.duplicates.DuplicatesModel;
import keepshelf.desktop.duplicates.DuplicatesView;
import keepshelf.desktop.hosts.Cell;
import keepshelf.desktop.hosts.HostsModel;
import keepshelf.desktop.hosts.HostsView;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.projects.ProjectsModel;
import keepshelf.desktop.projects.ProjectsView;
import keepshelf.desktop.shelf.ShelfActions;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.shelf.ShelfView;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.shell.ShellView;
import keepshelf.desktop.shell.StartReport;
import keepshelf.desktop.shell.WindowStyle;
import keepshelf.desktop.sources.SourcesModel;
import keepshelf.desktop.sources.SourcesView;
import keepshelf.desktop.upkeep.Upkeep;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.MemoryKeeper;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The main window over one shelf: ties models, places and frame together. */
public final class MainWindow implements AutoCloseable {
  private final Stage stage;
  private final Shelf shelf;
  private final WorkList work = new WorkList(Platform::runLater);
  private final Pictures pictures = new Pictures(work);
  private final ShelfModel shelfModel;
  private final ShelfActions shelfActions;
  private final Upkeep upkeep;
  private boolean stale;
  private final HostsModel hostsModel;
  private final ArrivalsRoom arrivals;
  private final ShelfView boards;
  private final BenchRoom benchRoom;
  private final LikeRoom likeRoom;
  private final HostsView hosts;
  private final DuplicatesModel duplicatesModel;
  private final DuplicatesView duplicates;
  private final ProjectsModel projectsModel;
  private final ProjectsView projects;
  private final SourcesRoom sourcesRoom;
  private final ShellView shell;
  private final Standing standing;
  private final ShelfMenu menu;

  /** Builds the window; {@link #show()} opens it. */
  public MainWindow(Stage stage, Shelf shelf, Settings settings, FilePicker picker) {
    this.stage = stage;
    this.shelf = shelf;
    MemoryKeeper.watch(work, pictures);
    shelfModel = new ShelfModel(shelf, work);
    hostsModel = new HostsModel(shelf, work, shelfModel, this::refresh);
    arrivals = new ArrivalsRoom(shelf, settings, work, pictures, picker, this::refresh);
    shelfActions = new ShelfActions(shelf, work, this::recordsChanged, this::refresh);
    upkeep = new Upkeep(shelf, work, this::recordsChanged);
    likeRoom = new LikeRoom(shelf, work, pictures, shelfModel);
    boards =
        new ShelfView(
            shelfModel,
            shelfActions,
            shelf,
            pictures,
            new ShelfView.Ways(
                this::install,
                (item, finish) -> benchRoom().open(item, finish),
                item -> benchRoom().lay(item),
                items -> benchRoom().together(items),
                item -> benchRoom().photograph(item),
                likeRoom::like,
                likeRoom::paste,
                this::toSource));
    likeRoom.over(boards);
    benchRoom =
        new BenchRoom(shelf, settings, work, pictures, shelfModel, shelfActions, this::plan);
    benchRoom.onMade(this::refresh);
    hosts = new HostsView(hostsModel, shelf, pictures, picker);
    duplicatesModel = new DuplicatesModel(shelf, work, this::refresh);
    duplicates =
        new DuplicatesView(
            duplicatesModel, shelf, pictures, work, shelfModel.all(), shelfModel::card);
    projectsModel = new ProjectsModel(shelf, work, shelfModel, this::recordsChanged);
    projects =
        new ProjectsView(
            projectsModel,
            shelf,
            work,
            pictures,
            picker,
            new ProjectsView.Ways(this::search, this::planIn));
    sourcesRoom =
        new SourcesRoom(
            shelf,
            work,
            pictures,
            picker,
            shelfModel,
            arrivals.model(),
            this::refresh,
            this::search);
    menu = new ShelfMenu(stage, settings, picker, upkeep, shelfModel);
    menu.onImported(shelfActions::did);
    menu.onSearch(this::search);
    menu.onLike(this::like);
    shell =
        new ShellView(
            List.of(
                arrivals.place(),
                boards,
                benchRoom.place(),
                hosts,
                duplicates,
                projects,
                sourcesRoom.place()),
            work,
            shelf.folder().root().getFileName().toString(),
            menu.entries(),
            this::switchTheme);
    menu.over(shell);
    shell.openProperty().addListener(o -> catchUp());
    shell.onHelp(menu::guide);
    benchRoom.in(shell);
    standing = new Standing(stage, settings);
    Scene scene = new Scene(shell.root(), standing.width(), standing.height());
    WindowStyle.on(scene);
    standing.theme(shell.root());
    Drops.into(scene, this::drop);
    stage.setScene(scene);
    // Another window or the command line may have changed the shelf meanwhile.
    stage
        .focusedProperty()
        .addListener((o, was, is) -> {
          if (is) {
            shelfModel.refreshWhenChanged();
          }
        });
    stage.setTitle(Words.of("app.title"));
    standing.restore();
    open(standing.place(shell.places(), boards));
  }

  /** Opens the window, then reads the shelf: the window does not wait for it. */
  public void show() {
    shelfModel.begin(what -> StartReport.laidOut(stage.getScene(), what));
    stage.show();
    Platform.runLater(() -> {
      hostsModel.refresh();
      duplicatesModel.refresh();
      hostsModel.resume();
      duplicatesModel.searchWhenCheap();
      sourcesRoom.resume();
      upkeep.lookForColours();
      shell.openProperty().get().opened();
    });
  }

  /**
   * Reads the boards anew after records changed; the other places follow when they are opened, for
   * they look at files.
   */
  private void recordsChanged() {
    stale = true;
    shelfModel.refresh();
  }

  private void catchUp() {
    if (stale && shell.openProperty().get() != boards) {
      stale = false;
      hostsModel.refresh();
      duplicatesModel.refresh();
    }
  }

  /** Reads the shelf anew after something changed. */
  public void refresh() {
    stale = false;
    shelfModel.refresh();
    hostsModel.refresh();
    duplicatesModel.refresh();
  }

  /** Says when the window, the first boards and all items are laid out; for measuring starts. */
  void onRead(Consumer<String> what) {
    new StartReport(stage.getScene(), what)
        .on(!shelfModel.shown().isEmpty(), shelfModel.boardsRead(), shelfModel.foundProperty());
  }

  /** Shows what is chosen on the boards large. */
  public void look() {
    boards.look();
  }

  /** Shows the boards again. */
  public void closeLook() {
    boards.closeOver();
  }

  /** Shows something over the places. */
  public void showSheet(Region content) {
    shell.showSheet(content);
  }

  /** Takes away what was shown over the places. */
  public void closeSheet() {
    shell.closeSheet();
  }

  /** What opens addresses in the system's browser. */
  public void onBrowse(Consumer<String> what) {
    sourcesRoom.onBrowse(what);
  }

  /** What moves the whole shelf, with the window, to another folder. */
  public void onMove(Consumer<Path> what) {
    menu.onMove(what);
  }

  /** Shows what looks like a picture, over the boards. */
  public void like(Path picture) {
    open(boards);
    likeRoom.like(picture);
  }

  private void search(String words) {
    open(boards);
    shelfModel.wordsProperty().set(words);
  }

  /** Chooses the cells of an item in these hosts, so that it can be installed there. */
  private void planIn(String item, List<String> at) {
    open(hosts);
    at.forEach(h -> hostsModel.choose(new Cell(item, h), o -> o));
  }

  private void toSource(PackNews pack) {
    open(sourcesRoom.place());
    sourcesRoom.model().choose(pack.source(), pack.name());
  }

  private void install(String item) {
    plan(item, null, null);
  }

  /** Plans an item in the first host; its edition and finish may be null for the usual ones. */
  private void plan(String item, String resolution, Finish finish) {
    open(hosts);
    if (!hostsModel.hosts().isEmpty()) {
      hostsModel.choose(
          new Cell(item, hostsModel.hosts().getFirst().name()),
          o -> {
            InstallOptions at = resolution == null ? o : o.at(resolution);
            return finish == null ? at : at.finished(finish);
          });
    }
  }

  /** Opens a place. */
  public void open(Place p) {
    shell.openProperty().set(p == bench() ? benchRoom.place() : p);
  }

  /** All places, in the order of their spines. */
  List<Place> places() {
    return shell.places();
  }

  /** The place of what came in. */
  public Place arrivals() {
    return arrivals.place();
  }

  /** The place of what there is. */
  public Place boards() {
    return boards;
  }

  /** The place where items are judged and adjusted. */
  public BenchView bench() {
    return benchRoom.bench();
  }

  /** The bench, and what is opened in its stead. */
  BenchRoom benchRoom() {
    return benchRoom;
  }

  /** The place of what is set up where. */
  public Place hosts() {
    return hosts;
  }

  /** The place of what is there twice. */
  public Place duplicates() {
    return duplicates;
  }

  /** The place of jobs. */
  public ProjectsView projects() {
    return projects;
  }

  /** The place of who things came from. */
  public SourcesView sources() {
    return sourcesRoom.place();
  }

  /** What there is to say of sources. */
  public SourcesModel sourcesModel() {
    return sourcesRoom.model();
  }

  /** The state of the jobs. */
  public ProjectsModel projectsModel() {
    return projectsModel;
  }

  /** The state of what is there twice. */
  public DuplicatesModel duplicatesModel() {
    return duplicatesModel;
  }

  /** The state of the arrivals. */
  public ArrivalsModel arrivalsModel() {
    return arrivals.model();
  }

  /** The state of the boards. */
  public ShelfModel shelfModel() {
    return shelfModel;
  }

  /** What is done to the items on the boards. */
  public ShelfActions shelfActions() {
    return shelfActions;
  }

  /** What the shelf's menu opens. */
  public ShelfMenu menu() {
    return menu;
  }

  /** What is done to the whole shelf. */
  public Upkeep upkeep() {
    return upkeep;
  }

  /** The state of the fitting table. */
  public HostsModel hostsModel() {
    return hostsModel;
  }

  /** Background work. */
  public WorkList work() {
    return work;
  }

  /** Pictures on their way. */
  public Pictures pictures() {
    return pictures;
  }

  /** Day to lamp and back, at once. */
  public void switchTheme() {
    standing.switchTheme(shell.root());
  }

  /** Files or folders were dropped on the window: they become arrivals. */
  public void drop(List<Path> paths) {
    open(arrivals.place());
    arrivals.add(paths);
  }

  @Override
  public void close() {
    standing.keep(shell.openProperty().get());
    arrivals.model().stopWatching();
    benchRoom.close();
    sourcesRoom.close();
    work.close();
    arrivals.model().dismissAll();
    shelf.close();
  }
}
