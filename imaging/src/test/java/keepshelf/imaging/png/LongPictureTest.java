package keepshelf.imaging.png;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.ImageIO;
import keepshelf.imaging.pixel.Lines;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures that are packed on several threads. */
class LongPictureTest {
  @Test
  void aLongPictureIsReadByThePlatform(@TempDir Path dir) throws IOException {
    byte[] data = new byte[51 << 20];
    new Random(51).nextBytes(data);
    Arrays.fill(data, 10 << 20, 30 << 20, (byte) 7);
    Pixels p = Pixels.u8(4096, 51 << 8, 1, data);
    Path file = dir.resolve("long.png");
    PngEncoder.write(Lines.of(p), file, 1);
    DataBufferByte seen = (DataBufferByte) ImageIO.read(file.toFile()).getRaster().getDataBuffer();
    assertThat(seen.getData()).isEqualTo(data);
    assertThat(PngDecoder.decode(file).orElseThrow().rawBytes()).isEqualTo(data);
  }
}
