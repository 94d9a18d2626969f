package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;

import ar.com.hjg.pngj.FilterType;
import ar.com.hjg.pngj.ImageLineInt;
import ar.com.hjg.pngj.PngWriter;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.ImageIO;
import keepshelf.imaging.pixel.Lines;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import keepshelf.imaging.png.PngDecoder;
import keepshelf.imaging.png.PngEncoder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Our PNG codec against two others: the platform's and a library's. */
class PngCodecTest {
  @TempDir Path dir;

  /** Structure and noise, so that every filter is the best somewhere. */
  private static Pixels picture(int w, int h, int channels, int bits, long seed) {
    Random r = new Random(seed);
    byte[] b = new byte[w * h * channels];
    short[] s = new short[w * h * channels];
    for (int i = 0; i < s.length; i++) {
      int x = i / channels % w;
      int y = i / channels / w;
      int v =
          switch (y / 3 % 4) {
            case 0 -> x * 700 + y * 31;
            case 1 -> y * 900;
            case 2 -> r.nextInt();
            default -> (int) (20000 * Math.sin(x * 0.2) * Math.cos(y * 0.3)) + r.nextInt(99);
          };
      s[i] = (short) v;
      b[i] = (byte) (v >> 8);
    }
    return bits == 8 ? Pixels.u8(w, h, channels, b) : Pixels.u16(w, h, channels, s);
  }

  private static void same(Pixels a, Pixels b) {
    assertThat(a.width()).isEqualTo(b.width());
    assertThat(a.channels()).isEqualTo(b.channels());
    assertThat(Arrays.equals(a.rawBytes(), b.rawBytes())).isTrue();
    assertThat(Arrays.equals(a.rawShorts(), b.rawShorts())).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "1,1,1,8",
    "1,1,4,16",
    "3,1,3,8",
    "1,300,3,16",
    "257,129,1,8",
    "257,129,2,8",
    "257,129,3,8",
    "257,129,4,8",
    "257,129,1,16",
    "257,129,2,16",
    "257,129,3,16",
    "257,129,4,16",
    "1500,700,3,8",
  })
  void whatWeWriteOthersReadAndSoDoWe(int w, int h, int channels, int bits) throws IOException {
    Pixels p = picture(w, h, channels, bits, w + h);
    for (int level : new int[] {1, 4, 9}) {
      Path file = dir.resolve("a.png");
      PngEncoder.write(Lines.of(p), file, level);
      same(PngDecoder.decode(file).orElseThrow(), p);
      same(ImageDecoder.of(ImageIO.read(file.toFile())), p);
      assertThat(ImageProbe.probe(file).orElseThrow().bits()).isEqualTo(bits);
    }
  }

  /** The platform's writer chooses among all five filters. */
  @ParameterizedTest
  @CsvSource({"1,8", "2,8", "3,8", "4,8", "1,16", "2,16", "3,16", "4,16"})
  void whatThePlatformWritesIsReadAsItReadsIt(int channels, int bits) throws IOException {
    Pixels p = picture(211, 97, channels, bits, 5);
    BufferedImage image = ImageEncoder.image(p);
    Path file = dir.resolve("a.png");
    ImageIO.write(image, "png", file.toFile());
    same(PngDecoder.decode(file).orElseThrow(), ImageDecoder.of(ImageIO.read(file.toFile())));
  }

  @ParameterizedTest
  @EnumSource(
      value = FilterType.class,
      names = {"FILTER_NONE", "FILTER_SUB", "FILTER_UP", "FILTER_AVERAGE", "FILTER_PAETH"})
  void everyFilterIsUndone(FilterType filter) throws IOException {
    for (int bits : new int[] {8, 16}) {
      for (int channels = 1; channels <= 4; channels++) {
        Pixels p = picture(45, 33, channels, bits, channels);
        Path file = dir.resolve("f.png");
        var info =
            new ar.com.hjg.pngj.ImageInfo(45, 33, bits, channels % 2 == 0, channels < 3, false);
        PngWriter out = new PngWriter(file.toFile(), info, true);
        out.setFilterType(filter);
        for (int y = 0; y < 33; y++) {
          ImageLineInt line = new ImageLineInt(info);
          for (int i = 0; i < 45 * channels; i++) {
            line.getScanline()[i] = p.level(y * 45 * channels + i);
          }
          out.writeRow(line);
        }
        out.end();
        same(PngDecoder.decode(file).orElseThrow(), p);
      }
    }
  }

  @Test
  void whatIsNotPlainIsLeftToOthers() throws IOException {
    Path file = dir.resolve("p.png");
    ImageIO.write(new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_INDEXED), "png", file.toFile());
    assertThat(PngDecoder.decode(file)).isEmpty();
    ImageIO.write(new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_BINARY), "png", file.toFile());
    assertThat(PngDecoder.decode(file)).isEmpty();
    assertThat(ImageDecoder.decode(file).width()).isEqualTo(8);
  }

  /** Whatever is cut off or changed: pixels, or one kind of exception. */
  @Test
  void spoiltFilesAreReadOrRefused() throws IOException {
    Path whole = dir.resolve("a.png");
    PngEncoder.write(Lines.of(picture(60, 40, 3, 8, 9)), whole, 4);
    byte[] good = Files.readAllBytes(whole);
    Random r = new Random(2);
    Path file = dir.resolve("b.png");
    for (int i = 0; i < 600; i++) {
      byte[] b = r.nextInt(3) == 0 ? Arrays.copyOf(good, r.nextInt(good.length)) : good.clone();
      for (int k = r.nextInt(4); k > 0 && b.length > 8; k--) {
        b[8 + r.nextInt(b.length - 8)] = (byte) r.nextInt();
      }
      Files.write(file, b);
      try {
        ImageDecoder.decode(file);
      } catch (UnreadableImageException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
    Files.write(file, Arrays.copyOf(good, good.length - 200));
    org.assertj.core.api.Assertions.assertThatThrownBy(() -> ImageDecoder.decode(file))
        .isInstanceOf(UnreadableImageException.class);
  }
}
