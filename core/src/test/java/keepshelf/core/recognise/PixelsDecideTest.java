package keepshelf.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the pixels add to, and overrule of, what names say. */
class PixelsDecideTest {
  private static final int SIDE = 128;

  @TempDir Path dir;
  private final Map<String, Pixels> pictures = new LinkedHashMap<>();

  private Arrival read() throws Exception {
    Path folder = Files.createTempDirectory(dir, "set");
    for (var e : pictures.entrySet()) {
      Files.write(folder.resolve(e.getKey()), TestPacks.png(e.getValue()));
    }
    return ArrivalReader.read(
        folder.toString(), dir, null, List.of(), PixelWitness.NONE, Progress.NONE);
  }

  private RecognisedMap map(String file) throws Exception {
    return read().recognition().items().stream()
        .flatMap(i -> i.maps().stream())
        .filter(m -> m.file().name().equals(file))
        .findFirst()
        .orElse(null);
  }

  private static Pixels binary(int seed) {
    return TestPacks.grey(SIDE, seed).mapLevels(0, v -> v > 127 ? 255 : 0);
  }

  private static Pixels rgb(Pixels r, Pixels g, Pixels b) {
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < SIDE * SIDE; i++) {
      out[3 * i] = (byte) r.level(i);
      out[3 * i + 1] = (byte) g.level(i);
      out[3 * i + 2] = (byte) b.level(i);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  @Test
  void aNormalMapIsRecognisedWhateverItIsCalled() throws Exception {
    pictures.put("rope_diff.png", TestPacks.colour(SIDE, 1));
    pictures.put("rope_rough.png", TestPacks.grey(SIDE, 2));
    pictures.put("rope_bump.png", TestPacks.normal(SIDE, 3, false));
    RecognisedMap bump = map("rope_bump.png");
    assertThat(bump.role()).isEqualTo(MapRole.NORMAL);
    assertThat(bump.handedness()).isEqualTo(Handedness.DX);
    pictures.remove("rope_bump.png");
    pictures.put("rope_thing.png", TestPacks.normal(SIDE, 3, true));
    RecognisedMap thing = map("rope_thing.png");
    assertThat(thing.role()).isEqualTo(MapRole.NORMAL);
    assertThat(thing.verdict().sentences()).anyMatch(r -> r.contains("the set beside it has none"));
  }

  @Test
  void aGreyNormalMapIsABumpMap() throws Exception {
    pictures.put("rope_diff.png", TestPacks.colour(SIDE, 1));
    pictures.put("rope_normal.png", TestPacks.grey(SIDE, 3));
    assertThat(map("rope_normal.png").role()).isEqualTo(MapRole.BUMP);
  }

  @Test
  void lettersAreSettledByWhatThePixelsShow() throws Exception {
    pictures.put("rope_n.png", TestPacks.normal(SIDE, 1, true));
    pictures.put("rope_b.png", TestPacks.colour(SIDE, 1));
    pictures.put("rope_d.png", TestPacks.grey16(SIDE, 1));
    pictures.put("rope_o.png", binary(4));
    assertThat(map("rope_b.png").role()).isEqualTo(MapRole.BASE_COLOUR);
    assertThat(map("rope_d.png").role()).isEqualTo(MapRole.HEIGHT);
    assertThat(map("rope_o.png").role()).isEqualTo(MapRole.OPACITY);
    assertThat(map("rope_n.png").role()).isEqualTo(MapRole.NORMAL);
  }

  @Test
  void channelsOfUnknownPackedMapsAreJudgedByTheirValues() throws Exception {
    pictures.put("rope_diff.png", TestPacks.colour(SIDE, 1));
    Pixels bright =
        TestPacks.grey(SIDE, 5).mapLevels(0, v -> v < 50 ? 60 : Math.min(255, 235 + v / 20));
    pictures.put("rope_packed.png", rgb(bright, TestPacks.grey(SIDE, 6), binary(7)));
    RecognisedMap packed = map("rope_packed.png");
    assertThat(packed.role()).isEqualTo(MapRole.PACKED);
    assertThat(packed.channels().roles())
        .containsEntry("g", MapRole.ROUGHNESS)
        .containsEntry("b", MapRole.METALLIC);
    Pixels same = TestPacks.grey(SIDE, 6);
    pictures.remove("rope_packed.png");
    pictures.put("rope_orm.png", rgb(same, same, same));
    assertThat(map("rope_orm.png").verdict().sentences())
        .anyMatch(r -> r.contains("all its channels are alike"));
  }

  @Test
  void theHeightMapConfirmsOrContradictsHowANormalMapFaces() throws Exception {
    pictures.put("rope_nor.png", TestPacks.normal(SIDE, 1, true));
    pictures.put("rope_disp.png", TestPacks.grey16(SIDE, 1));
    RecognisedMap sure = map("rope_nor.png");
    assertThat(sure.handedness()).isEqualTo(Handedness.GL);
    assertThat(sure.handednessVerdict().confidence()).isGreaterThan(0.99);
    assertThat(sure.handednessVerdict().sentences()).anyMatch(r -> r.contains("height map"));
    pictures.put("rope_disp.png", TestPacks.grey16(SIDE, 1).mapLevels(0, v -> 65535 - v));
    RecognisedMap inverted = map("rope_nor.png");
    assertThat(inverted.handedness()).isEqualTo(Handedness.GL);
    assertThat(inverted.handednessVerdict().sentences())
        .anyMatch(r -> r.contains("inverted height map"));
  }

  @Test
  void patternsThatVaryInOneDirectionOnlyAreNotDecided() throws Exception {
    byte[] rgb = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < SIDE * SIDE; i++) {
      double slope = 0.6 * Math.cos(2 * Math.PI * 8 * (i % SIDE) / SIDE);
      double length = Math.sqrt(1 + slope * slope);
      rgb[3 * i] = (byte) Math.round(127.5 * (1 + slope / length));
      rgb[3 * i + 1] = (byte) 128;
      rgb[3 * i + 2] = (byte) Math.round(127.5 * (1 + 1 / length));
    }
    pictures.put("ribs_nor.png", Pixels.u8(SIDE, SIDE, 3, rgb));
    pictures.put("ribs_diff.png", TestPacks.colour(SIDE, 2));
    RecognisedMap m = map("ribs_nor.png");
    assertThat(m.handedness()).isEqualTo(Handedness.UNKNOWN);
    assertThat(m.handednessVerdict().sentences()).anyMatch(r -> r.contains("cannot tell"));
    pictures.remove("ribs_nor.png");
    pictures.put("ribs_nor_dx.png", Pixels.u8(SIDE, SIDE, 3, rgb));
    assertThat(map("ribs_nor_dx.png").handedness()).isEqualTo(Handedness.DX);
  }

  @Test
  void roughnessOrGlossIsHintedAtOrLeftOpen() throws Exception {
    pictures.put("rope_diff.png", TestPacks.colour(SIDE, 1));
    pictures.put("rope_disp.png", TestPacks.grey16(SIDE, 1));
    pictures.put("rope_rough.png", TestPacks.grey(SIDE, 1));
    RecognisedMap like = map("rope_rough.png");
    assertThat(like.role()).isEqualTo(MapRole.ROUGHNESS);
    assertThat(like.verdict().sentences()).anyMatch(r -> r.contains("as gloss tends to be"));
    pictures.put("rope_rough.png", TestPacks.grey(SIDE, 8));
    assertThat(map("rope_rough.png").verdict().sentences())
        .anyMatch(r -> r.contains("cannot tell roughness from gloss"));
  }

  @Test
  void aPersonsWordIsNeverOverruled() throws Exception {
    pictures.put("rope_nor.png", TestPacks.normal(SIDE, 1, true));
    RecognisedMap m = map("rope_nor.png");
    assertThat(m.corrected(MapRole.MASK).verdict().confidence()).isEqualTo(1);
    assertThat(m.corrected(MapRole.MASK).handedness()).isNull();
    assertThat(m.corrected(Handedness.DX).handedness()).isEqualTo(Handedness.DX);
    assertThat(m.corrected(Handedness.DX).asks()).isFalse();
  }

  @Test
  void vectorsProveANormalMapWithoutAName() throws Exception {
    pictures.put("quay.png", TestPacks.normal(SIDE, 3, true));
    RecognisedItem item = read().recognition().items().getFirst();
    assertThat(item.kind()).isEqualTo(ItemKind.MATERIAL);
    assertThat(item.maps().getFirst().role()).isEqualTo(MapRole.NORMAL);
    assertThat(item.maps().getFirst().asks()).isFalse();
  }

  @Test
  void ofSeveralSetsTheOneOfTheSameStemAdopts() throws Exception {
    for (String set : List.of("rope", "sail")) {
      pictures.put(set + "_diff.png", TestPacks.colour(SIDE, set.length() + set.charAt(0)));
      pictures.put(set + "_rough.png", TestPacks.grey(SIDE, set.charAt(1)));
      pictures.put(set + "_qq.png", TestPacks.normal(SIDE, set.charAt(2), true));
    }
    pictures.put("skin.png", TestPacks.colour(SIDE, 77));
    pictures.put("skin2nd.png", TestPacks.normal(SIDE, 78, true));
    for (RecognisedItem i : read().recognition().items()) {
      assertThat(i.roles()).as(i.key()).contains(MapRole.NORMAL, MapRole.BASE_COLOUR);
      assertThat(i.maps()).allMatch(m -> m.file().name().startsWith(i.key()));
    }
  }

  /** Light blue all over, as screens glow; no vector has length one. */
  @Test
  void aBlueGlowIsNoNormalMap() throws Exception {
    Pixels g = TestPacks.grey(SIDE, 5);
    pictures.put(
        "rope_screen.png",
        rgb(
            g.mapLevels(0, v -> 100 + v / 6),
            g.mapLevels(0, v -> 105 + v / 6),
            g.mapLevels(0, v -> 195 + v / 5)));
    pictures.put("rope_diff.png", TestPacks.colour(SIDE, 1));
    pictures.put("rope_rough.png", TestPacks.grey(SIDE, 2));
    RecognisedMap glow = map("rope_screen.png");
    assertThat(glow == null ? null : glow.role()).isNotEqualTo(MapRole.NORMAL);
  }

  /** Normal maps alone: neither one of the other, nor two under one key. */
  @Test
  void normalMapsWithoutASetStayApart() throws Exception {
    for (String name : List.of("bricks", "brickwall", "wall01", "wall02", "12")) {
      pictures.put(name + ".png", TestPacks.normal(SIDE, name.hashCode(), true));
    }
    pictures.put("slate1_diff.png", TestPacks.colour(SIDE, 40));
    pictures.put("slate1_rough.png", TestPacks.grey(SIDE, 41));
    pictures.put("slate2.png", TestPacks.normal(SIDE, 42, true));
    List<RecognisedItem> items = read().recognition().items();
    assertThat(items).extracting(RecognisedItem::key).doesNotHaveDuplicates();
    assertThat(items)
        .filteredOn(i -> !i.key().equals("slate1"))
        .hasSize(6)
        .allMatch(i -> i.maps().size() == 1 && i.roles().contains(MapRole.NORMAL));
  }
}
