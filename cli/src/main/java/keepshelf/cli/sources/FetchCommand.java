package keepshelf.cli.sources;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.fetch.WishList;
import keepshelf.core.sources.web.Web;
import keepshelf.core.words.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Fetches what is owned, proves it and files it. */
@Command(
    name = "fetch",
    mixinStandardHelpOptions = true,
    description = {
      "Fetch packs that are owned or free, in their newest version, prove them by their hashes and"
          + " file them.",
      "What was begun goes on where it was broken off; nothing is fetched twice."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf fetch 'Oiled canvas' --resolution 4K",
      "  keepshelf fetch --missing",
      "  keepshelf fetch --lost",
      "Exit codes: 0 done; 1 done, with problems or questions; 2 wrong use; 3 nothing was fetched."
    })
public final class FetchCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..*",
      paramLabel = "PACK",
      description = "Packs, as news and owned list them.")
  List<String> names = List.of();

  @Option(names = "--missing", description = "All that is owned and not on the shelf.")
  boolean missing;

  @Option(names = "--lost", description = "The files that check found lost or altered.")
  boolean lost;

  @Option(names = "--newer", description = "All that has a newer version.")
  boolean newer;

  @Option(names = "--source", paramLabel = "S", description = "Only of this source.")
  String source;

  @Option(names = "--resolution", paramLabel = "R", description = "At this resolution, as 4K.")
  String resolution;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  private final List<Problem> problems = new ArrayList<>();

  @Override
  public Integer call() throws ShelfException {
    if (resolution != null && Resolution.pixels(resolution.toUpperCase(Locale.ROOT)) == 0) {
      out.problem(
          Problem.error(
              "use",
              null,
              Words.of("fetchCommand.resolution-needs-one", String.join(", ", Resolution.LABELS))));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false);
        Web web = new Web()) {
      Fetching fetching = shelf.fetching(web, this::hear);
      boolean said = !names.isEmpty() || missing || lost || newer;
      List<Fetch> wished = said ? fetching.queue().add(wishes(shelf)) : fetching.queue().all();
      if (!said && wished.stream().allMatch(f -> f.state().isSettled())) {
        out.problem(
            Problem.error("use", null, Words.of("fetchCommand.nothing-waits-name-packs-or")));
        return Exit.USE;
      }
      fetching.runAll();
      List<Fetch> after =
          wished.stream().map(f -> fetching.queue().find(f.id()).orElse(f)).toList();
      fetching.queue().removeDone();
      return print(after);
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private synchronized void hear(Fetch f, long bytes) {
    if (f.said() != null && f.state() == Fetch.State.FETCHING) {
      out.problem(Problem.note("fetch-waits", f.name(), Phrase.plain(f.name() + ": " + f.said())));
    }
  }

  private List<Fetch> wishes(Shelf shelf) throws ShelfException {
    List<SourceNews> all = shelf.sources().news();
    if (source != null) {
      String only = shelf.sources().need(source).name();
      all = all.stream().filter(n -> n.source().name().equalsIgnoreCase(only)).toList();
    }
    WishList list = new WishList();
    for (SourceNews n : all) {
      for (PackNews p : n.packs()) {
        if (missing && p.states().contains(State.NOT_HERE)
            || newer && p.states().contains(State.NEWER)) {
          list.newest(n, p, at());
        }
        if (lost && p.states().contains(State.LOST)) {
          list.lost(n, p, shelf.catalogue());
        }
      }
    }
    for (String name : names) {
      try {
        Match m = named(all, name);
        list.newest(m.source, m.pack, at());
      } catch (ShelfException e) {
        list.refuse(e.problem());
      }
    }
    problems.addAll(list.problems());
    return list.fetches();
  }

  private String at() {
    return resolution == null ? null : resolution.toUpperCase(Locale.ROOT);
  }

  private record Match(SourceNews source, PackNews pack) {}

  /** The pack that a name means: the only one of that name that can be fetched. */
  private static Match named(List<SourceNews> all, String name) throws ShelfException {
    List<Match> found = new ArrayList<>();
    for (SourceNews n : all) {
      n.packs().stream().filter(p -> is(p, name)).forEach(p -> found.add(new Match(n, p)));
    }
    List<Match> can = found.stream().filter(m -> m.pack.canBeFetched()).toList();
    if (can.size() > 1) {
      throw new ShelfException(
          Problem.error(
              "several-packs",
              name,
              Words.of(
                  "fetchCommand.several-sources-have-say-which",
                  name,
                  String.join(", ", can.stream().map(m -> m.pack.source()).toList()))));
    }
    if (found.isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "no-such-pack", name, Words.of("fetchCommand.no-source-known-have-ask", name)));
    }
    return can.isEmpty() ? found.getFirst() : can.getFirst();
  }

  private static boolean is(PackNews p, String name) {
    return Alike.folded(p.name()).equals(Alike.folded(name))
        || p.item() != null && p.item().id().equals(name)
        || p.packs().contains(name);
  }

  private int print(List<Fetch> after) {
    List<Map<String, Object>> rows = new ArrayList<>();
    int done = 0;
    for (Fetch f : after) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("source", f.source());
      m.put("pack", f.name());
      m.put("version", f.version());
      m.put("edition", f.edition());
      m.put("bytes", f.bytes());
      m.put("state", f.state());
      m.put("pack_id", f.pack());
      m.put("said", f.said());
      rows.add(m);
      done += f.state() == Fetch.State.DONE ? 1 : 0;
      if (f.state() == Fetch.State.FAILED || f.state() == Fetch.State.QUESTION) {
        problems.add(
            new Problem(
                "fetch-" + f.state().id(),
                f.state() == Fetch.State.FAILED ? Problem.Severity.ERROR : Problem.Severity.WARNING,
                null,
                f.name(),
                Phrase.plain(f.name() + ": " + f.said())));
      }
      if (!out.json) {
        out.say(
            f.name()
                + (f.version() == null ? "" : " " + f.version())
                + ", "
                + f.edition()
                + ": "
                + (f.state() == Fetch.State.DONE
                    ? f.said() == null ? Words.of("fetchCommand.fetched-filed") : f.said()
                    : f.state().id()));
      }
    }
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("fetched", rows);
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
    } else if (rows.isEmpty() && problems.isEmpty()) {
      out.say(Words.of("fetchCommand.there-nothing-fetch"));
    }
    boolean any = out.problems(problems);
    return done == 0 && any ? Exit.FAILED : any ? Exit.PROBLEMS : Exit.DONE;
  }
}
