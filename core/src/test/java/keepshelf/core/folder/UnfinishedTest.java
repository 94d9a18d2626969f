package keepshelf.core.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class UnfinishedTest {
  @TempDir Path dir;

  private static Path notes() {
    return ComputerSettings.folder().resolve("unfinished");
  }

  /** A note of a process that cannot be running. */
  private void ofTheDead(Path... files) throws Exception {
    Files.createDirectories(notes());
    List<String> lines = new java.util.ArrayList<>(List.of((1L << 40) + " 2026-01-01T00:00:00Z"));
    for (Path f : files) {
      lines.add(f.toString());
    }
    Files.write(notes().resolve("test-" + System.nanoTime() + ".txt"), lines);
  }

  @Test
  void whatADeadProcessWasWritingGoesAndNothingElse() throws Exception {
    Path part = Files.writeString(dir.resolve("b.zip.part"), "half");
    Path copy = Files.writeString(dir.resolve("b.zip.catalogue"), "half");
    Path journal = Files.writeString(dir.resolve("b.zip.catalogue-journal"), "half");
    Path other = Files.writeString(dir.resolve("letters.txt"), "mine");
    Path folder = Files.createDirectory(dir.resolve("folder.part"));
    Path link = Files.createSymbolicLink(dir.resolve("link.part"), other);
    ofTheDead(part, copy, journal, other, folder, link, dir.resolve("never.part"));
    Unfinished.sweep();
    assertThat(part).doesNotExist();
    assertThat(copy).doesNotExist();
    assertThat(journal).doesNotExist();
    assertThat(other).hasContent("mine");
    assertThat(folder).isDirectory();
    assertThat(link).isSymbolicLink();
  }

  @Test
  void whatIsStillBeingWrittenStays() throws Exception {
    Path part = Files.writeString(dir.resolve("c.zip.part"), "half");
    try (Unfinished note = Unfinished.note(part)) {
      Unfinished.sweep();
      assertThat(part).exists();
    }
    Unfinished.sweep();
    assertThat(part).exists();
  }

  @Test
  void aNoteThatMakesNoSenseHarmsNothing() throws Exception {
    Path mine = Files.writeString(dir.resolve("d.part"), "mine");
    Files.createDirectories(notes());
    Files.writeString(notes().resolve("empty-" + System.nanoTime() + ".txt"), "");
    Files.writeString(notes().resolve("odd-" + System.nanoTime() + ".txt"), "who\n\u0000.part\n");
    Unfinished.sweep();
    assertThat(mine).exists();
  }
}
