package keepshelf.core.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.json.Json;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FinishSettingTest {
  private static final Finish PLAIN = Finish.named("Weathered");

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "tile|40 cm|0.4 m",
        "turn|-30°|-30",
        "right|10 cm|0.1 m",
        "up|-5 cm|-0.05 m",
        "relief|0.4 cm|4 mm",
        "normal|1,5|1.5",
        "roughness|0.3 to 0.9|0.3..0.9",
        "roughness|0,3..0,9|0.3..0.9",
        "roughness|0.5|0.5..0.5",
        "hue|−12|-12",
        "saturation|0|0",
        "brightness|1.10 ×|1.1",
        "contrast|2|2",
        "tint|D8E0D0|#d8e0d0",
        "invert|yes|yes",
        "transmission|0,9|0.9",
        "thin|yes|yes",
        "roughness-from|0.1–0.8|0.1..0.8",
        "roughness-curve|0,4|0.4",
        "height|0.2..1|0.2..1",
        "height|1..0|1..0",
        "height-from|0.25 to 0.75|0.25..0.75",
        "height-curve|0.9|0.9",
        "relief-follows|no|no",
        "occlusion|70 %|0.7",
        "occlusion|off|off",
        "occlusion|0|off",
        "occlusion|1|1",
        "opacity-threshold|0.35|0.35",
        "emission|2 ×|2",
        "inverted|height, roughness|roughness, height",
        "inverted|height height|height",
        "overlay-1|drip_streaks|drip_streaks; amount 0.5; roughness",
        "overlay-1|drip_streaks;turn -90;tile 80 cm|drip_streaks; tile 0.8 m; turn 270; amount 0.5;"
            + " roughness",
        "overlay-1|slate/Height; amount −0.3; normal, colour 112233|slate/height; amount -0.3; "
            + "colour #112233, normal"
      })
  void everySettingIsReadAsItWasWrittenAndForgottenWhenEmpty(
      String setting, String typed, String kept) {
    FinishSetting s = FinishSetting.ofId(setting).orElseThrow();
    Finish f = s.write(PLAIN, typed);
    assertThat(s.read(f)).isEqualTo(kept);
    assertThat(s.read(s.write(f, kept))).isEqualTo(kept);
    assertThat(Json.mapper().readValue(Json.line(f), Finish.class)).isEqualTo(f);
    assertThat(s.write(f, " ")).as("as the item has it").isEqualTo(PLAIN);
    for (FinishSetting other : FinishSetting.values()) {
      if (other != s) {
        assertThat(other.read(f)).isEmpty();
      }
    }
  }

  @Test
  void examplesAreUnderstood() {
    for (FinishSetting s : FinishSetting.values()) {
      if (s.id().matches("overlay-[2-4]")) {
        continue;
      }
      assertThat(s.read(s.write(PLAIN, s.example())))
          .as(s.id())
          .isEqualTo(
              s.example().equals("10 cm")
                  ? "0.1 m"
                  : s.example().equals("-5 cm") ? "-0.05 m" : s.example());
    }
  }

  @Test
  void overlaysKeepTheirOrderAndCloseUpWhenOneIsTakenAway() {
    Finish f = PLAIN;
    for (String s : new String[] {"dust", "drip", "wear; amount 0.2"}) {
      f = FinishSetting.OVERLAY_4.write(f, s);
    }
    assertThat(FinishSetting.OVERLAY_2.read(f)).startsWith("drip;");
    f = FinishSetting.OVERLAY_2.write(f, "moss");
    f = FinishSetting.OVERLAY_1.write(f, "");
    assertThat(f.laid()).extracting(o -> o.item()).containsExactly("moss", "wear");
    f = FinishSetting.OVERLAY_1.write(FinishSetting.OVERLAY_1.write(f, ""), "");
    assertThat(f).isEqualTo(PLAIN);
  }

  @ParameterizedTest
  @CsvSource({
    "tile,-1 m",
    "tile,wide",
    "turn,400",
    "roughness,2",
    "roughness,0.2..x",
    "normal,-1",
    "tint,#12",
    "invert,maybe",
    "saturation,-1",
    "overlay-1,drip; turn 45",
    "overlay-1,drip; amount 2",
    "overlay-1,drip; shine",
    "overlay-1,drip/normal",
    "overlay-1,drip; colour",
    "overlay-1,; amount 0.3",
    "overlay-1,drip; tile wide",
    "roughness-from,0.5..0.5",
    "roughness-from,0.8..0.2",
    "roughness-curve,0",
    "height-curve,1",
    "height,2",
    "occlusion,1.5",
    "occlusion,130 %",
    "opacity-threshold,-1",
    "emission,-2",
    "inverted,normal",
    "inverted,base-colour",
    "inverted,shine",
    "relief-follows,perhaps",
    "hue,NaN"
  })
  void nonsenseIsSaidWithAnExample(String setting, String typed) {
    FinishSetting s = FinishSetting.ofId(setting).orElseThrow();
    assertThatThrownBy(() -> s.write(PLAIN, typed))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(typed);
  }

  @Test
  void onlyTheRolesThatItSpeaksOfAreTouched() {
    Finish f = FinishSetting.ROUGHNESS.write(PLAIN, "0.2..0.6");
    assertThat(Finishing.of(f, MapRole.ROUGHNESS)).isPresent();
    assertThat(Finishing.of(f, MapRole.BASE_COLOUR)).isEmpty();
    assertThat(Finishing.of(f, MapRole.NORMAL)).isEmpty();
    assertThat(Finishing.of(null, MapRole.ROUGHNESS)).isEmpty();
    float[] rough = {0, 0.5f, 1};
    float[] gloss = {1, 0.5f, 0};
    Finishing.of(f, MapRole.ROUGHNESS).orElseThrow().apply(rough, 1);
    Finishing.of(f, MapRole.GLOSS).orElseThrow().apply(gloss, 1);
    assertThat(rough).containsExactly(0.2f, 0.4f, 0.6f);
    for (int i = 0; i < rough.length; i++) {
      assertThat(gloss[i]).isEqualTo(1 - rough[i], org.assertj.core.api.Assertions.within(1e-6f));
    }
    Finish same = FinishSetting.SATURATION.write(FinishSetting.HUE.write(PLAIN, "9"), "1");
    assertThat(Finishing.of(FinishSetting.HUE.write(same, ""), MapRole.BASE_COLOUR)).isEmpty();
  }
}
