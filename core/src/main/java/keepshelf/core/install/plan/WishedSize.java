package keepshelf.core.install.plan;

import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/** The resolution that is installed. */
final class WishedSize {
  private WishedSize() {}

  /**
   * Label of what was wished, else of the largest; null when none is known.
   *
   * @throws ShelfException when the item is not on the shelf at that size
   */
  static @Nullable String of(ItemRecord item, InstallOptions options) throws ShelfException {
    String wished = options.resolution();
    List<String> has = item.resolutions();
    if (wished == null) {
      return has.isEmpty() ? null : has.getLast();
    }
    String label = wished.toUpperCase(Locale.ROOT);
    if (item.kind() == ItemKind.ENSEMBLE) {
      return label;
    }
    if (!has.contains(label)) {
      throw new ShelfException(
          Problem.error(
              "no-such-resolution",
              item.key(),
              Phrase.of(
                  "wishedSize.not-shelf-at-there-at",
                  item.name(),
                  wished,
                  has.isEmpty()
                      ? Phrase.of("wishedSize.one-size-unknown-label")
                      : String.join(", ", has))));
    }
    return label;
  }
}
