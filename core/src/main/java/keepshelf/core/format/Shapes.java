package keepshelf.core.format;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Makes the shapes that installations are shown on. */
public final class Shapes {
  private static final int AROUND = 64;
  private static final int DOWN = 32;
  private static final float RADIUS = 0.25f;

  private Shapes() {}

  /** A ball half a metre across that lies on the ground, its coordinates in metres. */
  public static Shape ball() {
    int count = (AROUND + 1) * (DOWN + 1);
    float[] p = new float[count * 3];
    float[] n = new float[count * 3];
    float[] uv = new float[count * 2];
    for (int y = 0; y <= DOWN; y++) {
      double polar = Math.PI * y / DOWN;
      for (int x = 0; x <= AROUND; x++) {
        // From the back around the front: where tiles do not close is out of sight.
        double around = 2 * Math.PI * x / AROUND - Math.PI;
        int i = y * (AROUND + 1) + x;
        n[3 * i] = (float) (Math.sin(polar) * Math.sin(around));
        n[3 * i + 1] = (float) Math.cos(polar);
        n[3 * i + 2] = (float) (Math.sin(polar) * Math.cos(around));
        for (int c = 0; c < 3; c++) {
          p[3 * i + c] = n[3 * i + c] * RADIUS + (c == 1 ? RADIUS : 0);
        }
        uv[2 * i] = (float) (around * RADIUS);
        uv[2 * i + 1] = (float) (-polar * RADIUS);
      }
    }
    List<int[]> faces = new ArrayList<>();
    for (int y = 0; y < DOWN; y++) {
      for (int x = 0; x < AROUND; x++) {
        int a = y * (AROUND + 1) + x;
        int below = a + AROUND + 1;
        if (y < DOWN - 1) {
          faces.add(new int[] {a, below, below + 1});
        }
        if (y > 0) {
          faces.add(new int[] {a, below + 1, a + 1});
        }
      }
    }
    return new Shape("Ball", 0, p, n, uv, flat(faces));
  }

  /** A level square about the origin, its coordinates in metres. */
  public static Shape floor(double side) {
    return grid("Floor", side, side, 1, null);
  }

  /**
   * A level rectangle about the origin, its coordinates in metres, of {@code steps} squares a side.
   *
   * @param heights metres above the ground of each of the (steps + 1)² corners, rows from the back;
   *     null for a flat one
   */
  public static Shape grid(
      String name, double width, double depth, int steps, float @Nullable [] heights) {
    int row = steps + 1;
    float[] p = new float[row * row * 3];
    float[] n = new float[row * row * 3];
    float[] uv = new float[row * row * 2];
    for (int z = 0; z < row; z++) {
      for (int x = 0; x < row; x++) {
        int i = z * row + x;
        double u = width * x / steps;
        double v = depth * z / steps;
        p[3 * i] = (float) (u - width / 2);
        p[3 * i + 1] = heights == null ? 0 : heights[i];
        p[3 * i + 2] = (float) (v - depth / 2);
        double dx = slope(heights, z * row, x, 1, row, width / steps);
        double dz = slope(heights, x, z, row, row, depth / steps);
        double l = Math.sqrt(dx * dx + dz * dz + 1);
        n[3 * i] = (float) (-dx / l);
        n[3 * i + 1] = (float) (1 / l);
        n[3 * i + 2] = (float) (-dz / l);
        uv[2 * i] = (float) u;
        uv[2 * i + 1] = (float) -v;
      }
    }
    List<int[]> faces = new ArrayList<>();
    for (int z = 0; z < steps; z++) {
      for (int x = 0; x < steps; x++) {
        int a = z * row + x;
        faces.add(new int[] {a, a + row, a + row + 1});
        faces.add(new int[] {a, a + row + 1, a + 1});
      }
    }
    return new Shape(name, 0, p, n, uv, flat(faces));
  }

  /** Rise per metre at place {@code at} of the line that begins at {@code from}. */
  private static double slope(
      float @Nullable [] heights, int from, int at, int step, int count, double metres) {
    if (heights == null) {
      return 0;
    }
    int before = Math.max(0, at - 1);
    int after = Math.min(count - 1, at + 1);
    return (heights[from + after * step] - heights[from + before * step])
        / ((after - before) * metres);
  }

  /** An upright rectangle on the ground that faces +z and shows one whole picture. */
  public static Shape upright(String name, double width, double height) {
    float w = (float) (width / 2);
    float h = (float) height;
    return new Shape(
        name,
        0,
        new float[] {-w, 0, 0, w, 0, 0, w, h, 0, -w, h, 0},
        new float[] {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1},
        new float[] {0, 0, 1, 0, 1, 1, 0, 1},
        new int[] {0, 1, 2, 0, 2, 3});
  }

  /** A square panel at {@code at} that looks at {@code to}, both in metres. */
  public static Shape panel(double[] at, double[] to, double side) {
    double[] n = unit(new double[] {to[0] - at[0], to[1] - at[1], to[2] - at[2]});
    double[] u = unit(new double[] {n[2], 0, -n[0]});
    double[] v = {n[1] * u[2] - n[2] * u[1], n[2] * u[0] - n[0] * u[2], n[0] * u[1] - n[1] * u[0]};
    float[] p = new float[12];
    float[] normals = new float[12];
    double[][] corners = {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}};
    for (int i = 0; i < 4; i++) {
      for (int c = 0; c < 3; c++) {
        p[3 * i + c] = (float) (at[c] + side / 2 * (corners[i][0] * u[c] + corners[i][1] * v[c]));
        normals[3 * i + c] = (float) n[c];
      }
    }
    return new Shape(
        "Panel", 0, p, normals, new float[] {0, 0, 1, 0, 1, 1, 0, 1}, new int[] {0, 1, 2, 0, 2, 3});
  }

  private static double[] unit(double[] v) {
    double l = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    return new double[] {v[0] / l, v[1] / l, v[2] / l};
  }

  /** A ball around everything that is seen from inside and shows one panorama. */
  public static Shape sky(double radius) {
    Shape ball = ball();
    float[] p = new float[ball.positions().length];
    float[] n = new float[p.length];
    float[] uv = new float[ball.uvs().length];
    for (int i = 0; i < p.length; i++) {
      p[i] = (float) (ball.normals()[i] * radius);
      n[i] = -ball.normals()[i];
    }
    for (int y = 0; y <= DOWN; y++) {
      for (int x = 0; x <= AROUND; x++) {
        int i = y * (AROUND + 1) + x;
        // The panorama's middle lies ahead (-z), where the ball begins; from inside, right is
        // where x grows there. Pictures repeat.
        uv[2 * i] = 1.5f - x / (float) AROUND;
        uv[2 * i + 1] = 1 - y / (float) DOWN;
      }
    }
    int[] t = ball.triangles().clone();
    for (int i = 0; i < t.length; i += 3) {
      int swap = t[i + 1];
      t[i + 1] = t[i + 2];
      t[i + 2] = swap;
    }
    return new Shape("Sky", 0, p, n, uv, t);
  }

  /**
   * The triangles of one slot of a model, equal corners joined.
   *
   * @param positions x, y, z of each corner, three corners a triangle, in metres
   * @param normals unit normal of each corner
   * @param uvs u, v (up) of each corner
   * @param slots number of the slot of each triangle
   */
  public static Shape ofModel(
      String name, int slot, float[] positions, float[] normals, float[] uvs, int[] slots) {
    Map<List<Float>, Integer> seen = new HashMap<>();
    List<Integer> corners = new ArrayList<>();
    List<int[]> faces = new ArrayList<>();
    for (int t = 0; t < slots.length; t++) {
      if (slots[t] != slot) {
        continue;
      }
      int[] face = new int[3];
      for (int k = 0; k < 3; k++) {
        int i = 3 * t + k;
        List<Float> key =
            List.of(
                positions[3 * i],
                positions[3 * i + 1],
                positions[3 * i + 2],
                normals[3 * i],
                normals[3 * i + 1],
                normals[3 * i + 2],
                uvs[2 * i],
                uvs[2 * i + 1]);
        face[k] =
            seen.computeIfAbsent(
                key,
                x -> {
                  corners.add(i);
                  return corners.size() - 1;
                });
      }
      faces.add(face);
    }
    float[] p = new float[corners.size() * 3];
    float[] n = new float[corners.size() * 3];
    float[] uv = new float[corners.size() * 2];
    for (int i = 0; i < corners.size(); i++) {
      int from = corners.get(i);
      System.arraycopy(positions, 3 * from, p, 3 * i, 3);
      System.arraycopy(normals, 3 * from, n, 3 * i, 3);
      System.arraycopy(uvs, 2 * from, uv, 2 * i, 2);
    }
    return new Shape(name, slot, p, n, uv, flat(faces));
  }

  private static int[] flat(List<int[]> faces) {
    return faces.stream().flatMapToInt(java.util.Arrays::stream).toArray();
  }
}
