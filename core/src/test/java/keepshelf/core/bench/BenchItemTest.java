package keepshelf.core.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.edit.Field;
import keepshelf.core.finish.FinishSetting;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.render.BenchPicture;
import keepshelf.imaging.render.BenchScene;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Items as they lie on the bench: at the tile, relief and substance that they are installed with.
 */
class BenchItemTest extends OnSmallShelf {
  private static final LightField SLIP = LightField.of(Light.OVERCAST_SLIP);

  private BenchItem read(String key) throws Exception {
    return BenchItem.of(shelf.folder(), shelf.previews(), shelf.item(key), null);
  }

  private static Finish finish(Object... settings) {
    Finish f = Finish.named("Tried");
    for (int i = 0; i < settings.length; i += 2) {
      f = ((FinishSetting) settings[i]).write(f, (String) settings[i + 1]);
    }
    return f;
  }

  /** The middle of a slab under a wide sky. */
  private static int[] middle(BenchItem item, Finish f, boolean raised) {
    BenchScene scene =
        new BenchScene(
            BenchScene.Shape.SLAB,
            0.25,
            item.cover(f, raised),
            BenchScene.Lighting.plain(SLIP),
            BenchScene.View.FRONT,
            false);
    int side = 120;
    int[] p = new BenchPicture(item.surface(f, false), scene, side, side).rough(1);
    int[] out = new int[900];
    for (int i = 0; i < out.length; i++) {
      out[i] = p[(45 + i / 30) * side + 45 + i % 30] >> 8 & 255;
    }
    return out;
  }

  private static double apart(int[] a, int[] b) {
    double sum = 0;
    for (int i = 0; i < a.length; i++) {
      sum += Math.abs(a[i] - b[i]);
    }
    return sum / a.length;
  }

  @Test
  void aFinishSaysHowItLiesAndWhatItIs() throws Exception {
    BenchItem brass = read("sea_worn_brass");
    assertThat(brass.cover(null, true).tileWidth()).isEqualTo(0.25);
    Finish f =
        finish(
            FinishSetting.TILE, "0.5 m",
            FinishSetting.TURN, "90",
            FinishSetting.RIGHT, "10 cm",
            FinishSetting.RELIEF, "8 mm",
            FinishSetting.IOR, "1.8",
            FinishSetting.COAT, "0.4");
    BenchScene.Cover c = brass.cover(f, true);
    assertThat(c.tileWidth()).isEqualTo(0.5);
    assertThat(c.tileHeight()).isEqualTo(0.5);
    assertThat(c.laying().turnDegrees()).isEqualTo(90);
    assertThat(c.laying().right()).isCloseTo(0.1, within(1e-9));
    assertThat(c.laying().relief()).isCloseTo(0.008, within(1e-9));
    assertThat(c.substance().reflectance()).isCloseTo(0.0816, within(1e-3));
    assertThat(c.substance().coat()).isEqualTo(0.4);
    assertThat(brass.cover(f, false).laying().relief()).isZero();
    assertThat(read("tarred_rope").cover(f, true).laying().relief())
        .as("there is nothing to raise")
        .isZero();
  }

  /**
   * Without a normal map the slopes are those of the relief that is set, not of one that is
   * guessed.
   */
  @Test
  void theShadingFollowsTheRelief() throws Exception {
    BenchItem brass = read("sea_worn_brass");
    int[] flat = middle(brass, null, false);
    double low = apart(flat, middle(brass, finish(FinishSetting.RELIEF, "0.2 mm"), true));
    double high = apart(flat, middle(brass, finish(FinishSetting.RELIEF, "12 mm"), true));
    assertThat(low).isLessThan(1);
    assertThat(high).isGreaterThan(4);
  }

  @Test
  void aMapThatIsLostIsSaidAndTheRestIsShown() throws Exception {
    ShelvedItem brass = shelf.item("sea_worn_brass");
    var lost =
        brass.item().maps().stream()
            .filter(m -> m.role().id().equals("roughness"))
            .findFirst()
            .orElseThrow();
    Files.delete(shelf.folder().resolve(brass.path(lost)));
    BenchItem on = read("sea_worn_brass");
    assertThat(on.lost()).hasSize(1).first().asString().contains(lost.fileName());
    assertThat(on.hasHeights()).isTrue();
    for (var m : brass.item().maps()) {
      Files.deleteIfExists(shelf.folder().resolve(brass.path(m)));
    }
    assertThatThrownBy(() -> read("sea_worn_brass")).isInstanceOf(IOException.class);
  }

  @Test
  void whatIsRecordedAnewNeedsNoReadingOtherFilesDo() throws Exception {
    BenchItem brass = read("sea_worn_brass");
    shelf.editing().set(java.util.List.of(brass.item().item().id()), Field.TILE, "0.4 m");
    BenchItem now = brass.still(shelf.item("sea_worn_brass"), null);
    assertThat(now.cover(null, false).tileWidth()).isEqualTo(0.4);
    assertThat(brass.still(shelf.item("tarred_rope"), null)).isNull();
    assertThat(brass.still(brass.item(), "2K")).isNull();
  }

  @ParameterizedTest
  @CsvSource({
    "Overcast slip,OVERCAST_SLIP",
    "overcast-slip,OVERCAST_SLIP",
    "OVERCAST_SLIP,OVERCAST_SLIP",
    " harbour dawn ,HARBOUR_DAWN",
    "lamp-room-window,LAMP_ROOM_WINDOW"
  })
  void theProgramsOwnLightsAreFoundByTheirNames(String name, Light light) {
    assertThat(BenchLights.own(name)).contains(light);
  }

  @Test
  void whatIsNoPanoramaIsNoLight() throws Exception {
    assertThat(BenchLights.own("cliff noon")).isEmpty();
    BenchLights lights = new BenchLights(shelf.previews());
    assertThatThrownBy(() -> lights.of(shelf.item("tarred_rope")))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("Tarred Rope")
        .hasMessageContaining("twice as wide");
  }
}
