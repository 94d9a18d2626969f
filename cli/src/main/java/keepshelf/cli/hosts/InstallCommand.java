package keepshelf.cli.hosts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.InstallQueue.Wanted;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Installs items in hosts. */
@Command(
    name = "install",
    mixinStandardHelpOptions = true,
    description = "Install items in hosts with all their maps set up, and have it proved.",
    footer = {
      "",
      "Example:",
      "  keepshelf install tarred_rope --host Lanternhouse --resolution 2K --tile 0.3",
      "Exit codes: 0 done and proved; 1 done, with problems; 2 wrong use; 3 nothing was installed."
    })
public final class InstallCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..*",
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  List<String> names = List.of();

  @Option(
      names = "--host",
      paramLabel = "HOST",
      description = "Name of a host; may be given several times.")
  List<String> hosts = List.of();

  @Option(
      names = "--resolution",
      paramLabel = "LABEL",
      description = "512, 1K, 2K, 4K, 8K or 16K; without it the largest on the shelf.")
  String resolution;

  @Option(
      names = "--finish",
      paramLabel = "F",
      description = "Name of one of the items’ finishes; without it as delivered.")
  String finish;

  @Option(
      names = "--tile",
      paramLabel = "METRES",
      description = "Width of one tile; without it the item's own.")
  Double tile;

  @Option(
      names = "--as",
      paramLabel = "SETUP",
      description =
          "surface, plane, relief-floor, light or model; without it what is usual for the kind.")
  String as;

  @Option(names = "--turn", paramLabel = "DEGREES", description = "Turn of a light.")
  double turn;

  @Option(names = "--brightness", paramLabel = "FACTOR", description = "Brightness of a light.")
  Double brightness;

  @Option(
      names = "--level-horizon",
      description = "Bring the horizon of a light to the middle of its picture.")
  boolean level;

  @Option(
      names = "--test-scene",
      description = "Also write a scene with a ball, a floor, a light and a camera.")
  boolean scene;

  @Option(
      names = "--break-up",
      description =
          "Break repetition up while it is shown, by the host's own nodes where its format has"
              + " any.")
  boolean breakUp;

  @Option(
      names = "--model-unit",
      paramLabel = "UNIT",
      description = "Unit of length in a model's file: m, cm, mm, in or ft; m without it.")
  String unit;

  @Option(
      names = "--resume",
      description = "Install what an interrupted run has left; name no items and hosts then.")
  boolean resume;

  @Option(names = "--plan", description = "Only say what would be done.")
  boolean planOnly;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  private static final Map<String, Double> UNITS =
      Map.of("m", 1.0, "cm", 0.01, "mm", 0.001, "in", 0.0254, "ft", 0.3048);

  private final List<Map<String, Object>> done = new ArrayList<>();
  private final List<Problem> problems = new ArrayList<>();

  @Override
  public Integer call() throws ShelfException {
    if (tile != null && !(tile > 0 && tile < 10_000)) {
      out.problem(
          Problem.error(
              "use", null, Words.of("installCommand.tile-cannot-give-width-metres", tile)));
      return Exit.USE;
    }
    if (resume != names.isEmpty() || resume != hosts.isEmpty()) {
      out.problem(Problem.error("use", null, Words.of("installCommand.name-items-hosts-host-or")));
      return Exit.USE;
    }
    InstallOptions options = options();
    return options == null ? Exit.USE : run(options);
  }

  private InstallOptions options() {
    Setup setup = null;
    if (as != null) {
      setup = Setup.ofId(as).orElse(null);
      if (setup == null) {
        out.problem(
            Problem.error(
                "use", as, Words.of("installCommand.cannot-surface-plane-relief-floor", as)));
        return null;
      }
    }
    Double metres = unit == null ? null : UNITS.get(unit);
    if (unit != null && metres == null) {
      out.problem(
          Problem.error("use", unit, Words.of("installCommand.model-unit-cannot-cm-mm", unit)));
      return null;
    }
    if (brightness != null && !(brightness > 0 && brightness <= 1_000_000)) {
      out.problem(Problem.error("use", null, Words.of("installCommand.brightness-has-above")));
      return null;
    }
    return InstallOptions.NONE
        .at(resolution)
        .tile(tile)
        .as(setup)
        .light(turn, brightness == null ? 1 : brightness, level)
        .scene(scene)
        .brokenUp(breakUp)
        .unit(metres);
  }

  private int run(InstallOptions options) throws ShelfException {
    boolean several = false;
    boolean unproved = false;
    try (Shelf shelf = shelfOption.open(out, false)) {
      List<Wanted> wanted = new ArrayList<>(resume ? shelf.installQueue().left() : List.of());
      for (String name : names) {
        for (String host : hosts) {
          try {
            ShelvedItem s = shelf.item(name);
            Finish with = finish == null ? null : ItemArguments.finish(s, finish);
            wanted.add(
                new Wanted(
                    s.item().id(), ItemArguments.host(shelf, host).name(), options.finished(with)));
          } catch (ShelfException e) {
            several |= ItemArguments.exit(e) == Exit.USE;
            problems.add(e.problem());
          }
        }
      }
      if (!planOnly && !resume) {
        shelf.installQueue().add(wanted);
      }
      unproved = !all(shelf, wanted);
    }
    boolean any = out.problems(problems);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("installations", done);
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
    }
    if (done.isEmpty()) {
      return several ? Exit.USE : resume && !any ? Exit.DONE : Exit.FAILED;
    }
    return any || unproved ? Exit.PROBLEMS : Exit.DONE;
  }

  /**
   * Installs all, several at a time, and says what became of each in the order it was asked for;
   * whether all were proved, or only planned.
   */
  private boolean all(Shelf shelf, List<Wanted> wanted) throws ShelfException {
    boolean proved = true;
    int atOnce = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 4);
    try (ExecutorService pool = Executors.newFixedThreadPool(Math.min(atOnce, wanted.size() + 1))) {
      List<Future<Became>> all =
          wanted.stream().map(w -> pool.submit(() -> one(shelf, w))).toList();
      for (int i = 0; i < all.size(); i++) {
        Became b = all.get(i).get();
        proved &= say(b);
        if (!planOnly && b.installed() != null) {
          used(shelf, b.installed());
        }
        if (!planOnly) {
          shelf.installQueue().done(wanted.get(i));
        }
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException r) {
        throw r;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    }
    return proved;
  }

  /** What stands in the host of a job is a use of it; that it cannot be noted stops nothing. */
  private void used(Shelf shelf, InstallationRecord i) {
    try {
      for (String project : shelf.projects().installed(i)) {
        problems.add(
            Problem.note("use-noted", null, Words.of("installCommand.noted-use", project)));
      }
    } catch (ShelfException e) {
      problems.add(e.problem());
    }
  }

  /** What became of one wish: either a plan and its installation, or why there is none. */
  private record Became(InstallPlan plan, InstallationRecord installed, Problem why) {}

  private boolean say(Became b) {
    if (b.why() != null) {
      problems.add(b.why());
      return true;
    }
    List<Problem> notes = InstallText.notes(b.plan());
    notes.stream().filter(n -> !problems.contains(n)).forEach(problems::add);
    done.add(ItemJson.installation(b.installed()));
    if (!out.json) {
      new InstallText(out, planOnly).say(b.plan(), b.installed(), notes);
    }
    return planOnly || b.installed().proof().ok();
  }

  private Became one(Shelf shelf, Wanted w) {
    try {
      return installed(shelf, w);
    } catch (ShelfException e) {
      return new Became(null, null, e.problem());
    }
  }

  private Became installed(Shelf shelf, Wanted w) throws ShelfException {
    HostRecord host = ItemArguments.host(shelf, w.host());
    if (!planOnly) {
      shelf.installer().expect(host);
    }
    InstallPlan plan = shelf.installer().plan(shelf.item(w.item()), host, w.options());
    return new Became(
        plan,
        planOnly
            ? planned(plan)
            : shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE)),
        null);
  }

  /** A plan in the shape of an installation that has not been made. */
  private static InstallationRecord planned(InstallPlan p) {
    ShelvedItem s = p.item();
    HostRecord h = p.host();
    List<InstalledFile> files = new ArrayList<>();
    p.maps()
        .forEach(m ->
            files.add(
                new InstalledFile(
                    p.folder().resolve(p.profile().files().textures()).resolve(m.file()).toString(),
                    m.role(),
                    p.provenance(m),
                    m.conversionIds(),
                    null,
                    0)));
    String document = p.folder().resolve(p.document()).toString();
    files.add(new InstalledFile(document, null, null, List.of(), null, 0));
    return new InstallationRecord(
        p.id(),
        s.item().id(),
        h.name(),
        p.resolution(),
        document,
        files,
        p.leftOut(),
        null,
        null,
        p.options());
  }
}
