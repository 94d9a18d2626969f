package keepshelf.core.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A record that cannot be read hides none of the others, and is left as it is. */
class RecordFilesTest {
  /** What stands in the files of these tests. */
  record Buoy(String name, int depth) {}

  @TempDir Path dir;

  @Test
  void whatWasWrittenIsRead() throws Exception {
    Path f = dir.resolve("a.json");
    Files.write(f, Json.pretty(new Buoy("Skerry “Nör”", 12)));
    assertThat(RecordFiles.read(f, Buoy.class)).contains(new Buoy("Skerry “Nör”", 12));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "null", "[]", "{\"name\": 3, \"depth\": {}}", "{\"name\": \"a\"", "\1"})
  void whatCannotBeReadIsLeftAndTheOthersAreRead(String text) throws Exception {
    Path broken = Files.writeString(dir.resolve("b.json"), text);
    Files.write(dir.resolve("a.json"), Json.pretty(new Buoy("Outer", 30)));
    Files.write(dir.resolve("notes.txt"), "not a record".getBytes(StandardCharsets.US_ASCII));
    Files.createDirectory(dir.resolve("folder.json"));
    assertThat(RecordFiles.read(broken, Buoy.class)).isEmpty();
    assertThat(RecordFiles.all(dir, Buoy.class)).containsExactly(new Buoy("Outer", 30));
    assertThat(Files.readString(broken)).isEqualTo(text);
  }

  @Test
  void linksAreNotFollowedAndWhatIsMissingIsNothing() throws Exception {
    Path other = dir.resolve("elsewhere");
    Files.write(other, Json.pretty(new Buoy("Inner", 4)));
    Path folder = Files.createDirectory(dir.resolve("records"));
    Files.createSymbolicLink(folder.resolve("a.json"), other);
    assertThat(RecordFiles.all(folder, Buoy.class)).isEmpty();
    assertThat(RecordFiles.all(dir.resolve("missing"), Buoy.class)).isEmpty();
    assertThat(RecordFiles.read(dir.resolve("missing"), Buoy.class)).isEmpty();
  }
}
