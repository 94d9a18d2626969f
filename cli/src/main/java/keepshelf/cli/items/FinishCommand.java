package keepshelf.cli.items;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.FinishFile;
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
      "Settings: tile turn right up; relief relief-follows height height-from height-curve normal;"
          + " roughness roughness-from roughness-curve; occlusion opacity-threshold emission"
          + " inverted; reflectance ior coat coat-roughness transmission thin; hue saturation"
          + " brightness contrast tint invert; overlay-1 to overlay-4. An empty value leaves it as"
          + " the item has it; docs/exchange.md says what each is."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf finish tarred_rope",
      "  keepshelf finish tarred_rope --name Weathered --set roughness=0.5..1 --set saturation=0.7",
      "  keepshelf finish slate_shingle --name Mossy"
          + " --set \"overlay-1=drip_streaks; amount 0.6; roughness, colour #2f4a24\"",
      "  keepshelf finish tarred_rope --name Weathered --lay-on sailcloth net_mesh",
      "  keepshelf finish tarred_rope --name Weathered --export weathered.json",
      "  keepshelf finish sailcloth --import weathered.json",
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

  @Option(
      names = "--import",
      paramLabel = "FILE",
      description = "Take the finish that stands in a file, under its name or under --name.")
  Path file;

  @Option(names = "--export", paramLabel = "FILE", description = "Write the finish to a file.")
  Path into;

  @Option(
      names = "--lay-on",
      arity = "1..*",
      paramLabel = "ITEM",
      description = "Lay the finish on these items too.")
  List<String> others = new ArrayList<>();

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  /** What stands in the file that is read, or null. */
  private Finish imported;

  @Override
  public Integer call() throws ShelfException {
    if (file != null && (remove || !set.isEmpty())) {
      return use(Words.of("finishCommand.import-takes-finish-stands-file"));
    }
    if (file != null) {
      try {
        imported = FinishFile.read(file);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return Exit.FAILED;
      }
      name = name == null ? imported.name() : name;
    }
    if (name == null && (into != null || !others.isEmpty())) {
      return use(Words.of("finishCommand.say-which-finish-with-name"));
    }
    if (name == null ? remove || !set.isEmpty() : name.isBlank() || (remove && !set.isEmpty())) {
      return use(Words.of("finishCommand.give-finish-name-with-name"));
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s;
      try {
        s = shelf.item(item);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      boolean changes = remove || !set.isEmpty() || imported != null;
      if (name != null && (changes || into == null && others.isEmpty()) && !change(shelf, s)) {
        return Exit.USE;
      }
      if (!handOn(shelf, shelf.item(s.item().id()))) {
        return Exit.FAILED;
      }
      print(shelf.item(s.item().id()));
    }
    return Exit.DONE;
  }

  /** Writes the finish to a file and lays it on other items; false after saying why not. */
  private boolean handOn(Shelf shelf, ShelvedItem s) {
    if (into == null && others.isEmpty()) {
      return true;
    }
    try {
      Finish f = ItemArguments.finish(s, name);
      if (into != null) {
        FinishFile.write(f, into);
      }
      List<String> ids = new ArrayList<>();
      for (ShelvedItem o : ItemArguments.items(shelf, others)) {
        ids.add(o.item().id());
      }
      if (!ids.isEmpty()) {
        shelf
            .editing()
            .mark(ids, Words.of("finishCommand.setting-finish", f.name()), m -> m.withFinish(f));
      }
      return true;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return false;
    }
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
          .mark(
              List.of(id),
              Words.of("finishCommand.removing-finish", name),
              m -> m.withoutFinish(name));
      return true;
    }
    Finish f = imported != null ? imported.renamed(name) : has.orElse(Finish.named(name));
    for (var e : set.entrySet()) {
      try {
        f =
            FinishSetting.ofId(e.getKey())
                .orElseThrow(() ->
                    new IllegalArgumentException(
                        Words.of("finishCommand.no-setting-see-keepshelf-finish", e.getKey())))
                .write(f, e.getValue() == null ? "" : e.getValue());
      } catch (IllegalArgumentException x) {
        use(x.getMessage());
        return false;
      }
    }
    Finish made = f;
    shelf
        .editing()
        .mark(
            List.of(id),
            Words.of("finishCommand.setting-finish", f.name()),
            m -> m.withFinish(made));
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
          all.stream()
              .map(f -> Map.of("name", f.name(), "settings", FinishFile.settings(f)))
              .toList());
      out.json(m);
      return;
    }
    if (all.isEmpty()) {
      out.say(Words.of("finishCommand.has-no-finish", s.item().name()));
    }
    for (Finish f : all) {
      StringBuilder line = new StringBuilder(f.name());
      FinishFile.settings(f).forEach((k, v) -> line.append("  ").append(k).append('=').append(v));
      out.say(line.toString());
    }
  }
}
