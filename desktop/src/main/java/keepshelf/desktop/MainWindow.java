package keepshelf.desktop;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.arrivals.ArrivalsModel;
import keepshelf.desktop.arrivals.ArrivalsView;
import keepshelf.desktop.duplicates.DuplicatesModel;
import keepshelf.desktop.duplicates.DuplicatesView;
import keepshelf.desktop.hosts.HostsModel;
import keepshelf.desktop.hosts.HostsView;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.shelf.ShelfView;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.shell.ShellView;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The main window over one shelf: ties models, places and frame together. */
public final class MainWindow implements AutoCloseable {
  private static final List<String> FONTS =
      List.of(
          "HankenGrotesk-Regular",
          "HankenGrotesk-SemiBold",
          "Bitter-Medium",
          "Bitter-Bold",
          "JetBrainsMono-Regular");

  private final Stage stage;
  private final Shelf shelf;
  private final Settings settings;
  private final WorkList work = new WorkList(Platform::runLater);
  private final Pictures pictures = new Pictures(work);
  private final ShelfModel shelfModel;
  private final HostsModel hostsModel;
  private final ArrivalsModel arrivalsModel;
  private final ArrivalsView arrivals;
  private final ShelfView boards;
  private final HostsView hosts;
  private final DuplicatesModel duplicatesModel;
  private final DuplicatesView duplicates;
  private final ShellView shell;

  /** Builds the window; {@link #show()} opens it. */
  public MainWindow(Stage stage, Shelf shelf, Settings settings, FilePicker picker) {
    this.stage = stage;
    this.shelf = shelf;
    this.settings = settings;
    shelfModel = new ShelfModel(shelf, work);
    hostsModel = new HostsModel(shelf, work, this::refresh);
    arrivalsModel = new ArrivalsModel(shelf, work, this::refresh);
    arrivals = new ArrivalsView(arrivalsModel, work, pictures, picker);
    arrivalsModel.removeArchivesProperty().set(settings.get("remove-archives", "no").equals("yes"));
    arrivalsModel
        .removeArchivesProperty()
        .addListener((o, was, is) -> settings.put("remove-archives", is ? "yes" : "no"));
    String watched = settings.get("watch", "");
    if (!watched.isEmpty() && java.nio.file.Files.isDirectory(Path.of(watched))) {
      arrivalsModel.watch(Path.of(watched));
    }
    arrivalsModel
        .watchedProperty()
        .addListener((o, was, is) -> settings.put("watch", is == null ? "" : is.toString()));
    boards = new ShelfView(shelfModel, shelf, pictures, this::install);
    hosts = new HostsView(hostsModel, shelf, pictures, picker);
    duplicatesModel = new DuplicatesModel(shelf, work, this::refresh);
    duplicates = new DuplicatesView(duplicatesModel, shelf, pictures, work, shelfModel.all());
    shell =
        new ShellView(
            List.of(arrivals, boards, hosts, duplicates),
            work,
            shelf.folder().root().getFileName().toString(),
            this::switchTheme);
    double width = Math.max(900, settings.number("width", 1280));
    double height = Math.max(600, settings.number("height", 800));
    Scene scene = new Scene(shell.root(), width, height);
    style(scene);
    if (settings.get("theme", "day").equals("lamp")) {
      shell.root().getStyleClass().add("lamp");
    }
    scene.setOnDragOver(this::dragOver);
    scene.setOnDragDropped(this::dropped);
    stage.setScene(scene);
    stage.setTitle(Words.of("app.title"));
    stage.setMinWidth(900);
    stage.setMinHeight(600);
    String place = settings.get("place", boards.name());
    shell
        .openProperty()
        .set(
            shell.places().stream().filter(p -> p.name().equals(place)).findFirst().orElse(boards));
  }

  /** Loads the shipped fonts and the stylesheet. */
  static void style(Scene scene) {
    for (String f : FONTS) {
      Font.loadFont(MainWindow.class.getResourceAsStream("fonts/" + f + ".ttf"), 13);
    }
    scene.getStylesheets().add(MainWindow.class.getResource("tokens.css").toExternalForm());
  }

  /** Opens the window, then reads the shelf: the window does not wait for it. */
  public void show() {
    stage.show();
    Platform.runLater(() -> {
      refresh();
      duplicatesModel.searchWhenCheap();
      shell.openProperty().get().opened();
    });
  }

  /** Adds downloads to the arrivals. */
  public void add(List<Path> paths) {
    arrivalsModel.add(paths);
  }

  /** Reads the shelf anew after something changed. */
  public void refresh() {
    shelfModel.refresh();
    hostsModel.refresh();
    duplicatesModel.refresh();
  }

  private void install(ShelvedItem s) {
    open(hosts);
    if (!hostsModel.hosts().isEmpty()) {
      hostsModel.choose(new HostsModel.Cell(s.item().id(), hostsModel.hosts().getFirst().name()));
    }
  }

  /** Opens a place. */
  public void open(Place p) {
    shell.openProperty().set(p);
  }

  /** The place of what came in. */
  public Place arrivals() {
    return arrivals;
  }

  /** The place of what there is. */
  public Place boards() {
    return boards;
  }

  /** The place of what is set up where. */
  public Place hosts() {
    return hosts;
  }

  /** The place of what is there twice. */
  public Place duplicates() {
    return duplicates;
  }

  /** The state of what is there twice. */
  public DuplicatesModel duplicatesModel() {
    return duplicatesModel;
  }

  /** The state of the arrivals. */
  public ArrivalsModel arrivalsModel() {
    return arrivalsModel;
  }

  /** The state of the boards. */
  public ShelfModel shelfModel() {
    return shelfModel;
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
    var classes = shell.root().getStyleClass();
    if (!classes.remove("lamp")) {
      classes.add("lamp");
    }
    settings.put("theme", classes.contains("lamp") ? "lamp" : "day");
  }

  private void dragOver(DragEvent e) {
    if (e.getDragboard().hasFiles()) {
      e.acceptTransferModes(TransferMode.COPY);
      e.consume();
    }
  }

  private void dropped(DragEvent e) {
    if (e.getDragboard().hasFiles()) {
      drop(e.getDragboard().getFiles().stream().map(File::toPath).toList());
      e.setDropCompleted(true);
      e.consume();
    }
  }

  /** Files or folders were dropped on the window: they become arrivals. */
  public void drop(List<Path> paths) {
    open(arrivals);
    add(paths);
  }

  @Override
  public void close() {
    if (stage.getScene() != null) {
      settings.put("width", String.valueOf(Math.round(stage.getScene().getWidth())));
      settings.put("height", String.valueOf(Math.round(stage.getScene().getHeight())));
    }
    arrivalsModel.stopWatching();
    settings.put("place", shell.openProperty().get().name());
    work.close();
    arrivalsModel.dismissAll();
    shelf.close();
  }
}
