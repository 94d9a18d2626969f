package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import keepshelf.core.disk.FileTrees;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.Light;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.openjdk.jmh.annotations.AuxCounters;
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
import org.openjdk.jmh.annotations.Warmup;

/**
 * Conversions from file to file, beside the same by the system's native image tool ({@code
 * /usr/bin/convert} of Debian's imagemagick) with the same effort of packing. For one core against
 * one core, run it under {@code taskset -c 0}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 3)
@Measurement(iterations = 4, time = 4)
public class ConversionBenchmark {
  private static final int TILE = 2048;
  private static final int EFFORT = 1;
  private static final String PNG = " -define png:compression-level=" + EFFORT + " ";

  /** Without it the tool, as it is packaged, takes the disk for what needs more than 256 MB. */
  private static final String ROOMY =
      """
      <policymap>
        <policy domain="resource" name="memory" value="8GiB"/>
        <policy domain="resource" name="map" value="8GiB"/>
        <policy domain="resource" name="area" value="8GP"/>
        <policy domain="resource" name="disk" value="16GiB"/>
      </policymap>
      """;

  private static final Map<String, String> LINES =
      Map.of(
          "flip-green", "/usr/bin/convert n.png -channel G -negate +channel" + PNG + "t.png",
          "gloss-to-roughness", "/usr/bin/convert r.png -negate" + PNG + "t.png",
          "resize",
              "/usr/bin/convert c.png -colorspace RGB -filter box -resize 50% -colorspace sRGB"
                  + PNG
                  + "PNG48:t.png",
          "depth", "/usr/bin/convert h.png -ordered-dither o8x8,256 -depth 8" + PNG + "t.png",
          "format", "/usr/bin/convert c.png -compress zip t.tif",
          "pack", "/usr/bin/convert r.png m.png o.png -combine" + PNG + "t.png",
          "unpack", "/usr/bin/convert orm.png -channel G -separate" + PNG + "t.png",
          "occlusion-into-colour",
              "/usr/bin/convert c.png -colorspace RGB o.png -compose multiply -composite"
                  + " -colorspace sRGB"
                  + PNG
                  + "t.png");

  /** Which conversion. */
  @Param({
    "flip-green",
    "gloss-to-roughness",
    "resize",
    "depth",
    "format",
    "pack",
    "unpack",
    "occlusion-into-colour"
  })
  public String conversion;

  /** Pixels a side; larger maps are the same tile several times. */
  @Param({"2048", "8192"})
  public int side;

  private Path folder;

  /** Writes the maps. */
  @Setup
  public void write() throws IOException {
    folder = Files.createTempDirectory("keepshelf-convert");
    MapSet m = new MapSet(Recipe.VERDIGRIS_COPPER, TILE);
    write(m.baseColour(), "c.png");
    write(m.normal8(true), "n.png");
    write(m.roughness(), "r.png");
    write(m.metallic(), "m.png");
    write(m.occlusion(), "o.png");
    write(m.height16(), "h.png");
    write(m.packed(), "orm.png");
    Files.writeString(at("policy.xml"), ROOMY);
  }

  private void write(Pixels tile, String name) throws IOException {
    ImageEncoder.png(Repeated.tiles(tile, side / TILE), at(name), EFFORT);
  }

  private Path at(String name) {
    return folder.resolve(name);
  }

  private Pixels in(String name) throws IOException {
    return ImageDecoder.decode(at(name));
  }

  /** Removes the maps. */
  @TearDown
  public void remove() throws IOException {
    FileTrees.delete(folder);
  }

  /** By our own code. */
  @Benchmark
  public void ours() throws IOException {
    Pixels p =
        switch (conversion) {
          case "flip-green" -> Maps.flipGreen(in("n.png"));
          case "gloss-to-roughness" -> Maps.invert(in("r.png"));
          case "resize" -> Resize.to(in("c.png"), side / 2, side / 2, Resize.Holds.COLOUR);
          case "depth" -> Resize.toBytes(in("h.png"));
          case "format" -> in("c.png");
          case "pack" ->
              Channels.pack(new Pixels[] {in("r.png"), in("m.png"), in("o.png")}, new double[3]);
          case "unpack" -> in("orm.png").channel(1);
          default -> Light.occluded(in("c.png"), in("o.png"), 1);
        };
    if (conversion.equals("format")) {
      ImageEncoder.tiff(p, at("ours.tif"));
    } else {
      ImageEncoder.png(p, at("ours.png"), EFFORT);
    }
  }

  /** By the native tool. */
  @Benchmark
  public int nativeTool() throws IOException, InterruptedException {
    int exit =
        SystemShell.run(
            "export MAGICK_CONFIGURE_PATH=$1; " + LINES.get(conversion), folder, folder);
    if (exit != 0) {
      throw new IOException("the native tool is missing or failed: " + exit);
    }
    return exit;
  }

  /** What both took of a measurement in all, by calls that took turns: milliseconds. */
  @State(Scope.Thread)
  @AuxCounters(AuxCounters.Type.EVENTS)
  public static class InTurn {
    private long ours;
    private long theirs;

    /** Counts each iteration for itself; the sums are printed. */
    @Setup(Level.Iteration)
    public void begin() {
      ours = 0;
      theirs = 0;
    }

    /** By our own code. */
    public double byOurs() {
      return ours / 1e6;
    }

    /** By the native tool. */
    public double byNative() {
      return theirs / 1e6;
    }
  }

  /** Both, one after the other, so that an hour in which the machine is slow is slow for both. */
  @Benchmark
  public void inTurn(InTurn times) throws IOException, InterruptedException {
    long begin = System.nanoTime();
    ours();
    long between = System.nanoTime();
    nativeTool();
    times.ours += between - begin;
    times.theirs += System.nanoTime() - between;
  }
}
