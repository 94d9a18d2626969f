package keepshelf.imaging.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class SrgbTest {
  @Test
  void theCurveIsItsOwnInverse() {
    for (float v = 0; v <= 1; v += 0.003f) {
      assertThat(Srgb.fromLinear(Srgb.toLinear(v))).isCloseTo(v, within(1e-5f));
    }
  }

  @Test
  void everyByteComesBack() {
    for (int i = 0; i < 256; i++) {
      assertThat(Srgb.linearToByte(Srgb.byteToLinear(i))).isEqualTo(i);
    }
  }

  @Test
  void knownValues() {
    assertThat(Srgb.byteToLinear(188)).isCloseTo(0.5029f, within(1e-3f));
    assertThat(Srgb.linearToByte(-1)).isZero();
    assertThat(Srgb.linearToByte(7)).isEqualTo(255);
    assertThat(Srgb.linearToByte(Float.NaN)).isZero();
  }

  @Test
  void theTablesAreTheCurves() {
    for (int i = 0; i <= 65535; i += 7) {
      float v = i / 65535f;
      assertThat(Srgb.linear(v)).isEqualTo(Srgb.toLinear(v));
    }
    for (float v = 0; v <= 1; v += 1e-5f) {
      assertThat(Srgb.encoded(v)).isCloseTo(Srgb.fromLinear(v), within(2.5e-7f));
    }
    assertThat(Srgb.encoded(2)).isEqualTo(1);
    assertThat(Srgb.encoded(-1)).isZero();
  }
}
