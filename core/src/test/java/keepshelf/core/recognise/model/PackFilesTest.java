package keepshelf.core.recognise.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a model names is read in its own pack only. */
class PackFilesTest {
  private static final String TRIANGLE =
      "v 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nusemtl hull\nf 1 2 3\n";
  private static final String MATERIAL = "newmtl hull\nmap_Kd stolen_of_elsewhere.png\n";

  @TempDir Path dir;
  private Path pack;

  @BeforeEach
  void pack() throws Exception {
    pack = Files.createDirectories(dir.resolve("pack/models")).getParent();
    Files.writeString(dir.resolve("elsewhere.mtl"), MATERIAL);
  }

  private ModelFacts read(String library) throws Exception {
    Path model = pack.resolve("models/dory.obj");
    Files.writeString(model, "mtllib " + library + "\n" + TRIANGLE);
    return ModelReader.read(pack, List.of(model)).getFirst();
  }

  private static List<String> textures(ModelFacts f) {
    return f.slots().stream().flatMap(s -> s.textures().stream()).toList();
  }

  @Test
  void whatLiesInThePackIsRead() throws Exception {
    Files.writeString(pack.resolve("shared.mtl"), MATERIAL.replace("stolen_of_elsewhere", "own"));
    ModelFacts f = read("../shared.mtl");
    assertThat(f.trouble()).isNull();
    assertThat(f.triangles()).isEqualTo(1);
    assertThat(textures(f)).singleElement().asString().endsWith("own.png");
  }

  @Test
  void whatLiesElsewhereIsNot() throws Exception {
    assertThat(textures(read("../../elsewhere.mtl"))).isEmpty();
    assertThat(textures(read(dir.resolve("elsewhere.mtl").toString()))).isEmpty();
  }

  @Test
  void aLinkIsNotFollowed() throws Exception {
    Files.createSymbolicLink(pack.resolve("models/link.mtl"), dir.resolve("elsewhere.mtl"));
    Files.createSymbolicLink(pack.resolve("models/out"), dir);
    assertThat(textures(read("link.mtl"))).isEmpty();
    assertThat(textures(read("out/elsewhere.mtl"))).isEmpty();
  }

  @Test
  void buffersOfOtherPlacesAreNotRead() throws Exception {
    Files.writeString(dir.resolve("secret.bin"), "the keeper's diary, nobody else's to read");
    Path model = pack.resolve("models/lantern.gltf");
    Files.writeString(
        model,
        """
        {"asset":{"version":"2.0"},"scenes":[{"nodes":[0]}],"scene":0,"nodes":[{"mesh":0}],
        "meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],
        "accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3",
        "min":[0,0,0],"max":[1,1,1]}],"bufferViews":[{"buffer":0,"byteLength":36}],
        "buffers":[{"uri":"../../secret.bin","byteLength":36}]}
        """);
    ModelFacts f = ModelReader.read(pack, List.of(model)).getFirst();
    assertThat(f.triangles()).isZero();
    assertThat(f.trouble()).isNotNull().doesNotContain("diary");
  }

  @ParameterizedTest
  @ValueSource(strings = {"/etc/passwd", "../elsewhere.mtl", "models/../../elsewhere.mtl", "\0"})
  void namesThatLeadOutAreNoFiles(String name) {
    assertThat(PackFiles.allowed(pack, name.startsWith("/") ? name : pack + "/" + name)).isNull();
  }

  @Test
  void aFolderOrAPipeIsNoFile() throws Exception {
    assertThat(PackFiles.allowed(pack, pack + "/models")).isNull();
    Path plain = Files.writeString(pack.resolve("plain.mtl"), MATERIAL);
    assertThat(PackFiles.allowed(pack, plain.toString())).isEqualTo(plain);
  }
}
