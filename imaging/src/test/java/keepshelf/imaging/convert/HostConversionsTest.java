package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What installing does to pictures, beside the exact turns of {@link ConversionsTest}. */
class HostConversionsTest {
  private static final int SIDE = 64;

  private static Pixels random(int channels, Depth depth, long seed) {
    Random r = new Random(seed);
    int n = SIDE * SIDE * channels;
    if (depth == Depth.U8) {
      byte[] b = new byte[n];
      r.nextBytes(b);
      return Pixels.u8(SIDE, SIDE, channels, b);
    }
    short[] s = new short[n];
    for (int i = 0; i < n; i++) {
      s[i] = (short) r.nextInt();
    }
    return Pixels.u16(SIDE, SIDE, channels, s);
  }

  @Test
  void packingAndTakingApartGiveTheSameBits() {
    for (Depth depth : new Depth[] {Depth.U8, Depth.U16}) {
      Pixels[] parts = {random(1, depth, 1), random(1, depth, 2), random(1, depth, 3)};
      Pixels packed = Channels.pack(parts, new double[3]);
      assertThat(packed.depth()).isEqualTo(depth);
      for (int c = 0; c < 3; c++) {
        Pixels back = packed.channel(c);
        for (int i = 0; i < SIDE * SIDE; i++) {
          assertThat(back.level(i)).isEqualTo(parts[c].level(i));
        }
      }
    }
  }

  @Test
  void whatIsMissingIsFilledAndDepthsAreJoinedWithoutLoss() {
    Pixels[] parts = {random(1, Depth.U8, 4), null, random(1, Depth.U16, 5)};
    Pixels packed = Channels.pack(parts, new double[] {0, 0.6, 0});
    assertThat(packed.depth()).isEqualTo(Depth.U16);
    assertThat(packed.level(0)).isEqualTo(parts[0].level(0) * 257);
    assertThat(packed.level(1)).isEqualTo(Math.round(0.6 * 65535));
    assertThat(packed.level(2)).isEqualTo(parts[2].level(0));
    assertThatThrownBy(() ->
            Channels.pack(new Pixels[] {parts[0], Pixels.u8(2, 2, 1, new byte[4])}, new double[2]))
        .isInstanceOf(IllegalArgumentException.class);
    Pixels colour = random(3, Depth.U8, 6);
    Pixels cut = Channels.withAlpha(colour, random(1, Depth.U8, 7));
    for (int i = 0; i < SIDE * SIDE; i++) {
      for (int c = 0; c < 3; c++) {
        assertThat(cut.level(4 * i + c)).isEqualTo(colour.level(3 * i + c));
      }
    }
  }

  @Test
  void occlusionIsMultipliedInLinearLight() {
    Pixels colour = random(3, Depth.U8, 8);
    Pixels half = Pixels.u8(SIDE, SIDE, 1, filled((byte) 128));
    Pixels out = Light.occluded(colour, half, 1);
    for (int i = 0; i < 3 * SIDE * SIDE; i++) {
      float wanted = Srgb.toLinear(colour.at(i)) * 128 / 255f;
      assertThat(Srgb.toLinear(out.at(i))).isCloseTo(wanted, within(2e-4f));
    }
    Pixels none = Light.occluded(colour, Pixels.u8(SIDE, SIDE, 1, filled((byte) -1)), 1);
    for (int i = 0; i < none.sampleCount(); i++) {
      assertThat(Math.round(none.at(i) * 255)).isEqualTo(colour.level(i));
    }
  }

  private static byte[] filled(byte v) {
    byte[] b = new byte[SIDE * SIDE];
    java.util.Arrays.fill(b, v);
    return b;
  }

  @Test
  void metalAndPaintComeBackFromSpecularAndGloss() {
    Pixels base = random(3, Depth.U8, 9);
    float[] d = new float[3];
    float[] s = new float[3];
    float[] back = new float[3];
    for (int metal : new int[] {0, 255}) {
      Pixels metallic = Pixels.u8(SIDE, SIDE, 1, filled((byte) metal));
      Pixels diffuse = Light.specGloss(base, metallic, false);
      Pixels specular = Light.specGloss(base, metallic, true);
      for (int i = 0; i < 500; i++) {
        for (int c = 0; c < 3; c++) {
          d[c] = Srgb.toLinear(diffuse.at(3 * i + c));
          s[c] = Srgb.toLinear(specular.at(3 * i + c));
        }
        float bright = Math.max(s[0], Math.max(s[1], s[2]));
        float m = SpecGloss.toMetalRough(d, s, back);
        // Very dark metal cannot be told from paint.
        if (metal == 0 || bright > 0.3f) {
          assertThat(m).isCloseTo(metal / 255f, within(0.12f));
          for (int c = 0; c < 3; c++) {
            assertThat(back[c])
                .isCloseTo(Srgb.toLinear(base.at(3 * i + c)), within(metal == 0 ? 0.01f : 0.12f));
          }
        }
      }
    }
  }

  /** Large pictures of 8 bits go by pairs of levels, small ones pixel by pixel. */
  @ParameterizedTest
  @CsvSource({"1, 1", "2, 1", "3, 1", "3, 3", "4, 4"})
  void largePicturesAreMixedAsTheirHalvesAre(int channels, int dataChannels) {
    int w = 300;
    int h = 260;
    java.util.Random random = new Random(channels * 8L + dataChannels);
    byte[] colour = new byte[w * h * channels];
    byte[] data = new byte[w * h * dataChannels];
    random.nextBytes(colour);
    random.nextBytes(data);
    Pixels base = Pixels.u8(w, h, channels, colour);
    Pixels map = Pixels.u8(w, h, dataChannels, data);
    Pixels halfBase = Pixels.u8(w, h / 2, channels, Arrays.copyOf(colour, colour.length / 2));
    Pixels halfMap = Pixels.u8(w, h / 2, dataChannels, Arrays.copyOf(data, data.length / 2));
    List<Pixels> whole =
        List.of(
            Light.specGloss(base, map, false),
            Light.specGloss(base, map, true),
            Light.occluded(base, map, 0.7));
    List<Pixels> half =
        List.of(
            Light.specGloss(halfBase, halfMap, false),
            Light.specGloss(halfBase, halfMap, true),
            Light.occluded(halfBase, halfMap, 0.7));
    for (int k = 0; k < whole.size(); k++) {
      for (int i = 0; i < half.get(k).sampleCount(); i++) {
        assertThat(whole.get(k).level(i)).isEqualTo(half.get(k).level(i));
      }
    }
  }

  @Test
  void smallerPicturesKeepTheirLightAndVectorsTheirLength() {
    Pixels colour = random(3, Depth.U8, 10);
    Pixels small = Resize.to(colour, 16, 16, Resize.Holds.COLOUR);
    double before = 0;
    double after = 0;
    for (int i = 0; i < colour.sampleCount(); i++) {
      before += Srgb.toLinear(colour.at(i)) / colour.sampleCount();
    }
    for (int i = 0; i < small.sampleCount(); i++) {
      after += Srgb.toLinear(small.at(i)) / small.sampleCount();
    }
    assertThat(after).isCloseTo(before, within(1e-4));
    float[] xyz = NormalMaps.fromHeight(Fields.bumpy(SIDE, 3), SIDE, SIDE, 8);
    short[] stored = new short[xyz.length];
    for (int i = 0; i < xyz.length; i++) {
      stored[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    Pixels normals = Resize.to(Pixels.u16(SIDE, SIDE, 3, stored), 32, 32, Resize.Holds.NORMALS);
    for (int i = 0; i < 32 * 32; i++) {
      double x = 2 * normals.at(3 * i) - 1;
      double y = 2 * normals.at(3 * i + 1) - 1;
      double z = 2 * normals.at(3 * i + 2) - 1;
      assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(1e-4));
    }
    assertThat(Resize.to(colour, SIDE, SIDE, Resize.Holds.DATA)).isSameAs(colour);
  }

  @Test
  void eightBitsOfASlopeAreRightOnAverageAndAlwaysTheSame() {
    short[] slope = new short[SIDE * SIDE];
    for (int i = 0; i < slope.length; i++) {
      slope[i] = (short) (20_000 + i % SIDE * 4);
    }
    Pixels deep = Pixels.u16(SIDE, SIDE, 1, slope);
    Pixels bytes = Resize.toBytes(deep);
    assertThat(Resize.toBytes(deep).rawBytes()).isEqualTo(bytes.rawBytes());
    double error = 0;
    for (int i = 0; i < slope.length; i++) {
      assertThat(Math.abs(bytes.at(i) - deep.at(i))).isLessThan(1.6f / 255);
      error += (bytes.at(i) - deep.at(i)) / slope.length;
    }
    assertThat(error).isCloseTo(0, within(0.1 / 255));
    Pixels already = random(1, Depth.U8, 2);
    assertThat(Resize.toBytes(already)).isSameAs(already);
  }

  @Test
  void heightComesBackFromItsNormals() {
    float[] height = Fields.bumpy(SIDE, 21);
    float slope = 10;
    float[] xyz = NormalMaps.fromHeight(height, SIDE, SIDE, slope);
    for (boolean up : new boolean[] {true, false}) {
      short[] stored = new short[xyz.length];
      for (int i = 0; i < xyz.length; i++) {
        float v = i % 3 == 1 && !up ? -xyz[i] : xyz[i];
        stored[i] = (short) Math.round((v * 0.5f + 0.5f) * 65535);
      }
      HeightMaps.Height h = HeightMaps.fromNormal(Pixels.u16(SIDE, SIDE, 3, stored), up);
      assertThat(Fields.correlation(height, h.plane())).isGreaterThan(0.99);
      float least = 1;
      float most = 0;
      for (float v : height) {
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
      assertThat(h.range()).isCloseTo((most - least) * slope, within(0.12 * slope));
    }
  }

  @Test
  void whatMetalCannotSayIsMeasured() {
    float[] dark = {0.02f, 0.02f, 0.02f};
    assertThat(
            SpecGloss.residual(new float[] {0.3f, 0.2f, 0.1f}, new float[] {0.04f, 0.04f, 0.04f}))
        .as("paint")
        .isLessThan(0.004f);
    assertThat(SpecGloss.residual(new float[3], new float[] {0.9f, 0.6f, 0.3f}))
        .as("metal")
        .isLessThan(0.02f);
    assertThat(SpecGloss.residual(new float[] {0.6f, 0.1f, 0.1f}, new float[] {0.1f, 0.3f, 0.6f}))
        .as("neither")
        .isGreaterThan(0.03f);
    assertThat(SpecGloss.residual(dark, dark)).isBetween(0f, 1f);
  }
}
