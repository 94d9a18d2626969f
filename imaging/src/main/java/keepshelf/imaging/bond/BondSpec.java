package keepshelf.imaging.bond;

/**
 * What is laid: lengths in millimetres.
 *
 * @param bond how
 * @param length of a unit's face
 * @param height of a unit's face; of fish scales what is seen of a course
 * @param columns how many units (pairs, blocks) a tile is wide
 * @param rows how many courses (blocks) a tile is high
 * @param offset shift of each course of a running bond, as a share of a unit
 * @param joint between units
 * @param variety how units differ
 * @param seed of all that is thrown by dice
 */
public record BondSpec(
    Bond bond,
    double length,
    double height,
    int columns,
    int rows,
    double offset,
    Joint joint,
    Variety variety,
    long seed) {
  private static final double LONGEST = 20_000;
  private static final int MOST = 4000;

  /**
   * Checks the ranges.
   *
   * @throws IllegalArgumentException with a sentence for people
   */
  public BondSpec {
    demand(length >= 1 && length <= LONGEST, "A unit is 1 mm to 20 m long.");
    demand(height >= 1 && height <= LONGEST, "A unit is 1 mm to 20 m high.");
    demand(columns >= 1 && rows >= 1, "There is at least one column and one row.");
    demand((long) columns * rows <= MOST, "A tile has at most " + MOST + " units.");
    demand(offset >= 0 && offset < 1, "The offset of a course is 0 to less than 1.");
    demand(
        joint.width() >= 0 && joint.width() < Math.min(length, height),
        "A joint is narrower than a unit.");
    demand(joint.depth() >= 0 && joint.depth() <= 500, "A joint is 0 to 500 mm deep.");
    demand(
        variety.worn() >= 0 && variety.worn() < Math.min(length, height) / 2,
        "Edges are worn by less than half a unit.");
    demand(
        variety.outOfTrue() >= 0 && variety.outOfTrue() < Math.min(length, height) / 4,
        "Corners are out of true by less than a quarter of a unit.");
    demand(variety.hueDegrees() >= 0 && variety.hueDegrees() <= 180, "A hue changes by 0 to 180°.");
    demand(
        variety.brightness() >= 0 && variety.brightness() <= 1,
        "Brightness changes by 0 to 100 %.");
    demand(variety.tiltDegrees() >= 0 && variety.tiltDegrees() <= 20, "A face tilts by 0 to 20°.");
  }

  private static void demand(boolean is, String why) {
    if (!is) {
      throw new IllegalArgumentException(why);
    }
  }

  /** Length of a unit and its joint. */
  double pitch() {
    return length + joint.width();
  }

  /** Height of a unit and its joint. */
  double course() {
    return height + joint.width();
  }

  /** The same thrown again. */
  public BondSpec thrown(long newSeed) {
    return new BondSpec(bond, length, height, columns, rows, offset, joint, variety, newSeed);
  }

  /** The same in another bond. */
  public BondSpec in(Bond other) {
    return new BondSpec(other, length, height, columns, rows, offset, joint, variety, seed);
  }

  /** The same of units of another size in millimetres. */
  public BondSpec sized(double newLength, double newHeight) {
    return new BondSpec(bond, newLength, newHeight, columns, rows, offset, joint, variety, seed);
  }

  /** The same with more or fewer units. */
  public BondSpec counted(int newColumns, int newRows) {
    return new BondSpec(bond, length, height, newColumns, newRows, offset, joint, variety, seed);
  }

  /** The same with another offset of courses. */
  public BondSpec shifted(double newOffset) {
    return new BondSpec(bond, length, height, columns, rows, newOffset, joint, variety, seed);
  }

  /** The same with another joint. */
  public BondSpec joined(Joint other) {
    return new BondSpec(bond, length, height, columns, rows, offset, other, variety, seed);
  }

  /** The same of units that differ otherwise. */
  public BondSpec varied(Variety other) {
    return new BondSpec(bond, length, height, columns, rows, offset, joint, other, seed);
  }
}
