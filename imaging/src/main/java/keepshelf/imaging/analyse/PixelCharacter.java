package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Pixels;

/**
 * What kind of data the pixels look like. Only "normal map" is safe without a name; "colour" is
 * safe to say, grey is not (a grey base colour exists), and roughness, gloss and height cannot be
 * told apart.
 */
public enum PixelCharacter {
  /** Unit vectors that point out of the picture. */
  NORMAL,
  /** Visible colour. */
  COLOUR,
  /** Grey, and almost only black and white. */
  BINARY,
  /** Grey data. */
  GREY;

  /** Judges about 40,000 pixels spread over {@code p}. */
  public static PixelCharacter of(Pixels p) {
    if (p.channels() < 3) {
      return greyKind(p);
    }
    return new Sample(p).judge(p);
  }

  private static PixelCharacter greyKind(Pixels p) {
    int step = step(p);
    int extreme = 0;
    int dark = 0;
    int n = 0;
    for (int y = 0; y < p.height(); y += step) {
      for (int x = 0; x < p.width(); x += step) {
        float v = p.value(x, y, 0);
        extreme += v < 16 / 255f || v > 239 / 255f ? 1 : 0;
        dark += v < 16 / 255f ? 1 : 0;
        n++;
      }
    }
    return extreme > 0.9 * n && dark > 0.02 * n ? BINARY : GREY;
  }

  private static int step(Pixels p) {
    return Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / 40_000));
  }

  /** The measures of one sampled colour picture; levels 0..255. */
  private static final class Sample {
    private int n;
    private int masked;
    private int unit;
    private int out;
    private int blueMost;
    private double sumR;
    private double sumG;
    private double sumB;
    private double sumSpread;
    private final int[] spreads = new int[256];

    Sample(Pixels p) {
      int step = step(p);
      for (int y = 0; y < p.height(); y += step) {
        for (int x = 0; x < p.width(); x += step) {
          float r = p.value(x, y, 0) * 255;
          float g = p.value(x, y, 1) * 255;
          float b = p.value(x, y, 2) * 255;
          float most = Math.max(r, Math.max(g, b));
          float least = Math.min(r, Math.min(g, b));
          if (most < 16 || least > 250) {
            masked++;
          } else {
            add(r, g, b);
          }
          float spread = Math.clamp(most - least, 0, 255);
          sumSpread += spread;
          spreads[(int) spread]++;
        }
      }
    }

    private void add(float r, float g, float b) {
      n++;
      double nx = r / 127.5 - 1;
      double ny = g / 127.5 - 1;
      double nz = b / 127.5 - 1;
      unit += Math.abs(Math.sqrt(nx * nx + ny * ny + nz * nz) - 1) < 0.1 ? 1 : 0;
      out += nz > -0.05 ? 1 : 0;
      blueMost += b >= r - 2 && b >= g - 2 ? 1 : 0;
      sumR += r;
      sumG += g;
      sumB += b;
    }

    PixelCharacter judge(Pixels p) {
      int all = n + masked;
      if (n > 0.3 * all && isNormal()) {
        return NORMAL;
      }
      int left = all / 100;
      int p99 = 255;
      while (p99 > 0 && (left -= spreads[p99]) >= 0) {
        p99--;
      }
      return p99 > 8 && sumSpread / all > 1.2 ? COLOUR : greyKind(p);
    }

    private boolean isNormal() {
      double u = (double) unit / n;
      double z = (double) out / n;
      double most = (double) blueMost / n;
      double meanR = sumR / n;
      double meanG = sumG / n;
      double meanB = sumB / n;
      double tilt = Math.hypot(meanR / 127.5 - 1, meanG / 127.5 - 1);
      return (u > 0.55 && z > 0.97 && tilt < 0.35 && most > 0.8 && meanB > 165)
          || (Math.abs(meanR - 127.5) < 25
              && Math.abs(meanG - 127.5) < 25
              && meanB > 190
              && most > 0.9)
          || (u > 0.7 && z > 0.9 && most > 0.7 && meanB > 165 && tilt < 0.5);
    }
  }
}
