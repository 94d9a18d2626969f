package keepshelf.cli.packs;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.duplicates.Advice;
import keepshelf.core.duplicates.DuplicateFinder;
import keepshelf.core.duplicates.DuplicateGroup;
import keepshelf.core.duplicates.DuplicatePair;
import keepshelf.core.duplicates.Duplicates;
import keepshelf.core.duplicates.ItemTwins;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
import keepshelf.core.duplicates.TwinFinder;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Finds what is there twice. */
@Command(
    name = "duplicates",
    mixinStandardHelpOptions = true,
    description =
        "Find pictures that are the same, on the shelf or in any folders; changes nothing.",
    footer = {
      "",
      "Examples:",
      "  keepshelf duplicates --shelf ~/Shelf",
      "  keepshelf duplicates ~/Downloads ~/old-textures --json",
      "Exit codes: 0 done; 1 done, with problems; 2 wrong use; 3 nothing could be read."
    })
public final class DuplicatesCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..*",
      paramLabel = "PATH",
      description = "Folders or pictures; without any, the shelf is searched.")
  List<String> paths = List.of();

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Problem> problems = new ArrayList<>();
    List<DuplicateGroup> groups = new ArrayList<>();
    List<ItemTwins> colourways = List.of();
    List<Picture> pictures;
    Duplicates found;
    if (paths.isEmpty()) {
      try (Shelf shelf = shelfOption.open(out, false)) {
        List<ShelvedItem> items = shelf.catalogue().items();
        pictures = PictureCollector.ofShelf(shelf.folder().root(), items);
        found = DuplicateFinder.find(pictures, shelf.catalogue(), n -> {});
        var used = shelf.usedIn();
        for (ItemTwins t : TwinFinder.of(found.pairs(), items)) {
          groups.add(group(t, Advice.of(t.a(), t.b(), used)));
        }
        colourways = TwinFinder.colourways(found.pairs(), items);
        groups.sort(Comparator.comparingLong(DuplicateGroup::recoverableBytes).reversed());
      }
    } else {
      pictures = PictureCollector.ofPaths(paths, problems);
      found = DuplicateFinder.find(pictures, n -> {});
    }
    groups.addAll(found.groups());
    problems.addAll(found.problems());
    boolean any = out.problems(problems);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("groups", groups.stream().map(DuplicatesCommand::json).toList());
      m.put("pairs", found.pairs().stream().map(DuplicatesCommand::json).toList());
      m.put("colourways", colourways.stream().map(DuplicatesCommand::colourway).toList());
      out.json(m);
    } else {
      groups.forEach(this::text);
      List<DuplicatePair> akin = akin(found.pairs(), colourways);
      akin.forEach(p ->
          out.say(
              p.relation().id()
                  + ": "
                  + p.reason()
                  + "\n    "
                  + p.a().path()
                  + "\n    "
                  + p.b().path()));
      colourways.forEach(t ->
          out.say(
              Words.of(
                  "duplicatesCommand.colourway-they-can-stand-one",
                  t.reasons().getFirst(),
                  t.a().item().id(),
                  t.b().item().id())));
      out.say(
          (groups.isEmpty()
                  ? Words.of(
                      "duplicatesCommand.nothing-there-twice-among-pictures", pictures.size())
                  : Words.of("duplicatesCommand.what-there-twice", counted(groups.size(), "group")))
              + (akin.isEmpty()
                  ? "."
                  : Words.of("duplicatesCommand.kin", counted(akin.size(), "pair"))));
    }
    return pictures.isEmpty() && any ? Exit.FAILED : any ? Exit.PROBLEMS : Exit.DONE;
  }

  /** The better item's maps first; what the other one holds could be freed. */
  private static DuplicateGroup group(ItemTwins t, Advice advice) {
    ShelvedItem keep = advice.keepFirst() ? t.a() : t.b();
    ShelvedItem go = advice.keepFirst() ? t.b() : t.a();
    Set<Picture> members = new LinkedHashSet<>();
    for (ShelvedItem s : List.of(keep, go)) {
      for (DuplicatePair p : t.pairs()) {
        Stream.of(p.a(), p.b()).filter(x -> x.item().equals(s.item().id())).forEach(members::add);
      }
    }
    List<String> reasons = new ArrayList<>(t.reasons());
    String first = "“" + t.a().item().name() + "” (" + t.a().item().id() + ")";
    String second = "“" + t.b().item().name() + "” (" + t.b().item().id() + ")";
    reasons.add(advice.inNames(first, second));
    return new DuplicateGroup(
        t.relation() == ItemTwins.Relation.NEWER_VERSION
            ? DuplicateGroup.Relation.NEWER_VERSION
            : DuplicateGroup.Relation.SAME_ITEM,
        List.copyOf(members),
        reasons,
        go.item().bytes());
  }

  /** Pairs that are no copies, but for the maps of colourways, which are said as a whole. */
  private static List<DuplicatePair> akin(List<DuplicatePair> pairs, List<ItemTwins> colourways) {
    Set<Set<String>> said = new HashSet<>();
    colourways.forEach(t -> said.add(Set.of(t.a().item().id(), t.b().item().id())));
    return pairs.stream()
        .filter(p -> !p.relation().samePicture())
        .filter(p ->
            p.a().item() == null
                || p.b().item() == null
                || p.relation() != DuplicatePair.Relation.RECOLOURED
                || !said.contains(Set.of(p.a().item(), p.b().item())))
        .toList();
  }

  private static String counted(long n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }

  private void text(DuplicateGroup g) {
    out.say(
        Words.of(
            "duplicatesCommand.recover",
            g.relation().id(),
            g.recoverableBytes() / 1e6,
            String.join("; ", g.reasons())));
    g.members().forEach(p -> out.say("    " + p.path()));
  }

  private static Map<String, Object> json(DuplicateGroup g) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("relation", g.relation());
    m.put("members", g.members().stream().map(DuplicatesCommand::json).toList());
    m.put("reasons", g.reasons());
    m.put("recoverable_bytes", g.recoverableBytes());
    return m;
  }

  private static Map<String, Object> colourway(ItemTwins t) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("a", t.a().item().id());
    m.put("b", t.b().item().id());
    m.put("reasons", t.reasons());
    return m;
  }

  private static Map<String, Object> json(Picture p) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("path", p.path());
    m.put("item", p.item());
    return m;
  }

  private static Map<String, Object> json(DuplicatePair p) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("a", p.a().path());
    m.put("b", p.b().path());
    m.put("relation", p.relation());
    m.put("confidence", p.confidence());
    return m;
  }
}
