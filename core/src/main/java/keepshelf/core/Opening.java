package keepshelf.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import keepshelf.core.bin.Bin;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OpenMark;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.folder.Unfinished;
import keepshelf.core.install.Installer;
import keepshelf.core.intake.Recovery;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.records.ShelfRecords;
import keepshelf.core.store.SqliteCatalogue;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What opening a shelf comes to: its catalogue, made anew when it is damaged or lost, and
 * unfinished work settled; or, where the disk is full or cannot be written to, the catalogue for
 * reading.
 *
 * @param folder where things lie
 * @param catalogue opened
 * @param records beside it
 * @param mark that says that it is open
 * @param said what was done, for people
 */
record Opening(
    ShelfFolder folder,
    Catalogue catalogue,
    ShelfRecords records,
    OpenMark mark,
    List<Problem> said) {
  private static final long PATIENCE_NANOS = TimeUnit.SECONDS.toNanos(60);

  /**
   * Opens it.
   *
   * @throws ShelfException when it cannot be: newer version, not there, moved away, not to be read
   */
  static Opening of(ShelfFolder folder) throws ShelfException {
    OpenMark mark = null;
    Catalogue catalogue = null;
    boolean opened = false;
    try {
      List<Problem> said = new ArrayList<>();
      boolean writable = made(folder);
      mark = marked(folder);
      ShelfRecords records = new ShelfRecords(folder);
      catalogue = catalogue(folder, records, writable, said);
      if (!catalogue.readOnly()) {
        try {
          settle(folder, catalogue, records, said);
        } catch (StorageException e) {
          if (e.kind() != StorageException.Kind.DAMAGED) {
            throw e;
          }
          catalogue.close();
          said.addAll(putAside(folder));
          catalogue = SqliteCatalogue.open(folder.catalogue(), records);
          settle(folder, catalogue, records, said);
        }
      }
      opened = true;
      return new Opening(folder, catalogue, records, mark, said);
    } catch (OutsideShelfException e) {
      throw new ShelfException(e.problem(), e);
    } catch (IOException | UncheckedIOException | StorageException e) {
      throw ShelfException.ofDisk(
          folder.root().toString(), Words.of("opening.opening-shelf", folder.root()), e);
    } finally {
      if (!opened) {
        close(catalogue, mark);
      }
    }
  }

  private static void close(@Nullable Catalogue catalogue, @Nullable OpenMark mark) {
    if (catalogue != null) {
      catalogue.close();
    }
    if (mark != null) {
      try {
        mark.close();
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(Opening.class).debug("closing", e);
      }
    }
  }

  /** Makes what is missing; false when the shelf is there and cannot be written to. */
  private static boolean made(ShelfFolder folder) throws IOException {
    try {
      folder.create();
    } catch (IOException e) {
      if (!Files.isRegularFile(folder.catalogue())) {
        throw e;
      }
      return false;
    }
    return Files.isWritable(folder.own());
  }

  /** Waits while the shelf is being moved away. */
  private static OpenMark marked(ShelfFolder folder) throws IOException, ShelfException {
    long end = System.nanoTime() + PATIENCE_NANOS;
    while (true) {
      Optional<OpenMark> mark = OpenMark.set(folder);
      if (mark.isPresent()) {
        return mark.get();
      }
      if (System.nanoTime() > end) {
        throw new ShelfException(
            Problem.error(
                "shelf-in-use",
                folder.root().toString(),
                Phrase.of("opening.shelf-being-moved-by-another", folder.root())));
      }
      try {
        Thread.sleep(50);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new CancellationException();
      }
    }
  }

  private static Catalogue catalogue(
      ShelfFolder folder, ShelfRecords records, boolean writable, List<Problem> said)
      throws IOException, ShelfException {
    if (!writable) {
      return toRead(folder, Words.of("opening.cannot-written"), said);
    }
    orphanedLog(folder);
    try {
      return SqliteCatalogue.open(folder.catalogue(), records);
    } catch (ShelfException e) {
      boolean there =
          Files.isRegularFile(folder.catalogue(), LinkOption.NOFOLLOW_LINKS)
              && Files.size(folder.catalogue()) > 0;
      if (there && DiskTrouble.isFull(e)) {
        return toRead(folder, Words.of("opening.full-disk"), said);
      }
      if (there && DiskTrouble.isReadOnly(e)) {
        return toRead(folder, Words.of("opening.cannot-written"), said);
      }
      if (!e.problem().code().equals("damaged-catalogue")) {
        throw e;
      }
      said.addAll(putAside(folder));
      return SqliteCatalogue.open(folder.catalogue(), records);
    }
  }

  private static Catalogue toRead(ShelfFolder folder, String why, List<Problem> said)
      throws ShelfException {
    Catalogue c = SqliteCatalogue.openToRead(folder.catalogue());
    said.add(
        Problem.note(
            "read-only",
            folder.root().toString(),
            Phrase.of("opening.shelf-opened-reading", folder.root(), why)));
    return c;
  }

  /** A log whose catalogue is gone would be taken for that of the new one. */
  private static void orphanedLog(ShelfFolder folder) throws IOException {
    if (!Files.exists(folder.catalogue(), LinkOption.NOFOLLOW_LINKS)) {
      for (String part : List.of("-wal", "-shm")) {
        Path p = folder.own().resolve("catalogue.db" + part);
        if (Files.exists(p, LinkOption.NOFOLLOW_LINKS)) {
          Files.move(
              p, folder.own().resolve("catalogue-lost-" + System.currentTimeMillis() + part));
        }
      }
    }
  }

  private static void settle(
      ShelfFolder folder, Catalogue catalogue, ShelfRecords records, List<Problem> said)
      throws IOException {
    try {
      Recovery.sweep(folder);
      Unfinished.sweep();
      said.addAll(Recovery.run(folder, catalogue, records));
      said.addAll(new Bin(folder, catalogue).settle());
      said.addAll(new Installer(folder, catalogue).settle());
    } catch (IOException | UncheckedIOException | StorageException e) {
      if (!DiskTrouble.isFull(e)) {
        throw e;
      }
      // A full disk must not keep anybody from looking, or from emptying the bin.
      said.add(
          Problem.warning(
              "disk",
              folder.root().toString(),
              DiskTrouble.sentence(e, Words.of("opening.tidying-shelf"))));
    }
  }

  /** See {@link Shelf#mendCatalogue}. */
  static List<Problem> putAsideWhenDamaged(ShelfFolder folder) throws ShelfException {
    if (!Files.isRegularFile(folder.catalogue(), LinkOption.NOFOLLOW_LINKS)) {
      return List.of();
    }
    try {
      boolean sound;
      try (Catalogue c = SqliteCatalogue.open(folder.catalogue())) {
        sound = c.sound();
      } catch (StorageException e) {
        if (e.kind() != StorageException.Kind.DAMAGED) {
          throw e;
        }
        sound = false;
      } catch (ShelfException e) {
        if (!e.problem().code().equals("damaged-catalogue")) {
          throw e;
        }
        sound = false;
      }
      return sound ? List.of() : putAside(folder);
    } catch (IOException | StorageException e) {
      throw ShelfException.ofDisk(
          folder.root().toString(), Words.of("opening.looking-at-catalogue"), e);
    }
  }

  private static List<Problem> putAside(ShelfFolder folder) throws IOException, ShelfException {
    try (ShelfLock _ = ShelfLock.take(folder)) {
      String name = "catalogue-damaged-" + System.currentTimeMillis() + ".db";
      for (String part : List.of("", "-wal", "-shm")) {
        Path p = folder.own().resolve("catalogue.db" + part);
        if (Files.exists(p, LinkOption.NOFOLLOW_LINKS)) {
          Files.move(p, folder.own().resolve(name + part));
        }
      }
      return List.of(
          Problem.warning(
              "damaged-catalogue",
              folder.catalogue().toString(),
              Phrase.of("opening.catalogue-damaged-put-aside-made", folder.own().resolve(name))));
    }
  }
}
