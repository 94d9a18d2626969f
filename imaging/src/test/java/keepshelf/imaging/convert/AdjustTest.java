package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Random;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.Adjust.Colour;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.rows.RowReader;
import keepshelf.imaging.rows.RowSteps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AdjustTest {
  private static final Colour NOTHING = new Colour(0, 1, 1, 1, 0xFFFFFF, false);

  private static Pixels noise(int channels) {
    byte[] b = new byte[16 * 12 * channels];
    new Random(3).nextBytes(b);
    return Pixels.u8(16, 12, channels, b);
  }

  private static OkLab at(Pixels p, int i) {
    return OkLab.ofLinear(
        Srgb.linear(p.at(3 * i)), Srgb.linear(p.at(3 * i + 1)), Srgb.linear(p.at(3 * i + 2)));
  }

  @Test
  void nothingAskedForChangesNothing() {
    for (int channels : new int[] {1, 3, 4}) {
      Pixels p = noise(channels);
      for (var change : java.util.List.of(Adjust.colour(NOTHING), Adjust.range(0, 1))) {
        Pixels q = Adjust.applied(p, change);
        assertThat(q.depth()).isEqualTo(Depth.U16);
        for (int i = 0; i < p.sampleCount(); i++) {
          assertThat(q.at(i)).isCloseTo(p.at(i), within(4e-4f));
        }
      }
    }
  }

  @Test
  void levelsStretchBendAndLayOut() {
    float[] v = {0, 0.2f, 0.5f, 0.8f, 1};
    Adjust.levels(0.2, 0.8, 0.5, 0.1, 0.9).apply(v, 1);
    float[] straight = {0.1f, 0.1f, 0.5f, 0.9f, 0.9f};
    for (int i = 0; i < v.length; i++) {
      assertThat(v[i]).isCloseTo(straight[i], within(1e-5f));
    }
    float[] bent = {0.5f, 0.25f};
    Adjust.levels(0, 1, 0.25, 1, 0).apply(bent, 1);
    assertThat(bent[0]).isCloseTo(0.75f, within(1e-5f));
    assertThat(bent[1]).isCloseTo(1 - 0.0625f, within(1e-5f));
  }

  @Test
  void alphaIsNeitherLevelledNorCut() {
    float[] two = {0.3f, 0.3f, 0.7f, 0.7f};
    Adjust.cut(0.5).then(Adjust.range(0.2, 0.6)).apply(two, 2);
    assertThat(two[0]).isCloseTo(0.2f, within(1e-6f));
    assertThat(two[1]).isEqualTo(0.3f);
    assertThat(two[2]).isCloseTo(0.6f, within(1e-6f));
    assertThat(two[3]).isEqualTo(0.7f);
    float[] four = {0, 0.5f, 1, 0.4f};
    Adjust.range(1, 0).apply(four, 4);
    assertThat(four).containsExactly(1, 0.5f, 0, 0.4f);
  }

  @Test
  void theHueTurnsAndLightnessStays() {
    Pixels p = Pixels.u8(2, 1, 3, new byte[] {(byte) 150, 110, 90, 100, 120, (byte) 140});
    Pixels q = Adjust.applied(p, Adjust.colour(new Colour(40, 1, 1, 1, 0xFFFFFF, false)));
    for (int i = 0; i < 2; i++) {
      assertThat((at(q, i).hue() - at(p, i).hue() + 360) % 360).isCloseTo(40, within(0.5f));
      assertThat(at(q, i).l()).isCloseTo(at(p, i).l(), within(2e-3f));
      assertThat(at(q, i).chroma()).isCloseTo(at(p, i).chroma(), within(2e-3f));
    }
  }

  @Test
  void withoutSaturationItIsGreyAndBrightnessIsLinearLight() {
    Pixels grey = Adjust.applied(noise(3), Adjust.colour(new Colour(0, 0, 1, 1, 0xFFFFFF, false)));
    for (int i = 0; i < grey.sampleCount(); i += 3) {
      assertThat(grey.at(i)).isCloseTo(grey.at(i + 2), within(2e-3f));
    }
    Pixels p = Pixels.u8(1, 1, 3, new byte[] {100, 120, 80});
    Pixels half = Adjust.applied(p, Adjust.colour(new Colour(0, 1, 0.5, 1, 0xFFFFFF, false)));
    Pixels tinted = Adjust.applied(p, Adjust.colour(new Colour(0, 1, 1, 1, 0xFF00FF, false)));
    for (int c = 0; c < 3; c++) {
      assertThat(Srgb.toLinear(half.at(c))).isCloseTo(0.5f * Srgb.toLinear(p.at(c)), within(1e-4f));
      assertThat(tinted.at(c)).isCloseTo(c == 1 ? 0 : p.at(c), within(4e-4f));
    }
  }

  @Test
  void invertingTwiceIsNothingAndAlphaStays() {
    Pixels p = noise(4);
    var invert = Adjust.colour(new Colour(0, 1, 1, 1, 0xFFFFFF, true));
    Pixels once = Adjust.applied(p, invert);
    Pixels twice = Adjust.applied(once, invert);
    for (int i = 0; i < p.sampleCount(); i++) {
      assertThat(twice.at(i)).isCloseTo(p.at(i), within(1e-3f));
      if (i % 4 == 3) {
        assertThat(once.at(i)).isEqualTo(p.at(i), within(1e-5f));
      }
    }
  }

  @Test
  void slopesAreScaledAndVectorsStayOfLengthOne() {
    Random r = new Random(9);
    for (int i = 0; i < 200; i++) {
      double dx = r.nextGaussian();
      double dy = r.nextGaussian();
      double l = Math.sqrt(dx * dx + dy * dy + 1);
      float[] n = {
        (float) (dx / l * 0.5 + 0.5), (float) (dy / l * 0.5 + 0.5), (float) (1 / l * 0.5 + 0.5)
      };
      double s = r.nextDouble() * 3;
      Adjust.slopes(s).apply(n, 3);
      double x = 2 * n[0] - 1;
      double y = 2 * n[1] - 1;
      double z = 2 * n[2] - 1;
      assertThat(x * x + y * y + z * z).isCloseTo(1, within(1e-5));
      assertThat(x / z).isCloseTo(dx * s, within(1e-3));
      assertThat(y / z).isCloseTo(dy * s, within(1e-3));
    }
  }

  @Test
  void rowsComeOutAsWholePicturesDo(@TempDir Path dir) throws Exception {
    Path file = dir.resolve("kelp.png");
    ImageEncoder.png(noise(3), file, 1);
    var change = Adjust.colour(new Colour(-25, 0.6, 1.2, 1.3, 0xE0F0FF, false));
    Pixels whole = Adjust.applied(ImageDecoder.decode(file), change);
    try (Rows rows = RowSteps.changed(RowReader.open(file), change)) {
      assertThat(rows.depth()).isEqualTo(Depth.U16);
      float[] row = new float[rows.width() * 3];
      for (int y = 0; y < rows.height(); y++) {
        rows.next(row);
        for (int i = 0; i < row.length; i++) {
          assertThat(Math.round(row[i] * 65535)).isEqualTo(whole.level(y * row.length + i));
        }
      }
    }
  }

  @Test
  void lightInFloatsIsStoredThroughTheCurve() {
    Pixels light = Pixels.f32(2, 1, 4, new float[] {0.2f, 0.5f, 2, 0.5f, -1, 1, 0, 0.25f});
    Pixels p = Maps.encoded(light);
    assertThat(p.at(0)).isCloseTo(Srgb.fromLinear(0.2f), within(1e-4f));
    assertThat(p.at(2)).isEqualTo(1);
    assertThat(p.at(3)).as("alpha is no light").isCloseTo(0.5f, within(1e-4f));
    assertThat(p.at(4)).isZero();
    assertThat(Maps.encoded(p)).isSameAs(p);
  }
}
