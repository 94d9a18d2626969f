package keepshelf.core.recognise.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a model file holds.
 *
 * @param slots its material slots in the file's order
 * @param triangles of all meshes together
 * @param size width, height and depth in the file's unit; empty when it has no mesh
 * @param trouble why it could not be read, or null
 */
public record ModelFacts(
    List<Slot> slots, int triangles, List<Double> size, @Nullable String trouble) {
  /**
   * One material slot.
   *
   * @param name as the file has it
   * @param textures file names or paths as the file has them
   */
  public record Slot(String name, List<String> textures) {
    /** Copies the list. */
    public Slot {
      textures = List.copyOf(textures);
    }
  }

  /** Copies the lists. */
  public ModelFacts {
    slots = List.copyOf(slots);
    size = List.copyOf(size);
  }

  /** One that could not be read. */
  public static ModelFacts unreadable(String why) {
    return new ModelFacts(List.of(), 0, List.of(), why);
  }
}
