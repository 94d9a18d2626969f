package keepshelf.bench;

import java.util.Arrays;
import java.util.random.RandomGenerator;
import keepshelf.imaging.fourier.SquareFft;

/** One layer of a made-up map: 128 x 128 levels of 0..1 that go on at the other edge. */
final class StructuredLayer {
  static final int SIDE = 128;

  private static final SquareFft FFT = new SquareFft(SIDE);

  private StructuredLayer() {}

  /** Any of them. */
  static float[] any(RandomGenerator r) {
    float[] v =
        switch (r.nextInt(5)) {
          case 0, 1 -> noise(r);
          case 2 -> cells(r);
          case 3 -> courses(r);
          default -> weave(r);
        };
    return r.nextBoolean() ? bent(v, r) : v;
  }

  /** Noise of a slope and a direction of its own. */
  static float[] noise(RandomGenerator r) {
    return noises(r)[0];
  }

  /** Two of the same slope and direction: both parts of one transform. */
  private static float[][] noises(RandomGenerator r) {
    float slope = 0.5f + 1.7f * r.nextFloat();
    float least = r.nextInt(3) == 0 ? 2 + 6 * r.nextFloat() : 1;
    float longer = r.nextInt(3) == 0 ? 1 + 6 * r.nextFloat() : 1;
    double angle = Math.PI * r.nextDouble();
    float cos = (float) Math.cos(angle);
    float sin = (float) Math.sin(angle);
    float[] strengths = new float[8 * SIDE];
    for (int i = 0; i < strengths.length; i++) {
      strengths[i] = i < least ? 0.1f : (float) Math.pow(i, -slope);
    }
    float[] re = new float[SIDE * SIDE];
    float[] im = new float[SIDE * SIDE];
    for (int i = 1; i < re.length; i++) {
      int u = i % SIDE < SIDE / 2 ? i % SIDE : i % SIDE - SIDE;
      int v = i / SIDE < SIDE / 2 ? i / SIDE : i / SIDE - SIDE;
      float across = u * cos + v * sin;
      float along = (v * cos - u * sin) * longer;
      float strength = strengths[Math.round((float) Math.sqrt(across * across + along * along))];
      re[i] = strength * (r.nextFloat() - 0.5f);
      im[i] = strength * (r.nextFloat() - 0.5f);
    }
    FFT.transform(re, im, true);
    return new float[][] {spread(re), spread(im)};
  }

  /** Cells around points: their middles, their edges or a tone for each. */
  private static float[] cells(RandomGenerator r) {
    int n = 2 + r.nextInt(14);
    float jitter = r.nextFloat();
    float[] x = new float[n * n];
    float[] y = new float[n * n];
    float[] tone = new float[n * n];
    for (int i = 0; i < x.length; i++) {
      x[i] = (i % n + 0.5f + jitter * (r.nextFloat() - 0.5f)) / n;
      y[i] = (i / n + 0.5f + jitter * (r.nextFloat() - 0.5f)) / n;
      tone[i] = r.nextFloat();
    }
    int kind = r.nextInt(3);
    float[] out = new float[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      float px = (i % SIDE + 0.5f) / SIDE;
      float py = (i / SIDE + 0.5f) / SIDE;
      float one = 9;
      float two = 9;
      int nearest = 0;
      for (int k = 0; k < 9; k++) {
        int cx = Math.floorMod((int) (px * n) + k % 3 - 1, n);
        int cy = Math.floorMod((int) (py * n) + k / 3 - 1, n);
        int c = cy * n + cx;
        float dx = Math.abs(px - x[c]);
        float dy = Math.abs(py - y[c]);
        dx = Math.min(dx, 1 - dx);
        dy = Math.min(dy, 1 - dy);
        float d = dx * dx + dy * dy;
        if (d < one) {
          two = c == nearest ? two : one;
          one = d;
          nearest = c;
        } else if (d < two && c != nearest) {
          two = d;
        }
      }
      double edge = Math.sqrt(two) - Math.sqrt(one);
      out[i] =
          switch (kind) {
            case 0 -> (float) Math.sqrt(one) * n;
            case 1 -> (float) Math.min(1, edge * n * 4);
            default -> tone[nearest];
          };
    }
    return spread(out);
  }

  /** Courses of stones or boards, each with a tone and joints between them. */
  private static float[] courses(RandomGenerator r) {
    int rows = 1 + r.nextInt(16);
    int inRow = 1 + r.nextInt(8);
    float offset = r.nextInt(3) * 0.25f;
    float joint = 0.02f + 0.1f * r.nextFloat();
    float irregular = 0.7f * r.nextFloat();
    boolean standing = r.nextBoolean();
    float[] out = new float[SIDE * SIDE];
    float[][] ends = new float[rows][inRow];
    float[][] tones = new float[rows][inRow];
    for (int row = 0; row < rows; row++) {
      for (int s = 0; s < inRow; s++) {
        ends[row][s] = (s + irregular * (r.nextFloat() - 0.5f)) / inRow;
        tones[row][s] = 0.3f + 0.7f * r.nextFloat();
      }
    }
    for (int i = 0; i < out.length; i++) {
      float x = (standing ? i / SIDE : i % SIDE) / (float) SIDE;
      float y = (standing ? i % SIDE : i / SIDE) / (float) SIDE * rows;
      int row = (int) y;
      float at = (x + row * offset / inRow) % 1;
      int stone = inRow - 1;
      float from = 1;
      for (int s = 0; s < inRow; s++) {
        float d = ((at - ends[row][s]) % 1 + 1) % 1;
        if (d < from) {
          from = d;
          stone = s;
        }
      }
      boolean gap = y - row < joint || from * inRow < joint;
      out[i] = gap ? 0.1f : tones[row][stone];
    }
    return spread(out);
  }

  private static float[] weave(RandomGenerator r) {
    int across = 2 + r.nextInt(20);
    int down = 2 + r.nextInt(20);
    int twill = 1 + r.nextInt(3);
    float sharp = 1 + 3 * r.nextFloat();
    float[] uneven = noise(r);
    float[] out = new float[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      double u = i % SIDE / (double) SIDE * across;
      double v = i / SIDE / (double) SIDE * down;
      boolean over = ((int) u + (int) v) % (twill + 1) == 0;
      double thread = Math.abs(Math.sin(Math.PI * (over ? u : v)));
      out[i] = (float) Math.pow(thread, sharp) * (0.6f + 0.4f * uneven[i]);
    }
    return spread(out);
  }

  /** Each place taken from beside itself, by noise. */
  private static float[] bent(float[] v, RandomGenerator r) {
    float[][] noises = noises(r);
    float by = 2 + 14 * r.nextFloat();
    float[] out = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      int x = i % SIDE + Math.round(by * (noises[0][i] - 0.5f));
      int y = i / SIDE + Math.round(by * (noises[1][i] - 0.5f));
      out[i] = v[(y & SIDE - 1) * SIDE + (x & SIDE - 1)];
    }
    return out;
  }

  /** Stretched so that all but a hundredth at either end lie within 0..1. */
  private static float[] spread(float[] v) {
    float[] some = new float[v.length / 15];
    for (int i = 0; i < some.length; i++) {
      some[i] = v[i * 15];
    }
    Arrays.sort(some);
    float low = some[some.length / 100];
    float high = Math.max(low + 1e-6f, some[some.length - 1 - some.length / 100]);
    float[] out = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      out[i] = Math.clamp((v[i] - low) / (high - low), 0, 1);
    }
    return out;
  }
}
