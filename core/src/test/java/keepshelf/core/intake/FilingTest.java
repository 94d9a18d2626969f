package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class FilingTest {
  @TempDir Path dir;
  private Path zip;
  private Path root;

  @BeforeEach
  void pack() throws Exception {
    zip = TestPacks.zip(dir.resolve("Wet_Kelp_v1.2.zip"), TestPacks.kelpSet());
    root = dir.resolve("shelf");
  }

  private static PackRecord takeIn(Shelf shelf, Path path) throws ShelfException {
    return shelf
        .file(shelf.read(path.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE)
        .pack();
  }

  /** Relative path to hash of every file below a folder. */
  private static Map<String, String> tree(Path folder) throws Exception {
    Map<String, String> m = new TreeMap<>();
    if (Files.exists(folder)) {
      try (var all = Files.walk(folder)) {
        for (Path p : all.filter(Files::isRegularFile).toList()) {
          m.put(folder.relativize(p).toString().replace('\\', '/'), Hashes.sha256(p));
        }
      }
    }
    return m;
  }

  @Test
  void anArchiveIsFiledWithItsRecord() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      PackRecord p = takeIn(shelf, zip);
      assertThat(p.folder()).isEqualTo("packs/hollow-ash-scans/wet-kelp@1.2");
      assertThat(p.licence()).isEqualTo("CC-BY-4.0");
      assertThat(p.version()).isEqualTo("1.2");
      assertThat(p.items()).hasSize(1);
      assertThat(p.items().getFirst().tileMetres()).isEqualTo(0.5);
      assertThat(tree(root.resolve(p.folder()))).hasSize(6);
      assertThat(root.resolve("packs/hollow-ash-scans/wet-kelp@1.2.pack.json")).exists();
      assertThat(shelf.catalogue().pack(p.id())).contains(p);
      assertThat(zip).exists();
      assertThat(root.resolve(".keepshelf/staging")).isEmptyDirectory();
      assertThat(root.resolve(".keepshelf/journal")).isEmptyDirectory();
    }
  }

  @Test
  void aMapWhosePixelsAreDamagedIsAFindingOfItsItem() throws Exception {
    Map<String, byte[]> set = new java.util.LinkedHashMap<>(TestPacks.kelpSet());
    byte[] colour = set.get("Kelp/wet_kelp_Albedo.png").clone();
    java.util.Arrays.fill(colour, colour.length / 2, colour.length / 2 + 64, (byte) 0x5A);
    set.put("Kelp/wet_kelp_Albedo.png", colour);
    Path damaged = TestPacks.zip(dir.resolve("damaged.zip"), set);
    try (Shelf shelf = Shelf.open(dir.resolve("damaged"))) {
      shelf.file(shelf.read(damaged.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      assertThat(shelf.item("wet_kelp").item().problems())
          .filteredOn(p -> p.code().equals("unreadable-image"))
          .singleElement()
          .satisfies(p -> assertThat(p.role()).isEqualTo(MapRole.BASE_COLOUR))
          .satisfies(p -> assertThat(p.message()).contains("wet_kelp_Albedo.png"));
    }
  }

  @Test
  void theSameFilesUnderAnotherNameAreAlreadyThere() throws Exception {
    Path copy = Files.copy(zip, dir.resolve("renamed (1).zip"));
    try (Shelf shelf = Shelf.open(root)) {
      PackRecord first = takeIn(shelf, zip);
      Arrival again = shelf.read(copy.toString(), Progress.NONE);
      assertThat(shelf.known(again)).map(PackRecord::id).contains(first.id());
      Filing.Filed filed = shelf.file(again, Filing.Wishes.NONE, Progress.NONE);
      assertThat(filed.alreadyThere()).isTrue();
      assertThat(shelf.catalogue().items()).hasSize(1);
    }
  }

  @Test
  void aFolderIsCopiedAndLeftAsItWas() throws Exception {
    Path folder = dir.resolve("kelp folder");
    for (var e : TestPacks.kelpSet().entrySet()) {
      Path f = folder.resolve(e.getKey());
      Files.createDirectories(f.getParent());
      Files.write(f, e.getValue());
    }
    Map<String, String> before = tree(folder);
    try (Shelf shelf = Shelf.open(root)) {
      PackRecord p = takeIn(shelf, folder);
      assertThat(tree(folder)).isEqualTo(before);
      assertThat(tree(root.resolve(p.folder()))).isEqualTo(before);
    }
  }

  @Test
  void theArchiveIsRemovedOnlyWhenTheShelfIsProved() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Arrival a = shelf.read(zip.toString(), Progress.NONE);
      PackRecord p = shelf.file(a, Filing.Wishes.NONE, Progress.NONE).pack();
      Path map = root.resolve(p.folder()).resolve(p.items().getFirst().maps().getFirst().path());
      byte[] sound = Files.readAllBytes(map);
      Files.write(map, new byte[] {1});
      assertThatThrownBy(() -> shelf.removeArchive(a, p))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("was kept");
      assertThat(zip).exists();
      Files.write(map, sound);
      shelf.removeArchive(a, p);
      assertThat(zip).doesNotExist();
    }
  }

  @Test
  void anArchiveOfWhichEntriesWereLeftOutIsKept() throws Exception {
    try (FileSystem open = FileSystems.newFileSystem(zip)) {
      Files.writeString(open.getPath("C:outside.txt"), "tide table");
    }
    try (Shelf shelf = Shelf.open(root)) {
      Arrival a = shelf.read(zip.toString(), Progress.NONE);
      assertThat(a.problems()).isNotEmpty();
      PackRecord p = shelf.file(a, Filing.Wishes.NONE, Progress.NONE).pack();
      assertThatThrownBy(() -> shelf.removeArchive(a, p))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("kept");
      assertThat(zip).exists();
    }
  }

  /** A real child process is stopped dead after each step; nothing may be lost. */
  @ParameterizedTest
  @EnumSource(FilingStep.class)
  void killedAtAnyStepNothingIsLost(FilingStep step) throws Exception {
    String before = Hashes.sha256(zip);
    Process child =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED",
                "-Djava.awt.headless=true",
                "-cp",
                System.getProperty("java.class.path"),
                KilledProcess.class.getName(),
                root.toString(),
                zip.toString(),
                step.name())
            .inheritIO()
            .start();
    assertThat(child.waitFor()).isEqualTo(77);
    assertThat(Hashes.sha256(zip)).isEqualTo(before);
    try (Shelf shelf = Shelf.open(root)) {
      boolean promised = step.ordinal() >= FilingStep.PROMISED.ordinal();
      assertThat(shelf.catalogue().items()).hasSize(promised ? 1 : 0);
      assertThat(root.resolve(".keepshelf/journal")).isEmptyDirectory();
      assertThat(root.resolve(".keepshelf/staging")).isEmptyDirectory();
      PackRecord p = takeIn(shelf, zip);
      assertThat(tree(root.resolve(p.folder()))).hasSize(6);
      for (PackRecord.FileRecord f : p.files()) {
        assertThat(Hashes.sha256(root.resolve(p.folder()).resolve(f.path()))).isEqualTo(f.sha256());
      }
      assertThat(shelf.catalogue().items()).hasSize(1);
    }
  }

  @Test
  void aLostDatabaseIsMadeAnewFromTheRecords() throws Exception {
    PackRecord p;
    try (Shelf shelf = Shelf.open(root)) {
      p = takeIn(shelf, zip);
      shelf
          .editing()
          .set(
              List.of(shelf.item(p.items().getFirst().id()).item().id()),
              keepshelf.core.edit.Field.TILE,
              "0.75 m");
    }
    try (var db = Files.newDirectoryStream(root.resolve(".keepshelf"), "catalogue.db*")) {
      for (Path f : db) {
        Files.delete(f);
      }
    }
    try (Shelf shelf = Shelf.open(root)) {
      assertThat(shelf.recovered()).extracting(Problem::code).containsExactly("rebuilt");
      assertThat(shelf.item("wet_kelp").item().tileMetres()).isEqualTo(0.75);
    }
  }

  @Test
  void aNewerShelfIsRefusedUnchanged() throws Exception {
    Shelf.open(root).close();
    try (var c =
            java.sql.DriverManager.getConnection(
                "jdbc:sqlite:" + root.resolve(".keepshelf/catalogue.db"));
        var s = c.createStatement()) {
      s.execute("pragma user_version = 99");
    }
    assertThatThrownBy(() -> Shelf.open(root))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("newer Keep Shelf");
  }

  @Test
  void nothingUsableIsSaidAndNothingChanges() throws Exception {
    Path text = TestPacks.zip(dir.resolve("texts.zip"), Map.of("readme.txt", new byte[] {65}));
    try (Shelf shelf = Shelf.open(root)) {
      Arrival a = shelf.read(text.toString(), Progress.NONE);
      assertThatThrownBy(() -> shelf.file(a, Filing.Wishes.NONE, Progress.NONE))
          .hasMessageContaining("no material");
      Arrival gone = shelf.read(dir.resolve("not here.zip").toString(), Progress.NONE);
      assertThat(gone.failed()).isTrue();
      assertThat(gone.problems().getFirst().message()).contains("is not there");
      assertThat(root.resolve("packs")).isEmptyDirectory();
    }
  }

  @Test
  void aReadOnlyPlaceIsNamed() throws Exception {
    org.junit.jupiter.api.Assumptions.assumeFalse(
        "root".equals(System.getProperty("user.name")), "root may write anywhere");
    Path locked =
        Files.createDirectory(
            dir.resolve("locked"),
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("r-xr-xr-x")));
    assertThatThrownBy(() -> Shelf.open(locked.resolve("shelf")))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("permissions");
  }

  @Test
  void aFileInPlaceOfTheShelfIsNamed() throws Exception {
    Path file = Files.write(dir.resolve("file"), new byte[1]);
    assertThatThrownBy(() -> Shelf.open(file))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("nothing was changed");
  }

  @Test
  void fullDisksAreSaidInPlainWords() {
    var e = new java.io.IOException("No space left on device");
    assertThat(keepshelf.core.disk.DiskTrouble.sentence(e, "filing rope.zip"))
        .isEqualTo(
            "The disk is full: filing rope.zip was stopped and nothing was changed. Free some space"
                + " and try again.");
  }

  @Test
  void twoProcessesMayHaveTheShelfOpen() throws Exception {
    try (Shelf one = Shelf.open(root);
        Shelf two = Shelf.open(root)) {
      takeIn(one, zip);
      assertThat(two.catalogue().items()).hasSize(1);
    }
  }

  @Test
  void aShelfThatIsBeingChangedElsewhereIsNamed() throws Exception {
    try (Shelf shelf = Shelf.open(root);
        ShelfLock held = ShelfLock.take(shelf.folder())) {
      assertThatThrownBy(() -> ShelfLock.take(shelf.folder(), 150))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("another Keep Shelf")
          .hasMessageContaining("process " + ProcessHandle.current().pid())
          .hasMessageContaining("nothing was changed");
    }
    try (Shelf shelf = Shelf.open(root);
        ShelfLock free = ShelfLock.take(shelf.folder(), 150)) {
      assertThat(free).isNotNull();
    }
  }

  @Test
  void whatTextsSay() {
    PackText t =
        PackText.of(
            "Rope\n"
                + "Source: Pebblejar\n"
                + "Author: M. Harrow\n"
                + "Version: v2.1\n"
                + "This is licensed under CC BY-NC 4.0.\n"
                + "Real-world size: 2 x 2 m\n");
    assertThat(t)
        .isEqualTo(new PackText("CC-BY-NC-4.0", "Pebblejar", "M. Harrow", null, "2.1", 2.0));
    assertThat(PackText.of("released into the public domain under Creative Commons Zero").licence())
        .isEqualTo("CC0-1.0");
    assertThat(PackText.of("Licence: MIT").licence()).isEqualTo("MIT");
    assertThat(PackText.of("All rights reserved.").licence()).isNull();
  }
}
