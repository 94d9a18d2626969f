package keepshelf.imaging.light;

/** Light from all around: linear radiance by direction. */
public interface Radiance {
  /**
   * Writes what comes from a direction.
   *
   * @param x to the right, y up, z towards the viewer; of length one
   * @param rgb receives red, green and blue, relative to each other and to other directions
   */
  void at(float x, float y, float z, float[] rgb);
}
