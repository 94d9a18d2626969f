package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HeightMapsTest {
  private static final int SIDE = 64;

  @ParameterizedTest
  @CsvSource({"1, true", "2, false", "3, true"})
  void theHeightOfItsOwnNormalsIsTheOldOne(long seed, boolean yUp) {
    float[] field = Fields.bumpy(SIDE, seed);
    HeightMaps.Height h = HeightMaps.fromNormal(Fields.normals(field, SIDE, 12, yUp), yUp);
    assertThat(h.w()).isEqualTo(SIDE);
    double ab = 0;
    double aa = 0;
    double bb = 0;
    for (int i = 0; i < field.length; i++) {
      double a = field[i] - 0.5;
      double b = h.plane()[i] - 0.5;
      ab += a * b;
      aa += a * a;
      bb += b * b;
    }
    assertThat(ab / Math.sqrt(aa * bb)).isGreaterThan(0.98);
    assertThat(h.range()).isCloseTo(12, within(1.2));
  }

  @Test
  void theWrongWayUpItIsNot() {
    float[] field = Fields.bumpy(SIDE, 4);
    Pixels n = Fields.normals(field, SIDE, 12, true);
    assertThat(HeightMaps.fromNormal(n, false).plane())
        .isNotEqualTo(HeightMaps.fromNormal(n, true).plane());
  }

  @Test
  void metresBecomeSharesAndWhatIsNoNumberTheMiddle() {
    Pixels metres = Pixels.f32(5, 1, 1, new float[] {-2, 0, 2, 6, Float.NaN});
    Pixels own = HeightMaps.levelled(metres);
    assertThat(own.depth()).isEqualTo(Depth.U16);
    float[] shares = {0, 0.25f, 0.5f, 1, 0.5f};
    for (int i = 0; i < shares.length; i++) {
      assertThat(own.at(i)).isCloseTo(shares[i], within(1e-4f));
    }
    Pixels within = HeightMaps.levelled(metres, 0, 4);
    assertThat(within.at(0)).as("below the range").isZero();
    assertThat(within.at(2)).isCloseTo(0.5f, within(1e-4f));
    assertThat(within.at(3)).as("above it").isEqualTo(1);
    assertThat(HeightMaps.levelled(Pixels.f32(2, 1, 1, new float[] {3, 3})).at(1)).isZero();
  }
}
