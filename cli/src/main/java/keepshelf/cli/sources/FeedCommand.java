package keepshelf.cli.sources;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyPair;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.words.Words;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.feed.FeedKey;
import keepshelf.core.sources.feed.FeedMaker;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes a feed of a folder of archives. */
@Command(
    name = "feed",
    mixinStandardHelpOptions = true,
    description = {
      "Make a feed of a folder of archives, so that others can see what is new there and fetch it.",
      "Beside an archive may lie a picture and a text of the same name: its preview and its notes."
    },
    footer = {
      "",
      "Example:",
      "  keepshelf feed ~/own-work --out ~/own-work/feed.json --source 'Own work' --key"
          + " ~/own-work.key",
      "The form is described in docs/source-feed.md.",
      "Exit codes: 0 done; 1 done, but some archives were left out; 2 wrong use; 3 nothing was"
          + " done."
    })
public final class FeedCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "The folder of archives.")
  Path folder;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "FEED.json",
      description = "Where the feed is written: in the folder, or in one around it.")
  Path to;

  @Option(names = "--source", paramLabel = "NAME", description = "Name of the source.")
  String source;

  @Option(
      names = "--licence",
      paramLabel = "ID",
      description = "Of archives that do not say their own.")
  String licence;

  @Option(
      names = "--key",
      paramLabel = "FILE",
      description = "Sign it with the keys in this file, which is made when it is not there.")
  Path key;

  @Mixin Output out;

  @Override
  public Integer call() {
    try {
      String name =
          source != null ? source : folder.toAbsolutePath().normalize().getFileName() + "";
      FeedMaker.Made made =
          new FeedMaker(folder, to).make(name, licence, key == null ? null : keys());
      if (made.feed().items().isEmpty()) {
        made.problems().forEach(out::problem);
        out.problem(
            Problem.error(
                "empty-feed",
                folder.toString(),
                Words.of("feedCommand.holds-no-archive-can-read", folder)));
        return Exit.FAILED;
      }
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("feed", to.toString());
        m.put("items", made.feed().items().size());
        m.put("signed", key != null);
        m.put("problems", ProblemJson.of(made.problems()));
        out.json(m);
      } else {
        out.say(Words.of("feedCommand.packs", made.feed().items().size(), to));
      }
      return out.problems(made.problems()) ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private KeyPair keys() throws ShelfException {
    try {
      if (!Files.exists(key)) {
        KeyPair k = FeedKey.make();
        FileTrees.writePrivately(
            key.toAbsolutePath(), FeedKey.write(k).getBytes(StandardCharsets.US_ASCII));
        return k;
      }
      return FeedKey.read(Files.readString(key));
    } catch (IllegalArgumentException e) {
      throw new ShelfException(
          Problem.error(
              "key",
              key.toString(),
              Words.of("feedCommand.holds-no-keys-name-file", key, e.getMessage())));
    } catch (IOException e) {
      throw ShelfException.ofDisk(key.toString(), Words.of("feedCommand.reading-keys", key), e);
    }
  }
}
