package keepshelf.core.install.plan;

import java.util.List;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;

/**
 * The size in pixels at which a host gets a picture.
 *
 * @param width as written
 * @param height as written
 * @param fullWidth of the largest map it is made of
 * @param fullHeight of the largest map it is made of
 */
record Size(int width, int height, int fullWidth, int fullHeight) {
  /** The size of the main map, or of the largest channel, brought within the host's limits. */
  static Size of(List<Part> parts, HostProfile profile) {
    int w = parts.getFirst().source().width();
    int h = parts.getFirst().source().height();
    for (Part p : parts) {
      if (p.to() != null && p.source().width() > w) {
        w = p.source().width();
        h = p.source().height();
      }
    }
    return new Size(fit(w, Math.max(w, h), profile), fit(h, Math.max(w, h), profile), w, h);
  }

  private static int fit(int side, int longer, HostProfile profile) {
    if (side <= 0) {
      return side;
    }
    double scale =
        profile.maxSide() > 0 && longer > profile.maxSide()
            ? profile.maxSide() / (double) longer
            : 1;
    int s = (int) Math.max(1, Math.round(side * scale));
    return profile.powerOfTwo() ? nearestPowerOfTwo(s, profile.maxSide()) : s;
  }

  /** The power of two whose ratio to {@code side} is smallest; within the host's limit. */
  private static int nearestPowerOfTwo(int side, int most) {
    int below = Integer.highestOneBit(side);
    int above = 2 * below;
    boolean up = (double) above / side < (double) side / below;
    return up && (most <= 0 || above <= most) ? above : below;
  }
}
