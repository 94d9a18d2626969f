package keepshelf.core.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelfState;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.records.ShelfRecords;
import keepshelf.core.words.Phrase;

/** Brings a shelf into order when it is opened. */
public final class Recovery {
  private Recovery() {}

  /**
   * Finishes or gives up unfinished filing, deletes what processes that died left behind, and makes
   * the catalogue anew from the records beside it where it is not of this shelf, or has not seen
   * all of its changes. Does nothing while another process is changing the shelf.
   *
   * @return what was done, for people
   */
  public static List<Problem> run(ShelfFolder shelf, Catalogue catalogue, ShelfRecords records)
      throws IOException {
    Optional<ShelfLock> lock = ShelfLock.tryTake(shelf);
    if (lock.isEmpty()) {
      return List.of();
    }
    try (ShelfLock _ = lock.get()) {
      List<Problem> said =
          new ArrayList<>(new Journal(shelf, catalogue, FilingStep.Listener.NONE).settle());
      Belonging found = belonging(shelf, catalogue, records);
      if (found == Belonging.FOREIGN) {
        said.add(putAside(shelf, catalogue));
      }
      if (found != Belonging.CURRENT) {
        renew(shelf, catalogue, records, said);
      }
      claim(catalogue, records);
      return said;
    }
  }

  /** Deletes what processes that died were writing; quick, and without the lock. */
  public static void sweep(ShelfFolder shelf) throws IOException {
    FileTrees.sweep(shelf.own());
    FileTrees.sweep(shelf.journal());
    FileTrees.sweep(shelf.records());
    FileTrees.sweep(shelf.records().resolve("installations"));
    FileTrees.sweep(shelf.records().resolve("corrections"));
    try (var sources = Files.newDirectoryStream(shelf.packs())) {
      for (Path s : sources) {
        FileTrees.sweep(s);
      }
    }
  }

  /** What a catalogue is to the records beside it. */
  private enum Belonging {
    CURRENT,
    /** Of this shelf, but changes are missing in it; or new. */
    BEHIND,
    /** Of another shelf. */
    FOREIGN
  }

  private static Belonging belonging(ShelfFolder shelf, Catalogue catalogue, ShelfRecords records)
      throws IOException {
    Belonging[] out = {null};
    // Asked while nobody writes: a writer has the records ready before the catalogue.
    catalogue.claim(of -> {
      ShelfState beside = records.state().orElse(null);
      if (of == null) {
        out[0] = beside == null ? null : Belonging.BEHIND;
      } else if (beside != null) {
        out[0] =
            !of.shelf().equals(beside.shelf())
                ? Belonging.FOREIGN
                : of.changes() < beside.changes() ? Belonging.BEHIND : Belonging.CURRENT;
      }
      return null;
    });
    if (catalogue.packIds().isEmpty()) {
      return out[0] == Belonging.CURRENT ? out[0] : Belonging.BEHIND;
    }
    if (out[0] != null && !(out[0] == Belonging.BEHIND && catalogue.state().isEmpty())) {
      return out[0];
    }
    // Nothing is written down about one of both, as by an earlier version: look at the packs.
    return strange(shelf, catalogue)
        ? Belonging.FOREIGN
        : out[0] == null ? Belonging.CURRENT : out[0];
  }

  /** Whether the catalogue knows no pack that lies here, and others lie here. */
  private static boolean strange(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    boolean here =
        catalogue.packIds().stream()
            .map(catalogue::pack)
            .flatMap(Optional::stream)
            .anyMatch(p -> Files.exists(shelf.packRecord(p.folder())));
    return !here && !recordFiles(shelf).isEmpty();
  }

  private static Problem putAside(ShelfFolder shelf, Catalogue catalogue) {
    Path aside =
        shelf.own().resolve("catalogue-of-another-shelf-" + System.currentTimeMillis() + ".db");
    catalogue.backUp(aside);
    catalogue.change(List.of(), catalogue.packIds(), List.of());
    catalogue.restore(List.of(), List.of(), List.of(), List.of(), List.of());
    return Problem.warning(
        "other-catalogue",
        aside.toString(),
        Phrase.of("recovery.catalogue-another-shelf-put-aside", aside));
  }

  /** From now on the catalogue and the records say that they belong together. */
  private static void claim(Catalogue catalogue, ShelfRecords records) throws IOException {
    Optional<ShelfState> beside = records.state();
    Optional<ShelfState> own = catalogue.state();
    if (own.isPresent() && own.equals(beside)) {
      return;
    }
    if (!records.any()) {
      // A shelf of an earlier version: what only its catalogue knows is written down.
      records.hosts(catalogue.hosts());
      for (InstallationRecord i : catalogue.installations()) {
        records.installation(i);
      }
      records.habits(catalogue.remembered().habits());
      records.keptApart(catalogue.remembered().keptApart());
      for (FileCorrection c : catalogue.remembered().corrections().values()) {
        records.correction(c);
      }
    }
    try {
      catalogue.claim(now -> {
        ShelfState first =
            beside.or(() -> own).orElseGet(() -> new ShelfState(UUID.randomUUID().toString(), 0));
        long changes = Math.max(first.changes(), now == null ? 0 : now.changes());
        ShelfState both = new ShelfState(first.shelf(), changes);
        try {
          records.state(both);
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
        return both;
      });
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /**
   * Makes the catalogue anew from the records: packs whose folder is gone are forgotten, all others
   * are as their records say, and so are hosts, installations and corrections; a record that is
   * gone or damaged is written again from the catalogue.
   *
   * @return what was done, for people
   */
  public static List<Problem> rebuild(ShelfFolder shelf, Catalogue catalogue, ShelfRecords records)
      throws IOException, ShelfException {
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<Problem> said = new ArrayList<>();
      renew(shelf, catalogue, records, said);
      claim(catalogue, records);
      return said;
    }
  }

  private static void renew(
      ShelfFolder shelf, Catalogue catalogue, ShelfRecords records, List<Problem> said)
      throws IOException {
    Set<String> before = new HashSet<>(catalogue.packIds());
    Set<String> there = readRecords(shelf, catalogue, said);
    List<String> gone = new ArrayList<>();
    before.stream().filter(id -> !there.contains(id)).sorted().forEach(gone::add);
    for (String id : List.copyOf(gone)) {
      PackRecord p = catalogue.pack(id).orElseThrow();
      if (standsThere(shelf, p)) {
        gone.remove(id);
        restoreRecord(shelf, p, said);
      } else {
        said.add(
            Problem.warning(
                "pack-gone",
                p.folder(),
                Phrase.of("recovery.pack-has-no-folder-at", p.name(), p.folder())));
      }
    }
    catalogue.change(List.of(), gone, List.of());
    if (records.any()) {
      ShelfRecords.Kept kept = records.read(said);
      catalogue.restore(
          kept.hosts(), kept.installations(), kept.habits(), kept.keptApart(), kept.corrections());
    }
  }

  private static boolean standsThere(ShelfFolder shelf, PackRecord p) {
    try {
      return Files.isDirectory(shelf.resolve(p.folder()));
    } catch (OutsideShelfException e) {
      return false;
    }
  }

  /** The catalogue still knows what stood in a record that is gone or damaged. */
  private static void restoreRecord(ShelfFolder shelf, PackRecord p, List<Problem> said)
      throws IOException {
    Path record = shelf.packRecord(p.folder());
    if (Files.exists(record)) {
      Files.move(
          record,
          record.resolveSibling(record.getFileName() + ".unreadable"),
          StandardCopyOption.REPLACE_EXISTING);
    }
    Filing.writeRecord(shelf, p);
    said.add(
        Problem.warning(
            "record-restored",
            record.toString(),
            Phrase.of("recovery.record-missing-or-could-not", p.name())));
  }

  private static List<Path> recordFiles(ShelfFolder shelf) throws IOException {
    try (Stream<Path> files = Files.walk(shelf.packs(), 2)) {
      return files
          .filter(p -> p.getFileName().toString().endsWith(".pack.json"))
          .filter(p -> Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS))
          .sorted()
          .toList();
    }
  }

  /** Adds all packs that have a record and a folder; returns their identifiers. */
  private static Set<String> readRecords(ShelfFolder shelf, Catalogue catalogue, List<Problem> said)
      throws IOException {
    List<Path> records = recordFiles(shelf);
    int anew = 0;
    Set<String> added = new HashSet<>();
    for (Path r : records) {
      try {
        PackRecord pack = here(shelf, r);
        if (Files.isDirectory(shelf.resolve(pack.folder()))
            && added.add(pack.id())
            && !catalogue.pack(pack.id()).equals(Optional.of(pack))) {
          catalogue.addPack(pack, PackDocuments.all(shelf, pack));
          anew++;
        }
      } catch (StorageException e) {
        throw e;
      } catch (OutsideShelfException e) {
        said.add(e.problem());
      } catch (IOException | RuntimeException e) {
        said.add(
            Problem.warning(
                "pack-record",
                r.toString(),
                Phrase.of("recovery.pack-record-cannot-read-pack", r)));
      }
    }
    if (anew > 0) {
      said.add(
          Problem.note(
              "rebuilt", null, Phrase.of("recovery.catalogue-made-anew-from-records", anew)));
    }
    return added;
  }

  /** A record as it is read; a pack whose folder was moved with it is where it lies now. */
  private static PackRecord here(ShelfFolder shelf, Path record) throws IOException {
    PackRecord pack = Json.mapper().readValue(Files.readAllBytes(record), PackRecord.class);
    String name = record.getFileName().toString().replaceFirst("\\.pack\\.json$", "");
    String folder =
        "packs/" + Objects.requireNonNull(record.getParent()).getFileName() + "/" + name;
    return folder.equals(pack.folder()) || standsThere(shelf, pack) ? pack : pack.in(folder);
  }

  /** Deletes the workspace of an arrival that will not be filed. */
  public static void discard(Arrival arrival) {
    if (arrival.workspace() != null) {
      Workspace.discard(arrival.workspace());
    }
  }
}
