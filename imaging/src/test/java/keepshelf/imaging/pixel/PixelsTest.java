package keepshelf.imaging.pixel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class PixelsTest {
  @Test
  void samplesKeepTheirLevelsAndScaleToOne() {
    Pixels p = Pixels.u16(2, 1, 2, new short[] {0, (short) 65535, (short) 32768, 1});
    assertThat(p.value(0, 0, 1)).isEqualTo(1f);
    assertThat(p.level(2)).isEqualTo(32768);
    assertThat(p.depth()).isEqualTo(Depth.U16);
    assertThat(p.channel(1).level(0)).isEqualTo(65535);
  }

  @Test
  void aPictureOfTheWrongLengthIsRefused() {
    assertThatThrownBy(() -> Pixels.u8(2, 2, 3, new byte[11]))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> Pixels.u8(0, 2, 3, new byte[0]))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void levelsAreMappedInOneChannelOnly() {
    Pixels p = Pixels.u8(1, 1, 3, new byte[] {10, 20, 30}).mapLevels(1, v -> 255 - v);
    assertThat(new int[] {p.level(0), p.level(1), p.level(2)}).containsExactly(10, 235, 30);
  }

  @Test
  void floatPicturesHaveNoLevels() {
    Pixels p = Pixels.f32(1, 1, 1, new float[] {2.5f});
    assertThat(p.at(0)).isEqualTo(2.5f);
    assertThatThrownBy(() -> p.level(0)).isInstanceOf(IllegalStateException.class);
  }
}
