package keepshelf.cli.sources;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.order.OrderField;
import keepshelf.core.sources.order.OrderFile;
import keepshelf.core.sources.order.OrderList;
import keepshelf.core.sources.order.OrderTable;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Entitlements;
import keepshelf.core.sources.owned.Money;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Lists what is owned, here or not, and reads lists of orders. */
@Command(
    name = "owned",
    mixinStandardHelpOptions = true,
    description = {
      "List what is owned, whether or not it is on the shelf.",
      "With --import a list of orders is read: CSV, TSV, JSON, a saved page or an e-mail. Which"
          + " column says what is given once per source, and kept."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf owned",
      "  keepshelf owned --import orders.csv --source 'Tinder & Tarn' --map"
          + " pack=Product,date='Ordered on',price=Paid",
      "  keepshelf owned --import orders.csv --columns",
      "  keepshelf owned --add 'Oiled canvas' --source 'Tinder & Tarn' --price '18 EUR' --date"
          + " 2026-02-04",
      "Exit codes: 0 done; 1 done, but some rows could not be read; 2 wrong use; 3 nothing was"
          + " done."
    })
public final class OwnedCommand implements Callable<Integer> {
  @Option(names = "--import", paramLabel = "FILE", description = "A list of orders.")
  Path list;

  @Option(names = "--source", paramLabel = "S", description = "Who it is from.")
  String source;

  @Option(
      names = "--map",
      split = ",",
      paramLabel = "FIELD=COLUMN",
      description =
          "Which column says what: pack, version, edition, price, currency, date, order, account,"
              + " licence, seats, until, page, support.")
  Map<String, String> map;

  @Option(names = "--columns", description = "Only say what columns the list has.")
  boolean columns;

  @Option(names = "--add", paramLabel = "PACK", description = "Note one by hand.")
  String add;

  @Option(names = "--price", paramLabel = "AMOUNT", description = "What was paid for it.")
  String price;

  @Option(names = "--date", paramLabel = "DAY", description = "When it was bought.")
  String date;

  @Option(names = "--order", paramLabel = "NUMBER", description = "Number of its order.")
  String order;

  @Option(names = "--edition", paramLabel = "NAME", description = "What can be had of it.")
  List<String> editions;

  @Option(names = "--remove", paramLabel = "PACK", description = "Forget that it is owned.")
  String remove;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    boolean changes = list != null && !columns || add != null || remove != null;
    if (changes && source == null) {
      out.problem(Problem.error("use", null, Words.of("ownedCommand.say-who-from-with-source")));
      return Exit.USE;
    }
    List<Problem> problems = new ArrayList<>();
    try {
      if (list != null && columns) {
        return columns();
      }
      try (Shelf shelf = shelfOption.open(out, false)) {
        Entitlements.Added added = change(shelf.sources(), problems);
        print(shelf.sources(), added, problems);
      }
      return out.problems(problems) ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return e.problem().code().equals("order-columns") || e.problem().code().equals("use")
          ? Exit.USE
          : Exit.FAILED;
    }
  }

  private int columns() throws ShelfException {
    OrderTable t = OrderFile.read(list);
    Map<String, String> guess = new TreeMap<>();
    OrderField.guess(t).forEach((f, c) -> guess.put(f.id(), c));
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("columns", t.columns());
      m.put("rows", t.rows().size());
      m.put("guess", guess);
      out.json(m);
    } else {
      t.columns().forEach(out::say);
    }
    return Exit.DONE;
  }

  private Entitlements.Added change(Sources sources, List<Problem> problems) throws ShelfException {
    if (add != null) {
      return sources.owned().add(List.of(byHand(sources)));
    }
    if (remove != null) {
      List<String> ids =
          sources.owned().of(source).stream()
              .filter(e -> e.name().equalsIgnoreCase(remove.strip()) || e.id().equals(remove))
              .map(Entitlement::id)
              .toList();
      if (ids.isEmpty()) {
        throw new ShelfException(
            Problem.error(
                "not-owned",
                remove,
                Words.of("ownedCommand.nothing-called-noted-owned", remove, source)));
      }
      sources.owned().remove(source, java.util.Set.copyOf(ids));
      return null;
    }
    if (list == null) {
      return null;
    }
    OrderTable t = OrderFile.read(list);
    Map<String, String> how = map != null ? map : sources.of(source).columns();
    if (how.isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "order-columns",
              list.toString(),
              Words.of("ownedCommand.say-which-column-says-what", String.join(", ", t.columns()))));
    }
    Map<OrderField, String> mapping = OrderList.mapping(t, how);
    OrderList orders = OrderList.of(t, sources.of(source).name(), mapping);
    problems.addAll(orders.problems());
    Entitlements.Added added = sources.owned().add(orders.owned());
    if (map != null) {
      Map<String, String> kept = new TreeMap<>();
      mapping.forEach((f, c) -> kept.put(f.id(), c));
      sources.change(source, s -> s.listing(kept));
    }
    return added;
  }

  private Entitlement byHand(Sources sources) throws ShelfException {
    Money paid = price == null ? null : Money.read(price).orElse(null);
    boolean day = date == null || date.matches("\\d{4}-\\d{2}-\\d{2}");
    if (price != null && paid == null || !day) {
      throw new ShelfException(
          Problem.error(
              "use",
              null,
              day
                  ? Words.of("ownedCommand.no-amount-write-price-18", price)
                  : Words.of("ownedCommand.no-day-write-date-2026", date)));
    }
    return new Entitlement(
        null,
        sources.of(source).name(),
        add,
        null,
        editions,
        paid,
        date,
        order,
        null,
        null,
        null,
        null,
        null,
        null,
        Entitlement.How.BY_HAND);
  }

  private void print(Sources sources, Entitlements.Added added, List<Problem> problems) {
    List<Map<String, Object>> rows = new ArrayList<>();
    for (SourceNews n : sources.news()) {
      if (source != null && !n.source().name().equalsIgnoreCase(source.strip())) {
        continue;
      }
      for (PackNews p : n.packs()) {
        if (p.isHere() || p.owned() != null) {
          rows.add(row(p));
        }
      }
    }
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("owned", rows);
      if (added != null) {
        m.put("added", added.added());
        m.put("completed", added.completed());
        m.put("known", added.known());
      }
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
      return;
    }
    rows.forEach(r ->
        out.say(
            r.get("source")
                + ": "
                + r.get("pack")
                + (r.get("version") == null ? "" : " " + r.get("version"))
                + (Boolean.TRUE.equals(r.get("here")) ? "" : Words.of("ownedCommand.not-here"))
                + (r.get("date") == null ? "" : ", " + r.get("date"))
                + (r.get("price") == null ? "" : ", " + r.get("price"))));
    if (added != null) {
      out.say(
          Words.of(
              "ownedCommand.added-completed-known-already",
              added.added(),
              added.completed(),
              added.known()));
    }
  }

  private static Map<String, Object> row(PackNews p) {
    Entitlement e = p.owned();
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("source", p.source());
    m.put("pack", p.name());
    m.put("version", p.here() != null ? p.here() : e == null ? null : e.version());
    boolean known = e != null && !e.editions().isEmpty();
    m.put("editions", known ? e.editions() : p.isHere() ? p.resolutions() : p.offered());
    m.put("here", p.isHere());
    m.put("price", e == null || e.price() == null ? null : e.price().toString());
    m.put("date", e == null ? null : e.date());
    m.put("order", e == null ? null : e.order());
    m.put("account", e == null ? null : e.account());
    m.put("licence", p.licence());
    m.put("until", p.until());
    m.put("seats", e == null ? null : e.seats());
    return m;
  }
}
