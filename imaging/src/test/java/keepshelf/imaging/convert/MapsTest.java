package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Conversions that lose nothing, at every depth and number of channels. */
class MapsTest {
  private static Pixels noise(Depth depth, int channels) {
    Random r = new Random(channels);
    int n = 7 * 5 * channels;
    byte[] bytes = new byte[n];
    r.nextBytes(bytes);
    short[] shorts = new short[n];
    float[] floats = new float[n];
    for (int i = 0; i < n; i++) {
      shorts[i] = (short) r.nextInt();
      floats[i] = r.nextFloat() * 1.5f - 0.2f;
    }
    return switch (depth) {
      case U8 -> Pixels.u8(7, 5, channels, bytes);
      case U16 -> Pixels.u16(7, 5, channels, shorts);
      default -> Pixels.f32(7, 5, channels, floats);
    };
  }

  @ParameterizedTest
  @EnumSource(Depth.class)
  void turnedOverTwiceItIsTheSameToTheLastBit(Depth depth) {
    Pixels p = noise(depth, 4);
    Pixels once = Maps.flipGreen(p);
    Pixels all = Maps.invert(p);
    for (int i = 0; i < p.sampleCount(); i++) {
      float turned = 1 - p.at(i);
      assertThat(once.at(i)).isCloseTo(i % 4 == 1 ? turned : p.at(i), within(1e-6f));
      assertThat(all.at(i)).isCloseTo(turned, within(1e-6f));
      assertThat(Maps.invert(all).at(i)).isCloseTo(p.at(i), within(1e-6f));
    }
    assertThat(once.depth()).isEqualTo(depth);
  }

  @ParameterizedTest
  @CsvSource({"U8, 1", "U8, 2", "U8, 3", "U8, 4", "U16, 2", "U16, 4", "F32, 2", "F32, 4"})
  void withoutAlphaTheColoursStay(Depth depth, int channels) {
    Pixels p = noise(depth, channels);
    Pixels q = Maps.withoutAlpha(p);
    int m = channels % 2 == 0 ? channels - 1 : channels;
    assertThat(q.channels()).isEqualTo(m);
    assertThat(q.depth()).isEqualTo(depth);
    for (int i = 0; i < 35; i++) {
      for (int c = 0; c < m; c++) {
        assertThat(q.at(i * m + c)).isEqualTo(p.at(i * channels + c));
      }
    }
    assertThat(Maps.grey(p).channels()).isEqualTo(1);
    assertThat(Maps.grey(p).at(3)).isEqualTo(p.at(3 * channels));
  }

  @ParameterizedTest
  @CsvSource({"1, 1", "2, 1", "3, 3", "4, 3"})
  void linearColoursGoThroughTheCurveAndAlphaDoesNot(int channels, int colours) {
    Pixels p = noise(Depth.F32, channels);
    Pixels q = Maps.encoded(p);
    Pixels plain = Maps.quantised(p);
    assertThat(q.depth()).isEqualTo(Depth.U16);
    for (int i = 0; i < p.sampleCount(); i++) {
      float v = Math.clamp(p.at(i), 0f, 1f);
      boolean alpha = i % channels >= colours;
      assertThat(q.at(i)).isCloseTo(alpha ? v : Srgb.encoded(v), within(2e-5f));
      assertThat(plain.at(i)).isCloseTo(v, within(2e-5f));
    }
    Pixels bytes = noise(Depth.U8, channels);
    assertThat(Maps.encoded(bytes)).isSameAs(bytes);
    assertThat(Maps.quantised(bytes)).isSameAs(bytes);
  }
}
