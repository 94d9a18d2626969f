package keepshelf.imaging.pixel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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

  @ParameterizedTest
  @CsvSource({"U8, 1", "U8, 3", "U8, 4", "U16, 1", "U16, 2", "U16, 3", "F32, 1", "F32, 3"})
  void manySamplesAtATimeAreTheSameAsOneByOne(Depth depth, int channels) {
    Pixels p = noise(11, 7, channels, depth);
    float[] row = new float[5 * channels + 1];
    row[5 * channels] = 77;
    p.read(4, 3, 5, row);
    for (int x = 0; x < 5; x++) {
      for (int c = 0; c < channels; c++) {
        assertThat(row[x * channels + c]).isEqualTo(p.value(4 + x, 3, c));
      }
    }
    // What lies behind in the array is left alone.
    assertThat(row[5 * channels]).isEqualTo(77);
    float[] plane = p.plane(channels - 1);
    float[] luma = p.luma();
    for (int i = 0; i < 77; i++) {
      assertThat(plane[i]).isEqualTo(p.at(i * channels + channels - 1));
      if (channels < 3) {
        assertThat(luma[i]).isEqualTo(p.at(i * channels));
      } else {
        int at = i * channels;
        assertThat(luma[i])
            .isEqualTo(0.2126f * p.at(at) + 0.7152f * p.at(at + 1) + 0.0722f * p.at(at + 2));
      }
    }
  }

  private static Pixels noise(int w, int h, int channels, Depth depth) {
    Random r = new Random(channels * 10 + depth.ordinal());
    int n = w * h * channels;
    byte[] bytes = new byte[n];
    short[] shorts = new short[n];
    float[] floats = new float[n];
    r.nextBytes(bytes);
    for (int i = 0; i < n; i++) {
      shorts[i] = (short) r.nextInt();
      floats[i] = r.nextFloat() * 8 - 2;
    }
    return switch (depth) {
      case U8 -> Pixels.u8(w, h, channels, bytes);
      case U16 -> Pixels.u16(w, h, channels, shorts);
      case F32 -> Pixels.f32(w, h, channels, floats);
    };
  }
}
