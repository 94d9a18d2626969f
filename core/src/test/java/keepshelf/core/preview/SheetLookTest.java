package keepshelf.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Decals and photographs are shown whole on the neutral surround. */
class SheetLookTest {
  private static final int NEUTRAL = 0xFF777777;

  @TempDir Path dir;

  private MapFile map(String name, MapRole role, Pixels p) throws Exception {
    Path file = dir.resolve(name);
    ImageEncoder.png(p, file, 1);
    return new MapFile(role, null, file, Handedness.UNKNOWN);
  }

  private static Pixels filled(int w, int h, int... samples) {
    byte[] b = new byte[w * h * samples.length];
    for (int i = 0; i < b.length; i++) {
      b[i] = (byte) samples[i % samples.length];
    }
    return Pixels.u8(w, h, samples.length, b);
  }

  @Test
  void aWidePictureKeepsItsProportions() throws Exception {
    int[] look =
        SheetLook.render(
            List.of(map("wall.png", MapRole.BASE_COLOUR, filled(80, 40, 200, 30, 30))), 100);
    assertThat(look[50 * 100 + 50]).isEqualTo(0xFFC81E1E);
    assertThat(look[50 * 100 + 8]).isEqualTo(0xFFC81E1E);
    assertThat(look[20 * 100 + 50]).as("above it").isEqualTo(NEUTRAL);
    assertThat(look[50 * 100 + 2]).as("the margin").isEqualTo(NEUTRAL);
  }

  @Test
  void whatIsCutOutLetsTheSurroundThrough() throws Exception {
    int[] own =
        SheetLook.render(
            List.of(map("sign.png", MapRole.BASE_COLOUR, filled(40, 40, 10, 200, 10, 0))), 60);
    assertThat(own[30 * 60 + 30]).isEqualTo(NEUTRAL);
    int[] beside =
        SheetLook.render(
            List.of(
                map("a.png", MapRole.BASE_COLOUR, filled(40, 40, 255, 255, 255)),
                map("b.png", MapRole.OPACITY, filled(20, 20, 0))),
            60);
    assertThat(beside[30 * 60 + 30]).isEqualTo(NEUTRAL);
  }
}
