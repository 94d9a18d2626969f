package keepshelf.core.making.mend;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.made.Recipe;

/** Ways in which a map is put right, in the order in which several are applied. */
public enum Cure {
  /** Blocks and ripples of JPEG taken out of data. */
  BLOCKS("jpeg-blocks", "jpeg-traces", "normal-as-jpeg"),
  /** Vectors of a normal map as they were meant. */
  VECTORS(
      "normal",
      "normal-through-curve",
      "normal-channels-swapped",
      "normal-without-blue",
      "normal-not-unit"),
  /** Heights of 8 bits without their steps. */
  STEPS("height-steps", "height-8-bit", "eight-bits-in-sixteen"),
  /** A metallic map of two greys in black and white. */
  TWO_VALUES("metallic", "metallic-not-binary"),
  /** A base colour within the range of real surfaces. */
  ALBEDO("albedo", "albedo-range"),
  /** A map of the same size as its siblings. */
  SIZE("size", "size-mismatch");

  private final String id;
  private final Set<String> findings;

  Cure(String id, String... findings) {
    this.id = id;
    this.findings = Set.of(findings);
  }

  /** Stable identifier. */
  public String id() {
    return id;
  }

  /** Codes of the findings that it answers. */
  public Set<String> findings() {
    return findings;
  }

  /** The cure with this identifier. */
  public static Optional<Cure> ofId(String id) {
    for (Cure c : values()) {
      if (c.id.equals(id)) {
        return Optional.of(c);
      }
    }
    return Optional.empty();
  }

  /** The method of a recipe that applies these. */
  public static String method(List<Cure> cures) {
    return Recipe.MEND + String.join("+", cures.stream().map(Cure::id).toList());
  }

  /** The cures that a recipe's method applies, in order. */
  public static List<Cure> ofMethod(String method) {
    List<Cure> out = new ArrayList<>();
    for (String id : method.substring(Recipe.MEND.length()).split("\\+")) {
      ofId(id).ifPresent(out::add);
    }
    return out;
  }
}
