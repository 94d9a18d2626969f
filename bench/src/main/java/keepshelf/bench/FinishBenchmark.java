package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.finish.Finishing;
import keepshelf.core.model.MapRole;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A finish that says something of every map, worked into a set from file to file, beside the same
 * steps by the system's native image tool (both cores for both): hue and saturation of the colour,
 * roughness and height by range and midpoint, weaker normals, metal turned round. The tool's own
 * hue and saturation stand for ours, which work in another space; its normals are weakened without
 * being made of length one.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
public class FinishBenchmark {
  private static final String PNG = " -define png:compression-level=4 ";

  private static final String LINES =
      String.join(
          " && ",
          "/usr/bin/convert c.png -modulate 100,60,107" + PNG + "tc.png",
          "/usr/bin/convert r.png +level 30%,80% -gamma 1.3" + PNG + "tr.png",
          "/usr/bin/convert h.png +level 20%,90% -gamma 0.8" + PNG + "th.png",
          "/usr/bin/convert m.png -negate" + PNG + "tm.png",
          "/usr/bin/convert n.png -channel RG +level 20%,80% +channel" + PNG + "tn.png");

  private static final Map<String, String> SETTINGS =
      Map.of(
          "hue", "25",
          "saturation", "0.6",
          "roughness", "0.3..0.8",
          "roughness-curve", "0.4",
          "height", "0.2..0.9",
          "height-curve", "0.6",
          "normal", "0.6",
          "inverted", "metallic");

  /** Pixels a side. */
  @Param({"2048", "4096"})
  public int side;

  private Path folder;
  private Finish finish = Finish.named("All");
  private final Map<String, MapRole> maps = new LinkedHashMap<>();

  /** Writes the maps. */
  @Setup
  public void write() throws IOException {
    folder = Files.createTempDirectory("keepshelf-finish");
    MapSet m = new MapSet(Recipe.VERDIGRIS_COPPER, side);
    ImageEncoder.png(m.baseColour(), folder.resolve("c.png"), 4);
    ImageEncoder.png(m.normal8(true), folder.resolve("n.png"), 4);
    ImageEncoder.png(m.roughness(), folder.resolve("r.png"), 4);
    ImageEncoder.png(m.metallic(), folder.resolve("m.png"), 4);
    ImageEncoder.png(m.height16(), folder.resolve("h.png"), 4);
    maps.put("c", MapRole.BASE_COLOUR);
    maps.put("n", MapRole.NORMAL);
    maps.put("r", MapRole.ROUGHNESS);
    maps.put("m", MapRole.METALLIC);
    maps.put("h", MapRole.HEIGHT);
    SETTINGS.forEach((k, v) -> finish = FinishSetting.ofId(k).orElseThrow().write(finish, v));
  }

  /** Removes the maps. */
  @TearDown
  public void remove() throws IOException {
    FileTrees.delete(folder);
  }

  /** By our own code. */
  @Benchmark
  public void ours() throws IOException {
    for (Map.Entry<String, MapRole> e : maps.entrySet()) {
      ImageEncoder.png(
          Finishing.applied(
              finish, e.getValue(), ImageDecoder.decode(folder.resolve(e.getKey() + ".png"))),
          folder.resolve("o" + e.getKey() + ".png"),
          4);
    }
  }

  /** By the native tool. */
  @Benchmark
  public int nativeTool() throws IOException, InterruptedException {
    int exit = SystemShell.run(LINES, folder, folder);
    if (exit != 0) {
      throw new IOException("the native tool is missing or failed: " + exit);
    }
    return exit;
  }
}
