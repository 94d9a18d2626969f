package keepshelf.desktop.arrivals;

import java.util.Map;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.intake.Arrival;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.work.Pictures;

/** The list of arrivals, the sorting table and the why-panel. */
public final class ArrivalsView implements Place {
  private static final Map<KeyCode, MapRole> ROLE_KEYS =
      Map.of(
          KeyCode.B,
          MapRole.BASE_COLOUR,
          KeyCode.R,
          MapRole.ROUGHNESS,
          KeyCode.G,
          MapRole.GLOSS,
          KeyCode.M,
          MapRole.METALLIC,
          KeyCode.N,
          MapRole.NORMAL,
          KeyCode.H,
          MapRole.HEIGHT,
          KeyCode.U,
          MapRole.BUMP,
          KeyCode.O,
          MapRole.AMBIENT_OCCLUSION,
          KeyCode.P,
          MapRole.OPACITY,
          KeyCode.E,
          MapRole.EMISSION);

  private final ArrivalsModel model;
  private final FilePicker picker;
  private final BorderPane content = new BorderPane();
  private final HBox header = new HBox(10);
  private final VBox list = new VBox();
  private final SortingTable table;
  private final WhyPane why;
  private final Label questions = Kit.label("", "second");
  private final Button file;
  private final ChangeListener<Object> redraw = (o, was, is) -> showChosen();
  private ArrivalEntry shown;

  /** Shows {@code model}; {@code picker} asks for files. */
  public ArrivalsView(ArrivalsModel model, Pictures pictures, FilePicker picker) {
    this.model = model;
    this.picker = picker;
    table = new SortingTable(model, pictures);
    why = new WhyPane(model, pictures);
    Button add = Kit.button(Words.of("arrivals.add"), this::pickFiles);
    Button folder = Kit.button(Words.of("arrivals.add.folder"), this::pickFolder);
    file = Kit.button("", model::file, "main");
    file.setId("file");
    header.getChildren().addAll(add, folder, Kit.spring(), questions, file);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    ScrollPane left = new ScrollPane(list);
    left.setFitToWidth(true);
    left.setFocusTraversable(false);
    VBox side = new VBox(left);
    VBox.setVgrow(left, Priority.ALWAYS);
    side.getStyleClass().add("arrival-list");
    side.setPrefWidth(214);
    side.setMinWidth(214);
    content.setLeft(side);
    content.setCenter(table);
    content.setRight(why);
    model
        .entries()
        .addListener((javafx.collections.ListChangeListener<ArrivalEntry>) c -> fillList());
    model
        .chosenProperty()
        .addListener(o -> {
          fillList();
          showChosen();
        });
    model
        .spotProperty()
        .addListener(o -> why.show(model.chosenProperty().get(), model.spotProperty().get()));
    fillList();
    showChosen();
  }

  private void pickFiles() {
    model.add(picker.files(content.getScene().getWindow()));
  }

  private void pickFolder() {
    picker.folder(content.getScene().getWindow()).ifPresent(f -> model.add(java.util.List.of(f)));
  }

  private void fillList() {
    Label title = Kit.label(Words.of("place.arrivals"), "heading");
    title.setStyle("-fx-padding: 10 0 6 16;");
    list.getChildren().setAll(title);
    for (ArrivalEntry e : model.entries()) {
      list.getChildren().add(row(e));
    }
  }

  private Node row(ArrivalEntry e) {
    Label name = Kit.label(e.name());
    name.setStyle("-fx-font-weight: bold; -fx-font-size: 12.5px;");
    Label line = Kit.wrapped("", "second");
    line.textProperty().bind(e.lineProperty());
    line.setMaxHeight(62);
    Runnable tint =
        () -> {
          Arrival a = e.arrivalProperty().get();
          line.getStyleClass().removeAll("bad", "attention", "remark");
          switch (e.stateProperty().get()) {
            case FAILED -> line.getStyleClass().add("bad");
            case ALREADY_THERE -> line.getStyleClass().add("remark");
            default -> {
              if (a != null && a.questions() > 0) {
                line.getStyleClass().add("attention");
              }
            }
          }
        };
    e.stateProperty().addListener(o -> tint.run());
    e.arrivalProperty().addListener(o -> tint.run());
    tint.run();
    ProgressBar bar = new ProgressBar();
    bar.setMaxWidth(Double.MAX_VALUE);
    bar.progressProperty().bind(e.progressProperty());
    bar.visibleProperty().bind(e.progressProperty().greaterThanOrEqualTo(0));
    bar.managedProperty().bind(bar.visibleProperty());
    VBox box = new VBox(3, name, line, bar);
    box.getStyleClass().add("arrival-row");
    if (model.chosenProperty().get() == e) {
      box.getStyleClass().add("chosen");
    }
    box.setOnMouseClicked(c -> model.chosenProperty().set(e));
    return box;
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
    table.show(e);
    why.show(e, model.spotProperty().get());
    boolean can = model.canFile();
    file.setDisable(!can);
    file.setText(Words.of("arrivals.file", can ? model.recognition().items().size() : 0));
    questions.setText(can ? Words.of("arrivals.questions", model.questions()) : "");
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
    return content;
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
    if (e.isControlDown()) {
      switch (e.getCode()) {
        case O -> pickFiles();
        case Z -> model.undo();
        case ENTER -> model.file();
        case UP -> model.moveArrival(-1);
        case DOWN -> model.moveArrival(1);
        default -> {
          return;
        }
      }
      e.consume();
      return;
    }
    MapRole role =
        e.getCode() == KeyCode.S && !e.isShiftDown()
            ? MapRole.SPECULAR
            : ROLE_KEYS.get(e.getCode());
    if (role != null) {
      model.setRole(role);
    } else {
      switch (e.getCode()) {
        case RIGHT -> model.move(1);
        case LEFT -> model.move(-1);
        case UP -> model.moveRow(-1);
        case DOWN -> model.moveRow(1);
        case X, DELETE -> model.putAside();
        case ENTER -> model.nextQuestion();
        default -> {
          return;
        }
      }
    }
    e.consume();
  }
}
