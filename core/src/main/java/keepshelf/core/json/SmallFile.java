package keepshelf.core.json;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Function;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/** Small JSON files that people write and hand on, read with care. */
public final class SmallFile {
  /** None of them is as large. */
  private static final long MOST_BYTES = 64 * 1024;

  private SmallFile() {}

  /** Makes something of what stands in a file. */
  public interface Meaning<W, T> {
    /**
     * What is written.
     *
     * @throws IllegalArgumentException with a sentence for people when it makes no sense
     */
    T of(W written);
  }

  /**
   * Reads a file.
   *
   * @param as what stands in it
   * @param meaning what it means
   * @param no the exception that says why it cannot be that
   * @throws ShelfException when it cannot be read, or is no such thing
   */
  public static <W, T> T read(
      Path file, Class<W> as, Meaning<W, T> meaning, Function<String, ShelfException> no)
      throws ShelfException {
    try {
      if (!Files.isRegularFile(file)) {
        throw no.apply(Words.of("smallFile.no-file"));
      }
      if (Files.size(file) > MOST_BYTES) {
        throw no.apply(Words.of("smallFile.too-large-for-one"));
      }
      W written = Json.mapper().readValue(Files.readAllBytes(file), as);
      if (written == null) {
        throw no.apply(Words.of("smallFile.empty"));
      }
      return meaning.of(written);
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "not-read",
              file.toString(),
              DiskTrouble.sentence(e, Words.of("doing.reading", file))),
          e);
    } catch (JacksonException e) {
      throw no.apply(Words.of("smallFile.not-json-this-form"));
    } catch (IllegalArgumentException e) {
      throw no.apply(e.getMessage());
    }
  }
}
