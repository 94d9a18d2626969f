package keepshelf.desktop.arrivals;

import java.util.Map;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.analyse.Handedness;

/** The list of arrivals, the sorting table and the why-panel. */
public final class ArrivalsView implements Place {
  private static final Map<KeyCode, MapRole> ROLE_KEYS =
      Map.ofEntries(
          Map.entry(KeyCode.B, MapRole.BASE_COLOUR),
          Map.entry(KeyCode.R, MapRole.ROUGHNESS),
          Map.entry(KeyCode.G, MapRole.GLOSS),
          Map.entry(KeyCode.M, MapRole.METALLIC),
          Map.entry(KeyCode.N, MapRole.NORMAL),
          Map.entry(KeyCode.H, MapRole.HEIGHT),
          Map.entry(KeyCode.U, MapRole.BUMP),
          Map.entry(KeyCode.O, MapRole.AMBIENT_OCCLUSION),
          Map.entry(KeyCode.P, MapRole.OPACITY),
          Map.entry(KeyCode.E, MapRole.EMISSION),
          Map.entry(KeyCode.S, MapRole.SPECULAR),
          Map.entry(KeyCode.C, MapRole.CAVITY),
          Map.entry(KeyCode.K, MapRole.MASK),
          Map.entry(KeyCode.D, MapRole.PACKED));

  private final ArrivalsModel model;
  private final FilePicker picker;
  private final BorderPane content = new BorderPane();
  private final StackPane stack = new StackPane(content);
  private final HBox header = new HBox(8);
  private final SortingTable table;
  private final WhyPane why;
  private final MapViewer viewer;
  private final Label questions = Kit.label("", "second");
  private final Button file;
  private final Button fileAll;
  private final ChangeListener<Object> redraw = (o, was, is) -> showSoon();
  private ArrivalEntry shown;
  private boolean drawing;

  /** Shows {@code model}; {@code picker} asks for files. */
  public ArrivalsView(ArrivalsModel model, WorkList work, Pictures pictures, FilePicker picker) {
    this.model = model;
    this.picker = picker;
    viewer = new MapViewer(model, pictures, work);
    table = new SortingTable(model, pictures, viewer::open);
    why = new WhyPane(model, pictures, picker, viewer::open);
    stack.getChildren().add(viewer);
    // A scroll pane that was clicked would take these keys for itself.
    why.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getTarget() == why) {
            key(e);
          }
        });
    Button add = Kit.button(Words.of("arrivals.add"), this::pickFiles);
    Button folder = Kit.button(Words.of("arrivals.add.folder"), this::pickFolder);
    Button watch = Kit.button("", this::pickWatched, "quiet");
    watch.setId("watch");
    watch.setMinWidth(0);
    watch.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
    watch
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                () ->
                    model.watchedProperty().get() == null
                        ? Words.of("arrivals.watch")
                        : Words.of("arrivals.watching", home(model.watchedProperty().get())),
                model.watchedProperty()));
    fileAll = Kit.button("", model::fileAllSure);
    fileAll.setId("file-all");
    file = Kit.button("", model::file, "main");
    file.setId("file");
    header.getChildren().addAll(add, folder, watch, Kit.spring(), questions, fileAll, file);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    questions.setMinWidth(Label.USE_PREF_SIZE);
    questions.setTooltip(
        new javafx.scene.control.Tooltip(
            Words.of("arrivals.questions.tip", Math.round(100 * SortingModel.threshold()) + " %")));
    content.setLeft(new ArrivalList(model));
    content.setCenter(table);
    content.setRight(why);
    model
        .entries()
        .addListener(
            (javafx.collections.ListChangeListener<ArrivalEntry>)
                c -> {
                  while (c.next()) {
                    c.getAddedSubList().forEach(e -> e.stateProperty().addListener(o -> count()));
                    c.getAddedSubList().forEach(e -> e.arrivalProperty().addListener(o -> count()));
                  }
                  count();
                });
    model.chosenProperty().addListener(o -> showChosen());
    SortingModel sorting = model.sorting();
    sorting.spotProperty().addListener(o -> showWhy());
    sorting.marked().addListener((javafx.collections.SetChangeListener<String>) c -> showWhy());
    sorting.habits().addListener((javafx.beans.Observable o) -> showWhy());
    showChosen();
  }

  private static String home(java.nio.file.Path p) {
    String s = p.toString();
    String home = System.getProperty("user.home");
    return home != null && s.startsWith(home + "/") ? "~" + s.substring(home.length()) : s;
  }

  private void showWhy() {
    why.show(model.chosenProperty().get(), model.sorting().spotProperty().get());
  }

  /** What can be filed, of the chosen arrival and of all. */
  private void count() {
    boolean can = model.canFile();
    file.setDisable(!can);
    file.setText(Words.of("arrivals.file", can ? model.recognition().items().size() : 0));
    long asked =
        model.entries().stream()
            .filter(e -> e.stateProperty().get() == ArrivalEntry.State.READY)
            .mapToLong(ArrivalEntry::questions)
            .sum();
    questions.setText(model.entries().isEmpty() ? "" : Words.of("arrivals.questions", asked));
    long sure = model.sure();
    fileAll.setText(Words.of("arrivals.file.all", sure));
    fileAll.setVisible(sure > 1);
    fileAll.setManaged(sure > 1);
  }

  private void pickWatched() {
    if (model.watchedProperty().get() != null) {
      model.watch(null);
    } else {
      picker.folder(content.getScene().getWindow()).ifPresent(model::watch);
    }
  }

  private void pickFiles() {
    model.add(picker.files(content.getScene().getWindow()));
  }

  private void pickFolder() {
    picker.folder(content.getScene().getWindow()).ifPresent(f -> model.add(java.util.List.of(f)));
  }

  /** Several things change at once when an arrival was read; it is drawn once for all of them. */
  private void showSoon() {
    if (!drawing) {
      drawing = true;
      Platform.runLater(() -> {
        drawing = false;
        showChosen();
      });
    }
  }

  private void showChosen() {
    ArrivalEntry e = model.chosenProperty().get();
    if (shown != e) {
      if (shown != null) {
        shown.arrivalProperty().removeListener(redraw);
        shown.stateProperty().removeListener(redraw);
      }
      shown = e;
      if (e != null) {
        e.arrivalProperty().addListener(redraw);
        e.stateProperty().addListener(redraw);
      }
    }
    viewer.close();
    table.show(e);
    showWhy();
    count();
  }

  @Override
  public String name() {
    return Words.of("place.arrivals");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return stack;
  }

  @Override
  public ObservableValue<Number> attention() {
    return model.waitingProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () -> Words.of("arrivals.waiting", model.waitingProperty().get()), model.waitingProperty());
  }

  @Override
  public String keys() {
    return Words.of("arrivals.hint");
  }

  @Override
  public void opened() {
    table.requestFocus();
  }

  @Override
  public void key(KeyEvent e) {
    if (viewer.isVisible()) {
      viewer.key(e);
      if (e.isConsumed()) {
        return;
      }
    }
    SortingModel sorting = model.sorting();
    if (e.isControlDown()) {
      switch (e.getCode()) {
        case O -> pickFiles();
        case Z -> model.undo();
        case ENTER -> {
          if (e.isShiftDown()) {
            model.fileAllSure();
          } else {
            model.file();
          }
        }
        case UP -> model.moveArrival(-1);
        case DOWN -> model.moveArrival(1);
        default -> {
          return;
        }
      }
      e.consume();
      return;
    }
    MapRole role = ROLE_KEYS.get(e.getCode());
    if (role != null && !e.isShiftDown()) {
      sorting.setRole(role);
    } else {
      switch (e.getCode()) {
        case RIGHT -> sorting.move(1, e.isShiftDown());
        case LEFT -> sorting.move(-1, e.isShiftDown());
        case UP -> sorting.moveRow(-1);
        case DOWN -> sorting.moveRow(1);
        case X, DELETE -> sorting.putAside();
        case T -> sorting.split();
        case J -> sorting.join();
        case Y -> turn(sorting);
        case SPACE -> viewer.open();
        case ENTER -> sorting.acceptAndGoOn();
        default -> {
          return;
        }
      }
    }
    e.consume();
  }

  private static void turn(SortingModel sorting) {
    Spot s = sorting.spotProperty().get();
    if (s != null && s.map() != null) {
      sorting.face(s.map().handedness() == Handedness.DX ? Handedness.GL : Handedness.DX);
    }
  }
}
