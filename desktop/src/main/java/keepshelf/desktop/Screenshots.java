package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ExecutionException;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.Shelf;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.sources.PackNews;
import keepshelf.desktop.arrivals.ArrivalEntry;
import keepshelf.desktop.help.Log;
import keepshelf.desktop.hosts.Cell;
import keepshelf.desktop.hosts.HostsModel;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.making.LayingModel;
import keepshelf.desktop.projects.ProjectsModel;
import keepshelf.imaging.analyse.Handedness;

/**
 * Drives the real windows over the demo data and writes one picture of each main view: {@code
 * --demo DIR --into DIR}. Runs without a display on the headless platform.
 */
public final class Screenshots extends Application {
  private MainWindow window;
  private Stage stage;
  private WindowHand hand;

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
    Path into = Path.of(KeepShelfApp.value(raw, "--into", "docs/screenshots"));
    Files.createDirectories(into);
    Shelf shelf = Shelf.open(demo.resolve("Skerry shelf"));
    Path settings = Files.createTempFile("keepshelf", ".properties");
    window = new MainWindow(primary, shelf, new Settings(settings), FilePicker.ofSystem());
    hand = new WindowHand(window, primary, into);
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
    hand.idle();
    hand.act(() -> {
      window.closeSheet();
      window.open(window.boards());
      hand.choose("verdigris_copper");
    });
    hand.shot("shelf");
    hand.act(() -> {
      window.switchTheme();
    });
    hand.shot("shelf-dark");
    hand.act(() -> {
      window.switchTheme();
      window.shelfModel().wordsProperty().set("res>=1K -source:pebblejar");
    });
    hand.shot("search");
    boards();
    hand.act(() -> {
      window.shelfModel().wordsProperty().set("");
      window.open(window.arrivals());
      choose("GN-BoatPaint_Colourways_1K.7z", true);
    });
    hand.shot("arrivals");
    arrivals("arrivals-findings", "kelp_reissue.zip", "kelp_Normal.png");
    hosts();
    duplicates();
    projects();
    sources();
  }

  private void boards() throws IOException, InterruptedException, ExecutionException {
    hand.act(() -> {
      window.shelfModel().wordsProperty().set("");
      ((Button) stage.getScene().lookup("#by-colour")).fire();
    });
    hand.idle();
    hand.choose("cork_float", "net_mesh", "tarred_rope");
    hand.shot("shelf-colour");
    hand.act(() -> {
      ((Button) stage.getScene().lookup("#by-kind")).fire();
      hand.choose("slate_shingle");
    });
    hand.idle();
    hand.act(() -> {
      window.look();
    });
    hand.shot("shelf-look");
    hand.act(() -> {
      window.closeLook();
      ((Button) stage.getScene().lookup("#tag-finish-rain-dark")).fire();
    });
    hand.idle();
    hand.shot("bench");
    hand.act(() -> {
      window.benchRoom().lay(window.shelfModel().taggedProperty().get().getFirst());
    });
    laid();
    hand.shot("making");
    made();
    hand.act(() -> {
      window.open(window.boards());
      window.menu().licences();
    });
    hand.shot("licences");
    hand.act(() -> {
      window.closeSheet();
    });
  }

  /** What is put together, and what is made of a photograph. */
  private void made() throws IOException, InterruptedException, ExecutionException {
    hand.act(() -> {
      window.open(window.boards());
      hand.choose("visitor_counter");
    });
    hand.idle();
    hand.act(() -> {
      window.benchRoom().together(window.shelfModel().taggedProperty().get());
    });
    hand.until(() -> window.benchRoom().ensembleModel().shownProperty().get() != null);
    hand.shot("together");
    hand.act(() -> {
      window.open(window.boards());
      hand.choose("keepers_room_wall");
    });
    hand.idle();
    hand.act(() -> {
      window.benchRoom().photograph(window.shelfModel().taggedProperty().get().getFirst());
    });
    hand.until(() -> window.benchRoom().photoModel().shownProperty().get() != null);
    hand.shot("photograph");
  }

  /** Waits until the tile is drawn as fine as it gets. */
  private void laid() throws InterruptedException, ExecutionException {
    LayingModel m = window.benchRoom().layingModel();
    hand.until(() -> m.drawnProperty().get() != null && !m.busyProperty().get());
  }

  private void duplicates() throws IOException, InterruptedException, ExecutionException {
    hand.act(() -> {
      window.open(window.duplicates());
    });
    hand.shot("duplicates");
    hand.act(() -> {
      window.duplicatesModel().takeSuggestions();
    });
    hand.idle();
    hand.act(() -> {
      ((Button) stage.getScene().lookup("#carry-out")).fire();
    });
    hand.shot("duplicates-summary");
  }

  private void projects() throws IOException, InterruptedException, ExecutionException {
    hand.act(() -> {
      window.open(window.projects());
    });
    shown("Skerry Light visitor film");
    hand.shot("projects");
    hand.act(() -> {
      window.projects().key(WindowHand.key(KeyCode.F));
    });
    hand.shot("alike");
  }

  private void sources() throws IOException, InterruptedException, ExecutionException {
    hand.act(() -> {
      window.open(window.sources());
    });
    hand.idle();
    hand.act(() -> {
      var m = window.sourcesModel();
      m.rows().stream()
          .filter(r -> r.source().name().equals("Tinder & Tarn"))
          .forEach(m.chosenProperty()::set);
      m.packs().stream()
          .filter(p -> p.states().contains(PackNews.State.NEWER))
          .forEach(m.packProperty()::set);
    });
    hand.idle();
    hand.shot("sources");
  }

  /** Waits until a project is shown. */
  private void shown(String project) throws InterruptedException, ExecutionException {
    ProjectsModel m = window.projectsModel();
    while (WindowHand.fx(
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
    hand.act(() -> {
      choose(archive, false);
      window.arrivalsModel().sorting().spots().stream()
          .filter(s -> s.path().endsWith("/" + file))
          .findFirst()
          .ifPresent(window.arrivalsModel().sorting()::look);
    });
    hand.shot(shot);
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
    hand.act(() -> {
      window.open(window.hosts());
    });
    for (String key : List.of("verdigris_copper", "barnacle_crust", "slate_shingle")) {
      hand.act(() -> {
        model.choose(cell(key, "Lanternhouse"));
        model.choose(cell(key, "Quickfoot"));
      });
    }
    hand.idle();
    hand.act(() -> {
      model.install();
    });
    hand.idle();
    hand.act(() -> {
      model.choose(cell("tarred_rope", "Draughtroom"));
      model.choose(cell("rust_streaked_hull", "Kilnwork"));
    });
    hand.shot("hosts-plan");
    hand.act(() -> {
      model.clear();
      model.focusProperty().set(cell("verdigris_copper", "Quickfoot"));
    });
    hand.shot("hosts-proof");
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
}
