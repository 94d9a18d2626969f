package keepshelf.imaging.panorama;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PanoramaTest {
  @TempDir Path dir;

  /** Bright above the elevation, dark below; one strong spot. */
  private static Pixels land(int w, double horizon, int sunX, int sunY) {
    int h = w / 2;
    float[] f = new float[w * h * 3];
    for (int i = 0; i < w * h; i++) {
      double elevation = 90 - 180.0 * (i / w + 0.5) / h;
      float v = elevation > horizon ? 1 : 0.1f;
      f[3 * i] = v;
      f[3 * i + 1] = v * 0.9f;
      f[3 * i + 2] = v * 0.8f;
    }
    int s = (sunY * w + sunX) * 3;
    f[s] = f[s + 1] = 5000;
    f[s + 2] = 2500;
    return Pixels.f32(w, h, 3, f);
  }

  @Test
  void theHorizonComesToTheMiddleAndNothingIsCutOff() {
    Pixels p = land(128, 10, 30, 8);
    Pixels level = Panorama.level(p, 10);
    assertThat(level.value(70, 30, 0)).isCloseTo(1, within(0.3f));
    assertThat(level.value(70, 33, 0)).isCloseTo(0.1f, within(0.05f));
    assertThat(level.value(70, 0, 0)).isEqualTo(1);
    assertThat(level.value(70, 63, 0)).isEqualTo(0.1f);
    assertThat(Panorama.level(p, 0).rawFloats()).isEqualTo(p.rawFloats());
  }

  @Test
  void theLightOfASunIsItsRadianceByItsSolidAngle() {
    int w = 256;
    Pixels p = land(w, 0, 192, 40);
    double elevation = 90 - 180.0 * 40.5 / (w / 2.0);
    double azimuth = (192.5 / w - 0.5) * 360;
    double solid = Math.cos(Math.toRadians(elevation)) * Math.pow(2 * Math.PI / w, 2);
    double[] light = Panorama.light(p, azimuth, elevation);
    // The sky around it gives a little, too: one, within six degrees.
    double sky = Math.PI * Math.pow(Math.sin(Math.toRadians(6)), 2);
    assertThat(light[0]).isCloseTo(5000 * solid + sky, within(0.03 * 5000 * solid));
    assertThat(light[2] / light[0]).isCloseTo(0.5, within(0.02));
  }

  @Test
  void aSkyForTheScreenIsInRangeAndMiddleGreyOnAverage() {
    Pixels sky = Panorama.sky(land(128, 0, 30, 8), 64, 32);
    assertThat(sky.depth()).isEqualTo(Depth.U8);
    assertThat(sky.level(0)).isGreaterThan(sky.level(64 * 31 * 3));
  }

  @Test
  void floatsSurviveExrExactlyAndRadianceToHalfAPercent() throws Exception {
    Pixels p = land(96, 5, 20, 9);
    ImageEncoder.exr(p, dir.resolve("p.exr"));
    assertThat(ImageDecoder.decode(dir.resolve("p.exr")).rawFloats()).isEqualTo(p.rawFloats());
    Pixels grey = Pixels.f32(3, 2, 1, new float[] {0, -1, 0.25f, 1e6f, 1e-7f, 3});
    ImageEncoder.exr(grey, dir.resolve("g.exr"));
    assertThat(ImageDecoder.decode(dir.resolve("g.exr")).rawFloats()).isEqualTo(grey.rawFloats());
    for (Pixels q : new Pixels[] {p, land(6, 0, 1, 1)}) {
      ImageEncoder.hdr(q, dir.resolve("p.hdr"));
      Pixels back = ImageDecoder.decode(dir.resolve("p.hdr"));
      for (int i = 0; i < q.sampleCount(); i++) {
        float most = Math.max(q.at(i / 3 * 3), Math.max(q.at(i / 3 * 3 + 1), q.at(i / 3 * 3 + 2)));
        assertThat(back.at(i)).isCloseTo(q.at(i), within(most / 200));
      }
    }
  }

  @Test
  void integerPicturesBecomeLinearLight() {
    Pixels p = Panorama.linear(Pixels.u8(2, 1, 3, new byte[] {0, 127, -1, -1, -1, -1}));
    assertThat(p.at(1)).isCloseTo(0.212f, within(0.005f));
    assertThat(p.at(2)).isEqualTo(1);
  }
}
