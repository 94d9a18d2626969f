package keepshelf.cli.making;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.making.Making;
import keepshelf.core.making.MapPlan;
import keepshelf.core.making.MapWish;
import keepshelf.core.making.PlannedMake;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Works out maps that were not delivered. */
@Command(
    name = "make",
    mixinStandardHelpOptions = true,
    description = {
      "Work out maps that items lack, from those they have; originals are never touched.",
      "Roles: normal height bump ambient-occlusion cavity curvature roughness gloss metallic, or"
          + " missing for all that an item lacks. What is only guessed from a colour is said to be."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf make tarred_rope --maps ambient-occlusion,cavity",
      "  keepshelf make old_plaster --maps normal --relief 4",
      "  keepshelf make tarred_rope --maps missing --plan",
      "Exit codes: 0 done; 1 done, but something could not be made; 2 wrong use; 3 nothing was"
          + " made."
    })
public final class MakeCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  List<String> items;

  @Option(
      names = "--maps",
      split = ",",
      paramLabel = "ROLE",
      description = "Roles of the maps to make, or missing.")
  List<String> maps = new ArrayList<>();

  @Option(names = "--resolution", paramLabel = "R", description = "Make them of this edition.")
  String resolution;

  @Option(
      names = "--relief",
      paramLabel = "MM",
      description = "Millimetres between the lowest and the highest place.")
  Double relief;

  @Option(
      names = "--strength",
      defaultValue = "1",
      paramLabel = "X",
      description = "How strong a relief guessed from a colour is; 1 is usual.")
  double strength;

  @Option(
      names = "--coarse",
      defaultValue = "0.5",
      paramLabel = "X",
      description = "Whether fine detail (0) or large forms (1) count more in such a guess.")
  double coarse;

  @Option(names = "--plan", description = "Only say what would be made.")
  boolean planOnly;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (maps.isEmpty()) {
      return use("Say what to make with --maps, such as --maps normal,ambient-occlusion.");
    }
    MapWish wish;
    try {
      wish = new MapWish(roles(), resolution, relief, strength, coarse);
    } catch (IllegalArgumentException e) {
      return use(e.getMessage());
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      List<ShelvedItem> all;
      try {
        all = ItemArguments.items(shelf, items);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      return make(shelf, all, wish);
    }
  }

  private Set<MapRole> roles() {
    Set<MapRole> out = EnumSet.noneOf(MapRole.class);
    for (String m : maps) {
      if (!isMissing(m)) {
        out.add(
            MapRole.ofId(m.strip().toLowerCase(java.util.Locale.ROOT))
                .orElseThrow(() ->
                    new IllegalArgumentException(
                        "“" + m + "” is no role. See keepshelf make --help.")));
      }
    }
    return out;
  }

  private static boolean isMissing(String m) {
    return m.strip().equalsIgnoreCase("missing");
  }

  private int make(Shelf shelf, List<ShelvedItem> all, MapWish wish) {
    List<Map<String, Object>> made = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    Set<String> licences = new java.util.LinkedHashSet<>();
    boolean any = false;
    for (ShelvedItem s : all) {
      if (wish.resolution() != null && !s.item().resolutions().contains(wish.resolution())) {
        problems.add(
            Problem.error(
                "no-edition",
                s.item().key(),
                "“"
                    + s.item().name()
                    + "” has no edition "
                    + wish.resolution()
                    + "; it has "
                    + String.join(", ", s.item().resolutions())
                    + "."));
        continue;
      }
      MapPlan plan = shelf.making().plan(s, wished(s, wish));
      licences.add(String.valueOf(plan.licence().id()));
      try {
        if (planOnly) {
          problems.addAll(plan.problems());
          problems.addAll(plan.licence().said());
          plan.maps().forEach(m -> made.add(planned(s, m)));
          any |= plan.isPossible();
        } else {
          Making.Made done = shelf.making().make(plan, Progress.NONE);
          problems.addAll(done.problems());
          done.maps().forEach(m -> made.add(done(shelf, done.item(), m)));
          any = true;
        }
      } catch (ShelfException e) {
        problems.addAll(plan.problems());
        problems.add(e.problem());
      }
    }
    return print(made, licences, problems, any);
  }

  private MapWish wished(ShelvedItem s, MapWish wish) {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    roles.addAll(wish.roles());
    if (maps.stream().anyMatch(MakeCommand::isMissing)) {
      roles.addAll(Making.missing(s));
    }
    return new MapWish(
        roles, wish.resolution(), wish.reliefMillimetres(), wish.strength(), wish.coarse());
  }

  private int print(
      List<Map<String, Object>> made, Set<String> licences, List<Problem> problems, boolean any) {
    List<Problem> once = problems.stream().distinct().toList();
    boolean warned = out.problems(once);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("made", made);
      String one = licences.size() == 1 ? licences.iterator().next() : "null";
      m.put("licence", one.equals("null") ? null : one);
      m.put("problems", ProblemJson.of(once));
      out.json(m);
    } else {
      made.forEach(m ->
          out.say(
              m.get("role")
                  + "  "
                  + (m.get("path") == null ? "would be made" : m.get("path"))
                  + "  "
                  + m.get("how")));
    }
    return !any ? Exit.FAILED : warned ? Exit.PROBLEMS : Exit.DONE;
  }

  private static Map<String, Object> planned(ShelvedItem s, PlannedMake m) {
    Map<String, Object> x = new LinkedHashMap<>();
    x.put("item", s.item().id());
    x.put("role", m.role().id());
    x.put("path", null);
    x.put("how", m.reason());
    x.put(
        "recipe",
        Map.of("method", m.method(), "version", PlannedMake.VERSION, "parameters", m.parameters()));
    return x;
  }

  private static Map<String, Object> done(Shelf shelf, ShelvedItem s, MapRecord m) {
    Map<String, Object> x = new LinkedHashMap<>();
    x.put("item", s.item().id());
    x.put("role", m.role().id());
    x.put("path", shelf.folder().resolve(s.path(m)).toString());
    x.put("how", String.join(" ", m.reasons()));
    x.put("recipe", m.recipe());
    return x;
  }

  private int use(String why) {
    out.problem(Problem.error("use", null, why));
    return Exit.USE;
  }
}
