package keepshelf.imaging.fingerprint;

import keepshelf.imaging.analyse.Correlation;

/**
 * At how many places two aligned pictures are alike. A border or a sign that two designs carry at
 * the same place makes them alike as a whole, but not place by place.
 */
final class Places {
  private static final int N = Fingerprint.SIDE;

  /** Pixels of a place. */
  private static final int BLOCK = 16;

  /** A place with less contrast, in levels, shows nothing. */
  private static final double PLAIN = 2;

  private static final double ALIKE = 0.5;

  private Places() {}

  /**
   * Share of the places with contrast at which both are alike, 0..1; 1 when there are none.
   *
   * @param px by how many pixels the second lies to the right once it is turned back
   * @param py by how many it lies down
   */
  static double alike(byte[] a, byte[] b, int turns, boolean mirror, int px, int py) {
    float[] first = soft(a);
    float[] second = soft(b);
    int all = 0;
    int good = 0;
    for (int by = 0; by < N; by += BLOCK) {
      for (int bx = 0; bx < N; bx += BLOCK) {
        Correlation c = new Correlation();
        for (int i = 0; i < BLOCK * BLOCK; i++) {
          int x = bx + i % BLOCK;
          int y = by + i / BLOCK;
          int from =
              Orientations.before(
                  Math.floorMod(x - px, N), Math.floorMod(y - py, N), N, turns, mirror);
          c.add(first[y * N + x], second[from]);
        }
        if (c.deviationX() > PLAIN || c.deviationY() > PLAIN) {
          all++;
          good += c.value() >= ALIKE ? 1 : 0;
        }
      }
    }
    return all == 0 ? 1 : good / (double) all;
  }

  /** Means over three by three pixels: shifts are no whole pixels of a small picture. */
  private static float[] soft(byte[] luma) {
    float[] across = new float[N * N];
    float[] out = new float[N * N];
    for (int i = 0; i < across.length; i++) {
      int row = i / N * N;
      across[i] =
          (luma[i] & 0xFF)
              + (luma[row + (i + 1) % N] & 0xFF)
              + (luma[row + (i + N - 1) % N] & 0xFF);
    }
    for (int i = 0; i < out.length; i++) {
      out[i] =
          (across[i] + across[(i + N) % out.length] + across[(i + out.length - N) % out.length])
              / 9;
    }
    return out;
  }
}
