package keepshelf.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.mend.Fault;
import keepshelf.core.making.mend.MendedPixels;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Delivered maps that are at fault, and what is put in their place. */
class MendingTest extends OnSmallShelf {
  private static final int N = 256;

  private byte[] jpeg(Pixels p, float quality) throws Exception {
    Path f = dir.resolve("x.jpg");
    ImageEncoder.jpeg(p, f, quality);
    return Files.readAllBytes(f);
  }

  /** As it looks after somebody stored a JPEG once more without loss. */
  private byte[] savedAgain(Pixels p, float quality) throws Exception {
    jpeg(p, quality);
    return TestPacks.png(ImageDecoder.decode(dir.resolve("x.jpg")));
  }

  private static Pixels grey(double low, double high) {
    byte[] v = new byte[N * N];
    for (int i = 0; i < v.length; i++) {
      boolean metal = (i % N / 40 + i / N / 40) % 2 == 0;
      v[i] = (byte) Math.round(255 * (metal ? high : low));
    }
    return Pixels.u8(N, N, 1, v);
  }

  /** Waves of several lengths that tile. */
  private static Pixels heights() {
    byte[] v = new byte[N * N];
    for (int i = 0; i < v.length; i++) {
      double x = 2 * Math.PI * (i % N) / N;
      double y = 2 * Math.PI * (i / N) / N;
      double h =
          Math.sin(3 * x + 2 * y)
              + 0.7 * Math.sin(7 * x - 5 * y)
              + 0.5 * Math.cos(11 * y + 4 * x)
              + 0.3 * Math.sin(19 * x + 13 * y);
      v[i] = (byte) Math.round(127.5 + 50 * h);
    }
    return Pixels.u8(N, N, 1, v);
  }

  private Map<String, byte[]> winch() throws Exception {
    Map<String, byte[]> files = new LinkedHashMap<>();
    files.put("old_winch_basecolor.png", TestPacks.png(TestPacks.colour(N, 3)));
    files.put(
        "old_winch_normal_ogl.jpg",
        jpeg(Resize.roundedToBytes(NormalMaps.deepFromHeight(heights().plane(0), N, N, 20)), 0.5f));
    files.put("old_winch_height.png", savedAgain(heights(), 0.4f));
    files.put("old_winch_metallic.png", TestPacks.png(grey(0.3, 0.7)));
    files.put("old_winch_roughness.png", TestPacks.png(TestPacks.grey(N / 2, 6)));
    return files;
  }

  private ShelvedItem filed(String key, Map<String, byte[]> files) throws Exception {
    SmallShelf.file(shelf, dir.resolve(key + ".zip"), files);
    return shelf.item(key);
  }

  private Making.Made mend(ShelvedItem s, Cure... cures) throws ShelfException {
    return shelf.making().make(shelf.making().planMending(s, Set.of(cures)), Progress.NONE);
  }

  private Fault fault(ShelvedItem s, MapRole role) {
    return shelf.making().faults(s).stream()
        .filter(f -> f.map().role() == role)
        .findFirst()
        .orElseThrow();
  }

  @ParameterizedTest
  @CsvSource({
    "NORMAL, jpeg-blocks",
    "HEIGHT, jpeg-blocks",
    "METALLIC, metallic",
    "ROUGHNESS, size"
  })
  void eachFaultIsFoundMendedInItsPlaceAndNotFoundAgain(MapRole role, String cure)
      throws Exception {
    ShelvedItem s = filed("old_winch", winch());
    Fault f = fault(s, role);
    assertThat(f.cures()).extracting(Cure::id).containsExactly(cure);
    Making.Made made = mend(s, f.cures().getFirst());
    MapRecord map = made.maps().stream().filter(m -> m.role() == role).findFirst().orElseThrow();
    assertThat(map.recipe().method()).isEqualTo("mend-" + cure);
    assertThat(map.recipe().parents().getFirst().sha256()).isEqualTo(f.map().sha256());
    assertThat(made.problems()).noneMatch(p -> p.code().equals("still-found"));
    ShelvedItem now = shelf.item("old_winch");
    assertThat(now.item().maps()).containsAll(s.item().maps());
    assertThat(now.item().mapsAt(null)).filteredOn(m -> m.role() == role).containsExactly(map);
    assertThat(shelf.making().faults(now)).noneMatch(x -> x.map().role() == role);
    shelf.making().takeBack(made);
    assertThat(fault(shelf.item("old_winch"), role).cures()).isEqualTo(f.cures());
  }

  @Test
  void onlyWhatIsChosenIsMendedAndMadeAgainItIsTheSame() throws Exception {
    ShelvedItem s = filed("old_winch", winch());
    assertThat(mend(s, Cure.TWO_VALUES).maps())
        .extracting(MapRecord::role)
        .containsExactly(MapRole.METALLIC);
    assertThat(mend(shelf.item("old_winch"), Cure.BLOCKS).maps()).hasSize(2);
    assertThatThrownBy(() -> mend(shelf.item("old_winch"), Cure.BLOCKS))
        .hasMessageContaining("can be put right");
    assertThat(shelf.item("tarred_rope").item().maps()).isNotEmpty();
    assertThatThrownBy(() -> mend(shelf.item("tarred_rope"), Cure.values()))
        .hasMessageContaining("can be put right");
  }

  @Test
  void aDarkColourComesIntoTheRangeOfRealSurfaces() throws Exception {
    Pixels c = TestPacks.colour(N, 3);
    byte[] dark = new byte[c.sampleCount()];
    for (int i = 0; i < dark.length; i++) {
      dark[i] = (byte) Math.round(255 * 0.08 * c.at(i));
    }
    ShelvedItem s =
        filed(
            "tarred_deck",
            Map.of(
                "tarred_deck_basecolor.png",
                TestPacks.png(Pixels.u8(N, N, 3, dark)),
                "tarred_deck_roughness.png",
                TestPacks.png(TestPacks.grey(N, 6))));
    assertThat(fault(s, MapRole.BASE_COLOUR).cures()).containsExactly(Cure.ALBEDO);
    assertThat(mend(s, Cure.ALBEDO).problems()).noneMatch(p -> p.code().equals("still-found"));
  }

  @Test
  void whatCannotBeCuredIsSaidAndNothingIsMade() throws Exception {
    Map<String, byte[]> files = winch();
    byte[] slope = new byte[N * N];
    for (int i = 0; i < slope.length; i++) {
      slope[i] = (byte) (64 + i % N / 2);
    }
    files.put("old_winch_metallic.png", TestPacks.png(Pixels.u8(N, N, 1, slope)));
    ShelvedItem s = filed("old_winch", files);
    Fault f = fault(s, MapRole.METALLIC);
    assertThatThrownBy(() -> MendedPixels.of(f, s, shelf.folder()))
        .isInstanceOf(MendedPixels.NoCure.class);
    assertThatThrownBy(() -> mend(s, Cure.TWO_VALUES))
        .hasMessageContaining("old_winch_metallic.png cannot be put right");
    assertThat(shelf.item("old_winch").item().maps()).isEqualTo(s.item().maps());
  }

  @Test
  void twoEditionsOfARoleAreBothPutRight() throws Exception {
    Map<String, byte[]> files = new LinkedHashMap<>();
    for (String f : List.of("png", "jpg")) {
      files.put(
          "deck_plate_basecolor." + f,
          f.equals("png")
              ? TestPacks.png(TestPacks.colour(N, 3))
              : jpeg(TestPacks.colour(N, 3), 0.9f));
      files.put(
          "deck_plate_height." + f,
          f.equals("png") ? TestPacks.png(heights()) : jpeg(heights(), 0.6f));
    }
    ShelvedItem s = filed("deck_plate", files);
    Set<Cure> cures = EnumSet.allOf(Cure.class);
    Making.Made made = shelf.making().make(shelf.making().planMending(s, cures), Progress.NONE);
    assertThat(made.maps()).hasSize(2).extracting(MapRecord::fileName).doesNotHaveDuplicates();
    assertThat(made.maps())
        .extracting(m -> m.recipe().method())
        .containsExactlyInAnyOrder("mend-height-steps", "mend-jpeg-blocks");
  }

  @Test
  void methodsAreReadBackAsTheyWereWritten() {
    List<Cure> all = List.of(Cure.values());
    assertThat(Cure.ofMethod(Cure.method(all))).isEqualTo(all);
    assertThat(Cure.ofId("nothing")).isEmpty();
  }
}
