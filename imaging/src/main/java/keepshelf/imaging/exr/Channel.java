package keepshelf.imaging.exr;

/**
 * One channel of a part.
 *
 * @param name with its layer before the last dot, as stored
 * @param sample how a sample is stored
 * @param perceptual whether its values were meant to be seen as they are ("pLinear")
 * @param stepX every so many columns have a sample, at least 1
 * @param stepY every so many rows have a sample, at least 1
 */
record Channel(String name, Sample sample, boolean perceptual, int stepX, int stepY) {
  /** What stands before the last dot; empty for channels without a layer. */
  String layer() {
    int dot = name.lastIndexOf('.');
    return dot < 0 ? "" : name.substring(0, dot);
  }

  /** What stands after the last dot. */
  String suffix() {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /** Whether every pixel has a sample. */
  boolean full() {
    return stepX == 1 && stepY == 1;
  }
}
