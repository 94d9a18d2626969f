package keepshelf.core.format;

/**
 * A ball and a plane beside it, so that a viewer has something to show a material on; texture
 * coordinates are in metres along the surface, and the first row of a picture is at v = 0.
 *
 * @param positions x, y, z in metres, y up
 * @param normals unit vectors
 * @param tangents x, y, z and the sign of the bitangent (glTF 2.0, section 3.7.2.1)
 * @param uvs two a vertex, in metres, v downwards
 * @param triangles three vertices each, counter-clockwise from outside
 */
public record PreviewMesh(
    float[] positions, float[] normals, float[] tangents, float[] uvs, int[] triangles) {
  private static final int AROUND = 64;
  private static final int DOWN = 32;
  private static final float RADIUS = 0.25f;
  private static final float PLANE = 1;

  /** Vertices. */
  public int count() {
    return positions.length / 3;
  }

  /** A ball half a metre across on a floor of one metre by one. */
  public static PreviewMesh ballAndFloor() {
    int ball = (AROUND + 1) * (DOWN + 1);
    int vertices = ball + 4;
    PreviewMesh m =
        new PreviewMesh(
            new float[vertices * 3],
            new float[vertices * 3],
            new float[vertices * 4],
            new float[vertices * 2],
            new int[AROUND * DOWN * 6 + 6]);
    for (int y = 0; y <= DOWN; y++) {
      double polar = Math.PI * y / DOWN;
      for (int x = 0; x <= AROUND; x++) {
        double around = 2 * Math.PI * x / AROUND;
        float nx = (float) (Math.sin(polar) * Math.sin(around));
        float ny = (float) Math.cos(polar);
        float nz = (float) (Math.sin(polar) * Math.cos(around));
        m.vertex(
            y * (AROUND + 1) + x,
            new float[] {nx * RADIUS, ny * RADIUS + RADIUS, nz * RADIUS},
            new float[] {nx, ny, nz},
            new float[] {(float) Math.cos(around), 0, (float) -Math.sin(around)},
            (float) (around * RADIUS),
            (float) (polar * RADIUS));
      }
    }
    int t = 0;
    for (int y = 0; y < DOWN; y++) {
      for (int x = 0; x < AROUND; x++) {
        int a = y * (AROUND + 1) + x;
        int below = a + AROUND + 1;
        for (int i : new int[] {a, below, below + 1, a, below + 1, a + 1}) {
          m.triangles[t++] = i;
        }
      }
    }
    for (int i = 0; i < 4; i++) {
      float x = (i % 2 - 0.5f) * PLANE;
      float z = (i / 2 - 0.5f) * PLANE;
      m.vertex(
          ball + i,
          new float[] {x, 0, z},
          new float[] {0, 1, 0},
          new float[] {1, 0, 0},
          x + PLANE / 2,
          z + PLANE / 2);
    }
    for (int i : new int[] {0, 2, 3, 0, 3, 1}) {
      m.triangles[t++] = ball + i;
    }
    return m;
  }

  private void vertex(int i, float[] p, float[] n, float[] t, float u, float v) {
    System.arraycopy(p, 0, positions, 3 * i, 3);
    System.arraycopy(n, 0, normals, 3 * i, 3);
    System.arraycopy(t, 0, tangents, 4 * i, 3);
    // Green up means against v, which runs downwards in the picture.
    tangents[4 * i + 3] = 1;
    uvs[2 * i] = u;
    uvs[2 * i + 1] = v;
  }
}
