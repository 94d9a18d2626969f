package keepshelf.cli.items;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.VersionHistory;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Shows one item whole. */
@Command(
    name = "show",
    mixinStandardHelpOptions = true,
    description = "Show one item with its maps, checks, record and installations.",
    footer = {
      "",
      "Example:",
      "  keepshelf show tarred_rope --json",
      "Exit codes: 0 done; 2 wrong use, or several items have that name; 3 there is none."
    })
public final class ShowCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s;
      try {
        s = shelf.item(item);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      if (out.json) {
        Map<String, Object> whole = ItemJson.whole(s, shelf.catalogue().installations());
        whole.put("versions", versions(shelf, s));
        out.json(whole);
        return Exit.DONE;
      }
      say(s, shelf.catalogue().installations());
    }
    return Exit.DONE;
  }

  /** The versions of its pack on the shelf, the newest first. */
  private static List<Map<String, Object>> versions(Shelf shelf, ShelvedItem s) {
    List<Map<String, Object>> out = new ArrayList<>();
    for (VersionHistory.Step step : VersionHistory.of(shelf.catalogue(), s.pack().id())) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("pack_id", step.pack().id());
      m.put("version", step.pack().version());
      m.put("taken_in", step.pack().takenIn());
      m.put("changes", step.changes());
      out.add(m);
    }
    return out;
  }

  private void say(ShelvedItem s, List<InstallationRecord> installations) {
    ItemRecord i = s.item();
    out.say(i.name() + "  " + i.id() + "  " + i.kind().id() + ", " + i.workflow().title());
    line("folder", s.pack().folder());
    for (Field f : Field.values()) {
      if (f != Field.NAME) {
        line(f.id(), f.read(s));
      }
    }
    for (Field f : List.of(Field.SOURCE, Field.LICENCE)) {
      if (f.read(s) == null || f.read(s).isBlank()) {
        line(f.id(), Words.of("showCommand.not-known"));
      }
    }
    i.marks().finishes().forEach(f -> line("finish", f.name()));
    i.parts().forEach(p -> line("part", p.name() + ": " + p.made()));
    for (MapRecord m : i.maps()) {
      out.say(
          String.format(
              "  %-18s %-13s %-7s %s%s",
              m.role().inSentence(),
              m.width() == 0
                  ? Words.of("showCommand.size-not-read")
                  : m.width() + " × " + m.height(),
              m.bits() == 0 ? "" : m.bits() + " bit",
              s.path(m),
              m.recipe() == null ? "" : "  (made here)"));
    }
    installations.stream()
        .filter(x -> x.item().equals(i.id()))
        .forEach(x -> line("installed", "in " + x.host() + ": " + x.document()));
    i.problems().forEach(p -> out.say("  ! " + p.message()));
  }

  private void line(String what, String text) {
    if (text != null && !text.isBlank()) {
      out.say(String.format("  %-12s %s", what, text));
    }
  }
}
