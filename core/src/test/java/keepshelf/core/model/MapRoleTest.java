package keepshelf.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class MapRoleTest {
  /** The roles of the first shelves, in the order of their bits. */
  private static final List<String> FIRST =
      List.of(
          "base-colour",
          "roughness",
          "gloss",
          "metallic",
          "specular",
          "normal",
          "height",
          "bump",
          "ambient-occlusion",
          "cavity",
          "curvature",
          "opacity",
          "emission",
          "translucency",
          "sheen",
          "coat",
          "anisotropy",
          "mask",
          "id",
          "packed");

  @Test
  void whatAnOlderShelfKeptMeansTheSame() {
    for (int bit = 0; bit < FIRST.size(); bit++) {
      assertThat(MapRole.ofId(FIRST.get(bit)).orElseThrow().bit())
          .as(FIRST.get(bit))
          .isEqualTo(bit);
    }
  }

  @Test
  void noTwoRolesShareABit() {
    assertThat(Arrays.stream(MapRole.values()).map(MapRole::bit))
        .containsExactlyInAnyOrderElementsOf(
            IntStream.range(0, MapRole.values().length).boxed().toList());
  }

  @ParameterizedTest
  @EnumSource(MapRole.class)
  void anIdentifierLeadsBackToItsRole(MapRole role) {
    assertThat(MapRole.ofId(role.id())).contains(role);
    assertThat(role.title()).isNotBlank();
    assertThat(role.colour() && role.grey()).isFalse();
  }
}
