package keepshelf.cli.shelf;

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
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.check.CheckResult;
import keepshelf.core.check.Mending;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Compares the files of the shelf with what was delivered. */
@Command(
    name = "check",
    mixinStandardHelpOptions = true,
    description =
        "Find files that are missing, altered or were moved by hand, by their content; mend them.",
    footer = {
      "",
      "Examples:",
      "  keepshelf check",
      "  keepshelf check --mend",
      "  keepshelf check --from ~/Downloads/Harbour_Metals.zip",
      "Exit codes: 0 all files are as delivered; 1 some are not, and are listed; 3 it could not be"
          + " checked."
    })
public final class CheckCommand implements Callable<Integer> {
  @Option(names = "--quick", description = "Compare sizes only, do not read the files.")
  boolean quick;

  @Option(
      names = "--mend",
      description = "Move moved files back; copy others from an identical file on the shelf.")
  boolean mend;

  @Option(
      names = "--from",
      paramLabel = "PATH",
      description = "Fetch what is missing or altered from this archive or folder.")
  Path from;

  @Option(names = "--accept", description = "Record altered files as they are now.")
  boolean accept;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      CheckResult r = shelf.check().run(!quick, ShareProgress.NONE);
      List<BrokenFile> left = r.broken();
      List<BrokenFile> mended = new ArrayList<>();
      List<String> aside = new ArrayList<>();
      if (mend && !left.isEmpty()) {
        left = note(shelf.mending().fromShelf(left), mended, aside);
      }
      if (from != null && !left.isEmpty()) {
        Arrival a = shelf.read(from.toString(), Progress.NONE);
        out.problems(a.problems());
        try {
          left = note(shelf.mending().from(a, left), mended, aside);
        } finally {
          shelf.dismiss(a);
        }
      }
      if (accept) {
        List<BrokenFile> altered =
            left.stream().filter(b -> b.state() == BrokenFile.State.ALTERED).toList();
        shelf.mending().accept(altered);
        left = left.stream().filter(b -> b.state() != BrokenFile.State.ALTERED).toList();
      }
      print(shelf, r, mended, left, aside);
      return left.isEmpty() ? Exit.DONE : Exit.PROBLEMS;
    }
  }

  private static List<BrokenFile> note(
      Mending.Mended m, List<BrokenFile> mended, List<String> aside) {
    mended.addAll(m.mended());
    aside.addAll(m.setAside());
    return m.left();
  }

  private void print(
      Shelf shelf,
      CheckResult r,
      List<BrokenFile> mended,
      List<BrokenFile> left,
      List<String> aside) {
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("packs", r.packs());
      m.put("files", r.files());
      m.put("broken", left.stream().map(b -> json(shelf, b)).toList());
      m.put("mended", mended.stream().map(b -> json(shelf, b)).toList());
      m.put("set_aside", aside);
      m.put("strangers", r.strangers());
      out.json(m);
      return;
    }
    out.say(Words.of("checkCommand.file-pack-looked-at", r.files(), r.packs()));
    mended.forEach(b -> out.say("mended   " + path(shelf, b)));
    left.forEach(b ->
        out.say(
            String.format(java.util.Locale.ROOT, "%-8s ", b.state().id())
                + path(shelf, b)
                + (b.foundAt() == null ? "" : Words.of("checkCommand.lies-at", b.foundAt()))));
    aside.forEach(a -> out.say(Words.of("checkCommand.put-aside", a)));
    if (!r.strangers().isEmpty()) {
      int n = r.strangers().size();
      out.say(
          n == 1
              ? Words.of("checkCommand.one-file-belongs-no-pack")
              : Words.of("checkCommand.files-belong-no-pack-they", n));
    }
    if (!left.isEmpty()) {
      out.say(Words.of("checkCommand.mend-them-with-mend-or"));
    }
  }

  private static String path(Shelf shelf, BrokenFile b) {
    return shelf.catalogue().pack(b.pack()).map(PackRecord::folder).orElse("") + "/" + b.path();
  }

  private static Map<String, Object> json(Shelf shelf, BrokenFile b) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("path", path(shelf, b));
    m.put("state", b.state());
    m.put("found_at", b.foundAt());
    return m;
  }
}
