package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class HistogramTest {
  @Test
  void everyLevelOfARampIsCountedOnce() {
    byte[] ramp = new byte[256];
    for (int i = 0; i < 256; i++) {
      ramp[i] = (byte) i;
    }
    Histogram h = Histogram.of(Pixels.u8(16, 16, 1, ramp), -1);
    assertThat(h.levels()).isEqualTo(256);
    assertThat(h.possible()).isEqualTo(256);
    assertThat(h.middle()).isCloseTo(0.5, within(1e-6));
    assertThat(h.shares()).allSatisfy(s -> assertThat(s).isCloseTo(1 / 64.0, within(1e-9)));
    assertThat(h.low()).isCloseTo(1 / 255.0, within(0.003));
    assertThat(h.high()).isCloseTo(254 / 255.0, within(0.003));
  }

  @Test
  void stepsOfAnEightBitHeightInSixteenBitsShow() {
    short[] steps = new short[64 * 64];
    for (int i = 0; i < steps.length; i++) {
      steps[i] = (short) (i % 40 * 257);
    }
    Histogram h = Histogram.of(Pixels.u16(64, 64, 1, steps), -1);
    assertThat(h.levels()).isEqualTo(40);
    assertThat(h.possible()).isEqualTo(65536);
  }

  @Test
  void oneChannelOfAPackedMapIsCountedByItself() {
    byte[] rgb = new byte[8 * 8 * 3];
    for (int i = 0; i < rgb.length; i += 3) {
      rgb[i] = 10;
      rgb[i + 1] = (byte) 200;
    }
    Pixels p = Pixels.u8(8, 8, 3, rgb);
    assertThat(Histogram.of(p, 1).middle()).isCloseTo(200 / 255.0, within(1e-6));
    assertThat(Histogram.of(p, 0).levels()).isEqualTo(1);
    assertThat(Histogram.of(p, -1).shares().stream().mapToDouble(s -> s).sum())
        .isCloseTo(1, within(1e-9));
  }

  @Test
  void floatsAreCountedBetweenTheirOwnEnds() {
    float[] metres = new float[100];
    for (int i = 0; i < 100; i++) {
      metres[i] = -3 + i * 0.1f;
    }
    metres[7] = Float.NaN;
    Histogram h = Histogram.of(Pixels.f32(10, 10, 1, metres), -1);
    assertThat(h.levels()).isEqualTo(-1);
    assertThat(h.low()).isCloseTo(-3, within(0.11));
    assertThat(h.high()).isCloseTo(6.9, within(0.11));
  }
}
