package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever is named is read, or a sentence says why not; originals stay as they are. */
class ArrivalReaderTest {
  @TempDir Path dir;
  private Path workspaces;

  @BeforeEach
  void workspaces() throws IOException {
    workspaces = Files.createDirectory(dir.resolve("workspaces"));
  }

  private Arrival read(String path) {
    return read(path, Progress.NONE);
  }

  private Arrival read(String path, Progress progress) {
    return ArrivalReader.read(path, workspaces, null, List.of(), PixelWitness.NONE, progress);
  }

  private static Path folder(Path at, Map<String, byte[]> files) throws IOException {
    for (var f : files.entrySet()) {
      Path p = at.resolve(f.getKey());
      Files.createDirectories(p.getParent());
      Files.write(p, f.getValue());
    }
    return at;
  }

  private static Map<String, String> contents(Path at) throws Exception {
    Map<String, String> out = new LinkedHashMap<>();
    try (var all = Files.list(at)) {
      for (Path p : all.sorted().toList()) {
        out.put(p.getFileName().toString(), Hashes.sha256(p));
      }
    }
    return out;
  }

  private List<String> workspacesLeft() throws IOException {
    try (var all = Files.list(workspaces)) {
      return all.map(p -> p.getFileName().toString()).toList();
    }
  }

  @ParameterizedTest
  @CsvSource({
    "gone.zip, not-found, is not there",
    "gone/deeper/net.png, not-found, is not there",
    "'net\0mesh.zip', not-found, is not there",
    "text.zip, , ",
    "empty, empty-folder, holds no files",
    "nothing.zip, , ",
  })
  void whatCannotBeReadIsNamedWithTheReason(String name, String code, String says)
      throws Exception {
    Files.writeString(dir.resolve("text.zip"), "no archive at all");
    Files.write(dir.resolve("nothing.zip"), new byte[0]);
    Files.createDirectory(dir.resolve("empty"));
    Arrival a = read(dir + "/" + name);
    Problem p = a.problems().getFirst();
    assertThat(a.recognition().items()).isEmpty();
    assertThat(p.message()).contains(name).doesNotContain("Exception");
    if (code != null) {
      assertThat(p.code()).isEqualTo(code);
      assertThat(p.message()).contains(says);
    }
    assertThat(workspacesLeft()).isEmpty();
  }

  @Test
  void aDeviceIsNotWaitedFor() {
    Arrival a = read("/dev/zero");
    assertThat(a.problems()).singleElement().extracting(Problem::code).isEqualTo("not-a-file");
  }

  @Test
  void aFolderIsReadAsItLiesAndStaysAsItIs() throws Exception {
    Path at = folder(dir.resolve("Quay Nets"), SmallShelf.set("net_mesh", 3, "color", "rough"));
    Files.writeString(at.resolve("read me.txt"), "Tile size: 24 cm");
    Files.createSymbolicLink(at.resolve("net_mesh_normal.png"), at.resolve("net_mesh_color.png"));
    Map<String, String> before = contents(at);
    Arrival a = read(at.toString());
    assertThat(a.kind()).isEqualTo(Arrival.Kind.FOLDER);
    assertThat(a.workspace()).isNull();
    RecognisedItem item = a.recognition().items().getFirst();
    assertThat(item.maps())
        .extracting(RecognisedMap::role)
        .containsExactlyInAnyOrder(MapRole.BASE_COLOUR, MapRole.ROUGHNESS);
    assertThat(a.problems()).extracting(Problem::code).containsExactly("link");
    assertThat(contents(at)).isEqualTo(before);
    // The way to it may be a link; it is the same folder.
    Path link = Files.createSymbolicLink(dir.resolve("newest"), at);
    Arrival again = read(link + "/");
    assertThat(again.recognition().items()).hasSameSizeAs(a.recognition().items());
    assertThat(again.recognition().items().getFirst().maps().getFirst().file().path())
        .startsWith(link + "/")
        .doesNotContain("//");
  }

  @Test
  void aPictureAloneIsAnArrival() throws Exception {
    Path p = dir.resolve("cork_float_roughness.png");
    Files.write(p, TestPacks.png(TestPacks.grey(32, 4)));
    Arrival a = read(p.toString());
    assertThat(a.problems()).isEmpty();
    assertThat(a.recognition().items())
        .singleElement()
        .satisfies(i ->
            assertThat(i.maps())
                .extracting(RecognisedMap::role)
                .containsExactly(MapRole.ROUGHNESS));
  }

  @Test
  void aPictureThatIsDamagedIsSaidAndTheOthersStay() throws Exception {
    Map<String, byte[]> set = new LinkedHashMap<>(SmallShelf.set("net_mesh", 3, "color", "rough"));
    set.put("net_mesh_height.png", "not a picture".getBytes(StandardCharsets.US_ASCII));
    Path zip = TestPacks.zip(dir.resolve("nets.zip"), set);
    Arrival a = read(zip.toString());
    assertThat(a.problems())
        .anySatisfy(p -> assertThat(p.path()).endsWith("nets.zip!/net_mesh_height.png"));
    assertThat(a.recognition().items().getFirst().maps())
        .extracting(RecognisedMap::role)
        .contains(MapRole.BASE_COLOUR, MapRole.ROUGHNESS);
    assertThat(workspacesLeft()).hasSize(1);
  }

  @Test
  void stoppingLeavesNothingBehind() throws Exception {
    Path zip = TestPacks.zip(dir.resolve("kelp.zip"), TestPacks.kelpSet());
    Progress stopped =
        (bytes, name) -> {
          throw new CancellationException();
        };
    assertThatThrownBy(() -> read(zip.toString(), stopped))
        .isInstanceOf(CancellationException.class);
    assertThat(workspacesLeft()).isEmpty();
    assertThat(zip).exists();
  }

  @Test
  void whatAPersonDecidedOutlivesRecognisingOnceMore() throws Exception {
    Path at = folder(dir.resolve("Quay Nets"), SmallShelf.set("net_mesh", 3, "color", "rough"));
    Arrival a = read(at.toString());
    RecognisedItem item = a.recognition().items().getFirst();
    List<RecognisedMap> changed =
        item.maps().stream()
            .map(m -> m.role() == MapRole.ROUGHNESS ? m.corrected(MapRole.HEIGHT) : m)
            .toList();
    Arrival decided =
        a.with(
            a.recognition()
                .withItems(List.of(keepshelf.core.inspect.SetChecks.withMaps(item, changed))));
    Arrival again = ArrivalReader.again(decided, "Pebblejar", List.of(), Progress.NONE);
    assertThat(again.recognition().items().getFirst().maps())
        .extracting(RecognisedMap::role)
        .containsExactlyInAnyOrder(MapRole.BASE_COLOUR, MapRole.HEIGHT);
  }
}
