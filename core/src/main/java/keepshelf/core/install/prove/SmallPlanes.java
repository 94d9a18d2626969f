package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.disk.FileStamp;
import keepshelf.imaging.resample.Resampler;

/**
 * Slopes or heights of an original, made small for a look under light; kept as long as its file
 * stays as it is, for the same map goes to many hosts.
 *
 * @param width in samples
 * @param height in samples
 * @param planes rows from the top
 */
record SmallPlanes(int width, int height, float[][] planes) {
  private static final int LOOKED_AT = 64;
  private static final int MOST = 500;
  private static final ConcurrentHashMap<Key, SmallPlanes> KNOWN = new ConcurrentHashMap<>();

  private record Key(Path file, FileStamp stamp, String how) {}

  /**
   * Planes at the size of the original, told a row at a time.
   *
   * @param width in samples
   * @param height in samples
   * @param count of planes
   * @param row tells a row of each
   */
  record Planes(int width, int height, int count, Row row) {}

  /** What a row of each plane holds. */
  interface Row {
    /** Fills {@code to}, an array a plane, with row {@code y} from the top. */
    void into(int y, float[][] to);
  }

  /** Works planes out. */
  interface Making {
    Planes make() throws IOException;
  }

  /** The planes of a file, made in the way that {@code how} names. */
  static SmallPlanes of(Path file, String how, Making making) throws IOException {
    Key key = new Key(file, FileStamp.of(file), how);
    SmallPlanes have = KNOWN.get(key);
    if (have == null) {
      have = small(making.make());
      if (KNOWN.size() > MOST) {
        KNOWN.clear();
      }
      KNOWN.put(key, have);
    }
    return have;
  }

  private static SmallPlanes small(Planes p) {
    int width = Math.min(LOOKED_AT, p.width());
    int height = Math.min(LOOKED_AT, p.height());
    boolean blocks = p.width() % width == 0 && p.height() % height == 0;
    return new SmallPlanes(
        width, height, blocks ? blocks(p, width, height) : parts(p, width, height));
  }

  /** Means over whole blocks, without the planes being held. */
  private static float[][] blocks(Planes p, int width, int height) {
    int across = p.width() / width;
    int down = p.height() / height;
    float[][] row = new float[p.count()][p.width()];
    float[][] out = new float[p.count()][width * height];
    double[] sums = new double[width];
    for (int y = 0; y < height; y++) {
      double[][] all = new double[p.count()][width];
      for (int j = 0; j < down; j++) {
        p.row().into(y * down + j, row);
        for (int c = 0; c < row.length; c++) {
          add(row[c], across, sums);
          for (int x = 0; x < width; x++) {
            all[c][x] += sums[x];
          }
        }
      }
      for (int c = 0; c < row.length; c++) {
        for (int x = 0; x < width; x++) {
          out[c][y * width + x] = (float) (all[c][x] / (across * down));
        }
      }
    }
    return out;
  }

  private static void add(float[] row, int across, double[] sums) {
    int at = 0;
    for (int x = 0; x < sums.length; x++) {
      double sum = 0;
      for (int k = 0; k < across; k++) {
        sum += row[at++];
      }
      sums[x] = sum;
    }
  }

  private static float[][] parts(Planes p, int width, int height) {
    int w = p.width();
    float[][] whole = new float[p.count()][w * p.height()];
    float[][] row = new float[p.count()][w];
    for (int y = 0; y < p.height(); y++) {
      p.row().into(y, row);
      for (int c = 0; c < row.length; c++) {
        System.arraycopy(row[c], 0, whole[c], y * w, w);
      }
    }
    float[][] out = new float[p.count()][];
    for (int c = 0; c < out.length; c++) {
      out[c] = Resampler.area(whole[c], w, p.height(), width, height);
    }
    return out;
  }
}
