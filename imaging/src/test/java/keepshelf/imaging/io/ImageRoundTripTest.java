package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ImageRoundTripTest {
  @TempDir Path dir;

  private static Pixels random(int w, int h, int channels, Depth depth, long seed) {
    Random r = new Random(seed);
    int n = w * h * channels;
    if (depth == Depth.U8) {
      byte[] b = new byte[n];
      r.nextBytes(b);
      return Pixels.u8(w, h, channels, b);
    }
    short[] s = new short[n];
    for (int i = 0; i < n; i++) {
      s[i] = (short) r.nextInt(65536);
    }
    return Pixels.u16(w, h, channels, s);
  }

  private static void assertSame(Pixels a, Pixels b) {
    assertThat(b.channels()).isEqualTo(a.channels());
    assertThat(b.depth()).isEqualTo(a.depth());
    for (int i = 0; i < a.sampleCount(); i++) {
      assertThat(b.level(i)).as("sample %d", i).isEqualTo(a.level(i));
    }
  }

  @ParameterizedTest
  @CsvSource({"1,U8", "2,U8", "3,U8", "4,U8", "1,U16", "2,U16", "3,U16", "4,U16"})
  void pngKeepsEverySampleExactly(int channels, Depth depth) throws IOException {
    Pixels p = random(23, 17, channels, depth, 5);
    Path f = dir.resolve("a.png");
    ImageEncoder.png(p, f, 6);
    assertSame(p, ImageDecoder.decode(f));
    ImageInfo info = ImageProbe.probe(f).orElseThrow();
    assertThat(info).isEqualTo(new ImageInfo(ImageFormat.PNG, 23, 17, channels, depth.bits()));
  }

  @ParameterizedTest
  @CsvSource({"1,U8", "3,U8", "1,U16", "3,U16"})
  void tiffKeepsEverySampleExactly(int channels, Depth depth) throws IOException {
    Pixels p = random(19, 31, channels, depth, 6);
    Path f = dir.resolve("a.tif");
    ImageEncoder.tiff(p, f);
    assertSame(p, ImageDecoder.decode(f));
    assertThat(ImageProbe.probe(f).orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.TIFF, 19, 31, channels, depth.bits()));
  }

  @Test
  void jpegComesBackCloseAndIsRecognisedByContent() throws IOException {
    byte[] flat = new byte[64 * 48 * 3];
    java.util.Arrays.fill(flat, (byte) 120);
    Path f = dir.resolve("really-a-jpeg.png");
    ImageEncoder.jpeg(Pixels.u8(64, 48, 3, flat), f, 0.9f);
    assertThat(ImageProbe.probe(f).orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.JPEG, 64, 48, 3, 8));
    assertThat(ImageDecoder.decode(f).level(500)).isBetween(117, 123);
  }

  @Test
  void lyingHeadersAreRefusedBeforeAnythingIsAllocated() throws IOException {
    ImageEncoder.png(random(4, 4, 3, Depth.U8, 1), dir.resolve("a.png"), 6);
    byte[] b = Files.readAllBytes(dir.resolve("a.png"));
    ByteBuffer.wrap(b).putInt(16, 2_000_000).putInt(20, 2_000_000);
    Path f = dir.resolve("huge.png");
    Files.write(f, b);
    assertThatThrownBy(() -> ImageDecoder.decode(f))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("2000000 x 2000000");
  }

  @Test
  void aTruncatedPictureSaysSo() throws IOException {
    ImageEncoder.png(random(64, 64, 3, Depth.U8, 1), dir.resolve("a.png"), 6);
    byte[] b = Files.readAllBytes(dir.resolve("a.png"));
    Path f = dir.resolve("cut.png");
    Files.write(f, java.util.Arrays.copyOf(b, b.length / 2));
    assertThatThrownBy(() -> ImageDecoder.decode(f))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("cut off");
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 5, 11, 20, 40})
  void noBytesMakeTheProbeFailInAnyOtherWay(int length) throws IOException {
    Random r = new Random(length);
    int[] magics = {
      0x89504E47,
      0xFFD8FFE0,
      0x49492A00,
      0x4D4D002A,
      0x762F3101,
      0x38425053,
      0x52494646,
      0x44445320,
      0xAB4B5458,
      0x47494638,
      0x424D0000,
      0x233F5241
    };
    for (int m : magics) {
      byte[] b = new byte[Math.max(length, 4)];
      r.nextBytes(b);
      ByteBuffer.wrap(b).putInt(0, m);
      try {
        ImageProbe.probe(new ByteArrayInputStream(b), "x.tga");
      } catch (UnreadableImageException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
  }

  @Test
  void otherHeadersAreRead() throws IOException {
    byte[] hdr =
        "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 512 +X 1024\n...."
            .getBytes(StandardCharsets.US_ASCII);
    assertThat(ImageProbe.probe(new ByteArrayInputStream(hdr), "a.hdr").orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.HDR, 1024, 512, 3, 32));
    ByteBuffer tga = ByteBuffer.allocate(64).order(ByteOrder.LITTLE_ENDIAN);
    tga.put(2, (byte) 2).putShort(12, (short) 640).putShort(14, (short) 320).put(16, (byte) 32);
    assertThat(ImageProbe.probe(new ByteArrayInputStream(tga.array()), "a.tga").orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.TGA, 640, 320, 4, 8));
    assertThat(ImageProbe.probe(new ByteArrayInputStream(exr(300, 200, 2)), "a.exr").orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.EXR, 300, 200, 3, 32));
    ByteBuffer psd = ByteBuffer.allocate(40);
    psd.putInt(0x38425053)
        .putShort(4, (short) 1)
        .putShort(12, (short) 3)
        .putInt(14, 70)
        .putInt(18, 90)
        .putShort(22, (short) 16);
    assertThat(ImageProbe.probe(new ByteArrayInputStream(psd.array()), "a.psd").orElseThrow())
        .isEqualTo(new ImageInfo(ImageFormat.PSD, 90, 70, 3, 16));
  }

  private static byte[] exr(int w, int h, int type) {
    ByteBuffer b = ByteBuffer.allocate(400).order(ByteOrder.LITTLE_ENDIAN);
    b.put(new byte[] {0x76, 0x2f, 0x31, 1, 2, 0, 0, 0});
    b.put("channels\0chlist\0".getBytes(StandardCharsets.US_ASCII)).putInt(3 * 18 + 1);
    for (String c : new String[] {"B", "G", "R"}) {
      b.put((c + "\0").getBytes(StandardCharsets.US_ASCII))
          .putInt(type)
          .putInt(0)
          .putInt(1)
          .putInt(1);
    }
    b.put((byte) 0);
    b.put("dataWindow\0box2i\0".getBytes(StandardCharsets.US_ASCII))
        .putInt(16)
        .putInt(0)
        .putInt(0)
        .putInt(w - 1)
        .putInt(h - 1);
    b.put("compression\0compression\0".getBytes(StandardCharsets.US_ASCII)).putInt(1).put((byte) 0);
    b.put((byte) 0);
    return b.array();
  }

  @Test
  void exrFloatsAreDecodedAsTheyAre() throws IOException {
    int w = 5;
    int h = 3;
    ByteBuffer b = ByteBuffer.allocate(4000).order(ByteOrder.LITTLE_ENDIAN);
    b.put(new byte[] {0x76, 0x2f, 0x31, 1, 2, 0, 0, 0});
    b.put("channels\0chlist\0".getBytes(StandardCharsets.US_ASCII)).putInt(3 * 18 + 1);
    for (String c : new String[] {"B", "G", "R"}) {
      b.put((c + "\0").getBytes(StandardCharsets.US_ASCII)).putInt(2).putInt(0).putInt(1).putInt(1);
    }
    b.put((byte) 0);
    attribute(b, "compression\0compression\0", new byte[] {0});
    for (String window : new String[] {"dataWindow\0box2i\0", "displayWindow\0box2i\0"}) {
      b.put(window.getBytes(StandardCharsets.US_ASCII))
          .putInt(16)
          .putInt(0)
          .putInt(0)
          .putInt(w - 1)
          .putInt(h - 1);
    }
    attribute(b, "lineOrder\0lineOrder\0", new byte[] {0});
    b.put("pixelAspectRatio\0float\0".getBytes(StandardCharsets.US_ASCII)).putInt(4).putFloat(1);
    b.put("screenWindowCenter\0v2f\0".getBytes(StandardCharsets.US_ASCII))
        .putInt(8)
        .putFloat(0)
        .putFloat(0);
    b.put("screenWindowWidth\0float\0".getBytes(StandardCharsets.US_ASCII)).putInt(4).putFloat(1);
    b.put((byte) 0);
    int line = 8 + 3 * 4 * w;
    int first = b.position() + 8 * h;
    for (int y = 0; y < h; y++) {
      b.putLong(first + (long) y * line);
    }
    for (int y = 0; y < h; y++) {
      b.putInt(y).putInt(3 * 4 * w);
      for (int c = 2; c >= 0; c--) {
        for (int x = 0; x < w; x++) {
          b.putFloat(c * 10 + x + y * 0.5f);
        }
      }
    }
    Path f = dir.resolve("kelp_height.exr");
    Files.write(f, java.util.Arrays.copyOf(b.array(), b.position()));
    Pixels p = ImageDecoder.decode(f);
    assertThat(p.depth()).isEqualTo(Depth.F32);
    assertThat(p.channels()).isEqualTo(3);
    assertThat(p.value(3, 2, 0)).isEqualTo(4f);
    assertThat(p.value(0, 0, 2)).isEqualTo(20f);
  }

  private static void attribute(ByteBuffer b, String nameAndType, byte[] value) {
    b.put(nameAndType.getBytes(StandardCharsets.US_ASCII)).putInt(value.length).put(value);
  }
}
