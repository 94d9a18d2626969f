package keepshelf.core.format;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Value;
import org.jspecify.annotations.Nullable;

/**
 * One kind of document that hosts read: what it can say, what its surfaces usually have, and how it
 * is written. Whoever adds a format adds one class, and its name among the services.
 */
public interface DocumentFormat {
  /** How pictures can be turned on a surface. */
  enum Turns {
    /** By any angle. */
    ANY,
    /** By any angle where a tile is a square, by right angles only where it is none. */
    SQUARES,
    NONE
  }

  /** A text that is only read where it is needed. */
  @FunctionalInterface
  interface Text {
    /** The text. */
    String read() throws IOException;
  }

  /**
   * What is written.
   *
   * @param stem name of the files without ending
   * @param extension of the document, without a dot, where the format leaves it open
   * @param template text that is filled in, for formats that are written so
   * @param facts what it is filled in with
   */
  record Sheet(String stem, String extension, Text template, Supplier<Map<String, Object>> facts) {}

  /** Stable identifier, as profiles name it. */
  String id();

  /** Ending of the main document, with a dot; null where a profile says it. */
  @Nullable String ending();

  /** Ending of a document that holds its pictures, with a dot; null where there is no such. */
  default @Nullable String packageEnding() {
    return null;
  }

  /** What can become of an environment light, the usual first. */
  default List<String> environments() {
    return List.of("dome", "none");
  }

  /** Whether shapes can stand in the document. */
  boolean holdsShapes();

  /** The surface models that it has; empty when a profile may name any. */
  default List<String> surfaces() {
    return List.of();
  }

  /** Whether pictures can be laid on from three sides. */
  default boolean triplanar() {
    return false;
  }

  /** Whether it has nodes that break repetition up while a picture is shown. */
  default boolean hexTiles() {
    return false;
  }

  /** Whether lengths are metres and y is up, whatever a host would like. */
  default boolean metresOnly() {
    return false;
  }

  /** Whether pictures can be named by their whole path. */
  default boolean wholePaths() {
    return true;
  }

  /** How pictures can be turned. */
  Turns turns();

  /** Whether readers may take the alpha of a colour picture for opacity. */
  default boolean alphaIsOpacity() {
    return false;
  }

  /** Whether there are lights with a surface. */
  boolean panels();

  /** Where it is said what a surface is made of; empty where that has no place. */
  Optional<BodyInputs> body(String surface);

  /** Adds what inputs without a picture have by themselves. */
  void usual(SurfaceValues values, String surface, Opacity opacity);

  /**
   * Values of a surface that does nothing but shine, in candela a square metre; asked for only
   * where there are no {@link #panels()}.
   */
  default List<Value> shining(String surface, double strength) {
    throw new UnsupportedOperationException(id() + " has lights");
  }

  /**
   * All files but the pictures, the document first, by name.
   *
   * @throws IOException when what it is written from cannot be used
   */
  Map<String, byte[]> write(Scene scene, Sheet sheet) throws IOException;

  /** The same materials in other words, for readers that prefer those; by name. */
  default Map<String, byte[]> companions(Scene scene, String stem) {
    return Map.of();
  }

  /**
   * Puts documents and pictures into one file.
   *
   * @param folder where they lie
   * @param names of all of them below it, with forward slashes
   * @param stem of the document
   * @param to the file that is written
   */
  default void pack(Path folder, List<String> names, String stem, Path to) throws IOException {
    throw new UnsupportedOperationException(id() + " has no package");
  }
}
