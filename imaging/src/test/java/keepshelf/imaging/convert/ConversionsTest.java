package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

class ConversionsTest {
  @Test
  void turningGreenTwiceIsExactlyTheOriginalAndTouchesNothingElse() {
    Pixels n = Fields.normals(Fields.bumpy(64, 2), 64, 10, true);
    Pixels once = Maps.flipGreen(n);
    Pixels twice = Maps.flipGreen(once);
    for (int i = 0; i < n.sampleCount(); i++) {
      assertThat(twice.level(i)).isEqualTo(n.level(i));
      assertThat(once.level(i)).isEqualTo(i % 3 == 1 ? 255 - n.level(i) : n.level(i));
    }
  }

  @Test
  void glossIsRoughnessTurnedOverAtEveryDepth() {
    Pixels g = Pixels.u16(3, 1, 1, new short[] {0, 1000, (short) 65535});
    Pixels r = Maps.invert(g);
    assertThat(new int[] {r.level(0), r.level(1), r.level(2)}).containsExactly(65535, 64535, 0);
    assertThat(r.depth()).isEqualTo(Depth.U16);
    assertThat(Maps.invert(Pixels.f32(1, 1, 1, new float[] {0.25f})).at(0)).isEqualTo(0.75f);
  }

  @Test
  void alphaIsDroppedWithoutTouchingColour() {
    Pixels p = Maps.withoutAlpha(Pixels.u8(1, 2, 4, new byte[] {1, 2, 3, 0, 4, 5, 6, 9}));
    assertThat(p.channels()).isEqualTo(3);
    assertThat(new int[] {p.level(0), p.level(2), p.level(3), p.level(5)})
        .containsExactly(1, 3, 4, 6);
  }

  @Test
  void normalsFromHeightPointOutAndUphill() {
    float[] n = NormalMaps.fromHeight(Fields.bumpy(64, 4), 64, 64, 8);
    for (int i = 0; i < n.length; i += 3) {
      assertThat(Math.sqrt(n[i] * n[i] + n[i + 1] * n[i + 1] + n[i + 2] * n[i + 2]))
          .isCloseTo(1, within(1e-4));
      assertThat(n[i + 2]).isPositive();
    }
    // A ramp that rises to the right faces left.
    float[] ramp = new float[16 * 16];
    for (int i = 0; i < ramp.length; i++) {
      ramp[i] = (i % 16) / 16f;
    }
    assertThat(NormalMaps.fromHeight(ramp, 16, 16, 4)[3 * (8 * 16 + 8)]).isNegative();
  }

  @Test
  void specularTurnsIntoMetallicAtBothEnds() {
    float[] base = new float[3];
    float dielectric =
        SpecGloss.toMetalRough(
            new float[] {0.5f, 0.3f, 0.1f}, new float[] {0.04f, 0.04f, 0.04f}, base);
    assertThat(dielectric).isCloseTo(0, within(0.02f));
    assertThat(base[0]).isCloseTo(0.5f, within(0.02f));
    float metal =
        SpecGloss.toMetalRough(new float[] {0, 0, 0}, new float[] {0.9f, 0.6f, 0.3f}, base);
    assertThat(metal).isCloseTo(1, within(0.02f));
    assertThat(base[0]).isCloseTo(0.9f, within(0.03f));
    assertThat(base[2]).isCloseTo(0.3f, within(0.03f));
  }

  @Test
  void metallicStaysInRangeForAnyInput() {
    Random r = new Random(8);
    float[] base = new float[3];
    for (int i = 0; i < 5000; i++) {
      float[] d = {r.nextFloat(), r.nextFloat(), r.nextFloat()};
      float[] s = {r.nextFloat(), r.nextFloat(), r.nextFloat()};
      assertThat(SpecGloss.toMetalRough(d, s, base)).isBetween(0f, 1f);
      assertThat(base[0]).isBetween(0f, 1f);
    }
  }
}
