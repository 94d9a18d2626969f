package keepshelf.core.preview;

import java.util.List;
import keepshelf.core.recognise.model.ModelFacts;

/**
 * What a model on the shelf holds.
 *
 * @param facts of its file
 * @param metres whether its size is surely in metres
 * @param missing names of textures that it wants and its pack does not have
 */
public record ModelLook(ModelFacts facts, boolean metres, List<String> missing) {
  /** Copies the list. */
  public ModelLook {
    missing = List.copyOf(missing);
  }
}
