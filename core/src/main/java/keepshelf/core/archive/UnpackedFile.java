package keepshelf.core.archive;

import java.nio.file.Path;
import java.util.List;

/**
 * One entry that was written out.
 *
 * @param entry its name as the archive has it, archives in archives joined by {@code !/}
 * @param parts folders and name below the unpacking folder; archives in archives as folders
 * @param path where it lies
 * @param size bytes
 * @param sha256 of its content, lower-case hex
 */
public record UnpackedFile(String entry, List<String> parts, Path path, long size, String sha256) {}
