package keepshelf.core.recognise.model;

import java.nio.file.Path;

/**
 * A model file and the files that it may name.
 *
 * @param root folder of the pack; nothing outside of it is read, whatever the model names
 * @param file the model, below {@code root}
 */
public record ModelFile(Path root, Path file) {}
