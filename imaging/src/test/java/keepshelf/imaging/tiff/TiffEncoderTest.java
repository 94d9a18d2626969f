package keepshelf.imaging.tiff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.Raster;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is written is read, sample for sample, by readers that have nothing to do with it. */
class TiffEncoderTest {
  @TempDir Path dir;

  private static Pixels picture(int w, int h, int n, int bits) {
    Random r = new Random(w * 31L + h * 7L + n);
    int count = w * h * n;
    if (bits == 8) {
      byte[] b = new byte[count];
      r.nextBytes(b);
      return Pixels.u8(w, h, n, b);
    }
    short[] s = new short[count];
    for (int i = 0; i < count; i++) {
      s[i] = (short) (i * 37 + r.nextInt(400));
    }
    return Pixels.u16(w, h, n, s);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 1, 1, 8",
    "1, 1, 3, 16",
    "7, 33, 3, 8",
    "64, 32, 1, 16",
    "65, 31, 4, 8",
    "40, 100, 3, 16",
    "19, 600, 2, 8",
    "300, 5, 4, 16"
  })
  void everySampleComesBackFromEveryReader(int w, int h, int n, int bits) throws Exception {
    Pixels p = picture(w, h, n, bits);
    Path f = dir.resolve("a.tif");
    ImageEncoder.tiff(p, f);
    Pixels ours = ImageDecoder.decode(f);
    assertThat(ours.channels()).isEqualTo(n);
    for (int i = 0; i < p.sampleCount(); i++) {
      assertThat(ours.level(i)).isEqualTo(p.level(i));
    }
    var readers = ImageIO.getImageReadersByFormatName("tiff");
    int read = 0;
    while (readers.hasNext()) {
      ImageReader reader = readers.next();
      try (ImageInputStream in = ImageIO.createImageInputStream(f.toFile())) {
        reader.setInput(in);
        Raster raster =
            reader.canReadRaster() ? reader.readRaster(0, null) : reader.read(0).getRaster();
        int[] pixel = new int[n];
        for (int y = 0; y < h; y++) {
          for (int x = 0; x < w; x++) {
            raster.getPixel(x, y, pixel);
            for (int c = 0; c < n; c++) {
              assertThat(pixel[c])
                  .as(reader.getClass().getName())
                  .isEqualTo(p.level((y * w + x) * n + c));
            }
          }
        }
        read++;
      }
    }
    assertThat(read).isGreaterThan(1);
  }

  @Test
  void fieldsStandInOrderAndStripsWithinTheFile() throws Exception {
    Path f = dir.resolve("a.tif");
    ImageEncoder.tiff(picture(50, 70, 3, 16), f);
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(f));
    assertThat(b.getInt()).isEqualTo(0x4D4D002A);
    int at = b.getInt();
    assertThat(at % 2).isZero();
    int fields = b.getShort(at);
    int before = 0;
    for (int i = 0; i < fields; i++) {
      int tag = b.getShort(at + 2 + 12 * i);
      assertThat(tag).isGreaterThan(before);
      before = tag;
    }
    assertThat(b.getInt(at + 2 + 12 * fields)).as("no second picture").isZero();
  }

  @Test
  void thereIsNothingLeftOfAFormerFile() throws Exception {
    Path f = dir.resolve("a.tif");
    ImageEncoder.tiff(picture(100, 100, 3, 16), f);
    long large = Files.size(f);
    ImageEncoder.tiff(picture(4, 4, 1, 8), f);
    assertThat(Files.size(f)).isLessThan(large / 10);
    assertThat(ImageDecoder.decode(f).width()).isEqualTo(4);
  }

  @Test
  void whatTheFormerFileIsLinkedToStaysAsItIs() throws Exception {
    Path shelf = dir.resolve("shelf.tif");
    ImageEncoder.tiff(picture(20, 20, 3, 8), shelf);
    byte[] was = Files.readAllBytes(shelf);
    Path host = Files.createLink(dir.resolve("host.tif"), shelf);
    ImageEncoder.tiff(picture(9, 9, 1, 16), host);
    assertThat(Files.readAllBytes(shelf)).isEqualTo(was);
    assertThat(ImageDecoder.decode(host).width()).isEqualTo(9);
  }

  @Test
  void floatsAreRefusedAndLeaveNoFile() {
    Path f = dir.resolve("a.tif");
    Pixels p = Pixels.f32(1, 1, 1, new float[] {0.5f});
    assertThatThrownBy(() -> ImageEncoder.tiff(p, f)).isInstanceOf(IllegalArgumentException.class);
    assertThat(f).doesNotExist();
  }
}
