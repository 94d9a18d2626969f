package keepshelf.core.install.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.install.profile.HostProfile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Plain numbers of a surface: the finish goes before the profile, that before the format. */
class InputsTest {
  private static Finish of(Finish.Body body, Finish.Maps maps) {
    return new Finish("f", null, null, null, null, null, null, null, null, body, maps, null);
  }

  private static Map<String, Double> values(
      HostProfile p, Set<Texture> textures, Opacity opacity, Finish finish) {
    return Inputs.of(p, textures, opacity, finish).stream()
        .collect(Collectors.toMap(Value::input, Value::value));
  }

  private static HostProfile host(String id) {
    return HostProfile.find(id).orElseThrow();
  }

  private static BodyInputs body(HostProfile p) {
    return p.document().body(p.surface()).orElseThrow();
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "plain-openpbr", "proscenia", "quickfoot", "plain-obj"})
  void whatAPersonSaysOfTheSubstanceIsWritten(String id) {
    HostProfile p = host(id);
    BodyInputs in = body(p);
    Finish f = of(new Finish.Body(1.33, 0.7, 0.2, 0.4, false), null);
    Map<String, Double> v = values(p, Set.of(), Opacity.OPAQUE, f);
    if (in.ior() != null) {
      assertThat(v.get(in.ior())).isEqualTo(1.33);
    } else if (in.reflectance() != null) {
      assertThat(v.get(in.reflectance())).isCloseTo(Math.pow(0.33 / 2.33, 2), within(1e-12));
    }
    if (in.coat() != null) {
      assertThat(v.get(in.coat())).isEqualTo(0.7);
      assertThat(v.get(in.coatRoughness())).isEqualTo(0.2);
    }
    if (in.transmission() != null) {
      assertThat(v.get(in.transmission())).isEqualTo(0.4);
    }
  }

  @Test
  void aThinSheetHasNoThickness() {
    HostProfile p = host("quickfoot");
    BodyInputs in = body(p);
    Finish solid = of(new Finish.Body(null, null, null, 1.0, false), null);
    Finish thin = of(new Finish.Body(null, null, null, 1.0, true), null);
    Finish opaque = of(new Finish.Body(null, null, null, 0.0, true), null);
    assertThat(values(p, Set.of(), Opacity.OPAQUE, solid).get(in.thickness())).isPositive();
    assertThat(values(p, Set.of(), Opacity.OPAQUE, thin).get(in.thickness())).isEqualTo(0);
    assertThat(values(p, Set.of(), Opacity.OPAQUE, opaque)).doesNotContainKey(in.thickness());
  }

  @Test
  void aCoatOfNothingIsNotWrittenAndOneWithoutRoughnessIsSmooth() {
    HostProfile p = host("lanternhouse");
    BodyInputs in = body(p);
    Map<String, Double> none =
        values(p, Set.of(), Opacity.OPAQUE, of(new Finish.Body(null, 0.0, 0.3, null, null), null));
    Map<String, Double> usual = values(p, Set.of(), Opacity.OPAQUE, null);
    assertThat(none).isEqualTo(usual);
    Map<String, Double> smooth =
        values(p, Set.of(), Opacity.OPAQUE, of(new Finish.Body(null, 1.0, null, null, null), null));
    assertThat(smooth.get(in.coatRoughness())).isEqualTo(0);
  }

  @Test
  void anInputWithAPictureGetsNoNumber() {
    HostProfile p = host("lanternhouse");
    Map<String, Double> usual = values(p, Set.of(), Opacity.OPAQUE, null);
    assertThat(usual).containsKey("specular_roughness");
    Texture rough = new Texture("specular_roughness", Use.GREY, "rough.png");
    assertThat(values(p, Set.of(rough), Opacity.OPAQUE, null))
        .doesNotContainKey("specular_roughness")
        .hasSize(usual.size() - 1);
  }

  @Test
  void thresholdAndBrightnessAreNumbersWhereTheFormatHasThem() {
    HostProfile p = host("quickfoot");
    BodyInputs in = body(p);
    Finish f = of(null, new Finish.Maps(null, null, 0.3, 4.0, null, null));
    Map<String, Double> cut = values(p, Set.of(), Opacity.CUT_OUT, f);
    assertThat(cut.get(in.threshold())).isEqualTo(0.3);
  }

  @Test
  void aProfilesOwnValuesHoldUntilAFinishSaysOtherwise() throws Exception {
    BodyInputs in = body(host("plain-usd"));
    String text = host("plain-usd").text();
    String with =
        text.replaceFirst("\"values\" *: *\\{ *\\}", "\"values\": {\"" + in.ior() + "\": 1.7}");
    assertThat(with).isNotEqualTo(text);
    HostProfile p = HostProfile.parse(with);
    assertThat(values(p, Set.of(), Opacity.OPAQUE, null).get(in.ior())).isEqualTo(1.7);
    Finish f = of(new Finish.Body(1.4, null, null, null, null), null);
    assertThat(values(p, Set.of(), Opacity.OPAQUE, f).get(in.ior())).isEqualTo(1.4);
  }
}
