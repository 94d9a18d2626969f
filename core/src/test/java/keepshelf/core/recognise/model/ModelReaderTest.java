package keepshelf.core.recognise.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import keepshelf.imaging.render.Mesh;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Models are read one after the other by one importer; a bad one costs only itself. */
class ModelReaderTest {
  private static final String TRIANGLE = "v 0 0 0\nv 2 0 0\nv 0 1 0\nf 1 2 3\n";

  @TempDir Path dir;

  private Path model(String name, String text) throws IOException {
    return Files.writeString(dir.resolve(name), text);
  }

  @Test
  void badOnesStandBetweenGoodOnesInTheirOrder() throws IOException {
    List<Path> files =
        List.of(
            model("dory.obj", TRIANGLE),
            model("torn.glb", "no model at all"),
            dir.resolve("gone.obj"),
            model("odd name\u2028{}.obj", TRIANGLE + "f 3 2 1\n"));
    List<ModelFacts> facts = ModelReader.read(dir, files);
    assertThat(facts).extracting(ModelFacts::triangles).containsExactly(1, 0, 0, 2);
    assertThat(facts)
        .extracting(f -> f.trouble() == null)
        .containsExactly(true, false, false, true);
    // What the importer says of it, without the folder that nobody knows.
    assertThat(facts.get(1).trouble()).contains("torn.glb").doesNotContain(dir.toString());
    assertThat(facts.getFirst().size()).containsExactly(2.0, 1.0, 0.0);
  }

  @Test
  void aMeshIsReadAndOneThatIsNoneSaysWhichFile() throws IOException {
    Mesh mesh = ModelReader.mesh(new ModelFile(dir, model("dory.obj", TRIANGLE)));
    assertThat(mesh.triangles()).isEqualTo(1);
    Path torn = model("torn.glb", "no model at all");
    assertThatThrownBy(() -> ModelReader.mesh(new ModelFile(dir, torn)))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("torn.glb");
    assertThat(ModelReader.read(dir, List.of(dir.resolve("dory.obj"))))
        .extracting(ModelFacts::triangles)
        .containsExactly(1);
  }

  @Test
  void anImporterThatWasEndedFromOutsideIsStartedAgain() throws IOException {
    List<Path> files = List.of(model("dory.obj", TRIANGLE));
    ModelReader.read(dir, files);
    List<ProcessHandle> importers =
        ProcessHandle.current()
            .children()
            // What comes after the class path is cut off; its options come before.
            .filter(p -> p.info().commandLine().orElse("").contains("-Xmx512m"))
            .toList();
    assertThat(importers).hasSize(1);
    importers.forEach(ProcessHandle::destroyForcibly);
    assertThat(ModelReader.read(dir, files)).extracting(ModelFacts::triangles).containsExactly(1);
  }

  @Test
  void whoeverStopsIsNotToldThatAModelIsBad() throws IOException {
    List<Path> files = List.of(model("dory.obj", TRIANGLE));
    Thread.currentThread().interrupt();
    assertThatThrownBy(() -> ModelReader.read(dir, files))
        .isInstanceOf(CancellationException.class);
    assertThat(Thread.interrupted()).isTrue();
  }
}
