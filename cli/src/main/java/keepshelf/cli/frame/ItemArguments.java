package keepshelf.cli.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** Items and hosts as they are named on the command line. */
public final class ItemArguments {
  private ItemArguments() {}

  /** Exit code for a name that means no item, several, or no finish of one. */
  public static int exit(ShelfException e) {
    return List.of("several-items", "no-finish").contains(e.problem().code())
        ? Exit.USE
        : Exit.FAILED;
  }

  /** The items that a person named, each by identifier, key or name. */
  public static List<ShelvedItem> items(Shelf shelf, List<String> names) throws ShelfException {
    List<ShelvedItem> out = new ArrayList<>();
    for (String n : names) {
      out.add(shelf.item(n));
    }
    return out;
  }

  /** The finish of this name. */
  public static Finish finish(ShelvedItem s, String name) throws ShelfException {
    return s.item().marks().finish(name).orElseThrow(() -> new ShelfException(noFinish(s, name)));
  }

  /** Says that an item has no finish of this name, and which it has. */
  public static Problem noFinish(ShelvedItem s, String name) {
    List<String> has = s.item().marks().finishes().stream().map(Finish::name).toList();
    return Problem.error(
        "no-finish",
        s.item().key(),
        Words.of(
            "itemArguments.has-no-finish",
            s.item().name(),
            name,
            has.isEmpty()
                ? Words.of("itemArguments.make-one-with-keepshelf-finish", s.item().key())
                : Words.of("itemArguments.has", String.join(", ", has))));
  }

  /** The host of that name. */
  public static HostRecord host(Shelf shelf, String name) throws ShelfException {
    Optional<HostRecord> h =
        shelf.catalogue().hosts().stream().filter(x -> x.name().equalsIgnoreCase(name)).findFirst();
    return h.orElseThrow(() -> {
      List<String> has = shelf.catalogue().hosts().stream().map(HostRecord::name).toList();
      return new ShelfException(
          Problem.error(
              "no-such-host",
              name,
              Words.of(
                  "itemArguments.no-host-called",
                  name,
                  has.isEmpty()
                      ? Words.of("itemArguments.add-one-with-keepshelf-hosts")
                      : Words.of("itemArguments.there", String.join(", ", has)))));
    });
  }
}
