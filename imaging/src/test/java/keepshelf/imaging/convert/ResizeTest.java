package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.Fields;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class ResizeTest {
  /** Black and white in turn, as a chequer of single pixels. */
  private static Pixels chequer(int channels) {
    byte[] out = new byte[16 * 16 * channels];
    for (int i = 0; i < out.length; i++) {
      int p = i / channels;
      out[i] = (byte) ((p % 16 + p / 16) % 2 == 0 ? 255 : 0);
    }
    return Pixels.u8(16, 16, channels, out);
  }

  @Test
  void coloursAreAveragedInLinearLightDataAsTheyAre() {
    Pixels data = Resize.to(chequer(3), 4, 4, Resize.Holds.DATA);
    Pixels colour = Resize.to(chequer(3), 4, 4, Resize.Holds.COLOUR);
    assertThat(data.depth()).isEqualTo(Depth.U16);
    for (int i = 0; i < data.sampleCount(); i++) {
      assertThat(data.at(i)).isCloseTo(0.5f, within(1e-4f));
      assertThat(colour.at(i)).isCloseTo(Srgb.encoded(0.5f), within(1e-3f));
    }
  }

  @Test
  void alphaIsDataInPicturesOfColours() {
    Pixels four = Resize.to(chequer(4), 4, 4, Resize.Holds.COLOUR);
    Pixels two = Resize.to(chequer(2), 4, 4, Resize.Holds.COLOUR);
    for (int i = 0; i < 16; i++) {
      assertThat(four.at(4 * i + 3)).isCloseTo(0.5f, within(1e-4f));
      assertThat(four.at(4 * i)).isCloseTo(Srgb.encoded(0.5f), within(1e-3f));
      assertThat(two.at(2 * i + 1)).isCloseTo(0.5f, within(1e-4f));
      assertThat(two.at(2 * i)).isCloseTo(Srgb.encoded(0.5f), within(1e-3f));
    }
  }

  @Test
  void vectorsKeepTheirLength() {
    Pixels n = Fields.normals(Fields.bumpy(32, 6), 32, 9, true);
    Pixels small = Resize.to(n, 8, 8, Resize.Holds.NORMALS);
    for (int i = 0; i < small.sampleCount(); i += 3) {
      double x = 2 * small.at(i) - 1;
      double y = 2 * small.at(i + 1) - 1;
      double z = 2 * small.at(i + 2) - 1;
      assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(1e-3));
    }
  }

  @Test
  void floatsStayFloatsAndTheSameSizeIsTheSamePicture() {
    Pixels p = Pixels.f32(2, 2, 1, new float[] {0, 4, 8, 12});
    assertThat(Resize.to(p, 2, 2, Resize.Holds.DATA)).isSameAs(p);
    Pixels one = Resize.to(p, 1, 1, Resize.Holds.DATA);
    assertThat(one.depth()).isEqualTo(Depth.F32);
    assertThat(one.at(0)).isCloseTo(6, within(1e-4f));
  }

  @Test
  void ditheredLevelsAreRightOnAverageAndRoundedOnesAreTheNearest() {
    short[] slope = new short[64 * 64];
    for (int i = 0; i < slope.length; i++) {
      slope[i] = (short) (20_000 + i % 64 * 4);
    }
    Pixels p = Pixels.u16(64, 64, 1, slope);
    Pixels noisy = Resize.toBytes(p);
    Pixels rounded = Resize.roundedToBytes(p);
    double wanted = 0;
    double mean = 0;
    for (int i = 0; i < slope.length; i++) {
      wanted += p.at(i);
      mean += noisy.at(i);
      assertThat(Math.abs(noisy.at(i) - p.at(i)) * 255).isLessThan(1.6f);
      assertThat(Math.abs(rounded.at(i) - p.at(i)) * 255).isLessThan(0.501f);
    }
    assertThat(mean / slope.length).isCloseTo(wanted / slope.length, within(1e-4));
    assertThat(Resize.toBytes(p).rawBytes()).as("the same each time").isEqualTo(noisy.rawBytes());
    assertThat(noisy.rawBytes()).isNotEqualTo(rounded.rawBytes());
    assertThat(Resize.toBytes(rounded)).isSameAs(rounded);
    assertThat(Resize.roundedToBytes(rounded)).isSameAs(rounded);
  }
}
