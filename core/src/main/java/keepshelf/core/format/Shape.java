package keepshelf.core.format;

/**
 * Triangles of one surface, with the corners shared.
 *
 * @param name name for people
 * @param surface number of its surface in the {@link Scene}
 * @param positions x, y, z in metres, y up
 * @param normals unit vectors
 * @param uvs u to the right, v upwards
 * @param triangles three corners each, counter-clockwise from outside
 */
public record Shape(
    String name, int surface, float[] positions, float[] normals, float[] uvs, int[] triangles) {
  /** Corners. */
  public int count() {
    return positions.length / 3;
  }

  /** The same with another surface. */
  public Shape of(int otherSurface) {
    return new Shape(name, otherSurface, positions, normals, uvs, triangles);
  }

  /** v downwards, as glTF has it. */
  public float down(int corner) {
    return 1 - uvs[2 * corner + 1];
  }

  /** Least and greatest x, y, z in metres. */
  public float[][] bounds() {
    float[][] b = {{0, 0, 0}, {0, 0, 0}};
    for (int i = 0; i < positions.length; i++) {
      int c = i % 3;
      b[0][c] = i < 3 ? positions[i] : Math.min(b[0][c], positions[i]);
      b[1][c] = i < 3 ? positions[i] : Math.max(b[1][c], positions[i]);
    }
    return b;
  }

  /**
   * Tangents along u with the sign of the bitangent along v, x, y, z, w a corner, orthogonal to the
   * normals (E. Lengyel, "Computing tangent space basis vectors for an arbitrary mesh", 2001).
   */
  public float[] tangents() {
    double[] along = new double[positions.length];
    double[] across = new double[positions.length];
    for (int t = 0; t < triangles.length; t += 3) {
      addTriangle(t, along, across);
    }
    float[] out = new float[count() * 4];
    for (int i = 0; i < count(); i++) {
      double nx = normals[3 * i];
      double ny = normals[3 * i + 1];
      double nz = normals[3 * i + 2];
      double d = nx * along[3 * i] + ny * along[3 * i + 1] + nz * along[3 * i + 2];
      double x = along[3 * i] - nx * d;
      double y = along[3 * i + 1] - ny * d;
      double z = along[3 * i + 2] - nz * d;
      double l = Math.sqrt(x * x + y * y + z * z);
      if (l < 1e-12) {
        // No coordinates to follow here: any direction in the surface will do.
        boolean upright = Math.abs(ny) > 0.9;
        x = upright ? 1 - nx * nx : -ny * nx;
        y = upright ? -nx * ny : 1 - ny * ny;
        z = upright ? -nx * nz : -ny * nz;
        l = Math.sqrt(x * x + y * y + z * z);
      }
      out[4 * i] = (float) (x / l);
      out[4 * i + 1] = (float) (y / l);
      out[4 * i + 2] = (float) (z / l);
      double cx = ny * z - nz * y;
      double cy = nz * x - nx * z;
      double cz = nx * y - ny * x;
      double side = cx * across[3 * i] + cy * across[3 * i + 1] + cz * across[3 * i + 2];
      out[4 * i + 3] = side < 0 ? -1 : 1;
    }
    return out;
  }

  private void addTriangle(int t, double[] along, double[] across) {
    int a = triangles[t];
    int b = triangles[t + 1];
    int c = triangles[t + 2];
    double u1 = uvs[2 * b] - uvs[2 * a];
    double u2 = uvs[2 * c] - uvs[2 * a];
    double v1 = uvs[2 * b + 1] - uvs[2 * a + 1];
    double v2 = uvs[2 * c + 1] - uvs[2 * a + 1];
    double area = u1 * v2 - u2 * v1;
    if (Math.abs(area) < 1e-20) {
      return;
    }
    for (int k = 0; k < 3; k++) {
      double e1 = positions[3 * b + k] - positions[3 * a + k];
      double e2 = positions[3 * c + k] - positions[3 * a + k];
      double s = (e1 * v2 - e2 * v1) / area;
      double r = (e2 * u1 - e1 * u2) / area;
      for (int corner : new int[] {a, b, c}) {
        along[3 * corner + k] += s;
        across[3 * corner + k] += r;
      }
    }
  }
}
