package keepshelf.core.format.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.json.Json;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Packages of a document with all that lies beside it, as the specification of GLB demands. */
class GlbPackageTest {
  @TempDir Path dir;

  private Path beside(Scene s, String... pictures) throws Exception {
    Path document = dir.resolve("net.gltf");
    Files.write(document, GltfWriter.write(s, "net.bin"));
    Files.write(dir.resolve("net.bin"), GltfBuffer.bytes(s));
    for (String p : pictures) {
      Files.createDirectories(dir.resolve(p).getParent());
      Files.writeString(dir.resolve(p), "picture of " + p);
    }
    return document;
  }

  @Test
  void onePackageHoldsBufferAndPicturesAtWholeWords() throws Exception {
    Texture spaced = new Texture("baseColorTexture", Use.COLOUR, "textures/my 100%+colour.png");
    Texture jpeg = new Texture("normalTexture", Use.NORMAL, "textures/n.jpg");
    Scene s =
        Scene.sample(
            GltfDocumentTest.surface(Placement.WHOLE, Opacity.OPAQUE, List.of(), spaced, jpeg));
    Path document = beside(s, spaced.file(), jpeg.file());
    Path to = dir.resolve("net.glb");
    GlbPackage.write(document, to);
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(to)).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(b.getInt(0)).isEqualTo(0x46546C67);
    assertThat(b.getInt(4)).isEqualTo(2);
    assertThat(b.getInt(8)).isEqualTo(b.capacity());
    int json = b.getInt(12);
    assertThat(json % 4).isZero();
    assertThat(b.getInt(16)).isEqualTo(0x4E4F534A);
    JsonNode g =
        Json.mapper().readTree(new String(b.array(), 20, json, StandardCharsets.UTF_8).strip());
    int binary = b.getInt(20 + json);
    assertThat(binary % 4).isZero();
    assertThat(20 + json + 8 + binary).isEqualTo(b.capacity());
    assertThat(g.at("/buffers/0/byteLength").asInt()).isEqualTo(binary);
    assertThat(g.at("/buffers/0").has("uri")).isFalse();
    wellFormedPackage(g, b, 20 + json + 8);
    assertThat(g.at("/images/0/mimeType").asString()).isEqualTo("image/png");
    assertThat(g.at("/images/1/mimeType").asString()).isEqualTo("image/jpeg");
    byte[] geometry = new byte[GltfBuffer.bytes(s).length];
    b.get(20 + json + 8, geometry);
    assertThat(geometry).isEqualTo(GltfBuffer.bytes(s));
  }

  private static void wellFormedPackage(JsonNode g, ByteBuffer b, int data) {
    for (JsonNode image : g.get("images")) {
      assertThat(image.has("uri")).isFalse();
      JsonNode v = g.get("bufferViews").get(image.get("bufferView").asInt());
      assertThat(v.has("target")).isFalse();
      byte[] picture = new byte[v.get("byteLength").asInt()];
      b.get(data + v.get("byteOffset").asInt(), picture);
      assertThat(new String(picture, StandardCharsets.UTF_8))
          .isEqualTo("picture of textures/" + image.get("name").asString());
    }
  }

  @Test
  void aPictureThatIsMissingIsNamed() throws Exception {
    Texture colour = new Texture("baseColorTexture", Use.COLOUR, "textures/c.png");
    Scene s =
        Scene.sample(GltfDocumentTest.surface(Placement.WHOLE, Opacity.OPAQUE, List.of(), colour));
    Path document = beside(s);
    assertThatThrownBy(() -> GlbPackage.write(document, dir.resolve("net.glb")))
        .isInstanceOf(NoSuchFileException.class)
        .hasMessageContaining("c.png");
  }

  @Test
  void aDocumentWithoutAnythingBesideHasNoBinaryPart() throws Exception {
    Path document = dir.resolve("empty.gltf");
    Files.writeString(document, "{\"asset\":{\"version\":\"2.0\"}}");
    Path to = dir.resolve("empty.glb");
    GlbPackage.write(document, to);
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(to)).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(b.capacity()).isEqualTo(20 + b.getInt(12));
  }
}
