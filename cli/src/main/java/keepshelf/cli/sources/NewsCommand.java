package keepshelf.cli.sources;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
import keepshelf.core.sources.Source;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.web.Web;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Asks feeds and says what is new. */
@Command(
    name = "news",
    mixinStandardHelpOptions = true,
    description = {
      "Ask the feeds of sources, and list what is newer, missing, lost, withdrawn or at risk.",
      "Requests carry nothing of the shelf but the token of the account."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf news",
      "  keepshelf news --source Pebblejar --json",
      "  keepshelf news --as-read",
      "Exit codes: 0 done; 1 done, but some feeds could not be read; 2 wrong use; 3 nothing was"
          + " done."
    })
public final class NewsCommand implements Callable<Integer> {
  @Option(names = "--source", paramLabel = "S", description = "Only of this source.")
  String source;

  @Option(names = "--as-read", description = "Ask nobody: say what the feeds said last.")
  boolean asRead;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Problem> problems = new ArrayList<>();
    try (Shelf shelf = shelfOption.open(out, false)) {
      Sources sources = shelf.sources();
      String only = source == null ? null : sources.need(source).name();
      boolean read = asRead || ask(sources, only, problems);
      List<PackNews> news = new ArrayList<>();
      for (SourceNews n : sources.news()) {
        if (only == null || n.source().name().equalsIgnoreCase(only)) {
          n.packs().stream().filter(p -> !p.states().isEmpty()).forEach(news::add);
        }
      }
      print(news, read, problems);
      boolean any = out.problems(problems);
      return !read && any && news.isEmpty() ? Exit.FAILED : any ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  /** Whether any feed was read, or none had to be. */
  private static boolean ask(Sources sources, String only, List<Problem> problems) {
    int asked = 0;
    int read = 0;
    try (Web web = new Web()) {
      for (Source s : sources.all()) {
        if (s.feed() != null && (only == null || s.name().equalsIgnoreCase(only))) {
          asked++;
          try {
            problems.addAll(sources.ask(s, web).problems());
            read++;
          } catch (ShelfException e) {
            problems.add(e.problem());
          }
        }
      }
    }
    if (asked == 0) {
      problems.add(
          Problem.note(
              "no-feed",
              only,
              Words.of(
                  "newsCommand.no-feed-asked-add-one",
                  only == null
                      ? Words.of("newsCommand.no-source-has-one")
                      : Words.of("newsCommand.has-none", only))));
    }
    return read > 0 || asked == 0;
  }

  private void print(List<PackNews> news, boolean read, List<Problem> problems) {
    if (!out.json) {
      news.forEach(p -> out.say(Texts.line(p)));
      // Where no source answered, nothing is known of what is new.
      if (news.isEmpty() && read) {
        out.say(Words.of("newsCommand.nothing-new"));
      }
      return;
    }
    List<Map<String, Object>> rows = new ArrayList<>();
    for (PackNews p : news) {
      Feed.Version v = p.newest().orElse(null);
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("source", p.source());
      m.put("pack", p.name());
      m.put("news", p.states());
      m.put("here", p.here());
      m.put("there", v == null ? null : v.version());
      m.put("notes", v == null ? null : v.notes());
      m.put("resolutions", p.resolutions());
      m.put("offered", p.offered());
      m.put("licence", p.licence());
      m.put("licence_there", v == null || v.licence() == null ? null : v.licence().id());
      m.put("withdrawn", p.item() == null ? null : p.item().withdrawn());
      m.put("until", p.until());
      m.put("lost", p.lost().stream().map(b -> b.path()).toList());
      m.put("can_be_fetched", p.canBeFetched());
      rows.add(m);
    }
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("news", rows);
    all.put("problems", ProblemJson.of(problems));
    out.json(all);
  }
}
