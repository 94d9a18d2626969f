package keepshelf.core.format.gltf;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.json.Json;

/** One file of a glTF document with its buffer and pictures inside (glTF 2.0, chapter 4). */
public final class GlbPackage {
  private static final int MAGIC = 0x46546C67;
  private static final int JSON = 0x4E4F534A;
  private static final int BINARY = 0x004E4942;

  private GlbPackage() {}

  /**
   * Packs {@code document} and what it names beside it.
   *
   * @throws IOException when a file is missing, or all together are above 4 GiB
   */
  @SuppressWarnings("unchecked")
  public static void write(Path document, Path to) throws IOException {
    Map<String, Object> g = Json.mapper().readValue(Files.readAllBytes(document), Map.class);
    List<Path> parts = new ArrayList<>();
    List<Map<String, Object>> views =
        new ArrayList<>((List<Map<String, Object>>) g.getOrDefault("bufferViews", List.of()));
    long length = 0;
    for (Map<String, Object> b : list(g, "buffers")) {
      Path file = beside(document, Objects.requireNonNull(b.remove("uri")));
      parts.add(file);
      length = padded(length + Files.size(file));
    }
    for (Map<String, Object> image : list(g, "images")) {
      String uri = (String) Objects.requireNonNull(image.remove("uri"));
      Path file = beside(document, uri);
      image.put("name", file.getFileName().toString());
      image.put("mimeType", uri.endsWith(".png") ? "image/png" : "image/jpeg");
      image.put("bufferView", views.size());
      views.add(
          GltfWriter.ordered("buffer", 0, "byteOffset", length, "byteLength", Files.size(file)));
      parts.add(file);
      length = padded(length + Files.size(file));
    }
    if (!parts.isEmpty()) {
      g.put("bufferViews", views);
      g.put("buffers", List.of(GltfWriter.ordered("byteLength", length)));
    }
    write(Json.mapper().writeValueAsBytes(g), parts, length, to);
  }

  private static void write(byte[] json, List<Path> parts, long length, Path to)
      throws IOException {
    long head = padded(json.length);
    long all = 12 + 8 + head + (length > 0 ? 8 + length : 0);
    if (all > 0xFFFFFFFFL) {
      throw new IOException("one file of this format holds at most 4 GiB");
    }
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(to))) {
      out.write(words(MAGIC, 2, (int) all, (int) head, JSON));
      out.write(json);
      pad(out, head - json.length, ' ');
      if (length > 0) {
        out.write(words((int) length, BINARY));
        for (Path p : parts) {
          Files.copy(p, out);
          pad(out, padded(Files.size(p)) - Files.size(p), 0);
        }
      }
    }
  }

  private static Path beside(Path document, Object uri) {
    String name = String.valueOf(uri).replace("+", "%2B");
    return document.resolveSibling(URLDecoder.decode(name, StandardCharsets.UTF_8));
  }

  @SuppressWarnings("unchecked")
  private static List<Map<String, Object>> list(Map<String, Object> g, String name) {
    return (List<Map<String, Object>>) g.getOrDefault(name, List.of());
  }

  private static long padded(long n) {
    return (n + 3) / 4 * 4;
  }

  private static void pad(OutputStream out, long count, int with) throws IOException {
    for (long i = 0; i < count; i++) {
      out.write(with);
    }
  }

  private static byte[] words(int... values) {
    ByteBuffer b = ByteBuffer.allocate(values.length * 4).order(ByteOrder.LITTLE_ENDIAN);
    for (int v : values) {
      b.putInt(v);
    }
    return b.array();
  }
}
