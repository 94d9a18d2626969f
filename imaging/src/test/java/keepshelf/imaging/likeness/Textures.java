package keepshelf.imaging.likeness;

import java.util.Random;
import keepshelf.imaging.pixel.Pixels;

/**
 * Endless surfaces of many makes from seeds: clouds, grains, blobs, boards, courses, weaves and
 * stripes, of any colours, out of true and uneven, so that no two parts are the same.
 */
final class Textures {
  private final Random r;
  private final int kind;
  private final double size;
  private final double turn;
  private final double rough;
  private final double sharp;
  private final int octaves;
  private final float[][] tones = new float[3][];
  private final long seed;

  Textures(long seed) {
    this.seed = seed;
    r = new Random(seed * 7919 + 3);
    kind = r.nextInt(7);
    size = 6 * Math.pow(6, r.nextDouble());
    turn = r.nextDouble() * Math.PI;
    rough = 0.35 + 0.5 * r.nextDouble();
    sharp = r.nextDouble();
    octaves = 2 + r.nextInt(4);
    float hue = r.nextFloat();
    float chroma = 0.02f + 0.3f * r.nextFloat() * r.nextFloat();
    float light = 0.2f + 0.6f * r.nextFloat();
    for (int i = 0; i < 3; i++) {
      float l = Math.clamp(light + 0.35f * (r.nextFloat() - 0.5f), 0.05f, 0.95f);
      double h = 2 * Math.PI * (hue + 0.12 * r.nextGaussian());
      tones[i] =
          new float[] {
            Math.clamp(l + chroma * (float) Math.cos(h), 0f, 1f),
            Math.clamp(l + chroma * (float) Math.cos(h - 2.1), 0f, 1f),
            Math.clamp(l + chroma * (float) Math.cos(h + 2.1), 0f, 1f)
          };
    }
  }

  /** The part of {@code side} pixels whose corner is at ({@code left}, {@code top}). */
  Pixels part(int left, int top, int side) {
    byte[] out = new byte[side * side * 3];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double v = Math.clamp(at(left + x, top + y), 0, 1) * 2;
        int k = v < 1 ? 0 : 1;
        double t = v - k;
        double grain = 0.03 * (hash(left + x, top + y, 5) - 0.5);
        for (int c = 0; c < 3; c++) {
          double p = tones[k][c] * (1 - t) + tones[k + 1][c] * t + grain;
          out[(y * side + x) * 3 + c] = (byte) Math.clamp(Math.round(p * 255), 0, 255);
        }
      }
    }
    return Pixels.u8(side, side, 3, out);
  }

  private double at(double px, double py) {
    double x = (px * Math.cos(turn) + py * Math.sin(turn)) / size;
    double y = (py * Math.cos(turn) - px * Math.sin(turn)) / size;
    double cloud = clouds(x, y);
    return switch (kind) {
      case 0 -> cloud;
      case 1 -> clouds(x * 0.3, y * 3);
      case 2 -> steep(blobs(x, y)) * 0.7 + 0.3 * cloud;
      case 3 -> 0.25 + 0.5 * steep(0.5 + 0.5 * Math.sin(6.283 * (x + 0.4 * cloud))) + 0.25 * cloud;
      case 4 -> courses(x, y, cloud);
      case 5 ->
          0.4 * steep(0.5 + 0.25 * (Math.sin(6.283 * x * 1.5) + Math.sin(6.283 * y * 1.5)))
              + 0.6 * cloud;
      default -> Math.abs(2 * cloud - 1) * 1.6;
    };
  }

  private double courses(double x, double y, double cloud) {
    double row = Math.floor(y);
    double along = x / 2 + 0.5 * (row % 2);
    double unit = hash((int) Math.floor(along), (int) row, 9);
    double dx = Math.abs(along - Math.floor(along) - 0.5);
    double dy = Math.abs(y - row - 0.5);
    boolean joint = dx > 0.46 || dy > 0.42;
    return joint ? 0.05 : 0.3 + 0.4 * unit + 0.3 * cloud;
  }

  private double blobs(double x, double y) {
    double best = 9;
    for (int j = -1; j <= 1; j++) {
      for (int i = -1; i <= 1; i++) {
        int cx = (int) Math.floor(x) + i;
        int cy = (int) Math.floor(y) + j;
        double dx = cx + hash(cx, cy, 1) - x;
        double dy = cy + hash(cx, cy, 2) - y;
        best = Math.min(best, dx * dx + dy * dy);
      }
    }
    return Math.min(1, Math.sqrt(best));
  }

  private double steep(double v) {
    double s = 1 + 6 * sharp;
    return Math.clamp((v - 0.5) * s + 0.5, 0, 1);
  }

  private double clouds(double x, double y) {
    double sum = 0;
    double weight = 1;
    double all = 0;
    for (int o = 0; o < octaves; o++) {
      sum += weight * smooth(x * (1 << o), y * (1 << o), 11 + o);
      all += weight;
      weight *= rough;
    }
    return sum / all;
  }

  private double smooth(double x, double y, int salt) {
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    double fx = x - ix;
    double fy = y - iy;
    fx = fx * fx * (3 - 2 * fx);
    fy = fy * fy * (3 - 2 * fy);
    double a = hash(ix, iy, salt) * (1 - fx) + hash(ix + 1, iy, salt) * fx;
    double b = hash(ix, iy + 1, salt) * (1 - fx) + hash(ix + 1, iy + 1, salt) * fx;
    return a * (1 - fy) + b * fy;
  }

  private double hash(int x, int y, int salt) {
    long h =
        (x * 0x9E3779B97F4A7C15L) ^ (y * 0xC2B2AE3D27D4EB4FL) ^ (seed * 31 + salt) * 0x165667B1;
    h ^= h >>> 29;
    h *= 0xBF58476D1CE4E5B9L;
    h ^= h >>> 32;
    return (h & 0xffffff) / (double) 0x1000000;
  }
}
