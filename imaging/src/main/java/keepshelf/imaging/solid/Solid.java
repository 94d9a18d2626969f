package keepshelf.imaging.solid;

/**
 * A shape in metres, given by the distance of points to it and by coordinates on it. A relief is
 * raised along the normal: the surface is where the distance equals the height at the foot point.
 * Safe for use by several threads.
 */
public abstract sealed class Solid permits Ball, Box, Drape {
  /** Steps through the layer that the relief fills; crossings are then halved in between. */
  private static final int STEPS = 18;

  private static final int QUICK_STEPS = 9;

  private static final int HALVINGS = 6;
  private static final int QUICK_HALVINGS = 3;
  private static final int MOST = 160;

  /** A crossing is found when the gap is below this share of the least step. */
  private static final float NEAR = 0.01f;

  /** Layers of holes that are looked through. */
  private static final int LAYERS = 6;

  private final float half;

  Solid(float half) {
    this.half = half;
  }

  /** Half the greatest extent in metres; the shape stands on y = -half. */
  public final float half() {
    return half;
  }

  /** What a look-up of one point gives. */
  static final class Foot {
    /** Signed, along the normal of the foot point. */
    float distance;

    /** In which nothing of the shape is, whatever the direction; not signed. */
    float free;

    float u;
    float v;
  }

  /** Distances of a point in metres, and the coordinates of its foot point. */
  abstract void foot(float x, float y, float z, Foot out);

  /** Normal and directions of u and v at the foot of {@code m.point}. */
  abstract void frame(Meeting m);

  /**
   * The part of a ray that lies within {@code margin} metres of the shape; false when there is
   * none.
   *
   * @param range receives begin and end
   */
  abstract boolean within(float[] o, float[] d, float margin, float[] range);

  /**
   * What the flat shape hides of itself at a place.
   *
   * @param slopes receives how high it stands around the place, see {@link
   *     HorizonMap#slope(float[], int, float, float)}
   * @param frame receives x and z of the level direction in which slopes count from, then x and z
   *     of the one against which they rise; the third is the world's upright
   * @return false where the shape hides nothing of itself: nothing was received
   */
  public boolean folds(Meeting m, float[] slopes, float[] frame) {
    return false;
  }

  /**
   * Finds the first place where a ray meets the shape.
   *
   * @param o origin, d unit direction
   * @param from length of the ray to begin at, in metres
   * @param skin what covers the shape
   * @param chance 0..1, see {@link Skin#hole}
   * @param quick whether fine relief may be met less exactly
   * @param out receives the place
   * @return false when it is missed
   */
  public final boolean meet(
      float[] o, float[] d, float from, Skin skin, float chance, boolean quick, Meeting out) {
    return meet(o, d, from, from, skin, chance, quick, out);
  }

  /**
   * The same where rays beside this one tell how far nothing is in the way.
   *
   * @param free length of the ray, in metres, at which looking begins; when that proves to be
   *     within the shape, it begins at {@code from} after all
   */
  public final boolean meet(
      float[] o,
      float[] d,
      float from,
      float free,
      Skin skin,
      float chance,
      boolean quick,
      Meeting out) {
    float begin = from;
    for (int i = 0; i < LAYERS; i++) {
      if (!cross(o, d, begin, i == 0 ? free : begin, skin, quick, out)) {
        return false;
      }
      if (!skin.hole(out.u, out.v, chance)) {
        frame(out);
        return true;
      }
      begin = out.t + half * 2e-3f;
    }
    return false;
  }

  /**
   * Whether anything lies on the ray from {@code from} metres on; {@code scratch} is overwritten.
   */
  public final boolean blocked(
      float[] o, float[] d, float from, Skin skin, float chance, Meeting scratch) {
    return meet(o, d, from, skin, chance, true, scratch);
  }

  private boolean cross(
      float[] o, float[] d, float from, float free, Skin skin, boolean quick, Meeting out) {
    float[] range = new float[2];
    float high = skin.highest();
    float low = skin.lowest();
    if (!within(o, d, Math.max(high, 0) + half * 1e-4f, range)) {
      return false;
    }
    float first = Math.max(from, range[0]);
    float t = Math.max(first, free);
    Foot f = new Foot();
    float least =
        Math.max((high - low) / (quick ? QUICK_STEPS : STEPS), half * (quick ? 2e-3f : 8e-4f));
    float stride = quick ? 0.85f : 0.7f;
    float side = 0;
    float before = t;
    float gapBefore = 0;
    // One step beyond the end: the far side may be crossed by it.
    for (int i = 0; i < MOST && before <= range[1]; i++) {
      foot(o[0] + d[0] * t, o[1] + d[1] * t, o[2] + d[2] * t, f);
      boolean above = f.distance > high + least;
      boolean below = f.distance < low - least;
      float gap = f.distance - (above ? high : below ? low : skin.height(f.u, f.v));
      if (side == 0) {
        if (gap < 0 && t > first) {
          t = first;
          before = t;
          continue;
        }
        side = gap >= 0 ? 1 : -1;
      } else if (gap * side < 0) {
        int halvings = quick ? QUICK_HALVINGS : HALVINGS;
        halve(o, d, before, t, gapBefore, gap, skin, halvings, NEAR * least, out);
        out.behind = side < 0;
        // What is open has an edge: beyond it the coordinates go on, and nothing is there.
        return out.t <= range[1];
      }
      before = t;
      gapBefore = gap;
      // Far from the layer the distance itself is safe; within it the slopes are not known.
      float away = gap * side;
      away = above || below ? Math.max(f.free - (above ? high : -low), 0.4f * away) : stride * away;
      t += Math.max(away, least);
    }
    return false;
  }

  private void halve(
      float[] o,
      float[] d,
      float a0,
      float b0,
      float ga0,
      float gb0,
      Skin skin,
      int halvings,
      float near,
      Meeting out) {
    float a = a0;
    float b = b0;
    float ga = ga0;
    float gb = gb0;
    Foot f = new Foot();
    float t = b;
    for (int i = 0; i < halvings; i++) {
      // The false position, kept away from the ends.
      // A grazing ray may lie on the surface at both ends.
      float share = ga == gb ? 0.5f : ga / (ga - gb);
      share = share < 0.1f ? 0.1f : share > 0.9f ? 0.9f : share;
      t = a + (b - a) * share;
      foot(o[0] + d[0] * t, o[1] + d[1] * t, o[2] + d[2] * t, f);
      float g = f.distance - skin.height(f.u, f.v);
      if (Math.abs(g) < near) {
        break;
      }
      if (g * ga > 0) {
        a = t;
        ga = g;
      } else {
        b = t;
        gb = g;
      }
    }
    out.t = t;
    out.u = f.u;
    out.v = f.v;
    for (int c = 0; c < 3; c++) {
      out.point[c] = o[c] + d[c] * t;
    }
  }
}
