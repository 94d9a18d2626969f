package keepshelf.imaging.rows;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.ImageIO;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.Rows;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is read by rows is what the whole picture has, whatever file it is in. */
class RowReaderTest {
  @TempDir Path dir;

  private static Pixels light(int w, int h) {
    Random r = new Random(11);
    float[] f = new float[w * h * 3];
    for (int i = 0; i < f.length; i++) {
      f[i] = (float) Math.exp(4 * r.nextGaussian());
    }
    return Pixels.f32(w, h, 3, f);
  }

  private static Pixels bytes(int w, int h, int n) {
    byte[] b = new byte[w * h * n];
    new Random(5).nextBytes(b);
    return Pixels.u8(w, h, n, b);
  }

  private void sameByRows(Path file) throws IOException {
    same(file, RowReader.byRows(file, ImageProbe.probe(file).orElseThrow()).orElseThrow());
  }

  private static void same(Path file, Rows opened) throws IOException {
    Pixels whole = ImageDecoder.decode(file);
    try (Rows rows = opened) {
      assertThat(rows.width()).isEqualTo(whole.width());
      assertThat(rows.height()).isEqualTo(whole.height());
      assertThat(rows.channels()).isEqualTo(whole.channels());
      assertThat(rows.depth()).isEqualTo(whole.depth());
      float[] row = new float[rows.width() * rows.channels()];
      for (int y = 0; y < rows.height(); y++) {
        rows.next(row);
        for (int i = 0; i < row.length; i++) {
          assertThat(row[i])
              .as("sample %d of row %d", i, y)
              .isEqualTo(whole.at(y * row.length + i));
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "half-none", "half-rle", "half-zips", "half-zip", "half-piz", "half-pxr24", "half-b44",
        "half-dwab", "grey-dwaa", "mip-pxr24", "tiles-dwaa", "moved-b44", "layers-dwab", "parts",
        "rip-dwaa"
      })
  void openExr(String name) throws Exception {
    sameByRows(Path.of("src/test/resources/golden/exr/" + name + ".exr"));
  }

  @Test
  void openExrOfOurOwn() throws Exception {
    // The last block is not full.
    Path file = dir.resolve("own.exr");
    ImageEncoder.exr(light(37, 71), file);
    sameByRows(file);
  }

  @Test
  void rgbe() throws Exception {
    Path file = dir.resolve("sky.hdr");
    ImageEncoder.hdr(light(64, 33), file);
    sameByRows(file);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void jpeg(int channels) throws Exception {
    BufferedImage image =
        new BufferedImage(
            61, 150, channels == 1 ? BufferedImage.TYPE_BYTE_GRAY : BufferedImage.TYPE_INT_RGB);
    Random r = new Random(3);
    for (int i = 0; i < 61 * 150; i++) {
      image.setRGB(i % 61, i / 61, r.nextInt());
    }
    Path file = dir.resolve("map.jpg");
    ImageIO.write(image, "jpeg", file.toFile());
    sameByRows(file);
  }

  @ParameterizedTest
  @CsvSource({"jpg,1000,9000", "jpg,1,1", "tif,9000,20000", "tif,1,20000"})
  void severalBandsAreOnePicture(String kind, long bytes, long fromTheStart) throws Exception {
    Path file = dir.resolve("map." + kind);
    if (kind.equals("tif")) {
      // Strips of 32 rows.
      ImageEncoder.tiff(bytes(61, 150, 3), file);
    } else {
      ImageEncoder.jpeg(bytes(61, 150, 3), file, 0.9f);
    }
    ImageInfo info = ImageProbe.probe(file).orElseThrow();
    same(file, BandRows.open(file, info, bytes, fromTheStart).orElseThrow());
  }

  @Test
  void whatHasAPaletteIsDecodedWhole() throws Exception {
    byte[] levels = {0, 40, (byte) 200, (byte) 255};
    BufferedImage image =
        new BufferedImage(
            40,
            30,
            BufferedImage.TYPE_BYTE_INDEXED,
            new IndexColorModel(8, 4, levels, levels, new byte[] {9, 8, 7, 6}));
    for (int i = 0; i < 40 * 30; i++) {
      image.getRaster().setSample(i % 40, i / 40, 0, i % 4);
    }
    for (String format : new String[] {"png", "tiff"}) {
      Path file = dir.resolve("ids." + format);
      assertThat(ImageIO.write(image, format, file.toFile())).isTrue();
      assertThat(RowReader.byRows(file, ImageProbe.probe(file).orElseThrow())).isEmpty();
      try (Rows rows = RowReader.open(file)) {
        float[] row = new float[40 * rows.channels()];
        rows.next(row);
        assertThat(Arrays.copyOf(row, 3)).containsExactly(0, 0, 9 * (1f / 255));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"png", "tif", "exr", "hdr", "jpg"})
  void whatIsCutOffSaysSo(String kind) throws Exception {
    Path file = dir.resolve("map." + kind);
    switch (kind) {
      case "png" -> ImageEncoder.png(bytes(50, 80, 3), file, 1);
      case "tif" -> ImageEncoder.tiff(bytes(50, 80, 3), file);
      case "exr" -> ImageEncoder.exr(light(50, 80), file);
      case "hdr" -> ImageEncoder.hdr(light(50, 80), file);
      default -> {
        BufferedImage image = new BufferedImage(50, 80, BufferedImage.TYPE_INT_RGB);
        ImageIO.write(image, "jpeg", file.toFile());
      }
    }
    byte[] all = Files.readAllBytes(file);
    Files.write(file, Arrays.copyOf(all, all.length / 2));
    assertThatThrownBy(() -> RowReader.atMost(file, 16, Resize.Holds.DATA))
        .isInstanceOf(IOException.class)
        .hasMessageNotContaining("Exception");
    if (!kind.equals("jpg") && !kind.equals("tif")) {
      // Those two are found out by their structure before they are read.
      assertThatThrownBy(
              () -> {
                try (Rows rows = RowReader.open(file)) {
                  float[] row = new float[50 * rows.channels()];
                  for (int y = 0; y < 80; y++) {
                    rows.next(row);
                  }
                }
              })
          .isInstanceOf(IOException.class)
          .hasMessageMatching(".*(damaged|cut off).*");
    }
  }

  @Test
  void whatIsNotVeryLargeIsDecodedWhole() throws Exception {
    Path file = dir.resolve("map.png");
    ImageEncoder.png(bytes(90, 20, 3), file, 1);
    Pixels p = RowReader.atMost(file, 16, Resize.Holds.DATA);
    assertThat(p.width()).isEqualTo(90);
    assertThat(p.depth()).isEqualTo(Depth.U8);
  }

  @Test
  void floatsStayFloatsWhenTheyAreMadeSmaller() throws Exception {
    Path file = dir.resolve("sky.hdr");
    ImageEncoder.hdr(light(64, 32), file);
    Pixels whole = ImageDecoder.decode(file);
    Pixels small = RowReader.small(file, 16, 8, Resize.Holds.COLOUR);
    assertThat(small.depth()).isEqualTo(Depth.F32);
    double sum = 0;
    for (int y = 0; y < 4; y++) {
      for (int x = 0; x < 4; x++) {
        sum += whole.value(x, y, 1) / 16;
      }
    }
    assertThat((double) small.value(0, 0, 1))
        .isCloseTo(sum, org.assertj.core.data.Percentage.withPercentage(0.01));
  }
}
