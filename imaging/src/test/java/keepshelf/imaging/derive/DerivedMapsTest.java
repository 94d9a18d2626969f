package keepshelf.imaging.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Worked-out maps against generated surfaces of which the truth is known. */
class DerivedMapsTest {
  /** A tiling surface of a few waves: its heights in pixels, and its true slopes. */
  private record Waves(int w, int h, float[] heights, float[] right, float[] down) {
    static Waves of(int w, int h, long seed, double steep) {
      Random r = new Random(seed);
      float[] z = new float[w * h];
      float[] gx = new float[w * h];
      float[] gy = new float[w * h];
      for (int n = 0; n < 12; n++) {
        int u = r.nextInt(13) - 6;
        int v = r.nextInt(13) - 6;
        if (u == 0 && v == 0) {
          continue;
        }
        double fx = 2 * Math.PI * u / w;
        double fy = 2 * Math.PI * v / h;
        double phase = r.nextDouble() * 2 * Math.PI;
        double amplitude = steep / Math.hypot(fx, fy) / 4;
        for (int i = 0; i < z.length; i++) {
          double a = fx * (i % w) + fy * (i / w) + phase;
          z[i] += (float) (amplitude * Math.sin(a));
          gx[i] += (float) (amplitude * fx * Math.cos(a));
          gy[i] += (float) (amplitude * fy * Math.cos(a));
        }
      }
      return new Waves(w, h, z, gx, gy);
    }

    Pixels normals(boolean yUp, int bits) {
      short[] deep = new short[right.length * 3];
      byte[] small = new byte[deep.length];
      for (int i = 0; i < right.length; i++) {
        double l = Math.sqrt(1 + right[i] * right[i] + down[i] * down[i]);
        double[] n = {-right[i] / l, (yUp ? 1 : -1) * down[i] / l, 1 / l};
        for (int c = 0; c < 3; c++) {
          deep[3 * i + c] = (short) Math.round((n[c] + 1) / 2 * 65535);
          small[3 * i + c] = (byte) Math.round((n[c] + 1) / 2 * 255);
        }
      }
      return bits == 8 ? Pixels.u8(w, h, 3, small) : Pixels.u16(w, h, 3, deep);
    }
  }

  @ParameterizedTest
  @CsvSource({"1,128,128,true,16", "2,96,60,false,16", "3,128,64,true,8", "4,100,100,false,8"})
  void heightFromNormalsIsTheSurface(long seed, int w, int h, boolean yUp, int bits) {
    Waves t = Waves.of(w, h, seed, 0.5);
    SlopeIntegral s = SlopeIntegral.of(t.normals(yUp, bits), yUp);
    assertThat(Fields.correlation(s.heights(), t.heights())).isGreaterThan(0.999);
    // As high as it was, not only alike.
    assertThat(Ranges.range(s.heights())).isCloseTo(Ranges.range(t.heights()), within(0.5f));
    assertThat(slopeError(s.heights(), t)).isLessThan(0.02);
    assertThat(s.open()).as("it closes").isLessThan(bits == 8 ? 0.05 : 0.001);
  }

  /** Mean difference of slopes, as a share of the mean slope; between pixels as the truth is. */
  private static double slopeError(float[] heights, Waves t) {
    double error = 0;
    double all = 0;
    for (int y = 0; y < t.h(); y++) {
      for (int x = 0; x < t.w(); x++) {
        int i = y * t.w() + x;
        int r = y * t.w() + (x + 1) % t.w();
        int d = (y + 1) % t.h() * t.w() + x;
        double gx = heights[r] - heights[i] - (t.heights()[r] - t.heights()[i]);
        double gy = heights[d] - heights[i] - (t.heights()[d] - t.heights()[i]);
        error += Math.hypot(gx, gy);
        all += Math.hypot(t.right()[i], t.down()[i]);
      }
    }
    return error / all;
  }

  @Test
  void slopesOfNoSurfaceAreSaid() {
    int n = 64;
    float[] right = new float[n * n];
    float[] down = new float[n * n];
    for (int i = 0; i < right.length; i++) {
      // A whirl: it goes up all the way around.
      right[i] = (float) Math.sin(2 * Math.PI * (i / n) / n);
      down[i] = (float) -Math.sin(2 * Math.PI * (i % n) / n);
    }
    SlopeIntegral s = SlopeIntegral.of(right, down, n, n);
    assertThat(s.open()).isGreaterThan(0.99);
    assertThat(Ranges.range(s.heights())).isLessThan(1e-3f);
  }

  @ParameterizedTest
  @ValueSource(longs = {5, 6, 7})
  void occlusionIsWhatRaysFind(long seed) {
    int n = 64;
    Waves t = Waves.of(n, n, seed, 2.2);
    float[] seen = SkyShare.of(t.heights(), n, n);
    Random random = new Random(seed);
    double squares = 0;
    int places = 40;
    for (int p = 0; p < places; p++) {
      int x = random.nextInt(n);
      int y = random.nextInt(n);
      double truth = rays(t, x, y, 600, random);
      squares += Math.pow(seen[y * n + x] - truth, 2);
    }
    assertThat(Math.sqrt(squares / places)).isLessThan(0.03);
  }

  /** The cosine-weighted share of rays from a place that meet nothing. */
  private static double rays(Waves t, int x, int y, int count, Random random) {
    double gx = t.right()[y * t.w() + x];
    double gy = t.down()[y * t.w() + x];
    double l = Math.sqrt(1 + gx * gx + gy * gy);
    double[] n = {-gx / l, -gy / l, 1 / l};
    double top = 0;
    for (float v : t.heights()) {
      top = Math.max(top, v);
    }
    int free = 0;
    for (int k = 0; k < count; k++) {
      // A point of the unit sphere about the tip of the normal: cosine-weighted.
      double z = 2 * random.nextDouble() - 1;
      double a = 2 * Math.PI * random.nextDouble();
      double[] d = {
        n[0] + Math.sqrt(1 - z * z) * Math.cos(a),
        n[1] + Math.sqrt(1 - z * z) * Math.sin(a),
        n[2] + z
      };
      double flat = Math.hypot(d[0], d[1]);
      boolean meets = false;
      for (double s = 0.3; !meets && s < 400; s += 0.3) {
        double at = height(t, x, y) + d[2] / flat * s;
        if (at > top) {
          break;
        }
        meets = height(t, x + d[0] / flat * s, y + d[1] / flat * s) > at + 1e-3;
      }
      free += meets ? 0 : 1;
    }
    return (double) free / count;
  }

  private static double height(Waves t, double x, double y) {
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double fx = x - x0;
    double fy = y - y0;
    double a = at(t, x0, y0) * (1 - fx) + at(t, x0 + 1, y0) * fx;
    double b = at(t, x0, y0 + 1) * (1 - fx) + at(t, x0 + 1, y0 + 1) * fx;
    return a * (1 - fy) + b * fy;
  }

  private static double at(Waves t, int x, int y) {
    return t.heights()[Math.floorMod(y, t.h()) * t.w() + Math.floorMod(x, t.w())];
  }

  @Test
  void aFlatFloorSeesAllOfTheSkyAndAGrooveWhatItsWallsLeave() {
    int n = 96;
    for (float v : SkyShare.of(new float[n * n], n, n)) {
      assertThat(v).isCloseTo(1, within(1e-4f));
    }
    float[] groove = new float[n * n];
    int depth = 20;
    int half = 10;
    for (int i = 0; i < groove.length; i++) {
      groove[i] = Math.abs(i % n - n / 2) <= half ? 0 : depth;
    }
    // The wall is up one pixel further out. A long groove: half the sum of the cosines to both rims
    // (a two-dimensional sky).
    double rim = Math.atan2(depth, half + 1);
    assertThat((double) SkyShare.of(groove, n, n)[10 * n + n / 2])
        .isCloseTo(Math.cos(rim), within(0.01));
  }

  @Test
  void edgesAreLightAndHollowsDarkInCurvatureAndCavity() {
    int n = 64;
    float[] z = new float[n * n];
    for (int i = 0; i < z.length; i++) {
      z[i] = (float) Math.sin(2 * Math.PI * 2 * (i % n) / n);
    }
    float[] curvature = Curvature.of(z, n, n, 1);
    float[] cavity = Curvature.cavity(z, n, n, 6);
    int ridge = 8;
    int valley = 24;
    assertThat(curvature[ridge]).isGreaterThan(0.9f);
    assertThat(curvature[valley]).isLessThan(0.1f);
    assertThat(curvature[0]).as("where it only slopes").isCloseTo(0.5f, within(0.02f));
    assertThat(cavity[ridge]).isEqualTo(1);
    assertThat(cavity[valley]).isLessThan(0.2f);
    assertThat(Curvature.of(new float[16], 4, 4, 1)).containsOnly(0.5f);
    assertThat(Curvature.cavity(new float[16], 4, 4, 1)).containsOnly(1f);
  }

  @Test
  void aBlurKeepsTheMeanAndHasTheWidthThatWasAsked() {
    int n = 101;
    float[] one = new float[n * n];
    one[50 * n + 50] = 1;
    for (double sigma : new double[] {0.2, 1, 2.5, 7}) {
      float[] b = PeriodicBlur.of(one, n, n, sigma);
      double sum = 0;
      double variance = 0;
      for (int i = 0; i < b.length; i++) {
        sum += b[i];
        variance += b[i] * Math.pow(i % n - 50, 2);
      }
      assertThat(sum).isCloseTo(1, within(1e-4));
      if (sigma >= 1) {
        assertThat(Math.sqrt(variance)).isCloseTo(sigma, within(0.25));
      }
    }
  }

  @Test
  void aGuessedReliefFollowsTheDetailAndNotTheLight() {
    int n = 256;
    byte[] colour = new byte[n * n * 3];
    float[] truth = new float[n * n];
    for (int i = 0; i < truth.length; i++) {
      truth[i] = (float) Math.sin(2 * Math.PI * 12 * (i % n) / n);
      // The photograph's light falls off to one side and is ten times as strong as the detail.
      double light = 0.5 + 0.4 * Math.sin(2 * Math.PI * (i / n) / n);
      int v = (int) Math.round(255 * (light + 0.04 * truth[i]));
      colour[3 * i] = (byte) v;
      colour[3 * i + 1] = (byte) v;
      colour[3 * i + 2] = (byte) v;
    }
    float[] guess = GuessedRelief.of(Pixels.u8(n, n, 3, colour), 0.3);
    assertThat(Fields.correlation(guess, truth)).isGreaterThan(0.8);
    assertThat(guess).contains(0f, 1f);
  }
}
