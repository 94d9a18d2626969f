package keepshelf.cli.items;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.search.Query;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Lists items. */
@Command(
    name = "list",
    mixinStandardHelpOptions = true,
    description = "List the items on the shelf.",
    footer = {
      "",
      "Example:",
      "  keepshelf list --kind material --text \"rope normal\" --json",
      "Exit codes: 0 done; 2 wrong use; 3 the shelf could not be opened."
    })
public final class ListCommand implements Callable<Integer> {
  @Option(
      names = "--kind",
      paramLabel = "K",
      description =
          "Only this kind: material, environment, overlay, decal, light-pattern, model,"
              + " photo-texture.")
  String kind;

  @Option(names = "--source", paramLabel = "S", description = "Only from this source.")
  String source;

  @Option(
      names = "--text",
      paramLabel = "WORDS",
      description = "Only items that a search for this finds; see keepshelf search --help.")
  String text = "";

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (kind != null && ItemKind.ofId(kind).isEmpty()) {
      out.problem(
          Problem.error("use", null, Words.of("listCommand.not-kind-use-one-material", kind)));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      Set<String> found =
          shelf.search().find(Query.of(text)).cards().stream()
              .map(ItemCard::id)
              .collect(Collectors.toSet());
      print(
          out,
          shelf.catalogue().items().stream()
              .filter(s -> kind == null || s.item().kind().id().equals(kind))
              .filter(s -> source == null || source.equalsIgnoreCase(s.pack().source()))
              .filter(s -> found.contains(s.item().id()))
              .toList());
    }
    return Exit.DONE;
  }

  static void print(Output out, List<ShelvedItem> items) {
    if (out.json) {
      out.json(Map.of("items", items.stream().map(ItemJson::listed).toList()));
      return;
    }
    for (ShelvedItem s : items) {
      out.say(
          String.format(
              java.util.Locale.ROOT,
              "%s  %-28s %-14s %-18s %-22s %s",
              s.item().id(),
              s.item().name(),
              s.item().kind().id(),
              String.join(" ", s.item().resolutions()),
              s.pack().source() == null ? "" : s.pack().source(),
              s.pack().licence() == null
                  ? Words.of("listCommand.licence-not-known")
                  : s.pack().licence()));
    }
  }
}
