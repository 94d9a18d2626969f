package keepshelf.core.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TokensTest {
  @Test
  void aTokenIsReadableByItsOwnerOnly(@TempDir Path dir) throws Exception {
    Path file = dir.resolve("config/tokens.json");
    Tokens t = new Tokens(file, false);
    assertThat(t.of("https://a.example/feed")).isEmpty();
    t.put("https://a.example/feed", "one");
    t.put("https://b.example/feed", "two");
    assertThat(new Tokens(file, false).of("https://a.example/feed")).contains("one");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-------");
    t.put("https://a.example/feed", "three");
    assertThat(t.of("https://a.example/feed")).contains("three");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-------");
    t.put("https://a.example/feed", null);
    t.put("https://b.example/feed", null);
    assertThat(file).doesNotExist();
    Files.writeString(file, "broken {");
    assertThat(t.of("https://a.example/feed")).isEmpty();
  }
}
