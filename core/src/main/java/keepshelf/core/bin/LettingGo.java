package keepshelf.core.bin;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import keepshelf.core.bin.ShelfChange.Move;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.Origin;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Moves an item into the bin, in favour of another one or because it is not wanted. */
public final class LettingGo {
  /**
   * What would be done.
   *
   * @param letGo the item that goes
   * @param keep the item that stays instead, or null
   * @param files paths of the files that go, relative to the shelf
   * @param joined maps of it that stay, with the item that is kept
   * @param bytes that the files hold
   * @param installations that would be pointed to what is kept
   * @param onlyPart whether the item goes alone, and what it stands as one with stays
   */
  public record Plan(
      ShelvedItem letGo,
      @Nullable ShelvedItem keep,
      List<String> files,
      List<MapRecord> joined,
      long bytes,
      List<InstallationRecord> installations,
      boolean onlyPart) {
    /** Copies the lists. */
    public Plan {
      files = List.copyOf(files);
      joined = List.copyOf(joined);
      installations = List.copyOf(installations);
    }

    /** The installations as they are pointed to what is kept. */
    List<InstallationRecord> repointed() {
      ShelvedItem to = keep;
      return to == null
          ? List.of()
          : installations.stream().map(i -> i.of(to.item().id())).toList();
    }
  }

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Bin bin;

  /** Lets go of items on {@code shelf}, into {@code bin}. */
  public LettingGo(ShelfFolder shelf, Catalogue catalogue, Bin bin) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.bin = bin;
  }

  /**
   * What letting go of {@code letGo} would do; changes nothing.
   *
   * @param keep the item that stays instead, or null
   * @param combine whether maps that only {@code letGo} has stay, as part of {@code keep}
   */
  public Plan plan(ShelvedItem letGo, ShelvedItem keep, boolean combine) {
    List<MapRecord> stay =
        combine && keep != null
            ? letGo.item().maps().stream().filter(m -> lacks(keep.item(), m)).toList()
            : List.of();
    List<String> files = new ArrayList<>();
    long bytes = 0;
    for (MapRecord m : letGo.item().maps()) {
      if (!stay.contains(m)) {
        files.add(letGo.path(m));
        bytes += m.bytes();
      }
    }
    Set<String> ids = new HashSet<>();
    catalogue.parts(letGo.item().id()).forEach(s -> ids.add(s.item().id()));
    List<InstallationRecord> installed =
        catalogue.installations().stream().filter(i -> ids.contains(i.item())).toList();
    return new Plan(letGo, keep, files, stay, bytes, keep == null ? List.of() : installed, false);
  }

  /**
   * What letting go of one part of an item would do.
   *
   * @param part as its own pack has it
   */
  public Plan planPart(ShelvedItem part) {
    return new Plan(
        part,
        null,
        part.item().maps().stream().map(part::path).toList(),
        List.of(),
        part.item().bytes(),
        List.of(),
        true);
  }

  /** Bytes of the files that would go. */
  public static long bytes(ShelvedItem letGo, ShelvedItem keep, boolean combine) {
    return letGo.item().maps().stream()
        .filter(m -> !combine || keep == null || !lacks(keep.item(), m))
        .mapToLong(MapRecord::bytes)
        .sum();
  }

  /** Whether {@code item} has no map in the same role, tile and way of facing, as large. */
  private static boolean lacks(ItemRecord item, MapRecord m) {
    return item.maps().stream()
        .noneMatch(o ->
            o.role() == m.role()
                && java.util.Objects.equals(o.tile(), m.tile())
                && java.util.Objects.equals(o.channels(), m.channels())
                && Math.max(o.width(), o.height()) >= Math.max(m.width(), m.height()));
  }

  /**
   * Does what {@code plan} says. The files of what is kept are proved first, so that the last copy
   * never goes.
   *
   * @throws ShelfException when nothing was changed: the kept files are not sound, or the disk
   */
  public BinEntry run(Plan plan) throws ShelfException {
    prove(plan);
    String name = plan.letGo().item().name();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      refuseChanged(
          plan.letGo(),
          plan.onlyPart()
              ? catalogue.own(plan.letGo().item().id())
              : catalogue.item(plan.letGo().item().id()));
      if (plan.keep() != null) {
        refuseChanged(plan.keep(), catalogue.item(plan.keep().item().id()));
      }
      BinEntry entry = entry(plan);
      List<Move> moves = new ArrayList<>();
      List<String> gone = new ArrayList<>();
      Map<String, PackRecord> packs = new LinkedHashMap<>();
      for (BinEntry.Part part : entry.parts()) {
        moves.addAll(Bin.moves(entry.id(), part));
        if (part.whole()) {
          gone.add(part.before().id());
        } else {
          packs.put(part.before().id(), without(part, plan));
        }
      }
      noteOrigin(plan, packs);
      bin.run(
          new ShelfChange(
              "go-" + entry.id(),
              Words.of("lettingGo.letting-go", name),
              moves,
              List.copyOf(packs.values()),
              gone,
              plan.repointed(),
              entry,
              null));
      return entry;
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("lettingGo.letting-go-2", name), e);
    }
  }

  /** The plan was made before the lock was held: another process may have come first. */
  private static void refuseChanged(ShelvedItem planned, Optional<ShelvedItem> found)
      throws ShelfException {
    ShelvedItem now = found.orElse(null);
    boolean same =
        now != null
            && now.item().maps().equals(planned.item().maps())
            && now.pack().folder().equals(planned.pack().folder());
    if (!same) {
      throw new ShelfException(
          Problem.error(
              "changed-meanwhile",
              planned.item().name(),
              Phrase.of(
                  "lettingGo.taken-off-shelf-meanwhile-nothing",
                  planned.item().name(),
                  now == null ? 1 : 0)));
    }
  }

  private void prove(Plan plan) throws ShelfException {
    if (plan.keep() == null) {
      return;
    }
    Set<String> leaving = new HashSet<>(plan.files());
    for (MapRecord m : plan.keep().item().maps()) {
      String at = plan.keep().path(m);
      Path file = shelf.resolve(at);
      String trouble = null;
      try {
        if (leaving.contains(at)) {
          trouble = Words.of("lettingGo.both-same-file");
        } else if (!Files.isRegularFile(file)) {
          trouble = Words.of("lettingGo.missing");
        } else if (Files.size(file) != m.bytes() || !Hashes.sha256(file).equals(m.sha256())) {
          trouble = Words.of("lettingGo.not-what-delivered-any-more");
        }
      } catch (IOException e) {
        trouble = DiskTrouble.sentence(e, Words.of("lettingGo.reading"));
      }
      if (trouble != null) {
        throw new ShelfException(
            Problem.error(
                "not-sound",
                at,
                Phrase.of(
                    "lettingGo.both-were-kept-would-stay",
                    at,
                    plan.keep().item().name(),
                    trouble)));
      }
    }
  }

  private BinEntry entry(Plan plan) throws ShelfException {
    Set<String> files = new HashSet<>(plan.files());
    List<BinEntry.Part> parts = new ArrayList<>();
    List<List<ShelvedItem>> all =
        plan.onlyPart() ? List.of(List.of(plan.letGo())) : byPack(plan.letGo().item().id());
    for (List<ShelvedItem> same : all) {
      PackRecord pack = catalogue.need(same.getFirst().pack().id());
      Set<String> ids = new HashSet<>();
      List<String> going = new ArrayList<>();
      for (ShelvedItem s : same) {
        ids.add(s.item().id());
        s.item().maps().stream()
            .filter(m -> files.contains(s.path(m)))
            .forEach(m -> going.add(m.path()));
      }
      boolean whole =
          plan.joined().isEmpty() && pack.items().stream().allMatch(i -> ids.contains(i.id()));
      parts.add(new BinEntry.Part(pack, whole, List.copyOf(ids), going));
    }
    ShelvedItem keep = plan.keep();
    return new BinEntry(
        "b" + UUID.randomUUID().toString().substring(0, 13),
        Instant.now().truncatedTo(ChronoUnit.MILLIS).toString(),
        plan.letGo().item().name(),
        plan.letGo().pack().source(),
        keep == null ? null : keep.item().id(),
        keep == null ? null : keep.item().name(),
        plan.bytes(),
        parts,
        plan.installations().stream().map(i -> new BinEntry.Repointed(i.id(), i.item())).toList(),
        List.of());
  }

  private List<List<ShelvedItem>> byPack(String item) {
    Map<String, List<ShelvedItem>> out = new LinkedHashMap<>();
    for (ShelvedItem s : catalogue.parts(item)) {
      out.computeIfAbsent(s.pack().id(), p -> new ArrayList<>()).add(s);
    }
    return List.copyOf(out.values());
  }

  /** The pack without what goes: it says where the pictures live that stand in for its own. */
  private static PackRecord without(BinEntry.Part part, Plan plan) {
    Set<String> ids = new HashSet<>(part.items());
    Set<String> files = new HashSet<>(part.files());
    Map<String, String> stand = new LinkedHashMap<>();
    List<ItemRecord> items = new ArrayList<>();
    ShelvedItem keep = plan.keep();
    for (ItemRecord i : part.before().items()) {
      if (!ids.contains(i.id())) {
        items.add(i);
        continue;
      }
      i.maps().stream()
          .filter(m -> files.contains(m.path()))
          .forEach(m -> stand.put(m.path(), standIn(m, keep)));
      List<MapRecord> left = i.maps().stream().filter(m -> !files.contains(m.path())).toList();
      if (!left.isEmpty()) {
        ItemRecord rest = i.withMaps(left, List.of());
        items.add(keep == null ? rest : rest.asPartOf(keep.item().id()));
      }
    }
    return part.before()
        .with(
            items,
            part.before().files().stream()
                .map(f -> files.contains(f.path()) ? f.gone(stand.get(f.path())) : f)
                .toList());
  }

  private static String standIn(MapRecord m, @Nullable ShelvedItem keep) {
    if (keep == null) {
      return Bin.FOLDER;
    }
    return keep.item().mapsAt(m.resolution()).stream()
        .filter(o -> o.role() == m.role())
        .findFirst()
        .map(keep::path)
        .orElse(Bin.FOLDER);
  }

  private void noteOrigin(Plan plan, Map<String, PackRecord> packs) throws ShelfException {
    if (plan.keep() == null) {
      return;
    }
    String id = plan.keep().item().id();
    String pack = plan.keep().pack().id();
    PackRecord p = packs.containsKey(pack) ? packs.get(pack) : catalogue.need(pack);
    packs.put(
        pack,
        p.withItems(
            p.items().stream()
                .map(i -> {
                  if (!i.id().equals(id)) {
                    return i;
                  }
                  List<Origin> also = new ArrayList<>(i.also());
                  also.add(Origin.of(plan.letGo()));
                  also.addAll(plan.letGo().item().also());
                  return i.withAlso(also);
                })
                .toList()));
  }
}
