package keepshelf.cli.making;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.making.BondFile;
import keepshelf.core.making.BondOrder;
import keepshelf.core.making.Companion;
import keepshelf.core.making.Laying;
import keepshelf.core.making.Making;
import keepshelf.core.making.MapPlan;
import keepshelf.core.making.MapWish;
import keepshelf.core.making.PhotoMaking;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes what was not delivered: maps, plain companions, materials laid of units. */
@Command(
    name = "make",
    mixinStandardHelpOptions = true,
    description = {
      "Make what was not delivered; originals are never touched.",
      "Maps are worked out of those an item has: normal height bump ambient-occlusion cavity"
          + " curvature roughness gloss metallic, or missing for all that it lacks. What is only"
          + " guessed from a colour is said to be.",
      "A companion is a plain item in a colour of another. A bond lays units cut from an item as"
          + " its file says; see docs/making.md. --enlarge breaks repetition up, --mend puts right"
          + " what was found, --photo makes a material of a photograph."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf make tarred_rope --maps ambient-occlusion,cavity",
      "  keepshelf make old_plaster --maps normal --relief 4",
      "  keepshelf make tarred_rope --maps missing --plan",
      "  keepshelf make slate_shingle --companion --colour 2",
      "  keepshelf make --bond quay_wall.json",
      "  keepshelf make shore_gravel --enlarge 4",
      "  keepshelf make old_hull --mend",
      "  keepshelf make quay_wall --again",
      "  keepshelf make --photo slipway.jpg --corners 120,80,1900,95,1880,1400,90,1380 --width"
          + " 1.4m",
      "Exit codes: 0 done; 1 done, but something could not be made; 2 wrong use; 3 nothing was"
          + " made."
    })
public final class MakeCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..*",
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  List<String> items = new ArrayList<>();

  @Option(
      names = "--maps",
      split = ",",
      paramLabel = "ROLE",
      description = "Roles of the maps to make, or missing.")
  List<String> maps = new ArrayList<>();

  @Mixin CompanionOptions companion;
  @Mixin MendOptions mend;

  @Option(
      names = "--enlarge",
      paramLabel = "N",
      description = "Make a tile N times as large a side, 2 to 8, that does not repeat.")
  Integer enlarge;

  @Option(
      names = "--again",
      description =
          "Make what was made here again, of what its parents are now: the next version of it.")
  boolean again;

  @Mixin PhotoOptions photo;

  @Option(
      names = "--seed",
      defaultValue = "1",
      paramLabel = "N",
      description = "Another throw of the dice.")
  long seed;

  @Option(names = "--bond", paramLabel = "FILE.json", description = "Lay units in a bond.")
  Path bond;

  @Option(names = "--name", paramLabel = "NAME", description = "Name of a new item.")
  String name;

  @Option(names = "--resolution", paramLabel = "R", description = "Make maps of this edition.")
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

  private final MadeJson made = new MadeJson();

  @Override
  public Integer call() throws ShelfException {
    long ways =
        Stream.of(
                !maps.isEmpty(),
                companion.isGiven(),
                mend.isGiven(),
                enlarge != null,
                again,
                bond != null,
                photo.isGiven())
            .filter(w -> w)
            .count();
    if (ways != 1 || (bond == null && !photo.isGiven()) == items.isEmpty()) {
      return use(Words.of("makeCommand.say-what-make-item-with"));
    }
    try {
      MapWish wish = new MapWish(roles(), resolution, relief, strength, coarse);
      Companion.Pick pick = companion.pick();
      mend.check();
      try (Shelf shelf = shelfOption.open(out, false)) {
        if (bond != null) {
          lay(shelf);
        } else if (photo.isGiven()) {
          photograph(shelf);
        } else {
          for (ShelvedItem s : ItemArguments.items(shelf, items)) {
            if (again) {
              again(shelf, s);
            } else if (companion.isGiven()) {
              plain(shelf, s, pick);
            } else if (enlarge != null) {
              enlarge(shelf, s);
            } else if (mend.isGiven()) {
              mend(shelf, s);
            } else {
              work(shelf, s, wish);
            }
          }
        }
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      return made.print(out);
    } catch (IllegalArgumentException e) {
      return use(e.getMessage());
    }
  }

  private Set<MapRole> roles() {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    for (String m : maps) {
      if (!isMissing(m)) {
        roles.add(
            MapRole.ofId(m.strip().toLowerCase(Locale.ROOT))
                .orElseThrow(() ->
                    new IllegalArgumentException(
                        Words.of("makeCommand.no-role-see-keepshelf-make", m))));
      }
    }
    return roles;
  }

  private static boolean isMissing(String m) {
    return m.strip().equalsIgnoreCase("missing");
  }

  private void work(Shelf shelf, ShelvedItem s, MapWish wish) {
    if (resolution != null && !s.item().resolutions().contains(resolution)) {
      made.say(
          List.of(
              Problem.error(
                  "no-edition",
                  s.item().key(),
                  Words.of(
                      "makeCommand.has-no-edition-has",
                      s.item().name(),
                      resolution,
                      String.join(", ", s.item().resolutions())))));
      return;
    }
    MapPlan plan = shelf.making().plan(s, wished(s, wish));
    made.licence(plan.licence().id());
    try {
      if (planOnly) {
        made.say(plan.problems());
        made.say(plan.licence().said());
        if (plan.isPossible()) {
          plan.maps().forEach(m -> made.planned(s, m));
        }
      } else {
        made.done(shelf, shelf.making().make(plan, Progress.NONE));
      }
    } catch (ShelfException e) {
      made.say(plan.problems());
      made.say(List.of(e.problem()));
    }
  }

  private MapWish wished(ShelvedItem s, MapWish wish) {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    roles.addAll(wish.roles());
    if (maps.stream().anyMatch(MakeCommand::isMissing)) {
      Making.missing(s).forEach(m -> roles.add(m.role()));
    }
    return new MapWish(
        roles, wish.resolution(), wish.reliefMillimetres(), wish.strength(), wish.coarse());
  }

  private void plain(Shelf shelf, ShelvedItem s, Companion.Pick pick) {
    try {
      if (planOnly) {
        StringBuilder b = new StringBuilder(Words.of("makeCommand.main-colours", s.item().name()));
        shelf
            .making()
            .companion()
            .colours(s)
            .forEach(c ->
                b.append(String.format(Locale.ROOT, " #%06x (%.0f %%)", c.rgb(), c.share() * 100)));
        made.planned(b.toString());
      } else {
        String of = companion.reliefOf();
        ShelvedItem relief = of == null ? null : shelf.item(of);
        made.done(shelf, shelf.making().companion().make(s, pick, name, relief));
      }
    } catch (ShelfException e) {
      made.say(List.of(e.problem()));
    }
  }

  private void enlarge(Shelf shelf, ShelvedItem s) {
    try {
      if (planOnly) {
        made.planned(Words.of("makeCommand.tile-times-large-side", s.item().name(), enlarge));
        made.say(shelf.making().sets().live(s).stream().toList());
      } else {
        made.done(shelf, shelf.making().sets().enlarge(s, enlarge, resolution, seed, name));
      }
    } catch (ShelfException e) {
      made.say(List.of(e.problem()));
    }
  }

  private void again(Shelf shelf, ShelvedItem s) {
    try {
      if (!planOnly) {
        made.done(shelf, shelf.making().remaking().again(s, Progress.NONE));
        return;
      }
      var all = shelf.making().remaking().outdated(s);
      made.planned(
          "“"
              + s.item().name()
              + "”: "
              + (all.isEmpty()
                  ? Words.of("makeCommand.would-made-now")
                  : Words.of("makeCommand.maps-anew", all.size())));
    } catch (ShelfException e) {
      made.say(List.of(e.problem()));
    }
  }

  /** Puts right what can be: maps in their place, and a seam by a new item. */
  private void mend(Shelf shelf, ShelvedItem s) {
    Set<Cure> can = EnumSet.noneOf(Cure.class);
    shelf.making().faults(s).forEach(f -> can.addAll(f.cures()));
    Set<Cure> cures = mend.of(can);
    boolean seam =
        mend.seam(s.item().problems().stream().anyMatch(p -> p.code().equals("not-tileable")));
    if (cures.isEmpty() && !seam) {
      made.say(
          List.of(
              Problem.warning(
                  "nothing-to-mend",
                  s.item().key(),
                  Words.of(
                      "makeCommand.nothing-can-put-right-about",
                      s.item().name(),
                      can.isEmpty()
                          ? "."
                          : Words.of(
                              "makeCommand.has",
                              String.join(", ", can.stream().map(Cure::id).toList()))))));
      return;
    }
    try {
      if (!cures.isEmpty()) {
        MapPlan plan = shelf.making().planMending(s, cures);
        made.licence(plan.licence().id());
        if (planOnly) {
          plan.maps().forEach(m -> made.planned(s, m));
        } else {
          made.done(shelf, shelf.making().make(plan, Progress.NONE));
        }
      }
      if (seam && planOnly) {
        made.planned(Words.of("makeCommand.with-seam-closed-new-item", s.item().name()));
      } else if (seam) {
        made.done(shelf, shelf.making().sets().tiling(s, name));
      }
    } catch (ShelfException e) {
      made.say(List.of(e.problem()));
    }
  }

  private void photograph(Shelf shelf) throws ShelfException {
    PhotoMaking.Wish wish = photo.wish(name);
    if (planOnly) {
      made.planned(Words.of("makeCommand.material-photograph", wish.picture()));
    } else {
      made.done(shelf, shelf.making().photos().make(wish));
    }
  }

  private void lay(Shelf shelf) throws ShelfException {
    BondOrder read = BondFile.read(bond);
    BondOrder order =
        new BondOrder(
            name == null ? read.name() : name,
            read.spec(),
            read.unit(),
            read.joint(),
            resolution == null ? read.resolution() : resolution);
    Laying.Plan plan = shelf.making().laying().plan(order);
    made.licence(plan.licence().id());
    if (planOnly) {
      made.say(plan.licence().said());
      made.planned(
          Words.of(
              "makeCommand.tile-pixels",
              order.name(),
              plan.tile()[0],
              plan.tile()[1],
              plan.pixels()[0],
              plan.pixels()[1]));
      return;
    }
    made.done(shelf, shelf.making().laying().make(order, Progress.NONE));
  }

  private int use(String why) {
    out.problem(Problem.error("use", null, why));
    return Exit.USE;
  }
}
