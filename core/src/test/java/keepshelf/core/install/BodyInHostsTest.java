package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.plan.InstallPlan;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a finish says of the substance reaches each format as a value that stays editable. */
class BodyInHostsTest extends OnSmallShelf {
  private static Finish set(Finish f, FinishSetting s, String text) {
    return s.write(f, text);
  }

  private static final Finish WET =
      set(
          set(set(Finish.named("Wet"), FinishSetting.IOR, "1.33"), FinishSetting.COAT, "0.8"),
          FinishSetting.COAT_ROUGHNESS,
          "0.05");

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "plain-gltf | \"ior\":1.33 | \"clearcoatFactor\":0.8 | \"clearcoatRoughnessFactor\":0.05",
        "plain-materialx | name=\"specular_IOR\"type=\"float\"value=\"1.33\" | "
            + "name=\"coat\"type=\"float\"value=\"0.8\" | "
            + "name=\"coat_roughness\"type=\"float\"value=\"0.05\"",
        "plain-openpbr | name=\"specular_ior\"type=\"float\"value=\"1.33\" | "
            + "name=\"coat_weight\"type=\"float\"value=\"0.8\" | "
            + "name=\"coat_roughness\"type=\"float\"value=\"0.05\"",
        "plain-usd | floatinputs:ior=1.33 | floatinputs:clearcoat=0.8 | "
            + "floatinputs:clearcoatRoughness=0.05",
        "plain-obj | Ni1.33 | Ks0.020059 | illum2"
      })
  void theValuesStandInTheDocument(String profile, String ior, String coat, String rough)
      throws Exception {
    HostRecord host = new HostRecord("Loft", profile, dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    InstallPlan plan =
        shelf.installer().plan(shelf.item("tarred_rope"), host, InstallOptions.NONE.finished(WET));
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    StringBuilder all = new StringBuilder();
    try (var files = Files.walk(Path.of(i.document()).getParent())) {
      for (Path f : files.filter(Files::isRegularFile).toList()) {
        if (f.toString().matches(".*\\.(gltf|mtlx|usda|mtl)")) {
          all.append(Files.readString(f));
        }
      }
    }
    assertThat(all.toString().replaceAll("\\s+", "")).contains(ior, coat, rough);
    assertThat(String.join(" ", plan.remarks()))
        .matches(r -> r.contains("no clear layer") == profile.equals("plain-obj"));
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }

  @ParameterizedTest
  @CsvSource({"4 %, 1.5", "2, 1.3294", "0.0 %, 1", "17.2, 2.4172"})
  void reflectanceAndIndexAreOneThing(String percent, double ior) {
    Finish f = set(Finish.named("x"), FinishSetting.REFLECTANCE, percent);
    assertThat(f.body().ior()).isCloseTo(ior, within(1e-3));
    Finish again = set(Finish.named("x"), FinishSetting.IOR, FinishSetting.IOR.read(f));
    assertThat(FinishSetting.REFLECTANCE.read(again)).isEqualTo(FinishSetting.REFLECTANCE.read(f));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "plain-gltf | \"transmissionFactor\":0.9 | KHR_materials_volume\":{\"thicknessFactor\":0.1"
            + " | no",
        "plain-gltf | \"transmissionFactor\":0.9 | \"KHR_materials_transmission\" | yes",
        "plain-materialx | name=\"transmission\"type=\"float\"value=\"0.9\" | "
            + "name=\"thin_walled\"type=\"boolean\"value=\"false\" | no",
        "plain-materialx | name=\"transmission\"type=\"float\"value=\"0.9\" | "
            + "name=\"thin_walled\"type=\"boolean\"value=\"true\" | yes",
        "plain-openpbr | name=\"transmission_weight\"type=\"float\"value=\"0.9\" | "
            + "name=\"geometry_thin_walled\"type=\"boolean\"value=\"true\" | yes",
        "plain-usd | | | no",
        "plain-obj | | | yes"
      })
  void lightGoesThroughWhereTheFormatSaysSo(String profile, String value, String body, String thin)
      throws Exception {
    HostRecord host = new HostRecord("Loft", profile, dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    Finish clear = set(Finish.named("Clear"), FinishSetting.TRANSMISSION, "0.9");
    clear = set(clear, FinishSetting.THIN, thin);
    InstallPlan plan =
        shelf
            .installer()
            .plan(shelf.item("tarred_rope"), host, InstallOptions.NONE.finished(clear));
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    if (value != null) {
      assertThat(Files.readString(Path.of(i.document())).replaceAll("\\s+", ""))
          .contains(value, body)
          .matches(d -> d.contains("KHR_materials_volume") == body.contains("thickness"));
    }
    assertThat(String.join(" ", plan.remarks()).contains("lets no light through"))
        .isEqualTo(value == null);
  }

  @Test
  void whatSaysNothingIsNotRecorded() {
    Finish f = set(WET, FinishSetting.IOR, "");
    f = set(f, FinishSetting.COAT, "");
    assertThat(set(f, FinishSetting.COAT_ROUGHNESS, "").body()).isNull();
  }
}
