package keepshelf.imaging.likeness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The larger claim with {@code -Dtest.jvm.more=-Dkeepshelf.looks=2000}. */
class LookTest {
  private static final int LOOKS = Integer.getInteger("keepshelf.looks", 700);

  private static Look look(Pixels p) {
    return Look.of(Fingerprint.of(p));
  }

  /** Two parts of each of many surfaces, of other sizes: each is looked for among all others. */
  @Test
  void onePartOfASurfaceFindsTheOtherAmongManyHundred() {
    List<Look> looks =
        IntStream.range(0, LOOKS)
            .parallel()
            .mapToObj(i -> {
              int side = 96 + 8 * (i % 5);
              return look(new Textures(i / 2).part(i % 2 * 700, i % 2 * 300, side));
            })
            .toList();
    LookIndex index = new LookIndex(looks);
    double[] precision = new double[looks.size()];
    IntStream.range(0, looks.size())
        .parallel()
        .forEach(i -> {
          List<LookIndex.Alike> near = index.nearest(looks.get(i), looks.size());
          int rank = 0;
          for (LookIndex.Alike a : near) {
            if (a.at() != i) {
              rank++;
              if (a.at() == (i ^ 1)) {
                precision[i] = 1.0 / rank;
              }
            }
          }
        });
    double mean = java.util.Arrays.stream(precision).average().orElseThrow();
    System.out.printf("mean average precision of looks among %d: %.3f%n", looks.size(), mean);
    assertThat(mean).isGreaterThan(0.85);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5})
  void turningMirroringAndShiftingChangeLittle(int seed) {
    Pixels p = new Textures(seed).part(0, 0, 128);
    Look was = look(p);
    byte[] turned = new byte[128 * 128 * 3];
    byte[] mirrored = new byte[turned.length];
    byte[] shifted = new byte[turned.length];
    for (int y = 0; y < 128; y++) {
      for (int x = 0; x < 128; x++) {
        for (int c = 0; c < 3; c++) {
          byte v = (byte) p.level((y * 128 + x) * 3 + c);
          turned[(x * 128 + 127 - y) * 3 + c] = v;
          mirrored[(y * 128 + 127 - x) * 3 + c] = v;
          shifted[((y + 50) % 128 * 128 + (x + 31) % 128) * 3 + c] = v;
        }
      }
    }
    for (byte[] b : List.of(turned, mirrored, shifted)) {
      assertThat(was.likeness(look(Pixels.u8(128, 128, 3, b)))).isGreaterThan(0.85);
    }
  }

  @Test
  void anotherColourIsLessAlikeAndAnotherGrainToo() {
    Pixels p = new Textures(12).part(0, 0, 128);
    byte[] swapped = new byte[128 * 128 * 3];
    for (int i = 0; i < 128 * 128; i++) {
      swapped[3 * i] = (byte) p.level(3 * i + 2);
      swapped[3 * i + 1] = (byte) (p.level(3 * i + 1) / 3);
      swapped[3 * i + 2] = (byte) p.level(3 * i);
    }
    Look was = look(p);
    double same = was.likeness(look(new Textures(12).part(600, 0, 128)));
    assertThat(was.likeness(look(Pixels.u8(128, 128, 3, swapped)))).isLessThan(same / 2);
    assertThat(was.likeness(look(new Textures(13).part(0, 0, 128)))).isLessThan(same / 2);
  }

  @Test
  void whatMapsSayOfTheSurfaceCountsWhereBothKnowIt() {
    Fingerprint f = Fingerprint.of(new Textures(3).part(0, 0, 128));
    Look chalk = Look.of(f, new Surface(0.1f, 0.9f, 0f));
    Look mirror = Look.of(f, new Surface(0.1f, 0.1f, 1f));
    Look unknown = Look.of(f, Surface.NONE);
    assertThat(chalk.likeness(mirror)).isLessThan(0.5);
    assertThat(chalk.likeness(unknown)).isEqualTo(1);
    assertThat(chalk.likeness(chalk)).isEqualTo(1);
    LookIndex index = new LookIndex(List.of(mirror, unknown, chalk));
    assertThat(index.nearest(chalk, 3).get(2).at()).isZero();
  }

  @Test
  void theNearestAreThoseThatComparingAllWouldGive() {
    Random r = new Random(4);
    List<Look> all = IntStream.range(0, 9000).mapToObj(i -> random(r)).toList();
    LookIndex index = new LookIndex(all);
    Look asked = random(r);
    List<Double> best =
        all.stream().map(asked::likeness).sorted((a, b) -> Double.compare(b, a)).limit(40).toList();
    List<LookIndex.Alike> near = index.nearest(asked, 40);
    for (int i = 0; i < 40; i++) {
      assertThat(near.get(i).likeness()).isCloseTo(best.get(i), within(1e-12));
      assertThat(asked.likeness(all.get(near.get(i).at()))).isEqualTo(near.get(i).likeness());
    }
    assertThat(index.nearest(asked, 0)).isEmpty();
    assertThat(new LookIndex(List.of()).nearest(asked, 5)).isEmpty();
  }

  private static Look random(Random r) {
    byte[] b = new byte[Look.LENGTH];
    r.nextBytes(b);
    return new Look(b);
  }

  @Test
  void flatAndTinyPicturesHaveALookToo() {
    Look grey = look(Pixels.u8(1, 1, 1, new byte[] {(byte) 128}));
    Look other = look(Pixels.u8(64, 2, 1, new byte[128]));
    assertThat(grey.likeness(grey)).isEqualTo(1);
    assertThat(grey.likeness(other)).isBetween(0.0, 0.99);
  }

  @Test
  void aLookOfAnotherLengthIsRefused() {
    assertThatThrownBy(() -> new Look(new byte[3])).isInstanceOf(IllegalArgumentException.class);
  }
}
