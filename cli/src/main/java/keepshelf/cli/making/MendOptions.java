package keepshelf.cli.making;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.cli.words.Words;
import keepshelf.core.making.mend.Cure;
import picocli.CommandLine.Option;

/** What is to be put right. */
final class MendOptions {
  private static final String ALL = "all";

  /** The finding whose cure is a new item. */
  private static final String SEAM = "not-tileable";

  @Option(
      names = "--mend",
      arity = "0..1",
      fallbackValue = ALL,
      split = ",",
      paramLabel = "CODE",
      description =
          "Put right what was found: jpeg-blocks, normal, height-steps, metallic, albedo, size,"
              + " not-tileable, or all that can be.")
  private List<String> mend = new ArrayList<>();

  boolean isGiven() {
    return !mend.isEmpty();
  }

  /**
   * Checks what was written. A finding's own code, such as {@code normal-not-unit}, stands for what
   * cures it.
   *
   * @throws IllegalArgumentException when something is neither a cure nor a finding
   */
  void check() {
    for (String m : mend) {
      if (!m.equals(ALL) && !m.equals(SEAM) && cures(m).isEmpty()) {
        throw new IllegalArgumentException(
            Words.of(
                "mendOptions.cannot-be-put-right-write",
                m,
                String.join(", ", Stream.of(Cure.values()).map(Cure::id).toList()),
                SEAM,
                ALL));
      }
    }
  }

  /** The cures that are wished of these. */
  Set<Cure> of(Set<Cure> can) {
    Set<Cure> out = EnumSet.noneOf(Cure.class);
    mend.forEach(m -> out.addAll(m.equals(ALL) ? can : cures(m)));
    out.retainAll(can);
    return out;
  }

  /**
   * Whether a seam is to be closed.
   *
   * @param found whether the item has one
   */
  boolean seam(boolean found) {
    return mend.contains(SEAM) || found && mend.contains(ALL);
  }

  private static Set<Cure> cures(String code) {
    Set<Cure> out = EnumSet.noneOf(Cure.class);
    for (Cure c : Cure.values()) {
      if (c.id().equals(code) || c.findings().contains(code)) {
        out.add(c);
      }
    }
    return out;
  }
}
