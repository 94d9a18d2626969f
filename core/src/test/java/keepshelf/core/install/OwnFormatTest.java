package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.DocumentFormats;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A format is one class and its name among the services; all else follows from what it says. */
class OwnFormatTest extends OnSmallShelf {
  private static Map<String, Object> fields() {
    Map<String, Object> p = new LinkedHashMap<>();
    p.put("schema", 1);
    p.put("id", "sketch-loft");
    p.put("name", "Sketch Loft");
    p.put("about", "a list of swatches");
    p.put("format", "swatch-list");
    p.put("surface", "swatch");
    p.put("workflow", "metal-rough");
    p.put("handedness", "gl");
    p.put("occlusion", "leave-out");
    p.put("opacity", "leave-out");
    p.put("slots", Map.of("base-colour", Map.of("input", "paint", "use", "colour")));
    p.put("fileFormats", List.of("png"));
    p.put("unit", "m");
    p.put("unitsPerMetre", 1);
    return p;
  }

  private static HostProfile parsed(Map<String, Object> fields) throws ShelfException {
    return HostProfile.parse(new String(Json.pretty(fields)));
  }

  @Test
  void anItemIsInstalledInIt() throws Exception {
    Path profile = dir.resolve("loft.json");
    Files.write(profile, Json.pretty(fields()));
    HostRecord host = new HostRecord("Loft", profile.toString(), dir.resolve("out").toString());
    shelf.installer().addHost(host);
    Finish wet = FinishSetting.IOR.write(Finish.named("Wet"), "1.33");
    InstallPlan plan =
        shelf
            .installer()
            .plan(shelf.item("sea_worn_brass"), host, InstallOptions.NONE.finished(wet));
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    assertThat(i.document()).endsWith("sea_worn_brass.swatches");
    List<String> lines = Files.readAllLines(Path.of(i.document()));
    assertThat(lines).contains("swatch Sea Worn Brass 0.25", "dull is 0.6", "bends is 1.33");
    assertThat(lines).anyMatch(l -> l.matches("paint from textures/sea_worn_brass_paint\\.png"));
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }

  @Test
  void aProfileHasWhatItsFormatUsuallyHas() throws Exception {
    HostProfile p = parsed(fields());
    assertThat(p.environment()).isEqualTo("none");
    assertThat(p.shapes()).isEqualTo("beside");
    assertThat(p.documentName("net")).isEqualTo("net.swatches");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "surface | gloss paint | “surface” is “gloss paint”; for this format it can be swatch",
        "environment | dome | “environment” is “dome”; for the format swatch-list it can be none",
        "projection | triplanar | “projection” can be triplanar for the format materialx-1.39 only",
        "package | true | “package” can be true for the formats gltf-2.0 and usd-preview only",
        "format | lists | “format” is “lists”; it can be gltf-2.0, materialx-1.39"
      })
  void whatItCannotIsRefusedByName(String field, String value, String said) {
    Map<String, Object> p = fields();
    p.put(field, value.equals("true") ? Boolean.TRUE : value);
    assertThatThrownBy(() -> parsed(p)).hasMessageContaining(said);
  }

  @Test
  void wholePathsAreRefusedWhereDocumentsMove() {
    Map<String, Object> p = fields();
    p.put("files", Map.of("paths", "absolute"));
    assertThatThrownBy(() -> parsed(p))
        .hasMessageContaining("“files.paths” has to be relative for the format swatch-list");
  }

  @Test
  void noTwoFormatsHaveOneName() {
    assertThat(DocumentFormats.all()).extracting(f -> f.id()).doesNotHaveDuplicates().hasSize(6);
  }
}
