package keepshelf.imaging.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Light from all around, held against sums over the whole sphere. */
class LightFieldTest {
  /** Directions that lie evenly over the sphere (a Fibonacci lattice). */
  private static float[] direction(int i, int count) {
    double y = 1 - 2 * (i + 0.5) / count;
    double r = Math.sqrt(1 - y * y);
    double phi = i * 2.399963229728653;
    return new float[] {(float) (r * Math.cos(phi)), (float) y, (float) (r * Math.sin(phi))};
  }

  private static float luminance(float[] rgb) {
    return 0.2126f * rgb[0] + 0.7152f * rgb[1] + 0.0722f * rgb[2];
  }

  /** A dark room with a bright patch where the function says. */
  private interface Patch {
    boolean bright(double longitude, double latitude);
  }

  private static Pixels panorama(int w, Patch patch) {
    int h = w / 2;
    float[] v = new float[w * h * 3];
    for (int i = 0; i < w * h; i++) {
      double longitude = ((i % w + 0.5) / w - 0.5) * 360;
      double latitude = 90 - (i / w + 0.5) / h * 180;
      float light = patch.bright(longitude, latitude) ? 20 : 0.1f;
      v[3 * i] = light;
      v[3 * i + 1] = light;
      v[3 * i + 2] = light;
    }
    return Pixels.f32(w, h, 3, v);
  }

  @ParameterizedTest
  @EnumSource(Light.class)
  void aLevelWhiteSurfaceReflectsOne(Light light) {
    float[] rgb = new float[3];
    PrefilteredLight.of(light).diffuse(0, 1, 0, rgb);
    assertThat(luminance(rgb)).isCloseTo(1, within(0.01f));
  }

  @ParameterizedTest
  @EnumSource(Light.class)
  void whatASurfaceReceivesIsTheSumOverItsHemisphere(Light light) {
    PrefilteredLight p = PrefilteredLight.of(light);
    int count = 60_000;
    float[] rgb = new float[3];
    for (float[] n : new float[][] {{0, 1, 0}, {1, 0, 0}, {-0.6f, 0, 0.8f}, {0, 0.6f, -0.8f}}) {
      double sum = 0;
      for (int i = 0; i < count; i++) {
        float[] d = direction(i, count);
        float cos = d[0] * n[0] + d[1] * n[1] + d[2] * n[2];
        if (cos > 0) {
          light.radiance(d[0], d[1], d[2], rgb);
          sum += luminance(rgb) * cos * p.scale();
        }
      }
      p.diffuse(n[0], n[1], n[2], rgb);
      assertThat(luminance(rgb)).isCloseTo((float) (sum * 4 / count), within(0.03f));
    }
  }

  @ParameterizedTest
  @ValueSource(floats = {0, 0.1f, 0.35f, 0.5f, 0.77f, 1})
  void theFurnaceIsTheSameFromEverywhereAtAnyRoughness(float roughness) {
    PrefilteredLight p = PrefilteredLight.uniform(0.7f);
    float[] rgb = new float[3];
    for (int i = 0; i < 300; i++) {
      float[] d = direction(i, 300);
      p.specular(d[0], d[1], d[2], roughness, rgb, new float[3]);
      assertThat(rgb).containsExactly(new float[] {0.7f, 0.7f, 0.7f}, within(1e-4f));
      p.diffuse(d[0], d[1], d[2], rgb);
      assertThat(rgb[1]).isCloseTo(0.7f, within(0.01f));
    }
  }

  @Test
  void rougherLobesLoseNoLight() {
    float[] rgb = new float[3];
    float[] scratch = new float[3];
    for (Light light : Light.values()) {
      PrefilteredLight p = PrefilteredLight.of(light);
      double[] sum = new double[3];
      float[] at = {0.25f, 0.6f, 1};
      for (int i = 0; i < 4000; i++) {
        float[] d = direction(i, 4000);
        for (int r = 0; r < 3; r++) {
          p.specular(d[0], d[1], d[2], at[r], rgb, scratch);
          sum[r] += luminance(rgb) / 4000;
        }
      }
      // The mean over all directions is that of the light itself, however wide the lobe.
      assertThat(sum[1]).isCloseTo(sum[0], within(0.06 * sum[0]));
      assertThat(sum[2]).isCloseTo(sum[0], within(0.06 * sum[0]));
    }
  }

  @Test
  void turningTheLightTurnsWhatIsSeen() {
    PrefilteredLight p = PrefilteredLight.of(Light.HARBOUR_DAWN);
    Random random = new Random(4);
    float[] a = new float[3];
    float[] b = new float[3];
    float[] scratch = new float[3];
    for (int n = 0; n < 200; n++) {
      double turn = random.nextDouble() * 720 - 360;
      PrefilteredLight t = p.turned(turn);
      float[] d = direction(random.nextInt(500), 500);
      float[] own = d.clone();
      t.toOwn(own);
      t.specular(d[0], d[1], d[2], 0.3f, a, scratch);
      p.specular(own[0], own[1], own[2], 0.3f, b, scratch);
      assertThat(a).containsExactly(b, within(2e-3f * (1 + luminance(b))));
      t.toWorld(own);
      assertThat(own).containsExactly(d, within(1e-5f));
    }
    assertThat(p.turned(0)).isSameAs(p);
  }

  @ParameterizedTest
  @CsvSource({
    // Where the patch is in the panorama | where it is seen
    "0, 0, 0, 0, -1",
    "90, 0, 1, 0, 0",
    "-90, 0, -1, 0, 0",
    "179, 0, 0, 0, 1",
    "0, 80, 0, 1, 0",
    "0, -80, 0, -1, 0"
  })
  void theMiddleOfAPanoramaIsAheadAndItsRightToTheRight(
      double longitude, double latitude, float x, float y, float z) {
    double px = Math.cos(Math.toRadians(latitude)) * Math.sin(Math.toRadians(longitude));
    double py = Math.sin(Math.toRadians(latitude));
    double pz = Math.cos(Math.toRadians(latitude)) * Math.cos(Math.toRadians(longitude));
    LightField f =
        LightField.of(
            "patch",
            panorama(
                128,
                (lo, la) -> {
                  double qx = Math.cos(Math.toRadians(la)) * Math.sin(Math.toRadians(lo));
                  double qy = Math.sin(Math.toRadians(la));
                  double qz = Math.cos(Math.toRadians(la)) * Math.cos(Math.toRadians(lo));
                  return qx * px + qy * py + qz * pz > Math.cos(Math.toRadians(25));
                }));
    assertThat(f.title()).isEqualTo("patch");
    float[] rgb = new float[3];
    float[] away = new float[3];
    f.seen(x, y, z, rgb);
    f.seen(-x, -y, -z, away);
    assertThat(rgb[1]).isGreaterThan(100 * away[1]);
  }

  @Test
  void brightDirectionsAreDrawnMoreOftenAndTheDensityIsTrue() {
    LightField f = LightField.of("lamp", panorama(128, (lo, la) -> la > 60));
    Random random = new Random(9);
    float[] d = new float[3];
    int up = 0;
    double inverse = 0;
    int count = 40_000;
    for (int i = 0; i < count; i++) {
      float density = f.draw(random.nextFloat(), random.nextFloat(), random.nextFloat(), d);
      assertThat(density).isPositive();
      assertThat(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]).isCloseTo(1, within(1e-5f));
      up += d[1] > 0.8 ? 1 : 0;
      inverse += 1 / density / count;
    }
    // A tenth of the sphere, and most of the light.
    assertThat(up / (double) count).isGreaterThan(0.7);
    // The mean of 1 / density is the whole sphere.
    assertThat(inverse).isCloseTo(4 * Math.PI, within(0.6));
  }

  @Test
  void lightsOfOurOwnHaveAKeyThatIsWhereTheyAreBright() {
    float[] rgb = new float[3];
    for (Light light : Light.values()) {
      float[] k = light.key();
      assertThat(k[0] * k[0] + k[1] * k[1] + k[2] * k[2]).isCloseTo(1, within(1e-5f));
      double near = 0;
      double mean = 0;
      int close = 0;
      for (int i = 0; i < 20_000; i++) {
        float[] d = direction(i, 20_000);
        light.radiance(d[0], d[1], d[2], rgb);
        mean += luminance(rgb) / 20_000;
        // A window has a cross in its middle.
        if (d[0] * k[0] + d[1] * k[1] + d[2] * k[2] > Math.cos(0.4)) {
          near += luminance(rgb);
          close++;
        }
      }
      assertThat(near / close).isGreaterThan(1.3 * mean);
      assertThat(light.keyShare()).isBetween(0f, 1f);
      // What is asked for is a copy.
      light.key()[0] = 99;
      assertThat(light.key()).isEqualTo(k);
    }
  }
}
