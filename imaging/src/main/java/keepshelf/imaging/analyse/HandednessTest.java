package keepshelf.imaging.analyse;

import java.util.Arrays;
import keepshelf.imaging.pixel.Pixels;

/**
 * Decides which way a normal map's green channel points, from its slopes alone (they must close
 * into a surface) or with a height map. Answers {@link Handedness#UNKNOWN} when the pixels cannot
 * tell, as for patterns that only vary in one direction.
 */
public final class HandednessTest {
  /**
   * What the slopes say.
   *
   * @param handedness the decision, or unknown
   * @param strength from -1 (certainly −Y) to 1 (certainly +Y), the normalised mixed derivative
   * @param score the same as a t-statistic over 8 x 8 blocks
   */
  public record Slopes(Handedness handedness, double strength, double score) {}

  /**
   * What the height map says.
   *
   * @param handedness the decision, or unknown
   * @param alongX correlation of the x slopes with the height, -1..1; negative means inverted
   * @param alongY correlation of the stored y slopes with the height, -1..1
   */
  public record WithHeight(Handedness handedness, double alongX, double alongY) {
    /** Whether the height map (or both directions of the normal map) is upside down. */
    public boolean inverted() {
      return handedness != Handedness.UNKNOWN && alongX < 0;
    }
  }

  private static final double LEAST_STRENGTH = 0.15;
  private static final double LEAST_SCORE = 4;
  private static final double LEAST_CORRELATION = 0.25;

  private HandednessTest() {}

  /**
   * The curl test on pyramid levels 1 to 3: for the true sign both mixed derivatives of the height
   * agree, for the flipped one they cancel. {@code normal} has at least two channels.
   */
  public static Slopes bySlopes(Pixels normal) {
    return bySlopes(SlopeField.of(normal));
  }

  static Slopes bySlopes(SlopeField slopes) {
    SlopeField field = slopes;
    double[] strengths = new double[3];
    double score = 0;
    int levels = 0;
    for (int level = 1; level <= 3; level++) {
      if (Math.min(field.width, field.height) < 32) {
        break;
      }
      field = field.half();
      double[] s = curl(field);
      strengths[levels++] = s[0];
      score += s[1];
    }
    if (levels == 0) {
      return new Slopes(Handedness.UNKNOWN, 0, 0);
    }
    double[] used = Arrays.copyOf(strengths, levels);
    Arrays.sort(used);
    double strength = levels == 2 ? (used[0] + used[1]) / 2 : used[levels / 2];
    score /= Math.sqrt(levels);
    boolean decided =
        Math.abs(strength) >= LEAST_STRENGTH
            && Math.abs(score) >= LEAST_SCORE
            && Math.signum(strength) == Math.signum(score);
    Handedness h = !decided ? Handedness.UNKNOWN : strength > 0 ? Handedness.GL : Handedness.DX;
    return new Slopes(h, strength, score);
  }

  /**
   * Whether red and green of a normal map seem to have changed places: the slopes close into a
   * surface when they are exchanged, and do not as they are.
   */
  static boolean axesSwapped(SlopeField slopes) {
    SlopeField field = slopes;
    for (int level = 0; level < 2 && Math.min(field.width, field.height) >= 32; level++) {
      field = field.half();
    }
    double[] asIs = curl(field);
    double[] exchanged = curl(field.exchanged());
    return Math.abs(exchanged[0]) > Math.abs(asIs[0]) + 0.15 && Math.abs(exchanged[1]) > 4;
  }

  /** {rho, t} of one level. */
  private static double[] curl(SlopeField f) {
    double sumC = 0;
    double sumE = 0;
    int blocksX = 8;
    double[] block = new double[64];
    for (int y = 1; y < f.height - 1; y++) {
      for (int x = 1; x < f.width - 1; x++) {
        if (!f.valid(x, y)) {
          continue;
        }
        double aRow = f.rowDerivative(f.a, x, y);
        double bColumn = f.columnDerivative(f.b, x, y);
        double c = -aRow * bColumn;
        sumC += c;
        sumE += 0.5 * (aRow * aRow + bColumn * bColumn);
        block[y * 8 / f.height * blocksX + x * 8 / f.width] += c;
      }
    }
    if (sumE < 1e-9) {
      return new double[] {0, 0};
    }
    double mean = Arrays.stream(block).average().orElse(0);
    double variance = Arrays.stream(block).map(v -> (v - mean) * (v - mean)).sum() / 63;
    double t = variance <= 0 ? 0 : mean / (Math.sqrt(variance) / 8);
    return new double[] {sumC / sumE, t};
  }

  /** Compares the slopes with the gradient of {@code height} (white is up). */
  public static WithHeight withHeight(Pixels normal, Pixels height) {
    return withHeight(Sketch.ofNormal(normal), Sketch.of(height));
  }

  /**
   * The same from sketches; the height's is scaled to the normal map's when their sizes differ.
   *
   * @param normal made by {@link Sketch#ofNormal}
   */
  public static WithHeight withHeight(Sketch normal, Sketch height) {
    SlopeField field = normal.slopes();
    if (field == null || Math.min(field.width, field.height) < 16) {
      return new WithHeight(Handedness.UNKNOWN, 0, 0);
    }
    float[] h = height.lumaAt(field.width, field.height);
    if (h == null) {
      // What is called a height is a normal map.
      return new WithHeight(Handedness.UNKNOWN, 0, 0);
    }
    Correlation x = new Correlation();
    Correlation y = new Correlation();
    for (int row = 1; row < field.height - 1; row++) {
      for (int col = 1; col < field.width - 1; col++) {
        if (!field.valid(col, row)) {
          continue;
        }
        int at = row * field.width + col;
        x.add(-field.a[at], h[at + 1] - h[at - 1]);
        y.add(field.b[at], h[at + field.width] - h[at - field.width]);
      }
    }
    double cx = x.value();
    double cy = y.value();
    if (Math.min(Math.abs(cx), Math.abs(cy)) < LEAST_CORRELATION) {
      return new WithHeight(Handedness.UNKNOWN, cx, cy);
    }
    return new WithHeight(cx * cy > 0 ? Handedness.GL : Handedness.DX, cx, cy);
  }
}
