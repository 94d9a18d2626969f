package keepshelf.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pictures within documents come out as they went in, and nothing else does. */
class EmbeddedPicturesTest {
  private static final byte[] FIRST = "the first picture".getBytes(StandardCharsets.US_ASCII);
  private static final byte[] SECOND = "another one".getBytes(StandardCharsets.US_ASCII);

  @TempDir Path dir;
  private Path into;

  @BeforeEach
  void folder() throws Exception {
    into = Files.createDirectory(dir.resolve("into"));
  }

  private static String base64(byte[] b) {
    return Base64.getEncoder().encodeToString(b);
  }

  private static byte[] binary(String json, byte[] data) {
    byte[] text = json.getBytes(StandardCharsets.UTF_8);
    ByteBuffer b =
        ByteBuffer.allocate(20 + text.length + 8 + data.length).order(ByteOrder.LITTLE_ENDIAN);
    b.putInt(0x46546C67).putInt(2).putInt(b.capacity());
    b.putInt(text.length).putInt(0x4E4F534A).put(text);
    b.putInt(data.length).putInt(0x004E4942).put(data);
    return b.array();
  }

  private List<Path> pictures(byte[] document) throws IOException {
    return EmbeddedPictures.of(Files.write(dir.resolve("scene.glb"), document), into);
  }

  private List<Path> pictures(String json) throws IOException {
    return pictures(json.getBytes(StandardCharsets.UTF_8));
  }

  private static String views(String images) {
    return """
    {"images":[%s],"buffers":[{"byteLength":40}],
     "bufferViews":[{"buffer":0,"byteOffset":0,"byteLength":17},
                    {"buffer":0,"byteOffset":20,"byteLength":11}]}
    """
        .formatted(images);
  }

  private static byte[] data() {
    ByteBuffer b = ByteBuffer.allocate(40);
    b.put(FIRST).put(20, SECOND);
    return b.array();
  }

  @Test
  void partsOfTheBinaryBecomeFilesByTheirKind() throws Exception {
    List<Path> out =
        pictures(
            binary(
                views(
                    "{\"bufferView\":0,\"mimeType\":\"image/png\",\"name\":\"rope.png\"},"
                        + "{\"bufferView\":1,\"mimeType\":\"image/jpeg\"}"),
                data()));
    assertThat(out)
        .extracting(p -> p.getFileName().toString())
        .containsExactly("000 rope.png", "001.jpg");
    assertThat(out.getFirst()).hasBinaryContent(FIRST);
    assertThat(out.getLast()).hasBinaryContent(SECOND);
  }

  @Test
  void picturesInTheTextItselfAreTakenOut() throws Exception {
    List<Path> out =
        pictures(
            "{\"images\":[{\"uri\":\"data:image/jpeg;base64,"
                + base64(FIRST)
                + "\"},{\"uri\":\"beside.png\"},{\"uri\":\"data:image/png;base64,"
                + base64(SECOND)
                + "\"}]}");
    assertThat(out)
        .extracting(p -> p.getFileName().toString())
        .containsExactly("000.jpg", "002.png");
    assertThat(out.getLast()).hasBinaryContent(SECOND);
  }

  @Test
  void buffersInTheTextItselfAreReadToo() throws Exception {
    String json =
        views("{\"bufferView\":1}")
            .replace(
                "{\"byteLength\":40}",
                "{\"byteLength\":40,\"uri\":\"data:application/octet-stream;base64,"
                    + base64(data())
                    + "\"}");
    assertThat(pictures(json).getFirst()).hasBinaryContent(SECOND);
  }

  @Test
  void whatLiesBesideTheDocumentIsNotWithinIt() throws Exception {
    assertThat(pictures(views("{\"bufferView\":0}"))).isEmpty();
    String far = views("{\"bufferView\":0}").replace("40}", "40,\"uri\":\"scene.bin\"}");
    assertThat(pictures(binary(far, data()))).isEmpty();
    assertThat(pictures("{}")).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"../../out", "a/b", "C:\\x", "\u0000", "con", "name.png.png", ". .", "岩"})
  void noNameLeadsOutOfTheFolder(String name) throws Exception {
    String image =
        "{\"bufferView\":0,\"name\":\""
            + name.replace("\\", "\\\\").replace("\0", "\\u0000")
            + "\"}";
    List<Path> out = pictures(binary(views(image), data()));
    assertThat(out).hasSize(1);
    assertThat(out.getFirst().normalize().getParent()).isEqualTo(into);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"buffer\":0,\"byteOffset\":30,\"byteLength\":20}",
        "{\"buffer\":0,\"byteOffset\":-4,\"byteLength\":8}",
        "{\"buffer\":0,\"byteOffset\":0,\"byteLength\":2147483647}",
        "{\"buffer\":0,\"byteOffset\":2147483647,\"byteLength\":2147483647}"
      })
  void claimsBeyondTheBytesAreRefusedBeforeRoomIsMade(String view) {
    String json =
        "{\"images\":[{\"bufferView\":0}],\"buffers\":[{}],\"bufferViews\":[" + view + "]}";
    assertThatThrownBy(() -> pictures(binary(json, data())))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("no glTF document that can be read");
  }

  @Test
  void aPieceThatIsNamedAgainAndAgainIsRefused() {
    String many = "{\"bufferView\":0},".repeat(5000);
    String json = views(many.substring(0, many.length() - 1));
    assertThatThrownBy(() -> pictures(binary(json, data())))
        .hasMessageContaining("more pictures than a document would");
  }

  @Test
  void aPictureThatIsNoBase64IsSaid() throws Exception {
    assertThatThrownBy(() -> pictures("{\"images\":[{\"uri\":\"data:image/png;base64,a\"}]}"))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("not written as the standard says");
  }

  @Test
  void noDocumentCutAnywhereFailsInAnotherWay() throws Exception {
    byte[] whole = binary(views("{\"bufferView\":0},{\"bufferView\":1}"), data());
    Random random = new Random(4);
    for (int n = 0; n < whole.length; n++) {
      byte[] b = java.util.Arrays.copyOf(whole, n + 1);
      b[random.nextInt(b.length)] = (byte) random.nextInt();
      try {
        assertThat(pictures(b)).hasSizeLessThanOrEqualTo(2);
      } catch (IOException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
  }
}
