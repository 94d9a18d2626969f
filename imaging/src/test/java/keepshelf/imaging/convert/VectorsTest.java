package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.analyse.NormalHealth.State;
import keepshelf.imaging.colour.Srgb;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Vectors are turned as pictures are, and mended whatever way they were stored. */
class VectorsTest {
  /** Unit vectors that point outwards, as they are stored. */
  private static float[] sound(int channels, long seed) {
    Random r = new Random(seed);
    float[] out = new float[200 * channels];
    for (int i = 0; i < out.length; i += channels) {
      float x = r.nextFloat() * 1.2f - 0.6f;
      float y = r.nextFloat() * 1.2f - 0.6f;
      float z = (float) Math.sqrt(Math.max(0.1, 1 - x * x - y * y));
      float l = (float) Math.sqrt(x * x + y * y + z * z);
      out[i] = x / l * 0.5f + 0.5f;
      out[i + 1] = y / l * 0.5f + 0.5f;
      out[i + 2] = z / l * 0.5f + 0.5f;
      if (channels == 4) {
        out[i + 3] = 0.25f;
      }
    }
    return out;
  }

  /** The same vectors as somebody stored them who had {@code state} come out. */
  private static float[] spoilt(float[] sound, State state) {
    float[] v = sound.clone();
    for (int i = 0; i < v.length; i += 3) {
      switch (state) {
        case CURVED -> {
          for (int k = i; k < i + 3; k++) {
            v[k] = Srgb.fromLinear(v[k]);
          }
        }
        case UNCURVED -> {
          for (int k = i; k < i + 3; k++) {
            v[k] = Srgb.toLinear(v[k]);
          }
        }
        case OUT_IN_RED -> {
          v[i] = sound[i + 2];
          v[i + 2] = sound[i];
        }
        case OUT_IN_GREEN -> {
          v[i + 1] = sound[i + 2];
          v[i + 2] = sound[i + 1];
        }
        case NO_BLUE -> v[i + 2] = 1;
        case NOT_UNIT -> {
          for (int k = i; k < i + 3; k++) {
            v[k] = (2 * v[k] - 1) * 0.6f * 0.5f + 0.5f;
          }
        }
        default -> {}
      }
    }
    return v;
  }

  @ParameterizedTest
  @EnumSource(value = State.class, names = "OBJECT_SPACE", mode = EnumSource.Mode.EXCLUDE)
  void whateverWayTheyWereStoredTheyComeBack(State state) {
    float[] sound = sound(3, 5);
    float[] v = spoilt(sound, state);
    Vectors.mended(state).apply(v, 3);
    for (int i = 0; i < v.length; i++) {
      assertThat(v[i]).as("%s %d", state, i).isCloseTo(sound[i], within(1e-3f));
    }
  }

  @Test
  void whatPointsInwardsLiesFlatAtMostAndIsOfLengthOne() {
    float[] v = {0.8f, 0.3f, 0.2f, 0.5f, 0.5f, 0.1f};
    Vectors.mended(State.SOUND).apply(v, 3);
    for (int i = 0; i < v.length; i += 3) {
      double x = 2 * v[i] - 1;
      double y = 2 * v[i + 1] - 1;
      double z = 2 * v[i + 2] - 1;
      assertThat(z).isGreaterThan(0);
      assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(1e-4));
    }
    assertThat(v[0]).isGreaterThan(0.9f);
  }

  @Test
  void vectorsOfTheObjectCannotBeMended() {
    assertThat(Vectors.mendable(State.OBJECT_SPACE)).isFalse();
    assertThat(Vectors.mendable(State.NOT_UNIT)).isTrue();
    assertThatThrownBy(() -> Vectors.mended(State.OBJECT_SPACE))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("OBJECT_SPACE");
  }

  @Test
  void aQuarterTurnTakesRightToUp() {
    float[] up = {1, 0.5f, 0.5f};
    Vectors.turned(90, true).apply(up, 3);
    assertThat(up[0]).isCloseTo(0.5f, within(1e-5f));
    assertThat(up[1]).isCloseTo(1, within(1e-5f));
    float[] down = {1, 0.5f, 0.5f};
    Vectors.turned(90, false).apply(down, 3);
    assertThat(down[1]).as("green faces down").isCloseTo(0, within(1e-5f));
  }

  @ParameterizedTest
  @ValueSource(doubles = {13, 90, 180, -47.5, 360})
  void turnedThereAndBackTheyAreTheSameAndNeitherBlueNorAlphaChange(double degrees) {
    float[] sound = sound(4, 8);
    float[] v = sound.clone();
    Vectors.turned(degrees, true).apply(v, 4);
    for (int i = 0; i < v.length; i += 4) {
      assertThat(v[i + 2]).isEqualTo(sound[i + 2]);
      assertThat(v[i + 3]).isEqualTo(sound[i + 3]);
      double before = Math.hypot(2 * sound[i] - 1, 2 * sound[i + 1] - 1);
      assertThat(Math.hypot(2 * v[i] - 1, 2 * v[i + 1] - 1)).isCloseTo(before, within(1e-5));
    }
    Vectors.turned(-degrees, true).apply(v, 4);
    for (int i = 0; i < v.length; i++) {
      assertThat(v[i]).isCloseTo(sound[i], within(1e-5f));
    }
  }

  @Test
  void greyPicturesHoldNoVectors() {
    float[] grey = {0.1f, 0.9f};
    Vectors.turned(90, true).apply(grey, 1);
    Vectors.mended(State.SOUND).apply(grey, 2);
    assertThat(grey).containsExactly(0.1f, 0.9f);
  }
}
