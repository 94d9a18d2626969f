package keepshelf.desktop.bench;

import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.MapRole;
import keepshelf.core.projects.Project;
import keepshelf.desktop.bench.settings.SettingsPane;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.BenchState;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The bench: maps at the left, the picture in the middle, what can be set at the right. */
public final class BenchView implements Place {
  private final BenchModel model;
  private final BenchActions actions;
  private final WorkList work;
  private final java.util.function.Supplier<List<ItemCard>> all;
  private final BenchPainter painter;
  private final BenchHeader head;
  private final BenchBars bars;
  private final MapStack maps;
  private final SettingsPane settings;
  private final PictureStage stage;
  private final PixelsPane pixels;
  private final MeasurePane measure;
  private final TilesPane tiles;
  private final StackPane middle = new StackPane();
  private final BorderPane content = new BorderPane();
  private final VBox empty;
  private final SimpleStringProperty status = new SimpleStringProperty("");
  private final Label trouble = Kit.wrapped("", "on-picture");
  private int width;
  private int height;
  private MapRecord chosen;
  private FinishModel shown;
  private final InvalidationListener trying = o -> tried();
  private final InvalidationListener naming;

  /**
   * The place.
   *
   * @param all what is on the shelf, for its lights
   * @param keepers keeps finishes of the item with an identifier
   * @param install plans the item in the hosts
   */
  public BenchView(
      BenchModel model,
      WorkList work,
      Pictures pictures,
      java.util.function.Supplier<List<ItemCard>> all,
      Function<String, BenchActions.Keeper> keepers,
      BenchActions.Installing install) {
    this.model = model;
    this.all = all;
    this.work = work;
    actions = new BenchActions(model, keepers, install, this::anew);
    painter = new BenchPainter(model, d -> Platform.runLater(() -> drawn(d)));
    head = new BenchHeader(actions);
    naming = o -> head.refresh();
    bars = new BenchBars(model, this::stand);
    maps = new MapStack(model, work, pictures, this::single);
    settings = new SettingsPane(model, all, actions::installEnough);
    stage =
        new PictureStage(
            new Moving(),
            (w, h) -> {
              width = w;
              height = h;
              draw();
            });
    pixels = new PixelsPane(model, work, () -> relief == null ? 0 : relief);
    measure = new MeasurePane(model.shelf(), pictures, this::measured);
    tiles = new TilesPane(model, work);
    trouble.setVisible(false);
    trouble.setMaxWidth(520);
    trouble.setId("bench-trouble");
    middle.setMinSize(0, 0);
    empty =
        new VBox(
            10,
            Kit.label(Words.of("bench.empty"), "empty"),
            Kit.label(Words.of("bench.empty.how"), "second"));
    empty.setAlignment(javafx.geometry.Pos.CENTER);
    content.setCenter(empty);
    content.setId("bench");
    // Also from its fields, whose keys do not go to the place.
    content.setOnKeyPressed(e -> {
      if (e.isShortcutDown() && e.getCode() == KeyCode.ENTER) {
        keep();
        e.consume();
      }
    });
    model.stateProperty().addListener((o, was, is) -> stood(was, is));
    model.itemProperty().addListener(o -> laid());
    model.finishProperty().addListener(o -> laid());
    model.resolutionProperty().addListener(o -> laid());
    model.otherProperty().addListener(o -> draw());
    model
        .shotProperty()
        .addListener(o -> {
          settings.refresh();
          draw();
        });
  }

  /**
   * What makes things of the item that lies here.
   *
   * @param maps makes missing maps
   * @param lay lays units of it
   */
  public void onMake(BiConsumer<List<ShelvedItem>, Set<MapRole>> maps, Consumer<ShelvedItem> lay) {
    this.maps.onMake(maps, lay);
  }

  private Double relief;

  /** What the mouse does. */
  private final class Moving implements PictureStage.Hand {
    @Override
    public void turn(double right, double up) {
      model.stand(model.stateProperty().get().movedBy(right, up));
    }

    @Override
    public void light(double right) {
      BenchState s = model.stateProperty().get();
      model.stand(s.turned(s.lightDegrees() + right));
    }

    @Override
    public void nearer(double factor) {
      model.stand(model.stateProperty().get().nearer(factor));
    }
  }

  /** Whether something is being drawn or read. */
  public boolean isBusy() {
    return painter.isBusy();
  }

  private void single(MapRecord m) {
    chosen = m;
    maps.number(m);
    pixels.show(model.itemProperty().get(), m);
    if (model.stateProperty().get().beside() == BenchState.Beside.MEASURE) {
      measure.show(model.itemProperty().get(), m);
    } else if (model.stateProperty().get().beside() != BenchState.Beside.PIXELS) {
      model.stand(model.stateProperty().get().beside(BenchState.Beside.PIXELS));
    }
  }

  private void measured(double tile) {
    FinishModel f = model.finishProperty().get();
    if (f.set(FinishSetting.TILE, String.format(java.util.Locale.ROOT, "%.5f m", tile))) {
      settings.fill();
      model.stand(model.stateProperty().get().beside(BenchState.Beside.ALONE));
    }
  }

  /** Keeps what is tried; what is still being typed is taken first. */
  private void keep() {
    content.requestFocus();
    actions.keep();
  }

  /** Another item is to stand beside: it is looked up in the background. */
  private void stand(String id) {
    work.quietly(() -> model.find(id).ifPresent(s -> work.ui(() -> model.otherProperty().set(s))));
  }

  /** The finish that is tried was kept or removed. */
  private void anew() {
    follow(null);
    laid();
  }

  /** Listens to one finish at a time. */
  private void follow(FinishModel f) {
    if (shown != null) {
      shown.draftProperty().removeListener(trying);
      shown.nameProperty().removeListener(naming);
    }
    shown = f;
    if (f != null) {
      relief = null;
      settings.show(f);
      f.draftProperty().addListener(trying);
      f.nameProperty().addListener(naming);
    }
  }

  /** Something else lies there. */
  private void laid() {
    ShelvedItem s = model.itemProperty().get();
    FinishModel f = model.finishProperty().get();
    if (s == null || f == null || !f.item().item().id().equals(s.item().id())) {
      return;
    }
    if (content.getCenter() == empty) {
      middle.getChildren().setAll(stage, pixels, tiles, measure, bars, trouble);
      StackPane.setAlignment(trouble, javafx.geometry.Pos.CENTER);
      content.setLeft(maps);
      content.setCenter(middle);
      content.setRight(settings);
    }
    head.show(f, model.resolutionProperty().get());
    String edition = model.resolutionProperty().get();
    maps.show(s, edition == null ? "1K" : edition);
    chosen = MapStack.first(s, edition == null ? "1K" : edition);
    maps.number(chosen);
    if (shown != f) {
      follow(f);
    }
    bars.lights(model.lights(all.get()));
    work.quietly(() -> {
      List<Project> jobs = model.wanting(s);
      work.ui(() -> {
        if (model.itemProperty().get() == s) {
          settings.wanted(jobs);
        }
      });
    });
    stood(null, model.stateProperty().get());
  }

  private void tried() {
    head.refresh();
    // One setting may be another one said differently.
    settings.fill();
    settings.refresh();
    draw();
  }

  private void stood(BenchState was, BenchState is) {
    bars.show(is);
    stage.mode(is.beside());
    stage.setVisible(is.beside().isLit());
    pixels.setVisible(is.beside() == BenchState.Beside.PIXELS);
    tiles.setVisible(is.beside() == BenchState.Beside.TILES);
    measure.setVisible(is.beside() == BenchState.Beside.MEASURE);
    bars.rule().setVisible(is.beside().isLit());
    if (is.beside() == BenchState.Beside.OTHER && (was == null || was.beside() != is.beside())) {
      bars.others(model.others(all.get()));
    }
    if (chosen != null && (was == null || was.beside() != is.beside())) {
      if (is.beside() == BenchState.Beside.PIXELS) {
        pixels.show(model.itemProperty().get(), chosen);
      } else if (is.beside() == BenchState.Beside.MEASURE) {
        measure.show(model.itemProperty().get(), chosen);
      } else {
        maps.clear();
      }
    }
    settings.refresh();
    draw();
  }

  private void draw() {
    if (model.stateProperty().get().beside() == BenchState.Beside.TILES) {
      tiles.show();
      return;
    }
    ShelvedItem s = model.itemProperty().get();
    FinishModel f = model.finishProperty().get();
    BenchState state = model.stateProperty().get();
    if (s != null && f != null && width > 8 && height > 8 && state.beside().isLit()) {
      painter.want(
          new BenchPainter.Wish(
              s,
              model.resolutionProperty().get(),
              state,
              f.draftProperty().get(),
              state.beside() != BenchState.Beside.ALONE,
              state.beside() == BenchState.Beside.OTHER ? model.otherProperty().get() : null,
              width,
              height));
    }
  }

  private void drawn(BenchPainter.Drawn d) {
    trouble.setText(d.trouble());
    trouble.setVisible(!d.trouble().isEmpty());
    if (d.argb() == null) {
      return;
    }
    stage.show(d.argb(), d.before(), d.of().width(), d.of().height());
    bars.rule().show(d.metresPerPixel());
    bars.rule().setVisible(model.stateProperty().get().beside().isLit());
    stage.staff(d.metresPerPixel(), d.footRow());
    if (!java.util.Objects.equals(relief, d.relief())) {
      relief = d.relief();
      settings.relief(relief);
    }
    status.set(
        d.passes() == 0
            ? Words.of("bench.status.moving", d.of().width(), d.of().height())
            : Words.of(
                "bench.status",
                d.of().width(),
                d.of().height(),
                d.passes(),
                String.format(java.util.Locale.ROOT, "%.2f", d.seconds())));
  }

  @Override
  public String name() {
    return Words.of("place.bench");
  }

  @Override
  public Node header() {
    return model.itemProperty().get() == null ? Kit.spring() : head;
  }

  @Override
  public Node content() {
    return content;
  }

  @Override
  public ObservableValue<String> status() {
    return status;
  }

  @Override
  public String keys() {
    return Words.of("bench.keys");
  }

  @Override
  public void opened() {
    stage.requestFocus();
    draw();
  }

  @Override
  public void key(KeyEvent e) {
    if (model.itemProperty().get() == null) {
      return;
    }
    BenchState s = model.stateProperty().get();
    if (e.isShortcutDown()) {
      if (e.getCode() == KeyCode.Z) {
        model.finishProperty().get().undo();
        settings.fill();
        e.consume();
      } else if (e.getCode() == KeyCode.ENTER) {
        keep();
        e.consume();
      }
      return;
    }
    if (e.getCode() == KeyCode.S) {
      stage.nextStaff();
      e.consume();
      return;
    }
    BenchState next = BenchKeys.next(s, e, bars::next);
    if (next != null) {
      model.stand(next);
      e.consume();
    }
  }

  /** Stops drawing for good. */
  public void close() {
    painter.close();
  }
}
