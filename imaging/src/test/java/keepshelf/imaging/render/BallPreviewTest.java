package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.Fields;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class BallPreviewTest {
  private static final int SIDE = 96;

  private static Surface bumpy(boolean flipped) {
    float[] n = NormalMaps.fromHeight(Fields.bumpy(128, 7), 128, 128, 10);
    for (int i = 1; flipped && i < n.length; i += 3) {
      n[i] = -n[i];
    }
    return new Surface.Builder(128, 128).base(0.5f, 0.2f, 0.1f).roughness(0.35f).normal(n).build();
  }

  private static int[] render(Surface s, Light light) {
    return BallPreview.render(s, new BallPreview.Settings(SIDE, light, 0.4, 3));
  }

  @Test
  void theSameInputGivesTheSamePictureToTheBit() {
    assertThat(render(bumpy(false), Light.HARBOUR_DAWN))
        .isEqualTo(render(bumpy(false), Light.HARBOUR_DAWN));
  }

  @Test
  void handednessIsSeen() {
    int[] a = render(bumpy(false), Light.LAMP_ROOM_WINDOW);
    int[] b = render(bumpy(true), Light.LAMP_ROOM_WINDOW);
    assertThat(meanDifference(a, b)).isGreaterThan(1.5);
  }

  @ParameterizedTest
  @EnumSource(Light.class)
  void theSurroundIsNeutralAndTheBallCastsAShadow(Light light) {
    int[] p = render(new Surface.Builder(8, 8).base(0.6f, 0.1f, 0.1f).build(), light);
    for (int x = 0; x < SIDE; x++) {
      int c = p[x];
      assertThat(c >> 16 & 255).isEqualTo(c >> 8 & 255).isEqualTo(c & 255);
    }
    int corner = p[0] & 255;
    int foot = p[(SIDE - 4) * SIDE + SIDE / 2] & 255;
    assertThat(corner).isBetween(105, 128);
    assertThat(foot).isLessThan(corner - 15);
  }

  @Test
  void holesShowTheSurround() {
    float[] clear = new float[64];
    int[] p =
        render(new Surface.Builder(8, 8).base(1, 0, 0).opacity(clear).build(), Light.OVERCAST_SLIP);
    int middle = p[SIDE / 2 * SIDE + SIDE / 2];
    assertThat(middle >> 16 & 255).isEqualTo(middle & 255);
  }

  @Test
  void aSmallerTileShowsMoreRepeats() {
    float[] stripes = new float[64 * 64];
    for (int i = 0; i < stripes.length; i++) {
      stripes[i] = (i % 64) < 32 ? 0.9f : 0.05f;
    }
    Surface s = new Surface.Builder(64, 64).base(stripes, stripes, stripes).roughness(1f).build();
    int wide =
        edges(BallPreview.render(s, new BallPreview.Settings(SIDE, Light.OVERCAST_SLIP, 0.4, 2)));
    int narrow =
        edges(BallPreview.render(s, new BallPreview.Settings(SIDE, Light.OVERCAST_SLIP, 0.1, 2)));
    assertThat(narrow).isGreaterThan(2 * wide);
  }

  /**
   * Golden pictures were looked at when they were stored; a small tolerance allows for arithmetic.
   */
  @ParameterizedTest
  @EnumSource(Light.class)
  void goldenPictures(Light light) throws IOException {
    int[] p = render(bumpy(false), light);
    Path golden =
        Path.of(
            "src/test/resources/golden/ball-"
                + light.name().toLowerCase(java.util.Locale.ROOT)
                + ".png");
    if (Boolean.getBoolean("keepshelf.golden")) {
      byte[] rgb = new byte[p.length * 3];
      for (int i = 0; i < p.length; i++) {
        rgb[3 * i] = (byte) (p[i] >> 16);
        rgb[3 * i + 1] = (byte) (p[i] >> 8);
        rgb[3 * i + 2] = (byte) p[i];
      }
      Files.createDirectories(golden.getParent());
      ImageEncoder.png(Pixels.u8(SIDE, SIDE, 3, rgb), golden, 9);
    }
    Pixels expected = ImageDecoder.decode(golden);
    int[] e = new int[p.length];
    for (int i = 0; i < e.length; i++) {
      e[i] =
          expected.level(3 * i) << 16 | expected.level(3 * i + 1) << 8 | expected.level(3 * i + 2);
    }
    assertThat(meanDifference(p, e)).isLessThan(0.3);
  }

  @Test
  void theToneCurveIsTheIdentityBelowOneHalfAndNeverPassesOne() {
    float last = 0;
    for (float x = 0; x < 30; x += 0.01f) {
      float y = ToneCurve.apply(x);
      assertThat(y).isBetween(last, 1f);
      if (x <= 0.5f) {
        assertThat(y).isEqualTo(x);
      }
      last = y;
    }
  }

  private static int edges(int[] p) {
    int n = 0;
    for (int x = 1; x < SIDE; x++) {
      int a = p[SIDE / 2 * SIDE + x - 1] & 255;
      int b = p[SIDE / 2 * SIDE + x] & 255;
      n += Math.abs(a - b) > 30 ? 1 : 0;
    }
    return n;
  }

  private static double meanDifference(int[] a, int[] b) {
    long sum = 0;
    for (int i = 0; i < a.length; i++) {
      for (int s = 0; s <= 16; s += 8) {
        sum += Math.abs((a[i] >> s & 255) - (b[i] >> s & 255));
      }
    }
    return sum / (3.0 * a.length);
  }
}
