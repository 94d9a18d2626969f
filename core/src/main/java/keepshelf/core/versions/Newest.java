package keepshelf.core.versions;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;

/** Finds the newest version of an item on the shelf. */
public final class Newest {
  private final Catalogue catalogue;

  /** Looks on the shelf of {@code catalogue}. */
  public Newest(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** The newest version of {@code item}; empty when it is that itself. */
  public Optional<ShelvedItem> of(ShelvedItem item) {
    Releases releases = Releases.of(catalogue);
    Set<String> seen = new HashSet<>(Set.of(item.pack().id()));
    ShelvedItem at = item;
    Optional<ShelvedItem> next = after(at, releases);
    while (next.isPresent() && seen.add(next.get().pack().id())) {
      at = next.get();
      next = after(at, releases);
    }
    return at == item ? Optional.empty() : Optional.of(at);
  }

  /** The same item in the next release of its pack. */
  private Optional<ShelvedItem> after(ShelvedItem item, Releases releases) {
    String same = Alike.of(item.item());
    return releases.newer(item.pack().id()).stream()
        .sorted()
        .map(catalogue::pack)
        .flatMap(Optional::stream)
        .flatMap(p -> p.items().stream())
        .filter(i -> Alike.of(i).equals(same))
        .findFirst()
        .flatMap(i -> catalogue.item(i.id()));
  }
}
