package keepshelf.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** Items and hosts as they are named on the command line. */
final class ItemArguments {
  private ItemArguments() {}

  /** Exit code for a name that means no item or several. */
  static int exit(ShelfException e) {
    return e.problem().code().equals("several-items") ? Exit.USE : Exit.FAILED;
  }

  static List<ShelvedItem> items(Shelf shelf, List<String> names) throws ShelfException {
    List<ShelvedItem> out = new ArrayList<>();
    for (String n : names) {
      out.add(shelf.item(n));
    }
    return out;
  }

  static HostRecord host(Shelf shelf, String name) throws ShelfException {
    Optional<HostRecord> h =
        shelf.catalogue().hosts().stream().filter(x -> x.name().equalsIgnoreCase(name)).findFirst();
    return h.orElseThrow(() -> {
      List<String> has = shelf.catalogue().hosts().stream().map(HostRecord::name).toList();
      return new ShelfException(
          Problem.error(
              "no-such-host",
              name,
              "No host is called “"
                  + name
                  + "”. "
                  + (has.isEmpty()
                      ? "Add one with: keepshelf hosts --add NAME --profile PROFILE --folder DIR."
                      : "There are: " + String.join(", ", has) + ".")));
    });
  }
}
