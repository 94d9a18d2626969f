package keepshelf.core.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** No path of a shelf's own files leads out of it. */
class ShelfFolderTest {
  @TempDir Path dir;
  private ShelfFolder shelf;

  @BeforeEach
  void shelf() throws Exception {
    shelf = new ShelfFolder(dir.resolve("shelf"));
    shelf.create();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "../outside",
        "packs/../../outside",
        "/etc/passwd",
        "packs//x",
        "packs/./x",
        "..",
        "",
        "packs/a\0b",
        "packs/x/..",
      })
  void pathsThatLeadOutAreRefused(String path) {
    assertThatThrownBy(() -> shelf.resolve(path))
        .isInstanceOf(OutsideShelfException.class)
        .hasMessageContaining("not followed");
  }

  @ParameterizedTest
  @ValueSource(strings = {"packs/a/b.png", "packs/Höhe ~ 2/…/x..y", "packs/...", ".keepshelf/x"})
  void plainPathsAreFollowed(String path) {
    assertThat(shelf.resolve(path)).isEqualTo(dir.resolve("shelf").resolve(path));
  }

  @Test
  void linksAreNotFollowed() throws Exception {
    Path outside = Files.createDirectory(dir.resolve("outside"));
    Files.createSymbolicLink(shelf.packs().resolve("link"), outside);
    assertThatThrownBy(() -> shelf.resolve("packs/link/x"))
        .isInstanceOf(OutsideShelfException.class);
    assertThatThrownBy(() -> shelf.resolve("packs/link")).isInstanceOf(OutsideShelfException.class);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {".keepshelf/staging", ".keepshelf/journal", ".keepshelf/retired", "packs"})
  void aShelfWhoseOwnFoldersAreLinksIsRefused(String own) throws Exception {
    Path outside = Files.createDirectories(dir.resolve("outside/precious"));
    Path at = dir.resolve("shelf").resolve(own);
    Files.deleteIfExists(at);
    Files.createSymbolicLink(at, outside.getParent());
    assertThatThrownBy(shelf::create).isInstanceOf(OutsideShelfException.class);
    assertThat(outside).exists();
  }

  @Test
  void theLockIsNoDoorToOtherFiles() throws Exception {
    Path precious = Files.writeString(dir.resolve("precious.txt"), "the keeper's log");
    Files.createSymbolicLink(shelf.lock(), precious);
    assertThatThrownBy(() -> ShelfLock.tryTake(shelf)).isInstanceOf(java.io.IOException.class);
    assertThat(precious).hasContent("the keeper's log");
  }

  @Test
  void aLockOnAShelfThatWasMovedAwayIsNone() throws Exception {
    try (ShelfLock held = ShelfLock.tryTake(shelf).orElseThrow()) {
      assertThat(ShelfLock.tryTake(shelf)).isEmpty();
    }
    Files.move(shelf.root(), dir.resolve("moved"));
    assertThatThrownBy(() -> ShelfLock.tryTake(shelf))
        .isInstanceOf(java.nio.file.NoSuchFileException.class);
  }

  @Test
  void anOpenShelfIsNobodysAlone() throws Exception {
    try (OpenMark one = OpenMark.set(shelf).orElseThrow();
        OpenMark two = OpenMark.set(shelf).orElseThrow()) {
      assertThat(OpenMark.alone(shelf)).isEmpty();
    }
    try (OpenMark alone = OpenMark.alone(shelf).orElseThrow()) {
      assertThat(OpenMark.alone(shelf)).isEmpty();
    }
    OpenMark.set(shelf).orElseThrow().close();
  }
}
