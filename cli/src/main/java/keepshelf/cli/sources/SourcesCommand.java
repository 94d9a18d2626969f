package keepshelf.cli.sources;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.Schedule;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Lists sources, and connects them with their feeds. */
@Command(
    name = "sources",
    mixinStandardHelpOptions = true,
    description = {
      "List who things came from, with what is owned and what was new when they were last asked.",
      "Nothing is asked for here: see news."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf sources",
      "  keepshelf sources --add 'Tinder & Tarn' --feed https://tinder.example/feed.json"
          + " --token-file ~/tinder.token",
      "  keepshelf sources --forget 'Tinder & Tarn'",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was done."
    })
public final class SourcesCommand implements Callable<Integer> {
  @Option(names = "--add", paramLabel = "NAME", description = "Add a source, or give it a feed.")
  String add;

  @Option(
      names = "--feed",
      paramLabel = "URL|FILE",
      description = "Address of its feed, or a file or folder that is one.")
  String feed;

  @Option(
      names = "--token-file",
      paramLabel = "F",
      description = "File with the token that opens the account; it is kept in the keyring.")
  Path tokenFile;

  @Option(
      names = "--every",
      paramLabel = "DAYS",
      description = "Let this computer's window ask the feed every so many days; 0 for never.")
  Integer every;

  @Option(
      names = "--forget",
      paramLabel = "NAME",
      description = "Forget the feed and the token of a source; what is owned stays.")
  String forget;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (add == null && (feed != null || tokenFile != null || every != null)) {
      out.problem(
          Problem.error("use", null, Words.of("sourcesCommand.feed-token-file-every-need")));
      return Exit.USE;
    }
    if (every != null && every < 0) {
      out.problem(
          Problem.error("use", null, Words.of("sourcesCommand.every-needs-number-days-never")));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, add != null)) {
      Sources sources = shelf.sources();
      if (add != null) {
        added(sources);
      }
      if (forget != null) {
        sources.disconnect(forget);
      }
      print(sources.news());
      return Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private void added(Sources sources) throws ShelfException {
    String token = tokenFile == null ? null : Texts.token(tokenFile);
    if (feed != null) {
      sources.connect(add, feed, token);
    } else {
      sources.change(add, s -> s);
      if (token != null) {
        String at = sources.need(add).feed();
        if (at == null) {
          throw new ShelfException(
              Problem.error(
                  "no-feed", add, Words.of("sourcesCommand.has-no-feed-token-could", add)));
        }
        sources.connect(add, at, token);
      }
    }
    if (every != null) {
      String at = sources.need(add).feed();
      if (at == null) {
        throw new ShelfException(
            Problem.error("no-feed", add, Words.of("sourcesCommand.has-no-feed-could-asked", add)));
      }
      Schedule.put(at, every);
    }
  }

  private void print(List<SourceNews> all) {
    List<Map<String, Object>> rows = new ArrayList<>();
    for (SourceNews n : all) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("name", n.source().name());
      m.put("feed", n.source().feed());
      m.put("owned", n.owned());
      m.put("newer", n.count(State.NEWER));
      m.put("not_here", n.count(State.NOT_HERE));
      m.put("lost", n.count(State.LOST));
      m.put("withdrawn", n.count(State.WITHDRAWN));
      m.put("at_risk", n.count(State.AT_RISK));
      m.put("terms_changed", n.count(State.TERMS));
      m.put("asked", n.asked());
      m.put("signed", n.signed());
      m.put("until", n.until());
      m.put("downloads_left", n.account() == null ? null : n.account().downloadsLeft());
      m.put("paid", Texts.paid(n.costs()));
      rows.add(m);
      if (!out.json) {
        out.say(Texts.line(n));
      }
    }
    if (out.json) {
      out.json(Map.of("sources", rows));
    } else if (rows.isEmpty()) {
      out.say(Words.of("sourcesCommand.no-pack-shelf-says-who"));
    }
  }
}
