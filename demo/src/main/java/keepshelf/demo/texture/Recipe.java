package keepshelf.demo.texture;

import static keepshelf.demo.texture.Noise.cell;
import static keepshelf.demo.texture.Noise.cells;
import static keepshelf.demo.texture.Noise.fbm;
import static keepshelf.demo.texture.Noise.gradient;
import static keepshelf.demo.texture.Noise.step;

/** The materials of the Skerry Light scenario as functions of a point on the unit tile. */
public enum Recipe {
  /** Copper under green patina, bare where it was touched. */
  VERDIGRIS_COPPER(0.60, 0.004) {
    @Override
    void at(double u, double v, Texel t) {
      double broad = fbm(u, v, 3, 5, 11);
      double fine = fbm(u, v, 24, 4, 12);
      double drip = fbm(u, v, 14, 2, 3, 13);
      double patina = step(-0.12, 0.20, broad + 0.35 * fine + 0.25 * drip);
      t.metallic = 1 - step(0.35, 0.6, patina);
      t.colour(0.72 + 0.06 * fine, 0.43 + 0.05 * fine, 0.30);
      t.blend(0.36, 0.22, 0.16, 0.5 * step(0.1, 0.5, patina));
      t.blend(0.33 + 0.10 * fine, 0.53 + 0.08 * fine, 0.46 + 0.06 * fine, step(0.35, 0.75, patina));
      t.blend(0.62, 0.74, 0.66, 0.5 * step(0.25, 0.5, fine) * patina);
      t.roughness = 0.28 + 0.5 * patina + 0.14 * fine;
      t.height = 0.35 + 0.35 * patina + 0.18 * fine * patina + 0.05 * broad;
    }
  },
  /** Brass worn bright on the raised parts, brown in the hollows. */
  SEA_WORN_BRASS(0.40, 0.0015) {
    @Override
    void at(double u, double v, Texel t) {
      double brushed = fbm(u, v, 4, 160, 3, 21);
      double dents = fbm(u, v, 6, 4, 22);
      double tarnish = step(0.02, 0.42, -dents + 0.3 * fbm(u, v, 18, 4, 23));
      t.metallic = 1;
      t.colour(0.91, 0.76, 0.44);
      t.blend(0.52, 0.38, 0.20, 0.75 * tarnish);
      t.shade(1 + 0.05 * brushed);
      t.roughness = 0.20 + 0.32 * tarnish + 0.08 * Math.abs(brushed);
      t.height = 0.5 + 0.4 * dents + 0.05 * brushed;
    }
  },
  /** Riveted steel with rust running down from the seams. */
  RUST_STREAKED_HULL(1.20, 0.006) {
    @Override
    void at(double u, double v, Texel t) {
      double seam = Math.abs(v * 2 - Math.floor(v * 2) - 0.5);
      double edge = step(0.485, 0.497, seam);
      double below = v * 2 - Math.floor(v * 2) - 0.5;
      below = below < 0 ? below + 1 : below;
      double streak =
          step(0.05, 0.5, fbm(u, v, 40, 2, 4, 31) + 0.55 - 1.1 * below)
              * (0.6 + 0.4 * gradient(u, v, 9, 31));
      double blotch = step(0.12, 0.4, fbm(u, v, 5, 5, 32));
      double rust = Math.clamp(streak + blotch, 0, 1);
      double ru = u * 14 - Math.floor(u * 14) - 0.5;
      double rv = (v * 2 - Math.floor(v * 2) - 0.62) * 7;
      double rivet = Math.sqrt(Math.max(0, 0.05 - ru * ru - rv * rv)) * 4.4;
      double grain = fbm(u, v, 48, 3, 33);
      t.metallic = 0.15 * (1 - rust);
      t.colour(0.34, 0.39, 0.42);
      t.shade(1 + 0.10 * grain);
      t.blend(0.45 + 0.10 * grain, 0.23, 0.11, rust);
      t.blend(0.26, 0.12, 0.07, 0.6 * rust * step(0.1, 0.4, grain));
      t.roughness = 0.42 + 0.42 * rust + 0.08 * grain;
      t.height =
          0.45 - 0.28 * edge + 0.4 * rivet + 0.08 * rust * grain + 0.03 * fbm(u, v, 3, 3, 34);
    }
  },
  /** Three-strand rope laid side by side, black with tar. */
  TARRED_ROPE(0.30, 0.012) {
    @Override
    void at(double u, double v, Texel t) {
      double ropes = 6;
      double x = u * ropes - Math.floor(u * ropes) - 0.5;
      double round = Math.sqrt(Math.max(0, 1 - 4 * x * x));
      double twist = v * 12 + Math.asin(Math.clamp(2 * x, -1, 1)) / Math.PI * 1.4;
      double strand = Math.abs(twist - Math.floor(twist) - 0.5) * 2;
      double body = Math.sqrt(Math.max(0, 1 - strand * strand));
      double fibre = fbm(u, v, 40, 24, 4, 41) + 0.6 * gradient(u + twist * 0.0, v, 120, 30, 42);
      double wet = step(0.0, 0.5, fbm(u, v, 4, 4, 43));
      t.height = 0.08 + 0.50 * round + 0.34 * round * body + 0.05 * fibre * round;
      t.metallic = 0;
      t.colour(0.23, 0.17, 0.12);
      t.blend(0.40, 0.31, 0.21, 0.6 * body * round * (1 - wet));
      t.shade(0.55 + 0.5 * round * (0.4 + 0.6 * body) + 0.12 * fibre);
      t.roughness = 0.62 - 0.28 * wet + 0.12 * fibre;
    }
  },
  /** Larch boards bleached by salt, grain raised. */
  BLEACHED_LARCH(1.20, 0.004) {
    @Override
    void at(double u, double v, Texel t) {
      int boards = 6;
      int board = (int) Math.floor(u * boards);
      double x = u * boards - board;
      double gap = step(0.485, 0.498, Math.abs(x - 0.5));
      double tone = cell(board, 3, 51);
      double shift = cell(board, 7, 52);
      double warp = 0.5 * fbm(u, v + shift, 3, 2, 3, 53);
      double rings = (x + warp * 0.5 + 0.4 * shift) * 13;
      double grain = Math.pow(0.5 + 0.5 * Math.sin(rings * 2 * Math.PI), 2);
      double fibre = fbm(u, v, 160, 5, 3, 54);
      double knot = knot(x, v, shift);
      t.colour(0.66, 0.61, 0.55);
      t.blend(0.80, 0.77, 0.72, 0.7 * tone);
      t.blend(0.47, 0.40, 0.34, 0.45 * grain);
      t.blend(0.33, 0.25, 0.19, knot);
      t.shade((1 + 0.10 * fibre) * (1 - 0.75 * gap));
      t.metallic = 0;
      t.roughness = 0.74 + 0.10 * fibre - 0.10 * grain;
      t.height = (0.55 + 0.18 * grain + 0.10 * fibre + 0.06 * tone - 0.12 * knot) * (1 - 0.8 * gap);
    }

    private double knot(double x, double v, double shift) {
      double dy = v - shift - Math.round(v - shift);
      double d = Math.hypot((x - 0.35 - 0.3 * shift) * 0.9, dy * 7);
      return 1 - step(0.10, 0.2, d);
    }
  },
  /** Plain-woven cotton canvas, off-white. */
  SAILCLOTH(0.20, 0.0008) {
    @Override
    void at(double u, double v, Texel t) {
      weave(u, v, 40, t);
      double slub = fbm(u, v, 30, 3, 3, 61);
      t.colour(0.90, 0.88, 0.81);
      t.shade(0.80 + 0.22 * t.height + 0.04 * slub);
      t.blend(0.74, 0.69, 0.58, 0.35 * step(0.15, 0.5, fbm(u, v, 3, 4, 62)));
      t.roughness = 0.82 + 0.06 * slub;
      t.metallic = 0;
    }
  },
  /** Knotted fishing net with holes. */
  NET_MESH(0.24, 0.006) {
    @Override
    void at(double u, double v, Texel t) {
      double a = (u + v) * 5;
      double b = (u - v) * 5;
      double da = Math.abs(a - Math.round(a));
      double db = Math.abs(b - Math.round(b));
      double d = Math.min(da, db);
      double knot = Math.hypot(da, db);
      double cord = Math.sqrt(Math.max(0, 1 - sq(d / 0.085)));
      double ball = Math.sqrt(Math.max(0, 1 - sq(knot / 0.17)));
      double twist = 0.5 + 0.5 * Math.sin((da < db ? b : a) * 2 * Math.PI * 9);
      double body = Math.max(cord, ball * 1.2);
      t.opacity = d < 0.085 || knot < 0.17 ? 1 : 0;
      t.height = 0.1 + 0.6 * Math.min(1.2, body) + 0.08 * twist * cord;
      t.colour(0.14, 0.42, 0.43);
      t.shade(0.65 + 0.4 * body * (0.7 + 0.3 * twist));
      t.blend(0.62, 0.66, 0.58, 0.25 * step(0.1, 0.4, fbm(u, v, 12, 3, 71)));
      t.roughness = 0.66;
      t.metallic = 0;
    }
  },
  /** Overlapping slates. */
  SLATE_SHINGLE(1.00, 0.02) {
    @Override
    void at(double u, double v, Texel t) {
      int rows = 6;
      int columns = 5;
      int row = (int) Math.floor(v * rows);
      double y = v * rows - row;
      double offset = row % 2 == 0 ? 0 : 0.5;
      double c = u * columns + offset + 0.06 * (cell(row, 9, 81) - 0.5);
      int column = Math.floorMod((int) Math.floor(c), columns);
      double x = c - Math.floor(c);
      double tone = cell(column, row, 82);
      double gap = step(0.475, 0.492, Math.abs(x - 0.5));
      double lip = step(0.03, 0.0, y - 0.02 * gradient(u, v, 30, 6, 84));
      double cleft = fbm(u, v, 5, 14, 5, 83);
      t.height =
          (0.25 + 0.62 * y + 0.22 * cleft + 0.05 * tone) * (1 - 0.75 * gap) * (1 - 0.5 * lip);
      t.colour(0.30, 0.33, 0.38);
      t.blend(0.42, 0.41, 0.46, 0.8 * tone);
      t.blend(0.37, 0.42, 0.37, 0.6 * step(0.6, 0.9, cell(column, row, 85)));
      t.shade((1 + 0.5 * cleft) * (1 - 0.7 * gap) * (1 - 0.45 * lip));
      t.roughness = 0.52 + 0.16 * cleft + 0.1 * tone;
      t.metallic = 0;
    }
  },
  /** Barnacles crowded on rock. */
  BARNACLE_CRUST(0.35, 0.012) {
    @Override
    void at(double u, double v, Texel t) {
      cells(u, v, 13, 91, t.scratch);
      double d = t.scratch[0];
      double size = 0.38 + 0.30 * t.scratch[2];
      double grown = step(0.08, 0.16, t.scratch[2]);
      double cone = grown * Math.max(0, 1 - d / size);
      double hole = grown * (1 - step(0.08, 0.14, d / (size * 2)));
      double ridge =
          0.5 + 0.5 * Math.cos(Math.atan2(Math.sin(d * 40), fbm(u, v, 60, 2, 92) + 0.1) * 3);
      double rock = fbm(u, v, 6, 6, 93);
      t.height =
          0.22
              + 0.14 * rock
              + 0.55 * Math.min(0.72, cone * 1.5) * (1 - 0.85 * hole)
              + 0.05 * ridge * cone;
      t.colour(0.34, 0.33, 0.31);
      t.shade(1 + 0.35 * rock);
      t.blend(0.78, 0.76, 0.71, step(0.03, 0.25, cone));
      t.blend(0.24, 0.22, 0.20, hole);
      t.blend(
          0.38, 0.42, 0.28, 0.5 * step(0.1, 0.4, fbm(u, v, 4, 4, 94)) * (1 - step(0.0, 0.3, cone)));
      t.roughness = 0.70 + 0.12 * rock;
      t.metallic = 0;
    }
  },
  /** Brushed limewash on plaster. */
  LIMEWASH_PLASTER(1.50, 0.003) {
    @Override
    void at(double u, double v, Texel t) {
      double strokes = fbm(u, v, 10, 26, 4, 101) + fbm(u, v, 26, 9, 4, 102);
      double trowel = fbm(u, v, 3, 5, 103);
      double chip = step(0.34, 0.40, fbm(u, v, 7, 5, 104));
      t.height = 0.55 + 0.25 * trowel + 0.10 * strokes - 0.30 * chip;
      t.colour(0.90, 0.88, 0.83);
      t.shade(1 + 0.05 * strokes + 0.04 * trowel);
      t.blend(0.70, 0.62, 0.52, chip);
      t.roughness = 0.86 + 0.05 * strokes;
      t.metallic = 0;
    }
  },
  /** Red boat paint flaking off old layers. */
  BOAT_PAINT_RED(0.80, 0.003) {
    @Override
    void at(double u, double v, Texel t) {
      paint(u, v, 0.68, 0.15, 0.11, t);
    }
  },
  /** Blue boat paint flaking off old layers. */
  BOAT_PAINT_BLUE(0.80, 0.003) {
    @Override
    void at(double u, double v, Texel t) {
      paint(u, v, 0.13, 0.32, 0.52, t);
    }
  },
  /** Trodden path of crushed shells. */
  SHELL_PATH(0.70, 0.015) {
    @Override
    void at(double u, double v, Texel t) {
      cells(u, v, 17, 111, t.scratch);
      double big = t.scratch[1] - t.scratch[0];
      double idBig = t.scratch[2];
      cells(u, v, 41, 112, t.scratch);
      double small = t.scratch[1] - t.scratch[0];
      double tilt = gradient(u, v, 17, 113) * (idBig - 0.5);
      double shell = step(0.02, 0.25, big) * step(0.35, 0.5, idBig);
      double body =
          shell * (0.55 + 0.4 * tilt + 0.10 * Math.sin(t.scratch[0] * 0 + big * 40))
              + (1 - shell) * 0.35 * step(0.03, 0.3, small);
      t.height = 0.15 + 0.75 * body + 0.03 * fbm(u, v, 60, 2, 114);
      t.colour(0.66, 0.60, 0.51);
      t.blend(0.92, 0.88, 0.80, shell * (0.4 + 0.6 * idBig));
      t.blend(0.79, 0.58, 0.48, 0.5 * shell * step(0.75, 0.95, idBig));
      t.blend(0.42, 0.37, 0.30, (1 - step(0.02, 0.2, Math.max(big * shell, small))) * 0.8);
      t.roughness = 0.72 - 0.30 * shell * idBig;
      t.metallic = 0;
    }
  },
  /** Pressed cork of fishing floats. */
  CORK_FLOAT(0.18, 0.002) {
    @Override
    void at(double u, double v, Texel t) {
      cells(u, v, 15, 121, t.scratch);
      double crack = 1 - step(0.02, 0.12, t.scratch[1] - t.scratch[0]);
      double tone = t.scratch[2];
      double grain = fbm(u, v, 20, 4, 122);
      double pit = step(0.3, 0.42, fbm(u, v, 26, 3, 123));
      t.height = 0.6 + 0.12 * tone + 0.08 * grain - 0.35 * crack - 0.3 * pit;
      t.colour(0.74, 0.54, 0.35);
      t.blend(0.58, 0.39, 0.23, tone);
      t.shade((1 + 0.16 * grain) * (1 - 0.45 * crack) * (1 - 0.5 * pit));
      t.roughness = 0.86;
      t.metallic = 0;
    }
  },
  /** Wet kelp fronds over each other. */
  WET_KELP(0.50, 0.01) {
    @Override
    void at(double u, double v, Texel t) {
      double wave = 0.06 * fbm(u, v, 3, 2, 3, 131);
      double f = (u + wave) * 5;
      double x = f - Math.floor(f) - 0.5;
      double frond = Math.sqrt(Math.max(0, 1 - 4 * x * x));
      double ruffle = gradient(u, v, 5, 22, 132) * (0.3 + Math.abs(x));
      double vein = 1 - step(0.02, 0.06, Math.abs(x));
      t.height = 0.2 + 0.55 * frond + 0.22 * ruffle + 0.08 * vein;
      t.colour(0.24, 0.24, 0.09);
      t.blend(0.38, 0.30, 0.11, step(-0.2, 0.5, fbm(u, v, 6, 4, 133)));
      t.shade(0.6 + 0.55 * frond);
      t.roughness = 0.16 + 0.14 * Math.abs(ruffle) + 0.3 * (1 - frond);
      t.metallic = 0;
    }
  };

  private final double tileMetres;
  private final double reliefMetres;

  Recipe(double tileMetres, double reliefMetres) {
    this.tileMetres = tileMetres;
    this.reliefMetres = reliefMetres;
  }

  /** Width of one tile. */
  public double tileMetres() {
    return tileMetres;
  }

  /** Height between black and white of the height map. */
  public double reliefMetres() {
    return reliefMetres;
  }

  /** Describes the point (u, v), both 0..1, v downwards; opacity is 1 unless it is set. */
  abstract void at(double u, double v, Texel t);

  private static double sq(double x) {
    return x * x;
  }

  static void weave(double u, double v, int threads, Texel t) {
    double x = u * threads;
    double y = v * threads;
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    double fx = x - ix - 0.5;
    double fy = y - iy - 0.5;
    boolean over = Math.floorMod(ix + iy, 2) == 0;
    double warp =
        Math.sqrt(Math.max(0, 1 - 3.4 * fx * fx))
            * (over ? 0.65 + 0.35 * Math.cos(fy * Math.PI) : 0.45 * (1 - Math.cos(fy * Math.PI)));
    double weft =
        Math.sqrt(Math.max(0, 1 - 3.4 * fy * fy))
            * (over ? 0.45 * (1 - Math.cos(fx * Math.PI)) : 0.65 + 0.35 * Math.cos(fx * Math.PI));
    t.height = 0.1 + 0.85 * Math.max(warp, weft);
  }

  static void paint(double u, double v, double r, double g, double b, Texel t) {
    double flake = fbm(u, v, 4, 6, 141) + 0.25 * fbm(u, v, 20, 4, 142);
    double bare = step(0.20, 0.225, flake);
    double under = step(0.12, 0.145, flake) - bare;
    double brush = fbm(u, v, 3, 70, 3, 143);
    double crackle = fbm(u, v, 60, 2, 144);
    t.height =
        0.62
            + 0.06 * brush
            + 0.03 * crackle
            - 0.22 * under
            - 0.36 * bare
            + 0.08 * step(0.06, 0.12, flake) * (1 - under - bare);
    t.colour(r, g, b);
    t.shade(1 + 0.08 * brush);
    t.blend(0.84, 0.80, 0.70, under);
    t.blend(0.48 + 0.10 * brush, 0.38 + 0.08 * brush, 0.28, bare);
    t.roughness = 0.24 + 0.12 * Math.abs(brush) + 0.28 * under + 0.5 * bare;
    t.metallic = 0;
  }
}
