package keepshelf.imaging.render;

/**
 * Triangles ready for rendering; y is up. Three corners a triangle, one after the other.
 *
 * @param positions x, y, z of each corner
 * @param normals unit normal of each corner
 * @param uvs u (right) and v (up) of each corner, in tiles
 * @param slots number of the material slot of each triangle, from 0
 */
public record Mesh(float[] positions, float[] normals, float[] uvs, int[] slots) {
  /** How many triangles. */
  public int triangles() {
    return slots.length;
  }
}
