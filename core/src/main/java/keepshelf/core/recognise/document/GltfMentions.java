package keepshelf.core.recognise.document;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Words;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What the materials of a glTF document (or of a binary one) say about its pictures. */
final class GltfMentions {
  private static final int BINARY = 0x46546C67;
  private static final int JSON_CHUNK = 0x4E4F534A;

  /** A texture property of a material with the channels it takes. */
  private record Slot(String texture, Map<String, MapRole> channels) {}

  private static final List<Slot> SLOTS =
      List.of(
          new Slot("/pbrMetallicRoughness/baseColorTexture", whole(MapRole.BASE_COLOUR)),
          new Slot(
              "/pbrMetallicRoughness/metallicRoughnessTexture",
              Map.of("g", MapRole.ROUGHNESS, "b", MapRole.METALLIC)),
          new Slot("/occlusionTexture", Map.of("r", MapRole.AMBIENT_OCCLUSION)),
          new Slot("/normalTexture", whole(MapRole.NORMAL)),
          new Slot("/emissiveTexture", whole(MapRole.EMISSION)),
          new Slot(
              "/extensions/KHR_materials_pbrSpecularGlossiness/diffuseTexture",
              whole(MapRole.BASE_COLOUR)),
          new Slot(
              "/extensions/KHR_materials_pbrSpecularGlossiness/specularGlossinessTexture",
              Map.of(
                  "r", MapRole.SPECULAR,
                  "g", MapRole.SPECULAR,
                  "b", MapRole.SPECULAR,
                  "a", MapRole.GLOSS)),
          new Slot(
              "/extensions/KHR_materials_specular/specularColorTexture", whole(MapRole.SPECULAR)),
          new Slot(
              "/extensions/KHR_materials_clearcoat/clearcoatTexture", Map.of("r", MapRole.COAT)),
          new Slot("/extensions/KHR_materials_sheen/sheenColorTexture", whole(MapRole.SHEEN)),
          new Slot(
              "/extensions/KHR_materials_transmission/transmissionTexture",
              Map.of("r", MapRole.TRANSLUCENCY)),
          new Slot(
              "/extensions/KHR_materials_volume/thicknessTexture", Map.of("g", MapRole.THICKNESS)));

  private GltfMentions() {}

  private static Map<String, MapRole> whole(MapRole role) {
    return Map.of("", role);
  }

  static void read(SourceFile document, byte[] bytes, MentionCollector to) throws IOException {
    JsonNode root = JsonMapper.shared().readTree(json(bytes));
    int n = 0;
    for (JsonNode material : root.path("materials")) {
      String name = material.path("name").asString("material " + ++n);
      for (Slot s : SLOTS) {
        JsonNode texture = material.at(s.texture());
        JsonNode uri =
            root.path("images")
                .path(
                    root.path("textures")
                        .path(texture.path("index").asInt(-1))
                        .path("source")
                        .asInt(-1))
                .path("uri");
        if (!uri.isMissingNode()) {
          s.channels()
              .forEach((c, role) ->
                  to.add(document, uri.asString(), role, c.isEmpty() ? null : c, name));
        }
      }
    }
  }

  private static String json(byte[] bytes) throws IOException {
    ByteBuffer b = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    if (bytes.length < 20 || b.getInt(0) != BINARY) {
      return new String(bytes, StandardCharsets.UTF_8);
    }
    int length = b.getInt(12);
    if (b.getInt(16) != JSON_CHUNK || length < 0 || length > bytes.length - 20) {
      throw new IOException(Words.of("gltfMentions.first-chunk-not-json"));
    }
    return new String(bytes, 20, length, StandardCharsets.UTF_8);
  }
}
