package keepshelf.core.check;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.bin.ShelfChange;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.BrokenFile.State;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.intake.Arrival;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import org.jspecify.annotations.Nullable;

/** Puts files of the shelf right that a {@link ShelfCheck} found to be wrong. */
public final class Mending {
  private static final String ALTERED = ".keepshelf/retired/altered/";

  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** Mends {@code shelf}. */
  public Mending(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /**
   * What came of it.
   *
   * @param mended files that are what was delivered again
   * @param left files that still are not
   * @param setAside where altered files were put that made room, relative to the shelf
   */
  public record Mended(List<BrokenFile> mended, List<BrokenFile> left, List<String> setAside) {
    /** Copies the lists. */
    public Mended {
      mended = List.copyOf(mended);
      left = List.copyOf(left);
      setAside = List.copyOf(setAside);
    }
  }

  /**
   * Puts files back that lie elsewhere on the shelf: moved ones are moved back; lost and altered
   * ones are copied from an identical file of another pack.
   */
  public Mended fromShelf(List<BrokenFile> broken) throws ShelfException {
    return mend(broken, Map.of());
  }

  /** Puts files back from what a pack's archive or folder holds, read again. */
  public Mended from(Arrival arrival, List<BrokenFile> broken) throws ShelfException {
    Map<String, Path> bySha = new HashMap<>();
    arrival.unpacked().values().forEach(u -> bySha.put(u.sha256(), u.path()));
    if (arrival.workspace() == null && Files.isDirectory(arrival.origin())) {
      try (var all = Files.walk(arrival.origin())) {
        for (Path p : all.filter(Files::isRegularFile).toList()) {
          bySha.put(Hashes.sha256(p), p);
        }
      } catch (IOException e) {
        throw ShelfException.ofDisk(arrival.path(), Words.of("doing.reading", arrival.path()), e);
      }
    }
    return mend(broken, bySha);
  }

  /** Puts files back from others with the same content, by their SHA-256. */
  public Mended from(Map<String, Path> bySha256, List<BrokenFile> broken) throws ShelfException {
    return mend(broken, bySha256);
  }

  private Mended mend(List<BrokenFile> broken, Map<String, Path> others) throws ShelfException {
    List<BrokenFile> mended = new ArrayList<>();
    List<BrokenFile> left = new ArrayList<>();
    List<String> aside = new ArrayList<>();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<ShelfChange.Move> moves = new ArrayList<>();
      for (BrokenFile b : broken) {
        PackRecord pack = catalogue.pack(b.pack()).orElse(null);
        FileRecord f = pack == null || b.path() == null ? null : file(pack, b.path());
        if (pack == null || f == null) {
          continue;
        }
        String at = pack.folder() + "/" + b.path();
        if (b.state() == State.MOVED
            && b.foundAt() != null
            && !Files.exists(shelf.resolve(at))
            && ShelfCheck.state(shelf.resolve(b.foundAt()), f, true) == null) {
          moves.add(new ShelfChange.Move(b.foundAt(), at));
          mended.add(b);
        } else if (copied(b, f, at, others, aside)) {
          mended.add(b);
        } else {
          left.add(b);
        }
      }
      if (!moves.isEmpty()) {
        ShelfChange.of(Words.of("mending.putting-files-back", moves.size()), moves, List.of())
            .run(shelf, catalogue, step -> {});
      }
      forget(mended);
      return new Mended(mended, left, aside);
    } catch (IOException e) {
      throw ShelfException.ofDisk(null, Words.of("mending.mending-shelf"), e);
    }
  }

  private static @Nullable FileRecord file(PackRecord p, String path) {
    return p.files().stream().filter(f -> path.equals(f.path())).findFirst().orElse(null);
  }

  private boolean copied(
      BrokenFile b, FileRecord f, String at, Map<String, Path> others, List<String> aside)
      throws IOException {
    Path from = others.get(f.sha256());
    if (from == null || ShelfCheck.state(from, f, true) != null) {
      from = twin(f, at);
    }
    if (from == null) {
      return false;
    }
    Path to = shelf.resolve(at);
    Path beside = to.resolveSibling(to.getFileName() + ".mending");
    Files.createDirectories(to.getParent());
    Files.copy(from, beside, StandardCopyOption.REPLACE_EXISTING);
    if (!Hashes.sha256(beside).equals(f.sha256())) {
      Files.delete(beside);
      return false;
    }
    if (b.state() == State.ALTERED && Files.exists(to)) {
      // What somebody made of it may be wanted: it is put aside, not overwritten.
      String place = ALTERED + LocalDate.now() + "/" + at;
      for (int n = 2; Files.exists(shelf.resolve(place)); n++) {
        place = ALTERED + LocalDate.now() + "~" + n + "/" + at;
      }
      Files.createDirectories(shelf.resolve(place).getParent());
      Files.move(to, shelf.resolve(place));
      aside.add(place);
    }
    Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE);
    return true;
  }

  /** An identical file of another place on the shelf, or null. */
  private @Nullable Path twin(FileRecord f, String not) {
    for (var s : catalogue.withFiles(Set.of(f.sha256()))) {
      for (MapRecord m : s.item().maps()) {
        String at = s.path(m);
        if (m.sha256().equals(f.sha256())
            && !at.equals(not)
            && ShelfCheck.state(shelf.resolve(at), f, true) == null) {
          return shelf.resolve(at);
        }
      }
    }
    return null;
  }

  private void forget(List<BrokenFile> mended) {
    Set<BrokenFile> gone = new HashSet<>(mended);
    Map<String, List<BrokenFile>> byPack = new HashMap<>();
    Set<String> touched = new HashSet<>();
    mended.forEach(b -> touched.add(b.pack()));
    for (BrokenFile b : catalogue.broken()) {
      if (!gone.contains(b)) {
        byPack.computeIfAbsent(b.pack(), p -> new ArrayList<>()).add(b);
      }
    }
    touched.forEach(p -> catalogue.putBroken(p, byPack.getOrDefault(p, List.of())));
  }

  /**
   * Takes altered files as they are now: their size and content are recorded anew. What the maps
   * are for stays as it was.
   */
  public void accept(List<BrokenFile> altered) throws ShelfException {
    Map<String, Set<String>> byPack = new HashMap<>();
    altered.stream()
        .filter(b -> b.state() == State.ALTERED)
        .forEach(b -> byPack.computeIfAbsent(b.pack(), p -> new HashSet<>()).add(b.path()));
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<PackRecord> changed = new ArrayList<>();
      for (var e : byPack.entrySet()) {
        changed.add(asItIs(catalogue.need(e.getKey()), e.getValue()));
      }
      ShelfChange.of(Words.of("mending.recording-files-they", altered.size()), List.of(), changed)
          .run(shelf, catalogue, step -> {});
      forget(altered);
    } catch (IOException e) {
      throw ShelfException.ofDisk(null, Words.of("mending.recording-files"), e);
    }
  }

  private PackRecord asItIs(PackRecord p, Set<String> paths) throws IOException {
    Map<String, FileRecord> now = new HashMap<>();
    for (FileRecord f : p.files()) {
      if (paths.contains(f.path())) {
        Path file = shelf.resolve(p.folder() + "/" + f.path());
        now.put(
            f.path(),
            new FileRecord(
                f.path(), f.sort(), Files.size(file), Hashes.sha256(file), f.elsewhere()));
      }
    }
    return p.with(
        p.items().stream()
            .map(i ->
                i.withMaps(
                    i.maps().stream()
                        .map(m -> now.containsKey(m.path()) ? asItIs(p, m, now.get(m.path())) : m)
                        .toList(),
                    i.problems()))
            .toList(),
        p.files().stream().map(f -> now.getOrDefault(f.path(), f)).toList());
  }

  private MapRecord asItIs(PackRecord p, MapRecord m, FileRecord f) {
    try {
      ImageInfo info = ImageProbe.probe(shelf.resolve(p.folder() + "/" + m.path())).orElse(null);
      return info == null
          ? m.holding(m.width(), m.height(), m.channelCount(), m.bits(), f.sha256(), f.bytes())
          : m.holding(
              info.width(), info.height(), info.channels(), info.bits(), f.sha256(), f.bytes());
    } catch (IOException e) {
      return m.holding(m.width(), m.height(), m.channelCount(), m.bits(), f.sha256(), f.bytes());
    }
  }
}
