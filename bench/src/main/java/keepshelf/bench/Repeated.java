package keepshelf.bench;

import keepshelf.imaging.pixel.Pixels;

/** Large maps for benchmarks: one tile several times, which takes no time to make. */
final class Repeated {
  private Repeated() {}

  /** {@code p} with its first {@code rows} at the end: another picture of the same kind. */
  static Pixels rolled(Pixels p, int rows) {
    int line = p.width() * p.channels();
    boolean deep = p.rawShorts() != null;
    Object from = deep ? p.rawShorts() : p.rawBytes();
    int n = line * p.height();
    int first = line * (rows % p.height());
    Object to = deep ? new short[n] : new byte[n];
    System.arraycopy(from, first, to, 0, n - first);
    System.arraycopy(from, 0, to, n - first, first);
    return deep
        ? Pixels.u16(p.width(), p.height(), p.channels(), (short[]) to)
        : Pixels.u8(p.width(), p.height(), p.channels(), (byte[]) to);
  }

  /** {@code p} laid {@code times} x {@code times}. */
  static Pixels tiles(Pixels p, int times) {
    int line = p.width() * p.channels();
    boolean deep = p.rawShorts() != null;
    Object from = deep ? p.rawShorts() : p.rawBytes();
    int n = line * p.height() * times * times;
    Object to = deep ? new short[n] : new byte[n];
    for (int y = 0; y < p.height() * times; y++) {
      for (int k = 0; k < times; k++) {
        System.arraycopy(from, y % p.height() * line, to, (y * times + k) * line, line);
      }
    }
    int w = p.width() * times;
    int h = p.height() * times;
    return deep
        ? Pixels.u16(w, h, p.channels(), (short[]) to)
        : Pixels.u8(w, h, p.channels(), (byte[]) to);
  }
}
