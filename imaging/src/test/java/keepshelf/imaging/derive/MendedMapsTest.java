package keepshelf.imaging.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.analyse.JpegTraces;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Maps whose faults are put right, against what they were before they had them. */
class MendedMapsTest {
  @TempDir Path dir;

  private Pixels jpeg(Pixels p, float quality) throws Exception {
    Path f = dir.resolve("x.jpg");
    ImageEncoder.jpeg(p, f, quality);
    return ImageDecoder.decode(f);
  }

  private static Pixels bytes(float[] v, int n) {
    byte[] out = new byte[v.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(Math.clamp(v[i], 0, 1) * 255);
    }
    return Pixels.u8(n, n, v.length / (n * n), out);
  }

  /** Root of the mean square difference in levels. */
  private static double off(Pixels a, Pixels b) {
    double sum = 0;
    for (int i = 0; i < a.sampleCount(); i++) {
      double d = 255 * (a.at(i) - b.at(i));
      sum += d * d;
    }
    return Math.sqrt(sum / a.sampleCount());
  }

  @ParameterizedTest
  @CsvSource({"1, 0.3, 0.85", "2, 0.5, 0.85", "3, 0.75, 0.85", "4, 0.85, 0.85", "5, 0.9, 0.85"})
  void heightsComeNearerToWhatTheyWereAndShowNoBlocks(long seed, float quality, double least)
      throws Exception {
    int n = 256;
    Pixels truth = bytes(Ranges.filled(Fields.bumpy(n, seed)), n);
    Pixels stored = jpeg(truth, quality);
    Pixels grey = stored.channels() == 1 ? stored : bytes(stored.plane(0), n);
    Pixels clean = Blocks.removed(grey);
    assertThat(off(clean, truth)).isLessThan(least * off(grey, truth));
    assertThat(JpegTraces.found(grey) && JpegTraces.found(clean))
        .as("what the check found it finds no more")
        .isFalse();
    assertThat(off(Blocks.removed(grey), clean)).as("the same again").isZero();
  }

  @ParameterizedTest
  @CsvSource({"1, 0.4", "2, 0.6", "3, 0.8"})
  void vectorsComeNearerToWhatTheyWere(long seed, float quality) throws Exception {
    int n = 256;
    Pixels truth = Fields.normals(Fields.bumpy(n, seed), n, 8, true);
    Pixels stored = jpeg(truth, quality);
    Pixels clean = Blocks.removed(JpegPlanes.read(dir.resolve("x.jpg")).orElseThrow());
    assertThat(off(clean, truth)).isLessThan(0.85 * off(stored, truth));
    assertThat(JpegTraces.found(clean)).isFalse();
  }

  @Test
  void whatWasNeverJpegStaysAsItIs() {
    int n = 128;
    Pixels smooth = bytes(Ranges.filled(Fields.bumpy(n, 7)), n);
    assertThat(Blocks.removed(smooth)).isSameAs(smooth);
    float[] noise = new float[n * n];
    Random r = new Random(3);
    for (int i = 0; i < noise.length; i++) {
      noise[i] = r.nextFloat();
    }
    Pixels grain = bytes(noise, n);
    assertThat(Blocks.removed(grain)).isSameAs(grain);
    Pixels flat = bytes(new float[n * n], n);
    assertThat(Blocks.removed(flat)).isSameAs(flat);
  }

  @Test
  void sizesThatAreNoWholeBlocksAreTakenAsWell() throws Exception {
    Pixels truth = bytes(Ranges.filled(Fields.bumpy(256, 9)), 256);
    byte[] part = new byte[203 * 101];
    for (int y = 0; y < 101; y++) {
      for (int x = 0; x < 203; x++) {
        part[y * 203 + x] = (byte) truth.level(y * 256 + x);
      }
    }
    Pixels odd = Pixels.u8(203, 101, 1, part);
    Pixels stored = jpeg(odd, 0.5f);
    Pixels clean = Blocks.removed(Pixels.u8(203, 101, 1, levels(stored)));
    assertThat(clean.width()).isEqualTo(203);
    assertThat(off(clean, odd)).isLessThan(off(stored, odd));
  }

  private static byte[] levels(Pixels p) {
    byte[] out = new byte[p.width() * p.height()];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) p.level(i * p.channels());
    }
    return out;
  }

  @ParameterizedTest
  @CsvSource({"0.3, 0.7, true", "0.02, 0.5, true", "0.4, 0.9, true", "0.45, 0.55, true"})
  void aMapOfTwoGreysIsPartedAndItsEdgeStaysSoft(float low, float high, boolean there) {
    int n = 64;
    float[] v = new float[n * n];
    Random r = new Random(5);
    for (int i = 0; i < v.length; i++) {
      int x = i % n;
      float edge = Math.clamp((x - 30.5f) / 3, 0, 1);
      v[i] = low + (high - low) * edge + (r.nextFloat() - 0.5f) * 0.05f * (high - low);
    }
    Pixels p = TwoValues.parted(bytes(v, n)).orElseThrow();
    assertThat(p.level(10)).isZero();
    assertThat(p.level(60)).isEqualTo(255);
    long between = 0;
    for (int i = 0; i < v.length; i++) {
      between += p.level(i) > 16 && p.level(i) < 239 ? 1 : 0;
    }
    assertThat(between / (double) v.length).isBetween(0.005, 0.05);
  }

  @Test
  void aMapOfOneHeapIsNotParted() {
    int n = 64;
    float[] slope = new float[n * n];
    float[] grain = new float[n * n];
    Random r = new Random(1);
    for (int i = 0; i < slope.length; i++) {
      grain[i] = (float) (0.5 + 0.08 * r.nextGaussian());
    }
    assertThat(TwoValues.parted(bytes(grain, n))).isEmpty();
    assertThat(TwoValues.parted(bytes(slope, n))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"0.0, 0.10, linear", "0.01, 0.03, scaled", "0.985, 1.0, light"})
  void coloursComeIntoTheRangeOfRealSurfaces(float from, float to, String why) {
    int n = 64;
    float[] v = new float[3 * n * n];
    Random r = new Random(2);
    for (int i = 0; i < n * n; i++) {
      float t = from + (to - from) * r.nextFloat();
      v[3 * i] = t;
      v[3 * i + 1] = t * 0.995f;
      v[3 * i + 2] = t * 0.98f;
    }
    Pixels p = bytes(v, n);
    assertThat(AlbedoRange.outside(p)).as(why).isTrue();
    Pixels now = AlbedoRange.brought(p);
    assertThat(AlbedoRange.outside(now)).isFalse();
    assertThat(now.at(0) >= now.at(2)).as("hues stay").isTrue();
    if (why.equals("linear")) {
      assertThat(now.at(0))
          .as("taken as it was meant")
          .isCloseTo(keepshelf.imaging.colour.Srgb.fromLinear(p.at(0)), within(0.002f));
    }
  }
}
