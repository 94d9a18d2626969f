package keepshelf.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Making ready beforehand changes nothing, however often and beside whatever it is done. */
class SoonOpenedTest {
  @TempDir Path dir;

  @Test
  void aShelfIsOpenedBesideIt() throws Exception {
    for (int i = 0; i < 5; i++) {
      SoonOpened.expect();
      try (Shelf shelf = Shelf.open(dir.resolve("shelf" + i))) {
        assertThat(shelf.catalogue().items()).isEmpty();
      }
    }
    assertThatCode(SoonOpened::ready).doesNotThrowAnyException();
  }
}
