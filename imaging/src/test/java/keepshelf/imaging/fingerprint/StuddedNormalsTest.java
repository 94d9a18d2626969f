package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.SplittableRandom;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Normal maps of strewn studs are known again: smaller, compressed, laid many times. */
class StuddedNormalsTest {
  @TempDir Path dir;

  /** Made smaller as people do it: each channel averaged, nothing brought to length one again. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void aSteepNormalMapMadeSmallerAndCompressedIsKnownAgain(int seed) throws Exception {
    int n = 512;
    Pixels steep = studs(n, seed);
    float[][] planes = new float[3][];
    for (int c = 0; c < 3; c++) {
      planes[c] = Resampler.area(steep.plane(c), n, n, n / 2, n / 2);
    }
    byte[] rgb = new byte[n / 2 * (n / 2) * 3];
    double length = 0;
    for (int i = 0; i < rgb.length / 3; i++) {
      double l = 0;
      for (int c = 0; c < 3; c++) {
        rgb[3 * i + c] = (byte) Math.round(planes[c][i] * 255);
        l += Math.pow(2 * planes[c][i] - 1, 2);
      }
      length += Math.sqrt(l) / (rgb.length / 3.0);
    }
    assertThat(length).as("the average is shorter").isLessThan(0.97);
    Path file = dir.resolve("small.jpg");
    ImageEncoder.jpeg(Pixels.u8(n / 2, n / 2, 3, rgb), file, 0.75f);
    Fingerprint small = Fingerprint.of(ImageDecoder.decode(file));
    Match m = new Matcher().compare(Fingerprint.of(steep), small);
    assertThat(small.descriptor().vectors()).isTrue();
    assertThat(m.same()).isTrue();
    assertThat(m.turns()).isZero();
    assertThat(new Matcher().compare(Fingerprint.of(studs(n, seed + 10)), small).same()).isFalse();
  }

  /** A tile laid four by four, compressed with its colours at half the size, still is that tile. */
  @ParameterizedTest
  @ValueSource(ints = {4, 5})
  void aTiledNormalMapIsItsTileWhenCompressed(int seed) throws Exception {
    // No whole number of the blocks that a compression works in: each tile gets its own.
    int n = 72;
    Pixels tile = studs(n, seed);
    byte[] rgb = new byte[16 * n * n * 3];
    for (int i = 0; i < rgb.length; i++) {
      int x = i / 3 % (4 * n) % n;
      int y = i / 3 / (4 * n) % n;
      rgb[i] = (byte) tile.level((y * n + x) * 3 + i % 3);
    }
    Path file = dir.resolve("wall.jpg");
    ImageEncoder.jpeg(Pixels.u8(4 * n, 4 * n, 3, rgb), file, 0.82f);
    Fingerprint wall = Fingerprint.of(ImageDecoder.decode(file));
    assertThat(wall.descriptor().repeatsX()).isEqualTo(4);
    assertThat(wall.descriptor().repeatsY()).isEqualTo(4);
    assertThat(new Matcher().compare(Fingerprint.of(tile), wall).same()).isTrue();
    assertThat(new Matcher().compare(Fingerprint.of(studs(n, seed + 10)), wall).same()).isFalse();
  }

  /** Normals of small round studs strewn by a seed. */
  private static Pixels studs(int n, int seed) {
    SplittableRandom r = new SplittableRandom(seed);
    float[] h = new float[n * n];
    for (int k = 0; k < n * n / 87; k++) {
      int cx = r.nextInt(n);
      int cy = r.nextInt(n);
      for (int y = -3; y <= 3; y++) {
        for (int x = -3; x <= 3; x++) {
          int o = Math.floorMod(cy + y, n) * n + Math.floorMod(cx + x, n);
          h[o] = (float) Math.max(h[o], 6 - 2 * Math.hypot(x, y));
        }
      }
    }
    byte[] rgb = new byte[n * n * 3];
    for (int i = 0; i < n * n; i++) {
      int x = i % n;
      int row = i - x;
      double dx = h[row + (x + 1) % n] - h[row + (x + n - 1) % n];
      double dy = h[(i + n) % (n * n)] - h[(i + n * n - n) % (n * n)];
      double l = Math.sqrt(dx * dx + dy * dy + 4);
      rgb[3 * i] = (byte) Math.round((0.5 - dx / l / 2) * 255);
      rgb[3 * i + 1] = (byte) Math.round((0.5 + dy / l / 2) * 255);
      rgb[3 * i + 2] = (byte) Math.round((0.5 + 2 / l / 2) * 255);
    }
    return Pixels.u8(n, n, 3, rgb);
  }
}
