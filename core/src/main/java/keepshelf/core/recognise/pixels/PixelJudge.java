package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import keepshelf.core.disk.Awaited;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.ReliefPair;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import org.jspecify.annotations.Nullable;

/**
 * Lets the pixels confirm or overrule what names said, set by set and on all cores; each picture is
 * decoded once.
 */
public final class PixelJudge {
  /** Half a megabyte each; what is beyond them is measured when it is needed. */
  private static final int MOST_RELIEF = 160;

  private static final int CORES = Math.max(1, Runtime.getRuntime().availableProcessors());

  private final Map<String, List<Sense>> alternatives;
  private final List<Problem> problems;
  private final List<ReliefPair> relief = new ArrayList<>();
  private final AtomicInteger room = new AtomicInteger(MOST_RELIEF);
  private final Consumer<String> looking;
  private final PixelWitness witness;

  /**
   * @param alternatives by path, what ambiguous words can mean
   * @param problems receives trouble with decoding
   * @param looking is told each picture, and may stop the work
   * @param witness sees each picture
   */
  public PixelJudge(
      Map<String, List<Sense>> alternatives,
      List<Problem> problems,
      Consumer<String> looking,
      PixelWitness witness) {
    this.witness = witness;
    this.alternatives = alternatives;
    this.problems = problems;
    this.looking = looking;
  }

  /**
   * {@code items} as their pixels have them. A picture in {@code loose} without a role that shows
   * what a set lacks is moved there.
   */
  public List<RecognisedItem> judge(List<RecognisedItem> items, List<LooseFile> loose) {
    boolean onDisk =
        items.stream().flatMap(i -> i.maps().stream()).anyMatch(m -> m.file().onDisk() != null);
    if (!onDisk) {
      return items;
    }
    Map<String, MapLook> looks = look(items, loose);
    List<RecognisedItem> adopted = Adoption.of(items, loose, looks);
    List<RecognisedItem> out = new ArrayList<>();
    for (RecognisedItem i : adopted) {
      RecognisedItem judged = SetChecks.withMaps(i, maps(i, looks));
      out.add(judged);
      relief.addAll(ReliefPairs.of(judged, looks));
    }
    looks.values().stream()
        .map(MapLook::trouble)
        .filter(java.util.Objects::nonNull)
        .forEach(problems::add);
    return out;
  }

  /** What normal and height maps that were judged say of each other. */
  public List<ReliefPair> relief() {
    return relief;
  }

  private Map<String, MapLook> look(List<RecognisedItem> items, List<LooseFile> loose) {
    Map<String, Future<MapLook>> running = new java.util.LinkedHashMap<>();
    Map<String, MapLook> looks = new HashMap<>();
    try (ExecutorService pool = Executors.newFixedThreadPool(CORES)) {
      try {
        for (RecognisedItem i : items) {
          for (RecognisedMap m : i.maps()) {
            boolean open = alternatives.containsKey(m.file().path());
            MapRole role = open && m.role() != MapRole.NORMAL ? null : m.role();
            running.put(m.file().path(), pool.submit(() -> one(m.file(), role)));
          }
        }
        for (LooseFile l : loose) {
          if (l.sort() == LooseFile.Sort.UNKNOWN_IMAGE) {
            running.put(l.file().path(), pool.submit(() -> one(l.file(), null)));
          }
        }
        for (var e : running.entrySet()) {
          looks.put(e.getKey(), Awaited.get(e.getValue()));
        }
      } finally {
        pool.shutdownNow();
      }
    }
    return looks;
  }

  private MapLook one(SourceFile f, @Nullable MapRole role) {
    looking.accept(f.name());
    MapLook look = MapLook.at(f, role, witness);
    return look.relief() != null && room.getAndDecrement() <= 0 ? look.withoutRelief() : look;
  }

  private List<RecognisedMap> maps(RecognisedItem item, Map<String, MapLook> looks) {
    List<RecognisedMap> out = new ArrayList<>();
    Set<MapRole> sure = EnumSet.noneOf(MapRole.class);
    for (RecognisedMap m : item.maps()) {
      if (!alternatives.containsKey(m.file().path())) {
        sure.add(m.role());
      }
    }
    Map<RecognisedMap, List<Sense>> open = new java.util.LinkedHashMap<>();
    for (RecognisedMap m : item.maps()) {
      MapLook look = looks.getOrDefault(m.file().path(), MapLook.NOTHING);
      RecognisedMap measured = look.facts() == null ? m : m.measured(look.facts());
      List<Sense> senses = alternatives.get(m.file().path());
      boolean ambiguous =
          senses != null && look.facts() != null && item.kind() == ItemKind.MATERIAL;
      if (ambiguous) {
        open.put(measured, senses);
      } else {
        out.add(measured);
      }
    }
    out.addAll(RoleByPixels.settle(open, sure));
    out.replaceAll(m -> m.facts() == null ? m : RoleByPixels.confirm(m, item.kind()));
    FacingByPixels.decide(out, looks);
    return GlossCues.weigh(out, looks);
  }
}
