package keepshelf.cli.items;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import keepshelf.core.problem.ShelfException;
import keepshelf.core.search.Condition;
import keepshelf.core.search.Found;
import keepshelf.core.search.Query;
import keepshelf.core.sources.NotHere;
import keepshelf.core.sources.PackNews;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Finds items by words and conditions. */
@Command(
    name = "search",
    description = {
      "Find items by words that begin a word of their record, \"words in quotes\", and conditions;"
          + " a minus sign before any of them turns it round.",
      "Conditions: kind: source: licence: maps: res>= tile< used:no in: is:broken tag: collection:"
          + " project: colour:#rrggbb got> version: creator: pack: board: workflow: size> until<"
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf search rope normal -tarred",
      "  keepshelf search 'res>=2K maps:height -source:\"Gantry Nine\"' --facets",
      "  keepshelf search --save 'wet stones' 'board:stone tag:wet'",
      "Exit codes: 0 done; 1 done, but a part of the query was not understood; 2 wrong use; 3 the"
          + " shelf could not be opened."
    })
public final class SearchCommand implements Callable<Integer> {
  private static final int FEW = 50;

  @Parameters(arity = "0..*", paramLabel = "QUERY", description = "Words and conditions.")
  List<String> words = new ArrayList<>();

  @Option(names = "--facets", description = "Also count what the result could be narrowed down by.")
  boolean facets;

  @Option(names = "--save", paramLabel = "NAME", description = "Keep the query under this name.")
  String save;

  @Option(names = "--saved", paramLabel = "NAME", description = "Use the query of this name.")
  String saved;

  // Only the long form: “-harbour” means that the word must not be there.
  @Option(names = "--help", usageHelp = true, description = "Show this help message and exit.")
  boolean help;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      String text = String.join(" ", words);
      if (saved != null) {
        String kept = shelf.savedSearches().all().get(saved);
        if (kept == null) {
          out.problem(
              keepshelf.core.problem.Problem.error(
                  "use",
                  saved,
                  Words.of(
                      "searchCommand.no-search-called-there",
                      saved,
                      String.join(", ", shelf.savedSearches().all().keySet()))));
          return Exit.USE;
        }
        text = (kept + " " + text).strip();
      }
      if (save != null) {
        shelf.savedSearches().put(save, text);
      }
      Query query = Query.of(text);
      if (query.conditions().stream().anyMatch(c -> c.key().equals("colour"))) {
        // After a rebuild they are not known.
        shelf.alikes().colours().look();
      }
      Found f = shelf.search().find(query);
      print(shelf, f);
      f.hints().forEach(h -> out.problem(keepshelf.core.problem.Problem.warning("query", null, h)));
      return f.hints().isEmpty() ? Exit.DONE : Exit.PROBLEMS;
    }
  }

  /** What is owned and not here, when it is asked for; it is no item. */
  private static List<PackNews> notHere(Shelf shelf, Found f) {
    boolean asked = f.query().conditions().stream().anyMatch(c -> c.text().contains("not-here"));
    return asked ? NotHere.found(NotHere.of(shelf.sources().news()), f.query()) : List.of();
  }

  private void print(Shelf shelf, Found f) {
    List<PackNews> notHere = notHere(shelf, f);
    if (!out.json) {
      f.cards().forEach(c -> out.say(ListCommand.line(c)));
      notHere.forEach(
          p -> out.say(Words.of("searchCommand.owned-not-shelf", p.source(), p.name())));
      if (facets) {
        f.facets()
            .forEach(
                (k, v) -> v.forEach((x, n) -> out.say("  " + Condition.typed(k, x) + "  " + n)));
      }
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("items", records(shelf, f).stream().map(ItemJson::listed).toList());
    if (!notHere.isEmpty()) {
      m.put(
          "not_here",
          notHere.stream().map(p -> Map.of("source", p.source(), "pack", p.name())).toList());
    }
    m.put("query", f.query().text());
    m.put("hints", f.hints());
    if (facets) {
      m.put("facets", f.facets());
    }
    out.json(m);
  }

  /** The records of what was found, by name; of many all are read at once. */
  private static List<ShelvedItem> records(Shelf shelf, Found f) {
    if (f.cards().size() <= FEW) {
      return f.cards().stream()
          .map(c -> shelf.catalogue().item(c.id()))
          .flatMap(Optional::stream)
          .toList();
    }
    Set<String> ids = f.cards().stream().map(ItemCard::id).collect(Collectors.toSet());
    return shelf.catalogue().items().stream().filter(s -> ids.contains(s.item().id())).toList();
  }
}
