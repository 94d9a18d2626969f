package keepshelf.core.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.ReliefPair;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.ReliefAgreement;
import org.jspecify.annotations.Nullable;

/**
 * Moves an arrival onto the shelf. What is promised in the journal is finished or rolled back at
 * the next start, whatever happens to the process; originals are never touched before that.
 */
public final class Filing {
  /**
   * What a person says about a pack before filing; null fields are left to the pack's own texts.
   *
   * @param source who it came from
   * @param licence SPDX identifier or own name
   * @param version of the pack
   * @param page where it came from
   * @param purchase how it was got; its invoice is a path on this computer, copied beside the pack
   * @param kin the pack on the shelf that it is to be filed as a version or edition of
   */
  public record Wishes(
      @Nullable String source,
      @Nullable String licence,
      @Nullable String version,
      @Nullable String page,
      @Nullable Purchase purchase,
      @Nullable Kinship kin) {
    /** Nothing said. */
    public static final Wishes NONE = new Wishes(null, null, null, null, null, null);

    /** Only source, licence and version said. */
    public static Wishes of(String source, String licence, String version) {
      return new Wishes(source, licence, version, null, null, null);
    }
  }

  /**
   * What came of it.
   *
   * @param pack the pack as it stands on the shelf
   * @param alreadyThere whether the shelf had these very files before
   */
  public record Filed(PackRecord pack, boolean alreadyThere) {}

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final FilingStep.Listener listener;

  /** Files into {@code shelf}; {@code listener} hears each step. */
  public Filing(ShelfFolder shelf, Catalogue catalogue, FilingStep.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.listener = listener;
  }

  /**
   * Files {@code arrival}. Its workspace, if it has one, is used up.
   *
   * @throws ShelfException when nothing was changed: a full or read-only disk, or nothing to file
   */
  public Filed file(Arrival arrival, Wishes wishes, Progress progress) throws ShelfException {
    if (arrival.failed() || arrival.recognition().items().isEmpty()) {
      throw new ShelfException(nothing(arrival));
    }
    Path workspace = arrival.workspace();
    try {
      if (workspace == null) {
        workspace = Workspace.create(shelf.staging());
      }
      Map<String, Staged> staged =
          arrival.workspace() == null
              ? Staged.copyIn(arrival, Workspace.files(workspace), progress)
              : Staged.alreadyIn(arrival);
      listener.reached(FilingStep.STAGED);
      String id = Staged.packId(staged);
      try (ShelfLock _ = ShelfLock.take(shelf)) {
        // Asked here: another process may have filed the same just now.
        Optional<PackRecord> there = catalogue.pack(id);
        if (there.isPresent()) {
          Workspace.discard(workspace);
          return new Filed(there.get(), true);
        }
        refuseChanged(arrival, staged);
        PackRecord pack = record(arrival, wishes, id, staged);
        new Journal(shelf, catalogue, listener).file(workspace, pack);
        keepRelief(arrival.recognition().relief(), staged);
        Workspace.discard(workspace);
        return new Filed(pack, false);
      }
    } catch (IOException | UncheckedIOException | StorageException e) {
      if (workspace != null) {
        Workspace.discard(workspace);
      }
      throw ShelfException.ofDisk(arrival.path(), Words.of("doing.filing", arrival.path()), e);
    } catch (ShelfException | RuntimeException e) {
      if (workspace != null) {
        Workspace.discard(workspace);
      }
      throw e;
    }
  }

  /** What cannot be kept is measured again when it is needed. */
  private void keepRelief(List<ReliefPair> pairs, Map<String, Staged> staged) {
    Map<String, Map<String, ReliefAgreement>> byNormal = new HashMap<>();
    for (ReliefPair p : pairs) {
      byNormal
          .computeIfAbsent(there(staged, p.normal()).sha256(), n -> new HashMap<>())
          .put(there(staged, p.height()).sha256(), p.agreement());
    }
    try {
      catalogue.pictures().putAgreements(byNormal);
    } catch (StorageException | UncheckedIOException e) {
      org.slf4j.LoggerFactory.getLogger(Filing.class).warn("relief not kept", e);
    }
  }

  /** What was judged must be what is filed: a download may still be running, or be saved over. */
  private static void refuseChanged(Arrival arrival, Map<String, Staged> staged)
      throws ShelfException, IOException {
    for (Staged s : staged.values()) {
      String known = arrival.sha256(s.file().path()).orElse(s.sha256());
      if (s.bytes() != s.file().size() || !known.equals(s.sha256())) {
        throw changed(arrival.path(), s.file().path());
      }
    }
    // An archive that was moved away meanwhile was whole when it was read.
    if (arrival.stamp() != null
        && Files.exists(arrival.origin())
        && !arrival.stamp().equals(FileStamp.of(arrival.origin()))) {
      throw changed(arrival.path(), arrival.path());
    }
  }

  private static ShelfException changed(String arrival, String file) {
    return new ShelfException(
        Problem.error(
            "still-changing",
            file,
            Phrase.of("filing.changed-while-read-by-download", file, arrival)));
  }

  private static Problem nothing(Arrival a) {
    if (!a.problems().isEmpty()) {
      return a.problems().getFirst();
    }
    return Problem.error(
        "nothing-usable", a.path(), Phrase.of("filing.holds-no-material-or-other", a.path()));
  }

  private PackRecord record(Arrival a, Wishes w, String id, Map<String, Staged> staged)
      throws IOException {
    PackText text = a.text();
    String source = w.source() != null ? w.source() : text.source();
    String version =
        w.version() != null
            ? w.version()
            : a.recognition().version() != null ? a.recognition().version() : text.version();
    String name = a.recognition().pack();
    List<ItemRecord> items = new ArrayList<>();
    Map<String, String> sorts = new HashMap<>();
    for (RecognisedItem i : a.recognition().items()) {
      Double tile = text.tileMetres() != null ? text.tileMetres() : a.recognition().tileMetres();
      items.add(item(id, i, findings(i, a.recognition()), staged, tile));
      i.maps().forEach(m -> sorts.put(m.file().path(), "map"));
    }
    for (LooseFile l : a.recognition().loose()) {
      sorts.put(l.file().path(), l.sort().id());
    }
    List<PackRecord.FileRecord> files = new ArrayList<>();
    staged.forEach((shown, s) ->
        files.add(new PackRecord.FileRecord(s.path(), sorts.get(shown), s.bytes(), s.sha256())));
    files.sort((x, y) -> x.path().compareTo(y.path()));
    String folder = PackFolder.free(shelf, source, name, version);
    String archive = a.kind() == Arrival.Kind.ARCHIVE ? a.origin().getFileName().toString() : null;
    return new PackRecord(
        id,
        name,
        version,
        source,
        text.creator(),
        w.licence() != null ? w.licence() : text.licence(),
        w.page() != null ? w.page() : text.page(),
        folder,
        archive,
        Instant.now().truncatedTo(java.time.temporal.ChronoUnit.SECONDS).toString(),
        carried(items, w.kin()),
        files,
        papers(w.purchase(), folder),
        w.kin(),
        List.of());
  }

  private List<ItemRecord> carried(List<ItemRecord> items, @Nullable Kinship kin) {
    return kin == null || kin.relation() != Kinship.Relation.NEWER_VERSION
        ? items
        : catalogue.pack(kin.pack()).map(p -> CarriedMarks.onto(items, p, catalogue)).orElse(items);
  }

  /** The purchase with its invoice copied to {@code <pack>.papers} beside the pack. */
  private @Nullable Purchase papers(@Nullable Purchase p, String folder) throws IOException {
    if (p == null || p.equals(Purchase.NONE) || p.invoice() == null) {
      return p == null || p.equals(Purchase.NONE) ? null : p;
    }
    Path from = Path.of(p.invoice());
    String to = folder + ".papers/" + PackFolder.slug(from.getFileName().toString());
    Files.createDirectories(shelf.resolve(to).getParent());
    Files.copy(from, shelf.resolve(to), StandardCopyOption.REPLACE_EXISTING);
    return p.withInvoice(to);
  }

  /** Every file of an arrival is staged before its record is made. */
  private static Staged there(Map<String, Staged> staged, String path) {
    return Objects.requireNonNull(staged.get(path));
  }

  /** What was found in a set, and which of its maps could not be decoded. */
  private static List<Problem> findings(RecognisedItem i, Recognition of) {
    List<Problem> all = new ArrayList<>(i.problems());
    for (RecognisedMap m : i.maps()) {
      for (Problem p : of.problems()) {
        if (m.file().path().equals(p.path())) {
          all.add(new Problem(p.code(), p.severity(), m.role(), p.path(), p.said(), p.advice()));
        }
      }
    }
    return all;
  }

  private static ItemRecord item(
      String packId,
      RecognisedItem i,
      List<Problem> findings,
      Map<String, Staged> staged,
      @Nullable Double tile) {
    List<MapRecord> maps = new ArrayList<>();
    for (RecognisedMap m : i.maps()) {
      Staged s = there(staged, m.file().path());
      var info = m.file().info();
      maps.add(
          new MapRecord(
              s.path(),
              m.role(),
              m.channels(),
              m.resolution(),
              info.map(x -> x.width()).orElse(0),
              info.map(x -> x.height()).orElse(0),
              info.map(x -> x.channels()).orElse(0),
              info.map(x -> x.bits()).orElse(0),
              m.format(),
              m.handedness() == null ? null : m.handedness().id(),
              m.tile(),
              m.verdict().confidence(),
              m.verdict().reasons(),
              s.sha256(),
              s.bytes(),
              null));
    }
    String id = "i" + Hashes.sha256(packId + "/" + i.key()).substring(0, 12);
    boolean tiles = i.kind() == ItemKind.MATERIAL || i.kind() == ItemKind.PHOTO_TEXTURE;
    return new ItemRecord(
        id,
        i.key(),
        i.name(),
        i.kind(),
        i.workflow(),
        i.colourway(),
        tiles ? tile : null,
        maps,
        findings);
  }

  /** The pack on the shelf that has the very files of {@code arrival}; only told for archives. */
  public Optional<PackRecord> known(Arrival arrival) {
    if (arrival.workspace() == null || arrival.failed()) {
      return Optional.empty();
    }
    return catalogue.pack(Staged.packId(Staged.alreadyIn(arrival)));
  }

  /** Removes the archive that {@code filed} came from, after comparing what stands on the shelf. */
  public void removeArchive(Arrival arrival, PackRecord filed) throws ShelfException {
    if (arrival.kind() != Arrival.Kind.ARCHIVE) {
      return;
    }
    if (!arrival.problems().isEmpty()) {
      throw new ShelfException(
          Problem.warning(
              "archive-kept",
              arrival.path(),
              Phrase.of("filing.filed-but-kept-not-every", arrival.path())));
    }
    try {
      Path folder = shelf.resolve(filed.folder());
      for (PackRecord.FileRecord f : filed.files()) {
        Path p = folder.resolve(f.path());
        if (!Files.isRegularFile(p)
            || Files.size(p) != f.bytes()
            || !Hashes.sha256(p).equals(f.sha256())) {
          throw new ShelfException(
              Problem.error(
                  "not-proved",
                  arrival.path(),
                  Phrase.of("filing.kept-shelf-not-what-delivered", arrival.path(), f.path())));
        }
      }
      if (!FileStamp.of(arrival.origin()).equals(arrival.stamp())) {
        throw changed(arrival.path(), arrival.path());
      }
      // What was written may still be on its way to the disk when the archive is gone from it.
      FileTrees.sync(folder);
      FileTrees.syncParents(shelf.packRecord(filed.folder()), shelf.root());
      Files.delete(arrival.origin());
    } catch (IOException e) {
      throw new ShelfException(
          Problem.warning(
              "archive-kept",
              arrival.path(),
              Phrase.of(
                  "filing.filed-kept",
                  DiskTrouble.sentence(e, Words.of("doing.removing", arrival.path())))),
          e);
    }
  }

  static void moveInto(Path from, Path to) throws IOException {
    Files.createDirectories(to.getParent());
    Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
  }

  static void writeRecord(ShelfFolder shelf, PackRecord pack) throws IOException {
    FileTrees.writeAtomically(
        shelf.packRecord(pack.folder()), keepshelf.core.json.Json.pretty(pack));
  }
}
