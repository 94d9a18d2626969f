package keepshelf.imaging.parts;

/**
 * How one picture would lie over another: a point of the second lies at {@code scale} times its
 * place plus the shift in the first, in pixels of their views.
 *
 * @param scale size of a pixel of the second in pixels of the first
 * @param dx shift to the right
 * @param dy shift down
 */
public record Placement(double scale, double dx, double dy) {
  /** Where {@code x} of the second lies in the first. */
  public double x(double x) {
    return scale * x + dx;
  }

  /** Where {@code y} of the second lies in the first. */
  public double y(double y) {
    return scale * y + dy;
  }
}
