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

  /** Planes at the size of the original. */
  record Planes(int width, int height, float[]... planes) {}

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
    float[][] out = new float[p.planes().length][];
    for (int c = 0; c < out.length; c++) {
      out[c] = Resampler.area(p.planes()[c], p.width(), p.height(), width, height);
    }
    return new SmallPlanes(width, height, out);
  }
}
