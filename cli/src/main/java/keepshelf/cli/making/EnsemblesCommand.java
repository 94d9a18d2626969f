package keepshelf.cli.making;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.making.Ensembles;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.core.making.Making;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Puts items together as the parts of one thing. */
@Command(
    name = "ensembles",
    mixinStandardHelpOptions = true,
    description = {
      "List ensembles, or put items together as named parts of one thing.",
      "An ensemble is an item: it is found, installed and let go like any other. Changing one makes"
          + " its next version; the former stays."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf ensembles",
      "  keepshelf ensembles 'Ticket counter' --part front=larch_boards --part top=slate_shingle"
          + " --part trim=brass@Dull",
      "  keepshelf ensembles 'Ticket counter' --change --part top=limewash --without trim",
      "  keepshelf ensembles 'Ticket counter' --renew",
      "  keepshelf install 'Ticket counter' --host Lanternhouse",
      "Exit codes: 0 done; 1 done, but something is to be said; 2 wrong use; 3 nothing was"
          + " changed."
    })
public final class EnsemblesCommand implements Callable<Integer> {
  @Parameters(arity = "0..1", paramLabel = "NAME", description = "The ensemble.")
  String name;

  @Option(
      names = "--part",
      paramLabel = "PART=ITEM[@FINISH]",
      description = "What a part is made of; twelve at the most.")
  List<String> parts = new ArrayList<>();

  @Option(names = "--without", paramLabel = "PART", description = "With --change: leave it out.")
  List<String> without = new ArrayList<>();

  @Option(names = "--change", description = "Make the next version: these parts are otherwise.")
  boolean change;

  @Option(
      names = "--renew",
      description = "Make the next version: each part of the newest version of its item.")
  boolean renew;

  @Option(names = "--rename", paramLabel = "NAME", description = "With --change: its new name.")
  String rename;

  @Option(names = "--plan", description = "Only say what would be put together.")
  boolean planOnly;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    boolean more = change || renew;
    if (change && renew
        || !more && (!without.isEmpty() || rename != null)
        || renew && !parts.isEmpty()
        || change && parts.isEmpty() && without.isEmpty() && rename == null
        || name == null && (more || !parts.isEmpty())) {
      return use(Words.of("ensemblesCommand.say-name-with-part-new"));
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      if (name == null) {
        return list(shelf);
      }
      if (!more && parts.isEmpty()) {
        return show(shelf, need(shelf));
      }
      return put(shelf);
    } catch (ShelfException e) {
      out.problem(e.problem());
      return e.problem().code().equals("use") ? Exit.USE : ItemArguments.exit(e);
    }
  }

  private Integer use(String message) {
    out.problem(Problem.error("use", null, message));
    return Exit.USE;
  }

  private static List<ShelvedItem> all(Shelf shelf) {
    List<ShelvedItem> out = new ArrayList<>();
    Newest newest = new Newest(shelf.catalogue());
    for (ItemCard c : shelf.catalogue().cards()) {
      if (c.kind() == ItemKind.ENSEMBLE) {
        shelf.catalogue().item(c.id()).filter(s -> newest.of(s).isEmpty()).ifPresent(out::add);
      }
    }
    return out;
  }

  /** The newest version of the ensemble that was named. */
  private ShelvedItem need(Shelf shelf) throws ShelfException {
    ShelvedItem s = shelf.item(name);
    if (s.item().kind() != ItemKind.ENSEMBLE) {
      throw new ShelfException(
          Problem.error(
              "no-ensemble", name, Words.of("ensemblesCommand.no-ensemble", s.item().name())));
    }
    return s;
  }

  private Integer list(Shelf shelf) {
    List<ShelvedItem> all = all(shelf);
    if (out.json) {
      out.json(Map.of("ensembles", all.stream().map(s -> json(shelf, s)).toList()));
    } else {
      for (ShelvedItem s : all) {
        out.say(
            String.format(
                "%-28s %-3s %s",
                s.item().name(),
                s.pack().version(),
                String.join(
                    ", ",
                    s.item().parts().stream().map(p -> p.name() + ": " + p.made()).toList())));
      }
      out.say(all.size() == 1 ? "1 ensemble." : all.size() + " ensembles.");
    }
    return Exit.DONE;
  }

  private Integer show(Shelf shelf, ShelvedItem s) {
    List<Problem> said = problems(shelf, s);
    if (out.json) {
      Map<String, Object> m = json(shelf, s);
      m.put("problems", ProblemJson.of(said));
      out.json(m);
    } else {
      out.say(s.item().name() + ", version " + s.pack().version() + "  " + s.item().id());
      say(s.item().parts());
    }
    return out.problems(said) ? Exit.PROBLEMS : Exit.DONE;
  }

  private static List<Problem> problems(Shelf shelf, ShelvedItem s) {
    List<Problem> out = new ArrayList<>();
    for (Ensembles.Outdated o : shelf.making().ensembles().outdated(s)) {
      out.add(Problem.warning(o.newer() == null ? "part-gone" : "part-older", null, o.said()));
    }
    return out;
  }

  private void say(List<EnsemblePart> all) {
    for (EnsemblePart p : all) {
      out.say(String.format("  %-16s %s", p.name(), p.made()));
    }
  }

  private static Map<String, Object> json(Shelf shelf, ShelvedItem s) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("item", s.item().id());
    m.put("name", s.item().name());
    m.put("version", s.pack().version());
    m.put("parts", s.item().parts());
    m.put("licence", s.pack().licence());
    m.put("credits", s.pack().creator());
    m.put(
        "outdated",
        shelf.making().ensembles().outdated(s).stream().map(o -> o.part().name()).toList());
    return m;
  }

  private Integer put(Shelf shelf) throws ShelfException {
    Ensembles ensembles = shelf.making().ensembles();
    ShelvedItem before = change || renew ? need(shelf) : null;
    List<Wish> wishes = new ArrayList<>();
    if (change) {
      wishes.addAll(ensembles.wishes(before));
    } else if (renew) {
      wishes.addAll(ensembles.renewed(before));
    }
    for (String w : without) {
      if (!wishes.removeIf(x -> x.name().equalsIgnoreCase(w.strip()))) {
        throw new ShelfException(
            Problem.error("use", null, Words.of("ensemblesCommand.has-no-part", name, w)));
      }
    }
    for (String p : parts) {
      Wish w = wish(shelf, p);
      int at = -1;
      for (int i = 0; change && i < wishes.size(); i++) {
        at = wishes.get(i).name().equalsIgnoreCase(w.name()) ? i : at;
      }
      if (at < 0) {
        wishes.add(w);
      } else {
        wishes.set(at, w);
      }
    }
    Ensembles.Draft d =
        ensembles.plan(
            Optional.ofNullable(rename).orElse(before == null ? name : before.item().name()),
            wishes,
            before);
    if (planOnly) {
      return planned(d);
    }
    Making.Made made = ensembles.file(d);
    Map<String, Object> m = json(shelf, made.item());
    m.put("already_there", made.pack() == null);
    m.put("problems", ProblemJson.of(made.problems()));
    if (out.json) {
      out.json(m);
    } else {
      out.say(
          made.pack() == null
              ? Words.of("ensemblesCommand.shelf-like-already", d.name())
              : Words.of("ensemblesCommand.version-shelf", d.name(), d.version()));
      say(d.parts());
    }
    return out.problems(made.problems()) ? Exit.PROBLEMS : Exit.DONE;
  }

  private Integer planned(Ensembles.Draft d) {
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("name", d.name());
      m.put("version", d.version());
      m.put("parts", d.parts());
      m.put("licence", d.licence().id());
      m.put("credits", d.licence().credits());
      m.put("problems", ProblemJson.of(d.licence().said()));
      out.json(m);
    } else {
      out.say(
          Words.of(
              "ensemblesCommand.version-would-stand-under",
              d.name(),
              d.version(),
              d.licence().id() == null
                  ? Words.of("ensemblesCommand.unsettled-licence")
                  : d.licence().id()));
      say(d.parts());
    }
    return out.problems(d.licence().said()) ? Exit.PROBLEMS : Exit.DONE;
  }

  private static Wish wish(Shelf shelf, String text) throws ShelfException {
    int equals = text.indexOf('=');
    if (equals < 1 || equals == text.length() - 1) {
      throw new ShelfException(
          Problem.error("use", null, Words.of("ensemblesCommand.no-part-write-front-larch", text)));
    }
    String made = text.substring(equals + 1);
    int at = made.lastIndexOf('@');
    ShelvedItem s = shelf.item(at < 0 ? made : made.substring(0, at));
    String finish = at < 0 ? null : ItemArguments.finish(s, made.substring(at + 1)).name();
    return new Wish(text.substring(0, equals), s, finish);
  }
}
