package keepshelf.imaging.solid;

/**
 * A block or a slab with rounded edges. Each face has its own coordinates from its middle, which go
 * on over the rounding at true length; where two faces meet at 45 degrees the pattern breaks, as it
 * does on a real veneered block.
 */
public final class Box extends Solid {
  private final float[] inner;
  private final float radius;
  private final float cos;
  private final float sin;

  /**
   * A box that stands upright.
   *
   * @param width half the extent in x, in metres; likewise height in y and depth in z
   * @param radius of the edges, in metres
   * @param turnDegrees how far it is turned about the upright
   */
  public Box(double width, double height, double depth, double radius, double turnDegrees) {
    super((float) height);
    this.radius = (float) radius;
    inner =
        new float[] {(float) (width - radius), (float) (height - radius), (float) (depth - radius)};
    cos = (float) Math.cos(Math.toRadians(turnDegrees));
    sin = (float) Math.sin(Math.toRadians(turnDegrees));
  }

  @Override
  void foot(float x, float y, float z, Foot out) {
    float[] p = {cos * x - sin * z, y, sin * x + cos * z};
    float qx = Math.abs(p[0]) - inner[0];
    float qy = Math.abs(p[1]) - inner[1];
    float qz = Math.abs(p[2]) - inner[2];
    float ox = Math.max(qx, 0);
    float oy = Math.max(qy, 0);
    float oz = Math.max(qz, 0);
    out.distance =
        (float) Math.sqrt(ox * ox + oy * oy + oz * oz)
            + Math.min(Math.max(qx, Math.max(qy, qz)), 0)
            - radius;
    out.free = Math.abs(out.distance);
    if (qz >= qx && qz >= qy) {
      out.u = Math.signum(p[2]) * along(p[0], inner[0], qz);
      out.v = along(p[1], inner[1], qz);
    } else if (qx >= qy) {
      out.u = -Math.signum(p[0]) * along(p[2], inner[2], qx);
      out.v = along(p[1], inner[1], qx);
    } else {
      out.u = along(p[0], inner[0], qy);
      out.v = -Math.signum(p[1]) * along(p[2], inner[2], qy);
    }
  }

  /** Length on the surface from the middle of a face: straight, then round the edge. */
  private float along(float at, float straight, float out) {
    float over = Math.abs(at) - straight;
    if (over <= 0) {
      return at;
    }
    // The face is the one that stands out most, so that this is no more than an eighth of a turn.
    float angle = arctangent(Math.min(1, over / Math.max(out, 1e-9f)));
    return Math.signum(at) * (straight + radius * angle);
  }

  /** For 0..1, to 2e-6 (a polynomial of the eleventh degree, fitted for the least worst error). */
  static float arctangent(float v) {
    float q = v * v;
    float high = 0.19354346f + q * (-0.11643287f + q * (0.05265332f - q * 0.01172120f));
    return v * (0.99997726f + q * (-0.33262347f + q * high));
  }

  @Override
  void frame(Meeting m) {
    float x = cos * m.point[0] - sin * m.point[2];
    float y = m.point[1];
    float z = sin * m.point[0] + cos * m.point[2];
    float[] q = {Math.abs(x) - inner[0], Math.abs(y) - inner[1], Math.abs(z) - inner[2]};
    float[] n = {
      Math.signum(x) * Math.max(q[0], 0),
      Math.signum(y) * Math.max(q[1], 0),
      Math.signum(z) * Math.max(q[2], 0)
    };
    int face = q[2] >= q[0] && q[2] >= q[1] ? 2 : q[0] >= q[1] ? 0 : 1;
    float[] p = {x, y, z};
    if (n[0] == 0 && n[1] == 0 && n[2] == 0) {
      // Below the rounding, where the relief is deep.
      n[face] = Math.signum(p[face]);
    }
    normalise(n);
    float[] u = new float[3];
    switch (face) {
      case 2 -> u[0] = Math.signum(z);
      case 0 -> u[2] = -Math.signum(x);
      default -> u[0] = 1;
    }
    // Tangents lie in the surface also where the edge bends it.
    float along = u[0] * n[0] + u[1] * n[1] + u[2] * n[2];
    for (int c = 0; c < 3; c++) {
      u[c] -= along * n[c];
    }
    normalise(u);
    float[] v = {n[1] * u[2] - n[2] * u[1], n[2] * u[0] - n[0] * u[2], n[0] * u[1] - n[1] * u[0]};
    back(n, m.normal);
    back(u, m.tangent);
    back(v, m.bitangent);
  }

  private static void normalise(float[] a) {
    float l = (float) Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
    for (int c = 0; c < 3; c++) {
      a[c] /= l;
    }
  }

  /** From the box's own frame into the world's. */
  private void back(float[] a, float[] out) {
    out[0] = cos * a[0] + sin * a[2];
    out[1] = a[1];
    out[2] = -sin * a[0] + cos * a[2];
  }

  @Override
  boolean within(float[] o, float[] d, float margin, float[] range) {
    float[] at = {cos * o[0] - sin * o[2], o[1], sin * o[0] + cos * o[2]};
    float[] to = {cos * d[0] - sin * d[2], d[1], sin * d[0] + cos * d[2]};
    float begin = 0;
    float end = Float.MAX_VALUE;
    for (int c = 0; c < 3; c++) {
      float extent = inner[c] + radius + margin;
      if (Math.abs(to[c]) < 1e-9f) {
        if (Math.abs(at[c]) > extent) {
          return false;
        }
        continue;
      }
      float a = (-extent - at[c]) / to[c];
      float b = (extent - at[c]) / to[c];
      begin = Math.max(begin, Math.min(a, b));
      end = Math.min(end, Math.max(a, b));
    }
    range[0] = begin;
    range[1] = end;
    return begin < end;
  }
}
