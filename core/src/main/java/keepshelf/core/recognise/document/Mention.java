package keepshelf.core.recognise.document;

import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * A picture that a material document names.
 *
 * @param path the picture, as people are shown it
 * @param role what the document uses it for
 * @param channels the roles of its channels when the document takes it apart, else null
 * @param material the document's name for the material
 * @param document file name of the document
 */
public record Mention(
    String path, MapRole role, @Nullable Channels channels, String material, String document) {}
