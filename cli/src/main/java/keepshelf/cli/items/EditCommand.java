package keepshelf.cli.items;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Edited;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.search.Query;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Changes what is recorded of items. */
@Command(
    name = "edit",
    mixinStandardHelpOptions = true,
    description = {
      "Change what is recorded of one or many items and their packs.",
      "Fields: name tile relief tags collections projects favourite rating notes; of the pack:"
          + " source creator licence page pack version bought price order seats until. An empty"
          + " value forgets; tags, collections and projects take +word and -word."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf edit tarred_rope --set tile=0.4m --set 'tags=+wet,-new'",
      "  keepshelf edit --where 'source:pebblejar licence:none' --set licence=CC0-1.0",
      "  keepshelf edit lamp_room_brass --join sea_worn_brass",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class EditCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..*",
      paramLabel = "ITEM",
      description = "Identifiers, or keys or names when only one item has them.")
  List<String> names = new ArrayList<>();

  @Option(names = "--where", paramLabel = "QUERY", description = "All items that a search finds.")
  String where;

  @Option(
      names = "--set",
      paramLabel = "FIELD=VALUE",
      description = "What to change; may be given several times.")
  Map<String, String> set = new LinkedHashMap<>();

  @Option(
      names = "--join",
      paramLabel = "ITEM",
      description = "Let this item stand as one with the named one; may be given several times.")
  List<String> join = new ArrayList<>();

  @Option(
      names = "--split",
      paramLabel = "NAME",
      description = "Make an item of this name of the maps that are given with --map.")
  String split;

  @Option(
      names = "--map",
      paramLabel = "PATH",
      description = "A map to split off, relative to the shelf; may be given several times.")
  List<String> maps = new ArrayList<>();

  @Option(
      names = "--to-pack",
      paramLabel = "PACK",
      description = "Move the item with its files to the pack of this identifier.")
  String toPack;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Map<Field, String> fields = new LinkedHashMap<>();
    for (var e : set.entrySet()) {
      Optional<Field> f = Field.ofId(e.getKey());
      if (f.isEmpty()) {
        return use(Words.of("editCommand.no-field-see-keepshelf-edit", e.getKey()));
      }
      fields.put(f.get(), e.getValue() == null ? "" : e.getValue());
    }
    if (names.isEmpty() && where == null) {
      return use(Words.of("editCommand.name-items-or-find-them"));
    }
    if (fields.isEmpty() && join.isEmpty() && split == null && toPack == null) {
      return use(Words.of("editCommand.say-what-change-with-set"));
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      // As a set, for all items of a shelf may be meant.
      Set<String> meant;
      List<String> others;
      try {
        meant = new LinkedHashSet<>(ids(shelf, names));
        others = ids(shelf, join);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      if (where != null) {
        shelf.search().find(Query.of(where)).cards().forEach(c -> meant.add(c.id()));
      }
      List<String> ids = List.copyOf(meant);
      if ((!others.isEmpty() || split != null || toPack != null) && ids.size() != 1) {
        return use(Words.of("editCommand.join-split-pack-go-with"));
      }
      print(shelf, ids, changed(shelf, ids, others, fields));
    }
    return Exit.DONE;
  }

  private Edited changed(
      Shelf shelf, List<String> ids, List<String> others, Map<Field, String> fields)
      throws ShelfException {
    Edited e = null;
    if (!fields.isEmpty()) {
      e = shelf.editing().set(ids, fields);
    }
    if (!others.isEmpty()) {
      e = shelf.editing().merge(ids.getFirst(), others);
    }
    if (split != null) {
      e = shelf.editing().split(ids.getFirst(), maps, split);
    }
    if (toPack != null) {
      e = shelf.editing().moveTo(ids.getFirst(), toPack);
    }
    return e;
  }

  private static List<String> ids(Shelf shelf, List<String> names) throws ShelfException {
    return ItemArguments.items(shelf, names).stream().map(s -> s.item().id()).toList();
  }

  private int use(String why) {
    out.problem(Problem.error("use", null, why));
    return Exit.USE;
  }

  private void print(Shelf shelf, List<String> ids, Edited e) {
    if (!out.json) {
      out.say(
          e.isNothing()
              ? Words.of("editCommand.nothing-different")
              : Words.of("editCommand.done-pack-recorded-anew", e.what(), e.after().size()));
      return;
    }
    List<ShelvedItem> items =
        ids.stream().map(shelf.catalogue()::item).flatMap(Optional::stream).toList();
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("what", e.what());
    m.put("changed_packs", e.after().stream().map(p -> p.id()).toList());
    m.put(
        "items",
        items.stream()
            .map(s -> {
              Map<String, Object> x = new LinkedHashMap<>(ItemJson.listed(s));
              x.put("record", ItemJson.fields(s));
              return x;
            })
            .toList());
    out.json(m);
  }
}
