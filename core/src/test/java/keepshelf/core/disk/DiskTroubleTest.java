package keepshelf.core.disk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a disk's trouble is called does not depend on the language that the system speaks. */
class DiskTroubleTest {
  /** As a German system says them. */
  private static final SystemErrors GERMAN =
      SystemErrors.of(
          Map.of(
                  28, "Auf dem Gerät ist kein Speicherplatz mehr verfügbar",
                  30, "Das Dateisystem ist nur lesbar",
                  13, "Keine Berechtigung")
              ::get);

  @TempDir Path dir;

  @ParameterizedTest
  @ValueSource(
      strings = {
        "No space left on device",
        "Auf dem Gerät ist kein Speicherplatz mehr verfügbar",
        "There is not enough space on the disk",
        "Disk quota exceeded"
      })
  void aFullDiskIsFullInAnyLanguage(String said) {
    IOException plain = new IOException(said);
    assertThat(DiskTrouble.isFull(plain, GERMAN)).isTrue();
    assertThat(DiskTrouble.isFull(new FileSystemException("/a", null, said), GERMAN)).isTrue();
    assertThat(DiskTrouble.isFull(new UncheckedIOException(plain), GERMAN)).isTrue();
    assertThat(DiskTrouble.sentence(plain, "filing rope.zip", GERMAN))
        .isEqualTo(
            "The disk is full: filing rope.zip was stopped and nothing was changed. Free some space"
                + " and try again.");
  }

  @Test
  void theNameOfAFileSaysNothingAboutTheDisk() {
    assertThat(DiskTrouble.isFull(new NoSuchFileException("/a/disk full.png"))).isFalse();
    assertThat(DiskTrouble.isReadOnly(new NoSuchFileException("/a/permission denied.png")))
        .isFalse();
  }

  @Test
  void otherTroubleIsNamedToo() {
    assertThat(
            DiskTrouble.sentence(
                new FileSystemException("/a", null, "Das Dateisystem ist nur lesbar"), "x", GERMAN))
        .contains("/a is on a disk that cannot be written to");
    assertThat(DiskTrouble.sentence(new AccessDeniedException("/a"), "x", GERMAN))
        .contains("may not be written or read by you");
    assertThat(DiskTrouble.sentence(new NoSuchFileException("/a"), "x", GERMAN))
        .contains("is not there any more");
    assertThat(
            DiskTrouble.sentence(
                new UnfinishedException(new IOException("Keine Berechtigung")), "moving", GERMAN))
        .startsWith("Moving broke off")
        .contains("finished when the shelf is opened next");
    assertThat(
            DiskTrouble.sentence(
                new StorageException(StorageException.Kind.BUSY, "x", null), "tagging", GERMAN))
        .contains("another Keep Shelf")
        .contains("nothing was changed");
  }

  @Test
  void theSystemIsAskedInItsOwnLanguage() {
    // On every system with a C library the text for a full disk is known besides the English one.
    assertThat(SystemErrors.HERE.full().size()).isGreaterThanOrEqualTo(6);
  }

  @Test
  void whatIsWrittenAtomicallyLeavesNothingBehind() throws Exception {
    Path to = dir.resolve("record.json");
    FileTrees.writeAtomically(to, new byte[] {1});
    FileTrees.writeAtomically(to, new byte[] {1, 2});
    assertThat(Files.size(to)).isEqualTo(2);
    Path outside = Files.writeString(dir.resolve("outside.txt"), "the keeper's own");
    Path folder = Files.createDirectory(dir.resolve("taken"));
    Files.createSymbolicLink(folder.resolve("record.json"), outside);
    FileTrees.writeAtomically(folder.resolve("record.json"), new byte[] {3});
    assertThat(outside).hasContent("the keeper's own");
    assertThat(Files.list(dir)).hasSize(3);
  }

  @Test
  void onlyWhatDeadProcessesLeftIsSwept() throws Exception {
    long me = ProcessHandle.current().pid();
    Path mine = Files.createFile(dir.resolve("a.json." + me + "-1.new"));
    Path dead = Files.createFile(dir.resolve("a.json.999999999-1.new"));
    Path theirs = Files.createFile(dir.resolve("what is new"));
    FileTrees.sweep(dir);
    assertThat(mine).exists();
    assertThat(theirs).exists();
    assertThat(dead).doesNotExist();
    Path left = Files.createDirectories(dir.resolve("keepshelf-mesh-999999999-77/deep"));
    Path kept = Files.createDirectory(dir.resolve("keepshelf-mesh-" + me + "-78"));
    TempFolders.sweep(dir);
    assertThat(left.getParent()).doesNotExist();
    assertThat(kept).exists();
  }
}
