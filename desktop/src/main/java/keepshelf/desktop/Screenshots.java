package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.function.BooleanSupplier;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.arrivals.ArrivalEntry;
import keepshelf.desktop.help.Log;
import keepshelf.desktop.hosts.Cell;
import keepshelf.desktop.hosts.HostsModel;
import keepshelf.desktop.hosts.HostsView;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.making.LayingModel;
import keepshelf.desktop.projects.ProjectsModel;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Drives the real windows over the demo data and writes one picture of each main view: {@code
 * --demo DIR --into DIR}. Runs without a display on the headless platform.
 */
public final class Screenshots extends Application {
  private static final long PATIENCE_MS = 180_000;

  private MainWindow window;
  private Stage stage;
  private Path into;

  /** Starts on the headless platform. */
  public static final class Start {
    private Start() {}

    /** See {@link Screenshots}. */
    public static void main(String[] args) {
      ComputerSettings.apart(
          Path.of(KeepShelfApp.value(List.of(args), "--demo", ".demo"), "settings"));
      Log.begin();
      Application.launch(Screenshots.class, args);
    }
  }

  @Override
  public void start(Stage primary) throws Exception {
    stage = primary;
    var raw = getParameters().getRaw();
    Path demo = Path.of(KeepShelfApp.value(raw, "--demo", ".demo"));
    into = Path.of(KeepShelfApp.value(raw, "--into", "docs/screenshots"));
    Files.createDirectories(into);
    Shelf shelf = Shelf.open(demo.resolve("Skerry shelf"));
    Path settings = Files.createTempFile("keepshelf", ".properties");
    window = new MainWindow(primary, shelf, new Settings(settings), FilePicker.ofSystem());
    window.show();
    new DemoSetUp(demo, shelf, window).start();
    Thread.ofPlatform()
        .start(() -> {
          int code = 0;
          try {
            run();
          } catch (IOException | InterruptedException | ExecutionException | RuntimeException e) {
            System.err.println("error: the pictures could not be made: " + e.getMessage());
            code = 1;
          }
          int exit = code;
          Platform.runLater(() -> {
            window.close();
            System.exit(exit);
          });
        });
  }

  private void run() throws IOException, InterruptedException, ExecutionException {
    idle();
    fx(() -> {
      window.closeSheet();
      window.open(window.boards());
      choose("verdigris_copper");
      return null;
    });
    shot("shelf");
    fx(() -> {
      window.switchTheme();
      return null;
    });
    shot("shelf-dark");
    fx(() -> {
      window.switchTheme();
      window.shelfModel().wordsProperty().set("res>=1K -source:pebblejar");
      return null;
    });
    shot("search");
    boards();
    fx(() -> {
      window.shelfModel().wordsProperty().set("");
      window.open(window.arrivals());
      choose("GN-BoatPaint_Colourways_1K.7z", true);
      return null;
    });
    shot("arrivals");
    arrivals("arrivals-findings", "kelp_reissue.zip", "kelp_Normal.png");
    hosts();
    duplicates();
    projects();
    sources();
  }

  private void boards() throws IOException, InterruptedException, ExecutionException {
    fx(() -> {
      window.shelfModel().wordsProperty().set("");
      ((Button) stage.getScene().lookup("#by-colour")).fire();
      return null;
    });
    idle();
    choose("cork_float", "net_mesh", "tarred_rope");
    shot("shelf-colour");
    fx(() -> {
      window.look();
      return null;
    });
    shot("shelf-beside");
    fx(() -> {
      window.closeLook();
      ((Button) stage.getScene().lookup("#by-kind")).fire();
      choose("slate_shingle");
      return null;
    });
    idle();
    fx(() -> {
      window.look();
      return null;
    });
    shot("shelf-look");
    fx(() -> {
      window.closeLook();
      ((Button) stage.getScene().lookup("#tag-finish-rain-dark")).fire();
      return null;
    });
    idle();
    shot("bench");
    fx(() -> {
      window.lay(window.shelfModel().taggedProperty().get().getFirst());
      return null;
    });
    laid();
    shot("making");
    fx(() -> {
      window.open(window.boards());
      window.menu().licences();
      return null;
    });
    shot("licences");
    fx(() -> {
      window.closeSheet();
      return null;
    });
  }

  /** Waits until the tile is drawn as fine as it gets. */
  private void laid() throws InterruptedException, ExecutionException {
    LayingModel m = window.layingModel();
    while (fx(() -> m.drawnProperty().get() == null || m.busyProperty().get())) {
      Thread.sleep(50);
    }
  }

  private void choose(String... keys) throws InterruptedException, ExecutionException {
    fx(() -> {
      choose(keys[0]);
      for (String k : List.of(keys).subList(1, keys.length)) {
        window.shelfModel().all().stream()
            .filter(c -> c.key().equals(k))
            .findFirst()
            .ifPresent(window.shelfModel().selection()::toggle);
      }
      return null;
    });
    idle();
  }

  /** Chooses the item with this key on the boards. */
  private void choose(String key) {
    window.shelfModel().all().stream()
        .filter(c -> c.key().equals(key))
        .findFirst()
        .ifPresent(c -> window.shelfModel().choose(c.id()));
  }

  private void duplicates() throws IOException, InterruptedException, ExecutionException {
    fx(() -> {
      window.open(window.duplicates());
      return null;
    });
    shot("duplicates");
    fx(() -> {
      window.duplicatesModel().takeSuggestions();
      return null;
    });
    idle();
    fx(() -> {
      ((Button) stage.getScene().lookup("#carry-out")).fire();
      return null;
    });
    shot("duplicates-summary");
  }

  private void projects() throws IOException, InterruptedException, ExecutionException {
    fx(() -> {
      window.open(window.projects());
      return null;
    });
    shown("Skerry Light visitor film");
    shot("projects");
    fx(() -> {
      window.projects().key(key(KeyCode.F));
      return null;
    });
    shot("alike");
  }

  private void sources() throws IOException, InterruptedException, ExecutionException {
    fx(() -> {
      window.open(window.sources());
      return null;
    });
    idle();
    fx(() -> {
      var m = window.sourcesModel();
      m.rows().stream()
          .filter(r -> r.source().name().equals("Tinder & Tarn"))
          .forEach(m.chosenProperty()::set);
      m.packs().stream()
          .filter(p -> p.states().contains(PackNews.State.NEWER))
          .forEach(m.packProperty()::set);
      return null;
    });
    idle();
    shot("sources");
  }

  /** Waits until a project is shown. */
  private void shown(String project) throws InterruptedException, ExecutionException {
    ProjectsModel m = window.projectsModel();
    while (fx(
        () -> {
          m.choose(project);
          return m.chosenProperty().get() == null
              || !m.chosenProperty().get().project().name().equals(project)
              || m.uses().size() != m.chosenProperty().get().uses();
        })) {
      Thread.sleep(50);
    }
  }

  /** Shows an arrival with one of its maps chosen. */
  private void arrivals(String shot, String archive, String file)
      throws IOException, InterruptedException, ExecutionException {
    fx(() -> {
      choose(archive, false);
      window.arrivalsModel().sorting().spots().stream()
          .filter(s -> s.path().endsWith("/" + file))
          .findFirst()
          .ifPresent(window.arrivalsModel().sorting()::look);
      return null;
    });
    shot(shot);
  }

  private void choose(String name, boolean normal) {
    ArrivalEntry e =
        window.arrivalsModel().entries().stream()
            .filter(x -> x.name().equals(name))
            .findFirst()
            .orElseThrow();
    window.arrivalsModel().chosenProperty().set(e);
    window.arrivalsModel().sorting().spots().stream()
        .filter(s -> s.map() != null && (!normal || isNormal(s.map())))
        .findFirst()
        .ifPresent(window.arrivalsModel().sorting()::look);
  }

  private static boolean isNormal(RecognisedMap m) {
    return m.handedness() != null && m.handedness() != Handedness.UNKNOWN;
  }

  private void hosts() throws IOException, InterruptedException, ExecutionException {
    HostsModel model = window.hostsModel();
    fx(() -> {
      window.open(window.hosts());
      return null;
    });
    for (String key : List.of("verdigris_copper", "barnacle_crust", "slate_shingle")) {
      fx(() -> {
        model.choose(cell(key, "Lanternhouse"));
        model.choose(cell(key, "Quickfoot"));
        return null;
      });
    }
    idle();
    fx(() -> {
      model.install();
      return null;
    });
    idle();
    fx(() -> {
      model.choose(cell("tarred_rope", "Draughtroom"));
      model.choose(cell("rust_streaked_hull", "Kilnwork"));
      return null;
    });
    shot("hosts-plan");
    fx(() -> {
      model.clear();
      model.focusProperty().set(cell("verdigris_copper", "Quickfoot"));
      return null;
    });
    shot("hosts-proof");
    fx(() -> {
      ((HostsView) window.hosts()).edit("Kilnwork");
      return null;
    });
    shot("hosts-profile");
    fx(() -> {
      window.hosts().key(key(KeyCode.ESCAPE));
      return null;
    });
  }

  private static KeyEvent key(KeyCode code) {
    return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false);
  }

  private Cell cell(String key, String host) {
    String id =
        window.hostsModel().items().stream()
            .filter(s -> s.key().equals(key))
            .findFirst()
            .orElseThrow()
            .id();
    return new Cell(id, host);
  }

  private static <T> T fx(Callable<T> what) throws InterruptedException, ExecutionException {
    CompletableFuture<T> done = new CompletableFuture<>();
    Platform.runLater(() -> {
      try {
        done.complete(what.call());
      } catch (Exception e) {
        done.completeExceptionally(e);
      }
    });
    return done.get();
  }

  /** Waits until no work and no picture is open any more. */
  private void idle() throws InterruptedException, ExecutionException {
    long end = System.currentTimeMillis() + PATIENCE_MS;
    BooleanSupplier quiet =
        () ->
            window.work().jobs().isEmpty()
                && !window.shelfModel().busyProperty().get()
                && window.pictures().waitingProperty().get() == 0
                && !window.bench().isBusy();
    int calm = 0;
    while (calm < 4 && System.currentTimeMillis() < end) {
      calm = fx(quiet::getAsBoolean) ? calm + 1 : 0;
      Thread.sleep(80);
    }
  }

  private void shot(String name) throws IOException, InterruptedException, ExecutionException {
    idle();
    WritableImage image = fx(() -> stage.getScene().snapshot(null));
    int w = (int) image.getWidth();
    int h = (int) image.getHeight();
    int[] argb = new int[w * h];
    image.getPixelReader().getPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    byte[] rgb = new byte[argb.length * 3];
    for (int i = 0; i < argb.length; i++) {
      rgb[3 * i] = (byte) (argb[i] >> 16);
      rgb[3 * i + 1] = (byte) (argb[i] >> 8);
      rgb[3 * i + 2] = (byte) argb[i];
    }
    ImageEncoder.png(Pixels.u8(w, h, 3, rgb), into.resolve(name + ".png"), 9);
    List<String> said = new ArrayList<>(List.of(name, w + " × " + h));
    System.out.println(String.join("  ", said));
  }
}
