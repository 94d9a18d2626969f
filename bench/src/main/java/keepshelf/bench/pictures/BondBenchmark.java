package keepshelf.bench.pictures;

import java.util.concurrent.TimeUnit;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidLook;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.bond.Variety;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Laying units: how the time grows with pixels and with units, and the picture for the hand. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
@Fork(1)
public class BondBenchmark {
  /** Pixels of the longer side; the first is what follows the hand. */
  @Param({"288", "1024", "2048", "4096"})
  public int side;

  /** Columns and rows. */
  @Param({"4", "16"})
  public int units;

  private BondSpec spec() {
    return new BondSpec(
        Bond.RUNNING,
        400,
        392,
        units,
        units,
        0.5,
        new Joint(8, 5, Joint.Profile.HOLLOW),
        new Variety(2, 1, 3, 0.1, 0.5, true),
        1);
  }

  /** The maps but for normal and occlusion. */
  @Benchmark
  public LaidMaps laid() {
    return LaidMaps.of(
        spec(), Stuff.plain(0x5A6068, 0.6), Stuff.plain(0xB9B2A0, 0.9), side, () -> false);
  }

  /** All that is needed for the picture that follows the hand. */
  @Benchmark
  public int[] seen() {
    return LaidLook.of(laid());
  }
}
