package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.InstallBatch;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Timeout;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Materials installed in simulated hosts, planned, written and read back by their readers, beside
 * the same without reading back, and beside copying the delivered files into as many folders and
 * hashing the copies with the system's tools.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 0)
@Timeout(time = 60, timeUnit = TimeUnit.MINUTES)
@Measurement(iterations = 1)
public class InstallBenchmark {
  /** How many materials. */
  @Param("50")
  public int materials;

  /** Pixels a side of each map. */
  @Param("2048")
  public int side;

  /** In which hosts: {@code all} five, or the name of one. */
  @Param("all")
  public String hosts;

  private static final int TILE = 2048;

  private Path folder;
  private Path packs;
  private Shelf shelf;

  /** Makes the materials: three recipes, each rolled another way, so that no two maps are alike. */
  @Setup(Level.Trial)
  public void fill() throws IOException, ShelfException, InterruptedException {
    folder = Files.createTempDirectory("keepshelf-install");
    packs = folder.resolve("packs");
    Recipe[] recipes = {Recipe.VERDIGRIS_COPPER, Recipe.SLATE_SHINGLE, Recipe.RUST_STREAKED_HULL};
    for (int r = 0; r < recipes.length; r++) {
      MapSet m = new MapSet(recipes[r], Math.min(side, TILE));
      Map<String, Pixels> maps = new LinkedHashMap<>();
      maps.put("BaseColor", m.baseColour());
      maps.put("Roughness", m.roughness());
      maps.put("Metallic", m.metallic());
      maps.put("NormalGL", m.normal8(true));
      maps.put("Height", m.height16());
      maps.put("AO", m.occlusion());
      for (int i = r; i < materials; i += recipes.length) {
        Path to = Files.createDirectories(packs.resolve("quay_" + letters(i)));
        for (Map.Entry<String, Pixels> e : maps.entrySet()) {
          Pixels map =
              Repeated.rolled(Repeated.tiles(e.getValue(), Math.max(1, side / TILE)), 37 * i);
          ImageEncoder.png(map, to.resolve("quay_" + letters(i) + "_" + e.getKey() + ".png"), 1);
        }
      }
    }
    shelf = Shelf.open(folder.resolve("shelf"));
    shelf.file(shelf.read(packs.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    for (HostProfile p : HostProfile.shipped()) {
      boolean wanted = hosts.equals("all") || hosts.equals(p.id());
      if (!p.id().startsWith("plain-") && wanted) {
        String at = folder.resolve("hosts/" + p.id()).toString();
        shelf.installer().addHost(new HostRecord(p.id(), p.id(), at));
      }
    }
    // What was written for it is not to be waited for while it is measured.
    SystemShell.run("sync", folder, folder);
  }

  private static String letters(int i) {
    return "" + (char) ('a' + i / 26) + (char) ('a' + i % 26);
  }

  /** Removes everything. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    shelf.close();
    FileTrees.delete(folder);
  }

  private List<InstallPlan> plans() throws ShelfException {
    List<InstallPlan> plans = new ArrayList<>();
    for (ShelvedItem s : shelf.catalogue().items()) {
      for (HostRecord h : shelf.catalogue().hosts()) {
        plans.add(shelf.installer().plan(s, h, InstallOptions.NONE.tile(0.5)));
      }
    }
    return plans;
  }

  /** Plans and writes, and reads nothing back. */
  @Benchmark
  public int written() throws ShelfException {
    List<InstallPlan> plans = plans();
    for (InstallPlan p : plans) {
      shelf.installer().install(p, Progress.NONE);
    }
    return plans.size();
  }

  /** Plans, installs and proves. */
  @Benchmark
  public int installed() throws ShelfException {
    List<InstallPlan> plans = plans();
    int[] sound = {0};
    InstallBatch.run(
        shelf.installer(),
        plans,
        Set.of(),
        new InstallBatch.Listener() {
          @Override
          public void at(String what, double share) {
            // Nobody watches.
          }

          @Override
          public void done(InstallPlan plan, InstallationRecord proved) {
            sound[0] += proved.proof().ok() ? 1 : 0;
          }

          @Override
          public void failed(InstallPlan plan, Problem why) {
            throw new IllegalStateException(why.message());
          }
        });
    if (sound[0] != plans.size()) {
      throw new IllegalStateException(sound[0] + " of " + plans.size() + " were proved");
    }
    return sound[0];
  }

  /** The limit: the same files copied into as many folders, and the copies hashed. */
  @Benchmark
  public int copied() throws IOException, InterruptedException {
    return SystemShell.run(
        "for i in $(seq "
            + (hosts.equals("all") ? 5 : 1)
            + "); do cp -r . \"$1/$i\"; done; sync;"
            + " find \"$1\" -type f -print0 | xargs -0 sha256sum > \"$1/hashes\"",
        packs,
        Files.createTempDirectory(folder, "copied"));
  }
}
