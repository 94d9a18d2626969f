package keepshelf.imaging.enlarge;

/** Which places of a tile come together at each place of a larger one. */
interface Weave {
  /** Most places that come together at one. */
  int MOST = 3;

  /**
   * Finds them.
   *
   * @param x column of the larger tile
   * @param y row of it
   * @param sx receives columns of the tile
   * @param sy receives rows of it
   * @param weight receives shares that add up to one
   * @return how many
   */
  int at(int x, int y, int[] sx, int[] sy, float[] weight);
}
