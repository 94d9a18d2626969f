package keepshelf.cli.packs;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.words.Words;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.intake.PackText;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says what is in archives or folders. */
@Command(
    name = "recognise",
    mixinStandardHelpOptions = true,
    description = "Say what is in archives or folders; files nothing.",
    footer = {
      "",
      "Examples:",
      "  keepshelf recognise ~/Downloads/rope_2K.zip",
      "  keepshelf recognise --json --names-only paths.txt",
      "Exit codes: 0 done; 1 done, with problems; 2 wrong use; 3 nothing could be read."
    })
public final class RecogniseCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "PATH",
      description = "Archives, folders or pictures; with --names-only a text file of paths.")
  List<String> paths;

  @Option(
      names = "--names-only",
      description = "PATH is a text file of paths, one a line; decide from the names alone.")
  boolean namesOnly;

  @Option(names = "--password", paramLabel = "TEXT", description = "Opens protected archives.")
  String password;

  @Mixin Output out;

  @Override
  public Integer call() throws IOException {
    List<Map<String, Object>> arrivals = new ArrayList<>();
    boolean problems = false;
    int failed = 0;
    Path workspaces = TempFolders.create("recognise");
    Thread cleaner = new Thread(() -> FileTrees.deleteQuietly(workspaces));
    Runtime.getRuntime().addShutdownHook(cleaner);
    try {
      for (String path : paths) {
        Arrival a =
            namesOnly
                ? list(path)
                : ArrivalReader.read(
                    path, workspaces, password, List.of(), PixelWitness.NONE, Progress.NONE);
        arrivals.add(json(a));
        problems |= out.problems(a.problems()) | out.problems(a.recognition().problems());
        failed += a.failed() ? 1 : 0;
        if (!out.json) {
          text(a);
        }
        if (a.workspace() != null) {
          FileTrees.deleteQuietly(a.workspace());
        }
      }
    } finally {
      FileTrees.deleteQuietly(workspaces);
      Runtime.getRuntime().removeShutdownHook(cleaner);
    }
    if (out.json) {
      out.json(Map.of("arrivals", arrivals));
    }
    return failed == paths.size() ? Exit.FAILED : problems ? Exit.PROBLEMS : Exit.DONE;
  }

  private static Arrival list(String path) {
    List<SourceFile> files;
    try {
      files =
          Files.readAllLines(Path.of(path)).stream()
              .map(l -> l.endsWith("\r") ? l.substring(0, l.length() - 1) : l)
              .filter(l -> !l.isBlank())
              .distinct()
              .map(SourceFile::named)
              .toList();
    } catch (IOException | RuntimeException e) {
      Recognition nothing = new Recognition("", null, List.of(), List.of(), List.of());
      String why =
          e instanceof java.nio.file.NoSuchFileException
              ? Words.of("recogniseCommand.not-there-check-path")
              : Words.of("recogniseCommand.cannot-read-text-paths-utf");
      return new Arrival(
          path,
          Path.of(path),
          Arrival.Kind.LIST,
          null,
          Map.of(),
          nothing,
          PackText.NONE,
          List.of(Problem.error("not-found", path, path + why)));
    }
    return new Arrival(
        path,
        Path.of(path),
        Arrival.Kind.LIST,
        null,
        Map.of(),
        Recogniser.recognise("", files),
        PackText.NONE,
        List.of());
  }

  private static Map<String, Object> json(Arrival a) {
    Map<String, Object> m = new LinkedHashMap<>();
    Recognition r = a.recognition();
    m.put("path", a.path());
    m.put("kind", a.kind().id());
    m.put("pack", r.pack());
    m.put("version", r.version() != null ? r.version() : a.text().version());
    m.put("items", r.items().stream().map(RecogniseCommand::json).toList());
    m.put("loose", r.loose().stream().map(RecogniseCommand::json).toList());
    List<Problem> problems = new ArrayList<>(a.problems());
    problems.addAll(r.problems());
    m.put("problems", ProblemJson.of(problems));
    return m;
  }

  private static Map<String, Object> json(LooseFile l) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("path", l.file().path());
    m.put("class", l.sort().id());
    m.put("reason", l.reason());
    return m;
  }

  private static Map<String, Object> json(RecognisedItem i) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("key", i.key());
    m.put("name", i.name());
    m.put("kind", i.kind());
    m.put("workflow", i.workflow());
    m.put("colourway", i.colourway());
    m.put("maps", i.maps().stream().map(RecogniseCommand::json).toList());
    m.put("problems", ProblemJson.of(i.problems()));
    return m;
  }

  private static Map<String, Object> json(RecognisedMap p) {
    Map<String, Object> m = new LinkedHashMap<>();
    var info = p.file().info();
    m.put("path", p.file().path());
    m.put("role", p.role());
    m.put("channels", p.channels() == null ? null : p.channels().roles());
    m.put("resolution", p.resolution());
    m.put("width", info.map(i -> i.width()).orElse(null));
    m.put("height", info.map(i -> i.height()).orElse(null));
    m.put("bits", info.map(i -> i.bits()).orElse(null));
    m.put("format", p.format());
    m.put("handedness", p.handedness() == null ? null : p.handedness().id());
    m.put("tile", p.tile());
    m.put("confidence", p.verdict().confidence());
    List<String> reasons = new ArrayList<>(p.verdict().sentences());
    if (p.handednessVerdict() != null) {
      reasons.addAll(p.handednessVerdict().sentences());
    }
    m.put("reasons", reasons);
    return m;
  }

  private void text(Arrival a) {
    Recognition r = a.recognition();
    out.say(a.path() + ": " + r.pack() + (r.version() == null ? "" : " v" + r.version()));
    for (RecognisedItem i : r.items()) {
      out.say("  " + i.name() + " (" + i.kind().id() + ", " + i.workflow().title() + ")");
      for (RecognisedMap m : i.maps()) {
        out.say(
            String.format(
                java.util.Locale.ROOT,
                "    %-18s %-4s %s  %.0f %%  %s",
                m.role().inSentence() + (m.handedness() == null ? "" : " " + m.handedness().id()),
                m.resolution() == null ? "" : m.resolution(),
                m.file().path(),
                m.verdict().confidence() * 100,
                m.channels() == null ? "" : m.channels().inWords()));
      }
      i.problems().forEach(p -> out.say("    ! " + ProblemJson.said(p)));
    }
    r.loose()
        .forEach(
            l -> out.say("  " + l.sort().id() + ": " + l.file().path() + " (" + l.reason() + ")"));
  }
}
