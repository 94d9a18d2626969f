package keepshelf.cli.projects;

import java.nio.file.Path;
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
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.likeness.AlikeItem;
import keepshelf.core.likeness.Alikes;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Projects;
import keepshelf.imaging.io.ImageFormat;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Finds what looks alike. */
@Command(
    name = "like",
    mixinStandardHelpOptions = true,
    description = {
      "List the items that look most like an item, or like any picture: colours, grain and how"
          + " regular it is count; where it lies or how it is turned does not.",
      "With --for only what a project may use is listed."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf like bleached_larch --most 5",
      "  keepshelf like ~/photos/quay.jpg",
      "  keepshelf like barnacle_crust --for 'Visitor film'",
      "Exit codes: 0 done; 1 done, but some pictures could not be read; 2 wrong use; 3 nothing was"
          + " done."
    })
public final class LikeCommand implements Callable<Integer> {
  @Parameters(paramLabel = "ITEM|PICTURE", description = "An item, or the path of a picture.")
  String what;

  @Option(
      names = "--most",
      defaultValue = "20",
      paramLabel = "N",
      description = "How many, at the most; 20 when not said.")
  int most;

  @Option(names = "--for", paramLabel = "P", description = "Only what this project may use.")
  String project;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (most < 1) {
      out.problem(Problem.error("use", null, Words.of("likeCommand.most-needs-number-one-or")));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      Project p = project == null ? null : shelf.projects().need(project);
      List<Problem> problems = new ArrayList<>();
      shelf.alikes().lookAtNew(left -> {}, problems);
      List<AlikeItem> found = found(shelf, p == null ? most : Integer.MAX_VALUE / 8);
      print(shelf, p == null ? found : allowed(shelf, p, found), problems);
      return out.problems(problems) ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return e.problem().code().equals("several-items") ? Exit.USE : Exit.FAILED;
    }
  }

  private List<AlikeItem> found(Shelf shelf, int room) throws ShelfException {
    return isPicture()
        ? shelf.alikes().like(Path.of(what), room)
        : shelf.alikes().like(shelf.item(what).item().id(), room, id -> true);
  }

  /** A file that is called as pictures are; a folder or file that is called as an item is none. */
  private boolean isPicture() {
    return ImageFormat.ofName(what).isPresent();
  }

  /** What the project may use, and what could take the place of the item that was asked for. */
  private List<AlikeItem> allowed(Shelf shelf, Project p, List<AlikeItem> found)
      throws ShelfException {
    ItemKind kind = isPicture() ? null : shelf.item(what).item().kind();
    List<AlikeItem> out = new ArrayList<>();
    Projects projects = shelf.projects();
    for (AlikeItem a : found) {
      ShelvedItem s = shelf.catalogue().item(a.item()).orElse(null);
      boolean fits = kind == null || s != null && Alikes.interchangeable(kind, s.item().kind());
      if (out.size() < most && s != null && fits && projects.wouldBe(p, s).verdict().cleared()) {
        out.add(a);
      }
    }
    return out;
  }

  private void print(Shelf shelf, List<AlikeItem> found, List<Problem> problems) {
    List<Map<String, Object>> rows = new ArrayList<>();
    for (AlikeItem a : found) {
      ShelvedItem s = shelf.catalogue().item(a.item()).orElse(null);
      if (s == null) {
        continue;
      }
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("item", a.item());
      m.put("name", s.item().name());
      m.put("likeness", Math.round(a.likeness() * 1000) / 1000.0);
      rows.add(m);
      if (!out.json) {
        out.say(String.format("%.2f  %-36s %s", a.likeness(), s.item().name(), s.pack().name()));
      }
    }
    if (out.json) {
      out.json(new LinkedHashMap<>(Map.of("like", rows, "problems", ProblemJson.of(problems))));
    } else if (rows.isEmpty()) {
      out.say(Words.of("likeCommand.nothing-shelf-has-picture-compare"));
    }
  }
}
