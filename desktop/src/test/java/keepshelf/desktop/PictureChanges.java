package keepshelf.desktop;

import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** What happens to pictures on their way through other people's hands. */
final class PictureChanges {
  private PictureChanges() {}

  interface At {
    int level(Pixels p, int x, int y, int c);
  }

  static Pixels made(Pixels p, int w, int h, At at) {
    byte[] out = new byte[w * h * p.channels()];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < p.channels(); c++) {
          int v = at.level(p, x, y, c);
          out[(y * w + x) * p.channels() + c] = (byte) Math.clamp(v, 0, 255);
        }
      }
    }
    return Pixels.u8(w, h, p.channels(), out);
  }

  static int level(Pixels p, int x, int y, int c) {
    int px = Math.floorMod(x, p.width());
    int py = Math.floorMod(y, p.height());
    return p.level((py * p.width() + px) * p.channels() + c);
  }

  static Pixels turned(Pixels p) {
    return made(p, p.height(), p.width(), (q, x, y, c) -> level(q, y, q.height() - 1 - x, c));
  }

  static Pixels mirrored(Pixels p) {
    return made(p, p.width(), p.height(), (q, x, y, c) -> level(q, q.width() - 1 - x, y, c));
  }

  static Pixels shifted(Pixels p) {
    return made(p, p.width(), p.height(), (q, x, y, c) -> level(q, x + 97, y + 41, c));
  }

  static Pixels tiled(Pixels p) {
    return made(p, 2 * p.width(), 2 * p.height(), PictureChanges::level);
  }

  static Pixels laidThrice(Pixels p) {
    return made(p, 3 * p.width(), p.height(), PictureChanges::level);
  }

  static Pixels framed(Pixels p, int border, int grey) {
    int w = p.width() + 2 * border;
    int h = p.height() + 2 * border;
    return made(
        p,
        w,
        h,
        (q, x, y, c) -> {
          boolean in = x >= border && y >= border && x < w - border && y < h - border;
          return in ? level(q, x - border, y - border, c) : grey;
        });
  }

  /** A bright sign in a corner. */
  static Pixels marked(Pixels p) {
    int w = p.width();
    return made(
        p,
        w,
        p.height(),
        (q, x, y, c) -> {
          boolean on = x > w / 2 && x < w * 7 / 8 && y > w / 8 && y < w / 4;
          return on && (x / 6 + y / 9) % 3 != 0 ? 240 : level(q, x, y, c);
        });
  }

  static Pixels lighter(Pixels p) {
    return p.mapLevels(-1, v -> Math.clamp(Math.round(1.12f * v + 9), 0, 255));
  }

  static Pixels tinted(Pixels p) {
    return p.mapLevels(0, v -> v * 4 / 5).mapLevels(2, v -> Math.min(255, v * 6 / 5));
  }

  static Pixels smaller(Pixels p, int by) {
    float[][] planes = new float[p.channels()][];
    int w = p.width() / by;
    int h = p.height() / by;
    for (int c = 0; c < planes.length; c++) {
      planes[c] = Resampler.area(p.plane(c), p.width(), p.height(), w, h);
    }
    return made(p, w, h, (q, x, y, c) -> Math.round(255 * planes[c][y * w + x]));
  }

  static Pixels deeper(Pixels p) {
    short[] out = new short[p.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) (p.level(i) * 257);
    }
    return Pixels.u16(p.width(), p.height(), p.channels(), out);
  }

  /** As gloss is of roughness. */
  static Pixels negative(Pixels p) {
    return p.mapLevels(-1, v -> 255 - v);
  }

  /** Grey pictures of one size as the channels of one. */
  static Pixels packed(Pixels r, Pixels g, Pixels b) {
    Pixels[] all = {r, g, b};
    byte[] out = new byte[r.width() * r.height() * 3];
    for (int i = 0; i < out.length; i++) {
      Pixels p = all[i % 3];
      int v = p.level(i / 3 * p.channels());
      out[i] = (byte) (p.depth() == keepshelf.imaging.pixel.Depth.U16 ? v >> 8 : v);
    }
    return Pixels.u8(r.width(), r.height(), 3, out);
  }
}
