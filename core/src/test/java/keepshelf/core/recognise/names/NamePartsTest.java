package keepshelf.core.recognise.names;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.Collectors;
import keepshelf.imaging.analyse.Handedness;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Names are taken apart as people, programs and sources write them. */
class NamePartsTest {
  /** Words with a letter for what they are for; + for a word that stood against the one before. */
  private static String taken(String name) {
    return NameParts.of(name).words().stream()
        .map(w -> (w.joined() ? "+" : "") + w.text() + ":" + w.use().name().charAt(0))
        .collect(Collectors.joining(" "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "tarred_rope_diffuse | tarred:N rope:N diffuse:N",
        "TarredRopeDiffuse | tarred:N +rope:N +diffuse:N",
        "tarred-rope.diffuse | tarred:N rope:N diffuse:N",
        "tarred rope (diffuse) | tarred:N rope:N diffuse:N",
        "Rope04_2K | rope:N +04:N 2k:R",
        "Rope_2k-JPG | rope:N 2k:R jpg:F",
        "rope_4096 | rope:N 4096:R",
        "rope_4096x2048 | rope:N 4096x2048:R",
        "rope_1500px | rope:N 1500px:R",
        "rope_1500 | rope:N 1500:N",
        "rope_33k | rope:N 33k:N",
        "rope_0k | rope:N 0k:N",
        "rope_P1024 | rope:N p:N +1024:N",
        "rope_Albedo1024 | rope:N albedo:N +1024:R",
        "rope_1001 | rope:N 1001:T",
        "rope_1100 | rope:N 1100:N",
        "rope_1000 | rope:N 1000:N",
        "rope_01001 | rope:N 01001:N",
        "rope_1042_diffuse | rope:N 1042:N diffuse:N",
        "rope_diffuse_1042 | rope:N diffuse:N 1042:T",
        "NRM16_rope | nrm:N +16:D rope:N",
        "rope_disp32 | rope:N disp:N +32:D",
        "rope_disp_16bit | rope:N disp:N 16bit:D",
        "rope_disp_16_bits | rope:N disp:N 16:D bits:F",
        "rope_height_32f | rope:N height:N 32:N +f:N",
        "rope_x16 | rope:N x:N +16:N",
        "rope_NormalGL | rope:N normalgl:N",
        "rope_Normal_OpenGL | rope:N normal:N opengl:H",
        "rope_glnormal | rope:N gl:H +normal:N",
        "rope_OpenGLNormal | rope:N opengl:H +normal:N",
        "rope_DirectXNormal | rope:N directx:H +normal:N",
        "rope_dxnormal_2k | rope:N dx:H +normal:N 2k:R",
        "rope_abnormal | rope:N abnormal:N",
        // Said twice: the second time it only says which way it faces.
        "rope_normal_openGLnormal | rope:N normal:N openglnormal:H",
        "rope_nrm_dxnormal | rope:N nrm:N dxnormal:H",
        "rope_Normal_DirectX | rope:N normal:N directx:H",
        "rope_norm_YUp | rope:N norm:N yup:H",
        "rope_diffuse_sRGB | rope:N diffuse:N srgb:F",
        "rope_HiRes | rope:N hires:F",
        "rope_LOD0_n | rope:N +lod0:F n:N",
        "rope_LOD12 | rope:N +lod12:F",
        "rope_lodge | rope:N lodge:N",
        "rope_png | rope:N png:F",
        "rope_PNG16 | rope:N png16:F",
        "rope_TIFF8 | rope:N tiff8:F",
        "AOs_rope | aos:N rope:N",
        "XMLRope | xml:N +rope:N",
        "rope2 | rope:N +2:N",
        "2rope | 2:N +rope:N",
        "seil_größe | seil:N größe:N",
        "канат_diffuse | канат:N diffuse:N",
        "绳子_diffuse | 绳子:N diffuse:N",
        "3f2504e0-4f89-11d3-9a0c-0305e82c3301_d | 3f2504e04f8911d39a0c0305e82c3301:N d:N",
        "9e107d9d372bb6826bd81d3542a419d6 | 9e107d9d372bb6826bd81d3542a419d6:N",
        "deadbeef | deadbeef:N",
        "rope__--..diffuse | rope:N diffuse:N"
      })
  void wordsAndWhatTheyAreFor(String name, String words) {
    assertThat(taken(name)).isEqualTo(words);
  }

  @ParameterizedTest
  @CsvSource({
    "rope_2K, 2K",
    "rope_2k, 2K",
    "rope_2048, 2K",
    "rope_512, 512",
    "rope_4096x4096, 4K",
    "rope_8192x1024, 8K",
    "rope_1024, 1K",
    "rope_1500px, 2K",
    "rope_16K, 16K",
    "rope_32k, 16K",
    // The one that is spelled out counts, and a bare number beside it is part of the name.
    "rope_1024_4k, 4K",
    "rope_4k_1024, 4K",
    "2k_rope_4k, 4K",
    "rope,",
    "rope_255,",
    "rope_3000,"
  })
  void resolutions(String name, String label) {
    assertThat(NameParts.of(name).resolution()).isEqualTo(label);
  }

  @ParameterizedTest
  @CsvSource({
    "rope_v2, 2",
    "rope_v1.2, 1.2",
    "rope_v1.2.3, 1.2.3",
    "rope_V02, 2",
    "rope-ver3, 3",
    "rope version 4, 4",
    "rope_rev_5, 5",
    "rope_Rev.6, 6",
    "ropeV3, 3",
    "rope_v0, 0",
    "v2,",
    "rope_v1234,",
    "rope_valve2,",
    "rope_2,",
    "rope_1.2,",
    "rope_v2x,"
  })
  void versionsThatAWordAnnounces(String name, String version) {
    assertThat(NameParts.of(name).version()).isEqualTo(version);
  }

  @ParameterizedTest
  @CsvSource({
    "harbour_nets_1.2, 1.2, harbour_nets", "harbour nets 1.2.3, 1.2.3, harbour_nets",
    "harbour_nets_1.2_2K, 1.2, harbour_nets", "harbour_nets_v3, 3, harbour_nets",
    "harbour_nets_1.2_PNG, 1.2, harbour_nets", "harbour_nets_1.2m, , harbour_nets_1_2m",
    "harbour_1.2_nets_and_rope, , harbour_1_2_nets_and_rope", "harbour_nets, , harbour_nets",
    "1.2, , 1_2", "nets_1.2.3.4, , nets_1_2_3_4"
  })
  void versionsOfPacksStandAtTheirEnd(String name, String version, String key) {
    NameParts p = NameParts.ofPack(name);
    assertThat(p.version()).isEqualTo(version);
    assertThat(p.key()).isEqualTo(key);
  }

  @ParameterizedTest
  @CsvSource({
    "rope_1001, 1001", "rope.1042, 1042", "rope_u1_v1, 1001", "rope_u3_v2, 1013", "rope_u0_v1, 0",
    "rope_u1_v0, 0", "rope_1001_diffuse, 0", "rope_1100, 0", "rope_1024, 1024", "rope_1024px, 0"
  })
  void tiles(String name, int tile) {
    assertThat(NameParts.of(name).tile()).isEqualTo(tile);
  }

  @ParameterizedTest
  @CsvSource({
    "hull.1001.diffuse, 1, 1001",
    "hull_1042_diffuse_2k, 1, 1042",
    "1001_hull_diffuse, -1, 0",
    "hull1001_diffuse, -1, 0",
    "hull_diffuse, -1, 0"
  })
  void numbersInsideNamesMayCountTiles(String name, int place, int number) {
    NameParts p = NameParts.of(name);
    assertThat(p.innerTile()).isEqualTo(place);
    assertThat(p.innerTileNumber()).isEqualTo(number);
    if (place >= 0) {
      NameParts tiled = p.withInnerTile();
      assertThat(tiled.tile()).isEqualTo(number);
      assertThat(tiled.key()).doesNotContain(String.valueOf(number));
      assertThat(tiled.innerTile()).isEqualTo(-1);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "n_gl, GL",
    "n_OGL, GL",
    "n_dx, DX",
    "n_D3D, DX",
    "n_Y+, GL",
    "n_+Y, GL",
    "n_Y-, DX",
    "n_-Y, DX",
    "n_y+_2k, GL",
    "n_yplus, GL",
    "n_YMinus, DX",
    "n_glass, UNKNOWN",
    "navy-blue, UNKNOWN",
    "n, UNKNOWN",
    "normal_openGLnormal, GL"
  })
  void waysOfFacing(String name, Handedness handedness) {
    assertThat(NameParts.of(name).handedness()).isEqualTo(handedness);
  }

  @ParameterizedTest
  @CsvSource({
    "rope (1), rope",
    "rope (12), rope",
    "rope(2), rope",
    "rope - Copy, rope",
    "rope copy, rope",
    "rope_copy_2, rope",
    "rope - Copy (3), rope",
    "rope (1) (2), rope",
    "Copy of rope, rope",
    "copy 2 of rope, rope",
    "rope (1) - Copy, rope"
  })
  void marksOfRepeatedDownloadsAreCutOff(String name, String key) {
    NameParts p = NameParts.of(name);
    assertThat(p.copy()).isTrue();
    assertThat(p.key()).isEqualTo(key);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"(1)", "rope (wet)", "rope (1999)", "photocopy", "copyrope", "rope_2", "copy"})
  void otherBracketsAndWordsStay(String name) {
    assertThat(NameParts.of(name).copy()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "Rope04, rope04",
    "rope_04, rope_04",
    "Rope04Wet, rope04wet",
    "4Rope, 4rope",
    "a1b2, a1b2",
    "rope_2k_wet, rope_wet",
    "WetKelp, wet_kelp",
    "wet_kelp, wet_kelp"
  })
  void keys(String name, String key) {
    assertThat(NameParts.of(name).key()).isEqualTo(key);
  }

  @ParameterizedTest
  @CsvSource({
    "tarred_rope, tarredrope",
    "rope_1_2, rope1_2",
    "1_2, 1_2",
    "a_1, a1",
    "1_a, 1a",
    "_a_, a",
    "_1, 1",
    "1_, 1"
  })
  void foldedKeysKeepNumbersApart(String key, String folded) {
    assertThat(NameParts.folded(key)).isEqualTo(folded);
  }

  @ParameterizedTest
  @CsvSource({
    "tarred_rope, Tarred Rope, Tarred Rope",
    "ha_slate, HA_Slate-Shingle, HA Slate",
    "ha_slate, HA_SLATE, Ha Slate",
    "éclair_d, Éclair d, Éclair D",
    "gn_nets, GN nets, GN Nets",
    "a, A, A"
  })
  void titles(String key, String written, String title) {
    assertThat(NameParts.title(key, written)).isEqualTo(title);
  }

  @ParameterizedTest
  @CsvSource({"2K, true", "PNG_4096, true", "2K-JPG, true", "rope_2k, false", "'', false"})
  void namesOfResolutionAndFormatAloneNameNothing(String name, boolean only) {
    assertThat(NameParts.of(name).onlyMeta()).isEqualTo(only);
  }

  @Test
  void anythingCanBeTakenApart() {
    Random r = new Random(21);
    String letters = "abRX019_-. ()+yYvV岩é\u0301kK~xbit😀%\u202e";
    int[] points = letters.codePoints().toArray();
    for (int n = 0; n < 5000; n++) {
      StringBuilder b = new StringBuilder();
      for (int i = r.nextInt(25); i >= 0; i--) {
        b.appendCodePoint(points[r.nextInt(points.length)]);
      }
      NameParts p = NameParts.of(b.toString());
      NameParts.ofPack(b.toString());
      assertThat(p.words()).noneMatch(w -> w.text().isEmpty());
      assertThat(p.key()).doesNotContain("__").doesNotStartWith("_").doesNotEndWith("_");
      assertThat(p.tile()).isBetween(0, 1999);
    }
  }
}
