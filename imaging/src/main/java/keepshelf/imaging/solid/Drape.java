package keepshelf.imaging.solid;

/**
 * A hanging cloth in folds that deepen towards its hem. u runs along the cloth at its true length,
 * v upwards.
 */
public final class Drape extends Solid {
  private final float side;
  private final float turnCos;
  private final float turnSin;

  /**
   * A square cloth.
   *
   * @param side in metres
   * @param turnDegrees how far it is turned about the upright
   */
  public Drape(double side, double turnDegrees) {
    super((float) (side / 2));
    this.side = (float) side;
    turnCos = (float) Math.cos(Math.toRadians(turnDegrees));
    turnSin = (float) Math.sin(Math.toRadians(turnDegrees));
  }

  @Override
  public boolean folds(Meeting m, float[] slopes, float[] frame) {
    float x = turnCos * m.point[0] - turnSin * m.point[2];
    float flip = m.behind ? -1 : 1;
    FoldHorizon.of(m.behind).at(x / side, m.point[1] / side, slopes);
    frame[0] = turnCos;
    frame[1] = -turnSin;
    frame[2] = flip * turnSin;
    frame[3] = flip * turnCos;
    return true;
  }

  @Override
  void foot(float x0, float y, float z0, Foot out) {
    float x = turnCos * x0 - turnSin * z0;
    float z = turnSin * x0 + turnCos * z0;
    float right = x / side;
    float up = y / side;
    float before = z - side * Folds.tabled(right, up);
    out.distance = before * Folds.upright(right, up);
    // A fold beside the place may be nearer than the cloth behind it. A little less, for how it
    // slopes along the height.
    float ahead = 0.98f * Math.abs(before);
    float near = Math.min(ahead * Folds.steepest(right, up), side * Folds.WIDE);
    out.free = Math.max(ahead * Folds.STEEP, near);
    out.u = side * Folds.along(right);
    out.v = y;
  }

  @Override
  void frame(Meeting m) {
    float x = turnCos * m.point[0] - turnSin * m.point[2];
    float y = m.point[1];
    float sx = Folds.slopeX(x / side, y / side);
    float sy = Folds.slopeY(x / side, y / side);
    float l = (float) Math.sqrt(1 + sx * sx + sy * sy);
    float flip = m.behind ? -1 : 1;
    back(m.normal, -sx / l * flip, -sy / l * flip, flip / l);
    float lu = (float) Math.sqrt(1 + sx * sx);
    back(m.tangent, 1 / lu, 0, sx / lu);
    float[] n = m.normal;
    float[] t = m.tangent;
    m.bitangent[0] = flip * (n[1] * t[2] - n[2] * t[1]);
    m.bitangent[1] = flip * (n[2] * t[0] - n[0] * t[2]);
    m.bitangent[2] = flip * (n[0] * t[1] - n[1] * t[0]);
  }

  private void back(float[] out, float x, float y, float z) {
    out[0] = turnCos * x + turnSin * z;
    out[1] = y;
    out[2] = -turnSin * x + turnCos * z;
  }

  @Override
  boolean within(float[] o, float[] d, float margin, float[] range) {
    float[] at = {turnCos * o[0] - turnSin * o[2], o[1], turnSin * o[0] + turnCos * o[2]};
    float[] to = {turnCos * d[0] - turnSin * d[2], d[1], turnSin * d[0] + turnCos * d[2]};
    float[] extent = {half(), half(), 1.3f * Folds.DEPTH * side + margin};
    float begin = 0;
    float end = Float.MAX_VALUE;
    for (int c = 0; c < 3; c++) {
      if (Math.abs(to[c]) < 1e-9f) {
        if (Math.abs(at[c]) > extent[c]) {
          return false;
        }
        continue;
      }
      float a = (-extent[c] - at[c]) / to[c];
      float b = (extent[c] - at[c]) / to[c];
      begin = Math.max(begin, Math.min(a, b));
      end = Math.min(end, Math.max(a, b));
    }
    range[0] = begin;
    range[1] = end;
    return begin < end;
  }
}
