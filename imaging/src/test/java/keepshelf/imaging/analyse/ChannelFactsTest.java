package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ChannelFactsTest {
  /** Some levels of 8 bits, told of two channels; the second is the first turned over. */
  private static Pixels picture(Depth depth, int... levels) {
    int n = levels.length;
    byte[] bytes = new byte[2 * n];
    short[] shorts = new short[2 * n];
    float[] floats = new float[2 * n];
    for (int i = 0; i < n; i++) {
      for (int c = 0; c < 2; c++) {
        int level = c == 0 ? levels[i] : 255 - levels[i];
        bytes[2 * i + c] = (byte) level;
        shorts[2 * i + c] = (short) (level * 257);
        floats[2 * i + c] = level / 255f;
      }
    }
    return switch (depth) {
      case U8 -> Pixels.u8(n, 1, 2, bytes);
      case U16 -> Pixels.u16(n, 1, 2, shorts);
      case F32 -> Pixels.f32(n, 1, 2, floats);
    };
  }

  @ParameterizedTest
  @EnumSource(Depth.class)
  void valuesAreToldAlikeAtEachDepth(Depth depth) {
    Random r = new Random(9);
    int[] levels = r.ints(5000, 0, 256).map(v -> v * v / 255).toArray();
    ChannelFacts f = ChannelFacts.of(picture(depth, levels), 0);
    double mean = 0;
    for (int v : levels) {
      mean += v / 255.0 / levels.length;
    }
    double second = 0;
    double third = 0;
    for (int v : levels) {
      double d = v / 255.0 - mean;
      second += d * d / levels.length;
      third += d * d * d / levels.length;
    }
    assertThat(f.mean()).isCloseTo(mean, within(1e-6));
    assertThat(f.deviation()).isCloseTo(Math.sqrt(second), within(1e-6));
    assertThat(f.skew()).isCloseTo(third / Math.pow(second, 1.5), within(1e-4));
    ChannelFacts over = ChannelFacts.of(picture(depth, levels), 1);
    assertThat(over.mean()).isCloseTo(1 - mean, within(1e-6));
    assertThat(over.skew()).isCloseTo(-f.skew(), within(1e-4));
    assertThat(over.dark()).isEqualTo(f.bright(), within(1e-9));
  }

  @ParameterizedTest
  @CsvSource({
    "0,   1, 0, true",
    "15,  1, 0, true",
    "16,  0, 0, true",
    "128, 0, 0, true",
    "240, 0, 1, true",
    "255, 0, 1, true",
  })
  void oneLevelIsConstantAndHasNoSkew(int level, double dark, double bright, boolean constant) {
    for (Depth depth : new Depth[] {Depth.U8, Depth.U16}) {
      ChannelFacts f = ChannelFacts.of(picture(depth, level, level, level), 0);
      assertThat(f.dark()).isEqualTo(dark);
      assertThat(f.bright()).isEqualTo(bright);
      assertThat(f.constant()).isEqualTo(constant);
      assertThat(f.deviation()).isLessThan(1e-6);
      assertThat(f.skew()).isZero();
      assertThat(f.binary()).isFalse();
    }
  }

  @Test
  void blackAndWhiteIsBinaryUnlessOneIsMissing() {
    assertThat(ChannelFacts.of(picture(Depth.U8, 0, 255, 255, 2, 250), 0).binary()).isTrue();
    assertThat(ChannelFacts.of(picture(Depth.U8, 0, 255, 128, 128), 0).binary()).isFalse();
    assertThat(ChannelFacts.of(picture(Depth.U8, 0, 0, 0), 0).binary()).isFalse();
  }

  @Test
  void whatIsNoNumberIsLeftOut() {
    float[] v = {Float.NaN, 0.25f, Float.POSITIVE_INFINITY, 0.75f};
    ChannelFacts f = ChannelFacts.of(Pixels.f32(4, 1, 1, v), 0);
    assertThat(f.mean()).isEqualTo(0.5);
    assertThat(f.most()).isEqualTo(0.75);
    float[] none = {Float.NaN};
    assertThat(ChannelFacts.of(Pixels.f32(1, 1, 1, none), 0).mean()).isZero();
  }
}
