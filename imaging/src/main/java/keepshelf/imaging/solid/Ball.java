package keepshelf.imaging.solid;

/**
 * A ball whose coordinates are azimuthal equidistant around the point that faces the viewer: true
 * lengths from there outwards, no pole in sight; the far side mirrors the near one. When it is
 * turned the pattern rolls over it.
 */
public final class Ball extends Solid {
  private static final int TABLE = 4096;
  private static final float[] STRETCH = table();

  private final float[] up;
  private final float[] front;
  private final float offsetU;

  /**
   * A ball.
   *
   * @param diameter in metres
   * @param turnDegrees how far it is turned about the upright, the front to the right
   * @param elevationDegrees how far above its middle the viewer looks from
   */
  public Ball(double diameter, double turnDegrees, double elevationDegrees) {
    super((float) (diameter / 2));
    double elevation = Math.toRadians(elevationDegrees);
    float c = (float) Math.cos(elevation);
    float s = (float) Math.sin(elevation);
    up = new float[] {0, c, -s};
    front = new float[] {0, s, c};
    offsetU = (float) (-Math.toRadians(turnDegrees) * half());
  }

  @Override
  void foot(float x, float y, float z, Foot out) {
    float l = (float) Math.sqrt(x * x + y * y + z * z);
    out.distance = l - half();
    out.free = Math.abs(out.distance);
    float r = x;
    float u = dot(up, x, y, z);
    float n = dot(front, x, y, z);
    // The far side, seen through holes, mirrors the near one: nothing is drawn out there.
    float s = half() / Math.max(l, 1e-9f) * stretch(Math.abs(n) / Math.max(l, 1e-9f));
    out.u = r * s + offsetU;
    out.v = u * s;
  }

  /** The angle whose cosine is given, over its sine: looked up, for this is asked at every step. */
  private static float stretch(float cos) {
    float at = cos * TABLE;
    int i = Math.clamp((int) at, 0, TABLE - 1);
    return STRETCH[i] + (STRETCH[i + 1] - STRETCH[i]) * (at - i);
  }

  private static float[] table() {
    float[] out = new float[TABLE + 1];
    for (int i = 0; i <= TABLE; i++) {
      double angle = Math.acos((double) i / TABLE);
      out[i] = angle < 1e-4 ? 1 : (float) (angle / Math.sin(angle));
    }
    return out;
  }

  private static float dot(float[] a, float x, float y, float z) {
    return a[0] * x + a[1] * y + a[2] * z;
  }

  @Override
  void frame(Meeting m) {
    float[] p = m.point;
    float l = (float) Math.sqrt(p[0] * p[0] + p[1] * p[1] + p[2] * p[2]);
    float x = p[0] / l;
    float y = dot(up, p[0], p[1], p[2]) / l;
    float near = dot(front, p[0], p[1], p[2]) < 0 ? -1 : 1;
    float z = Math.abs(dot(front, p[0], p[1], p[2])) / l;
    float sin = (float) Math.sqrt(x * x + y * y);
    float cosPhi = sin < 1e-5f ? 1 : x / sin;
    float sinPhi = sin < 1e-5f ? 0 : y / sin;
    // Along the meridian and along the circle around the middle, put together to u and v.
    set(
        m.tangent,
        cosPhi * z * cosPhi + sinPhi * sinPhi,
        cosPhi * z * sinPhi - sinPhi * cosPhi,
        -cosPhi * sin * near);
    set(
        m.bitangent,
        sinPhi * z * cosPhi - cosPhi * sinPhi,
        sinPhi * z * sinPhi + cosPhi * cosPhi,
        -sinPhi * sin * near);
    for (int c = 0; c < 3; c++) {
      m.normal[c] = p[c] / l;
    }
  }

  /** {@code out} = the vector (x, y, z) of the viewer's frame in the world's. */
  private void set(float[] out, float x, float y, float z) {
    out[0] = x;
    out[1] = up[1] * y + front[1] * z;
    out[2] = up[2] * y + front[2] * z;
  }

  @Override
  boolean within(float[] o, float[] d, float margin, float[] range) {
    float r = half() + margin;
    float b = o[0] * d[0] + o[1] * d[1] + o[2] * d[2];
    float c = o[0] * o[0] + o[1] * o[1] + o[2] * o[2] - r * r;
    float disc = b * b - c;
    if (disc <= 0) {
      return false;
    }
    float root = (float) Math.sqrt(disc);
    range[0] = Math.max(0, -b - root);
    range[1] = -b + root;
    return range[1] > 0;
  }
}
