package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Path;
import keepshelf.imaging.Fields;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HandednessTestTest {
  @TempDir Path dir;

  @Test
  void slopesTellTheHandednessOfEverySeededField() {
    for (int seed = 0; seed < 30; seed++) {
      float[] h = Fields.bumpy(256, seed);
      float slope = 4 + seed;
      assertThat(HandednessTest.bySlopes(Fields.normals(h, 256, slope, true)).handedness())
          .as("seed %d", seed)
          .isEqualTo(Handedness.GL);
      assertThat(HandednessTest.bySlopes(Fields.normals(h, 256, slope, false)).handedness())
          .as("seed %d", seed)
          .isEqualTo(Handedness.DX);
    }
  }

  @Test
  void jpegDoesNotChangeTheAnswer() throws IOException {
    for (int seed = 0; seed < 6; seed++) {
      Path f = dir.resolve(seed + ".jpg");
      ImageEncoder.jpeg(Fields.normals(Fields.bumpy(256, seed), 256, 12, seed % 2 == 0), f, 0.8f);
      assertThat(HandednessTest.bySlopes(ImageDecoder.decode(f)).handedness())
          .isEqualTo(seed % 2 == 0 ? Handedness.GL : Handedness.DX);
    }
  }

  @Test
  void ridgesInOneDirectionCannotTell() {
    Pixels n = Fields.normals(Fields.corrugated(256), 256, 10, true);
    assertThat(HandednessTest.bySlopes(n).handedness()).isEqualTo(Handedness.UNKNOWN);
  }

  @Test
  void flatAndTinyMapsCannotTell() {
    assertThat(
            HandednessTest.bySlopes(Fields.normals(new float[64 * 64], 64, 1, true)).handedness())
        .isEqualTo(Handedness.UNKNOWN);
    assertThat(HandednessTest.bySlopes(Fields.normals(new float[16], 4, 1, true)).handedness())
        .isEqualTo(Handedness.UNKNOWN);
  }

  @Test
  void theHeightMapAgreesOrIsFoundInverted() {
    float[] h = Fields.bumpy(256, 3);
    Pixels height = Fields.grey16(h, 256);
    var gl = HandednessTest.withHeight(Fields.normals(h, 256, 12, true), height);
    assertThat(gl.handedness()).isEqualTo(Handedness.GL);
    assertThat(gl.inverted()).isFalse();
    assertThat(HandednessTest.withHeight(Fields.normals(h, 256, 12, false), height).handedness())
        .isEqualTo(Handedness.DX);
    Pixels upsideDown = height.mapLevels(0, v -> 65535 - v);
    assertThat(HandednessTest.withHeight(Fields.normals(h, 256, 12, true), upsideDown).inverted())
        .isTrue();
  }

  @Test
  void reliefIsEstimatedWithinATenth() {
    for (int seed = 0; seed < 12; seed++) {
      float[] h = Fields.bumpy(256, seed);
      double tile = 0.5;
      double relief = 0.004 + 0.002 * seed;
      float slope = (float) (relief / tile * 256);
      var found =
          ReliefEstimate.metres(
              Fields.normals(h, 256, slope, seed % 2 == 0),
              Fields.grey16(h, 256),
              seed % 2 == 0 ? Handedness.GL : Handedness.DX,
              tile);
      assertThat(found).as("seed %d", seed).isPresent();
      assertThat(found.getAsDouble() / relief).isBetween(0.9, 1.1);
    }
  }

  /** Sums over blocks of the middle tell the same as the whole pictures, for either handedness. */
  @Test
  void agreementKeptOfTheMiddleTellsWhatThePicturesTell() {
    for (boolean up : new boolean[] {true, false}) {
      float[] h = Fields.bumpy(256, 7);
      Pixels normal = Fields.normals(h, 256, 6, up);
      Pixels height = Fields.grey16(h, 256);
      ReliefAgreement kept = ReliefBlocks.ofNormal(normal).with(ReliefBlocks.ofHeight(height));
      Handedness is = up ? Handedness.GL : Handedness.DX;
      assertThat(kept.share(is).orElseThrow() * 0.5)
          .isCloseTo(ReliefEstimate.metres(normal, height, is, 0.5).orElseThrow(), within(1e-12));
      assertThat(kept.share(is).orElseThrow() * 256).isCloseTo(6, within(0.6));
      // Taken for the other handedness they do not agree, and nothing is claimed.
      assertThat(kept.share(up ? Handedness.DX : Handedness.GL)).isEmpty();
    }
  }

  @Test
  void aHeightMapOfAnotherSizeIsBroughtToTheNormalMaps() {
    float[] h = Fields.bumpy(256, 8);
    Pixels height = Fields.grey16(h, 256);
    Pixels half =
        Pixels.f32(
            128,
            128,
            1,
            keepshelf.imaging.resample.Resampler.area(height.luma(), 256, 256, 128, 128));
    Pixels normal = Fields.normals(h, 256, 9, true);
    assertThat(ReliefBlocks.ofNormal(normal).fits(ReliefBlocks.ofHeight(half))).isFalse();
    double whole = ReliefEstimate.metres(normal, height, Handedness.GL, 1).orElseThrow();
    assertThat(ReliefEstimate.metres(normal, half, Handedness.GL, 1).orElseThrow() / whole)
        .isBetween(0.8, 1.3);
  }

  @Test
  void picturesTooSmallToTellSayNothing() {
    float[] h = Fields.bumpy(64, 3);
    Pixels small = Fields.grey16(h, 64).cut(0, 0, 31, 64);
    Pixels normal = Fields.normals(h, 64, 5, true).cut(0, 0, 31, 64);
    assertThat(ReliefEstimate.metres(normal, small, Handedness.GL, 1)).isEmpty();
  }

  @Test
  void reliefIsNotClaimedForAnotherTexturesHeight() {
    var found =
        ReliefEstimate.metres(
            Fields.normals(Fields.bumpy(256, 1), 256, 10, true),
            Fields.grey16(Fields.bumpy(256, 99), 256),
            Handedness.GL,
            1);
    assertThat(found).isEmpty();
  }

  @Test
  void characterIsToldForTheSafeCases() {
    float[] h = Fields.bumpy(128, 5);
    assertThat(PixelCharacter.of(Fields.normals(h, 128, 10, true)))
        .isEqualTo(PixelCharacter.NORMAL);
    assertThat(PixelCharacter.of(Fields.grey16(h, 128))).isEqualTo(PixelCharacter.GREY);
    byte[] colour = new byte[128 * 128 * 3];
    byte[] binary = new byte[128 * 128];
    for (int i = 0; i < h.length; i++) {
      colour[3 * i] = (byte) (60 + 120 * h[i]);
      colour[3 * i + 1] = (byte) (50 + 60 * h[i]);
      colour[3 * i + 2] = 30;
      binary[i] = (byte) (h[i] > 0.5 ? 255 : 0);
    }
    assertThat(PixelCharacter.of(Pixels.u8(128, 128, 3, colour))).isEqualTo(PixelCharacter.COLOUR);
    assertThat(PixelCharacter.of(Pixels.u8(128, 128, 1, binary))).isEqualTo(PixelCharacter.BINARY);
  }

  @Test
  void aNormalMapIsNoHeightToCompareWith() {
    Sketch normal = Sketch.ofNormal(Fields.normals(Fields.bumpy(64, 3), 64, 6, true));
    assertThat(HandednessTest.withHeight(normal, normal).handedness())
        .isEqualTo(Handedness.UNKNOWN);
  }
}
