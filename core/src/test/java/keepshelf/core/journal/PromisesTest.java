package keepshelf.core.journal;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Stream;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A promise is kept, waits, or is put aside and named; it is never followed blindly or lost. */
class PromisesTest {
  /** What these tests promise. */
  record Word(String text) {}

  @TempDir Path dir;
  private ShelfFolder shelf;
  private final List<Problem> said = new ArrayList<>();
  private final List<String> settled = new ArrayList<>();

  @BeforeEach
  void shelf() throws IOException {
    shelf = new ShelfFolder(dir.resolve("shelf"));
    shelf.create();
  }

  private void settle(Promises.Settling<Word> how) throws IOException {
    Promises.settle(shelf, ".word", Word.class, said, how);
  }

  private void keep(Path file, Word w) throws IOException {
    settled.add(w.text());
    Files.delete(file);
  }

  private List<String> journal() throws IOException {
    try (var all = Files.list(shelf.journal())) {
      return all.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void whatWasPromisedIsKeptOnceAndOnlyOfItsKind() throws Exception {
    Promises.write(shelf, "a.word", new Word("moor"));
    Promises.write(shelf, "a.word", new Word("cast off"));
    Promises.write(shelf, "b.word", new Word("haul"));
    Promises.write(shelf, "c.other", new Word("never"));
    settle(this::keep);
    settle(this::keep);
    assertThat(settled).containsExactlyInAnyOrder("cast off", "haul");
    assertThat(journal()).containsExactly("c.other");
    assertThat(said).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "null", "[1]", "{\"text\":", "{\"text\":\"a\"} and more", "\0\0\0"})
  void whatCannotBeReadIsPutAsideAndNamed(String text) throws Exception {
    Files.writeString(shelf.journal().resolve("a.word"), text);
    Promises.write(shelf, "b.word", new Word("haul"));
    settle(this::keep);
    assertThat(settled).containsExactly("haul");
    assertThat(journal()).containsExactly("a.word.unreadable");
    assertThat(Files.readString(shelf.journal().resolve("a.word.unreadable"))).isEqualTo(text);
    assertThat(said)
        .singleElement()
        .satisfies(p -> {
          assertThat(p.code()).isEqualTo("journal");
          assertThat(p.message()).contains("a.word.unreadable").contains("Nothing was deleted");
        });
  }

  static Stream<Arguments> troubles() {
    return Stream.of(
        Arguments.of((Supplier<Exception>) () -> new IOException("No space left on device")),
        Arguments.of(
            (Supplier<Exception>) () -> new UncheckedIOException(new IOException("stale handle"))),
        Arguments.of(
            (Supplier<Exception>)
                () -> new StorageException(StorageException.Kind.BUSY, "locked", null)));
  }

  @ParameterizedTest
  @MethodSource("troubles")
  void whatCannotBeDoneNowWaitsAndHoldsNothingUp(Supplier<Exception> trouble) throws Exception {
    Promises.write(shelf, "a.word", new Word("wait"));
    Promises.write(shelf, "b.word", new Word("haul"));
    settle((f, w) -> {
      if (w.text().equals("wait")) {
        switch (trouble.get()) {
          case IOException e -> throw e;
          case RuntimeException e -> throw e;
          default -> throw new AssertionError();
        }
      }
      keep(f, w);
    });
    assertThat(settled).containsExactly("haul");
    assertThat(journal()).containsExactly("a.word");
    assertThat(said)
        .singleElement()
        .satisfies(p -> {
          assertThat(p.code()).isEqualTo("journal-waits");
          assertThat(p.message()).contains("tried again");
        });
    settle(this::keep);
    assertThat(settled).containsExactly("haul", "wait");
  }

  @Test
  void whatLeadsOutOfTheShelfIsRefused() throws Exception {
    Promises.write(shelf, "a.word", new Word("../../elsewhere"));
    settle((f, w) -> {
      shelf.resolve(w.text());
      keep(f, w);
    });
    assertThat(settled).isEmpty();
    assertThat(journal()).containsExactly("a.word.refused");
    assertThat(said).hasSize(2);
    assertThat(said.getFirst().code())
        .isEqualTo(new OutsideShelfException(shelf.root(), "x").problem().code());
  }

  @Test
  void linksAndFoldersAreNoPromises() throws Exception {
    Path other = Files.writeString(dir.resolve("other"), "{\"text\":\"not mine\"}");
    Files.createSymbolicLink(shelf.journal().resolve("a.word"), other);
    Files.createDirectory(shelf.journal().resolve("b.word"));
    settle(this::keep);
    assertThat(settled).isEmpty();
    assertThat(said).isEmpty();
    assertThat(other).exists();
  }
}
