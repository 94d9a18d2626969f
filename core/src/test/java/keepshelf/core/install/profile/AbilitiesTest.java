package keepshelf.core.install.profile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a host can take at all, as the fitting table shows it. */
class AbilitiesTest {
  private static Set<MapRole> roles(String names) {
    return names == null
        ? Set.of()
        : Arrays.stream(names.split(" ")).map(MapRole::valueOf).collect(Collectors.toSet());
  }

  @ParameterizedTest
  @CsvSource({
    "lanternhouse, MATERIAL, BASE_COLOUR ROUGHNESS,",
    "lanternhouse, MATERIAL, HEIGHT,",
    "lanternhouse, MATERIAL, MASK ID, no map that a surface uses",
    "lanternhouse, MATERIAL, PACKED, no map that a surface uses",
    "lanternhouse, MATERIAL, CAVITY CURVATURE, no map that a surface uses",
    "lanternhouse, MATERIAL, , no map that a surface uses",
    "lanternhouse, DECAL, BASE_COLOUR OPACITY,",
    "lanternhouse, PHOTO_TEXTURE, BASE_COLOUR,",
    "lanternhouse, OVERLAY, MASK,",
    "lanternhouse, LIGHT_PATTERN, EMISSION,",
    "lanternhouse, ENSEMBLE, ,",
    "draughtroom, ENVIRONMENT, , drawings have none",
    "draughtroom, OVERLAY, MASK, which this host’s surface does not have",
    "draughtroom, LIGHT_PATTERN, EMISSION, 'it shines, and this host’s surface does not'",
    "kilnwork, OVERLAY, MASK,",
    "quickfoot, OVERLAY, MASK,"
  })
  void kindsAndRolesDecide(String host, ItemKind kind, String names, String reason) {
    HostProfile p = HostProfile.find(host).orElseThrow();
    var said = Abilities.cannot(p, kind, roles(names));
    if (reason == null) {
      assertThat(said).isEmpty();
    } else {
      assertThat(said.orElseThrow()).contains(reason);
    }
  }

  @Test
  void aHostWithoutShapesTakesNoModelsAndOneWithoutLightsNoLights() throws Exception {
    String text =
        HostProfile.find("plain-usd")
            .orElseThrow()
            .text()
            .replaceAll("\"shapes\" *: *\"inside\"", "\"shapes\": \"none\"")
            .replaceAll("\"environment\" *: *\"dome\"", "\"environment\": \"none\"");
    HostProfile p = HostProfile.parse(text);
    assertThat(Abilities.cannot(p, ItemKind.MODEL, Set.of())).get().asString().contains("shapes");
    assertThat(Abilities.cannot(p, ItemKind.ENVIRONMENT, Set.of()))
        .get()
        .asString()
        .contains("format has none");
    HostProfile usual = HostProfile.find("plain-usd").orElseThrow();
    assertThat(Abilities.cannot(usual, ItemKind.MODEL, Set.of())).isEmpty();
    assertThat(Abilities.cannot(usual, ItemKind.ENVIRONMENT, Set.of())).isEmpty();
  }
}
