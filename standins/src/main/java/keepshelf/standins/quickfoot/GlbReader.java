package keepshelf.standins.quickfoot;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import keepshelf.standins.frame.ReadDocument;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Takes a document that comes in one file apart into a folder. */
final class GlbReader {
  private static final int MAGIC = 0x46546C67;
  private static final int JSON = 0x4E4F534A;
  private static final int BINARY = 0x004E4942;

  private GlbReader() {}

  static ReadDocument read(Path file) throws IOException {
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
    if (b.remaining() < 20 || b.getInt() != MAGIC || b.getInt() != 2) {
      throw new IOException("it is no binary glTF of version 2");
    }
    boolean whole = b.getInt() == b.capacity();
    byte[] json = chunk(b, JSON);
    byte[] binary = b.hasRemaining() ? chunk(b, BINARY) : new byte[0];
    Path folder = Files.createTempDirectory("quickfoot");
    ObjectNode root = (ObjectNode) JsonMapper.builder().build().readTree(json);
    if (root.path("buffers").path(0) instanceof ObjectNode buffer) {
      Files.write(
          folder.resolve("all.bin"), Arrays.copyOf(binary, buffer.path("byteLength").asInt()));
      buffer.put("uri", "all.bin");
    }
    for (JsonNode image : root.path("images")) {
      JsonNode view = root.path("bufferViews").path(image.path("bufferView").asInt(-1));
      int from = view.path("byteOffset").asInt();
      byte[] picture = Arrays.copyOfRange(binary, from, from + view.path("byteLength").asInt());
      String ending = image.path("mimeType").asString("").equals("image/png") ? "png" : "jpg";
      String name = Path.of(image.path("name").asString("picture")).getFileName().toString();
      name = name.endsWith("." + ending) ? name : name + "." + ending;
      Files.write(folder.resolve(name), picture);
      ((ObjectNode) image).put("uri", name);
    }
    ReadDocument d = new GltfReader(folder, root).run();
    d.unpackedInto(folder);
    if (!whole) {
      d.complain("the file is not as long as it says");
    }
    return d;
  }

  private static byte[] chunk(ByteBuffer b, int wanted) throws IOException {
    int length = b.getInt();
    if (b.getInt() != wanted || length < 0 || length > b.remaining() || length % 4 != 0) {
      throw new IOException("a part of it is not as long or of the kind that it should be");
    }
    byte[] out = new byte[length];
    b.get(out);
    return out;
  }
}
