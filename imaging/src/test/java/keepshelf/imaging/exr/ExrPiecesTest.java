package keepshelf.imaging.exr;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.nio.BufferUnderflowException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The steps of the codecs, each against its own inverse written here, and damaged data. */
class ExrPiecesTest {
  private static Channel channel(String name) {
    return new Channel(name, Sample.HALF, false, 1, 1);
  }

  private static ExrPart part(String... channels) {
    List<Channel> all = Arrays.stream(channels).map(ExrPiecesTest::channel).toList();
    return new ExrPart("", 0, 0, 10, 10, all, Compression.ZIP, 0, 0, false, -1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Channels as stored, in the order of their names | what is shown
        "B G R | R G B",
        "A B G R | R G B A",
        "A B G R Z | R G B A",
        "Y | Y",
        "A Y | Y",
        "Z | Z",
        "depth.Z Y | Y",
        "B G R diffuse.B diffuse.G diffuse.R | R G B",
        "beauty.B beauty.G beauty.R diffuse.B diffuse.G diffuse.R | beauty.R beauty.G beauty.B",
        "beauty.A beauty.B beauty.G beauty.R | beauty.R beauty.G beauty.B beauty.A",
        "b g r | r g b",
        "N.X N.Y N.Z | N.Y",
        "B G | B",
        "left.B left.R right.G | left.B"
      })
  void thePictureIsTheLayerWithoutANameOrTheFirstWithColours(String stored, String shown) {
    ExrPart p = part(stored.split(" "));
    assertThat(p.shown().stream().map(i -> p.channels().get(i).name()))
        .containsExactly(shown.split(" "));
  }

  @ParameterizedTest
  @CsvSource({"diffuse.R, diffuse, R", "a.b.G, a.b, G", "Z, '', Z", ".R, '', R"})
  void aLayerStandsBeforeTheLastDot(String name, String layer, String suffix) {
    assertThat(channel(name).layer()).isEqualTo(layer);
    assertThat(channel(name).suffix()).isEqualTo(suffix);
  }

  @ParameterizedTest
  @CsvSource({
    // Rows, tile, blocks
    "ZIP, 100, 33, 0, 0, 3",
    "ZIPS, 100, 33, 0, 0, 33",
    "PIZ, 100, 33, 0, 0, 2",
    "DWAB, 100, 33, 0, 0, 1",
    "NONE, 100, 33, 32, 16, 12"
  })
  void blocksAreCounted(Compression c, int w, int h, int tw, int th, int blocks) {
    ExrPart p = new ExrPart("", 0, 0, w, h, List.of(channel("Y")), c, tw, th, false, -1);
    assertThat(p.blocks()).isEqualTo(blocks);
    assertThat(p.tiled()).isEqualTo(tw > 0);
  }

  @ParameterizedTest
  @CsvSource({
    // Of every second column only the even ones have a sample, wherever the window begins.
    "0, 5, 2, 3",
    "1, 5, 2, 2",
    "-1, 5, 2, 2",
    "-2, 5, 2, 3",
    "3, 1, 2, 0",
    "4, 1, 2, 1",
    "7, 10, 1, 10"
  })
  void thinnedChannelsHaveASampleWhereTheStepDivides(int x0, int width, int step, int columns) {
    Channel c = new Channel("BY", Sample.HALF, false, step, step);
    Block b = new Block(List.of(c), x0, x0, width, width);
    assertThat(b.columns(0)).isEqualTo(columns);
    assertThat(b.rows(0)).isEqualTo(columns);
    int rows = 0;
    for (int y = 0; y < width; y++) {
      rows += b.has(0, y) ? 1 : 0;
    }
    assertThat(rows).isEqualTo(columns);
    assertThat(c.full()).isEqualTo(step == 1);
  }

  @Test
  void planesAreLaidOutRowByRowAndInARowChannelAfterChannel() {
    Channel half = channel("A");
    Channel full = new Channel("Z", Sample.FLOAT, false, 1, 1);
    Block b = new Block(List.of(half, full), 0, 0, 2, 2);
    byte[] a = {1, 1, 2, 2, 3, 3, 4, 4};
    byte[] z = {11, 11, 11, 11, 12, 12, 12, 12, 13, 13, 13, 13, 14, 14, 14, 14};
    assertThat(b.interleaved(List.of(a, z)))
        .containsExactly(
            1, 1, 2, 2, 11, 11, 11, 11, 12, 12, 12, 12, 3, 3, 4, 4, 13, 13, 13, 13, 14, 14, 14, 14);
  }

  @Test
  void runsComeBackWhateverTheyWere() throws Exception {
    Random random = new Random(6);
    for (int n = 0; n < 300; n++) {
      byte[] data = new byte[random.nextInt(600)];
      for (int i = 0; i < data.length; i++) {
        data[i] = (byte) (random.nextInt(10) < 7 && i > 0 ? data[i - 1] : random.nextInt());
      }
      assertThat(Codecs.runs(runs(data), data.length)).isEqualTo(data);
    }
  }

  /** Runs of equal bytes, at most 128, and stretches of unlike ones, at most 127. */
  private static byte[] runs(byte[] data) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int at = 0;
    while (at < data.length) {
      int run = 1;
      while (at + run < data.length && run < 128 && data[at + run] == data[at]) {
        run++;
      }
      if (run > 2) {
        out.write(run - 1);
        out.write(data[at]);
        at += run;
      } else {
        int n = Math.min(127, data.length - at);
        n = Math.min(n, 3);
        out.write(-n);
        out.write(data, at, n);
        at += n;
      }
    }
    return out.toByteArray();
  }

  @Test
  void differencesAndHalvesComeBack() {
    Random random = new Random(7);
    for (int size : new int[] {0, 1, 2, 3, 64, 65}) {
      byte[] data = new byte[size];
      random.nextBytes(data);
      byte[] t = new byte[size];
      int half = (size + 1) / 2;
      for (int i = 0; i < size; i++) {
        t[i % 2 == 0 ? i / 2 : half + i / 2] = data[i];
      }
      for (int i = size - 1; i > 0; i--) {
        t[i] = (byte) (t[i] - t[i - 1] + 128);
      }
      assertThat(Codecs.predicted(t)).isEqualTo(data);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "8, 8, 1000",
    "7, 5, 1000",
    "16, 3, 1000",
    "1, 9, 1000",
    "33, 17, 65535",
    "8, 8, 65535",
    "2, 2, 65535"
  })
  void waveletsComeBackWhateverTheyWere(int w, int h, int most) {
    Random random = new Random(w * 31L + h);
    short[] original = new short[w * h];
    for (int i = 0; i < original.length; i++) {
      original[i] = (short) random.nextInt(most + 1);
    }
    short[] d = original.clone();
    forward(d, w, h, most < 1 << 14);
    new Wavelet(d, 0, 1, w, most).undo(w, h);
    assertThat(d).isEqualTo(original);
  }

  /** The transform itself, as the file layout's description has it. */
  private static void forward(short[] d, int nx, int ny, boolean small) {
    int n = Math.min(nx, ny);
    for (int p = 1, twice = 2; twice <= n; p = twice, twice *= 2) {
      int y = 0;
      for (; y <= ny - twice; y += twice) {
        int x = 0;
        for (; x <= nx - twice; x += twice) {
          int at = y * nx + x;
          pair(d, at, at + p, small);
          pair(d, at + p * nx, at + p * nx + p, small);
          pair(d, at, at + p * nx, small);
          pair(d, at + p, at + p * nx + p, small);
        }
        if ((nx & p) != 0) {
          pair(d, y * nx + x, y * nx + x + p * nx, small);
        }
      }
      if ((ny & p) != 0) {
        for (int x = 0; x <= nx - twice; x += twice) {
          pair(d, y * nx + x, y * nx + x + p, small);
        }
      }
    }
  }

  private static void pair(short[] d, int i, int j, boolean small) {
    if (small) {
      int a = d[i];
      int b = d[j];
      d[i] = (short) (a + b >> 1);
      d[j] = (short) (a - b);
    } else {
      int a = (d[i] & 0xFFFF) + 0x8000 & 0xFFFF;
      int b = d[j] & 0xFFFF;
      int m = a + b >> 1;
      int difference = a - b;
      if (difference < 0) {
        m = m + 0x8000 & 0xFFFF;
      }
      d[i] = (short) m;
      d[j] = (short) (difference & 0xFFFF);
    }
  }

  @Test
  void cosinesOfOneCoefficientAreItsWave() {
    for (int at : new int[] {0, 1, 8, 9, 63}) {
      float[] t = new float[64];
      t[at] = 1;
      Cosines.inverse(t, new float[64]);
      int v = at / 8;
      int u = at % 8;
      double energy = 0;
      for (int i = 0; i < 64; i++) {
        double wave =
            Math.cos((2 * (i % 8) + 1) * u * Math.PI / 16)
                * Math.cos((2 * (i / 8) + 1) * v * Math.PI / 16)
                * (u == 0 ? Math.sqrt(0.125) : 0.5)
                * (v == 0 ? Math.sqrt(0.125) : 0.5);
        assertThat((double) t[i]).isCloseTo(wave, within(1e-6));
        energy += t[i] * t[i];
      }
      // Orthonormal: no light is lost.
      assertThat(energy).isCloseTo(1, within(1e-5));
    }
  }

  @Test
  void theZigzagPathVisitsEveryPlaceOnce() {
    assertThat(Arrays.stream(Cosines.PATH).distinct().count()).isEqualTo(64);
    assertThat(Cosines.PATH[0]).isZero();
    assertThat(Cosines.PATH[1]).isEqualTo(1);
    assertThat(Cosines.PATH[8]).isEqualTo(2);
    assertThat(Cosines.PATH[63]).isEqualTo(63);
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "1, 1", "0.5, 0.2176", "-0.5, -0.2176", "2, 9.025"})
  void perceptualValuesBecomeLinearLight(float perceptual, float linear) {
    short half = Cosines.toLinear(Float.floatToFloat16(perceptual));
    assertThat(Float.float16ToFloat(half)).isCloseTo(linear, within(0.01f));
  }

  @ParameterizedTest
  @EnumSource(Compression.class)
  void damagedBlocksAreRefusedWhateverIsInThem(Compression c) {
    Random random = new Random(11);
    Block b = new Block(List.of(channel("B"), channel("G"), channel("R")), 0, 0, 9, 7);
    int refused = 0;
    for (int n = 0; n < 200; n++) {
      byte[] data = new byte[random.nextInt(1, 300)];
      random.nextBytes(data);
      if (data.length == b.bytes()) {
        continue;
      }
      try {
        assertThat(Codecs.decode(c, data, b)).hasSize(b.bytes());
      } catch (ExrException | IndexOutOfBoundsException | BufferUnderflowException e) {
        refused++;
      } catch (Exception e) {
        throw new AssertionError(c + " after " + n, e);
      }
    }
    assertThat(refused).isPositive();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 17, 125, 127})
  void runsThatDoNotFillTheirBlockAreRefused(int size) {
    byte[] data = runs(new byte[126]);
    assertThatThrownBy(() -> Codecs.runs(data, size))
        .isInstanceOfAny(ExrException.class, IndexOutOfBoundsException.class);
  }

  @Test
  void whatDidNotGetSmallerIsTakenAsItIs() throws Exception {
    Block b = new Block(List.of(channel("Y")), 0, 0, 4, 4);
    byte[] data = new byte[b.bytes()];
    new Random(2).nextBytes(data);
    List<byte[]> all = new ArrayList<>();
    for (Compression c : Compression.values()) {
      all.add(Codecs.decode(c, data, b));
    }
    assertThat(all).allMatch(x -> Arrays.equals(x, data));
  }
}
