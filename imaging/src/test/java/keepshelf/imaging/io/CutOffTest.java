package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** A picture that ends too early is found, in every format and wherever it ends. */
class CutOffTest {
  private static final int W = 61;
  private static final int H = 47;

  @TempDir Path dir;

  private static Pixels noise(int channels, long seed) {
    byte[] b = new byte[W * H * channels];
    new Random(seed).nextBytes(b);
    return Pixels.u8(W, H, channels, b);
  }

  private static BufferedImage image(int type) {
    BufferedImage i = new BufferedImage(W, H, type);
    Random r = new Random(7);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        i.setRGB(x, y, r.nextInt() | 0xFF000000);
      }
    }
    return i;
  }

  private static byte[] written(String format, String compression, boolean progressive)
      throws Exception {
    ImageWriter w = ImageIO.getImageWritersByFormatName(format).next();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (var stream = ImageIO.createImageOutputStream(out)) {
      w.setOutput(stream);
      ImageWriteParam p = w.getDefaultWriteParam();
      if (compression != null) {
        p.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        p.setCompressionType(compression);
      }
      if (progressive) {
        p.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
      }
      w.write(null, new IIOImage(image(BufferedImage.TYPE_INT_RGB), null, null), p);
    }
    w.dispose();
    return out.toByteArray();
  }

  /** An uncompressed or run-length coded picture of 24 bits. */
  private static byte[] tga(boolean coded) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] head = new byte[18];
    head[2] = (byte) (coded ? 10 : 2);
    head[12] = W;
    head[14] = H;
    head[16] = 24;
    head[17] = 0x20;
    out.writeBytes(head);
    Random r = new Random(3);
    for (int left = W * H; left > 0; ) {
      int n = coded ? Math.min(left, 1 + r.nextInt(128)) : 1;
      boolean run = coded && r.nextBoolean();
      if (coded) {
        out.write((run ? 128 : 0) | n - 1);
      }
      byte[] pixels = new byte[3 * (run ? 1 : n)];
      r.nextBytes(pixels);
      out.writeBytes(pixels);
      left -= n;
    }
    return out.toByteArray();
  }

  private static byte[] psd() {
    ByteBuffer b = ByteBuffer.allocate(26 + 12 + 2 + 3 * W * H);
    b.put("8BPS".getBytes(StandardCharsets.US_ASCII)).putShort((short) 1).position(12);
    b.putShort((short) 3).putInt(H).putInt(W).putShort((short) 8).putShort((short) 3);
    b.putInt(0).putInt(0).putInt(0).putShort((short) 0);
    byte[] pixels = new byte[3 * W * H];
    new Random(5).nextBytes(pixels);
    b.put(pixels);
    return b.array();
  }

  private static byte[] dds(String code, int blockBytes) {
    int blocks = (W + 3) / 4 * ((H + 3) / 4);
    ByteBuffer b = ByteBuffer.allocate(128 + blocks * blockBytes).order(ByteOrder.LITTLE_ENDIAN);
    b.put("DDS ".getBytes(StandardCharsets.US_ASCII))
        .putInt(124)
        .putInt(0x1007)
        .putInt(H)
        .putInt(W);
    b.position(76);
    b.putInt(32).putInt(4).put(code.getBytes(StandardCharsets.US_ASCII));
    byte[] all = new byte[blocks * blockBytes];
    new Random(9).nextBytes(all);
    b.position(128);
    b.put(all);
    return b.array();
  }

  private byte[] of(String name, Encoding how) throws Exception {
    Path f = dir.resolve(name);
    how.write(f);
    return Files.readAllBytes(f);
  }

  private interface Encoding {
    void write(Path to) throws Exception;
  }

  private Map<String, byte[]> pictures() throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put("eight.png", of("a.png", f -> ImageEncoder.png(noise(3, 1), f, 6)));
    short[] deep = new short[W * H];
    Random rough = new Random(4);
    for (int i = 0; i < deep.length; i++) {
      deep[i] = (short) rough.nextInt();
    }
    m.put("sixteen.png", of("b.png", f -> ImageEncoder.png(Pixels.u16(W, H, 1, deep), f, 6)));
    m.put("baseline.jpg", written("jpeg", null, false));
    m.put("progressive.jpg", written("jpeg", null, true));
    m.put("plain.tif", written("tiff", null, false));
    m.put("lzw.tif", written("tiff", "LZW", false));
    m.put("deflate.tif", written("tiff", "Deflate", false));
    m.put("plain.bmp", written("bmp", null, false));
    m.put("palette.gif", written("gif", null, false));
    float[] light = new float[W * H * 3];
    Random r = new Random(11);
    for (int i = 0; i < light.length; i++) {
      light[i] = r.nextFloat() * 4;
    }
    m.put("light.exr", of("c.exr", f -> ImageEncoder.exr(Pixels.f32(W, H, 3, light), f)));
    m.put("light.hdr", of("d.hdr", f -> ImageEncoder.hdr(Pixels.f32(W, H, 3, light), f)));
    m.put("plain.tga", tga(false));
    m.put("coded.tga", tga(true));
    m.put("plain.psd", psd());
    m.put("bc1.dds", dds("DXT1", 8));
    m.put("bc3.dds", dds("DXT5", 16));
    m.put("bc5.dds", dds("ATI2", 16));
    // One lossless grey pixel.
    m.put(
        "one.webp", Base64.getDecoder().decode("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA=="));
    return m;
  }

  private void decode(String name, byte[] bytes) throws Exception {
    Path f = dir.resolve(bytes.length + "-" + name);
    Files.write(f, bytes);
    ImageDecoder.decode(f);
  }

  @TestFactory
  List<DynamicTest> eachFormat() throws Exception {
    List<DynamicTest> out = new ArrayList<>();
    pictures()
        .forEach((name, bytes) ->
            out.add(
                DynamicTest.dynamicTest(
                    name,
                    () -> {
                      decode(name, bytes);
                      for (double share : new double[] {0.3, 0.5, 0.7, 0.9, 0.99}) {
                        int n = Math.min((int) (bytes.length * share), bytes.length - 3);
                        assertThatThrownBy(() -> decode(name, Arrays.copyOf(bytes, n)))
                            .as("%s of %s bytes", n, bytes.length)
                            .isInstanceOf(UnreadableImageException.class)
                            .hasMessageNotContaining("Exception");
                      }
                    })));
    return out;
  }

  @Test
  void paddingAfterThePictureDoesNoHarm() throws Exception {
    for (var e : pictures().entrySet()) {
      byte[] padded = Arrays.copyOf(e.getValue(), e.getValue().length + 512);
      decode(e.getKey(), padded);
    }
  }

  @Test
  void aThumbnailsEndIsNotThePicturesEnd() throws Exception {
    byte[] jpeg = written("jpeg", null, false);
    byte[] cut = Arrays.copyOf(jpeg, jpeg.length / 2);
    // A whole small picture inside of an application segment, as cameras write it.
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, (byte) 0xE5, 0, 12});
    out.writeBytes(
        new byte[] {(byte) 0xFF, (byte) 0xD8, 0, 0, 0, 0, 0, 0, (byte) 0xFF, (byte) 0xD9});
    out.write(cut, 2, cut.length - 2);
    assertThatThrownBy(() -> decode("thumb.jpg", out.toByteArray()))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("cut off");
  }

  /** Bytes changed at random end in a picture or in a reason, in time and without anything else. */
  @Test
  void changedBytesAreAPictureOrAReason() throws Exception {
    Random r = new Random(20261129);
    for (var e : pictures().entrySet()) {
      for (int n = 0; n < 40; n++) {
        byte[] b = e.getValue().clone();
        int changes = 1 + r.nextInt(6);
        for (int c = 0; c < changes; c++) {
          // Headers are where it hurts.
          int at = r.nextInt(r.nextBoolean() ? Math.min(b.length, 160) : b.length);
          b[at] = (byte) r.nextInt();
        }
        Path f = dir.resolve("fuzz-" + e.getKey());
        Files.write(f, b);
        try {
          Pixels p = ImageDecoder.decode(f);
          assertThat(p.width()).isPositive();
        } catch (UnreadableImageException why) {
          assertThat(why.getMessage()).isNotBlank();
        }
      }
    }
  }
}
