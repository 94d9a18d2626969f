package keepshelf.cli.items;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Shows, makes, changes and removes the finishes of an item. */
@Command(
    name = "finish",
    mixinStandardHelpOptions = true,
    description = {
      "Adjust an item without altering it: named finishes that it can be installed with.",
      "Settings: tile turn right up relief normal roughness reflectance ior coat coat-roughness hue"
          + " saturation brightness contrast tint invert. An empty value leaves it as the item has"
          + " it."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf finish tarred_rope",
      "  keepshelf finish tarred_rope --name Weathered --set roughness=0.5..1 --set saturation=0.7",
      "  keepshelf install tarred_rope --host Lanternhouse --finish Weathered",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class FinishCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Option(names = "--name", paramLabel = "NAME", description = "The finish to make or change.")
  String name;

  @Option(
      names = "--set",
      paramLabel = "SETTING=VALUE",
      description = "What it adjusts; may be given several times.")
  Map<String, String> set = new LinkedHashMap<>();

  @Option(names = "--remove", description = "Remove the finish.")
  boolean remove;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (name == null ? remove || !set.isEmpty() : name.isBlank() || (remove && !set.isEmpty())) {
      return use("Give the finish a name with --name, and either --set or --remove.");
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s;
      try {
        s = shelf.item(item);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      if (name != null && !change(shelf, s)) {
        return Exit.USE;
      }
      print(shelf.item(s.item().id()));
    }
    return Exit.DONE;
  }

  /** Does what was asked for; false after saying why it makes no sense. */
  private boolean change(Shelf shelf, ShelvedItem s) throws ShelfException {
    String id = s.item().id();
    var has = s.item().marks().finish(name);
    if (remove) {
      if (has.isEmpty()) {
        out.problem(ItemArguments.noFinish(s, name));
        return false;
      }
      shelf
          .editing()
          .mark(List.of(id), "Removing the finish “" + name + "”", m -> m.withoutFinish(name));
      return true;
    }
    Finish f = has.orElse(Finish.named(name));
    for (var e : set.entrySet()) {
      try {
        f =
            FinishSetting.ofId(e.getKey())
                .orElseThrow(() ->
                    new IllegalArgumentException(
                        "“" + e.getKey() + "” is no setting. See keepshelf finish --help."))
                .write(f, e.getValue() == null ? "" : e.getValue());
      } catch (IllegalArgumentException x) {
        use(x.getMessage());
        return false;
      }
    }
    Finish made = f;
    shelf
        .editing()
        .mark(List.of(id), "Setting the finish “" + f.name() + "”", m -> m.withFinish(made));
    return true;
  }

  private int use(String why) {
    out.problem(Problem.error("use", null, why));
    return Exit.USE;
  }

  private void print(ShelvedItem s) {
    List<Finish> all = s.item().marks().finishes();
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("item", s.item().id());
      m.put(
          "finishes",
          all.stream().map(f -> Map.of("name", f.name(), "settings", settings(f))).toList());
      out.json(m);
      return;
    }
    if (all.isEmpty()) {
      out.say("“" + s.item().name() + "” has no finish.");
    }
    for (Finish f : all) {
      StringBuilder line = new StringBuilder(f.name());
      settings(f).forEach((k, v) -> line.append("  ").append(k).append('=').append(v));
      out.say(line.toString());
    }
  }

  private static Map<String, String> settings(Finish f) {
    Map<String, String> out = new LinkedHashMap<>();
    for (FinishSetting s : FinishSetting.values()) {
      String v = s.read(f);
      if (!v.isEmpty()) {
        out.put(s.id(), v);
      }
    }
    return out;
  }
}
