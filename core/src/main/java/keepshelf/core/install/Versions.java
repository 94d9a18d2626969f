package keepshelf.core.install;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.Kinship;
import keepshelf.core.catalogue.Kinship.Relation;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;

/** Finds the newest version of an item on the shelf. */
final class Versions {
  private final Catalogue catalogue;

  Versions(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** The newest version of {@code item}; empty when it is that itself. */
  Optional<ShelvedItem> newest(ShelvedItem item) {
    String key = item.item().key().replaceAll("[\\s_-]", "");
    Set<String> seen = new HashSet<>(Set.of(item.pack().id()));
    ShelvedItem at = item;
    for (Optional<ShelvedItem> next = after(at, key); next.isPresent(); next = after(at, key)) {
      if (!seen.add(next.get().pack().id())) {
        break;
      }
      at = next.get();
    }
    return at == item ? Optional.empty() : Optional.of(at);
  }

  private Optional<ShelvedItem> after(ShelvedItem item, String key) {
    Kinship own = item.pack().kin();
    for (String id : catalogue.packsWithItems(Set.of(key))) {
      PackRecord p = catalogue.pack(id).orElse(null);
      boolean newer =
          p != null
              && ((p.kin() != null
                      && p.kin().pack().equals(item.pack().id())
                      && p.kin().relation() == Relation.NEWER_VERSION)
                  || (own != null
                      && own.pack().equals(id)
                      && own.relation() == Relation.OLDER_VERSION));
      if (newer) {
        Optional<ShelvedItem> found =
            p.items().stream()
                .filter(i -> i.key().replaceAll("[\\s_-]", "").equals(key))
                .filter(i -> i.kind() == item.item().kind())
                .findFirst()
                .flatMap(i -> catalogue.item(i.id()));
        if (found.isPresent()) {
          return found;
        }
      }
    }
    return Optional.empty();
  }
}
