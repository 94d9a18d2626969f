package keepshelf.core.install.measure;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.disk.FileStamp;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Size and means of a picture as stored. What is asked for again, as the same map goes to many
 * hosts, is decoded once, as long as its file stays as it is.
 *
 * @param width in pixels
 * @param height in pixels
 * @param means of each channel, 0..1
 */
public record StoredMeans(int width, int height, double[] means) {
  private static final int MOST = 10_000;
  private static final ConcurrentHashMap<Key, StoredMeans> KNOWN = new ConcurrentHashMap<>();

  private record Key(Path file, FileStamp stamp) {}

  /**
   * Of the picture in {@code file}.
   *
   * @throws IOException when it cannot be decoded
   */
  public static StoredMeans of(Path file) throws IOException {
    Key key = new Key(file, FileStamp.of(file));
    StoredMeans have = KNOWN.get(key);
    if (have == null) {
      have = of(Originals.of(file));
      if (KNOWN.size() > MOST) {
        KNOWN.clear();
      }
      KNOWN.put(key, have);
    }
    return have;
  }

  /**
   * The picture in {@code file}, whose means are known from then on.
   *
   * @throws IOException when it cannot be decoded
   */
  public static Pixels decoded(Path file) throws IOException {
    Key key = new Key(file, FileStamp.of(file));
    Pixels p = ImageDecoder.decode(file);
    KNOWN.computeIfAbsent(key, k -> of(p));
    return p;
  }

  /** Of pixels. */
  public static StoredMeans of(Pixels p) {
    int n = p.channels();
    double[] sums = new double[n];
    if (p.rawBytes() != null) {
      bytes(p.rawBytes(), n, sums);
    } else if (p.rawShorts() != null) {
      shorts(p.rawShorts(), n, sums);
    } else {
      for (int i = 0; i < p.sampleCount(); i++) {
        sums[i % n] += p.at(i);
      }
    }
    double pixels = (double) p.width() * p.height();
    return new StoredMeans(
        p.width(), p.height(), Arrays.stream(sums).map(s -> s / pixels).toArray());
  }

  private static void bytes(byte[] b, int n, double[] sums) {
    for (int c = 0; c < n; c++) {
      long sum = 0;
      for (int i = c; i < b.length; i += n) {
        sum += b[i] & 0xff;
      }
      sums[c] = sum / 255.0;
    }
  }

  private static void shorts(short[] s, int n, double[] sums) {
    for (int c = 0; c < n; c++) {
      long sum = 0;
      for (int i = c; i < s.length; i += n) {
        sum += s[i] & 0xffff;
      }
      sums[c] = sum / 65535.0;
    }
  }

  /** How many channels there are. */
  public int channels() {
    return means.length;
  }

  /** The mean of a channel; of the last one when there are fewer. */
  public double mean(int channel) {
    return means[Math.min(channel, means.length - 1)];
  }
}
