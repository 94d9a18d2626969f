package keepshelf.imaging.render;

import java.util.SplittableRandom;
import keepshelf.imaging.light.LightField;

/** Draws directions by how bright a light is there, from a grid of its own. */
final class DrawnLight {
  private static final int COLUMNS = 512;
  private static final int ROWS = 256;
  private final double[] sums = new double[COLUMNS * ROWS];

  DrawnLight(LightField field) {
    float[] rgb = new float[3];
    double sum = 0;
    for (int i = 0; i < sums.length; i++) {
      double polar = (i / COLUMNS + 0.5) / ROWS * Math.PI;
      double azimuth = (i % COLUMNS + 0.5) / COLUMNS * 2 * Math.PI;
      field.seen(
          (float) (Math.sin(polar) * Math.sin(azimuth)),
          (float) Math.cos(polar),
          (float) (Math.sin(polar) * Math.cos(azimuth)),
          rgb);
      sum += (0.2 * rgb[0] + 0.7 * rgb[1] + 0.1 * rgb[2] + 0.02) * angle(i);
      sums[i] = sum;
    }
    for (int i = 0; i < sums.length; i++) {
      sums[i] /= sum;
    }
  }

  private static double angle(int cell) {
    double row = cell / COLUMNS;
    double height = Math.cos(row / ROWS * Math.PI) - Math.cos((row + 1) / ROWS * Math.PI);
    return height * 2 * Math.PI / COLUMNS;
  }

  void draw(SplittableRandom random, float[] d) {
    int found = java.util.Arrays.binarySearch(sums, random.nextDouble());
    int cell = Math.min(found < 0 ? -found - 1 : found, sums.length - 1);
    double top = Math.cos(cell / COLUMNS / (double) ROWS * Math.PI);
    double low = Math.cos((cell / COLUMNS + 1) / (double) ROWS * Math.PI);
    double y = top + (low - top) * random.nextDouble();
    double azimuth = (cell % COLUMNS + random.nextDouble()) / COLUMNS * 2 * Math.PI;
    double flat = Math.sqrt(1 - y * y);
    d[0] = (float) (flat * Math.sin(azimuth));
    d[1] = (float) y;
    d[2] = (float) (flat * Math.cos(azimuth));
  }

  /** Probability density per steradian of drawing a direction. */
  double density(float[] d) {
    double azimuth = Math.atan2(d[0], d[2]) / (2 * Math.PI);
    int column = Math.min(COLUMNS - 1, (int) ((azimuth < 0 ? azimuth + 1 : azimuth) * COLUMNS));
    int row = Math.min(ROWS - 1, (int) (Math.acos(Math.clamp(d[1], -1, 1)) / Math.PI * ROWS));
    int cell = row * COLUMNS + column;
    return (sums[cell] - (cell == 0 ? 0 : sums[cell - 1])) / angle(cell);
  }
}
