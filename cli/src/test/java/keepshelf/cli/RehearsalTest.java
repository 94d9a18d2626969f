package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RehearsalTest {
  @TempDir Path dir;

  @Test
  void whatIsRehearsedWorks() throws Exception {
    assertThat(Rehearsal.run(dir, 1)).isEmpty();
  }
}
