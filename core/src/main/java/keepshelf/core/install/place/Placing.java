package keepshelf.core.install.place;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.install.document.HostDocuments;
import keepshelf.core.install.folder.HostFolders;
import keepshelf.core.install.folder.InstallFolder;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Writes one installation beside its place and puts it there. */
public final class Placing {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** Folders that installations of this process are being made for. */
  private static final Set<Path> TAKEN = ConcurrentHashMap.newKeySet();

  private final Path fresh;
  private InstallPlan plan;

  /** The placing of one plan. */
  public Placing(ShelfFolder shelf, Catalogue catalogue, InstallPlan plan) {
    this(shelf, catalogue, plan, Path.of(plan.host().folder()).resolve(freshName(plan)));
  }

  /** A rehearsal asks neither the shelf nor its catalogue. */
  @SuppressWarnings("NullAway")
  private Placing(
      @Nullable ShelfFolder shelf, @Nullable Catalogue catalogue, InstallPlan plan, Path fresh) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.plan = plan;
    this.fresh = fresh;
  }

  private static String freshName(InstallPlan plan) {
    String own = Long.toString(ProcessHandle.current().pid() ^ System.nanoTime() << 20, 36);
    return ".keepshelf-" + plan.id() + own + ".new";
  }

  /**
   * Does it.
   *
   * @param overChanged whether files that a person changed are replaced, and kept under another
   *     name
   */
  public InstallationRecord run(Progress progress, boolean overChanged) throws ShelfException {
    InstallJournal journal = null;
    boolean kept = false;
    HostFolders.refuseUnknown(plan.host());
    plan = plan.in(taken());
    try {
      HostFolders.checked(plan.folder().toString());
      Path root = Path.of(plan.host().folder());
      refuseGone(root);
      Files.createDirectories(root);
      if (!overChanged && !catalogue.readOnly() && altered().isPresent()) {
        // Told before all the work; but another process may be just between files and record.
        try (ShelfLock _ = ShelfLock.take(shelf)) {
          refuseAltered();
        }
      }
      Path old = root.resolve(fresh.getFileName().toString().replace(".new", ".old"));
      if (catalogue.readOnly()) {
        InstallationRecord record = unrecorded(progress);
        kept = true;
        return record;
      }
      journal = InstallJournal.begin(shelf, fresh, plan.folder(), old);
      Files.createDirectories(textures());
      InstallationRecord record = write(progress);
      try (ShelfLock _ = ShelfLock.take(shelf)) {
        if (overChanged) {
          plan = plan.replacing(standing());
        } else {
          refuseAltered();
        }
        if (!plan.mayTake(plan.folder())) {
          throw new ShelfException(
              Problem.error(
                  "folder-taken",
                  plan.folder().toString(),
                  Phrase.of(
                      "placing.made-by-something-else-meanwhile",
                      plan.folder(),
                      plan.item().item().name())));
        }
        carryOver();
        journal.promise(record, plan.replaces() == null ? null : plan.replaces().id());
        journal.keep(catalogue);
      }
      kept = true;
      return record;
    } catch (OutsideShelfException e) {
      throw new ShelfException(e.problem(), e);
    } catch (IOException | UncheckedIOException | StorageException e) {
      throw ShelfException.ofDisk(
          plan.folder().toString(), Words.of("doing.installing", plan.item().item().name()), e);
    } finally {
      if (!kept && journal != null) {
        journal.giveUp();
      }
      TAKEN.remove(plan.folder());
    }
  }

  /**
   * From a shelf that cannot be written to: the receipt lies in the host's folder only, and nothing
   * there is replaced, as nobody could finish that after an interruption.
   */
  private InstallationRecord unrecorded(Progress progress) throws IOException, ShelfException {
    if (Files.exists(plan.folder())) {
      throw new ShelfException(
          Problem.error(
              "read-only",
              plan.folder().toString(),
              Phrase.of("placing.there-already-left-shelf-cannot", plan.folder())));
    }
    try {
      Files.createDirectories(textures());
      InstallationRecord record = write(progress);
      Files.createDirectories(plan.folder().getParent());
      Files.move(fresh, plan.folder(), StandardCopyOption.ATOMIC_MOVE);
      return record;
    } finally {
      FileTrees.deleteQuietly(fresh);
    }
  }

  /** The planned folder, or the next one when another installation has come before. */
  private Path taken() {
    for (int n = 1; ; n++) {
      Path f = InstallFolder.numbered(plan.folder(), n);
      if (plan.mayTake(f) && TAKEN.add(f)) {
        return f;
      }
    }
  }

  /**
   * Writes the same into {@code folder} for a look at it; nothing is recorded.
   *
   * @return the main document
   */
  public static Path rehearse(InstallPlan plan, Path folder) throws IOException {
    Placing p = new Placing(null, null, plan.in(folder.resolve("shown")), folder.resolve("shown"));
    Files.createDirectories(p.textures());
    p.write(Progress.NONE);
    return p.fresh.resolve(plan.document());
  }

  private Path textures() {
    return fresh.resolve(plan.profile().files().textures());
  }

  /** A host that has installations and no folder is on a disk that is not there, or was moved. */
  private void refuseGone(Path root) throws ShelfException {
    boolean installed =
        !Files.exists(root)
            && catalogue.installations().stream()
                .anyMatch(i -> i.host().equals(plan.host().name()));
    if (installed) {
      throw new ShelfException(
          Problem.error(
              "host-gone",
              root.toString(),
              Phrase.of("placing.folder-not-there-connect-disk", plan.host().name(), root)));
    }
  }

  /** What is replaced, as it is recorded now: another process may have installed it anew since. */
  private @Nullable InstallationRecord standing() {
    InstallationRecord planned = plan.replaces();
    return catalogue.installation(planned == null ? plan.id() : planned.id()).orElse(planned);
  }

  /** Under the lock: says no when a person changed what is replaced. */
  private void refuseAltered() throws ShelfException {
    plan = plan.replacing(standing());
    Optional<Problem> changed = altered();
    if (changed.isPresent()) {
      throw new ShelfException(changed.get());
    }
  }

  private Optional<Problem> altered() {
    return plan.replaces() == null
        ? Optional.empty()
        : Receipts.compare(plan.replaces()).stream()
            .filter(p -> p.code().equals("altered-file"))
            .findFirst();
  }

  private InstallationRecord write(Progress progress) throws IOException {
    List<InstalledFile> files = new ArrayList<>();
    List<PictureWriting.Written> pictures = PictureWriting.run(plan, textures(), progress);
    for (int i = 0; i < pictures.size(); i++) {
      PlannedMap m = plan.maps().get(i);
      PictureWriting.Written w = pictures.get(i);
      files.add(
          new InstalledFile(
              placed(w.file()),
              m.role(),
              plan.provenance(m),
              m.conversionIds(),
              w.sha256(),
              w.bytes(),
              m.parts().stream().map(x -> x.source().sha256()).distinct().toList()));
    }
    for (Map.Entry<String, byte[]> e : HostDocuments.of(plan).entrySet()) {
      Path to = fresh.resolve(e.getKey());
      Files.write(to, e.getValue());
      files.add(document(to));
    }
    if (plan.profile().onePackage()) {
      files = packed(files);
    }
    InstallationRecord record =
        new InstallationRecord(
            plan.id(),
            plan.item().item().id(),
            plan.host().name(),
            plan.resolution(),
            plan.folder().resolve(plan.document()).toString(),
            files,
            plan.leftOut(),
            Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(),
            null,
            plan.options());
    Files.write(fresh.resolve(Receipts.FILE), Json.pretty(record));
    return record;
  }

  /** Where a file of the fresh folder will be. */
  private String placed(Path file) {
    return plan.folder().resolve(fresh.relativize(file).toString()).toString();
  }

  private InstalledFile document(Path file) throws IOException {
    return new InstalledFile(
        placed(file), null, null, List.of(), Hashes.sha256(file), Files.size(file));
  }

  /** Puts documents and pictures into one file; the loose ones go. */
  private List<InstalledFile> packed(List<InstalledFile> loose) throws IOException {
    Path to = fresh.resolve(plan.document());
    List<String> names = new ArrayList<>();
    for (InstalledFile f : loose) {
      names.add(plan.folder().relativize(Path.of(f.path())).toString().replace('\\', '/'));
    }
    String stem = plan.document().substring(0, plan.document().lastIndexOf('.'));
    plan.profile().document().pack(fresh, names, stem, to);
    List<InstalledFile> out = new ArrayList<>();
    out.add(document(to));
    for (InstalledFile f : loose) {
      Path inside = plan.folder().relativize(Path.of(f.path()));
      if (f.role() != null) {
        out.add(
            new InstalledFile(
                out.getFirst().path() + "!/" + inside.toString().replace('\\', '/'),
                f.role(),
                f.from(),
                f.conversions(),
                f.sha256(),
                f.bytes(),
                f.sources()));
      }
      Files.deleteIfExists(fresh.resolve(inside.toString()));
    }
    FileTrees.delete(textures());
    return out;
  }

  /** What a person added beside our files, or changed in them, comes along. */
  private void carryOver() throws IOException {
    Path target = plan.folder();
    if (!Files.isDirectory(target)) {
      return;
    }
    Set<Path> ours = new HashSet<>(Set.of(target.resolve(Receipts.FILE)));
    Set<Path> changed = new HashSet<>();
    if (plan.replaces() != null) {
      plan.replaces().files().stream()
          .filter(f -> !f.packaged())
          .forEach(f -> ours.add(Path.of(f.path())));
      Receipts.compare(plan.replaces()).stream()
          .filter(p -> p.code().equals("altered-file"))
          .forEach(p -> changed.add(Path.of(p.path())));
    }
    try (var all = Files.walk(target)) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        Path to = fresh.resolve(target.relativize(p).toString());
        if (changed.contains(p)) {
          to = free(to);
        } else if (ours.contains(p) || Files.exists(to)) {
          continue;
        }
        Files.createDirectories(to.getParent());
        Files.copy(p, to);
      }
    }
  }

  /** {@code name~changed.ending}, with a number when there is one already. */
  private static Path free(Path file) {
    String name = file.getFileName().toString();
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    String ending = dot > 0 ? name.substring(dot) : "";
    for (int n = 1; ; n++) {
      Path p = file.resolveSibling(stem + "~changed" + (n == 1 ? "" : n) + ending);
      if (!Files.exists(p)) {
        return p;
      }
    }
  }
}
