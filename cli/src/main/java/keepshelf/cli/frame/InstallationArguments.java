package keepshelf.cli.frame;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Which installations a command is about: all, or those of some items or of a host. */
public final class InstallationArguments {
  @Parameters(arity = "0..*", paramLabel = "ITEM", description = "Only these items.")
  List<String> names = List.of();

  @Option(names = "--host", paramLabel = "HOST", description = "Only in this host.")
  String host;

  /**
   * The installations that are meant.
   *
   * @throws ShelfException when an item or the host is not there
   */
  public List<InstallationRecord> of(Shelf shelf) throws ShelfException {
    Set<String> ids = new TreeSet<>();
    ItemArguments.items(shelf, names).forEach(s -> ids.add(s.item().id()));
    if (host != null) {
      ItemArguments.host(shelf, host);
    }
    Newest newest = new Newest(shelf.catalogue());
    return shelf.catalogue().installations().stream()
        .filter(i -> host == null || i.host().equalsIgnoreCase(host))
        .filter(i -> ids.isEmpty() || ids.contains(i.item()) || isFormer(shelf, newest, i, ids))
        .toList();
  }

  /** A name means the newest version of an ensemble; installed may be a former one. */
  private static boolean isFormer(
      Shelf shelf, Newest newest, InstallationRecord i, Set<String> ids) {
    return shelf
        .catalogue()
        .item(i.item())
        .filter(s -> s.item().kind() == ItemKind.ENSEMBLE)
        .flatMap(newest::of)
        .filter(s -> ids.contains(s.item().id()))
        .isPresent();
  }
}
