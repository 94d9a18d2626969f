package keepshelf.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What stands beside a word, a name or a set decides what it means. */
class NamesBesideOthersTest {
  private static Recognition recognise(List<String> paths) {
    return Recogniser.recognise("", paths.stream().map(SourceFile::named).toList());
  }

  @ParameterizedTest
  @CsvSource({
    "rust_leak_decal_01.png, decal",
    "poster_tide_table_decal.png, decal",
    "sticker_residue_overlay_01.jpg, overlay",
    "scratches_07.png, overlay",
    "cracks_mask.png, overlay",
    "lava_flow.jpg, photo-texture",
    "lampglow_light_cookie_02.png, light-pattern",
    "leaves_lightcookie.jpg, light-pattern",
    "blinds_gobo.png, light-pattern",
    "harbour_dusk_hdri.jpg, environment",
    "light_oak.jpg, photo-texture",
    "12.jpg, photo-texture"
  })
  void theLastWordThatNamesAKindSaysIt(String name, String kind) {
    Recognition r = recognise(List.of("shell path/" + name));
    assertThat(r.items()).hasSize(1);
    assertThat(r.items().getFirst().kind().id()).isEqualTo(kind);
    assertThat(r.items().getFirst().key()).matches(".*[a-z].*");
  }

  @Test
  void setsOfTheSameNameInOtherArchivesAreOtherItems() {
    Recognition r =
        recognise(
            List.of(
                "quay.zip!/rope_1k_basecolor.png",
                "quay.zip!/rope_1k_normal.png",
                "hemp.zip!/rope_4k_basecolor.png",
                "hemp.zip!/rope_4k_normal.png",
                "sail_1K.zip!/sail_1k_basecolor.png",
                "sail_1K.zip!/sail_1k_normal.png",
                "sail_4K.zip!/sail_4k_basecolor.png",
                "sail_4K.zip!/sail_4k_normal.png"));
    assertThat(r.items()).extracting(i -> i.maps().size()).containsExactlyInAnyOrder(2, 2, 4);
  }

  @Test
  void aLetterMeansWhatItMeansInSetsThatAreNamedAlike() {
    Recognition r =
        recognise(
            List.of(
                "quay.zip!/mast/mast_D.png",
                "quay.zip!/mast/mast_N.png",
                "quay.zip!/mast/mast_O.png",
                "quay.zip!/mast/mast_AO.png",
                "quay.zip!/boom/boom_D.png",
                "quay.zip!/boom/boom_N.png",
                "quay.zip!/boom/boom_O.png",
                "shed.zip!/door_D.png",
                "shed.zip!/door_N.png",
                "shed.zip!/door_O.png",
                "loft.zip!/beam_albedo.png",
                "loft.zip!/beam_ao.png"));
    Map<String, MapRole> found = new LinkedHashMap<>();
    r.items().forEach(i -> i.maps().forEach(m -> found.put(m.file().name(), m.role())));
    assertThat(found)
        .containsEntry("mast_O.png", MapRole.OPACITY)
        .containsEntry("boom_O.png", MapRole.OPACITY)
        .containsEntry("door_O.png", MapRole.AMBIENT_OCCLUSION);
  }

  /** What real downloads are named like, each letter a folder of its own. */
  @Test
  void whatStandsBesideANameSaysWhatItIs() {
    Map<String, String> truth = new LinkedHashMap<>();
    for (String line :
        """
        A/Panel.png | panel base-colour
        A/Panel_Normal.png | panel normal
        A/Panel_A.png | panel_a base-colour
        A/Panel_A_Normal.png | panel_a normal
        A/Panel_E.png | panel_e base-colour
        A/Panel_E_Normal.png | panel_e normal
        A/Panel_H.png | panel_h base-colour
        A/Panel_H_Normal.png | panel_h normal
        B/tile_a.jpg | tile_a base-colour
        B/tile_b.jpg | tile_b base-colour
        B/tile_c.jpg | tile_c base-colour
        B/tile_d.jpg | tile_d base-colour
        B/tile_e.jpg | tile_e base-colour
        C/s112-03b.jpg | s112_03b base-colour
        C/t112-03b.jpg | t112_03b base-colour
        D/deck01_n.png | deck01 normal
        D/deck01_z.png | deck01 height
        D/deck02_n.png | deck02 normal
        D/deck02_z.png | deck02 height
        D/deck03_n.png | deck03 normal
        D/deck03_z.png | deck03 height
        D/deck04_n.png | deck04 normal
        D/deck04_z.png | deck04 height
        E/driftsnow01.jpg | driftsnow01 base-colour
        E/driftsnow01z.jpg | driftsnow01 height
        E/driftsnow02.jpg | driftsnow02 base-colour
        E/driftsnow02z.jpg | driftsnow02 height
        E/driftsnow03.jpg | driftsnow03 base-colour
        E/driftsnow03z.jpg | driftsnow03 height
        E/driftsnow04.jpg | driftsnow04 base-colour
        E/driftsnow04z.jpg | driftsnow04 height
        F/cork.jpg | cork base-colour
        F/cork_b.jpg | cork bump
        F/cork_n.jpg | cork normal
        G/hull.png | hull base-colour
        G/hull_gloss.png | hull gloss
        H/mast.png | mast base-colour
        H/mast_rough.png | mast roughness
        I/lamp.png | lamp base-colour
        I/lamp_glow.png | lamp emission
        J/barge02a_d.png | barge02 base-colour
        J/barge02_n.png | barge02 normal
        J/barge02_s.png | barge02 specular
        K/sheer01_c.png | sheer base-colour
        K/sheer02_c.png | sheer base-colour
        K/sheer_n.png | sheer normal
        L/Sail_Storm_Albedo.png | sail base-colour
        L/Sail_Kelp_Albedo.png | sail base-colour
        L/Sail_Natural_Albedo.png | sail base-colour
        L/Sail_Normal.png | sail normal
        L/Sail_Roughness.png | sail roughness
        M/brine_Höhe.png | brine height
        M/brine_Farbe.png | brine base-colour
        M/brine_Rauheit.png | brine roughness
        N/net_desplazamiento.png | net height
        N/net_albedo.png | net base-colour
        N/net_法線.png | net normal
        O/reed_BCA.png | reed base-colour
        O/reed_NRA.png | reed packed
        O/reed_Opc.png | reed opacity
        P/dory_Albedo.png | dory base-colour
        P/dory_Normal.png | dory normal
        P/dory_MAOHS.png | dory packed
        P/dory_FlakeMask.png | dory mask
        Q/wharf_AlbedoSmoothness.png | wharf base-colour
        Q/wharf_n_ypos.png | wharf normal
        R/kelprough.png | kelp roughness
        R/kelpocc.png | kelp ambient-occlusion
        R/kelpdiff.png | kelp base-colour
        S/rope_Disp_8-bit.png | rope height
        S/rope_Color.png | rope base-colour
        T/3b1c9e20-4f0e-4a7b-9d2e-0c5f6a7b8c9d_diffuse.png | 3b1c9e204f0e4a7b9d2e0c5f6a7b8c9d base-colour
        T/3b1c9e20-4f0e-4a7b-9d2e-0c5f6a7b8c9d_normal.png | 3b1c9e204f0e4a7b9d2e0c5f6a7b8c9d normal
        W/reel_AlbedoAO.png | reel base-colour
        W/reel_Normal.png | reel normal
        W/reel_SPEC_ROUGH.png | reel packed
        W/reel_sss_color.png | reel translucency
        W/reel_thickness.png | reel thickness
        W/reel_Sheen_Roughness.png | reel sheen
        X/ship_base_color.png | ship_base base-colour
        X/ship_base_normal.png | ship_base normal
        X/ship_base_roughness.png | ship_base roughness
        Y/pool_glassy.jpg | pool_glassy base-colour
        Y/pool_wet.jpg | pool_wet base-colour
        Z/glass_shatter.png | glass_shatter base-colour
        AA/cord_normal.png | cord normal
        BB/larch_rough.png | larch_rough base-colour
        BB/larch_rough_height.png | larch_rough height
        CC/oak_COL.png | oak base-colour
        CC/elm_COL.png | elm base-colour
        CC/elm_NRM.png | elm normal
        DD/canvas_Diffuse_Alpha.tga | canvas base-colour
        DD/canvas_Normal_Height.tga | canvas normal
        DD/canvas_Spec_Gloss.tga | canvas packed
        EE/wall_d.dds | wall base-colour
        EE/wall_n.dds | wall normal
        EE/wall_s.dds | wall specular
        EE/wall_p.dds | wall height
        FF/lantern_Emissive_Color.png | lantern emission
        FF/lantern_Emissive_Mask.png | lantern mask
        FF/lantern_Base_Color.png | lantern base-colour
        GG/foam_flowmap.png | foam mask
        GG/foam_col.png | foam base-colour
        HH/pier_v2_final_albedo (copy).png | pier_final base-colour
        HH/pier_v2_final_normal (copy).png | pier_final normal
        U/tarp_flap.exr | - unknown-image
        U/tarp_diff.png | tarp base-colour
        U/tarp_rough.png | tarp roughness
        """
            .split("\n")) {
      truth.put(line.split(" \\| ")[0].trim(), line.split(" \\| ")[1].trim());
    }
    Map<String, String> found = new LinkedHashMap<>();
    Recognition r = recognise(List.copyOf(truth.keySet()));
    r.items()
        .forEach(
            i -> i.maps().forEach(m -> found.put(m.file().path(), i.key() + " " + m.role().id())));
    r.loose().forEach(l -> found.put(l.file().path(), "- " + l.sort().id()));
    assertThat(found).containsExactlyInAnyOrderEntriesOf(truth);
  }
}
