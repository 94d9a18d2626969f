package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.util.Random;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pictures of any proportions, and of next to no pixels, are measured like all others. */
class OddSizesTest {
  @ParameterizedTest
  @CsvSource({
    "1,1", "1,2", "2,1", "3,1", "1,3", "2,2", "3,3", "5,2", "1024,1", "1,1024", "4096,4", "4,4096",
    "4096,1", "257,3", "7,2048", "16,16", "31,33", "8192,2"
  })
  void anySizeIsMeasured(int w, int h) {
    Random r = new Random(w * 31L + h);
    for (int channels = 1; channels <= 4; channels++) {
      byte[] noise = new byte[w * h * channels];
      r.nextBytes(noise);
      byte[] flat = new byte[w * h * channels];
      short[] deep = new short[w * h * channels];
      float[] light = new float[w * h * channels];
      for (int i = 0; i < deep.length; i++) {
        deep[i] = (short) r.nextInt();
        light[i] = r.nextInt(50) == 0 ? Float.NaN : (r.nextFloat() - 0.3f) * 5;
      }
      for (Pixels p :
          new Pixels[] {
            Pixels.u8(w, h, channels, noise),
            Pixels.u8(w, h, channels, flat),
            Pixels.u16(w, h, channels, deep),
            Pixels.f32(w, h, channels, light)
          }) {
        for (MapFacts.Meant meant : MapFacts.Meant.values()) {
          for (ImageFormat f : new ImageFormat[] {ImageFormat.PNG, ImageFormat.JPEG}) {
            assertThatCode(() -> MapFacts.of(p, f, meant)).doesNotThrowAnyException();
          }
        }
        assertThatCode(() -> Sketch.of(p)).doesNotThrowAnyException();
        if (channels >= 3) {
          assertThatCode(() -> Sketch.ofNormal(p)).doesNotThrowAnyException();
        }
        assertThatCode(() -> Fingerprint.of(p)).doesNotThrowAnyException();
        assertThat(OkLab.mean(p)).isNotNull();
      }
    }
  }
}
