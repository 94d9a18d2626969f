package keepshelf.core.recognise.document;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * Reads the MaterialX, glTF, OBJ/MTL and USD text documents of a pack for what they say about its
 * pictures. A document that cannot be read is named and otherwise ignored.
 */
public final class MaterialDocuments {
  private static final long MOST = 16L << 20;

  /** What the surface inputs of the open formats are called, without case and underscores. */
  private static final Map<String, MapRole> INPUTS =
      Map.ofEntries(
          Map.entry("basecolor", MapRole.BASE_COLOUR),
          Map.entry("diffusecolor", MapRole.BASE_COLOUR),
          Map.entry("color", MapRole.BASE_COLOUR),
          Map.entry("specularroughness", MapRole.ROUGHNESS),
          Map.entry("roughness", MapRole.ROUGHNESS),
          Map.entry("metalness", MapRole.METALLIC),
          Map.entry("basemetalness", MapRole.METALLIC),
          Map.entry("metallic", MapRole.METALLIC),
          Map.entry("normal", MapRole.NORMAL),
          Map.entry("geometrynormal", MapRole.NORMAL),
          Map.entry("opacity", MapRole.OPACITY),
          Map.entry("geometryopacity", MapRole.OPACITY),
          Map.entry("alpha", MapRole.OPACITY),
          Map.entry("emissioncolor", MapRole.EMISSION),
          Map.entry("emission", MapRole.EMISSION),
          Map.entry("emissive", MapRole.EMISSION),
          Map.entry("emissivecolor", MapRole.EMISSION),
          Map.entry("specular", MapRole.SPECULAR),
          Map.entry("specularcolor", MapRole.SPECULAR),
          Map.entry("specularweight", MapRole.SPECULAR),
          Map.entry("occlusion", MapRole.AMBIENT_OCCLUSION),
          Map.entry("displacement", MapRole.HEIGHT),
          Map.entry("coat", MapRole.COAT),
          Map.entry("coatweight", MapRole.COAT),
          Map.entry("clearcoat", MapRole.COAT),
          Map.entry("coatroughness", MapRole.COAT),
          Map.entry("sheen", MapRole.SHEEN),
          Map.entry("sheencolor", MapRole.SHEEN),
          Map.entry("fuzzcolor", MapRole.SHEEN),
          Map.entry("fuzzweight", MapRole.SHEEN),
          Map.entry("subsurface", MapRole.TRANSLUCENCY),
          Map.entry("subsurfacecolor", MapRole.TRANSLUCENCY),
          Map.entry("transmission", MapRole.TRANSLUCENCY),
          Map.entry("transmissionweight", MapRole.TRANSLUCENCY),
          Map.entry("transmissioncolor", MapRole.TRANSLUCENCY),
          Map.entry("thickness", MapRole.THICKNESS),
          Map.entry("specularanisotropy", MapRole.ANISOTROPY));

  private MaterialDocuments() {}

  /** The role of a surface input, or null when pictures in it say nothing. */
  static @Nullable MapRole role(String input) {
    return INPUTS.get(input.toLowerCase(java.util.Locale.ROOT).replace("_", ""));
  }

  /** Reads all documents among {@code files}; trouble is added to {@code problems}. */
  public static DocumentFacts read(List<SourceFile> files, List<Problem> problems) {
    MentionCollector to = new MentionCollector(files);
    for (SourceFile f : files) {
      if (f.onDisk() == null || f.size() <= 0 || f.size() > MOST) {
        continue;
      }
      try {
        switch (f.extension()) {
          case "mtlx" -> new MaterialXMentions(f, to).read(Files.readAllBytes(f.onDisk()));
          case "gltf", "glb" -> GltfMentions.read(f, Files.readAllBytes(f.onDisk()), to);
          case "mtl" -> MtlMentions.read(f, text(f), to);
          case "usda", "usd" -> {
            String text = text(f);
            if (text.startsWith("#usda")) {
              UsdMentions.read(f, text, to);
            }
          }
          default -> {}
        }
      } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
        problems.add(
            Problem.note(
                "unreadable-document",
                f.path(),
                Phrase.of("materialDocuments.could-not-read-material-document", f.name())));
      }
    }
    return to.facts();
  }

  private static String text(SourceFile f) throws IOException {
    return new String(Files.readAllBytes(f.onDisk()), StandardCharsets.UTF_8);
  }
}
