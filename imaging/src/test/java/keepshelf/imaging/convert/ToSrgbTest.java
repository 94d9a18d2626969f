package keepshelf.imaging.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.util.Random;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ColourTags;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ToSrgbTest {
  private static final byte[] LINEAR = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
  private static final byte[] SRGB = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
  private static final byte[] GREY = ICC_Profile.getInstance(ColorSpace.CS_GRAY).getData();

  private static Pixels noise(int channels) {
    byte[] b = new byte[9 * 4 * channels];
    new Random(21).nextBytes(b);
    return Pixels.u8(9, 4, channels, b);
  }

  private static ColourTags icc(byte[] profile) {
    return new ColourTags(true, profile, 0, false);
  }

  private static ColourTags gamma(double g) {
    return new ColourTags(true, null, g, false);
  }

  @ParameterizedTest
  @CsvSource({"1, true", "0.5556, true", "0.45455, false", "0.46, false", "0, false"})
  void aGammaOfItsOwnHasToBeConverted(double gamma, boolean needed) {
    assertThat(ToSrgb.needed(gamma(gamma))).isEqualTo(needed);
  }

  @Test
  void profilesAreToldByWhatTheyDo() {
    assertThat(ToSrgb.needed(icc(LINEAR))).isTrue();
    assertThat(ToSrgb.needed(icc(SRGB))).isFalse();
    assertThat(ToSrgb.needed(icc(GREY))).as("for grey pictures only").isFalse();
    assertThat(ToSrgb.needed(new ColourTags(true, LINEAR, 1, true)))
        .as("what says that it is sRGB is that")
        .isFalse();
    assertThat(ToSrgb.needed(ColourTags.NONE)).isFalse();
  }

  @ParameterizedTest
  @ValueSource(ints = {3, 4})
  void linearColoursComeThroughTheCurveByProfileAndByGamma(int channels) {
    Pixels p = noise(channels);
    Pixels byProfile = ToSrgb.of(p, icc(LINEAR));
    Pixels byGamma = ToSrgb.of(p, gamma(1));
    assertThat(byGamma.depth()).isEqualTo(Depth.U16);
    for (int i = 0; i < p.sampleCount(); i++) {
      boolean alpha = channels == 4 && i % 4 == 3;
      float wanted = alpha ? p.at(i) : Srgb.encoded(p.at(i));
      assertThat(byGamma.at(i)).isCloseTo(wanted, within(2e-3f));
      assertThat(byProfile.at(i)).isCloseTo(wanted, within(8e-3f));
    }
  }

  @Test
  void whatIsNotColourOrNeedsNothingStays() {
    Pixels grey = noise(1);
    assertThat(ToSrgb.of(grey, gamma(1))).isSameAs(grey);
    Pixels p = noise(3);
    assertThat(ToSrgb.of(p, icc(SRGB))).isSameAs(p);
    assertThat(ToSrgb.of(p, icc(new byte[] {1, 2, 3}))).isSameAs(p);
  }
}
