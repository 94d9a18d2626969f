package keepshelf.cli;

import java.util.concurrent.Callable;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Shows one item whole. */
@Command(
    name = "show",
    mixinStandardHelpOptions = true,
    description = "Show one item with its maps, checks, record and installations.",
    footer = {
      "",
      "Example:",
      "  keepshelf show tarred_rope --json",
      "Exit codes: 0 done; 2 wrong use, or several items have that name; 3 there is none."
    })
final class ShowCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s;
      try {
        s = shelf.item(item);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      if (out.json) {
        out.json(ItemJson.whole(s, shelf.catalogue().installations()));
        return Exit.DONE;
      }
      out.say(
          s.item().name()
              + "  "
              + s.item().id()
              + "  "
              + s.item().kind().id()
              + ", "
              + s.item().workflow().title());
      out.say(
          "  pack "
              + s.pack().name()
              + (s.pack().version() == null ? "" : " v" + s.pack().version())
              + ", source "
              + s.pack().source()
              + ", licence "
              + s.pack().licence());
      for (MapRecord m : s.item().maps()) {
        out.say(
            "  "
                + m.role().title().toLowerCase(java.util.Locale.ROOT)
                + "  "
                + m.width()
                + " × "
                + m.height()
                + "  "
                + m.bits()
                + " bit  "
                + s.pack().folder()
                + "/"
                + m.path());
      }
      s.item().problems().forEach(p -> out.say("  ! " + p.message()));
    }
    return Exit.DONE;
  }
}
