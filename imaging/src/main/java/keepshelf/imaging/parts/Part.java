package keepshelf.imaging.parts;

import keepshelf.imaging.pixel.Pixels;

/**
 * What two pictures have in common when one is a part of the other.
 *
 * @param inFirst the common part in the first picture
 * @param inSecond the same in the second
 * @param scale size of the second over that of the first where both show the same, in shares of
 *     their longer sides
 * @param agreeing share of the common part that is alike, 0..1; less when something was laid on
 * @param likeness correlation where it is alike, to 1
 * @param innerFirst the first without a border of one level; other shares are of that
 * @param innerSecond the same of the second
 */
public record Part(
    Area inFirst,
    Area inSecond,
    double scale,
    double agreeing,
    double likeness,
    Area innerFirst,
    Area innerSecond) {
  /** So much of a picture is all of it, as far as small pictures tell. */
  private static final double ALL = 0.94;

  /**
   * A rectangle in a picture, in shares of its width and height.
   *
   * @param left 0..1
   * @param top 0..1
   * @param width 0..1
   * @param height 0..1
   */
  public record Area(double left, double top, double width, double height) {
    /** The part of {@code p}, at least a pixel. */
    Pixels of(Pixels p) {
      int w = Math.clamp(Math.round(width * p.width()), 1, p.width());
      int h = Math.clamp(Math.round(height * p.height()), 1, p.height());
      return p.cut(
          Math.clamp(Math.round(left * p.width()), 0, p.width() - w),
          Math.clamp(Math.round(top * p.height()), 0, p.height() - h),
          w,
          h);
    }

    /** Share of the picture. */
    public double share() {
      return width * height;
    }

    boolean isAll() {
      return width >= ALL && height >= ALL;
    }
  }

  /** The common part of the first picture, without a border. */
  public Pixels ofFirst(Pixels first) {
    return inFirst.of(innerFirst.of(first));
  }

  /** The common part of the second picture, without a border. */
  public Pixels ofSecond(Pixels second) {
    return inSecond.of(innerSecond.of(second));
  }

  /** Whether the first has a border. */
  public boolean firstFramed() {
    return !innerFirst.isAll();
  }

  /** Whether the second has a border. */
  public boolean secondFramed() {
    return !innerSecond.isAll();
  }

  /** Whether the second shows a part of the first and nothing else. */
  public boolean secondIsPart() {
    return inSecond.isAll() && !inFirst.isAll();
  }

  /** Whether the first shows a part of the second and nothing else. */
  public boolean firstIsPart() {
    return inFirst.isAll() && !inSecond.isAll();
  }

  /** Whether both show the same, as a whole. */
  public boolean whole() {
    return inFirst.isAll() && inSecond.isAll();
  }
}
