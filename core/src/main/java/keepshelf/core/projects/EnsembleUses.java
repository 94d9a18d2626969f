package keepshelf.core.projects;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What a project uses of an ensemble: itself, and the items that its parts are made of. */
final class EnsembleUses {
  /** How a use came there that an ensemble brought. */
  static final String HOW = "by-ensemble";

  private EnsembleUses() {}

  /**
   * Something used.
   *
   * @param finish that it has, or null
   * @param how it came there
   */
  record Used(ShelvedItem item, @Nullable String finish, String how) {}

  /** These items, and the parts of those that are ensembles. */
  static List<Used> of(
      Catalogue catalogue, List<ShelvedItem> items, @Nullable String finish, String how) {
    Map<String, Used> out = new LinkedHashMap<>();
    items.forEach(s -> out.put(s.item().id(), new Used(s, finish, how)));
    for (ShelvedItem s : items) {
      for (EnsemblePart p : s.item().parts()) {
        catalogue
            .item(p.item())
            .ifPresent(i -> out.putIfAbsent(i.item().id(), new Used(i, p.finish(), HOW)));
      }
    }
    return List.copyOf(out.values());
  }

  /** What goes when these are not used any more: also the parts that only they brought. */
  static List<ShelvedItem> goneWith(Catalogue catalogue, Project p, List<ShelvedItem> dropped) {
    List<ShelvedItem> out = new ArrayList<>(dropped);
    Set<String> going = new HashSet<>();
    dropped.forEach(s -> going.add(s.item().id()));
    Set<String> still = new HashSet<>();
    for (Project.Use u : p.uses()) {
      if (!going.contains(u.item())) {
        catalogue.item(u.item()).ifPresent(s -> s.item().parts().forEach(x -> still.add(x.item())));
      }
    }
    for (ShelvedItem s : dropped) {
      for (EnsemblePart x : s.item().parts()) {
        boolean brought = p.use(x.item()).filter(u -> HOW.equals(u.how())).isPresent();
        if (brought && !still.contains(x.item()) && going.add(x.item())) {
          catalogue.item(x.item()).ifPresent(out::add);
        }
      }
    }
    return out;
  }

  /**
   * Why an ensemble may or may not be used: what keeps any of its parts from being used freely.
   *
   * @param judge judges an item with a use
   */
  static List<Reason> reasons(
      Catalogue catalogue,
      Project p,
      ShelvedItem ensemble,
      BiFunction<ShelvedItem, Project.Use, JudgedUse> judge) {
    List<Reason> out = new ArrayList<>();
    for (EnsemblePart x : ensemble.item().parts()) {
      Optional<ShelvedItem> item = catalogue.item(x.item());
      if (item.isEmpty()) {
        out.add(
            new Reason(
                "part-gone",
                Verdict.UNKNOWN,
                Words.of("ensembleUses.what-part-made-not-shelf", x.name(), x.called())));
        continue;
      }
      Project.Use use =
          p.use(x.item())
              .orElse(
                  new Project.Use(
                      x.item(), x.finish(), item.get().pack().version(), HOW, null, null));
      for (Reason r : judge.apply(item.get(), use).reasons()) {
        if (r.verdict().compareTo(Verdict.CREDIT) > 0) {
          out.add(
              new Reason(
                  r.rule(),
                  r.verdict(),
                  "Part “" + x.name() + "”, " + x.called() + ": " + r.sentence()));
        }
      }
    }
    if (out.isEmpty()) {
      out.add(
          new Reason("parts", Verdict.ALLOWED, Words.of("ensembleUses.all-parts-may-used-they")));
    }
    out.sort((a, b) -> b.verdict().compareTo(a.verdict()));
    return out;
  }
}
