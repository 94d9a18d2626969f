package keepshelf.cli.frame;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.problem.ShelfException;
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
    return shelf.catalogue().installations().stream()
        .filter(i -> host == null || i.host().equalsIgnoreCase(host))
        .filter(i -> ids.isEmpty() || ids.contains(i.item()))
        .toList();
  }
}
