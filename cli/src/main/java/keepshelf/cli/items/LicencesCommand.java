package keepshelf.cli.items;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The licences that are known and used. */
@Command(
    name = "licences",
    mixinStandardHelpOptions = true,
    description =
        "List the licences with their terms and how many items stand under each, those first that"
            + " are to be settled; add or forget one's own.",
    footer = {
      "",
      "Examples:",
      "  keepshelf licences --used",
      "  keepshelf licences --put LicenseRef-Gantry-Nine --name 'Gantry Nine terms' --term"
          + " commercial=yes --term attribution=no --term redistribution=no --seats 1",
      "Terms: commercial attribution derivatives share-alike redistribution hand-over"
          + " editorial-only machine-learning; each yes, no or unknown.",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class LicencesCommand implements Callable<Integer> {
  @Option(names = "--used", description = "Only those that items on the shelf stand under.")
  boolean used;

  @Option(names = "--put", paramLabel = "ID", description = "Add or replace one's own licence.")
  String put;

  @Option(names = "--forget", paramLabel = "ID", description = "Forget one's own licence.")
  String forget;

  @Option(names = "--name", paramLabel = "NAME", description = "Its name for people.")
  String name;

  @Option(names = "--page", paramLabel = "URL", description = "Where its text stands.")
  String page;

  @Option(names = "--text", paramLabel = "TEXT", description = "Its text, or a summary.")
  String text;

  @Option(names = "--term", paramLabel = "TERM=ANSWER", description = "What it says.")
  Map<String, String> terms = new LinkedHashMap<>();

  @Option(names = "--seats", paramLabel = "N", description = "How many people may use it.")
  Integer seats;

  @Option(names = "--subscription", description = "It ends with a subscription.")
  boolean subscription;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  private static final List<String> TERMS =
      List.of(
          "commercial",
          "attribution",
          "derivatives",
          "share-alike",
          "redistribution",
          "hand-over",
          "editorial-only",
          "machine-learning");

  @Override
  public Integer call() throws ShelfException {
    for (var t : terms.entrySet()) {
      if (!TERMS.contains(t.getKey())
          || (Answer.ofId(t.getValue()) == Answer.UNKNOWN && !"unknown".equals(t.getValue()))) {
        out.problem(
            Problem.error(
                "use",
                null,
                Words.of(
                    "licencesCommand.no-term-terms-each-yes",
                    t.getKey(),
                    t.getValue(),
                    String.join(", ", TERMS))));
        return Exit.USE;
      }
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      if (forget != null) {
        shelf.licences().remove(forget);
      }
      if (put != null) {
        shelf.licences().put(licence());
      }
      print(shelf);
    }
    return Exit.DONE;
  }

  private Licence licence() {
    return new Licence(
        put,
        name == null ? put : name,
        page,
        answer("commercial"),
        answer("attribution"),
        answer("derivatives"),
        answer("share-alike"),
        answer("redistribution"),
        answer("hand-over"),
        answer("editorial-only"),
        answer("machine-learning"),
        seats,
        subscription,
        text);
  }

  private Answer answer(String term) {
    return Answer.ofId(terms.get(term));
  }

  private void print(Shelf shelf) {
    Map<String, Integer> count = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    int without = 0;
    for (ItemCard c : shelf.catalogue().cards()) {
      if (c.pack().licence() == null) {
        without++;
      } else {
        count.merge(c.pack().licence(), 1, Integer::sum);
      }
    }
    List<Licence> all = new ArrayList<>();
    count.keySet().stream()
        .filter(id -> shelf.licences().find(id).isEmpty())
        .map(Licence::unsettled)
        .forEach(all::add);
    all.addAll(shelf.licences().all());
    all.removeIf(l -> used && !count.containsKey(l.id()));
    if (!out.json) {
      if (without > 0) {
        out.say(Words.of("licencesCommand.licence-not-known-items", without));
      }
      all.forEach(l ->
          out.say(
              String.format(
                  java.util.Locale.ROOT,
                  "%-28s %4d items  %s",
                  l.id(),
                  count.getOrDefault(l.id(), 0),
                  String.join(" ", l.inWords()))));
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put(
        "licences",
        all.stream()
            .map(l -> {
              Map<String, Object> x = new LinkedHashMap<>();
              x.put("id", l.id());
              x.put("name", l.name());
              x.put("page", l.page());
              x.put("own", shelf.licences().isOwn(l.id()));
              x.put("settled", !l.isUnsettled());
              x.put("items", count.getOrDefault(l.id(), 0));
              x.put("commercial", l.commercial());
              x.put("attribution", l.attribution());
              x.put("derivatives", l.derivatives());
              x.put("share_alike", l.shareAlike());
              x.put("redistribution", l.redistribution());
              x.put("hand_over", l.handOver());
              x.put("editorial_only", l.editorialOnly());
              x.put("machine_learning", l.machineLearning());
              x.put("seats", l.seats());
              x.put("subscription", l.subscription());
              x.put("text", l.text());
              return x;
            })
            .toList());
    m.put("without_licence", without);
    out.json(m);
  }
}
