package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Every archive of the demo data is understood: what each holds is written down here. */
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class DemoTruthTest {
  /** archive | key: kind, then role or role+handedness of each map, sorted; items by key. */
  private static final String TRUTH =
      """
      HarbourMetals_v1.2_2K-PNG.zip | rust_streaked_hull: material base-colour height normal/gl packed; verdigris_copper: material ambient-occlusion base-colour height metallic normal/gl roughness
      tarred-rope_v2.zip | tarred_rope: material ambient-occlusion ambient-occlusion base-colour base-colour height height normal/dx normal/dx roughness roughness
      bleached_larch_1k.zip | bleached_larch: material ambient-occlusion base-colour height normal/gl roughness
      SeaWornBrass_SG_TIFF.zip | sea_worn_brass: material base-colour gloss height normal/dx specular
      HA_BarnacleCrust_Scan.tar.gz | barnacle_crust: material ambient-occlusion base-colour height normal/dx roughness
      HA_Slate-Shingle.zip | slate_shingle: material ambient-occlusion base-colour height normal/gl roughness
      Pebblejar_Weaves.zip | net_mesh: material base-colour normal/gl opacity roughness; sailcloth: material base-colour height normal/gl roughness
      shore-floor_pack.zip | cork_float: material base-colour normal/gl roughness; shell_path: material base-colour height normal/gl roughness
      GN-BoatPaint_Colourways_1K.7z | boat_paint_blue: material base-colour height normal/dx packed; boat_paint_red: material base-colour height normal/dx packed
      limewash-plaster.tar.xz | limewash_plaster: material base-colour bump normal/gl roughness
      tarred-rope_v3.zip | tarred_rope: material base-colour height mask normal/dx roughness
      HarbourMetals_v1.2_1K-JPG.zip | verdigris_copper: material base-colour metallic normal/gl roughness
      TT_OiledCanvas_UDIM_EXR.zip | tt_oiled_canvas: material base-colour base-colour base-colour height height height normal/dx normal/dx normal/dx roughness roughness roughness
      sailcloth-mtlx.zip | patched_sailcloth: material base-colour height normal/gl roughness
      lamp_room_night.7z | lamp_room_night: environment emission
      harbour-dawn-fog_HDRI.zip | harbour_dawn_fog: environment emission emission
      Pebblejar_Imperfections.zip | drip_streaks_02: overlay mask; fingerprints_brass: overlay mask; salt_bloom_01: overlay mask
      GN_Decals-Gobos.zip | decal_harbour_sign: decal base-colour normal/gl; gobo_lens_caustics: light-pattern emission
      Ledger_photos.zip | img_2041: photo-texture base-colour; img_2042: photo-texture base-colour; keepers_room_wall: photo-texture base-colour
      MooringBollard_model.zip | bollard: model base-colour normal/gl roughness
      Dory+StormLantern.zip | dory: model base-colour base-colour normal/dx normal/dx packed packed; lantern: model base-colour metallic normal/dx roughness
      limewash_colours.tar.zst | limewash_cream: material base-colour normal/gl roughness; limewash_grey: material base-colour normal/gl roughness; limewash_white: material base-colour normal/gl roughness
      larch_two-sizes.zip | worn_larch: material base-colour base-colour normal/dx normal/dx roughness roughness
      kelp_reissue.zip | kelp: material base-colour height metallic normal/gl roughness
      odd-entries.zip | quay_path: material base-colour height normal/gl
      Skerry boards.zip | boards: material ambient-occlusion base-colour bump normal/dx; net_curtain: material base-colour normal/gl
      GN_ShoreGrowth03_1K-JPG.zip | shore_growth_03: material ambient-occlusion base-colour normal/dx roughness
      larch_planks_512_jpg.zip | larch_planks: material ambient-occlusion base-colour roughness
      Pebblejar_Boathouse-Sampler.zip | cork_float: material base-colour normal/gl roughness; sailcloth: material base-colour height normal/gl roughness
      GN_Smudges.zip | overlay_fingerprints: overlay mask
      Ribbed Lens Glass (protected).zip | ribbed_lens_glass: material base-colour normal/gl opacity
      """;

  @TempDir static Path downloads;
  @TempDir static Path work;
  private static final Map<String, Arrival> READ = new TreeMap<>();

  @BeforeAll
  static void readAll() throws Exception {
    DemoPacks.into(downloads);
    try (var all = java.nio.file.Files.list(downloads)) {
      for (Path p : all.sorted().toList()) {
        String password = p.toString().contains("(protected)") ? "skerry" : null;
        Arrival a =
            ArrivalReader.read(
                p.toString(), work, password, List.of(), PixelWitness.NONE, Progress.NONE);
        READ.put(p.getFileName().toString(), a);
        if (a.workspace() != null) {
          FileTrees.deleteQuietly(a.workspace());
        }
      }
    }
  }

  private static String said(Arrival a) {
    TreeSet<String> items = new TreeSet<>();
    for (RecognisedItem i : a.recognition().items()) {
      List<String> maps = new ArrayList<>();
      for (RecognisedMap m : i.maps()) {
        maps.add(
            m.role().id()
                + (m.handedness() == null
                    ? ""
                    : "/" + m.handedness().name().toLowerCase(Locale.ROOT)));
      }
      maps.sort(null);
      items.add(i.key() + ": " + i.kind().id() + " " + String.join(" ", maps));
    }
    return String.join("; ", items);
  }

  @Test
  void everyArchiveHoldsWhatItIsSaidToHold() {
    assertThat(READ).hasSizeGreaterThanOrEqualTo(28);
    Map<String, String> wanted = new TreeMap<>();
    Map<String, String> found = new TreeMap<>();
    for (String line : TRUTH.split("\n")) {
      String archive = line.split(" \\| ")[0];
      wanted.put(archive, line.split(" \\| ")[1].trim());
      found.put(archive, said(READ.get(archive)));
    }
    assertThat(found).isEqualTo(wanted);
  }

  @Test
  void faultsAreFoundWhereTheyAreAndNotElsewhere() {
    assertThat(codes("kelp_reissue.zip"))
        .contains(
            "normal-through-curve",
            "eight-bits-in-sixteen",
            "alpha-unused",
            "metallic-not-binary",
            "aspect-mismatch",
            "not-power-of-two");
    assertThat(codes("larch_two-sizes.zip")).contains("low-detail");
    assertThat(codes("Ledger_photos.zip")).contains("not-tileable");
    // Nothing that tiles by construction is called seamed, nothing sound is called broken.
    for (Map.Entry<String, Arrival> e : READ.entrySet()) {
      if (!e.getKey().equals("kelp_reissue.zip")) {
        assertThat(e.getValue().recognition().items())
            .as(e.getKey())
            .flatMap(RecognisedItem::problems)
            .noneMatch(p -> p.severity() == Problem.Severity.ERROR);
      }
      if (!e.getKey().equals("Ledger_photos.zip")) {
        assertThat(codes(e.getKey())).as(e.getKey()).doesNotContain("not-tileable", "jpeg-traces");
      }
    }
  }

  private static List<String> codes(String archive) {
    return READ.get(archive).recognition().items().stream()
        .flatMap(i -> i.problems().stream())
        .map(Problem::code)
        .toList();
  }

  @Test
  void documentsTellSizeReliefLicenceAndPage() {
    assertThat(READ.get("sailcloth-mtlx.zip").recognition().tileMetres()).isEqualTo(0.25);
    assertThat(READ.get("sailcloth-mtlx.zip").recognition().reliefMetres()).isEqualTo(0.0008);
    assertThat(READ.get("sailcloth-mtlx.zip").text().licence()).isEqualTo("CC-BY-4.0");
    assertThat(READ.get("harbour-dawn-fog_HDRI.zip").text().page()).contains("pebblejar.example");
    assertThat(READ.get("Skerry boards.zip").text().tileMetres()).isEqualTo(1.2);
  }

  @Test
  void brokenAndHostileOnesAreNamedAndTheRestIsKept() {
    assertThat(READ.get("wet-kelp_1K.zip").failed()).isTrue();
    // What would have left the folder, and what is named like a picture and can be read by nobody.
    assertThat(READ.get("odd-entries.zip").problems())
        .extracting(p -> p.code())
        .containsExactlyInAnyOrder(
            "unsafe-entry", "unsafe-entry", "unsafe-entry", "unreadable-image");
    assertThat(READ.get("odd-entries.zip").recognition().loose())
        .anyMatch(l -> l.file().name().equals("broken.png") && l.reason().contains("cut off"));
    assertThat(downloads.getParent().resolve("outside.txt")).doesNotExist();
  }

  @Test
  void onlyWhatIsNotSureIsAsked() {
    long asked = READ.values().stream().mapToLong(Arrival::questions).sum();
    assertThat(asked).isLessThanOrEqualTo(3);
    assertThat(READ.get("Skerry boards.zip").recognition().items())
        .filteredOn(i -> i.key().equals("net_curtain"))
        .allMatch(i -> i.roles().contains(keepshelf.core.model.MapRole.OPACITY));
  }
}
