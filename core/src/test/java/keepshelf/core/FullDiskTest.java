package keepshelf.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.exchange.ShelfMove;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A shelf on a small disk of its own, which is filled up or cannot be written to. */
class FullDiskTest {
  @TempDir Path dir;
  private Path disk;
  private Path root;
  private boolean mounted;

  private static boolean run(String... command) throws Exception {
    Process p = new ProcessBuilder(command).redirectErrorStream(true).start();
    p.getInputStream().readAllBytes();
    return p.waitFor(20, TimeUnit.SECONDS) && p.exitValue() == 0;
  }

  @BeforeEach
  void mount() throws Exception {
    disk = Files.createDirectory(dir.resolve("disk"));
    try {
      mounted = run("mount", "-t", "tmpfs", "-o", "size=4m", "tmpfs", disk.toString());
    } catch (java.io.IOException e) {
      mounted = false;
    }
    assumeTrue(mounted, "a disk can be mounted here");
    root = disk.resolve("shelf");
    Path zip = TestPacks.zip(dir.resolve("Wet_Kelp_v1.2.zip"), TestPacks.kelpSet());
    try (Shelf s = Shelf.open(root)) {
      s.file(s.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      s.installer().addHost(new HostRecord("Plain", "plain-gltf", dir.resolve("host").toString()));
    }
  }

  @AfterEach
  void unmount() throws Exception {
    if (mounted) {
      run("umount", "-l", disk.toString());
    }
  }

  private void fill() throws Exception {
    byte[] block = new byte[4096];
    try (OutputStream out = Files.newOutputStream(disk.resolve("filler"))) {
      while (true) {
        out.write(block);
      }
    } catch (java.io.IOException full) {
      assertThat(keepshelf.core.disk.DiskTrouble.isFull(full)).isTrue();
    }
  }

  private int left() throws Exception {
    try (var all = Files.walk(root)) {
      return (int) all.filter(Files::isRegularFile).count();
    }
  }

  @Test
  void aFullDiskIsLookedAtExportedBackedUpAndEmptied() throws Exception {
    try (Shelf s = Shelf.open(root)) {
      var item = s.catalogue().items().getFirst();
      s.editing().set(java.util.List.of(item.item().id()), Field.NOTES, "dries to a crust");
    }
    fill();
    try (Shelf s = Shelf.open(root)) {
      assertThat(s.catalogue().items()).hasSize(1);
      assertThat(s.search().find(keepshelf.core.search.Query.of("crust")).cards()).hasSize(1);
      s.export().write(dir.resolve("all.json"), ShareProgress.NONE);
      assertThat(s.backup().write(dir.resolve("backup.zip"), true, ShareProgress.NONE))
          .isPositive();
      Path zip = dir.resolve("Wet_Kelp_v1.2.zip");
      assertThat(s.read(zip.toString(), Progress.NONE).problems())
          .extracting(Problem::message)
          .anyMatch(m -> m.startsWith("The disk is full"));
      assertThatThrownBy(() ->
              s.editing()
                  .set(
                      java.util.List.of(s.catalogue().items().getFirst().item().id()),
                      Field.NOTES,
                      "x".repeat(200_000)))
          .isInstanceOf(Exception.class);
      assertThat(s.catalogue().items().getFirst().item().marks().notes())
          .isEqualTo("dries to a crust");
    }
  }

  @Test
  void theBinOfAFullDiskIsEmptied() throws Exception {
    try (Shelf s = Shelf.open(root)) {
      var item = s.catalogue().items().getFirst();
      s.lettingGo().run(s.lettingGo().plan(item, null, false));
    }
    int files = left();
    fill();
    try (Shelf s = Shelf.open(root)) {
      assertThat(s.bin().entries()).hasSize(1);
      assertThat(s.bin().empty(s.bin().entries())).isPositive();
    }
    assertThat(left()).isLessThan(files);
    Files.delete(disk.resolve("filler"));
    try (Shelf s = Shelf.open(root)) {
      assertThat(s.bin().entries()).isEmpty();
      assertThat(s.catalogue().items()).isEmpty();
    }
  }

  @Test
  void aDiskThatCannotBeWrittenToIsListedAndInstalledFrom() throws Exception {
    for (boolean log : new boolean[] {false, true}) {
      if (log) {
        assertThat(run("mount", "-o", "remount,rw", disk.toString())).isTrue();
        // As a process leaves it that was killed: a log, and none of the memory shared with it.
        Path copy = dir.resolve("log");
        try (Shelf s = Shelf.open(root)) {
          var item = s.catalogue().items().getFirst();
          s.editing().set(java.util.List.of(item.item().id()), Field.NOTES, "from the log");
          Files.copy(root.resolve(".keepshelf/catalogue.db-wal"), copy);
        }
        Files.copy(copy, root.resolve(".keepshelf/catalogue.db-wal"));
      }
      assertThat(run("mount", "-o", "remount,ro", disk.toString())).isTrue();
      try (Shelf s = Shelf.open(root)) {
        assertThat(s.readOnly()).isTrue();
        assertThat(s.catalogue().items()).hasSize(1);
        var plan =
            s.installer()
                .plan(
                    s.catalogue().items().getFirst(), s.catalogue().hosts().getFirst(), null, null);
        if (!log) {
          var i = s.installer().install(plan, Progress.NONE);
          assertThat(Path.of(i.document())).isRegularFile();
          assertThat(s.installer().prove(plan, i).proof().reader()).isNotBlank();
        }
        assertThatThrownBy(() ->
                s.editing()
                    .set(
                        java.util.List.of(s.catalogue().items().getFirst().item().id()),
                        Field.NOTES,
                        "x"))
            .isInstanceOf(ShelfException.class)
            .hasMessageContaining("cannot be written to");
      }
    }
  }

  @Test
  void aShelfIsMovedToAnotherDiskWhole() throws Exception {
    Path to = dir.resolve("elsewhere");
    int files = left();
    ShelfMove.move(root, to, ShareProgress.NONE);
    assertThat(root).doesNotExist();
    try (Shelf s = Shelf.open(to)) {
      assertThat(s.catalogue().items()).hasSize(1);
      assertThat(s.recovered()).isEmpty();
      assertThatThrownBy(() -> ShelfMove.move(to, disk.resolve("back"), ShareProgress.NONE))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("has it open");
    }
    assertThat(files).isPositive();
    fill();
    assertThatThrownBy(() -> ShelfMove.move(to, disk.resolve("back"), ShareProgress.NONE))
        .hasMessageContaining("disk is full");
    assertThat(disk.resolve("back")).doesNotExist();
    assertThat(disk.resolve("back.moving")).doesNotExist();
    try (Shelf s = Shelf.open(to)) {
      assertThat(s.check().run(true, ShareProgress.NONE).broken()).isEmpty();
    }
  }

  @Test
  void whatIsWrittenWhileItMovesIsNotDeleted() throws Exception {
    Path to = dir.resolve("elsewhere");
    Path late = root.resolve("packs/late.txt");
    assertThatThrownBy(() ->
            ShelfMove.move(
                root,
                to,
                (what, share) -> {
                  if (share > 0.5) {
                    try {
                      Files.writeString(late, "filed meanwhile");
                    } catch (java.io.IOException e) {
                      throw new java.io.UncheckedIOException(e);
                    }
                  }
                }))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("stayed");
    assertThat(late).hasContent("filed meanwhile");
    assertThat(to).doesNotExist();
  }
}
