package keepshelf.cli.packs;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.bin.LettingGo;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves an item into the bin. */
@Command(
    name = "let-go",
    mixinStandardHelpOptions = true,
    description = "Move an item into the shelf's bin; bin --bring-back undoes it.",
    footer = {
      "",
      "Examples:",
      "  keepshelf let-go shore_growth --keep barnacle_crust --plan",
      "  keepshelf let-go shore_growth --keep barnacle_crust --combine",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class LetGoCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String name;

  @Option(
      names = "--keep",
      paramLabel = "ITEM",
      description = "The item that stays instead: installations follow it, it is proved first.")
  String keep;

  @Option(names = "--combine", description = "Maps that only the first has stay with the other.")
  boolean combine;

  @Option(names = "--plan", description = "Only say what would be done.")
  boolean planOnly;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem go = shelf.item(name);
      ShelvedItem stay = keep == null ? null : shelf.item(keep);
      if (stay != null && stay.item().id().equals(go.item().id())) {
        out.problem(Problem.error("use", name, Words.of("letGoCommand.item-cannot-let-go-favour")));
        return Exit.USE;
      }
      LettingGo.Plan plan = shelf.lettingGo().plan(go, stay, combine);
      BinEntry entry = planOnly ? null : shelf.lettingGo().run(plan);
      print(plan, entry);
      return Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return ItemArguments.exit(e);
    }
  }

  private void print(LettingGo.Plan plan, BinEntry entry) {
    if (!out.json) {
      out.say(
          Words.of(
              "letGoCommand.would-let-go-files-bytes",
              entry == null ? 1 : 0,
              plan.letGo().item().name(),
              plan.files().size(),
              plan.bytes(),
              entry == null ? "" : Words.of("letGoCommand.bin", entry.id())));
      plan.files().forEach(f -> out.say("    " + f));
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("entry", entry == null ? null : entry.id());
    m.put("item", plan.letGo().item().id());
    m.put("kept", plan.keep() == null ? null : plan.keep().item().id());
    m.put("files", plan.files());
    m.put("bytes", plan.bytes());
    m.put("installations", plan.installations().stream().map(InstallationRecord::id).toList());
    out.json(m);
  }
}
