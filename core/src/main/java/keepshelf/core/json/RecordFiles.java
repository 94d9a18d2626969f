package keepshelf.core.json;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;

/** Readable records, a file each. One that cannot be read is left where it is, and noted. */
public final class RecordFiles {
  private RecordFiles() {}

  /** The record in {@code file}; empty when there is none that can be read. */
  public static <T> Optional<T> read(Path file, Class<T> as) {
    try {
      return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
          ? Optional.ofNullable(Json.mapper().readValue(Files.readAllBytes(file), as))
          : Optional.empty();
    } catch (IOException | JacksonException | IllegalArgumentException e) {
      org.slf4j.LoggerFactory.getLogger(RecordFiles.class).warn("not read: {}", file, e);
      return Optional.empty();
    }
  }

  /** All records in a folder that can be read. */
  public static <T> List<T> all(Path folder, Class<T> as) {
    List<T> out = new ArrayList<>();
    if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
      try (var files = Files.newDirectoryStream(folder, "*.json")) {
        for (Path f : files) {
          read(f, as).ifPresent(out::add);
        }
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(RecordFiles.class).warn("not read: {}", folder, e);
      }
    }
    return out;
  }
}
