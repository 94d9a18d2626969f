package keepshelf.imaging.bond;

/**
 * Smooth noise that repeats with a tile: random values on a lattice, between them a cubic, in three
 * octaves (K. Perlin, "An image synthesizer", 1985, as value noise).
 */
final class TileNoise {
  private static final int OCTAVES = 3;

  private final long seed;
  private final double width;
  private final double height;
  private final int across;
  private final int down;

  /** {@code size} is about how far apart hills are. */
  TileNoise(long seed, double width, double height, double size) {
    this.seed = seed;
    this.width = width;
    this.height = height;
    across = Math.max(1, (int) Math.round(width / size));
    down = Math.max(1, (int) Math.round(height / size));
  }

  /** About -1 to 1. */
  double at(double x, double y) {
    double sum = 0;
    double weight = 1;
    double all = 0;
    for (int o = 0; o < OCTAVES; o++) {
      int n = across << o;
      int m = down << o;
      sum += weight * lattice(x / width * n, y / height * m, n, m, o);
      all += weight;
      weight /= 2;
    }
    return sum / all;
  }

  private double lattice(double x, double y, int n, int m, int octave) {
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double fx = smooth(x - x0);
    double fy = smooth(y - y0);
    double a = value(x0, y0, n, m, octave);
    double b = value(x0 + 1, y0, n, m, octave);
    double c = value(x0, y0 + 1, n, m, octave);
    double d = value(x0 + 1, y0 + 1, n, m, octave);
    double top = a + (b - a) * fx;
    return top + (c + (d - c) * fx - top) * fy;
  }

  private static double smooth(double t) {
    return t * t * (3 - 2 * t);
  }

  private double value(int x, int y, int n, int m, int octave) {
    long h =
        seed
            ^ Math.floorMod(x, n) * 0x9E3779B97F4A7C15L
            ^ Math.floorMod(y, m) * 0xC2B2AE3D27D4EB4FL
            ^ octave * 0x165667B19E3779F9L;
    h = (h ^ h >>> 30) * 0xBF58476D1CE4E5B9L;
    h = (h ^ h >>> 27) * 0x94D049BB133111EBL;
    h ^= h >>> 31;
    return (h >>> 11) * 0x1.0p-52 - 1;
  }
}
