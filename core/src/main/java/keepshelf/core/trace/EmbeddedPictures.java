package keepshelf.core.trace;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import keepshelf.core.json.Json;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/** Takes out the pictures that lie within glTF documents (glTF 2.0, chapters 3.11 and 4). */
final class EmbeddedPictures {
  private static final int MAGIC = 0x46546C67;
  private static final int JSON = 0x4E4F534A;
  private static final long MOST = 1L << 30;

  /** A document may name one piece of its bytes again and again. */
  private static final int MOST_PICTURES = 4096;

  private EmbeddedPictures() {}

  /**
   * Writes the pictures within {@code document} into {@code folder}.
   *
   * @return the files, named by their place in the document
   * @throws IOException when it is damaged or too large
   */
  static List<Path> of(Path document, Path folder) throws IOException {
    if (Files.size(document) > MOST) {
      throw new IOException(Words.of("embeddedPictures.larger-than-gib"));
    }
    byte[] all = Files.readAllBytes(document);
    ByteBuffer b = ByteBuffer.wrap(all).order(ByteOrder.LITTLE_ENDIAN);
    ByteBuffer binary = null;
    byte[] json = all;
    try {
      if (all.length >= 20 && b.getInt(0) == MAGIC) {
        int length = b.getInt(12);
        if (b.getInt(16) != JSON) {
          throw new IOException(Words.of("embeddedPictures.first-part-no-json"));
        }
        json = Arrays.copyOfRange(all, 20, Math.addExact(20, length));
        int at = 20 + length;
        if (at + 8 <= all.length) {
          binary = b.slice(at + 8, Math.min(b.getInt(at), all.length - at - 8));
        }
      }
      return pictures(Json.mapper().readTree(json), binary, folder);
    } catch (JacksonException | IndexOutOfBoundsException | ArithmeticException e) {
      throw new IOException(Words.of("embeddedPictures.no-gltf-document-can-read"), e);
    } catch (IllegalArgumentException e) {
      throw new IOException(Words.of("embeddedPictures.picture-not-written-standard-says"), e);
    }
  }

  private static List<Path> pictures(JsonNode g, @Nullable ByteBuffer binary, Path folder)
      throws IOException {
    List<Path> out = new ArrayList<>();
    int n = 0;
    long written = 0;
    for (JsonNode image : g.path("images")) {
      byte[] bytes = bytes(g, image, binary);
      written += bytes == null ? 0 : bytes.length;
      if (n >= MOST_PICTURES || written > MOST) {
        throw new IOException(Words.of("embeddedPictures.holds-more-pictures-than-document"));
      }
      if (bytes != null) {
        String kind = image.path("mimeType").asString("");
        String uri = image.path("uri").asString("");
        boolean jpeg = kind.endsWith("jpeg") || uri.startsWith("data:image/jpeg");
        String name = image.path("name").asString("").replaceAll("[^\\p{L}\\p{N}._ -]", "_");
        name = name.replaceFirst("(?i)\\.(png|jpe?g)$", "");
        out.add(
            Files.write(
                folder.resolve(
                    String.format(Locale.ROOT, "%03d %s", n, name).strip()
                        + (jpeg ? ".jpg" : ".png")),
                bytes));
      }
      n++;
    }
    return out;
  }

  /** The bytes of a picture, or null when it lies beside the document. */
  private static byte @Nullable [] bytes(JsonNode g, JsonNode image, @Nullable ByteBuffer binary) {
    String uri = image.path("uri").asString("");
    if (uri.startsWith("data:image/") && uri.contains(";base64,")) {
      return Base64.getMimeDecoder().decode(uri.substring(uri.indexOf(',') + 1));
    }
    JsonNode view = g.path("bufferViews").path(image.path("bufferView").asInt(-1));
    if (view.isMissingNode()) {
      return null;
    }
    int from = view.path("byteOffset").asInt(0);
    int length = Math.max(0, view.path("byteLength").asInt(0));
    String buffer = g.path("buffers").path(view.path("buffer").asInt(0)).path("uri").asString("");
    if (buffer.startsWith("data:") && buffer.contains(";base64,")) {
      byte[] data = Base64.getMimeDecoder().decode(buffer.substring(buffer.indexOf(',') + 1));
      return Arrays.copyOfRange(
          data, Objects.checkFromIndexSize(from, length, data.length), from + length);
    }
    if (binary == null || !buffer.isEmpty()) {
      return null;
    }
    // Checked before room is made for what a hostile document may claim to hold.
    Objects.checkFromIndexSize(from, length, binary.capacity());
    byte[] out = new byte[length];
    binary.get(from, out);
    return out;
  }
}
