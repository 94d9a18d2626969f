package keepshelf.core.preview;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Shape;
import keepshelf.core.preview.Previews.Lit;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.imaging.render.Mesh;
import keepshelf.imaging.render.ModelPreview;
import keepshelf.imaging.render.Surface;
import org.jspecify.annotations.Nullable;

/** Shows the parts of an ensemble together, at their true sizes. */
public final class EnsembleLook {
  private EnsembleLook() {}

  /**
   * A part.
   *
   * @param name of it
   * @param look of its item, or null for a neutral grey: when it is gone, or cannot be read
   * @param finish that it has, or null
   */
  public record Part(String name, @Nullable FinishPreview look, @Nullable Finish finish) {}

  /** The parts on the object that hosts get as well; 1 to {@link EnsembleObject#MOST_PARTS}. */
  public static Picture render(List<Part> parts, int side, Lit lit) {
    List<@Nullable Surface> surfaces = new ArrayList<>();
    parts.forEach(p -> surfaces.add(p.look() == null ? null : p.look().surface(p.finish())));
    List<Shape> shapes = EnsembleObject.of(parts.stream().map(Part::name).toList());
    return new Picture(
        side,
        ModelPreview.render(
            mesh(shapes, parts),
            surfaces,
            side,
            side > 400 ? 2 : 3,
            lit.light(),
            lit.turnDegrees()));
  }

  private static Mesh mesh(List<Shape> shapes, List<Part> parts) {
    int corners = shapes.stream().mapToInt(s -> s.triangles().length).sum();
    float[] positions = new float[corners * 3];
    float[] normals = new float[corners * 3];
    float[] uvs = new float[corners * 2];
    int[] slots = new int[corners / 3];
    int at = 0;
    for (Shape s : shapes) {
      Part part = parts.get(s.surface());
      Placement laid = part.look() == null ? Placement.WHOLE : part.look().placement(part.finish());
      for (int i : s.triangles()) {
        System.arraycopy(s.positions(), 3 * i, positions, 3 * at, 3);
        System.arraycopy(s.normals(), 3 * i, normals, 3 * at, 3);
        double[] t = laid.texture(s.uvs()[2 * i], s.uvs()[2 * i + 1]);
        uvs[2 * at] = (float) t[0];
        uvs[2 * at + 1] = (float) t[1];
        slots[at / 3] = s.surface();
        at++;
      }
    }
    return new Mesh(positions, normals, uvs, slots);
  }
}
