package keepshelf.cli.projects;

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
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Frozen;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Verdict;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Lists projects, adds one or changes what is said of it. */
@Command(
    name = "projects",
    mixinStandardHelpOptions = true,
    description = {
      "List the projects with their verdicts; add one, or change what is said of it.",
      "What is not said of a new one is usual: commercial, pictures are handed over, one seat."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf projects",
      "  keepshelf projects --add 'Visitor film' --kind commercial --handed-over files --seats 2"
          + " --from 2026-09-01 --to 2027-04-30",
      "  keepshelf projects --freeze 'Visitor film'",
      "  keepshelf projects --compare 'Visitor film' --with 2026-11-30",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class ProjectsCommand implements Callable<Integer> {
  @Option(names = "--add", paramLabel = "NAME", description = "The project to add or change.")
  String add;

  @Option(names = "--client", paramLabel = "NAME", description = "Who it is for.")
  String client;

  @Option(names = "--kind", paramLabel = "KIND", description = "commercial, editorial, personal.")
  String kind;

  @Option(
      names = "--handed-over",
      paramLabel = "WHAT",
      description = "What the client gets: pictures, files, product or nothing.")
  String handedOver;

  @Option(names = "--seats", paramLabel = "N", description = "How many people work with it.")
  Integer seats;

  @Option(names = "--territory", paramLabel = "TEXT", description = "Where it is shown.")
  String territory;

  @Option(names = "--from", paramLabel = "DATE", description = "First day.")
  String from;

  @Option(names = "--to", paramLabel = "DATE", description = "Last day.")
  String to;

  @Option(
      names = "--training",
      paramLabel = "YES|NO",
      description = "Whether models are trained with what it uses.")
  String training;

  @Option(
      names = "--density",
      paramLabel = "PX/M",
      description = "Texel density that its surfaces should have.")
  Double density;

  @Option(
      names = "--hosts",
      paramLabel = "HOST,…",
      description = "Hosts that work for it: what is installed there is noted as a use.")
  String hosts;

  @Option(names = "--notes", paramLabel = "TEXT", description = "Notes.")
  String notes;

  @Option(
      names = "--freeze",
      paramLabel = "NAME",
      description = "Keep the state of a project as it is now, to be compared with later.")
  String freeze;

  @Option(
      names = "--compare",
      paramLabel = "NAME",
      description = "Say what is different from the state that was kept last.")
  String compare;

  @Option(
      names = "--with",
      paramLabel = "DATE",
      description = "With --compare: the state that was kept by that day.")
  String with;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    boolean says =
        client != null
            || kind != null
            || handedOver != null
            || seats != null
            || territory != null
            || from != null
            || to != null
            || training != null
            || density != null
            || hosts != null
            || notes != null;
    if (add == null && says) {
      return use(Words.of("projectsCommand.say-which-project-with-add"));
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      if (freeze != null) {
        Frozen f = shelf.projects().freezing().freeze(shelf.projects().need(freeze));
        if (out.json) {
          out.json(f);
        } else {
          out.say(Words.of("projectsCommand.uses-kept", f.project(), f.at(), f.uses().size()));
        }
        return Exit.DONE;
      }
      if (compare != null) {
        return compare(shelf);
      }
      if (add != null) {
        shelf.projects().put(said(shelf));
      }
      print(shelf);
      return Exit.DONE;
    } catch (IllegalArgumentException e) {
      return use(e.getMessage());
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private int compare(Shelf shelf) throws ShelfException {
    Project p = shelf.projects().need(compare);
    Frozen was = shelf.projects().freezing().need(p, with);
    List<Frozen.Change> changes = was.comparedWith(shelf.projects().freezing().now(p));
    if (out.json) {
      out.json(Map.of("project", p.name(), "since", was.at(), "changes", changes));
    } else {
      out.say(
          Words.of("projectsCommand.since-nothing-different", was.at(), changes.isEmpty() ? 1 : 0));
      changes.forEach(c -> out.say(c.sentence()));
    }
    return Exit.DONE;
  }

  /** The project as it was, with what is said now. */
  private Project said(Shelf shelf) {
    Project was =
        shelf.projects().all().stream()
            .filter(p -> p.name().equalsIgnoreCase(add.strip()))
            .findFirst()
            .orElseGet(() -> Project.named(add));
    if (seats != null && seats < 1) {
      throw new IllegalArgumentException(Words.of("projectsCommand.at-least-one-person-works"));
    }
    return new Project(
        was.name(),
        client == null ? was.client() : client,
        kind == null
            ? was.kind()
            : Project.Kind.ofId(kind)
                .orElseThrow(() ->
                    no(kind, "kind", Words.of("projectsCommand.commercial-editorial-personal"))),
        handedOver == null
            ? was.handedOver()
            : Project.HandedOver.ofId(handedOver)
                .orElseThrow(() ->
                    no(
                        handedOver,
                        Words.of("projectsCommand.thing-handed-over"),
                        Words.of("projectsCommand.pictures-files-product-nothing"))),
        seats == null ? was.seats() : seats,
        territory == null ? was.territory() : territory,
        from == null ? was.from() : from,
        to == null ? was.to() : to,
        notes == null ? was.notes() : notes,
        was.uses(),
        new Project.Needs(
            training == null ? was.asks().training() : yes(training),
            density == null ? was.asks().pixelsPerMetre() : density),
        hosts == null ? was.arranged() : was.arrangement().withHosts(hosts(shelf)));
  }

  private List<String> hosts(Shelf shelf) {
    List<String> there = shelf.catalogue().hosts().stream().map(HostRecord::name).toList();
    List<String> out = new ArrayList<>();
    for (String h : hosts.split(",")) {
      if (!h.isBlank()) {
        out.add(
            there.stream()
                .filter(h.strip()::equalsIgnoreCase)
                .findFirst()
                .orElseThrow(() -> no(h.strip(), "host", String.join(", ", there))));
      }
    }
    return out;
  }

  private static boolean yes(String text) {
    return switch (text.toLowerCase(java.util.Locale.ROOT)) {
      case "yes" -> true;
      case "no" -> false;
      default -> throw no(text, "answer", Words.of("projectsCommand.yes-no"));
    };
  }

  private static IllegalArgumentException no(String what, String which, String there) {
    return new IllegalArgumentException(
        Words.of("projectsCommand.no-there-are", what, which, there));
  }

  private void print(Shelf shelf) {
    List<Map<String, Object>> all = new ArrayList<>();
    for (Project p : shelf.projects().all()) {
      List<JudgedUse> uses = shelf.projects().judged(p);
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("name", p.name());
      m.put("client", p.client());
      m.put("kind", p.kind());
      m.put("handed_over", p.handedOver());
      m.put("seats", p.seats());
      m.put("territory", p.territory());
      m.put("from", p.from());
      m.put("to", p.to());
      m.put("training", p.asks().training());
      m.put("pixels_per_metre", p.asks().pixelsPerMetre());
      m.put("hosts", p.arrangement().hosts());
      m.put("notes", p.notes());
      m.put("uses", uses.size());
      Map<String, Object> counts = new LinkedHashMap<>();
      Verdict.counts(uses).forEach((v, n) -> counts.put(v.id(), n));
      m.put("verdicts", counts);
      all.add(m);
      if (!out.json) {
        StringBuilder line =
            new StringBuilder(p.name())
                .append("  ")
                .append(p.kind().id())
                .append(Words.of("projectsCommand.hands-over"))
                .append(p.handedOver().id())
                .append(", ")
                .append(uses.size())
                .append(uses.size() == 1 ? " use" : " uses");
        counts.forEach((v, n) -> line.append((long) n == 0 ? "" : ", " + n + " " + v));
        out.say(line.toString());
      }
    }
    if (out.json) {
      out.json(Map.of("projects", all));
    } else if (all.isEmpty()) {
      out.say(Words.of("projectsCommand.there-no-project-yet-add"));
    }
  }

  private int use(String why) {
    out.problem(Problem.error("use", null, why));
    return Exit.USE;
  }
}
