package keepshelf.cli.packs;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.ArrivalQueue;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Recognises, inspects and files. */
@Command(
    name = "take-in",
    mixinStandardHelpOptions = true,
    description = "Recognise, inspect and file archives, folders or pictures on the shelf.",
    footer = {
      "",
      "Example:",
      "  keepshelf take-in ~/Downloads/*.zip --shelf ~/Shelf --source \"Pebblejar\" --licence"
          + " CC0-1.0",
      "Exit codes: 0 done; 1 done, with problems; 2 wrong use; 3 nothing was filed."
    })
public final class TakeInCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Archives, folders or pictures.")
  List<String> paths;

  @Option(names = "--source", paramLabel = "NAME", description = "Who it came from.")
  String source;

  @Option(
      names = "--licence",
      paramLabel = "ID",
      description = "SPDX identifier or the vendor's own name for the licence.")
  String licence;

  @Option(
      names = "--remove-archive",
      description = "Remove each archive once what was filed is proved.")
  boolean removeArchive;

  @Option(names = "--password", paramLabel = "TEXT", description = "Opens protected archives.")
  String password;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Map<String, Object>> packs = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    try (Shelf shelf = shelfOption.open(out, true);
        ArrivalQueue arrivals =
            new ArrivalQueue(paths, p -> shelf.read(p, password, Progress.NONE))) {
      for (String path : paths) {
        try {
          one(shelf, arrivals.next(), packs, problems);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
          // Whatever one download does, the others are taken in.
          problems.add(unexpected(path, e));
        }
      }
    }
    boolean any = out.problems(problems);
    if (packs.isEmpty() && !any) {
      problems.forEach(out::problem);
      out.problem(
          Problem.error(
              "nothing-filed", null, Words.of("takeInCommand.nothing-filed-check-what-named")));
    }
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("packs", packs);
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
    }
    return packs.isEmpty() ? Exit.FAILED : any ? Exit.PROBLEMS : Exit.DONE;
  }

  private static Problem unexpected(String path, Throwable e) {
    org.slf4j.LoggerFactory.getLogger(TakeInCommand.class).debug("{}", path, e);
    return Problem.error(
        "unexpected",
        path,
        Words.of(
            "takeInCommand.could-not-taken-left-where",
            path,
            e instanceof OutOfMemoryError
                ? Words.of("takeInCommand.there-not-enough-memory")
                : Words.of("takeInCommand.something-unexpected", e)));
  }

  private void one(
      Shelf shelf, Arrival a, List<Map<String, Object>> packs, List<Problem> problems) {
    try {
      problems.addAll(a.problems());
      problems.addAll(a.recognition().problems());
      if (a.failed()) {
        return;
      }
      Optional<ArrivalKin> kin = shelf.known(a).isPresent() ? Optional.empty() : shelf.kin(a);
      Filing.Wishes wishes =
          new Filing.Wishes(
              source, licence, null, null, null, kin.map(ArrivalKin::kinship).orElse(null));
      Filing.Filed filed = shelf.file(a, wishes, Progress.NONE);
      packs.add(json(filed));
      if (!out.json) {
        PackRecord p = filed.pack();
        out.say(
            p.name()
                + (filed.alreadyThere()
                    ? Words.of("takeInCommand.already-shelf-same-files")
                    : Words.of("takeInCommand.item-filed", p.items().size()))
                + p.folder()
                + kin.map(k -> ", " + k.sentence()).orElse(""));
      }
      if (removeArchive) {
        shelf.removeArchive(a, filed.pack());
      }
    } catch (ShelfException e) {
      if (!problems.contains(e.problem())) {
        problems.add(e.problem());
      }
    } finally {
      shelf.dismiss(a);
    }
  }

  private static Map<String, Object> json(Filing.Filed f) {
    PackRecord p = f.pack();
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("id", p.id());
    m.put("name", p.name());
    m.put("version", p.version());
    m.put("source", p.source());
    m.put("licence", p.licence());
    m.put("folder", p.folder());
    m.put("already_there", f.alreadyThere());
    m.put("items", p.items().stream().map(ItemJson::brief).toList());
    return m;
  }
}
