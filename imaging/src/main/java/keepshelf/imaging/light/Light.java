package keepshelf.imaging.light;

/**
 * The procedural environments that previews are lit by. Directions: x right, y up, z towards the
 * viewer. Radiance is relative; {@link PrefilteredLight} scales it so that a level white surface
 * reflects 1.
 */
public enum Light {
  /** A quiet room with a tall four-pane window at the front left. */
  LAMP_ROOM_WINDOW("Lamp room window", new float[] {-0.62f, 0.55f, 0.56f}, 0.42f, 0.55f) {
    @Override
    void radiance(float x, float y, float z, float[] out) {
      float room = 0.20f + 0.16f * SmoothStep.at(-0.2f, 1f, y);
      float warm = 0.04f * SmoothStep.at(0f, 1f, x);
      set(out, room + warm, room + warm * 0.55f, room);
      add(out, window(x, y, z), 1f, 1f, 1.03f);
      // A pale wall on the right and a door ajar behind give the dark side an edge.
      add(out, 0.9f * panel(x, y, z, 0.94f, 0.12f, 0.32f, 0.55f, 0.9f, 0.25f), 1.03f, 1f, 0.95f);
      add(out, 3.4f * panel(x, y, z, 0.72f, 0.22f, -0.66f, 0.16f, 0.75f, 0.06f), 1f, 1f, 1.02f);
      ground(out, y, 0.30f, 0.30f, 0.30f);
    }

    private float window(float x, float y, float z) {
      float whole = 0;
      for (int i = -1; i <= 1; i += 2) {
        for (int j = -1; j <= 1; j += 2) {
          whole +=
              panelAt(x, y, z, -0.66f, 0.48f, 0.58f, i * 0.23f, j * 0.34f, 0.20f, 0.31f, 0.015f);
        }
      }
      return 13f * whole;
    }
  },
  /** Low sun through thin fog over water. */
  HARBOUR_DAWN("Harbour dawn", new float[] {-0.72f, 0.36f, 0.60f}, 0.05f, 0.62f) {
    @Override
    void radiance(float x, float y, float z, float[] out) {
      float up = SmoothStep.at(-0.05f, 0.75f, y);
      set(out, 0.95f - 0.60f * up, 0.80f - 0.36f * up, 0.72f - 0.10f * up);
      float cos = x * -0.72f + y * 0.36f + z * 0.594f;
      float glow = (float) Math.exp((cos - 1) * 14);
      add(out, 3.2f * glow + 0.8f * (float) Math.exp((cos - 1) * 3), 1f, 0.74f, 0.5f);
      add(out, 240f * SmoothStep.at(0.99850f, 0.99925f, cos), 1f, 0.84f, 0.62f);
      float band = (float) Math.exp(-y * y * 60);
      add(out, 0.35f * band, 1f, 0.93f, 0.86f);
      ground(out, y, 0.30f, 0.27f, 0.25f);
    }
  },
  /** A wide grey sky over a slipway, a little brighter to one side. */
  OVERCAST_SLIP("Overcast slip", new float[] {-0.25f, 0.90f, 0.36f}, 0.9f, 0.35f) {
    @Override
    void radiance(float x, float y, float z, float[] out) {
      float dome = (1 + 2 * Math.max(0, y)) / 3;
      float side = 1 + 0.35f * (-0.6f * x + 0.5f * z);
      float v = dome * side;
      set(out, v * 0.985f, v, v * 1.03f);
      // The gap in the clouds that tells smooth from rough.
      add(out, 2.2f * panel(x, y, z, -0.4f, 0.78f, 0.48f, 0.5f, 0.26f, 0.22f), 1f, 1f, 1f);
      ground(out, y, 0.24f, 0.24f, 0.24f);
    }
  };

  private final String title;
  private final float[] key;
  private final float keyRadius;
  private final float keyShare;

  Light(String title, float[] key, float keyRadius, float keyShare) {
    float l = (float) Math.sqrt(key[0] * key[0] + key[1] * key[1] + key[2] * key[2]);
    this.title = title;
    this.key = new float[] {key[0] / l, key[1] / l, key[2] / l};
    this.keyRadius = keyRadius;
    this.keyShare = keyShare;
  }

  /** The name shown to people. */
  public String title() {
    return title;
  }

  /** Unit direction to the main light, for the shadow on the ground. */
  public float[] key() {
    return key.clone();
  }

  /** Tangent of half the angle that the main light spans: how soft its shadow is. */
  public float keyRadius() {
    return keyRadius;
  }

  /** Share of the ground's light that comes from the main light. */
  public float keyShare() {
    return keyShare;
  }

  /** Writes the RGB radiance from unit direction (x, y, z) into {@code out}. */
  abstract void radiance(float x, float y, float z, float[] out);

  static void set(float[] out, float r, float g, float b) {
    out[0] = r;
    out[1] = g;
    out[2] = b;
  }

  static void add(float[] out, float v, float r, float g, float b) {
    out[0] += v * r;
    out[1] += v * g;
    out[2] += v * b;
  }

  /** Below the horizon the floor is seen instead. */
  static void ground(float[] out, float y, float r, float g, float b) {
    float t = SmoothStep.at(0.02f, -0.02f, y);
    out[0] += (r - out[0]) * t;
    out[1] += (g - out[1]) * t;
    out[2] += (b - out[2]) * t;
  }

  static float panel(
      float x, float y, float z, float nx, float ny, float nz, float hw, float hh, float soft) {
    return panelAt(x, y, z, nx, ny, nz, 0, 0, hw, hh, soft);
  }

  /**
   * 1 inside a rectangle one unit away in direction n, offset by (ox, oy) in its own upright frame,
   * with half sizes hw, hh and a soft edge; 0 outside.
   */
  static float panelAt(
      float x,
      float y,
      float z,
      float nx,
      float ny,
      float nz,
      float ox,
      float oy,
      float hw,
      float hh,
      float soft) {
    float l = 1 / (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
    float d = (x * nx + y * ny + z * nz) * l;
    if (d <= 0.05f) {
      return 0;
    }
    // Right = up x n, then the panel's own up = n x right.
    float rl = 1 / (float) Math.sqrt(nz * nz + nx * nx);
    float rx = nz * rl;
    float rz = -nx * rl;
    float ux = ny * rz * l;
    float uy = (nz * rx - nx * rz) * l;
    float uz = -ny * rx * l;
    float px = (x * rx + z * rz) / d - ox;
    float py = (x * ux + y * uy + z * uz) / d - oy;
    return SmoothStep.at(hw + soft, hw - soft, Math.abs(px))
        * SmoothStep.at(hh + soft, hh - soft, Math.abs(py));
  }
}
