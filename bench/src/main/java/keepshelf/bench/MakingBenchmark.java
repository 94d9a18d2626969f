package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import keepshelf.core.disk.FileTrees;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.derive.SkyShare;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
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
 * Maps worked out of a height, file to file, against the nearest that the native image tool can do:
 * two Sobel filters for a normal map; for occlusion, which it cannot, the difference to a wide
 * blur.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
@Fork(1)
public class MakingBenchmark {
  private static final String PNG = " -define png:compression-level=4 ";

  /** Which map. */
  @Param({"normal", "occlusion"})
  public String map;

  /** Pixels of a side. */
  @Param({"2048", "4096"})
  public int side;

  private Path folder;

  /** Writes the height. */
  @Setup
  public void write() throws IOException {
    folder = Files.createTempDirectory("keepshelf-making");
    ImageEncoder.png(
        new MapSet(Recipe.VERDIGRIS_COPPER, side).height16(), folder.resolve("h.png"), 4);
  }

  /** Removes it. */
  @TearDown
  public void remove() throws IOException {
    FileTrees.delete(folder);
  }

  /** By our own code. */
  @Benchmark
  public void ours() throws IOException {
    float[] z = ImageDecoder.decode(folder.resolve("h.png")).plane(0);
    for (int i = 0; i < z.length; i++) {
      z[i] *= side * 0.02f;
    }
    Pixels p =
        map.equals("normal")
            ? NormalMaps.deepFromHeight(z, side, side, 1)
            : Ranges.grey(SkyShare.of(z, side, side), side, side);
    ImageEncoder.png(p, folder.resolve("ours.png"), 4);
  }

  /** By the native tool. */
  @Benchmark
  public int nativeTool() throws IOException, InterruptedException {
    String line =
        map.equals("normal")
            ? "/usr/bin/convert h.png \\( -clone 0 -morphology Convolve Sobel:0 \\) \\( -clone 0"
                + " -morphology Convolve Sobel:90 \\) -combine"
                + PNG
                + "t.png"
            : "/usr/bin/convert h.png \\( -clone 0 -blur 0x32 \\) -compose minus -composite"
                + PNG
                + "t.png";
    int exit = SystemShell.run(line, folder, folder);
    if (exit != 0) {
      throw new IOException("the native tool is missing or failed: " + exit);
    }
    return exit;
  }
}
