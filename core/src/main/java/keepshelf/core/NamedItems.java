package keepshelf.core;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import keepshelf.core.words.Phrase;

/** Finds items by what a person calls them. */
final class NamedItems {
  private NamedItems() {}

  /**
   * The item of this identifier, key or name. Of an ensemble that was changed it is the newest
   * version.
   *
   * @throws ShelfException when there is none, or several
   */
  static ShelvedItem need(Catalogue catalogue, String name) throws ShelfException {
    List<ShelvedItem> found = catalogue.find(name);
    if (found.size() > 1 && found.stream().allMatch(s -> s.item().kind() == ItemKind.ENSEMBLE)) {
      Newest newest = new Newest(catalogue);
      found = found.stream().filter(s -> newest.of(s).isEmpty()).toList();
    }
    if (found.size() == 1) {
      return found.getFirst();
    }
    if (found.isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "no-such-item", name, Phrase.of("namedItems.no-item-shelf-called-list", name)));
    }
    List<String> ids = new ArrayList<>();
    found.forEach(s -> ids.add(s.item().id() + " (" + s.pack().name() + ")"));
    throw new ShelfException(
        Problem.error(
            "several-items",
            name,
            Phrase.of("namedItems.several-items-called-use-one", name, String.join(", ", ids))));
  }
}
