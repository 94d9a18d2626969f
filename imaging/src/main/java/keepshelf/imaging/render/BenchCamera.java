package keepshelf.imaging.render;

/** Where the bench is seen from. */
final class BenchCamera {
  /** Distance of the eye, in halves of the object. */
  private static final float DISTANCE = 7.2f;

  private static final float LOOK_AT = -0.15f;

  final float[] eye;
  private final float[] up;
  private final float[] forward;
  private final float lens;
  private final float half;
  private final int width;
  private final int height;

  BenchCamera(BenchScene scene, float half, int width, int height) {
    this.half = half;
    this.width = width;
    this.height = height;
    double elevation = Math.toRadians(scene.view().elevationDegrees());
    float c = (float) Math.cos(elevation);
    float s = (float) Math.sin(elevation);
    eye = new float[] {0, (LOOK_AT + DISTANCE * s) * half, DISTANCE * c * half};
    forward = new float[] {0, -s, -c};
    up = new float[] {0, c, -s};
    lens =
        scene.shape().room()
            / (float) Math.sqrt(DISTANCE * DISTANCE - 1)
            / (float) scene.view().nearer();
  }

  double metresPerPixel() {
    return 2.0 * lens * DISTANCE * half / Math.min(width, height);
  }

  /** Rows from the top at which the object's foot is seen. */
  float footRow() {
    float y = -half - eye[1];
    float z = -eye[2];
    float ahead = forward[1] * y + forward[2] * z;
    float above = up[1] * y + up[2] * z;
    return (height - above / ahead / lens * Math.min(width, height)) / 2;
  }

  /** Rows of the picture. */
  int rows() {
    return height;
  }

  /** Radians that one pixel covers. */
  float pixelAngle() {
    return 2 * lens / Math.min(width, height);
  }

  /** The unit direction through a place in the picture, in pixels from the top left. */
  void direction(float x, float y, float[] d) {
    float least = Math.min(width, height);
    float sx = (2 * x - width) / least * lens;
    float sy = (height - 2 * y) / least * lens;
    d[0] = sx;
    d[1] = forward[1] + sy * up[1];
    d[2] = forward[2] + sy * up[2];
    float l = (float) Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
    d[0] /= l;
    d[1] /= l;
    d[2] /= l;
  }
}
