package keepshelf.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The arithmetic of real size, held against examples that were worked out by hand. */
class MeasureTest {
  @ParameterizedTest
  @CsvSource({
    // distance, lens, sensor, output, texels a metre
    "2.5, 35, 36, 1920, 746.67",
    "1, 36, 36, 1000, 1000",
    "10, 50, 36, 3840, 533.33",
    "0.5, 85, 36, 4096, 19342.2"
  })
  void aShotShowsSoManyTexelsAMetre(
      double distance, double lens, double sensor, int output, double density) {
    Shot s = new Shot(distance, lens, sensor, output);
    assertThat(s.pixelsPerMetre()).isCloseTo(density, within(density * 1e-4));
    // From the distance that a density is enough for, a shot shows just that.
    assertThat(s.distanceFor(density)).isCloseTo(distance, within(distance * 1e-4));
  }

  @Test
  void anAngleIsAsGoodAsALens() {
    // 90 degrees at one metre see two metres.
    assertThat(Shot.ofAngle(1, 90, 2000).pixelsPerMetre()).isCloseTo(1000, within(0.01));
  }

  @ParameterizedTest
  @CsvSource({
    "0,35,36,1920",
    "-1,35,36,1920",
    "2,0,36,1920",
    "2,35,0,1920",
    "2,35,36,0",
    "NaN,35,36,9"
  })
  void whatIsNoCameraIsRefused(double distance, double lens, double sensor, int output) {
    assertThatThrownBy(() -> new Shot(distance, lens, sensor, output))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("must be more than 0");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "60 cm | 0.6",
        "0.6 m | 0.6",
        "215 mm | 0.215",
        "8 x 75 mm | 0.6",
        "8 × 75mm | 0.6",
        "8 courses of 75 mm | 0.6",
        "12 * 6.5 cm | 0.78",
        "3 of 0.2 m | 0.6"
      })
  void lengthsAreReadAsPeopleWriteThem(String typed, double metres) {
    assertThat(MeasuredLine.typed(typed)).isCloseTo(metres, within(1e-9));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "long", "0 m", "-3 cm", "8 x", "x 75 mm", "0 x 75 mm"})
  void whatIsNoLengthIsRefused(String typed) {
    assertThatThrownBy(() -> MeasuredLine.typed(typed))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("is no length");
  }

  @Test
  void theTileFollowsFromTheLine() {
    // Half of the picture's width is 30 cm: the tile is 60 cm; a pixel is 0.6 m / 1024 at twice
    // that.
    MeasuredLine l = new MeasuredLine(100, 200, 612, 200, 1024);
    assertThat(l.tile(0.3)).isCloseTo(0.6, within(1e-9));
    assertThat(l.error(0.3)).isCloseTo(0.6 / 512, within(1e-9));
    // At a slant its true length counts.
    assertThat(new MeasuredLine(0, 0, 300, 400, 1000).tile(0.5)).isCloseTo(1, within(1e-9));
    assertThatThrownBy(() -> new MeasuredLine(5, 5, 6, 6, 1024).tile(1))
        .hasMessageContaining("too short");
  }
}
