package keepshelf.imaging.solid;

/**
 * A hanging cloth in folds that deepen towards its hem. u runs along the cloth at its true length,
 * v upwards.
 */
public final class Drape extends Solid {
  private static final int TABLE = 512;

  /** Folds over the width. */
  private static final float FOLDS = 3.3f;

  /** Depth of the folds at the hem, as a share of the width. */
  private static final float DEPTH = 0.085f;

  private final float side;
  private final float depth;
  private final float k;
  private final float turnCos;
  private final float turnSin;

  private static final int COLUMNS = 512;
  private static final int ROWS = 48;

  /** Depth of the folds, and the cosine of their slope, over the cloth. */
  private final float[] depths = new float[(COLUMNS + 1) * (ROWS + 1)];

  private final float[] upright = new float[(COLUMNS + 1) * (ROWS + 1)];

  /** The cosine of the steepest slope within so many columns to either side. */
  private static final int WINDOW = 10;

  private final float[] steepest = new float[(COLUMNS + 1) * (ROWS + 1)];

  /** The same over all of the cloth. */
  private float steep = 1;

  /** Length along the cloth from its middle, by x. */
  private final float[] arc = new float[TABLE + 1];

  /**
   * A square cloth.
   *
   * @param side in metres
   * @param turnDegrees how far it is turned about the upright
   */
  public Drape(double side, double turnDegrees) {
    super((float) (side / 2));
    this.side = (float) side;
    depth = this.side * DEPTH;
    k = (float) (2 * Math.PI * FOLDS / side);
    turnCos = (float) Math.cos(Math.toRadians(turnDegrees));
    turnSin = (float) Math.sin(Math.toRadians(turnDegrees));
    float step = this.side / TABLE;
    for (int i = 1; i <= TABLE; i++) {
      float slope = slopeX((i - 0.5f) * step - half(), 0);
      arc[i] = arc[i - 1] + step * (float) Math.sqrt(1 + slope * slope);
    }
    float middle = arc[TABLE / 2];
    for (int i = 0; i <= TABLE; i++) {
      arc[i] -= middle;
    }
    tables();
  }

  /** Depth of the folds at a height: a third at the top, all of it at the hem. */
  private float fold(float y) {
    return depth * (0.34f + 0.66f * (0.5f - y / side));
  }

  private float phase(float x, float y) {
    return k * x + 0.5f * (float) Math.sin(2.4f * y / side + 0.4f);
  }

  private float surface(float x, float y) {
    float a = phase(x, y);
    return fold(y) * ((float) Math.sin(a) + 0.3f * (float) Math.sin(2.1f * a + 1.1f));
  }

  /** How far the cloth stands out at a place of the unturned cloth, in metres. */
  float depthAt(float x, float y) {
    return surface(x, y);
  }

  private float slopeX(float x, float y) {
    float a = phase(x, y);
    return fold(y) * k * ((float) Math.cos(a) + 0.63f * (float) Math.cos(2.1f * a + 1.1f));
  }

  private float slopeY(float x, float y) {
    float e = side * 1e-3f;
    return (surface(x, y + e) - surface(x, y - e)) / (2 * e);
  }

  private void tables() {
    for (int j = 0; j <= ROWS; j++) {
      for (int i = 0; i <= COLUMNS; i++) {
        float x = ((float) i / COLUMNS - 0.5f) * side;
        float y = ((float) j / ROWS - 0.5f) * side;
        float slope = slopeX(x, y);
        depths[j * (COLUMNS + 1) + i] = surface(x, y);
        upright[j * (COLUMNS + 1) + i] = 1 / (float) Math.sqrt(1 + slope * slope);
        steep = Math.min(steep, upright[j * (COLUMNS + 1) + i]);
      }
    }
    for (int j = 0; j <= ROWS; j++) {
      for (int i = 0; i <= COLUMNS; i++) {
        float least = 1;
        // A fold leans a little towards the hem: the row below is the steeper one.
        for (int r = Math.max(0, j - 1); r <= j; r++) {
          for (int c = Math.max(0, i - WINDOW); c <= Math.min(COLUMNS, i + WINDOW); c++) {
            least = Math.min(least, upright[r * (COLUMNS + 1) + c]);
          }
        }
        steepest[j * (COLUMNS + 1) + i] = least;
      }
    }
  }

  /** A value between the places of a table. */
  private float grid(float[] table, float x, float y) {
    float gx = Math.clamp(x / side + 0.5f, 0f, 0.99999f) * COLUMNS;
    float gy = Math.clamp(y / side + 0.5f, 0f, 0.99999f) * ROWS;
    int o = (int) gy * (COLUMNS + 1) + (int) gx;
    float fx = gx - (int) gx;
    float fy = gy - (int) gy;
    float low = table[o] + (table[o + 1] - table[o]) * fx;
    int next = o + COLUMNS + 1;
    float top = table[next] + (table[next + 1] - table[next]) * fx;
    return low + (top - low) * fy;
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
    float before = z - grid(depths, x, y);
    out.distance = before * grid(upright, x, y);
    // A fold beside the place may be nearer than the cloth behind it. A little less, for how it
    // slopes along the height.
    float ahead = 0.98f * Math.abs(before);
    float wide = side * WINDOW / COLUMNS;
    out.free = Math.max(ahead * steep, Math.min(ahead * grid(steepest, x, y), wide));
    float at = Math.clamp((x + half()) / side, 0f, 1f) * TABLE;
    int i = Math.min((int) at, TABLE - 1);
    out.u = arc[i] + (arc[i + 1] - arc[i]) * (at - i);
    out.v = y;
  }

  @Override
  void frame(Meeting m) {
    float x = turnCos * m.point[0] - turnSin * m.point[2];
    float y = m.point[1];
    float sx = slopeX(x, y);
    float sy = slopeY(x, y);
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
    float[] extent = {half(), half(), 1.3f * depth + margin};
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
