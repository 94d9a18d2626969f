package keepshelf.imaging.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class OkLabTest {
  @Test
  void knownColoursHaveTheirPublishedValues() {
    // Ottosson 2020, the table of test values, by way of sRGB white and the primaries.
    OkLab white = OkLab.ofSrgb(0xFFFFFF);
    assertThat(white.l()).isCloseTo(1, within(1e-4f));
    assertThat(white.chroma()).isCloseTo(0, within(1e-3f));
    OkLab red = OkLab.ofSrgb(0xFF0000);
    assertThat(red.l()).isCloseTo(0.62796f, within(1e-4f));
    assertThat(red.a()).isCloseTo(0.22486f, within(1e-4f));
    assertThat(red.b()).isCloseTo(0.12585f, within(1e-4f));
    OkLab blue = OkLab.ofSrgb(0x0000FF);
    assertThat(blue.l()).isCloseTo(0.45201f, within(1e-4f));
    assertThat(blue.b()).isCloseTo(-0.31153f, within(1e-4f));
    assertThat(OkLab.ofSrgb(0x00FF00).hue()).isCloseTo(142.5f, within(0.1f));
  }

  @Test
  void everyScreenColourComesBack() {
    Random r = new Random(3);
    for (int i = 0; i < 2000; i++) {
      int rgb = r.nextInt(0x1000000);
      int back = OkLab.ofSrgb(rgb).toSrgb();
      for (int s = 0; s <= 16; s += 8) {
        assertThat(Math.abs((back >> s & 255) - (rgb >> s & 255)))
            .as(Integer.toHexString(rgb))
            .isLessThanOrEqualTo(1);
      }
    }
  }

  @Test
  void meansAreTakenInLinearLightAndByAlpha() {
    byte[] half = new byte[64 * 64 * 3];
    for (int i = 0; i < half.length; i++) {
      half[i] = (byte) (i / 3 % 2 == 0 ? 255 : 0);
    }
    assertThat(OkLab.mean(Pixels.u8(64, 64, 3, half)).toSrgb() & 255).isCloseTo(188, within(1));
    byte[] rgba = {(byte) 255, 0, 0, (byte) 255, 0, (byte) 255, 0, 0};
    assertThat(OkLab.mean(Pixels.u8(2, 1, 4, rgba)).toSrgb()).isEqualTo(0xFF0000);
    assertThat(OkLab.mean(Pixels.u8(1, 1, 4, new byte[4]))).isEqualTo(new OkLab(0, 0, 0));
  }
}
