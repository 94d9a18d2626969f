package keepshelf.core.bin;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.bin.ShelfChange.Move;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.journal.Promises;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/** What was let go: looked at, brought back, or deleted for good. */
public final class Bin {
  static final String FOLDER = ".keepshelf/retired";
  private static final String RECORD = "entry.json";

  /** At the end of the name of what is being deleted. */
  private static final String GOING = ".emptied";

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final ShelfChange.Listener listener;

  /** The bin of {@code shelf}. */
  public Bin(ShelfFolder shelf, Catalogue catalogue) {
    this(shelf, catalogue, step -> {});
  }

  Bin(ShelfFolder shelf, Catalogue catalogue, ShelfChange.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.listener = listener;
  }

  /**
   * Finishes what was interrupted, and deletes what was left of entries that were being deleted;
   * the caller holds no lock.
   */
  public List<Problem> settle() throws IOException {
    try (ShelfLock lock = ShelfLock.tryTake(shelf).orElse(null)) {
      if (lock == null) {
        return List.of();
      }
      List<Problem> said = new ArrayList<>(ShelfChange.settle(shelf, catalogue));
      said.addAll(tidy());
      return said;
    }
  }

  /**
   * Deletes the folder of an entry. It gets another name first: a half-deleted entry must not be
   * offered to be brought back.
   */
  static void discard(Path folder) throws IOException {
    if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
      Path going = folder.resolveSibling(folder.getFileName() + GOING);
      FileTrees.delete(going);
      Files.move(folder, going, StandardCopyOption.ATOMIC_MOVE);
      FileTrees.delete(going);
    }
  }

  private List<Problem> tidy() throws IOException {
    List<Problem> said = new ArrayList<>();
    Path folder = shelf.resolve(FOLDER);
    if (!Files.isDirectory(folder)) {
      return said;
    }
    try (var all = Files.newDirectoryStream(folder)) {
      for (Path p : all) {
        Path record = p.resolve(RECORD);
        if (p.getFileName().toString().endsWith(GOING)) {
          FileTrees.deleteQuietly(p);
        } else if (Files.isRegularFile(record, LinkOption.NOFOLLOW_LINKS)
            && read(p, record).isEmpty()) {
          Promises.putAside(record, "refused", said);
        } else if (Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS)) {
          FileTrees.sweep(p);
          deleteWhenEmpty(p);
        }
      }
    }
    return said;
  }

  /** An entry of which a killed process had written nothing else yet. */
  private static void deleteWhenEmpty(Path folder) throws IOException {
    boolean empty;
    try (var in = Files.newDirectoryStream(folder)) {
      empty = !in.iterator().hasNext();
    }
    if (empty) {
      Files.deleteIfExists(folder);
    }
  }

  /** What is in the bin, latest first; an entry that cannot be read or is not whole is left out. */
  public List<BinEntry> entries() throws IOException {
    List<BinEntry> out = new ArrayList<>();
    Path folder = shelf.resolve(FOLDER);
    if (!Files.isDirectory(folder)) {
      return out;
    }
    try (var all = Files.newDirectoryStream(folder)) {
      for (Path p : all) {
        Path record = p.resolve(RECORD);
        if (Files.isRegularFile(record, LinkOption.NOFOLLOW_LINKS)) {
          read(p, record).ifPresent(out::add);
        }
      }
    }
    out.sort(Comparator.comparing(BinEntry::at).thenComparing(BinEntry::id).reversed());
    return out;
  }

  /** One entry; one that is not about the folder it lies in is not ours. */
  private Optional<BinEntry> read(Path folder, Path record) {
    try {
      BinEntry e = Json.mapper().readValue(Files.readAllBytes(record), BinEntry.class);
      if (!folder(shelf, e).equals(folder)) {
        throw new OutsideShelfException(shelf.root(), e.id());
      }
      for (BinEntry.Part part : e.parts()) {
        moves(e.id(), part).forEach(m -> shelf.resolve(m.from()));
      }
      e.links().forEach(l -> shelf.resolve(l.path()));
      return Optional.of(e);
    } catch (IOException | RuntimeException e) {
      org.slf4j.LoggerFactory.getLogger(Bin.class).debug("{} was left out", record, e);
      return Optional.empty();
    }
  }

  static String place(String id) {
    return FOLDER + "/" + id + "/files/";
  }

  static Path folder(ShelfFolder shelf, BinEntry e) {
    Path bin = shelf.resolve(FOLDER);
    Path folder = ShelfFolder.below(bin, e.id());
    if (!bin.equals(folder.getParent())) {
      throw new OutsideShelfException(shelf.root(), e.id());
    }
    return folder;
  }

  static void write(ShelfFolder shelf, BinEntry e) throws IOException {
    Files.createDirectories(folder(shelf, e));
    FileTrees.writeAtomically(folder(shelf, e).resolve(RECORD), Json.pretty(e));
  }

  /** Moves of everything that {@code part} took out, into the bin. */
  static List<Move> moves(String id, BinEntry.Part part) {
    String folder = part.before().folder();
    List<Move> out = new ArrayList<>();
    if (part.whole()) {
      for (String s : List.of(folder, folder + ".pack.json", folder + ".papers")) {
        out.add(new Move(s, place(id) + s));
      }
    } else {
      for (String f : part.files()) {
        out.add(new Move(folder + "/" + f, place(id) + folder + "/" + f));
      }
    }
    return out;
  }

  /**
   * The same moves, to be done backwards; file by file when another part of the same pack is back
   * on the shelf already.
   */
  private List<Move> movesOut(String id, BinEntry.Part part) throws IOException {
    if (!part.whole() || catalogue.pack(part.before().id()).isEmpty()) {
      return moves(id, part);
    }
    String folder = part.before().folder();
    Path kept = shelf.resolve(place(id) + folder);
    List<Move> out = new ArrayList<>();
    try (var all = Files.walk(kept)) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        List<String> parts = new ArrayList<>();
        kept.relativize(p).forEach(x -> parts.add(x.toString()));
        String at = folder + "/" + String.join("/", parts);
        out.add(new Move(at, place(id) + at));
      }
    }
    out.add(new Move(folder + ".papers", place(id) + folder + ".papers"));
    return out;
  }

  void run(ShelfChange change) throws IOException {
    change.run(shelf, catalogue, listener);
  }

  /**
   * Puts an entry back to where it stood, as it was.
   *
   * @throws ShelfException when something else stands there now; nothing is changed then
   */
  public void bringBack(BinEntry e) throws ShelfException {
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      if (!Files.isRegularFile(folder(shelf, e).resolve(RECORD))) {
        throw new ShelfException(
            Problem.error(
                "no-such-entry", e.id(), Phrase.of("bin.not-bin-any-more-nothing", e.name())));
      }
      List<Move> moves = new ArrayList<>();
      Map<String, PackRecord> packs = new HashMap<>();
      for (BinEntry.Part part : e.parts()) {
        for (Move m : movesOut(e.id(), part)) {
          if (Files.exists(shelf.resolve(m.from())) && Files.exists(shelf.resolve(m.to()))) {
            throw new ShelfException(
                Problem.error(
                    "place-taken",
                    m.from(),
                    Phrase.of("bin.left-bin-something-else-stands", e.name(), m.from())));
          }
          moves.add(new Move(m.to(), m.from()));
        }
        packs.put(part.before().id(), restored(part));
      }
      forgetOrigin(e, packs);
      List<InstallationRecord> installations = pointedBack(e);
      new ShelfChange(
              "back-" + e.id(),
              Words.of("bin.bringing-back", e.name()),
              moves,
              List.copyOf(packs.values()),
              List.of(),
              installations,
              null,
              FOLDER + "/" + e.id())
          .run(shelf, catalogue, listener);
    } catch (IOException x) {
      throw ShelfException.ofDisk(e.name(), Words.of("bin.bringing-back-2", e.name()), x);
    }
  }

  /** The pack as it is now, with what was taken out of it. */
  private PackRecord restored(BinEntry.Part part) {
    PackRecord before = part.before();
    PackRecord now = catalogue.pack(before.id()).orElse(null);
    if (part.whole() && now == null) {
      return before;
    }
    Set<String> mine = new HashSet<>(part.items());
    Map<String, FileRecord> back = new HashMap<>();
    for (FileRecord f : before.files()) {
      if (part.whole() ? f.elsewhere() == null : part.files().contains(f.path())) {
        back.put(f.path(), f);
      }
    }
    if (now == null) {
      // The rest of the pack went later: only this stands here now.
      return before.with(
          before.items().stream().filter(i -> mine.contains(i.id())).toList(),
          before.files().stream()
              .map(f -> back.containsKey(f.path()) ? f : f.gone(FOLDER))
              .toList());
    }
    Map<String, Integer> order = new HashMap<>();
    before.items().forEach(i -> order.put(i.id(), order.size()));
    List<ItemRecord> items = new ArrayList<>(now.items());
    for (ItemRecord i : before.items()) {
      if (mine.contains(i.id())) {
        items.removeIf(x -> x.id().equals(i.id()));
        int at = 0;
        while (at < items.size()
            && order.getOrDefault(items.get(at).id(), -1) < order.getOrDefault(i.id(), -1)) {
          at++;
        }
        items.add(at, i);
      }
    }
    return now.with(items, now.files().stream().map(f -> back.getOrDefault(f.path(), f)).toList());
  }

  /** No item has the record of what is back. */
  private void forgetOrigin(BinEntry e, Map<String, PackRecord> packs) {
    Set<String> mine = new HashSet<>();
    for (BinEntry.Part p : e.parts()) {
      mine.addAll(p.items());
      p.before().items().stream()
          .filter(i -> p.items().contains(i.id()))
          .forEach(i -> i.also().forEach(o -> mine.add(o.item())));
    }
    for (ShelvedItem s : catalogue.withOrigins()) {
      if (s.item().also().stream().anyMatch(o -> mine.contains(o.item()))) {
        PackRecord p =
            packs.containsKey(s.pack().id())
                ? packs.get(s.pack().id())
                : catalogue.pack(s.pack().id()).orElseThrow();
        packs.put(p.id(), p.withItems(p.items().stream().map(i -> without(i, mine)).toList()));
      }
    }
  }

  private static ItemRecord without(ItemRecord i, Set<String> origins) {
    return i.withAlso(i.also().stream().filter(o -> !origins.contains(o.item())).toList());
  }

  /** The identifier of an installation belongs to the item it was made of, so all go back. */
  private List<InstallationRecord> pointedBack(BinEntry e) {
    Map<String, String> was = new HashMap<>();
    e.installations().forEach(r -> was.put(r.installation(), r.item()));
    return catalogue.installations().stream()
        .filter(i -> was.containsKey(i.id()))
        .map(i -> i.of(was.getOrDefault(i.id(), i.item())))
        .toList();
  }

  /**
   * Deletes {@code entries} for good.
   *
   * @return bytes that their files held
   */
  public long empty(List<BinEntry> entries) throws ShelfException {
    long freed = 0;
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      for (BinEntry e : entries) {
        Path folder = folder(shelf, e);
        long bytes = FileTrees.bytes(folder.resolve("files"));
        discard(folder);
        freed += bytes;
      }
    } catch (IOException x) {
      throw ShelfException.ofDisk(FOLDER, Words.of("bin.emptying-bin"), x);
    }
    return freed;
  }
}
