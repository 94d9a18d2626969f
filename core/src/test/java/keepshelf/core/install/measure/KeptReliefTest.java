package keepshelf.core.install.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.ReliefAgreement;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** How normal and height maps agree is measured when they come, and kept by their contents. */
class KeptReliefTest {
  private static final int SIDE = 128;

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private ShelvedItem take(String name, Pixels normal, Pixels height) throws Exception {
    Map<String, byte[]> set = new LinkedHashMap<>();
    set.put(name + "_basecolor.png", TestPacks.png(TestPacks.colour(SIDE, 1)));
    set.put(name + "_normal.png", TestPacks.png(normal));
    set.put(name + "_height.png", TestPacks.png(height));
    SmallShelf.file(shelf, dir.resolve(name + ".zip"), set);
    return shelf.item(name);
  }

  private static Pixels heights(int side, long seed) {
    float[] field = TestPacks.field(side, seed);
    short[] levels = new short[field.length];
    for (int i = 0; i < levels.length; i++) {
      levels[i] = (short) Math.round(Math.clamp(field[i], 0f, 1f) * 65535);
    }
    return Pixels.u16(side, side, 1, levels);
  }

  private static MapRecord map(ShelvedItem s, MapRole role) {
    return s.item().maps().stream().filter(m -> m.role() == role).findFirst().orElseThrow();
  }

  private Optional<ReliefAgreement> kept(ShelvedItem s) {
    return shelf
        .catalogue()
        .pictures()
        .agreement(map(s, MapRole.NORMAL).sha256(), map(s, MapRole.HEIGHT).sha256());
  }

  private OptionalDouble relief(ShelvedItem s, Relief.Known known) {
    return Relief.known(shelf.folder(), known, s, null, null, 0.5);
  }

  @Test
  void isTheOneThatThePicturesTell() throws Exception {
    ShelvedItem s = take("fish_scales", TestPacks.normal(SIDE, 2, true), heights(SIDE, 2));
    ReliefAgreement a = kept(s).orElseThrow();
    assertThat(a.width()).isEqualTo(SIDE);
    // Without the pictures it is told from what was kept; slope 10 at 128 pixels of a tile.
    for (MapRecord m : s.item().maps()) {
      Files.delete(shelf.folder().resolve(s.path(m)));
    }
    assertThat(relief(s, shelf.catalogue().pictures()::agreement).orElseThrow())
        .isCloseTo(10 * 0.5 / SIDE, within(0.004));
  }

  @Test
  void holdsForBothWaysThatGreenFaces() throws Exception {
    Relief.Known known = shelf.catalogue().pictures()::agreement;
    double[] found = new double[2];
    for (boolean up : new boolean[] {true, false}) {
      ShelvedItem s =
          take(up ? "kelp_up" : "kelp_down", TestPacks.normal(SIDE, 3, up), heights(SIDE, 3));
      assertThat(map(s, MapRole.NORMAL).handedness()).isEqualTo(up ? "gl" : "dx");
      found[up ? 1 : 0] = relief(s, known).orElseThrow();
      Handedness other = up ? Handedness.DX : Handedness.GL;
      assertThat(kept(s).orElseThrow().share(other)).as("the other way").isEmpty();
    }
    assertThat(found[0] / found[1]).isBetween(0.98, 1.02);
  }

  @Test
  void ofPicturesOfTwoSizesNothingIsKeptAndItIsMeasuredWhenNeeded() throws Exception {
    ShelvedItem s = take("sand_bed", TestPacks.normal(SIDE, 4, true), heights(SIDE / 2, 4));
    assertThat(kept(s)).isEmpty();
    assertThat(relief(s, Relief.Known.NOTHING)).isNotNull();
  }

  @Test
  void heightOfAnotherTextureIsKeptAsOneThatDoesNotAgree() throws Exception {
    ShelvedItem s = take("tide_wall", TestPacks.normal(SIDE, 5, true), heights(SIDE, 55));
    assertThat(kept(s)).isPresent();
    assertThat(relief(s, shelf.catalogue().pictures()::agreement)).isEmpty();
  }
}
