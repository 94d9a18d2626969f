package keepshelf.imaging.png;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Random;
import javax.imageio.ImageIO;
import keepshelf.imaging.pixel.Lines;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures that are packed on several threads. */
class LongPictureTest {
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

  @Test
  void aLongPictureIsReadByThePlatform(@TempDir Path dir) throws IOException {
    byte[] data = data(51 << 20);
    Pixels p = Pixels.u8(4096, 51 << 8, 1, data);
    Path file = dir.resolve("long.png");
    PngEncoder.write(Lines.of(p), file, 1);
    DataBufferByte seen = (DataBufferByte) ImageIO.read(file.toFile()).getRaster().getDataBuffer();
    assertThat(seen.getData()).isEqualTo(data);
    assertThat(PngDecoder.decode(file).orElseThrow().rawBytes()).isEqualTo(data);
  }
}
