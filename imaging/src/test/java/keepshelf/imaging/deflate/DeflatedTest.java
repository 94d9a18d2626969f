package keepshelf.imaging.deflate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.Deflater;
import java.util.zip.InflaterInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pieces that are deflated side by side are one stream that anybody inflates. */
class DeflatedTest {
  /** Runs, noise and what repeats from far away, so that pieces refer to the ones before. */
  private static byte[] data(int n) {
    Random r = new Random(n);
    byte[] out = new byte[n];
    for (int i = 0; i < n; i++) {
      out[i] =
          switch (i / 20_000 % 3) {
            case 0 -> (byte) (i / 500);
            case 1 -> (byte) r.nextInt();
            default -> out[i - 20_000];
          };
    }
    return out;
  }

  private static byte[] packed(byte[] data, int effort, int at) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Deflated d = new Deflated(effort, data.length % 2 == 0, (b, n) -> out.write(b, 0, n));
    for (int i = 0; i < data.length; i += at) {
      byte[] some = Arrays.copyOfRange(data, i, Math.min(data.length, i + at));
      d.put(some, some.length);
    }
    d.finish();
    return out.toByteArray();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 40_000, 1 << 20, (1 << 20) + 1, 3_500_000, 7 << 20})
  void anybodyInflatesIt(int n) throws IOException {
    byte[] data = data(n);
    for (int effort : new int[] {1, 4, 6, 9}) {
      byte[] packed = packed(data, effort, 77_777);
      // The reader of the platform checks the sum at the end as well.
      assertThat(new InflaterInputStream(new ByteArrayInputStream(packed)).readAllBytes())
          .isEqualTo(data);
      assertThat(((packed[0] & 0xff) << 8 | packed[1] & 0xff) % 31).isZero();
    }
  }

  @Test
  void isHardlyLargerThanInOnePiece() throws IOException {
    byte[] data = data(6 << 20);
    Deflater d = new Deflater(4);
    d.setInput(data);
    d.finish();
    long one = 0;
    byte[] room = new byte[1 << 16];
    while (!d.finished()) {
      one += d.deflate(room);
    }
    d.end();
    assertThat((double) packed(data, 4, 9_999).length / one).isLessThan(1.001);
  }

  /** Residues of a noisy map hardly repeat, flat ones do: either is as small as it can be. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 0.02, 0.3, 1, 3, 30})
  void withLowEffortWhatIsSmallerIsTaken(double noise) throws IOException {
    Random r = new Random(1);
    byte[] data = new byte[1_500_000];
    for (int i = 0; i < data.length; i++) {
      // The second half is of one colour.
      data[i] = (byte) (i > data.length / 2 ? 0 : Math.round(noise * r.nextGaussian()));
    }
    Deflater d = new Deflater(1);
    d.setInput(data);
    d.finish();
    int looked = d.deflate(new byte[2_000_000]);
    d.end();
    byte[] packed = packed(data, 1, 50_000);
    assertThat(packed.length).isLessThan((int) (1.03 * looked) + 2000);
    assertThat(new InflaterInputStream(new ByteArrayInputStream(packed)).readAllBytes())
        .isEqualTo(data);
  }

  @Test
  void aDiskThatTakesNoMoreIsNotHidden() {
    int[] taken = {0};
    assertThatThrownBy(
            () -> {
              Deflated d =
                  new Deflated(
                      1,
                      true,
                      (b, n) -> {
                        taken[0] += n;
                        if (taken[0] > 1_000_000) {
                          throw new IOException("no space left on device");
                        }
                      });
              byte[] data = data(20 << 20);
              d.put(data, data.length);
              d.finish();
            })
        .isInstanceOf(IOException.class)
        .hasMessage("no space left on device");
  }
}
