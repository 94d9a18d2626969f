package keepshelf.cli.items;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
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
  private static final Comparator<ItemCard> BY_NAME =
      Comparator.comparing((ItemCard c) -> c.name().toLowerCase(Locale.ROOT))
          .thenComparing(ItemCard::id);

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
      List<ItemCard> found =
          shelf.search().find(Query.of(text)).cards().stream()
              .filter(c -> kind == null || c.kind().id().equals(kind))
              .filter(c -> source == null || source.equalsIgnoreCase(c.pack().source()))
              .sorted(BY_NAME)
              .toList();
      if (out.json) {
        json(shelf, found);
      } else {
        found.forEach(c -> out.say(line(c)));
      }
    }
    return Exit.DONE;
  }

  private void json(Shelf shelf, List<ItemCard> found) {
    Set<String> ids = found.stream().map(ItemCard::id).collect(Collectors.toSet());
    out.json(
        Map.of(
            "items",
            shelf.catalogue().items().stream()
                .filter(s -> ids.contains(s.item().id()))
                .map(ItemJson::listed)
                .toList()));
  }

  /** An item in a line of text. */
  static String line(ItemCard c) {
    return String.format(
        Locale.ROOT,
        "%s  %-28s %-14s %-18s %-22s %s",
        c.id(),
        c.name(),
        c.kind().id(),
        String.join(" ", c.labels()),
        c.pack().source() == null ? "" : c.pack().source(),
        c.pack().licence() == null
            ? Words.of("listCommand.licence-not-known")
            : c.pack().licence());
  }
}
