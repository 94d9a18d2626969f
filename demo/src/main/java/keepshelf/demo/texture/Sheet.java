package keepshelf.demo.texture;

import static keepshelf.demo.texture.Noise.cell;
import static keepshelf.demo.texture.Noise.fbm;
import static keepshelf.demo.texture.Noise.step;

import keepshelf.imaging.pixel.Pixels;

/** Pictures that are no materials: overlays, a light pattern, a sign, photographs. */
public enum Sheet {
  /** Salt left by drying spray: white rings and crusts on black. */
  SALT_BLOOM {
    @Override
    double at(double u, double v) {
      double crust = step(0.05, 0.5, fbm(u, v, 9, 5, 301));
      double ring = 1 - step(0.0, 0.09, Math.abs(fbm(u, v, 5, 4, 302)));
      return Math.clamp(0.8 * crust * (0.6 + 0.4 * fbm(u, v, 60, 3, 303)) + 0.6 * ring, 0, 1);
    }
  },
  /** Water that ran down a wall. */
  DRIP_STREAKS {
    @Override
    double at(double u, double v) {
      double streak = step(0.1, 0.6, fbm(u, v, 50, 2, 4, 311));
      return streak * step(-0.2, 0.4, fbm(u, v, 6, 3, 312));
    }
  },
  /** Fingers on polished brass. */
  FINGERPRINTS {
    @Override
    double at(double u, double v) {
      double out = 0;
      for (int i = 0; i < 9; i++) {
        double x = u - cell(i, 1, 321);
        double y = v - cell(i, 2, 321);
        x -= Math.round(x);
        y -= Math.round(y);
        double d = Math.hypot(x * 1.35, y);
        double ridges = 0.5 + 0.5 * Math.sin(d * 820 + 5 * fbm(u, v, 8, 3, 322));
        out = Math.max(out, (1 - step(0.055, 0.085, d)) * (0.35 + 0.65 * ridges));
      }
      return out * (0.7 + 0.3 * fbm(u, v, 30, 2, 323));
    }
  },
  /** Light through a lantern's ribbed lens. */
  LENS_CAUSTICS {
    @Override
    double at(double u, double v) {
      double r = Math.hypot(u - 0.5, v - 0.5);
      double rings = Math.pow(0.5 + 0.5 * Math.cos(r * 95 + 1.4 * fbm(u, v, 6, 4, 331)), 6);
      return Math.clamp(rings * (1 - step(0.40, 0.5, r)) + 0.15 * (1 - step(0.1, 0.45, r)), 0, 1);
    }
  };

  abstract double at(double u, double v);

  /** The sheet as 8-bit grey. */
  public Pixels grey(int side) {
    byte[] out = new byte[side * side];
    for (int i = 0; i < out.length; i++) {
      double v = at((i % side + 0.5) / side, (i / side + 0.5) / side);
      out[i] = (byte) Math.round(255 * Math.clamp(v, 0, 1));
    }
    return Pixels.u8(side, side, 1, out);
  }

  /** A painted harbour sign on a transparent ground, 8-bit RGBA. */
  public static Pixels sign(int side) {
    byte[] out = new byte[side * side * 4];
    for (int i = 0; i < side * side; i++) {
      double u = (i % side + 0.5) / side;
      double v = (i / side + 0.5) / side;
      double d = Math.max(Math.abs(u - 0.5) / 0.42, Math.abs(v - 0.5) / 0.26);
      double stripe = Math.abs(((u + v) * 7) % 1 - 0.5) < 0.25 ? 1 : 0;
      double worn = step(-0.35, -0.1, fbm(u, v, 14, 4, 341));
      double inside = d < 1 ? worn : 0;
      boolean edge = d > 0.9;
      out[4 * i] = (byte) (edge ? 235 : stripe > 0 ? 176 : 228);
      out[4 * i + 1] = (byte) (edge ? 230 : stripe > 0 ? 42 : 222);
      out[4 * i + 2] = (byte) (edge ? 215 : stripe > 0 ? 34 : 205);
      out[4 * i + 3] = (byte) Math.round(255 * inside);
    }
    return Pixels.u8(side, side, 4, out);
  }

  /** A photograph of a wall, wider than high and lit from one side: it does not tile. */
  public static Pixels photograph(int width, int height, int seed) {
    byte[] out = new byte[width * height * 3];
    for (int i = 0; i < width * height; i++) {
      double u = (i % width + 0.5) / width * 0.63;
      double v = (i / width + 0.5) / height * 0.47;
      double stone = fbm(u, v, 7, 6, seed);
      double light = 0.55 + 0.55 * u;
      double joint = step(0.0, 0.05, Math.abs(fbm(u, v, 4, 3, seed + 1)));
      double k = light * (0.62 + 0.3 * stone) * (0.45 + 0.55 * joint);
      out[3 * i] = (byte) Math.round(255 * Math.clamp(k * 0.93, 0, 1));
      out[3 * i + 1] = (byte) Math.round(255 * Math.clamp(k * 0.88, 0, 1));
      out[3 * i + 2] = (byte) Math.round(255 * Math.clamp(k * 0.79, 0, 1));
    }
    return Pixels.u8(width, height, 3, out);
  }

  /**
   * A panorama in linear light, twice as wide as high: a sky with a sun or a lamp, a horizon, the
   * sea.
   *
   * @param night a dark room with one bright lamp instead of a dawn
   */
  public static Pixels panorama(int height, boolean night) {
    int width = 2 * height;
    float[] out = new float[width * height * 3];
    for (int i = 0; i < width * height; i++) {
      double u = (i % width + 0.5) / width;
      double v = (i / width + 0.5) / height;
      double up = Math.sin((0.5 - v) * Math.PI);
      double fog = fbm(u, v, 4, 4, 351);
      double du = Math.min(Math.abs(u - 0.31), 1 - Math.abs(u - 0.31));
      double sun = Math.exp(-(du * du + (v - 0.42) * (v - 0.42)) * (night ? 2600 : 5200));
      double glow = Math.exp(-(du * du + (v - 0.42) * (v - 0.42)) * 26);
      double sky = night ? 0.012 : 0.35 + 0.35 * Math.max(0, up) + 0.12 * fog;
      double ground = up < 0 ? 0.45 + 0.25 * fbm(u, v, 40, 3, 352) : 1;
      double strength = night ? 180 : 420;
      double base = sky * ground + (night ? 0.5 : 1.3) * glow * ground;
      out[3 * i] = (float) (base * (night ? 1.0 : 1.05) + strength * sun);
      out[3 * i + 1] = (float) (base * (night ? 0.72 : 0.95) + strength * 0.86 * sun);
      out[3 * i + 2] = (float) (base * (night ? 0.42 : 0.90) + strength * 0.62 * sun);
    }
    return Pixels.f32(width, height, 3, out);
  }
}
