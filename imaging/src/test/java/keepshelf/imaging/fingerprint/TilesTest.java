package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TilesTest {
  private static final int TILE = 128;

  private static Pixels laid(long seed, int across, int down, int noise) {
    float[] h = Fields.bumpy(TILE, seed);
    Random grain = new Random(seed);
    float[] fine = new float[TILE * TILE];
    for (int i = 0; i < fine.length; i++) {
      fine[i] = grain.nextFloat();
    }
    Random r = new Random(seed + 1);
    int w = TILE * across;
    byte[] out = new byte[w * TILE * down];
    for (int i = 0; i < out.length; i++) {
      int at = i / w % TILE * TILE + i % w % TILE;
      float v = 40 + 110 * h[at] + 60 * fine[at] + noise * (r.nextFloat() - 0.5f);
      out[i] = (byte) Math.clamp(Math.round(v), 0, 255);
    }
    return Pixels.u8(w, TILE * down, 1, out);
  }

  @ParameterizedTest
  @CsvSource({"1, 1", "2, 2", "3, 3", "2, 1", "1, 3", "4, 2", "5, 5", "1, 8"})
  void aTileIsFoundHoweverOftenItWasLaid(int across, int down) {
    for (int noise : new int[] {0, 8}) {
      Descriptor d = Fingerprint.of(laid(3, across, down, noise)).descriptor();
      assertThat(d.repeatsX()).isEqualTo(across);
      assertThat(d.repeatsY()).isEqualTo(down);
      Match m =
          new Matcher()
              .compare(
                  Fingerprint.of(laid(3, 1, 1, 0)), Fingerprint.of(laid(3, across, down, noise)));
      assertThat(m.same()).isTrue();
      assertThat(m.tilingX()).isEqualTo(across);
      assertThat(m.tilingY()).isEqualTo(down);
      assertThat(m.scaleX()).isCloseTo(1, within(0.01));
      assertThat(m.tiled()).isEqualTo(across * down > 1);
    }
  }

  /** Stripes are the same wherever one goes along them: that makes no tiles. */
  @Test
  void alongStripesNothingRepeats() {
    byte[] out = new byte[256 * 256];
    Random r = new Random(5);
    byte[] stripe = new byte[256];
    r.nextBytes(stripe);
    for (int i = 0; i < out.length; i++) {
      out[i] = stripe[i % 256];
    }
    Descriptor d = Fingerprint.of(Pixels.u8(256, 256, 1, out)).descriptor();
    assertThat(d.repeatsX()).isOne();
    assertThat(d.repeatsY()).isOne();
  }
}
