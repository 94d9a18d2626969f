package keepshelf.core.inspect;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/** Where on a map a finding can be seen. */
public final class Spots {
  /**
   * A part of a picture, each 0..1 from the upper left.
   *
   * @param x left edge
   * @param y upper edge
   * @param width of the whole width
   * @param height of the whole height
   */
  public record Region(double x, double y, double width, double height) {}

  private static final int CELLS = 12;

  private Spots() {}

  /** How much a pixel shows of a finding. */
  private interface Measure {
    double at(int x, int y);
  }

  /**
   * The part of the picture in {@code file} that shows {@code finding} most; empty when it concerns
   * all of it.
   *
   * @throws IOException when the picture cannot be decoded
   */
  public static Optional<Region> of(Problem finding, Path file) throws IOException {
    return of(finding, ImageDecoder.decode(file));
  }

  /** The part of {@code p} that shows {@code finding} most; empty when it concerns all of it. */
  public static Optional<Region> of(Problem finding, Pixels p) {
    return switch (finding.code()) {
      case "not-tileable" -> {
        boolean vertical = SeamTest.test(p, false).vertical();
        yield Optional.of(vertical ? new Region(0.96, 0, 0.04, 1) : new Region(0, 0.96, 1, 0.04));
      }
      case "metallic-not-binary" -> worst(p, (x, y) -> between(p.value(x, y, 0)));
      case "normal-not-unit" ->
          p.channels() < 3 ? Optional.empty() : worst(p, (x, y) -> unitError(p, x, y));
      case "albedo-range" -> worst(p, (x, y) -> Math.abs(p.value(x, y, 0) - 0.5));
      case "jpeg-traces", "normal-as-jpeg" -> worst(p, (x, y) -> blocks(p, x, y));
      case "low-detail" -> worst(p, (x, y) -> edge(p, x, y));
      default -> Optional.empty();
    };
  }

  private static double between(double v) {
    return v > 16 / 255.0 && v < 239 / 255.0 ? 1 : 0;
  }

  private static double unitError(Pixels p, int x, int y) {
    double nx = 2 * p.value(x, y, 0) - 1;
    double ny = 2 * p.value(x, y, 1) - 1;
    double nz = 2 * p.value(x, y, 2) - 1;
    return Math.abs(Math.sqrt(nx * nx + ny * ny + nz * nz) - 1);
  }

  private static double blocks(Pixels p, int x, int y) {
    return x % 8 == 0 && x > 0 ? Math.abs(p.value(x, y, 0) - p.value(x - 1, y, 0)) : 0;
  }

  private static double edge(Pixels p, int x, int y) {
    return x > 0 ? Math.abs(p.value(x, y, 0) - p.value(x - 1, y, 0)) : 0;
  }

  /** The cell of a grid over the picture in which {@code m} is largest on average. */
  private static Optional<Region> worst(Pixels p, Measure m) {
    double[] sum = new double[CELLS * CELLS];
    int[] count = new int[CELLS * CELLS];
    int step = Math.max(1, Math.min(p.width(), p.height()) / 768);
    for (int y = 0; y < p.height(); y += step) {
      for (int x = 0; x < p.width(); x += step) {
        int cell = y * CELLS / p.height() * CELLS + x * CELLS / p.width();
        sum[cell] += m.at(x, y);
        count[cell]++;
      }
    }
    int best = 0;
    for (int i = 0; i < sum.length; i++) {
      if (sum[i] / Math.max(1, count[i]) > sum[best] / Math.max(1, count[best])) {
        best = i;
      }
    }
    double side = 1.0 / CELLS;
    return sum[best] <= 0
        ? Optional.empty()
        : Optional.of(new Region(best % CELLS * side, best / CELLS * side, side, side));
  }
}
