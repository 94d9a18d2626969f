package keepshelf.core.sources.feed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyPair;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Feeds are hostile until proved; those we write are what the schema says. */
class FeedReaderTest {
  private static final String HASH = "0".repeat(64);
  @TempDir Path dir;

  private final List<Problem> said = new ArrayList<>();

  private Feed read(String json) {
    return FeedReader.read(json.getBytes(StandardCharsets.UTF_8), said);
  }

  private static String feed(String items) {
    return "{\"form\":\"keepshelf-source-feed/1\",\"items\":[" + items + "]}";
  }

  private static final String KELP =
      "{\"id\":\"kelp\",\"name\":\"Wet kelp\",\"versions\":[{\"version\":\"2\",\"editions\":["
          + "{\"name\":\"1K\",\"resolution\":\"1K\",\"files\":[{\"path\":\"kelp.zip\",\"bytes\":9,"
          + "\"sha256\":\""
          + HASH
          + "\"}]}]}]}";

  @Test
  void whatIsNotKnownIsPassedOver() {
    Feed f = read(feed(KELP.replace("{\"id\"", "{\"moon\":{\"phase\":[1]},\"id\"")));
    assertThat(f.items()).singleElement().extracting(Feed.Item::name).isEqualTo("Wet kelp");
    assertThat(said).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "null",
        "[]",
        "{}",
        "{\"form\":\"another\"}",
        "{\"form\":\"keepshelf-source-feed/2\"}",
        "{\"form\":\"keepshelf-source-feed/1\",\"issued\":\"today\"}",
        "{\"form\":\"keepshelf-source-feed/1\",\"items\":{\"a\":1}}",
        "{\"form\":\"keepshelf-source-feed/1\",\"items\":[",
      })
  void whatIsNoFeedIsRefused(String json) {
    assertThatThrownBy(() -> read(json)).isInstanceOf(IllegalArgumentException.class);
  }

  /** One bad item is left out and named; the others stay. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"kelp\",\"name\":\"Wet kelp\" | \"kelp\" | has no name",
        "\"id\":\"kelp\" | \"id\":\" \" | no identifier",
        "\"bytes\":9 | \"bytes\":-9 | size of a file",
        "\"bytes\":9 | \"bytes\":9000000000000000 | size of a file",
        "kelp.zip | :// | address of a file",
        "\"name\":\"1K\" | \"name\":\"\" | no name or no files",
        "\"version\":\"2\" | \"version\":\"2\",\"date\":\"soon\" | day of version 2",
        "\"name\":\"Wet kelp\" | \"name\":\"Wet kelp\",\"withdrawn\":\"2026-13-01\" | a day of it",
        "0000 | ZZZZ | no SHA-256",
      })
  void aBadItemIsLeftOut(String what, String by, String why) {
    Feed f = read(feed(KELP.replace(what, by) + "," + KELP.replace("\"kelp\"", "\"good\"")));
    assertThat(f.items()).extracting(Feed.Item::id).containsExactly("good");
    assertThat(said).singleElement().extracting(Problem::message).asString().contains(why);
  }

  @Test
  void textsAreTextsAndPagesArePages() {
    Feed f =
        read(
            feed(
                KELP.replace(
                    "\"name\":\"Wet kelp\"",
                    "\"name\":\"Wet\\u202e \\u0007kelp\",\"page\":\"javascript:alert(1)\"")));
    assertThat(f.items().getFirst().name()).isEqualTo("Wet kelp");
    assertThat(f.items().getFirst().page()).isNull();
  }

  /** Whatever is cut off or changed, it is a feed or a sentence. */
  @Test
  void spoiltFeedsAreReadOrRefused() {
    Random r = new Random(11);
    String whole = feed(KELP + "," + KELP.replace("kelp", "rope"));
    for (int i = 0; i < 3000; i++) {
      StringBuilder b = new StringBuilder(whole);
      for (int k = 0; k < 1 + r.nextInt(3); k++) {
        int at = r.nextInt(b.length());
        if (r.nextBoolean()) {
          b.setCharAt(at, "{}[]\",:0x\\".charAt(r.nextInt(10)));
        } else {
          b.delete(at, Math.min(b.length(), at + r.nextInt(20)));
        }
      }
      try {
        read(b.toString()).items().forEach(x -> assertThat(x.name()).isNotBlank());
      } catch (IllegalArgumentException e) {
        assertThat(e.getMessage()).startsWith("it ");
      }
    }
  }

  @Test
  void aFolderOfArchivesBecomesAFeedOfTheFormThatIsDescribed() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("own work"));
    TestPacks.zip(
        folder.resolve("Net Mesh_1.0_2K.zip"),
        SmallShelf.set("net_mesh", 3, "basecolor", "normal"));
    Map<String, byte[]> with = SmallShelf.set("net_mesh", 4, "basecolor", "normal");
    with.put("licence.txt", "SPDX-License-Identifier: CC0-1.0".getBytes(StandardCharsets.UTF_8));
    TestPacks.zip(
        Files.createDirectories(folder.resolve("new")).resolve("net-mesh-v1.10.zip"), with);
    Files.write(folder.resolve("new/net-mesh-v1.10.png"), TestPacks.png(TestPacks.colour(32, 5)));
    Files.writeString(folder.resolve("new/net-mesh-v1.10.txt"), "Mended");
    Files.writeString(folder.resolve("broken.zip"), "PK\3\4 no more");
    Files.writeString(folder.resolve("notes.md"), "not an archive");
    KeyPair keys = FeedKey.make();
    Path out = folder.resolve("feed.json");
    FeedMaker.Made made = new FeedMaker(folder, out).make("Own work", "CC-BY-4.0", keys);
    assertThat(made.problems()).extracting(Problem::path).anyMatch(p -> p.endsWith("broken.zip"));

    byte[] page = Files.readAllBytes(out);
    Path schema = Path.of("..").resolve("docs/source-feed.schema.json");
    var errors =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(Files.readString(schema))
            .validate(
                new String(page, StandardCharsets.UTF_8), com.networknt.schema.InputFormat.JSON);
    assertThat(errors).isEmpty();
    FeedKey.Signed s = FeedKey.Signed.read(Files.readAllBytes(folder.resolve("feed.json.sig")));
    assertThat(s.proves(page)).isTrue();
    page[page.length / 2] ^= 1;
    assertThat(s.proves(page)).isFalse();

    Feed f = read(Files.readString(out));
    assertThat(said).isEmpty();
    Feed.Item net = f.items().getFirst();
    assertThat(net.versions()).extracting(Feed.Version::version).containsExactly("1.10", "1.0");
    Feed.Version newest = net.newest().orElseThrow();
    assertThat(newest.notes()).isEqualTo("Mended");
    assertThat(newest.licence().id()).isEqualTo("CC0-1.0");
    assertThat(newest.preview().path()).isEqualTo("new/net-mesh-v1.10.png");
    assertThat(net.versions().getLast().licence().id()).isEqualTo("CC-BY-4.0");
    Feed.Part part = net.versions().getLast().editions().getFirst().files().getFirst();
    assertThat(part.path()).isEqualTo("Net%20Mesh_1.0_2K.zip");
    assertThat(part.name()).isEqualTo("Net Mesh_1.0_2K.zip");
    assertThat(part.holds()).hasSize(2);
    assertThat(FeedKey.read(FeedKey.write(keys)).getPublic()).isEqualTo(keys.getPublic());
  }
}
